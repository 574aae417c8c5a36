import { describe, expect, it } from 'vitest';
import { judgeReading, type ReadingCase, type Standing } from './limits.ts';
import { type ParameterId, parameterIds, parameterRow } from './parameters.ts';
import { type Dated, faultOf, germsOf, slipOf, type TestReading } from './testReading.ts';

const at = '2026-06-10T09:00:00.000Z';
const on = '2026-06-10';
const read = (parameter: ParameterId, value: number, more: Partial<TestReading> = {}): Dated => ({
  parameter,
  method: parameterRow(parameter).methods[0]!,
  value,
  at,
  on,
  ...more,
});
const found = (
  parameter: ParameterId,
  word: TestReading['found'],
  more: Partial<TestReading> = {},
): Dated => ({
  parameter,
  method: parameterRow(parameter).methods[0]!,
  found: word,
  at,
  on,
  ...more,
});
const standing = (r: Dated, c: Partial<ReadingCase> = {}) =>
  judgeReading(r, { purpose: 'store', ...c }).standing;

describe('a figure against its limits', () => {
  it.each<[ParameterId, number, Standing, number, Standing]>([
    // WHO 2022 and EPA: the last figure that keeps a limit, and the first past it
    ['e-coli', 0, 'pass', 1, 'fail'],
    ['free-chlorine', 0.2, 'pass', 0.19, 'watch'],
    ['free-chlorine', 4, 'pass', 4.1, 'watch'],
    ['free-chlorine', 5, 'watch', 5.1, 'fail'],
    ['turbidity', 5, 'pass', 5.1, 'watch'],
    ['ph', 6.5, 'pass', 6.4, 'watch'],
    ['ph', 8.5, 'pass', 8.6, 'watch'],
    ['lead', 10, 'pass', 10.1, 'fail'],
    ['arsenic', 10, 'pass', 10.1, 'fail'],
    ['fluoride', 1.5, 'pass', 1.6, 'watch'],
    ['fluoride', 4, 'watch', 4.1, 'fail'],
    ['iron', 0.3, 'pass', 0.31, 'watch'],
    ['manganese', 0.08, 'pass', 0.09, 'watch'],
    ['aluminium', 0.2, 'pass', 0.21, 'watch'],
    ['tds', 1000, 'pass', 1001, 'watch'],
    ['conductivity', 1538, 'pass', 1540, 'watch'],
  ])('%s: %d is a %s, %d a %s', (parameter, good, is, bad, isThen) => {
    expect(standing(read(parameter, good))).toBe(is);
    expect(standing(read(parameter, bad))).toBe(isThen);
  });

  it.each<[string, number, 'NO3' | 'N', Standing]>([
    ['under both', 44.3, 'NO3', 'pass'],
    ['10 as N is the US limit itself', 10, 'N', 'pass'],
    ['over the US 44.3, under WHO’s 50', 45, 'NO3', 'watch'],
    ['WHO’s own', 50, 'NO3', 'watch'],
    ['over both', 50.1, 'NO3', 'fail'],
    ['45 as N is 199 as NO₃', 45, 'N', 'fail'],
    ['11.3 as N is over both', 11.3, 'N', 'fail'],
  ])('nitrate %s', (_, value, as, is) => {
    expect(standing(read('nitrate', value, { as }))).toBe(is);
  });

  it('shows the limits of both where they differ, and whose is past', () => {
    const { limits, judgement } = judgeReading(read('nitrate', 45, { as: 'NO3' }), { purpose: 'store' });
    expect(limits.map(l => [l.authority, l.most, l.is])).toEqual([
      ['who', 50, 'within'],
      ['us-epa', 44.3, 'past'],
    ]);
    expect(judgement.reason.params).toMatchObject({ bound: '44.3', otherBound: '50' });
  });

  it('is no water for an infant where any limit is past', () => {
    const watch = read('nitrate', 45, { as: 'NO3' });
    expect(judgeReading(watch, { purpose: 'store', hasInfant: true }).also[0]?.verdict).toBe('refuse');
    expect(judgeReading(watch, { purpose: 'store' }).also[0]?.verdict).toBe('warn');
    expect(
      judgeReading(read('nitrate', 20, { as: 'NO3' }), { purpose: 'store', hasInfant: true }).also,
    ).toEqual([]);
    expect(judgeReading(read('lead', 12), { purpose: 'store', hasInfant: true }).also[0]?.reason.id).toBe(
      'judged.infant.lifelong',
    );
  });

  it('adds nitrate and nitrite up: 30/50 + 1.2/3 is 1, a little more fails', () => {
    const nitrate = read('nitrate', 30, { as: 'NO3' });
    expect(standing(nitrate)).toBe('pass');
    expect(standing(nitrate, { nitriteMgL: 1.2 })).toBe('pass');
    expect(standing(nitrate, { nitriteMgL: 1.3 })).toBe('fail');
    expect(standing(read('nitrite', 1.3, { as: 'NO2' }), { nitrateMgL: 30 })).toBe('fail');
    // 1 as N is 3.28 as NO₂: past WHO's 3 alone
    expect(standing(read('nitrite', 1, { as: 'N' }))).toBe('watch');
  });

  it.each<[string, Dated, Standing]>([
    ['below a bound under the limit', read('lead', 5, { beyond: 'below' }), 'pass'],
    ['below a bound over it: nobody can say', read('lead', 20, { beyond: 'below' }), 'cannot-say'],
    ['above a bound over it', read('e-coli', 2419, { beyond: 'above' }), 'fail'],
    ['above a bound under it', read('fluoride', 1, { beyond: 'above' }), 'cannot-say'],
    ['"<1" E. coli is none', read('e-coli', 1, { beyond: 'below' }), 'pass'],
    ['"<10" E. coli may be some', read('e-coli', 10, { beyond: 'below' }), 'cannot-say'],
    ['chlorine "<0.1"', read('free-chlorine', 0.1, { beyond: 'below' }), 'watch'],
    ['chlorine "<0.5" may be enough or none', read('free-chlorine', 0.5, { beyond: 'below' }), 'cannot-say'],
    ['chlorine ">3.5": the kit ends there', read('free-chlorine', 3.5, { beyond: 'above' }), 'watch'],
  ])('%s', (_, r, is) => {
    expect(standing(r)).toBe(is);
  });
});

