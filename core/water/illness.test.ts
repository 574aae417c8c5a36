import { describe, expect, it } from 'vitest';
import { illStopOf } from './illness.ts';

describe('illness', () => {
  it.each([
    ['one person is no stop', [{ on: '2026-11-20', people: 1 }], undefined, undefined],
    ['two on a day are', [{ on: '2026-11-20', people: 2 }], undefined, '2026-11-20'],
    [
      'two within three days are',
      [
        { on: '2026-11-22', people: 1 },
        { on: '2026-11-20', people: 1 },
      ],
      undefined,
      '2026-11-20',
    ],
    [
      'two in four days are not',
      [
        { on: '2026-11-20', people: 1 },
        { on: '2026-11-23', people: 1 },
      ],
      undefined,
      undefined,
    ],
    ['a clean test of that day answers it', [{ on: '2026-11-20', people: 3 }], '2026-11-20', undefined],
    ['one of the day before does not', [{ on: '2026-11-20', people: 3 }], '2026-11-19', '2026-11-20'],
  ])('%s', (_, ill, since, stop) => {
    expect(illStopOf(ill, since)).toBe(stop);
  });
});
