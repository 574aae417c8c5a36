import { describe, expect, it } from 'vitest';
import { addMinutes } from '../../base/day.ts';
import { guessed, measured } from '../../base/units/amount.ts';
import { ageingCurve, ageingMarks } from './ageing.ts';
import { type Batch, type BatchEvent, type DoseInstruction, sheetOf, standingOf } from './batch.ts';
import { batchCredit, batchEarned } from './batchCredit.ts';
import { fitDecay, forecastResidual, sinceLastDose } from './decay.ts';
import { type DoseQuestion, instructionOf, planDose } from './instruct.ts';
import {
  bestMeasure,
  deliveredMl,
  dilutionFor,
  measurePlan,
  measureWith,
  type Tool,
  toolCatalogue,
} from './measure.ts';
import { isTooStrong, isTrusted, judgeReadingFigure, judgeResidual, residualOutcome } from './residual.ts';
import { judgeAgainstInstruction, likelySlip } from './slip.ts';

// Both sides of the edges that decide whether water is drunk: each figure is domain.md's, or the table's that it names.

const TODAY = '2026-11-26';
const tools: readonly Tool[] = toolCatalogue;
const question = (more: Partial<DoseQuestion> = {}): DoseQuestion => ({
  volumeL: measured(100),
  clarity: 'clear',
  temperatureC: 15,
  ph: 7,
  isTreatedTap: false,
  bleach: {
    product: 'plain',
    basis: 'wt-naocl',
    strength: 6,
    madeOn: '2026-09-01',
    keptC: 15,
  } as DoseQuestion['bleach'],
  strengthSchool: 'replace-yearly',
  school: 'target-dose',
  tools,
  today: TODAY,
  ...more,
});
const without = <K extends keyof DoseQuestion>(key: K): DoseQuestion => {
  const { [key]: _, ...rest } = question();
  return rest as DoseQuestion;
};
const said = (more: Partial<DoseQuestion>) =>
  planDose(question(more)).judgements.map(j => `${j.verdict} ${j.reason.id}`);

describe('the pH of what is dosed', () => {
  it.each([
    [5.9, 'refuse dose.ph-none'],
    [6, undefined],
    [9, undefined],
    [9.1, 'warn dose.ph-high'],
    [10, 'warn dose.ph-high'],
    [10.1, 'refuse dose.ph-none'],
  ])('%s', (ph, judged) => {
    expect(said({ ph }).filter(s => s.includes('dose.ph'))).toEqual(judged ? [judged] : []);
  });

  it('is not judged where nobody measured it, nor the warmth', () => {
    for (const key of ['ph', 'temperatureC'] as const) {
      const ids = planDose(without(key)).judgements.map(j => j.reason.id);
      expect(ids.filter(id => id.startsWith('dose.ph') || id === 'dose.icy')).toEqual([]);
    }
  });

  it.each([
    [0.4, true],
    [0.5, false],
  ])('at %s °C says that nothing is credited: %s', (temperatureC, is) => {
    expect(said({ temperatureC }).includes('warn dose.icy')).toBe(is);
  });
});

describe('the look of what is dosed', () => {
  it('warns of cloudy water, refuses muddy, and says nothing of clear', () => {
    const of = (clarity: DoseQuestion['clarity']) => said({ clarity }).filter(s => s.includes('clarity'));
    expect([of('clear'), of('cloudy'), of('muddy')]).toEqual([
      [],
      ['warn clarity.cloudy'],
      ['refuse clarity.muddy'],
    ]);
  });

  it('offers the stand that earns Giardia for clear water of known warmth and pH alone', () => {
    // Smith and Clark, 2 log at 15 °C, pH 7 and 0.5 mg/L: 0.722 × (−2.261 + e^(2.69 − 0.975 + 0.0555 + 2.527)) ÷ 0.5
    const ct = 0.361 * 2 * (-2.261 + Math.exp(2.69 - 0.065 * 15 + 0.111 * 0.5 + 0.361 * 7));
    expect(planDose(question()).giardiaMin).toBeCloseTo(ct / 0.5, -1);
    expect(planDose(question({ clarity: 'cloudy' })).giardiaMin).toBeUndefined();
    expect(planDose(without('ph')).giardiaMin).toBeUndefined();
    expect(planDose(without('temperatureC')).giardiaMin).toBeUndefined();
  });
});

