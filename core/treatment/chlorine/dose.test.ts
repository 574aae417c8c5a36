import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guessed, measured } from '../../base/units/amount.ts';
import { contactTime, standRules } from './contact.ts';
import { type DoseQuestion, instructionOf, planDose } from './instruct.ts';
import { dilutionFor, measurePlan, measureWith, toolCatalogue } from './measure.ts';
import { sanitisingRinse } from './sanitise.ts';
import { clarityOf, type DoseCase, defaultDoseSchool, doseAnswers, leastDose } from './schools.ts';
import { judgeAgainstInstruction, likelySlip } from './slip.ts';

const GALLON_L = 3.785411784;
const gallon: DoseCase = {
  volumeL: GALLON_L,
  clarity: 'clear',
  temperatureC: 15,
  bleach: { basis: 'wt-naocl', strength: 6 },
  strengthMgMl: 61.8,
  isTreatedTap: false,
};
const tool = (id: string) => toolCatalogue.find(t => t.id === id)!;
const answer = (c: DoseCase, school: string) => {
  const found = doseAnswers(c).find(a => a.school === school)!;
  return found.answers ? found : undefined;
};

describe('schools of the dose', () => {
  // US EPA and CDC tables, per US gallon
  it.each([
    [6, 8],
    [8.25, 6],
    [1, 40],
  ])('the drop table: %s %% takes %s drops a gallon', (strength, drops) => {
    expect(answer({ ...gallon, bleach: { basis: 'wt-naocl', strength } }, 'drops-rule')?.doseMl).toBeCloseTo(
      drops / 20,
      9,
    );
  });

  it('the drop table makes about 6.5 mg/L, ⅛ teaspoon about 10, of 9 % 15.6', () => {
    expect(answer(gallon, 'drops-rule')?.targetMgL).toBeCloseTo(6.5, 1);
    expect(answer(gallon, 'eighth-teaspoon')?.targetMgL).toBeCloseTo(10.1, 1);
    const nine = { ...gallon, bleach: { basis: 'wt-naocl' as const, strength: 9 }, strengthMgMl: 96.1 };
    expect(answer(nine, 'eighth-teaspoon')?.targetMgL).toBeCloseTo(15.6, 1);
  });

  it('are doubled for cloudy or cold water, and have no answer for other labels', () => {
    expect(answer({ ...gallon, clarity: 'cloudy' }, 'drops-rule')?.doseMl).toBeCloseTo(0.8, 9);
    expect(answer({ ...gallon, temperatureC: 4 }, 'eighth-teaspoon')?.doseMl).toBeCloseTo(1.232, 3);
    expect(
      answer({ ...gallon, bleach: { basis: 'wt-naocl', strength: 5.25 } }, 'drops-rule'),
    ).toBeUndefined();
    expect(answer({ ...gallon, bleach: { basis: 'trade', strength: 6 } }, 'drops-rule')).toBeUndefined();
  });

  it('2 mg/L in 198 L of 57.4 mg/mL is 6.9 mL; 4 mg/L when cloudy', () => {
    const drum = { ...gallon, volumeL: 198, strengthMgMl: 57.4 };
    expect(answer(drum, 'target-dose')?.doseMl).toBeCloseTo(6.9, 2);
    expect(answer({ ...drum, clarity: 'cloudy' }, 'target-dose')?.doseMl).toBeCloseTo(13.8, 1);
  });

  it('jars of 0, 0, 0.1, 0.6, 1.4, 3.1 for 1, 2, 3, 4, 6, 8 mg/L pick 4 and scale it to 198 L', () => {
    const jars = [
      [1, 0],
      [2, 0],
      [3, 0.1],
      [4, 0.6],
      [6, 1.4],
      [8, 3.1],
    ].map(([doseMgL, residualMgL]) => ({ doseMgL: doseMgL!, residualMgL: residualMgL! }));
    expect(leastDose(jars)).toMatchObject({ doseMgL: 4, demandMgL: 3.4 });
    expect(answer({ ...gallon, volumeL: 198, jars }, 'measured-demand')?.doseMl).toBeCloseTo(
      (4 * 198) / 61.8,
      9,
    );
  });

  it('add nothing to tap water that reads 0.2, and top it up to 1', () => {
    const tap = { ...gallon, isTreatedTap: true, residualMgL: 0.4 };
    expect(answer(tap, 'tap-as-is')?.doseMl).toBe(0);
    expect(answer(tap, 'tap-top-up')?.targetMgL).toBeCloseTo(0.6, 9);
    expect(answer({ ...tap, residualMgL: 0.1 }, 'tap-as-is')).toBeUndefined();
    expect(defaultDoseSchool(tap)).toBe('tap-as-is');
    expect(defaultDoseSchool(gallon)).toBe('drops-rule');
    // nobody read it: without a notice nothing is asked of it; cloudy it is no tap water as it was sent
    const unread = { ...gallon, isTreatedTap: true };
    expect(answer(unread, 'tap-as-is')?.doseMl).toBe(0);
    expect(defaultDoseSchool(unread)).toBe('tap-as-is');
    expect(answer({ ...unread, clarity: 'cloudy' }, 'tap-as-is')).toBeUndefined();
    expect(defaultDoseSchool({ ...unread, clarity: 'cloudy' })).toBe('drops-rule');
    expect(defaultDoseSchool({ ...unread, jars: [{ doseMgL: 2, residualMgL: 0.6 }] })).toBe(
      'measured-demand',
    );
    expect(defaultDoseSchool({ ...tap, residualMgL: 0.1 })).toBe('drops-rule');
  });

  it('tops up what was treated here and proved, not what is raw', () => {
    const spring = { ...gallon, residualMgL: 0.3 };
    expect(answer(spring, 'tap-top-up')).toBeUndefined();
    expect(answer({ ...spring, isProved: true }, 'tap-top-up')?.targetMgL).toBeCloseTo(0.7, 9);
    expect(answer({ ...spring, isProved: true }, 'tap-as-is')).toBeUndefined();
  });

  it('scale with the volume', () => {
    const volume = fc.double({ min: 1, max: 5000, noNaN: true });
    fc.assert(
      fc.property(volume, fc.integer({ min: 2, max: 9 }), (volumeL, times) => {
        const once = answer({ ...gallon, volumeL }, 'target-dose')!.doseMl;
        const more = answer({ ...gallon, volumeL: volumeL * times }, 'target-dose')!.doseMl;
        return Math.abs(more / once - times) < 1e-9;
      }),
    );
  });
});

