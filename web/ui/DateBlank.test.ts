import { describe, expect, it } from 'vitest';
import { dayFault } from './DateBlank.tsx';

describe('a day of something kept', () => {
  it.each([
    ['', true, undefined],
    ['1926-03-03', false, 'when.long-ago'],
    ['1989-12-31', true, 'when.long-ago'],
    ['1990-01-01', true, undefined],
    ['2026-11-26', true, undefined],
    ['2026-11-27', true, 'bench.made-future'],
    ['2026-11-27', false, undefined],
    ['2206-11-27', false, 'when.far-off'],
  ] as const)('%s, past: %s → %s', (day, isPast, fault) => {
    expect(dayFault(day, '2026-11-26', isPast)).toBe(fault);
  });
});
