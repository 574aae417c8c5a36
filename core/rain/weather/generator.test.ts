import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { climateIds, climateOf } from './climates.ts';
import { generateRain, modelOf, monthsOfRain } from './generator.ts';
import { faultOfNormals, MONTH_DAYS, MONTH_OF_DAY, MONTHS, YEAR_DAYS } from './normals.ts';

const YEARS = 1000;

/** Sums of each month of each year, wet days, and what follows wet days within a month. */
function tally(mm: Float64Array) {
  const totals = Array.from({ length: MONTHS }, () => new Float64Array(YEARS));
  const wet = new Float64Array(MONTHS);
  const [afterWet, wetAfterWet] = [new Float64Array(MONTHS), new Float64Array(MONTHS)];
  for (let i = 0; i < mm.length; i++) {
    const month = MONTH_OF_DAY[i % YEAR_DAYS]!;
    totals[month]![Math.floor(i / YEAR_DAYS)]! += mm[i]!;
    if (mm[i]! > 0) wet[month]! += 1;
    if (i > 0 && mm[i - 1]! > 0) {
      afterWet[month]! += 1;
      if (mm[i]! > 0) wetAfterWet[month]! += 1;
    }
  }
  return { totals, wet, afterWet, wetAfterWet };
}

describe.each(climateIds)('a thousand years of %s', id => {
  const normals = climateOf(id);
  const months = monthsOfRain(normals);

  it('is a climate that can be', () => {
    expect(faultOfNormals(normals)).toBeUndefined();
    expect([normals.rainMm, normals.wetDays, normals.meanC].map(list => list.length)).toEqual([12, 12, 12]);
  });

  it('has the rain of its months, their wet days, and as many after wet ones', () => {
    fc.assert(
      fc.property(fc.integer(), seed => {
        const { totals, wet, afterWet, wetAfterWet } = tally(generateRain(modelOf(normals), YEARS, seed).mm);
        for (let month = 0; month < MONTHS; month++) {
          const { wetShare, wetAfterWet: formula } = months[month]!;
          const sums = totals[month]!;
          const mean = sums.reduce((a, b) => a + b, 0) / YEARS;
          const sd = Math.sqrt(sums.reduce((a, b) => a + (b - mean) ** 2, 0) / (YEARS - 1));
          // the chain of the month before reaches in: at most the first days, by a quarter each
          const before = months[(month + MONTHS - 1) % MONTHS]!.wetShare;
          const drift = Math.abs(before - wetShare) / 3 / MONTH_DAYS[month]!;
          const share = wet[month]! / (YEARS * MONTH_DAYS[month]!);
          expect(Math.abs(share - wetShare)).toBeLessThan(0.015 + drift);
          const meanMm = wetShare > 0 ? normals.rainMm[month]! / (wetShare * MONTH_DAYS[month]!) : 0;
          expect(Math.abs(mean - normals.rainMm[month]!)).toBeLessThan(
            (4 * sd) / Math.sqrt(YEARS) + drift * MONTH_DAYS[month]! * meanMm + 1e-9,
          );
          // where it is hardly ever wet there is little to count
          if (afterWet[month]! > 5000)
            expect(Math.abs(wetAfterWet[month]! / afterWet[month]! - formula)).toBeLessThan(0.02);
        }
      }),
      // seeds drawn once and for all: one run in fifty would stray beyond four standard errors by chance alone
      { numRuns: 3, seed: 20_261_126 },
    );
  });
});

describe('a seed', () => {
  it('gives the same years again, and other ones of another', () => {
    const normals = climateOf('oceanic-hills');
    expect(generateRain(modelOf(normals), 3, 7)).toEqual(generateRain(modelOf(normals), 3, 7));
    expect(generateRain(modelOf(normals), 3, 7).mm).not.toEqual(generateRain(modelOf(normals), 3, 8).mm);
    // the same to the last digit on any machine: a browser test compares this very figure
    const sum = generateRain(modelOf(normals), 100, 20_261_126).mm.reduce((a, b) => a + b, 0);
    expect(sum).toBe(SUM_OF_A_HUNDRED_YEARS);
  });

  it('gives a longer series that begins as the shorter one does', () => {
    const normals = climateOf('monsoon');
    const long = generateRain(modelOf(normals), 5, 3).mm;
    expect([...long.subarray(0, 2 * YEAR_DAYS)]).toEqual([...generateRain(modelOf(normals), 2, 3).mm]);
  });
});

/** Told by the first machine that it ran on; each day to a millionth of a millimetre. */
const SUM_OF_A_HUNDRED_YEARS = 85_457.03202900029;

describe('frost', () => {
  it('takes the winter of a cold place, and nothing of a warm one', () => {
    const shareOf = (id: 'continental-cold' | 'tropical-wet', month: number) => {
      const { mm, frozen } = generateRain(modelOf(climateOf(id)), 200, 5);
      let [wet, cold] = [0, 0];
      mm.forEach((rain, i) => {
        if (rain === 0 || MONTH_OF_DAY[i % YEAR_DAYS] !== month) return;
        wet += 1;
        cold += frozen[i]!;
      });
      return cold / wet;
    };
    // a mean of −7 °C, two standard deviations below freezing: 0.9772 (table of the normal distribution)
    expect(shareOf('continental-cold', 0)).toBeCloseTo(0.977, 1);
    expect(shareOf('continental-cold', 6)).toBe(0);
    expect(shareOf('tropical-wet', 0)).toBe(0);
  });
});

describe('normals that cannot be', () => {
  const year = (value: number) => Array.from({ length: 12 }, () => value);
  const with5 = (list: number[], value: number) => list.map((v, i) => (i === 5 ? value : v));
  it.each([
    ['negative rain', with5(year(50), -1), year(10), 'negative'],
    ['more wet days than days', year(50), with5(year(10), 31), 'too-many-days'],
    ['rain on no day', year(50), with5(year(10), 0), 'rain-without-days'],
    ['wet days without rain', with5(year(50), 0), year(10), 'days-without-rain'],
    ['inches times a thousand', with5(year(50), 9301), year(10), 'too-much'],
  ] as const)('%s', (_, rainMm, wetDays, why) => {
    expect(faultOfNormals({ rainMm, wetDays })).toEqual({ month: 5, why });
  });
  it('a month without rain is none', () => {
    expect(faultOfNormals({ rainMm: with5(year(50), 0), wetDays: with5(year(10), 0) })).toBeUndefined();
  });
});
