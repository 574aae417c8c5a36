import { describe, expect, it } from 'vitest';
import { agree, judgeTrial } from './controls.ts';

describe('a kit tried on itself', () => {
  it.each([
    [1, 1.2, true],
    [1, 1.23, false],
    [0.05, 0.14, true],
    [0, 0.1, true],
    [0, 0.2, false],
    [40, 48.5, true],
    [40, 49.5, false],
  ])('%d and %d of one sample: %s', (a, b, is) => {
    expect(agree({ value: a }, { value: b })).toBe(is);
  });

  it('finds nothing in nothing', () => {
    const blank = (first: object) => judgeTrial({ what: 'blank', parameter: 'e-coli', first }).verdict;
    expect([
      blank({ found: 'absent' }),
      blank({ found: 'present' }),
      blank({ value: 0 }),
      blank({ value: 0.3 }),
    ]).toEqual(['ok', 'refuse', 'ok', 'refuse']);
  });

  it('answers one sample alike', () => {
    const pair = (a: 'present' | 'absent', b: 'present' | 'absent') =>
      judgeTrial({ what: 'duplicate', parameter: 'h2s', first: { found: a }, second: { found: b } }).verdict;
    expect([pair('present', 'present'), pair('present', 'absent')]).toEqual(['ok', 'warn']);
  });
});
