import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atOnce } from '../../base/lots.ts';
import { climateOf } from '../weather/climates.ts';
import { generateRain, modelOf } from '../weather/generator.ts';
import { YEAR_DAYS } from '../weather/normals.ts';
import { runTank, yieldRules } from './balance.ts';
import { Catching } from './catching.ts';
import { FAN_POINTS, type RainQuestion, type SizePoint } from './question.ts';
import { HELD_SHARE, kneeOf, piecesOf, sizesFor, sizing } from './sizing.ts';

const roof = { areaM2: 96, coefficient: 0.8, flushMm: 1 };
const question: RainQuestion = {
  catchers: [roof],
  needL: Array.from({ length: 12 }, () => 120),
  weather: { by: 'normals', yearCv: 0, normals: climateOf('oceanic-hills'), years: 100, seed: 20_261_126 },
  rule: 'after-spillage',
  askedShare: 0.9,
  outageL: 1400,
  ownL: 5000,
  perPersonL: 15,
};
const answer = (more: Partial<RainQuestion> = {}) => atOnce(sizing({ ...question, ...more }));

/** The same, worked out with nothing of the tool's own loops but a day. */
function timeShare(sizeL: number, q = question): number {
  if (q.weather.by !== 'normals') throw new Error('of made years');
  const { mm, frozen } = generateRain(modelOf(q.weather.normals), q.weather.years, q.weather.seed);
  const caughtL = new Float64Array(mm.length);
  for (const catcher of q.catchers) new Catching(catcher).add(mm, frozen, caughtL);
  const { metDays, days } = runTank(caughtL, () => q.needL[0]!, { sizeL, rule: q.rule });
  return metDays / days;
}

describe('how big a tank', () => {
  const a = answer();

  it('is the smallest that does what is asked, to what a shop would print', () => {
    expect(timeShare(a.smallestL!)).toBeGreaterThanOrEqual(0.9);
    expect(timeShare(a.smallestL! - 10)).toBeLessThan(0.9);
  });

  it('holds the outage’s litres on nine days of ten, or is not promised', () => {
    expect(answer({ ownL: a.outageTankL! }).life.heldShare).toBeGreaterThanOrEqual(HELD_SHARE);
    // the roof brings 150 L a day: what is asked every day takes it all
    expect(answer({ outageL: 60_000, needL: question.needL.map(() => 200) }).outageTankL).toBeUndefined();
  });

  it('has worse years where years are said to differ more, and hardly another mean', () => {
    const years = (yearCv: number) =>
      answer({
        weather: { by: 'normals', yearCv, normals: climateOf('oceanic-hills'), years: 400, seed: 3 },
      });
    const [alike, unlike] = [years(0), years(0.4)];
    expect(unlike.life.lowShare).toBeLessThan(alike.life.lowShare - 0.05);
    expect(Math.abs(unlike.yearMm / alike.yearMm - 1)).toBeLessThan(0.05);
  });

  it('serves so many people, and no more', () => {
    const { people } = a;
    const with_ = (n: number) => timeShare(5000, { ...question, needL: question.needL.map(() => n * 15) });
    expect(with_(people)).toBeGreaterThanOrEqual(0.9);
    expect(with_(people + 1)).toBeLessThan(0.9);
  });

  it('says by size what comes of it, each larger tank at least as good', () => {
    expect(a.points).toHaveLength(40);
    for (const [i, p] of a.points.entries()) {
      const before = a.points[i - 1];
      expect(p.timeShare).toBeGreaterThanOrEqual(before?.timeShare ?? 0);
      expect(p.volumeShare).toBeGreaterThanOrEqual(before?.volumeShare ?? 0);
      expect(p.lowShare).toBeLessThanOrEqual(p.highShare);
    }
  });

  it('draws a year of levels that lie in each other and in the tank', () => {
    const { lowL, midL, highL } = a.life;
    expect([lowL.length, midL.length, highL.length]).toEqual([FAN_POINTS, FAN_POINTS, FAN_POINTS]);
    for (let i = 0; i < FAN_POINTS; i++) {
      expect(lowL[i]).toBeLessThanOrEqual(midL[i]!);
      expect(midL[i]).toBeLessThanOrEqual(highL[i]!);
      expect(highL[i]).toBeLessThanOrEqual(5000);
    }
  });

  it('counts the days short by month, and they are all of them', () => {
    const { shortDays, timeShare: share, worstShortDays } = a.life;
    const sum = shortDays.reduce((x, y) => x + y, 0);
    expect(sum / YEAR_DAYS).toBeCloseTo(1 - share, 9);
    expect(worstShortDays).toBeGreaterThanOrEqual(sum);
  });

  it('closes over the years', () => {
    expect(a.runoffL).toBeCloseTo(a.flushedL + a.caughtL, 6);
  });

  it('says what matters most, the greatest first', () => {
    const by = a.sensed.map(s => Math.abs(s.by));
    expect([...by].sort((x, y) => y - x)).toEqual(by);
    const of = (what: string) => a.sensed.find(s => s.what === what)!;
    expect(of('half-roof').by).toBeLessThan(0);
    expect(of('quarter-more').by).toBeLessThan(0);
    expect(of('dry-tenth').by).toBeLessThan(0);
    expect(of('second-tank').by).toBeGreaterThan(0);
    expect(of('second-tank').timeShare).toBeCloseTo(timeShare(10_000), 12);
  });

  it('is the same again of the same seed', () => {
    expect(answer()).toEqual(a);
    expect(answer({ weather: { ...question.weather, seed: 3 } as never })).not.toEqual(a);
  });

  it('is said to be in reach by no tank where the roof cannot bring it', () => {
    expect(answer({ needL: question.needL.map(() => 900) }).smallestL).toBeUndefined();
  });

  it('is worked in as many pieces as it says, about', () => {
    const work = sizing({ ...question, weather: { ...question.weather, seed: 99 } as never });
    let pieces = 0;
    while (!work.next().done) pieces += 1;
    expect(pieces / piecesOf(question)).toBeGreaterThan(0.5);
    expect(pieces / piecesOf(question)).toBeLessThan(1.5);
  });
});