describe('measuring out', () => {
  it('takes whole steps only, never more than 10 % under or 25 % over', () => {
    const dose = fc.double({ min: 0.01, max: 500, noNaN: true });
    fc.assert(
      fc.property(dose, fc.subarray([...toolCatalogue], { minLength: 1 }), (doseMl, tools) => {
        const plan = measurePlan(doseMl, tools);
        if (plan.way !== 'tool') return true;
        const { deliveredMl, errorShare } = plan.measured;
        return (
          errorShare >= -0.1 && errorShare <= 0.25 && Math.abs(deliveredMl / doseMl - 1 - errorShare) < 1e-6
        );
      }),
    );
  });

  it('finds the whole step within 10 % under and 25 % over whenever there is one', () => {
    // 3.4 drops: three are 12 % under, four 18 % over. 1.509 mL: two ⅛ tsp are 18 % under, three 22 % over
    expect(measureWith(tool('dropper'), 3.4 / 20)?.steps).toBe(4);
    expect(measureWith(tool('spoon-eighth-tsp'), 1.509)?.steps).toBe(3);
    const stepMl = { dropper: 1 / 20, 'spoon-eighth-tsp': 4.92892159375 / 8, 'syringe-10': 0.2 } as const;
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(stepMl) as (keyof typeof stepMl)[])),
        fc.double({ min: 0.6, max: 2.9, noNaN: true }),
        (id, doseMl) => {
          const inBounds = [1, 2, 3, 4, 5, 6, 7, 8, ...Array.from({ length: 60 }, (_, i) => i + 9)].filter(
            n => {
              const off = (n * stepMl[id]) / doseMl - 1;
              return off >= -0.1 && off <= 0.25;
            },
          );
          const fits = inBounds.some(n => id !== 'spoon-eighth-tsp' || n <= 8);
          return (measureWith(tool(id), doseMl) !== undefined) === fits;
        },
      ),
    );
  });

  it('thins with water that the tools can measure', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.3, noNaN: true }),
        fc.subarray([...toolCatalogue], { minLength: 1 }),
        (doseMl, tools) => {
          const dilution = dilutionFor(doseMl, tools);
          if (!dilution) return true;
          const { water, waterMl } = dilution;
          return tools.includes(water.tool) && Math.abs(water.deliveredMl / waterMl - 1) <= 0.05 + 1e-9;
        },
      ),
    );
  });

  it('takes 6.9 mL with a 10 mL syringe to a mark of 0.2 mL steps', () => {
    expect(measureWith(tool('syringe-10'), 6.9)?.deliveredMl).toBeCloseTo(7, 0);
    expect(measureWith(tool('syringe-10'), 0.016)).toBeUndefined();
    expect(measureWith(tool('cup'), 6.9)).toBeUndefined();
  });

  it('thins the bleach for half a litre: 0.016 mL is in no tool', () => {
    const plan = measurePlan((2 * 0.5) / 61.8, [tool('syringe-1'), tool('syringe-10'), tool('spoon-tsp')]);
    expect(plan.way).toBe('dilute');
    const dilution = dilutionFor(0.01618, [tool('syringe-1')])!;
    const bleachInDoseMl =
      (dilution.dose.deliveredMl * dilution.bleach.deliveredMl) /
      (dilution.bleach.deliveredMl + dilution.waterMl);
    expect(Math.abs(bleachInDoseMl / 0.01618 - 1)).toBeLessThanOrEqual(0.05);
  });
});

