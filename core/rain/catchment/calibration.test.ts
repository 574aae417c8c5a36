import { describe, expect, it } from 'vitest';
import { seeded } from '../../../scripts/generate.ts';
import { addDays } from '../../base/day.ts';
import { atOnce } from '../../base/lots.ts';
import { cvOf, fitOf, learn, meanLongestDry } from '../weather/fit.ts';
import { generateRain } from '../weather/generator.ts';
import { YEAR_DAYS } from '../weather/normals.ts';
import type { RainQuestion } from './question.ts';
import { calendarYears, daysOf } from './series.ts';
import { Trial } from './trial.ts';

// A tank under records of twenty years from a known weather: what is promised beside what comes. The weather is made here, day by day,
// with nothing of the generator's: two kinds of wet days, a memory of two days, and years that differ.

interface Climate {
  readonly name: string;
  readonly wet: (day: number) => number;
  readonly meanMm: number;
  readonly yearSd: number;
  readonly needL: number;
}
const season = (day: number, shift: number) => Math.cos((2 * Math.PI * (day - shift)) / YEAR_DAYS);
const climates: readonly Climate[] = [
  { name: 'temperate', wet: d => 0.38 + 0.08 * season(d, 15), meanMm: 5.2, yearSd: 0.18, needL: 110 },
  {
    name: 'monsoon',
    wet: d => Math.max(0.02, 0.32 + 0.4 * season(d, 210)),
    meanMm: 12,
    yearSd: 0.25,
    needL: 90,
  },
  { name: 'dry', wet: d => Math.max(0.02, 0.1 + 0.08 * season(d, 20)), meanMm: 7, yearSd: 0.4, needL: 35 },
];

function weatherOf({ wet, meanMm, yearSd }: Climate, years: number, seed: number): Float64Array {
  const random = seeded(seed);
  const mm = new Float64Array(years * YEAR_DAYS);
  let [one, two, yearFactor] = [0, 0, 1];
  for (let i = 0; i < mm.length; i++) {
    if (i % YEAR_DAYS === 0)
      yearFactor = Math.max(0.2, 1 + yearSd * Math.sqrt(3) * (random() + random() - 1) * Math.SQRT2);
    const share = wet(i % YEAR_DAYS);
    const isWet = random() < share + 0.22 * (one - share) + 0.12 * (two - share);
    // a quarter of all wet days bring three times as much
    const size = random() < 0.25 ? 2 : 2 / 3;
    mm[i] = isWet ? Math.round(-Math.log(1 - random()) * size * meanMm * yearFactor * 10) / 10 : 0;
    [two, one] = [one, isWet ? 1 : 0];
  }
  return mm;
}

const FROM = '2001-01-01';
const TANK_L = 4000;
const question = ({ needL }: Climate, mm: Float64Array): RainQuestion => ({
  catchers: [{ areaM2: 80, coefficient: 0.8, flushMm: 1 }],
  needL: Array.from({ length: 12 }, () => needL),
  weather: { by: 'record', from: FROM, mm, frozen: new Uint8Array(mm.length) },
  rule: 'after-spillage',
  askedShare: 0.9,
  outageL: 0,
  ownL: TANK_L,
  perPersonL: 0,
});

/** The share of days with water of each calendar year that is whole, as the tank's own balance has it. */
function yearsOf(trial: Trial): number[] {
  const sums = Array.from({ length: calendarYears(trial.days) }, () => ({ met: 0, days: 0 }));
  trial.run(TANK_L, (day, _, isMet) => {
    const sum = sums[trial.days.yearOf(day)]!;
    sum.days += 1;
    if (isMet) sum.met += 1;
  });
  return sums.flatMap(s => (s.days >= YEAR_DAYS ? [s.met / s.days] : []));
}

const trialOf = (climate: Climate, mm: Float64Array): Trial => {
  const q = question(climate, mm);
  return new Trial(q, atOnce(daysOf(q.weather)));
};
// of thirty the mean itself strays by a point where years differ by four tenths: more of them tell the method from chance
const RECORDS = 200;
const RECORD_YEARS = 20;

describe.each(climates)('two hundred records of twenty years: $name', climate => {
  const truth = yearsOf(trialOf(climate, weatherOf(climate, 1500, 1)));
  const mean = truth.reduce((a, b) => a + b, 0) / truth.length;
  const points = Array.from({ length: RECORDS }, (_, i) => {
    const trial = trialOf(climate, weatherOf(climate, RECORD_YEARS, 100 + i));
    return atOnce(trial.points([TANK_L]))[0]!;
  });

  it('promise the share of days that comes, to a point', () => {
    const promised = points.reduce((sum, p) => sum + p.timeShare, 0) / RECORDS;
    expect(mean).toBeGreaterThan(0.4);
    expect(Math.abs(promised - mean)).toBeLessThan(0.01);
  });

  it('give a band that holds about eighty of a hundred true years', () => {
    const random = seeded(7);
    // a year that lies on the band's edge is within it or not by chance
    const inside = (share: number, { lowShare, highShare }: (typeof points)[number]): boolean =>
      share === lowShare || share === highShare ? random() < 0.5 : share > lowShare && share < highShare;
    const held = points.flatMap(p => truth.map(share => inside(share, p)));
    const share = held.filter(Boolean).length / held.length;
    expect(share).toBeGreaterThan(0.76);
    expect(share).toBeLessThan(0.84);
  });
});

describe.each(climates)('years made of a record: $name', climate => {
  const mm = [...weatherOf(climate, 40, 5)];
  const record = { from: FROM, mm, filledDays: 0 };
  const made = generateRain(learn(record, 3), 400, 3);

  it('differ from one another as its own do', () => {
    const fit = fitOf({ record }, 3);
    expect(fit.madeCv / fit.record!.cv).toBeGreaterThan(0.85);
    expect(fit.madeCv / fit.record!.cv).toBeLessThan(1.15);
  });

  it('keep how wet days follow each other, and what they bring', () => {
    const wet = (days: ArrayLike<number>) => {
      let [count, pairs, sum] = [0, 0, 0];
      for (let i = 1; i < days.length; i++) {
        if (days[i]! < 0.2) continue;
        count += 1;
        sum += days[i]!;
        if (days[i - 1]! >= 0.2) pairs += 1;
      }
      return { share: count / days.length, follow: pairs / count, meanMm: sum / count };
    };
    const [own, learnt] = [wet(mm), wet(made.mm)];
    expect(Math.abs(learnt.share - own.share)).toBeLessThan(0.01);
    expect(Math.abs(learnt.follow - own.follow)).toBeLessThan(0.02);
    expect(Math.abs(learnt.meanMm / own.meanMm - 1)).toBeLessThan(0.04);
  });

  it('have nearly its longest dry run', () => {
    const share = meanLongestDry(made.mm) / meanLongestDry(mm);
    expect(share).toBeGreaterThan(0.85);
    expect(share).toBeLessThan(1.15);
  });
});

it('a record of fewer than ten years teaches means alone; its years differ as they usually do', () => {
  const mm = [...weatherOf(climates[0]!, 9, 5)];
  expect(learn({ from: FROM, mm, filledDays: 0 }, 3).yearCv).toBe(0.18);
  expect(addDays(FROM, mm.length - 1).slice(0, 4)).toBe('2009');
  expect(cvOf([90, 110])).toBeCloseTo(0.1414, 4);
});
