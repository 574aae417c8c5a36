import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Dilution, mpnOf, RARE } from './mpn.ts';

const rack = (volumes: readonly number[], tubes: number, positives: readonly number[]): Dilution[] =>
  volumes.map((volumeMl, i) => ({ volumeMl, tubes, positive: positives[i]! }));
const threes = (...positives: number[]) => mpnOf(rack([10, 1, 0.1], 3, positives));
const fives = (...positives: number[]) => mpnOf(rack([10, 1, 0.1], 5, positives));

/** Two significant digits, as the tables print. */
const printed = (value: number): number => Number(value.toPrecision(2));

describe('most probable number', () => {
  it.each([
    // FDA, Bacteriological Analytical Manual, appendix 2, table 1, for 10, 1 and 0.1 mL (per 100 mL)
    [[0, 0, 1], 3.0],
    [[0, 1, 0], 3.0],
    [[1, 0, 0], 3.6],
    [[1, 1, 0], 7.4],
    [[2, 0, 0], 9.2],
    [[2, 1, 0], 15],
    [[2, 2, 0], 21],
    [[3, 0, 0], 23],
    [[3, 1, 0], 43],
    [[3, 2, 0], 93],
    [[3, 3, 0], 240],
    [[3, 3, 1], 460],
    [[3, 3, 2], 1100],
  ])('three tubes of each: %j is %d', (pattern, per100Ml) => {
    expect(printed(threes(...pattern).per100Ml)).toBe(per100Ml);
  });

  it.each([
    // Standard Methods 9221, table for five tubes of each
    [[0, 0, 1], 1.8],
    [[2, 0, 0], 4.5],
    [[4, 1, 0], 17],
    [[5, 0, 0], 23],
    [[5, 3, 1], 110],
    [[5, 5, 2], 540],
  ])('five tubes of each: %j is %d', (pattern, per100Ml) => {
    expect(printed(fives(...pattern).per100Ml)).toBe(per100Ml);
  });

  it('says "less than" the least that the rack finds, and "more than" the most', () => {
    expect(threes(0, 0, 0)).toMatchObject({ beyond: 'below', range: { least: 0 } });
    expect(printed(threes(0, 0, 0).per100Ml)).toBe(3);
    // 3.689 ÷ 33.3 mL
    expect(threes(0, 0, 0).range.most).toBeCloseTo(11.08, 2);
    expect(threes(3, 3, 3)).toMatchObject({ beyond: 'above', range: { most: Number.POSITIVE_INFINITY } });
    expect(printed(threes(3, 3, 3).per100Ml)).toBe(1100);
  });

  it('is Clopper and Pearson where there is one dilution', () => {
    // 4 of 10 tubes of 10 mL: their interval of p is 0.1216 to 0.7376, and λ = −ln(1 − p)/v
    const { per100Ml, range } = mpnOf([{ volumeMl: 10, tubes: 10, positive: 4 }]);
    expect(per100Ml).toBeCloseTo(10 * -Math.log(0.6), 3);
    expect(range.least).toBeCloseTo(10 * -Math.log(1 - 0.12155), 2);
    expect(range.most).toBeCloseTo(10 * -Math.log(1 - 0.73762), 2);
  });

  it('works out one tube alone', () => {
    expect(mpnOf([{ volumeMl: 100, tubes: 1, positive: 0 }]).per100Ml).toBeCloseTo(3.69, 2);
    expect(mpnOf([{ volumeMl: 100, tubes: 1, positive: 1 }])).toMatchObject({ beyond: 'above' });
  });

  it('flags a pattern that hardly happens', () => {
    expect(threes(3, 1, 0).rarity).toBeGreaterThan(RARE);
    // small tubes turn and large ones do not: mixed up, or dirty
    expect(threes(0, 0, 3).rarity).toBeLessThan(RARE);
    expect(threes(0, 3, 1).rarity).toBeLessThan(RARE);
  });

  it.each([
    ['3 × 10, 1, 0.1', [10, 1, 0.1], 3],
    ['5 × 10, 1, 0.1', [10, 1, 0.1], 5],
    ['4 × 50, 5', [50, 5], 4],
    ['10 × 10', [10], 10],
  ] as const)(
    'the interval holds the truth in 93 of 100 and more, over four decades: %s',
    (_, volumes, n) => {
      const patterns = patternsOf(volumes.length, n).map(p => ({
        tubes: rack(volumes, n, p),
        ...mpnOf(rack(volumes, n, p)).range,
      }));
      for (let decade = -1; decade <= 3; decade += 0.1) {
        const per100Ml = 10 ** decade;
        let held = 0;
        for (const { tubes, least, most } of patterns)
          if (least <= per100Ml && per100Ml <= most) held += chanceOf(tubes, per100Ml / 100);
        expect(held).toBeGreaterThanOrEqual(0.93);
      }
    },
  );

  it('rises with every tube that turns, and scales with the volume', () => {
    const any = fc
      .array(
        fc.record({
          volumeMl: fc.double({ min: 0.01, max: 100, noNaN: true }),
          tubes: fc.integer({ min: 1, max: 8 }),
        }),
        {
          minLength: 1,
          maxLength: 3,
        },
      )
      .chain(dilutions =>
        fc
          .tuple(...dilutions.map(d => fc.integer({ min: 0, max: d.tubes })))
          .map(positives => dilutions.map((d, i) => ({ ...d, positive: positives[i]! }))),
      )
      // one tube alone has two bounds and nothing between them
      .filter(tubes => tubes.reduce((sum, d) => sum + d.tubes, 0) > 1);
    fc.assert(
      fc.property(any, tubes => {
        const all = mpnOf(tubes);
        // where every tube turned, or none, what is said is a bound of the rack, and the interval may tell more
        if (!all.beyond) {
          expect(all.range.least).toBeLessThanOrEqual(all.per100Ml * (1 + 1e-6));
          expect(all.range.most).toBeGreaterThanOrEqual(all.per100Ml * (1 - 1e-6));
        }
        const i = tubes.findIndex(d => d.positive < d.tubes);
        if (i >= 0) {
          const more = mpnOf(tubes.map((d, at) => (at === i ? { ...d, positive: d.positive + 1 } : d)));
          expect(more.per100Ml).toBeGreaterThanOrEqual(all.per100Ml * (1 - 1e-6));
          expect(more.range.least).toBeGreaterThanOrEqual(all.range.least * (1 - 1e-6));
        }
        const tenfold = mpnOf(tubes.map(d => ({ ...d, volumeMl: d.volumeMl * 10 })));
        expect(tenfold.per100Ml * 10).toBeCloseTo(all.per100Ml, 3 - Math.ceil(Math.log10(all.per100Ml)));
      }),
      { numRuns: 60 },
    );
  });

  it('refuses what no rack has', () => {
    expect(() => mpnOf([])).toThrow(RangeError);
    expect(() => mpnOf([{ volumeMl: 10, tubes: 3, positive: 4 }])).toThrow('4 of 3 tubes');
    expect(() => mpnOf([{ volumeMl: 0, tubes: 3, positive: 1 }])).toThrow(RangeError);
  });
});

function patternsOf(dilutions: number, n: number): number[][] {
  if (dilutions === 0) return [[]];
  return patternsOf(dilutions - 1, n).flatMap(p => Array.from({ length: n + 1 }, (_, g) => [...p, g]));
}

/** Binomials written out, apart from the code under test. */
function chanceOf(tubes: readonly Dilution[], perMl: number): number {
  return tubes.reduce((all, { volumeMl, tubes: n, positive }) => {
    const p = 1 - Math.exp(-perMl * volumeMl);
    let choices = 1;
    for (let i = 0; i < positive; i++) choices = (choices * (n - i)) / (i + 1);
    return all * choices * p ** positive * (1 - p) ** (n - positive);
  }, 1);
}