describe('what the water is for', () => {
  it('a low residual is a watch in sealed store and at a tap of a supply, and a fail in what is delivered', () => {
    expect(standing(read('free-chlorine', 0.1))).toBe('watch');
    expect(standing(read('free-chlorine', 0.1), { purpose: 'tap' })).toBe('watch');
    expect(standing(read('free-chlorine', 0.1), { purpose: 'delivery' })).toBe('fail');
  });

  it('a low residual at the end of a contact time is a fail', () => {
    const low = read('free-chlorine', 0.15);
    expect(standing(low, { contactAt: [at] })).toBe('fail');
    expect(standing(low, { contactAt: ['2026-06-10T09:00:01.000Z'] })).toBe('watch');
    expect(standing(read('free-chlorine', 0.2), { contactAt: [at] })).toBe('pass');
  });

  it('germs in water that is treated first are what was expected', () => {
    expect(standing(read('e-coli', 80), { purpose: 'raw' })).toBe('watch');
    expect(standing(read('e-coli', 1), { purpose: 'fresh' })).toBe('fail');
  });
});

describe('germs', () => {
  const begun = '2026-06-07T09:00:00.000Z';
  const bottle = (temperatureC: number, hours: number, word: 'present' | 'absent'): Dated => ({
    parameter: 'e-coli',
    method: 'presence-absence',
    found: word,
    incubated: { from: begun, temperatureC },
    at: new Date(Date.parse(begun) + hours * 3_600_000).toISOString(),
    on,
  });

  it.each<[number, number, Standing]>([
    [35, 24, 'pass'],
    [35, 48, 'pass'],
    [35, 23.9, 'cannot-say'],
    [35, 48.1, 'cannot-say'],
    [20, 24, 'pass'],
    [19.9, 24, 'cannot-say'],
    [17, 48, 'pass'],
    [17, 72, 'pass'],
    [17, 80, 'cannot-say'],
    [15, 60, 'pass'],
    [14.9, 60, 'cannot-say'],
    [46, 30, 'cannot-say'],
  ])('at %d °C, clear after %d h: %s', (temperatureC, hours, is) => {
    expect(standing(bottle(temperatureC, hours, 'absent'))).toBe(is);
  });

  it.each([1, 30, 80, 200])('a bottle that turned counts whenever it is seen: after %d h', hours => {
    expect(standing(bottle(17, hours, 'present'))).toBe('fail');
    expect(germsOf(bottle(10, hours, 'present'))).toBe(1);
  });

  it('goes by the kit’s own window where it has one', () => {
    const own = { ...bottle(35, 20, 'absent') };
    const r = { ...own, incubated: { ...own.incubated!, window: { fromH: 18, toH: 22 } } };
    expect(standing(r)).toBe('pass');
    expect(standing(own)).toBe('cannot-say');
  });

  it('says what a clear one means, and what it does not see', () => {
    const judged = judgeReading(bottle(35, 30, 'absent'), { purpose: 'store' });
    expect(judged.judgement.reason.id).toBe('judged.germs.none');
    expect(judged.blind?.id).toBe('blind.germs.presence-absence');
  });

  it('coliforms without E. coli are a watch; black H₂S is a fail and may be the ground', () => {
    expect(standing(found('total-coliforms', 'present'))).toBe('watch');
    const black = judgeReading(found('h2s', 'present'), { purpose: 'store' });
    expect([black.standing, black.blind?.id]).toEqual(['fail', 'blind.h2s']);
  });

  it('Sphere’s ten for unchlorinated water is shown, and changes nothing', () => {
    const { standing: is, limits } = judgeReading(read('e-coli', 7), { purpose: 'store' });
    expect(is).toBe('fail');
    expect(limits.find(l => l.authority === 'sphere')?.is).toBe('within');
  });
});

