import { describe, expect, it } from 'vitest';
import { addMinutes } from '../../base/day.ts';
import { type Batch, type BatchEvent, sheetOf, standingOf } from './batch.ts';
import { batchCredit, batchEarned } from './batchCredit.ts';
import {
  deliveredLeastMgL,
  deliveryPoints,
  judgeDelivered,
  judgeReadingFigure,
  judgeResidual,
  residualOutcome,
} from './residual.ts';

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
    // a reading may be as high as the dose, and no passing figure is put into anybody's mouth
    expect(judgeReadingFigure(12, 13).verdict).toBe('ok');
    expect(judgeReadingFigure(13, 13).verdict).toBe('ok');
    expect(judgeReadingFigure(40, 13)).toMatchObject({
      verdict: 'refuse',
      remedy: { id: 'reading.beyond-kit.remedy' },
    });
    expect(judgeReadingFigure(12).remedy?.params).toBeUndefined();
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

describe('what a batch gives its water', () => {
  const smelled = (m: number): BatchEvent => ({
    what: 'read',
    method: 'smell',
    smell: 'faint',
    at: at(m),
    entry: `s${m}`,
  });
  const stood = [checked, dosed(3), mixed(5)];
  const earned = (
    about: { temperatureC?: number; ph?: number; clarity?: 'clear' | 'cloudy' },
    end: BatchEvent,
    later: readonly BatchEvent[] = [],
  ) => {
    const b = batch([...stood, end]);
    const about60 = { ...b.instruction, contactMin: 60, ...about };
    const whole = { ...b, instruction: about60 };
    const now = at(5000);
    const readings = later.flatMap(e => (e.what === 'read' ? [e] : []));
    const got = batchEarned(whole, standingOf(whole, now), now, readings);
    if (!got) return undefined;
    const { bacteria, viruses, protozoa, crypto } = got.credit;
    return [bacteria, viruses, Math.floor(protozoa * 10) / 10, crypto, got.isCapped ? 'capped' : 'full'];
  };

  it('is 3 log of bacteria and viruses by the usual contact, by a figure or by the nose', () => {
    expect(earned({}, read(66, 0.3))).toEqual([3, 3, 0, 0, 'full']);
    expect(earned({}, smelled(66))).toEqual([3, 3, 0, 0, 'full']);
    expect(earned({}, read(66, 0.1))).toBeUndefined();
  });
  it('is more by a documented CT, and goes on growing while the water stands', () => {
    // 0.5 mg/L after 61 min at 10 °C and pH 7: CT 30.5; 6 log of viruses, and 30.5 of the 112 for 3 log of Giardia
    expect(earned({ temperatureC: 10, ph: 7 }, read(66, 0.5))).toEqual([6, 6, 0.8, 0, 'full']);
    expect(earned({ temperatureC: 10, ph: 7 }, read(66, 0.5), [read(605, 0.5)])).toEqual([
      6,
      6,
      3,
      0,
      'full',
    ]);
  });
  it('of a documented CT is no more than the CT says', () => {
    // 0.2 mg/L after 15 min at 0.5 °C: CT 3, below the 6 of 2 log
    const twice = [...stood, read(66, 0.1), dosed(70), mixed(72), read(87, 0.2)];
    const b = batch(twice);
    const cold = { ...b, instruction: { ...b.instruction, contactMin: 60, temperatureC: 0.5, ph: 7 } };
    const got = batchEarned(cold, standingOf(cold, at(90)), at(90));
    expect(got?.credit).toMatchObject({ bacteria: 3, viruses: 0 });
  });
  it('of cloudy water is capped, and only by 0.5 mg/L; by smell it is none', () => {
    expect(earned({ clarity: 'cloudy' }, read(66, 0.5))).toEqual([3, 3, 0, 0, 'capped']);
    expect(earned({ clarity: 'cloudy' }, read(66, 0.49))).toBeUndefined();
    expect(earned({ clarity: 'cloudy' }, smelled(66))).toEqual([0, 0, 0, 0, 'full']);
    expect(earned({ clarity: 'cloudy', ph: 9.5 }, read(66, 0.6))).toEqual([0, 0, 0, 0, 'full']);
  });
  it('at a pH of 9 to 10 is capped and by the row of pH 10, above it none, below 6 none', () => {
    // 0.5 × 61 = 30.5: 3 log of viruses at 15 °C ask 22, 4 log 30
    expect(earned({ temperatureC: 15, ph: 9.5 }, read(66, 0.5))).toEqual([3, 3, 0, 0, 'capped']);
    // unmeasured is as cold as the table goes, where 2 log ask 45
    expect(earned({ ph: 9.5 }, read(66, 0.5))).toEqual([0, 0, 0, 0, 'capped']);
    expect(earned({ temperatureC: 15, ph: 10.1 }, read(66, 0.5))).toEqual([0, 0, 0, 0, 'full']);
    expect(earned({ temperatureC: 15, ph: 5.9 }, read(66, 0.5))).toEqual([0, 0, 0, 0, 'full']);
    expect(earned({ temperatureC: 0.4, ph: 7 }, read(66, 0.5))).toEqual([0, 0, 0, 0, 'full']);
  });
});

describe('delivered water', () => {
  it('must show 0.2 at the home, 0.5 at the tap; in an outbreak 1.0 at both and 2.0 at the tanker (Sphere, WHO)', () => {
    const least = (isOutbreak: boolean) => deliveryPoints.map(p => deliveredLeastMgL(p, isOutbreak));
    expect(least(false)).toEqual([0.2, 0.5, 0.5]);
    expect(least(true)).toEqual([1, 1, 2]);
  });
  it.each([
    [0.2, 'home', false, 'ok'],
    [0.19, 'home', false, 'refuse'],
    [0.4, 'tap-stand', false, 'refuse'],
    [0.9, 'home', true, 'refuse'],
    [1.9, 'tanker', true, 'refuse'],
    [2, 'tanker', true, 'ok'],
    [4.5, 'home', false, 'warn'],
    [5.5, 'tanker', true, 'refuse'],
  ] as const)('%s mg/L at the %s (outbreak: %s): %s', (mgL, point, isOutbreak, verdict) => {
    expect(judgeDelivered(mgL, point, isOutbreak).verdict).toBe(verdict);
  });
});