describe('guesses', () => {
  it('span the dose from the fullest vessel and the weakest bottle to the emptiest and the strongest', () => {
    const plan = planDose(question({ volumeL: guessed(100, 0.25), strengthSpread: 0.1 }));
    const whole = plan.roundedMl * 61.78;
    expect(plan.spanMgL[0]).toBeCloseTo((whole / 125) * 0.9, 1);
    expect(plan.spanMgL[1]).toBeCloseTo((whole / 75) * 1.1, 1);
  });

  it('name the measurement that settles it: the volume, or the strength', () => {
    const guess = (spread: number, strengthSpread: number) =>
      said({ volumeL: guessed(100, spread), strengthSpread }).filter(s => s.includes('measure.guessed'));
    expect(guess(0.25, 0.1)).toEqual(['warn measure.guessed-volume']);
    expect(guess(0.1, 0.25)).toEqual(['warn measure.guessed-strength']);
    expect(guess(0.05, 0.05)).toEqual([]);
    expect(said({})).toEqual([]);
  });
});

describe('the instruction that is kept', () => {
  it('has the tool and its steps, or the dilution, and what was known', () => {
    const plan = planDose(question());
    const kept = instructionOf(question(), plan);
    expect(kept).toMatchObject({
      school: 'target-dose',
      volumeL: 100,
      targetMgL: 2,
      way: 'tool',
      temperatureC: 15,
      ph: 7,
    });
    expect(kept.steps! > 0 && kept.pourMl! > 0).toBe(true);
    expect('dilution' in kept).toBe(false);
    const small = question({ volumeL: measured(0.5), tools: tools.filter(t => t.id === 'syringe-10') });
    const thin = instructionOf(small, planDose(small));
    expect(thin.way).toBe('dilute');
    expect(thin.dilution!.bleachMl * (thin.dilution!.factor - 1)).toBeCloseTo(thin.dilution!.waterMl, 6);
    const blind = without('ph');
    expect('ph' in instructionOf(blind, planDose(blind))).toBe(false);
    const cold = without('temperatureC');
    expect('temperatureC' in instructionOf(cold, planDose(cold))).toBe(false);
  });

  it('puts in what was poured, undiluted', () => {
    const dilution = dilutionFor(
      0.016,
      tools.filter(t => t.id === 'syringe-10'),
    )!;
    expect(deliveredMl({ way: 'dilute', dilution }, 0.016)).toBeCloseTo(
      dilution.dose.deliveredMl / dilution.factor,
      12,
    );
    expect(deliveredMl({ way: 'none' }, 0.016)).toBe(0.016);
  });
});

const start = '2026-11-25T10:00:00.000Z';
const at = (minutes: number) => addMinutes(start, minutes);
const read = (m: number, mgL: number, method: 'dpd' | 'total' = 'dpd'): BatchEvent => ({
  what: 'read',
  method,
  mgL,
  at: at(m),
  entry: `r${m}`,
});
const batch = (events: readonly BatchEvent[], more: Partial<DoseInstruction> = {}): Batch => ({
  id: 'B',
  begunAt: start,
  by: 'Odile',
  instruction: {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: 100,
    strengthMgMl: 61.8,
    targetMgL: 2,
    doseMl: 3.2,
    way: 'tool',
    contactMin: 30,
    clarity: 'clear',
    temperatureC: 15,
    ph: 7,
    ...more,
  },
  events: [
    { what: 'checked', clarity: more.clarity ?? 'clear', chemicalSmell: false, at: at(1), entry: 'c' },
    { what: 'dosed', doseMl: 3.2, mgL: 2, at: at(2), entry: 'd' },
    { what: 'mixed', at: at(5), entry: 'm' },
    ...events,
  ],
});
const earned = (b: Batch, minutes = 60) => batchEarned(b, standingOf(b, at(minutes)), at(minutes));

