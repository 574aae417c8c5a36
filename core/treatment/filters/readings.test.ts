import { describe, expect, it } from 'vitest';
import type { ParameterId } from '../../water/quality/parameters.ts';
import { pairsOf, trendOf } from './readings.ts';

const read = (parameter: ParameterId, point: string, value: number, day: number, hour = 8) => ({
  parameter,
  method: 'meter' as const,
  value,
  point,
  at: `2026-06-${String(day).padStart(2, '0')}T${String(hour).padStart(2, '0')}:00:00.000Z`,
});

describe('before and behind a filter', () => {
  it('are put together within a day', () => {
    const pairs = pairsOf('turbidity', [
      read('turbidity', 'inlet', 20, 1),
      read('turbidity', 'outlet', 2, 1, 9),
      read('turbidity', 'outlet', 3, 8),
    ]);
    expect(pairs).toMatchObject([{ before: 20, after: 2, isWorse: false, isOdd: false }]);
    expect(pairs[0]!.removal).toBeCloseTo(0.9);
  });

  it('media do not lower conductivity: such a pair is a slip', () => {
    const pair = (after: number) =>
      pairsOf('conductivity', [
        read('conductivity', 'inlet', 400, 1),
        read('conductivity', 'outlet', after, 1, 9),
      ])[0];
    expect([pair(350)?.isOdd, pair(370)?.isOdd, pair(450)?.isWorse]).toEqual([true, false, true]);
    // a tenth less is what two readings of one water differ by
    expect([pair(360)?.isOdd, pair(359)?.isOdd]).toEqual([false, true]);
  });

  it('warmer water behind it, or another pH, is neither removed nor worse', () => {
    for (const parameter of ['temperature', 'ph'] as const) {
      const [pair] = pairsOf(parameter, [
        read(parameter, 'inlet', 6, 1),
        read(parameter, 'outlet', 12, 1, 9),
      ]);
      expect(pair).toMatchObject({ removal: undefined, isWorse: false, isOdd: false });
    }
  });

  it('a filter that lets more through from month to month is said to', () => {
    const pairs = (afters: readonly number[]) =>
      pairsOf(
        'turbidity',
        afters.flatMap((after, i) => [
          read('turbidity', 'inlet', 20, 1 + i * 3),
          read('turbidity', 'outlet', after, 1 + i * 3, 9),
        ]),
      );
    expect(trendOf(pairs([1, 1, 4, 6]))).toBe('falling');
    expect(trendOf(pairs([6, 5, 1, 1]))).toBe('rising');
    expect(trendOf(pairs([1, 2, 1, 2]))).toBe('steady');
    // 95 and 95 of 100, then 90 and 89: half a share less is told, a little is not
    expect([trendOf(pairs([1, 1, 2, 2.2])), trendOf(pairs([1, 1, 2, 1.9]))]).toEqual(['falling', 'steady']);
    expect(trendOf(pairs([1, 6]))).toBeUndefined();
  });
});
