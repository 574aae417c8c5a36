import { describe, expect, it } from 'vitest';
import { contactTime } from './contact.ts';
import { sanitisingRinse } from './sanitise.ts';
import { judgeAgainstInstruction, likelySlip, otherRuleOf } from './slip.ts';

describe('the likely slip', () => {
  it.each([
    // entered, instructed, spoon that was filled, spoon that was meant: an eighth of a teaspoon is 0.62 mL, a tablespoon 14.8
    [15, 0.6, 'metric-tbsp', 'eighth-tsp'],
    [5, 2.5, 'metric-tsp', 'half-tsp'],
    [5, 13.6, 'metric-tsp', 'tbsp'],
    [5, 15.2, 'metric-tsp', 'metric-tbsp'],
    [14.8, 4.93, 'metric-tbsp', 'tsp'],
  ])('of %d mL where %d is due is one spoon for another', (entered, instructed, was, meant) => {
    const slip = likelySlip(entered, instructed);
    expect(slip).toMatchObject({
      id: 'slip.spoon',
      params: { entered: `spoon.${was}`, meant: `spoon.${meant}` },
    });
    expect(slip!.params!.ratio).toBeCloseTo(entered / instructed);
  });

  it.each([
    [4, 2, 'slip.twice'],
    [4.4, 2, 'slip.twice'],
    [20, 2, 'slip.strength-tenfold'],
    [40, 2, 'slip.ml-for-drops'],
    [1, 2, 'slip.half'],
    [7.57, 2, 'slip.gallon-for-litre'],
    [0.2, 2, 'slip.strength-tenth'],
  ])('of %d mL where %d is due goes by the ratio', (entered, instructed, id) => {
    expect(likelySlip(entered, instructed)?.id).toBe(id);
  });

  it('is none where no known ratio is near', () => {
    expect(likelySlip(13, 2)).toBeUndefined();
    expect(likelySlip(2.7, 2)).toBeUndefined();
  });
});

describe('an amount against its instruction', () => {
  it.each([
    [0, 0, 'ok', 'guard.close', undefined],
    [3, 0, 'refuse', 'guard.far-over', undefined],
    [0, 3, 'refuse', 'guard.far-under', undefined],
    [3, 3, 'ok', 'guard.close', undefined],
    [4, 3, 'ok', 'guard.close', undefined],
    [4.05, 3, 'warn', 'guard.off', undefined],
    [2, 3, 'ok', 'guard.close', undefined],
    [1.95, 3, 'warn', 'guard.off', undefined],
    [6, 3, 'refuse', 'guard.far-over', 'slip.twice'],
    [5.9, 3, 'warn', 'guard.off', 'slip.twice'],
    [1.5, 3, 'refuse', 'guard.far-under', 'slip.half'],
    [1.55, 3, 'warn', 'guard.off', 'slip.half'],
  ])('%d where %d is due', (entered, instructed, verdict, reason, slip) => {
    const judged = judgeAgainstInstruction(entered, instructed);
    expect([judged.verdict, judged.reason.id, judged.slip?.id]).toEqual([verdict, reason, slip]);
  });
});

describe('the rinse that sanitises', () => {
  // 5 mL of 6 % (61.8 mg/mL) a litre is 300 mg/L; a twentieth of the vessel, in half litres, half a litre to ten
  it.each([
    [20, 1],
    [33, 1.5],
    [5, 0.5],
    [208, 10],
    [1000, 10],
  ])('of a vessel of %d L is %d L', (nominalL, waterL) => {
    const rinse = sanitisingRinse(nominalL, 61.8);
    expect(rinse.waterL).toBe(waterL);
    expect(rinse.bleachMl).toBeCloseTo((waterL * 300) / 61.8);
    expect(rinse.teaspoons).toBeCloseTo(rinse.bleachMl / 4.92892, 3);
  });
});

describe('the contact time', () => {
  it.each([
    [undefined, undefined, 60, ['contact.unknown']],
    [undefined, 7, 60, ['contact.temperature-unknown']],
    [15, undefined, 60, ['contact.ph-unknown']],
    [10, 7, 30, ['contact.usual']],
    [9.9, 7, 60, ['contact.cold']],
    [15, 8, 30, ['contact.usual']],
    [15, 8.1, 60, ['contact.high-ph']],
    [9, 8.5, 60, ['contact.cold', 'contact.high-ph']],
  ])('at %s °C and pH %s', (temperatureC, ph, minutes, why) => {
    const water = {
      ...(temperatureC === undefined ? {} : { temperatureC }),
      ...(ph === undefined ? {} : { ph }),
    };
    expect(contactTime(water)).toMatchObject({ minutes, why: why.map(id => ({ id })) });
    expect(contactTime(water).why).toHaveLength(why.length);
  });

  it('is long in cloudy water, whatever else is known', () => {
    expect(contactTime({ temperatureC: 15, ph: 7, clarity: 'cloudy' })).toMatchObject({ minutes: 60 });
    expect(contactTime({ temperatureC: 15, ph: 7, clarity: 'clear' })).toMatchObject({ minutes: 30 });
  });
});

describe('an amount that is another rule’s own figure', () => {
  const of = (enteredMl: number, school: 'drops-rule' | 'target-dose' | 'eighth-teaspoon') =>
    otherRuleOf(enteredMl, { school, volumeL: 20, strengthMgMl: 61.8 })?.params?.school;

  it('is named as that rule’s, and the rule that was followed is not', () => {
    // 20 L: 2 mg/L of 61.8 mg/mL is 0.65 mL; 8 drops a US gallon are 2.11 mL; ⅛ teaspoon a gallon is 3.26 mL
    expect(of(0.65, 'drops-rule')).toBe('school.target-dose');
    expect(of(2.11, 'target-dose')).toBe('school.drops-rule');
    expect(of(3.26, 'target-dose')).toBe('school.eighth-teaspoon');
    expect(of(2.11, 'drops-rule')).toBeUndefined();
    expect(of(9, 'target-dose')).toBeUndefined();
  });
});