describe('an expired kit', () => {
  const kit = { expires: '2026-06-09' };
  it('passes nothing, and a bad value of it still alarms', () => {
    expect(standing(read('free-chlorine', 0.6, { kit }))).toBe('cannot-say');
    expect(standing(read('free-chlorine', 0.1, { kit }))).toBe('watch');
    expect(standing(found('e-coli', 'present', { kit }))).toBe('fail');
    expect(standing(found('e-coli', 'absent', { kit }))).toBe('cannot-say');
    expect(standing(read('free-chlorine', 0.6, { kit: { expires: on } }))).toBe('pass');
  });
});

describe('eye and nose', () => {
  it('stop a water, or say little', () => {
    expect(standing(found('smell', 'fuel'))).toBe('fail');
    expect(standing(found('colour', 'unnatural'))).toBe('fail');
    expect(standing(found('floating', 'sheen'))).toBe('fail');
    expect(standing(found('floating', 'insects'))).toBe('watch');
    expect(judgeReading(found('look', 'clear'), { purpose: 'store' }).blind?.id).toBe('blind.senses');
  });
});

describe('what can be a reading', () => {
  it.each<[TestReading, string | undefined, number | undefined]>([
    [{ parameter: 'ph', method: 'strip', value: 75 }, 'impossible', 7.5],
    [{ parameter: 'ph', method: 'strip', value: 14 }, undefined, undefined],
    [{ parameter: 'free-chlorine', method: 'meter', value: -1 }, 'impossible', undefined],
    [{ parameter: 'temperature', method: 'meter', value: -1 }, undefined, undefined],
    [{ parameter: 'nitrate', method: 'strip', value: 45 }, 'as', undefined],
    [{ parameter: 'nitrate', method: 'strip', value: 45, as: 'NO2' }, 'as', undefined],
    [{ parameter: 'e-coli', method: 'presence-absence', found: 'present', value: 3 }, 'found', undefined],
    [{ parameter: 'look', method: 'senses', found: 'fuel' }, 'found', undefined],
    [{ parameter: 'lead', method: 'soap', value: 3 }, 'method', undefined],
  ])('%j: %s', (r, fault, slip) => {
    expect(faultOf(r)).toBe(fault);
    expect(slipOf(r)).toBe(slip);
  });

  it('nobody tastes water to test it', () => {
    expect(parameterIds).not.toContain('taste');
  });

  it('every parameter is judged by each of its methods, with a reason and where it fails a way on', () => {
    for (const parameter of parameterIds) {
      const { methods, words = [], as } = parameterRow(parameter);
      const readings = [
        ...words.map(w => found(parameter, w)),
        ...[0, 1, 6, 12, 60, 900].map(value =>
          read(parameter, value, as ? { as: Object.keys(as)[0] as 'NO3' } : {}),
        ),
      ].filter(r => faultOf(r) === undefined);
      expect(readings.length).toBeGreaterThan(0);
      for (const method of methods)
        for (const r of readings.map(one => ({ ...one, method })).filter(one => faultOf(one) === undefined)) {
          const { standing: is, judgement } = judgeReading(r, { purpose: 'store' });
          if (is === 'fail') expect([r, judgement.remedy]).not.toContain(undefined);
        }
    }
  });
});
