import { describe, expect, it } from 'vitest';
import { measured } from '../../base/units/amount.ts';
import { litresPer } from '../../base/units/volume.ts';
import { type DoseQuestion, planDose } from './instruct.ts';
import { spoonMl, toolCatalogue } from './measure.ts';
import { sanitisingRinse } from './sanitise.ts';
import { doseAnswers, doseSchools } from './schools.ts';
import { labelStrengthMgMl } from './strength.ts';

const TSP_ML = litresPer.tsp * 1000;
const DROP_ML = 0.05;

/** US EPA, Emergency Disinfection of Drinking Water: bleach by volume of clear water, 6 % and 8.25 %. */
const epaTable = [
  { gallons: 0.25, six: 2 * DROP_ML, eight: 2 * DROP_ML },
  { gallons: 1, six: 8 * DROP_ML, eight: 6 * DROP_ML },
  { gallons: 2, six: 16 * DROP_ML, eight: 12 * DROP_ML },
  { gallons: 4, six: TSP_ML / 3, eight: TSP_ML / 4 },
  { gallons: 8, six: (2 * TSP_ML) / 3, eight: TSP_ML / 2 },
] as const;

const answerMl = (gallons: number, strength: number, clarity: 'clear' | 'cloudy' = 'clear'): number => {
  const answers = doseAnswers({
    volumeL: gallons * litresPer['US gal'],
    clarity,
    temperatureC: 15,
    bleach: { basis: 'wt-naocl', strength },
    strengthMgMl: labelStrengthMgMl('wt-naocl', strength),
    isTreatedTap: false,
  });
  const drops = answers.find(a => a.school === 'drops-rule')!;
  return drops.answers ? drops.doseMl : Number.NaN;
};

describe('the table that the US EPA prints', () => {
  // the table's own spoons are rounder than its drops: a third of a teaspoon is 32.9 drops where four gallons take 32
  it.each(epaTable)('for $gallons gal is kept to within its own rounding', ({ gallons, six, eight }) => {
    expect(Math.abs(answerMl(gallons, 6) - six)).toBeLessThanOrEqual(
      Math.max(0.5 * DROP_ML, 0.05 * six) + 1e-9,
    );
    expect(Math.abs(answerMl(gallons, 8.25) - eight)).toBeLessThanOrEqual(
      Math.max(0.5 * DROP_ML, 0.05 * eight) + 1e-9,
    );
  });

  it('is doubled for cloudy, murky or very cold water', () => {
    for (const { gallons } of epaTable.slice(1))
      expect(answerMl(gallons, 6, 'cloudy')).toBeCloseTo(2 * answerMl(gallons, 6), 9);
  });
});

describe('every school', () => {
  const strengths = [1, 3, 5, 5.25, 6, 8.25, 9, 12] as const;

  it('either gives a dose with its working, or says why it has none', () => {
    for (const strength of strengths) {
      for (const clarity of ['clear', 'cloudy'] as const) {
        const answers = doseAnswers({
          volumeL: 198,
          clarity,
          bleach: { basis: 'wt-naocl', strength },
          strengthMgMl: labelStrengthMgMl('wt-naocl', strength),
          isTreatedTap: true,
          residualMgL: 0.3,
          jars: [{ doseMgL: 2, residualMgL: 0.6 }],
        });
        expect(answers.map(a => a.school)).toEqual(doseSchools.map(s => s.id));
        for (const a of answers) {
          expect(a.working.id).toMatch(/^dose\./);
          // a dose for drinking water never comes near a sanitising one
          if (a.answers) expect(a.targetMgL).toBeLessThan(40);
        }
      }
    }
  });

  it('makes the mg/L that its millilitres make', () => {
    const strengthMgMl = labelStrengthMgMl('wt-naocl', 6);
    const answers = doseAnswers({
      volumeL: 198,
      clarity: 'clear',
      temperatureC: 15,
      bleach: { basis: 'wt-naocl', strength: 6 },
      strengthMgMl,
      isTreatedTap: false,
    });
    for (const a of answers)
      if (a.answers && a.doseMl > 0) expect((a.doseMl * strengthMgMl) / 198).toBeCloseTo(a.targetMgL, 9);
  });
});

describe('measuring out', () => {
  const question = (
    volumeL: number,
    toolIds: readonly string[],
    more: Partial<DoseQuestion> = {},
  ): DoseQuestion => ({
    volumeL: measured(volumeL),
    clarity: 'clear',
    temperatureC: 12,
    ph: 7,
    isTreatedTap: false,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: '2026-09-01', keptC: 15 },
    strengthSchool: 'replace-yearly',
    school: 'target-dose',
    tools: toolCatalogue.filter(t => toolIds.includes(t.id)),
    today: '2026-11-25',
    ...more,
  });

  // by hand: 2 mg/L × V ÷ 61.78 mg/mL
  it.each([
    [198, ['syringe-10'], 6.4],
    [198, ['syringe-10', 'syringe-1'], 6.4],
    [20, ['syringe-1'], 0.65],
    [20, ['dropper'], 0.65],
    [1000, ['syringe-10'], 32.4],
  ])('%s L with %j is %s mL', (volumeL, tools, deliveredMl) => {
    const plan = planDose(question(volumeL, tools));
    expect(plan.measure.way).toBe('tool');
    expect(plan.roundedMl).toBeCloseTo(deliveredMl, 1);
  });

  it('with spoons only finds the nearest spoon, or says that none will do', () => {
    const five = planDose(question(152, ['spoon-tsp']));
    expect(five.roundedMl).toBeCloseTo(spoonMl.tsp, 6);
    expect(planDose(question(60, ['spoon-tsp'])).judgements.map(j => j.reason.id)).toContain('measure.none');
  });

  it('refuses bleach too old for its label, but doses it by its computed strength', () => {
    const old = {
      bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: '2025-03-01', keptC: 24 },
    } as const;
    const byLabel = planDose(question(198, ['syringe-10'], old));
    expect(byLabel.judgements.map(j => `${j.verdict} ${j.reason.id}`)).toContain('refuse strength.too-old');
    const computed = planDose(question(198, ['syringe-10'], { ...old, strengthSchool: 'computed-strength' }));
    expect(computed.judgements).toEqual([]);
    expect(computed.roundedMl).toBeGreaterThan(byLabel.roundedMl);
  });
});

it('the sanitising rinse of the US CDC is a teaspoon a quart', () => {
  const rinse = sanitisingRinse(3.785, 61.8);
  // 5 mL a litre is 4.73 mL a quart, a teaspoon within five percent
  expect((rinse.bleachMl / rinse.waterL) * litresPer['US qt']).toBeCloseTo(TSP_ML, 0);
  expect(sanitisingRinse(1000, 61.8).waterL).toBeLessThanOrEqual(10);
  expect(sanitisingRinse(0.5, 61.8).waterL).toBe(0.5);
});