describe('a record', () => {
  // four whole years: rain every third day, dry from June to August
  const mm = Array.from({ length: 1461 }, (_, i): number => {
    const ofYear = i % 365.25;
    return i % 3 === 0 && (ofYear < 151 || ofYear > 243) ? 9 : 0;
  });
  const weather = { by: 'record' as const, from: '2021-01-01', mm, frozen: new Uint8Array(mm.length) };

  it('is tried day by day, by its own calendar', () => {
    const a = answer({ weather, ownL: 3000 });
    expect(a.years).toBeCloseTo(4, 2);
    expect(a.life.worstMonth).toBeGreaterThanOrEqual(6);
    expect(a.life.worstMonth).toBeLessThanOrEqual(7);
    expect(a.life.shortDays[0]).toBeLessThan(2);
    expect(a.life.longestShortDays).toBeGreaterThan(50);
    expect(a.yearMm).toBeCloseTo(mm.reduce((x, y) => x + y) / 4, 0);
  });

  it('that begins in July has its last half year too', () => {
    const half = { ...weather, from: '2021-07-01', mm: mm.map((_, i) => (i < 1300 ? 9 : 0)) };
    // the last five months are dry: they lie in the fifth year that it touches; on the first day the tank is empty
    const { life } = answer({ weather: half, ownL: 3000 });
    expect(life.worstShortDays).toBeGreaterThan(100);
    expect(life.shortDays.reduce((x, y) => x + y) * (mm.length / 365.25)).toBeCloseTo(
      life.longestShortDays + 1,
      6,
    );
  });

  it('in which no calendar year is whole tells no better years from worse ones', () => {
    const short = { ...weather, from: '2021-07-01', mm: mm.slice(0, 365) };
    const a = answer({ weather: short, ownL: 3000 });
    expect(a.life.timeShare).toBeGreaterThan(0.5);
    expect([a.life.lowShare, a.life.highShare]).toEqual([a.life.timeShare, a.life.timeShare]);
    expect(a.sensed.map(s => s.what)).not.toContain('dry-tenth');
    expect(answer({ weather, ownL: 3000 }).sensed.map(s => s.what)).toContain('dry-tenth');
  });

  it('that froze catches nothing', () => {
    const a = answer({ weather: { ...weather, frozen: new Uint8Array(mm.length).fill(1) } });
    expect([a.caughtL, a.life.timeShare]).toEqual([0, 0]);
  });
});

describe('extreme places', () => {
  it.each(['desert', 'monsoon'] as const)('a %s does not break it', id => {
    const a = answer({ weather: { by: 'normals', yearCv: 0, normals: climateOf(id), years: 60, seed: 4 } });
    for (const p of [...a.points, a.life])
      for (const share of [
        p.timeShare,
        p.volumeShare,
        p.lowShare,
        p.highShare,
        p.spilledShare,
        p.heldShare,
      ]) {
        expect(share).toBeGreaterThanOrEqual(0);
        expect(share).toBeLessThanOrEqual(1);
      }
  });

  it('no catchment, no need and no rain are no number that is none', () => {
    const dry = Array.from({ length: 12 }, () => 0);
    const none = answer({
      catchers: [],
      needL: dry,
      weather: {
        by: 'normals',
        yearCv: 0,
        normals: { rainMm: dry, wetDays: dry, meanC: dry },
        years: 30,
        seed: 1,
      },
    });
    expect(JSON.stringify(none)).not.toContain('null');
    expect(none.life.timeShare).toBe(1);
  });
});

describe('the knee', () => {
  const at = (sizeL: number, timeShare: number) => ({ sizeL, timeShare }) as SizePoint;
  it('is where more tank begins to give little', () => {
    expect(kneeOf([at(0, 0), at(1000, 0.7), at(2000, 0.8), at(4000, 0.9)])).toBe(1000);
    expect(kneeOf([at(100, 0.5), at(200, 0.5)])).toBe(100);
  });
});

describe('the sizes tried', () => {
  it('are forty, each larger, beyond the largest that is asked about', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200_000 }), ownL => {
        const sizes = sizesFor({ ownL, outageL: 0 });
        expect(new Set(sizes).size).toBe(40);
        expect(sizes.at(-1)).toBeGreaterThanOrEqual(ownL);
        expect([...sizes].sort((a, b) => a - b)).toEqual(sizes);
      }),
    );
  });
});

describe('many years', () => {
  it.each(yieldRules)('promise never more with less roof or more need, yield %s', rule => {
    const of = (more: Partial<RainQuestion>) => answer({ rule, ...more }).points.map(p => p.volumeShare);
    const base = of({});
    const smaller = of({ catchers: [{ ...roof, areaM2: 80 }] });
    const greedier = of({ needL: question.needL.map(l => l * 1.2) });
    for (const [i, share] of base.entries()) {
      expect(smaller[i]).toBeLessThanOrEqual(share + 1e-9);
      expect(greedier[i]).toBeLessThanOrEqual(share + 1e-9);
    }
  });
});
