import { describe, expect, it } from 'vitest';
import { answerOf } from './answer.ts';
import { type Context, type Inputs, startOf } from './method.ts';
import { methodOf, methods } from './methods.ts';

const context: Context = {
  altitudeM: 310,
  today: '2026-11-25',
  dailyNeedL: 141,
  planDays: 14,
  longitudeDeg: 0,
};
const ask = (id: string, inputs: Inputs = {}) => {
  const method = methodOf(id)!;
  const start = Object.fromEntries(method.blanks.map(blank => [blank.id, startOf(blank, context)]));
  return answerOf(method, { ...start, ...inputs }, context)!;
};
/** Minutes of each clock of a sheet, by its step. */
const clocks = (id: string, inputs: Inputs = {}) =>
  Object.fromEntries(ask(id, inputs).steps.flatMap(s => (s.kind === 'wait' ? [[s.id, s.waitMin]] : [])));

describe('the clocks of a sheet', () => {
  it('of alum stir a minute fast and ten slowly, and stand an hour', () => {
    expect(clocks('alum')).toEqual({ fast: 1, slow: 10, stand: 60 });
    expect(clocks('alum-jars')).toEqual({ fast: 1, slow: 10, stand: 45 });
  });

  it.each([
    [0, 1],
    [1523, 3],
    [3000, 3],
  ])('of a boil at %s m hold %s min by the one-minute rule', (altitudeM, hold) => {
    expect(clocks('boil', { altitudeM })).toEqual({ hold });
  });

  it('of the longer rules are longer, and of the same water', () => {
    const school = (name: string) => clocks('boil', { altitudeM: 2000, school: name }).hold;
    expect(['one-minute', 'five-minutes', 'ten-minutes', 'twenty-minutes'].map(school)).toEqual([
      3, 5, 10, 20,
    ]);
  });

  it('of tablets obey the pack, double it in the cold, and take four hours of chlorine dioxide for Cryptosporidium', () => {
    const stand = (inputs: Inputs) => clocks('tablets', inputs).stand;
    expect(stand({ packMin: 30, temperatureC: 15 })).toBe(30);
    expect(stand({ packMin: 30, temperatureC: 5 })).toBe(60);
    expect(stand({ product: 'dioxide', packMin: 30, temperatureC: 15 })).toBe(30);
    expect(stand({ product: 'dioxide', packMin: 30, temperatureC: 15, crypto: 'yes' })).toBe(240);
    expect(stand({ product: 'dioxide', packMin: 30, temperatureC: 5 })).toBe(240);
  });

  it('of iodine stand thirty minutes, in the cold sixty', () => {
    expect(clocks('iodine', { temperatureC: 20 })).toEqual({ stand: 30 });
    expect(clocks('iodine', { temperatureC: 4 })).toEqual({ stand: 60 });
  });

  it.each([
    // to 1,000 ft, to 6,000 ft, above: the bounds belong to the lower time
    [304.8, 10],
    [305, 15],
    [1828.8, 15],
    [1829, 20],
  ])('of jars at %s m run %s min from a full boil, and cool half a day', (altitudeM, time) => {
    expect(clocks('can', { altitudeM, jars: 7 })).toEqual({ time, cool: 720 });
  });

  it('of jars run once for each load; the next jars wait hot, and all cool and are pressed together', () => {
    const { steps, uses } = ask('can', { jars: 16, perLoad: 7 });
    expect(steps.map(s => s.id)).toEqual([
      ...['boil', 'fill', 'rack', 'rolling', 'time', 'lift'],
      ...['rack-2', 'rolling-2', 'time-2', 'lift-2', 'rack-3', 'rolling-3', 'time-3', 'lift-3'],
      ...['cool', 'seal', 'label'],
    ]);
    expect(steps.find(s => s.id === 'seal')?.reading).toEqual({ unit: 'jars', least: 16 });
    expect(steps.find(s => s.id === 'rack-3')?.text.params).toMatchObject({ loadJars: 2, load: 3 });
    // a lid seals once; a jar comes back when its water is drunk
    expect(uses.map(u => u.supply)).toEqual(['lids', 'propane']);
    expect(uses[0]?.amount).toBe(16);
  });

  it('of the sun lie six hours of daylight for a clear day, and two whole days else', () => {
    expect(clocks('sun', { latitude: 5, oktas: 1 }).shine).toBe(360);
    // a December day at 5° N is some 11.8 hours long
    expect(clocks('sun', { latitude: 5, oktas: 5 }).shine! / 60).toBeCloseTo(23.5, 0);
  });

  it('of a shock stand twelve hours, a day, or the half hour of a swab', () => {
    const stand = (school: string) => clocks('shock', { school }).stand;
    expect(['fifty-full', 'ten-full', 'swab-200'].map(stand)).toEqual([720, 1440, 30]);
  });

  it('of a lamp are its seconds for each filling: 20 L by the litre, 90 s each, are half an hour', () => {
    expect(clocks('uv', { volumeL: 20, ratedL: 1, ratedS: 90 })).toEqual({ light: 30 });
  });
});