describe('what a contact earns', () => {
  it('counts figures of free chlorine alone, from the stirring on, up to now', () => {
    const b = batch([read(4, 3), read(20, 0.8), read(36, 0.5, 'total')]);
    expect(batchCredit(b, at(40))).toMatchObject({ ctMgMinL: 0.8 * 15 });
    expect(batchCredit(batch([read(20, 0.8)]), at(25))).toMatchObject({ isProvisional: true });
    // what is read later is not known yet
    expect(batchCredit(batch([read(50, 0.8)]), at(40))).toEqual({ lacks: 'reading' });
    expect(batchCredit(batch([read(36, 0.5, 'total')]), at(40))).toEqual({ lacks: 'reading' });
    expect(batchCredit(batch([read(5, 1)]), at(5))).toMatchObject({ ctMgMinL: 0 });
  });

  it('is the most that any reading documents', () => {
    const b = batch([read(35, 0.8)]);
    const later = [{ at: at(240), method: 'dpd' as const, mgL: 0.4 }];
    expect(batchCredit(b, at(300), later)).toMatchObject({ ctMgMinL: 0.4 * 235, isProvisional: false });
    expect(batchCredit(b, at(300), [{ at: at(240), method: 'smell', smell: 'faint' }])).toMatchObject({
      ctMgMinL: 24,
    });
  });

  it('lacks the warmth or the pH, each alone', () => {
    const { temperatureC: _, ...noC } = batch([]).instruction;
    const { ph: __, ...noPh } = batch([]).instruction;
    for (const instruction of [noC, noPh])
      expect(batchCredit({ ...batch([read(36, 0.5)]), instruction }, at(40))).toEqual({
        lacks: 'temperature-ph',
      });
    // above pH 9 what nobody measured is as cold as the table goes: 4 log of viruses at pH 10 and 0.5 °C ask 90
    const high = { ...batch([read(36, 0.5)]), instruction: { ...noC, ph: 9.5 } };
    expect(batchCredit(high, at(40))).toMatchObject({ giardia: 0 });
  });

  it.each([
    [5.9, undefined],
    [6, false],
    [9, false],
    [9.1, true],
    [10, true],
    [10.1, undefined],
  ])('at pH %s is capped: %s', (ph, isCapped) => {
    const got = earned(batch([read(36, 0.8)], { ph }))!;
    if (isCapped === undefined)
      expect(got.credit).toEqual({ bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 });
    else expect(got.isCapped).toBe(isCapped);
    if (isCapped) expect(got.credit.protozoa).toBe(0);
  });

  it('is none colder than the tables, and none before it passed', () => {
    expect(earned(batch([read(36, 0.8)], { temperatureC: 0.4 }))!.credit.bacteria).toBe(0);
    expect(earned(batch([read(36, 0.8)], { temperatureC: 0.5 }))!.credit.bacteria).toBeGreaterThan(0);
    expect(earned(batch([]))).toBeUndefined();
    expect(earned(batch([read(36, 0.05)]))).toBeUndefined();
  });

  it('of cloudy water asks for half a milligram, by a figure, and is limited then', () => {
    const cloudy = (event: BatchEvent, ph = 7) =>
      earned(batch([event], { clarity: 'cloudy', ph, contactMin: 30 }), 90);
    expect(cloudy(read(70, 0.5))).toMatchObject({
      isCapped: true,
      credit: { bacteria: 3, viruses: 3, protozoa: 0 },
    });
    expect(cloudy(read(70, 0.5), 9.5)?.credit.bacteria ?? 0).toBe(0);
    const smelt: BatchEvent = { what: 'read', method: 'smell', smell: 'faint', at: at(70), entry: 's' };
    expect(cloudy(smelt)?.credit.bacteria ?? 0).toBe(0);
  });

  it('by smell is the usual three log and no Giardia, however long it stood', () => {
    const smelt: BatchEvent = { what: 'read', method: 'smell', smell: 'faint', at: at(400), entry: 's' };
    expect(earned(batch([smelt]), 500)).toMatchObject({
      by: 'smell',
      credit: { bacteria: 3, viruses: 3, protozoa: 0 },
    });
  });
});

