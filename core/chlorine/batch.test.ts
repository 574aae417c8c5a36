import { describe, expect, it } from 'vitest';
import { addMinutes } from '../calendar/day.ts';
import { type Batch, type BatchEvent, sheetOf, standingOf } from './batch.ts';
import { batchCredit } from './batchCredit.ts';
import { judgeReadingFigure, judgeResidual, residualOutcome } from './residual.ts';

const start = '2026-11-25T10:00:00.000Z';
const at = (minutes: number) => addMinutes(start, minutes);

const batch = (events: readonly BatchEvent[]): Batch => ({
  id: 'B',
  begunAt: start,
  by: 'Odile',
  events,
  instruction: {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: 198,
    strengthMgMl: 61.8,
    targetMgL: 2,
    doseMl: 6.4,
    way: 'tool',
    contactMin: 30,
    clarity: 'clear',
  },
});
const checked: BatchEvent = {
  what: 'checked',
  clarity: 'clear',
  chemicalSmell: false,
  at: at(1),
  entry: 'c',
};
const dosed = (m: number): BatchEvent => ({ what: 'dosed', doseMl: 6.4, mgL: 2, at: at(m), entry: `d${m}` });
const mixed = (m: number): BatchEvent => ({ what: 'mixed', at: at(m), entry: `m${m}` });
const read = (m: number, mgL: number): BatchEvent => ({
  what: 'read',
  method: 'dpd',
  mgL,
  at: at(m),
  entry: `r${m}`,
});
const phase = (events: readonly BatchEvent[], minutes: number) =>
  standingOf(batch(events), at(minutes)).phase;

describe('where a batch stands', () => {
  it('goes from look to dose to stir to stand to read', () => {
    expect(phase([], 0)).toBe('check');
    expect(phase([checked], 2)).toBe('dose');
    expect(phase([checked, dosed(3)], 4)).toBe('mix');
    expect(phase([checked, dosed(3), mixed(5)], 34.9)).toBe('stand');
    expect(phase([checked, dosed(3), mixed(5)], 35)).toBe('read');
  });

  it('counts its time from stirring: unmixed water earns none', () => {
    expect(phase([checked, dosed(3)], 300)).toBe('mix');
    expect(standingOf(batch([checked, dosed(3), mixed(120)]), at(121)).standsUntil).toBe(at(150));
  });

  it('takes a reading before its end only as one on the way', () => {
    expect(phase([checked, dosed(3), mixed(5), read(20, 0.8)], 21)).toBe('stand');
    expect(phase([checked, dosed(3), mixed(5), read(20, 0.8)], 36)).toBe('read');
    expect(phase([checked, dosed(3), mixed(5), read(35, 0.4)], 36)).toBe('passed');
  });

  it('repeats once when nothing is left, for 15 minutes more, and then has failed', () => {
    const none = [checked, dosed(3), mixed(5), read(36, 0.1)];
    expect(phase(none, 37)).toBe('repeat');
    const again = [...none, dosed(40), mixed(42)];
    expect(standingOf(batch(again), at(43))).toMatchObject({ phase: 'stand', round: 1, standsUntil: at(57) });
    expect(phase([...again, read(58, 0.3)], 59)).toBe('passed');
    expect(phase([...again, read(58, 0.1)], 59)).toBe('failed');
  });

  it('above 5 mg/L waits open and is read again: no failed batch', () => {
    const strong = [checked, dosed(3), mixed(5), read(36, 6)];
    expect(phase(strong, 37)).toBe('air');
    expect(phase([...strong, read(90, 3)], 91)).toBe('passed');
  });

  it('ends at once at a smell of fuel or chemicals', () => {
    expect(phase([{ ...checked, chemicalSmell: true } as BatchEvent], 2)).toBe('unfit');
  });
});

describe('the sheet', () => {
  it('has one live step, and the repeat’s steps only when they are due', () => {
    const live = (events: readonly BatchEvent[], minutes: number) =>
      sheetOf(batch(events), at(minutes))
        .filter(s => s.status === 'live')
        .map(s => s.id);
    expect(live([checked], 2)).toEqual(['dose']);
    expect(live([checked, dosed(3), mixed(5)], 10)).toEqual(['stand']);
    expect(live([checked, dosed(3), mixed(5), read(36, 0.1)], 37)).toEqual(['repeat-dose']);
    expect(live([checked, dosed(3), mixed(5), read(36, 0.4)], 37)).toEqual(['label']);
    expect(sheetOf(batch([checked]), at(2))).toHaveLength(6);
    expect(sheetOf(batch([checked, dosed(3), mixed(5), read(36, 0.1)]), at(37))).toHaveLength(10);
  });
});

describe('the residual', () => {
  it.each([
    [0.19, 'none', 'refuse'],
    [0.2, 'passed', 'ok'],
    [0.5, 'passed', 'ok'],
    [4, 'passed', 'ok'],
    [4.1, 'passed', 'warn'],
    [5, 'passed', 'warn'],
    [5.1, 'high', 'refuse'],
  ] as const)('of %s mg/L: %s, %s', (mgL, outcome, verdict) => {
    expect(residualOutcome({ method: 'dpd', mgL })).toBe(outcome);
    expect(judgeResidual({ method: 'dpd', mgL }).verdict).toBe(verdict);
  });

  it('by smell or as total chlorine is the weaker proof', () => {
    expect(residualOutcome({ method: 'smell', smell: 'faint' })).toBe('passed-by-smell');
    expect(residualOutcome({ method: 'smell', smell: 'none' })).toBe('none');
    expect(residualOutcome({ method: 'smell', smell: 'strong' })).toBe('high');
    expect(residualOutcome({ method: 'total', mgL: 0.5 })).toBe('passed-by-smell');
    expect(judgeResidual({ method: 'smell', smell: 'faint' }).verdict).toBe('warn');
  });

  it('beyond what a kit shows is a likely slip of the point', () => {
    expect(judgeReadingFigure(40).verdict).toBe('refuse');
    expect(judgeReadingFigure(4).verdict).toBe('ok');
  });
});

describe('the credit of a batch', () => {
  const known = (events: readonly BatchEvent[]): Batch => {
    const b = batch(events);
    return { ...b, instruction: { ...b.instruction, temperatureC: 5, ph: 7 } };
  };
  const stood = [checked, dosed(3), mixed(5)];

  it('is provisional from a reading on the way, and given by the end reading', () => {
    expect(batchCredit(known([checked, dosed(3)]), at(4))).toBeUndefined();
    expect(batchCredit(known(stood), at(20))).toEqual({ lacks: 'reading' });
    // 0.8 mg/L after 10 min: CT 8, which is 4 log of viruses at 5 °C in EPA's table
    expect(batchCredit(known([...stood, read(15, 0.8)]), at(20))).toMatchObject({
      ctMgMinL: 8,
      viruses: 4,
      isProvisional: true,
    });
    // 0.4 mg/L after 30 min: CT 12, 4 × 12 ÷ 8 in proportion
    expect(batchCredit(known([...stood, read(35, 0.4)]), at(36))).toMatchObject({
      ctMgMinL: 12,
      viruses: 6,
      isProvisional: false,
    });
  });

  it('is not given to cloudy water, nor to water that nobody measured', () => {
    expect(batchCredit(batch([...stood, read(35, 0.4)]), at(36))).toEqual({ lacks: 'temperature-ph' });
    const cloudy = known([...stood, read(35, 0.4)]);
    const turbid = { ...cloudy, instruction: { ...cloudy.instruction, clarity: 'cloudy' as const } };
    expect(batchCredit(turbid, at(36))).toEqual({ lacks: 'clear-water' });
  });
});