describe('the slip guard', () => {
  it('stops at twice and at half, warns beyond a third, lets the rest pass', () => {
    expect(judgeAgainstInstruction(6.9, 6.9).verdict).toBe('ok');
    expect(judgeAgainstInstruction(9.0, 6.9).verdict).toBe('ok');
    expect(judgeAgainstInstruction(9.4, 6.9).verdict).toBe('warn');
    expect(judgeAgainstInstruction(13.8, 6.9).verdict).toBe('refuse');
    expect(judgeAgainstInstruction(3.45, 6.9).verdict).toBe('refuse');
    expect(judgeAgainstInstruction(4.5, 6.9).verdict).toBe('warn');
  });

  it.each([
    [15, 0.6, 'slip.spoon'],
    [13.8, 6.9, 'slip.twice'],
    [20.7, 6.9, 'slip.tablespoon-for-teaspoon'],
    [69, 6.9, 'slip.strength-tenfold'],
    [26.1, 6.9, 'slip.gallon-for-litre'],
    [27.6, 6.9, 'slip.quart-for-gallon'],
    [1.823, 6.9, 'slip.litre-for-gallon'],
    [1.725, 6.9, 'slip.gallon-for-quart'],
    [8, 0.4, 'slip.ml-for-drops'],
  ])('%s mL where %s is due: %s', (entered, instructed, id) => {
    expect(likelySlip(entered, instructed)?.id).toBe(id);
  });
});