describe('a batch', () => {
  it('is over with the first outcome that ends it', () => {
    const phase = (events: readonly BatchEvent[]) => standingOf(batch(events), at(300)).phase;
    expect(phase([read(36, 0.5), read(60, 0.05)])).toBe('passed');
    const again: BatchEvent[] = [
      read(36, 0.05),
      { what: 'dosed', doseMl: 3.2, mgL: 2, at: at(40), entry: 'd2' },
      { what: 'mixed', at: at(42), entry: 'm2' },
    ];
    expect(phase([...again, read(60, 0.05), read(90, 0.5)])).toBe('failed');
    expect(standingOf(batch(again), at(44))).toMatchObject({ dosedMgL: 4, doses: 2, round: 1 });
  });

  it('has a sheet whose steps are done, live and ahead', () => {
    const steps = (b: Batch, minutes: number) => sheetOf(b, at(minutes)).map(s => `${s.id} ${s.status}`);
    expect(steps(batch([]), 10)).toEqual([
      'check done',
      'dose done',
      'mix done',
      'stand live',
      'read ahead',
      'label ahead',
    ]);
    expect(steps(batch([read(36, 0.5)]), 40).at(-1)).toBe('label live');
    expect(steps(batch([read(36, 0.5), { what: 'labelled', at: at(41), entry: 'l' }]), 42).at(-1)).toBe(
      'label done',
    );
    expect(steps(batch([read(36, 0.05)]), 40)).toEqual([
      ...['check', 'dose', 'mix', 'stand', 'read'].map(id => `${id} done`),
      'repeat-dose live',
      'repeat-mix ahead',
      'repeat-stand ahead',
      'repeat-read ahead',
      'label ahead',
    ]);
  });
});

describe('a residual', () => {
  const dpd = (mgL: number, more = {}) => ({ method: 'dpd' as const, mgL, ...more });
  it.each([
    [0.19, 'none'],
    [0.2, 'passed'],
    [5, 'passed'],
    [5.01, 'high'],
  ])('%s is %s', (mgL, outcome) => {
    expect(residualOutcome(dpd(mgL))).toBe(outcome);
  });

  it('that the kit cannot tell the end of may be too strong from five on', () => {
    expect([4.9, 5].map(mgL => isTooStrong(dpd(mgL, { isAbove: true })))).toEqual([false, true]);
    expect(isTooStrong(dpd(5))).toBe(false);
  });

  it('by an expired kit proves only what is bad', () => {
    expect([0.19, 0.2].map(mgL => isTrusted(dpd(mgL, { isUnsure: true })))).toEqual([true, false]);
    expect(isTrusted(dpd(0.2))).toBe(true);
  });

  it('by the nose passes faint, waits strong, fails without', () => {
    const of = (smell: 'none' | 'faint' | 'strong') => {
      const { verdict, reason, remedy } = judgeResidual({ method: 'smell', smell });
      return [verdict, reason.id, remedy?.id];
    };
    expect(of('faint')).toEqual(['warn', 'residual.smell.faint', 'residual.smell.remedy']);
    expect(of('strong')).toEqual(['refuse', 'residual.smell.strong', 'residual.high.remedy']);
    expect(of('none')).toEqual(['refuse', 'residual.smell.none', 'residual.none.remedy']);
  });

  it.each([
    [0.1, 'refuse residual.none'],
    [0.59, 'ok residual.passed'],
    [0.6, 'ok residual.passed-taste'],
    [4, 'ok residual.passed-taste'],
    [4.01, 'warn residual.above-mrdl'],
    [5.01, 'refuse residual.high'],
  ])('%s mg/L is said to be %s', (mgL, judged) => {
    const { verdict, reason } = judgeResidual(dpd(mgL));
    expect(`${verdict} ${reason.id}`).toBe(judged);
  });

  it('is no less than nothing, and no more than what was put in', () => {
    const verdict = (mgL: number, dosed?: number) => judgeReadingFigure(mgL, dosed).verdict;
    expect([verdict(-0.01), verdict(0), verdict(10), verdict(10.1)]).toEqual([
      'refuse',
      'ok',
      'ok',
      'refuse',
    ]);
    expect([verdict(24, 20), verdict(24.1, 20)]).toEqual(['ok', 'refuse']);
  });
});

