import { describe, expect, it } from 'vitest';
import { type FilterTests, isLetThrough, lettingThroughSince } from './letThrough.ts';

const on = (day: number) => `2026-03-${String(day).padStart(2, '0')}T10:00:00.000Z`;
const eColi = (day: number, value: number, more = {}) => ({
  parameter: 'e-coli' as const,
  method: 'laboratory' as const,
  at: on(day),
  value,
  point: 'outlet',
  ...more,
});
const days = (tests: FilterTests) =>
  Array.from({ length: 20 }, (_, i) => i + 1).filter(day => isLetThrough(tests, on(day)));

describe('germs that were read behind a filter', () => {
  it('were let through since the last clean test, and until the next', () => {
    const tests = { 'e-coli': [eColi(4, 0), eColi(9, 3), eColi(15, 0)] };
    expect(days(tests)).toEqual([5, 6, 7, 8, 9, 10, 11, 12, 13, 14]);
    expect(lettingThroughSince(tests)).toBeUndefined();
  });

  it('were let through always, where it was never tested before, and still are until it is tested', () => {
    const tests = { 'e-coli': [eColi(9, 3)] };
    expect(days(tests)).toHaveLength(20);
    expect(lettingThroughSince(tests)).toBe(on(9));
  });

  it('are not those in front of it, and a screen that stays clear ends nothing', () => {
    expect(days({ 'e-coli': [eColi(9, 300, { point: 'inlet' })] })).toEqual([]);
    const h2s = (day: number, found: 'present' | 'absent') => ({
      ...{ parameter: 'h2s' as const, method: 'presence-absence' as const, at: on(day), found },
      point: 'outlet',
    });
    expect(lettingThroughSince({ h2s: [h2s(5, 'present'), h2s(8, 'absent')] })).toBe(on(5));
    expect(lettingThroughSince({ h2s: [h2s(5, 'present')], 'e-coli': [eColi(8, 0)] })).toBeUndefined();
    // none in a millilitre says nothing of a hundred
    const plate = eColi(12, 0, { method: 'plate', volumeMl: 1 });
    expect(lettingThroughSince({ 'e-coli': [eColi(9, 3), plate] })).toBe(on(9));
  });
});