describe('contact time', () => {
  it('is 30 minutes, 60 when cold, above pH 8 or unknown', () => {
    expect(contactTime({ temperatureC: 12, ph: 7 }).minutes).toBe(30);
    expect(contactTime({ temperatureC: 9.9, ph: 7 }).minutes).toBe(60);
    expect(contactTime({ temperatureC: 12, ph: 8.1 }).minutes).toBe(60);
    expect(contactTime({ ph: 7 }).minutes).toBe(60);
    expect(contactTime({}).why).toHaveLength(1);
  });

  it.each([
    // pH unread: the usual half hour stands on the scale as another rule's own, not as what holds here
    [{ temperatureC: 20 }, undefined, [30, false], [60, true]],
    [{ temperatureC: 20, ph: 7 }, undefined, [30, true], [60, false]],
    [{ temperatureC: 20, ph: 7 }, 85, [30, true], [60, false], [85, false]],
    // what the wait earns anyway is no longer stand
    [{ temperatureC: 9, ph: 7 }, 60, [30, false], [60, true]],
  ] as const)('of %j with %s min for Giardia stands among the taught ones', (water, giardiaMin, ...rules) => {
    expect(standRules(contactTime(water), giardiaMin).map(r => [r.minutes, r.isChosen])).toEqual(rules);
  });
});

describe('the whole plan', () => {
  const question: DoseQuestion = {
    volumeL: measured(198),
    clarity: 'clear',
    temperatureC: 11,
    ph: 7.4,
    isTreatedTap: false,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: '2026-03-03', keptC: 14 },
    strengthSchool: 'computed-strength',
    school: 'target-dose',
    tools: [tool('syringe-10')],
    today: '2026-11-25',
  };

  it('is kept as the instruction that it gave', () => {
    const plan = planDose(question);
    expect(plan.judgements).toEqual([]);
    expect(instructionOf(question, plan)).toMatchObject({
      school: 'target-dose',
      tool: 'syringe-10',
      contactMin: 30,
      volumeL: 198,
    });
    expect(plan.roundedMgL).toBeCloseTo((plan.roundedMl * 57.38) / 198, 2);
  });

  it('refuses scented bleach, muddy water and what no tool can measure', () => {
    const refused = (more: Partial<DoseQuestion>) =>
      planDose({ ...question, ...more })
        .judgements.filter(j => j.verdict === 'refuse')
        .map(j => j.reason.id);
    expect(refused({ bleach: { ...question.bleach, product: 'scented' } })).toContain('bleach.scented');
    expect(refused({ clarity: 'muddy' })).toContain('clarity.muddy');
    expect(refused({ tools: [] })).toContain('measure.none');
  });

  it('shows the span of a guess', () => {
    const { spanMgL, roundedMgL } = planDose({ ...question, volumeL: guessed(198) });
    expect(spanMgL[0]).toBeCloseTo(roundedMgL / 1.25, 9);
    expect(spanMgL[1]).toBeCloseTo(roundedMgL / 0.75, 9);
  });
});

it('the sanitising rinse is 300 mg/L: about 5 mL of 6 % a litre, more of a weaker bottle', () => {
  const rinse = sanitisingRinse(208, 61.8);
  expect(rinse.bleachMl / rinse.waterL).toBeCloseTo(300 / 61.8, 9);
  expect(rinse.bleachMl / rinse.waterL).toBeCloseTo(5, 0);
  expect(sanitisingRinse(208, 30).bleachMl).toBeCloseTo(rinse.waterL * 10, 9);
});

describe('what is guessed', () => {
  const question = (more: Partial<DoseQuestion>): DoseQuestion => ({
    volumeL: measured(20),
    clarity: 'clear',
    isTreatedTap: false,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 5, madeOn: '2026-10-01', keptC: 15 },
    strengthSchool: 'replace-yearly',
    school: 'target-dose',
    tools: toolCatalogue,
    today: '2026-11-25',
    ...more,
  });
  it('"about a bucket" with a guessed strength shows the span, and asks for the strength first', () => {
    const plan = planDose(question({ volumeL: guessed(20), strengthSpread: 0.4 }));
    // 1.25 × the volume and 0.6 × the strength; 0.75 × and 1.4 ×
    expect(plan.spanMgL[0]).toBeCloseTo((plan.roundedMgL * 0.6) / 1.25, 9);
    expect(plan.spanMgL[1]).toBeCloseTo((plan.roundedMgL * 1.4) / 0.75, 9);
    const asked = plan.judgements.find(j => j.reason.id.startsWith('measure.guessed'));
    expect(asked?.remedy?.id).toBe('measure.guessed-strength.remedy');
  });
  it('asks for the volume where only that is a guess, and for nothing where all is known', () => {
    const ids = (more: Partial<DoseQuestion>) =>
      planDose(question(more))
        .judgements.map(j => j.remedy?.id)
        .filter(id => id?.startsWith('measure.guessed'));
    expect(ids({ volumeL: guessed(20) })).toEqual(['measure.guessed-volume.remedy']);
    expect(ids({})).toEqual([]);
  });
});

