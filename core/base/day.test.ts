import { describe, expect, it } from 'vitest';
import { instantOf, wallClockOf } from './day.ts';

describe('a clock on the wall', () => {
  it.each([
    // summer and winter, east and west, and a zone of half an hour
    ['2026-03-03T09:00', 'Europe/London', '2026-03-03T09:00:00.000Z'],
    ['2026-07-03T09:00', 'Europe/London', '2026-07-03T08:00:00.000Z'],
    ['2026-07-03T09:00', 'America/New_York', '2026-07-03T13:00:00.000Z'],
    ['2026-12-31T23:30', 'Asia/Kolkata', '2026-12-31T18:00:00.000Z'],
    ['2026-10-25T12:00', 'Europe/Paris', '2026-10-25T11:00:00.000Z'],
    ['2026-03-29T00:30', 'Europe/Paris', '2026-03-28T23:30:00.000Z'],
  ])('%s in %s is %s', (wall, zone, instant) => {
    expect(instantOf(wall, zone)).toBe(instant);
    expect(wallClockOf(instant, zone)).toBe(wall);
  });
});