describe('a residual that falls', () => {
  const readings = (...figures: readonly number[]) =>
    figures.map((mgL, day) => ({ at: at(day * 1440), mgL }));
  it('has no forecast from one reading, from none that falls, or once it is through', () => {
    expect(forecastResidual([])).toBe('too-few');
    expect(forecastResidual(readings(0.8))).toBe('too-few');
    expect(forecastResidual(readings(0.5, 0.5))).toBe('not-falling');
    expect(forecastResidual(readings(0.8, 0.19))).toBe('ended');
    expect(forecastResidual(readings(0.8, 0.2))).toMatchObject({ days: 1 });
  });

  it('halves each day: 0.8 passes 0.2 on the second, and three readings in a line have no band to speak of', () => {
    const two = forecastResidual(readings(0.8, 0.4));
    expect(two).toMatchObject({ days: expect.closeTo(2, 9) });
    expect(two).not.toHaveProperty('bandDays');
    const three = forecastResidual(readings(1.6, 0.8, 0.4)) as { days: number; bandDays: readonly number[] };
    expect(three.days).toBeCloseTo(3, 9);
    expect(three.bandDays.map(d => Math.round(d * 1e6) / 1e6)).toEqual([3, 3]);
  });

  it('has a band by Student, as wide as three scattered readings are', () => {
    // ln C: 0, −1.2, −1.8 on days 0, 1, 2: slope −0.9, residuals 0.1, −0.2, 0.1; s² = 0.06 ÷ 1; t(1) = 12.706
    const fit = fitDecay([0, -1.2, -1.8].map((ln, days) => ({ days, mgL: Math.exp(ln) })))!;
    expect(fit.kPerDay).toBeCloseTo(0.9, 9);
    const half = 12.706 * Math.sqrt(0.06 / 2);
    expect(fit.bandPerDay!.map(k => k - 0.9)).toEqual([expect.closeTo(-half, 9), expect.closeTo(half, 9)]);
    expect(
      fitDecay([
        { days: 1, mgL: 0.5 },
        { days: 1, mgL: 0.4 },
      ]),
    ).toBeUndefined();
    expect(
      fitDecay([
        { days: 0, mgL: 0 },
        { days: 1, mgL: 0.4 },
      ]),
    ).toBeUndefined();
  });

  it('that may not fall at all has no end on its far side', () => {
    const wide = forecastResidual(readings(1, 0.3, 0.6)) as { bandDays: readonly number[] };
    expect(wide.bandDays[1]).toBe(Number.POSITIVE_INFINITY);
  });

  it('is told anew from the last dose on', () => {
    const dosed = batch([{ what: 'dosed', doseMl: 1, mgL: 1, at: at(2880), entry: 'd9' }]);
    const list = readings(0.8, 0.6, 1.2, 1);
    expect(sinceLastDose(list, [dosed]).map(r => r.mgL)).toEqual([1.2, 1]);
    expect(sinceLastDose(list, [])).toEqual(list);
  });
});

describe('a bottle that ages', () => {
  it('is too old for the first school after a year, and after half of one in the heat', () => {
    const old = (months: number, keptC: number) => ageingMarks({ percent: 6, months, keptC }).isTooOld;
    expect([old(12, 20), old(12.1, 20), old(6, 31), old(6.1, 31), old(6.1, 30)]).toEqual([
      false,
      true,
      false,
      true,
      false,
    ]);
  });

  it('keeps 66 % of 6 % after a year at 25 °C (Gordon and Adam)', () => {
    const { labelMgMl, computedMgMl } = ageingMarks({ percent: 6, months: 12, keptC: 25 });
    expect(computedMgMl / labelMgMl).toBeCloseTo(0.66, 2);
    const curve = ageingCurve(6, 25, 12);
    expect(curve).toHaveLength(13);
    expect([curve[0], curve[12]]).toEqual([labelMgMl, computedMgMl]);
    expect(ageingMarks({ percent: 6, months: 1, keptC: 25, measuredMgMl: 40 }).measuredMgMl).toBe(40);
  });
});