describe('the rule in force', () => {
  const of = (more: Partial<DoseCase>) => defaultDoseSchool({ ...gallon, ...more });
  it('goes by the water and never changes with the bottle', () => {
    expect(of({})).toBe('drops-rule');
    expect(of({ bleach: { basis: 'wt-naocl', strength: 5.25 } })).toBe('drops-rule');
    expect(of({ isTreatedTap: true, residualMgL: 0.4 })).toBe('tap-as-is');
    expect(of({ jars: [{ doseMgL: 2, residualMgL: 0.6 }] })).toBe('measured-demand');
  });
  it('has no answer for a bottle more than a fifth off its label, and asks for another one', () => {
    expect(answer({ ...gallon, trueMgMl: 61.8 * 0.8 }, 'drops-rule')).toBeDefined();
    expect(answer({ ...gallon, trueMgMl: 61.8 * 0.79 }, 'drops-rule')).toBeUndefined();
    expect(answer({ ...gallon, trueMgMl: 61.8 * 0.79 }, 'eighth-teaspoon')).toBeUndefined();
    expect(
      answer({ ...gallon, trueMgMl: 61.8 * 0.5, strengthMgMl: 30.9 }, 'target-dose')?.doseMl,
    ).toBeCloseTo((2 * GALLON_L) / 30.9, 9);
  });
  it('doubles what nobody measured: unanswered is cold', () => {
    const { temperatureC: _, ...unmeasured } = gallon;
    expect(answer(unmeasured, 'drops-rule')?.doseMl).toBeCloseTo(16 / 20, 9);
    expect(answer({ ...gallon, temperatureC: 5 }, 'drops-rule')?.doseMl).toBeCloseTo(8 / 20, 9);
    expect(answer({ ...gallon, temperatureC: 4.9 }, 'drops-rule')?.doseMl).toBeCloseTo(16 / 20, 9);
  });
  it('adds nothing to tap water of 0.2 to 4 mg/L, whatever the state of the bleach', () => {
    const tap = (residualMgL: number) => answer({ ...gallon, isTreatedTap: true, residualMgL }, 'tap-as-is');
    expect([tap(0.19), tap(0.2), tap(4), tap(4.1)].map(a => a?.doseMl)).toEqual([undefined, 0, 0, undefined]);
    const plan = planDose({
      volumeL: measured(20),
      clarity: 'clear',
      isTreatedTap: true,
      residualMgL: 0.5,
      bleach: { product: 'scented', basis: 'wt-naocl', strength: 6, madeOn: '2020-01-01', keptC: 30 },
      strengthSchool: 'replace-yearly',
      tools: [],
      today: '2026-11-25',
    });
    expect(plan.judgements).toEqual([]);
  });
  it('sees by a figure what the eye would call clear, cloudy or muddy', () => {
    expect([0, 4.9, 5, 100, 100.1].map(clarityOf)).toEqual(['clear', 'clear', 'cloudy', 'cloudy', 'muddy']);
  });
  it('lets cloudy water stand an hour, warm or not', () => {
    expect(contactTime({ temperatureC: 20, ph: 7, clarity: 'cloudy' }).minutes).toBe(60);
    expect(contactTime({ temperatureC: 20, ph: 7, clarity: 'clear' }).minutes).toBe(30);
  });
});