describe('what goes in', () => {
  it('of iodine is five drops a litre, ten in cloudy water: whole drops', () => {
    const drops = (inputs: Inputs) => ask('iodine', inputs).headline.params?.drops;
    expect(drops({ volumeL: 1 })).toBe(5);
    expect(drops({ volumeL: 1, clarity: 'cloudy' })).toBe(10);
    expect(drops({ volumeL: 1.5 })).toBe(8);
  });

  it('of tablets says why it is longer than the pack, and only then; a pack that was not read has no answer', () => {
    const why = (inputs: Inputs) => ask('tablets', inputs).working.map(line => line.id);
    expect(why({ temperatureC: 20 })).toEqual(['tablets.working']);
    expect(why({ temperatureC: 5 })).toEqual(['tablets.working', 'tablets.cold']);
    expect(why({ temperatureC: 20, product: 'dioxide', crypto: 'yes' })).toEqual([
      'tablets.working',
      'tablets.long',
    ]);
    expect(answerOf(methodOf('tablets')!, { volumeL: 20, packL: 20 }, context)).toBeUndefined();
  });
  it('of tablets is whole ones: 25 L by the pack of 20 are two', () => {
    expect(ask('tablets', { volumeL: 25, packL: 20 }).headline.params?.pieces).toBe(2);
    expect(ask('tablets', { volumeL: 20, packL: 20, clarity: 'cloudy' }).headline.params?.pieces).toBe(2);
  });

  it('of a rinse is 5 mL of household bleach a litre, near 300 mg/L', () => {
    const { params } = ask('sanitising', { volumeL: 20, strengthMgMl: 61.8 }).headline;
    // 300 mg/L ÷ 61.8 mg/mL
    expect(Number(params?.bleachMl) / Number(params?.waterL)).toBeCloseTo(4.85, 2);
  });

  it('of ascorbic acid is 2.5 mg for each mg of chlorine, of thiosulphate 7', () => {
    const grams = (remover: string) =>
      Number(ask('removing', { remover, volumeL: 100, haveMgL: 6, wantMgL: 1 }).headline.params?.grams);
    expect(grams('ascorbic')).toBeCloseTo(1.25, 9);
    expect(grams('thiosulphate')).toBeCloseTo(3.5, 9);
  });

  it('of powder for a litre of 1 % stock is 15 g of 65 %', () => {
    expect(Number(ask('stock', { percent: 65 }).headline.params?.grams)).toBeCloseTo(15.4, 1);
  });

  it('is more where the water is more, of every method that doses by volume', () => {
    for (const method of methods) {
      const due = (volumeL: number) => ask(method.id, { volumeL }).due;
      if (!method.blanks.some(b => b.id === 'volumeL') || !due(20)) continue;
      expect(due(4000)!.amount, method.id).toBeGreaterThanOrEqual(due(20)!.amount);
    }
  });
});