describe('a tool', () => {
  const syringe: Tool = { id: 's', kind: 'syringe', capacityMl: 10, stepMl: 0.5 } as Tool;
  const dropper: Tool = { id: 'd', kind: 'dropper', dropsPerMl: 20 } as Tool;
  it('gives whole steps, never more than a tenth under or a quarter over', () => {
    expect(measureWith(syringe, 5.2)?.deliveredMl).toBe(5);
    expect(measureWith(syringe, 0.55)).toMatchObject({ deliveredMl: 0.5 });
    expect(measureWith(syringe, 0.4)).toMatchObject({ deliveredMl: 0.5 });
    expect(measureWith(syringe, 0.39)).toBeUndefined();
  });

  it('has counts at which people lose count: sixty drops, eight fills', () => {
    expect(measureWith(dropper, 3)?.steps).toBe(60);
    expect(measureWith(dropper, 3.1)).toBeUndefined();
    expect(measureWith(syringe, 80)?.fills).toBe(8);
    expect(measureWith(syringe, 80.5)).toBeUndefined();
  });

  it('is chosen by its error, then by how often it is filled', () => {
    const large: Tool = { id: 'l', kind: 'syringe', capacityMl: 60, stepMl: 0.5 } as Tool;
    expect(bestMeasure(30, [syringe, large])?.tool.id).toBe('l');
    expect(bestMeasure(30, [large, syringe])?.tool.id).toBe('l');
    const coarse: Tool = { id: 'c', kind: 'jug', capacityMl: 100, stepMl: 10 } as Tool;
    expect(bestMeasure(32, [coarse, syringe])?.tool.id).toBe('s');
    expect(measurePlan(0.01, [])).toEqual({ way: 'none' });
  });

  it('is not used below a twentieth of what it holds', () => {
    const jug: Tool = { id: 'j', kind: 'jug', capacityMl: 1000, stepMl: 10 } as Tool;
    expect(measureWith(jug, 50)?.deliveredMl).toBe(50);
    expect(measureWith(jug, 39)).toBeUndefined();
  });
});

describe('the slip guard', () => {
  it.each([
    [0.5, 'refuse'],
    [0.51, 'warn'],
    [0.66, 'warn'],
    [0.67, 'ok'],
    [1.33, 'ok'],
    [1.34, 'warn'],
    [1.99, 'warn'],
    [2, 'refuse'],
  ])('%s × what is due: %s', (ratio, verdict) => {
    expect(judgeAgainstInstruction(ratio * 100, 100).verdict).toBe(verdict);
  });

  it('refuses anything where nothing is due, and has nothing against nothing', () => {
    expect(judgeAgainstInstruction(1, 0).verdict).toBe('refuse');
    expect(judgeAgainstInstruction(0, 0).verdict).toBe('ok');
    expect(judgeAgainstInstruction(0, 5)).toMatchObject({
      verdict: 'refuse',
      reason: { id: 'guard.far-under' },
    });
    expect(judgeAgainstInstruction(0, 5).slip).toBeUndefined();
  });

  it('knows a spoon for another spoon, and not a spoon for itself', () => {
    expect(likelySlip(15, 5)).toMatchObject({ id: 'slip.spoon' });
    expect(likelySlip(14.8, 0.6)?.params).toMatchObject({ meant: 'spoon.eighth-tsp' });
    expect(likelySlip(5, 5)).toBeUndefined();
  });

  it('names the nearest ratio: twice, a gallon for a litre, ten times', () => {
    const of = (ratio: number) => likelySlip(ratio * 7.7, 7.7)?.id;
    expect(of(2)).toContain('twice');
    expect(of(3.785)).toContain('gal');
    expect(of(10)).toContain('tenfold');
    expect(of(1.6)).toBeUndefined();
  });
});
