import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import type { Water } from '../../water/waters.ts';
import { dutiesAt } from '../duties.ts';
import { fold, guard } from '../entries.ts';
import { stateAfter } from '../store/change.ts';
import type { ContainerFacts } from '../store/facts.ts';
import { labelOf } from '../store/label.ts';
import { stateAt } from '../store/wholeState.ts';
import { everyDaysOf } from './due.ts';
import type { ReadingFields } from './fields.ts';
import { followLines, nextStep } from './followUp.ts';

const START = '2026-06-01T08:00:00.000Z';
const later = (days: number) => addMinutes(START, days * 1440);
const full = { bacteria: 6, viruses: 6, protozoa: 6, crypto: 6 };

let h: Hand;
let place: Subject;
let tap: Subject;

const vessel = (code: string): Subject => {
  const id = h.subject('container');
  h.write('container.added', id, { code, kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
  return id;
};
const fill = (id: Subject, water: Water = 'treated-tap', source?: Subject) =>
  h.write('filled', id, {
    volumeL: { value: 100, known: 'measured' },
    water,
    sealed: true,
    ...(source ? { source } : {}),
  });
const read = (of: Subject, parameter: ParameterId, more: Partial<ReadingFields>) =>
  h.write('read', of, { parameter, method: 'laboratory', ...more } as ReadingFields);
const germs = (of: Subject, value: number) => read(of, 'e-coli', { value });
const facts = () => fold(h.entries);
const at = (id: Subject, when: string) => stateAt(facts(), when).containers[id]!;
const duties = (when: string) => dutiesAt(facts(), stateAt(facts(), when));
const container = (id: Subject): ContainerFacts => facts().container[id]!;
const lines = (id: Subject) => followLines(container(id), container(id).alarms![0]!, container(id));
const sanitise = (id: Subject) =>
  h.write('sanitised', id, { waterL: 5, bleachMl: 25, targetMgL: 300 } as never);
const boil = (id: Subject, credit = full) => {
  const sheet = h.subject('sheet');
  const begun = {
    method: 'boil',
    inputs: {},
    headline: { id: 'boil.headline' },
    steps: [{ id: 'boil', text: { id: 'x' }, kind: 'do' as const }],
    uses: [],
    credit,
    barrier: 'heat',
  };
  h.write('sheet.begun', sheet, begun, [id]);
  h.write('sheet.ended', sheet, { outcome: 'finished', method: 'boil', credit }, [id]);
};
const judged = (
  id: Subject,
  kind: 'follow-up.closed' | 'follow-up.step' | 'read',
  data: object,
  when: string,
) =>
  guard(facts(), { ...h.entries.at(-1)!, kind, subject: id, data, happenedAt: when } as never, when)
    .filter(j => j.verdict === 'refuse')
    .map(j => j.reason.id);

beforeEach(() => {
  h = hand(START);
  const building = h.subject('building');
  h.write('building.set', building, { name: 'House', order: 0, roof: 'pitched' });
  place = h.subject('place');
  h.write('place.set', place, {
    name: 'Cellar',
    building,
    level: -1,
    widthM: 5,
    heightM: 2,
    shelves: [],
    dark: true,
  });
  tap = h.subject('source');
  h.write('source.set', tap, { name: 'Tap', kind: 'tap', upstream: [], distanceM: 0, climbM: 0 });
});

describe('a failed drum', () => {
  let failed: Subject;
  let same: Subject;
  let other: Subject;
  beforeEach(() => {
    [failed, same, other] = [vessel('D-1'), vessel('D-2'), vessel('D-3')];
    fill(failed, 'treated-tap', tap);
    fill(same, 'treated-tap', tap);
    h.at(later(1));
    fill(other, 'treated-tap', tap);
    h.at(later(3));
  });

  it('leaves the reach at once, and its label says so', () => {
    const before = stateAt(facts(), later(4)).reach.drinkingL;
    germs(failed, 3);
    expect(before - stateAt(facts(), later(4)).reach.drinkingL).toBe(100);
    const state = at(failed, later(4));
    expect(state.state).toBe('failed');
    expect(labelOf(facts(), container(failed), state)).toMatchObject({
      notForDrinking: true,
      grade: { id: 'label.failed' },
    });
  });

  it('puts what was filled from the same tap on the same day on watch, and nothing else', () => {
    germs(failed, 3);
    expect(at(same, later(4)).watch?.reason.id).toBe('watch.neighbour');
    expect(at(same, later(4)).counts).toBe('drinking');
    expect(at(other, later(4)).watch).toBeUndefined();
    // its own clean test, later, takes it off
    h.at(later(4));
    germs(same, 0);
    expect(at(same, later(5)).watch).toBeUndefined();
  });

  it('watches what was filled the same day where nobody wrote down from where', () => {
    const [a, b, c] = [vessel('E-1'), vessel('E-2'), vessel('E-3')];
    fill(a);
    fill(b);
    fill(c, 'well');
    germs(a, 12);
    expect(at(b, later(4)).watch?.reason.id).toBe('watch.neighbour');
    expect(at(c, later(4)).watch).toBeUndefined();
  });

  it('stands on Today with its next step, once', () => {
    germs(failed, 3);
    h.at(later(3.1));
    germs(failed, 5);
    const follow = duties(later(4)).filter(d => d.id.startsWith('follow:'));
    expect(follow.map(d => [d.subject, d.what.params?.step, d.verdict])).toEqual([
      [failed, 'follow.stop', 'refuse'],
    ]);
    expect(duties(later(4)).some(d => d.id === `failed:${failed}`)).toBe(false);
  });

  it('comes back poured away, cleaned, filled afresh and tested, and not a step sooner', () => {
    const { id: of } = germs(failed, 3);
    for (const step of ['stop', 'tell', 'resample', 'cause'] as const)
      h.write('follow-up.step', failed, { of, step });
    expect(nextStep(lines(failed))).toBe('treat');
    h.at(later(4)).write('emptied', failed, { to: 'drain' });
    expect(nextStep(lines(failed))).toBe('clean');
    h.at(later(5));
    fill(failed, 'treated-tap', tap);
    // the vessel was not cleaned: what failed may be in it still
    expect(at(failed, later(5.5)).judgement.reason.id).toBe('alarm.uncleaned');
    h.at(later(6)).write('emptied', failed, { to: 'drain' });
    sanitise(failed);
    h.at(later(7));
    fill(failed, 'treated-tap', tap);
    expect(at(failed, later(7.5))).toMatchObject({
      state: 'failed',
      judgement: { reason: { id: 'alarm.retest' } },
    });
    expect(judged(failed, 'follow-up.closed', { of }, later(7.5))).toEqual(['guard.follow-up-open']);
    h.at(later(8));
    germs(failed, 0);
    expect(judged(failed, 'follow-up.closed', { of }, later(8.5))).toEqual([]);
    // tested is not closed: the hand that looks at it all says so
    expect(at(failed, later(8.5)).state).toBe('failed');
    h.at(later(9)).write('follow-up.closed', failed, { of });
    expect(at(same, later(10)).watch?.reason.id).toBe('watch.neighbour');
    expect(at(failed, later(9.5)).counts).toBe('drinking');
    expect(duties(later(9.5)).some(d => d.id.startsWith('follow:'))).toBe(false);
  });

  it('comes back treated and tested; a test before the treatment proves nothing', () => {
    const { id: of } = germs(failed, 3);
    h.at(later(3.5));
    germs(failed, 0);
    for (const step of ['stop', 'tell', 'resample', 'cause', 'clean'] as const)
      h.write('follow-up.step', failed, { of, step });
    expect(judged(failed, 'follow-up.step', { of, step: 'treat', way: 'treated' }, later(4))).toEqual([
      'guard.by-record.treat',
    ]);
    h.at(later(4));
    boil(failed);
    expect(nextStep(lines(failed))).toBe('retest');
    h.at(later(5));
    germs(failed, 0);
    h.write('follow-up.closed', failed, { of });
    expect(at(failed, later(5.1)).state).not.toBe('failed');
  });

  it('is answered by no test of an expired kit, and by none that a bad one followed', () => {
    germs(failed, 3);
    const retest = () => lines(failed).find(l => l.step === 'retest')?.doneAt;
    h.at(later(4));
    boil(failed);
    h.at(later(5));
    read(failed, 'e-coli', { value: 0, kit: { expires: '2026-05-01' } });
    expect(retest()).toBeUndefined();
    h.at(later(6));
    germs(failed, 0);
    expect(retest()).toBe(h.entries.at(-1)!.happenedAt);
    h.at(later(7));
    germs(failed, 2);
    expect(retest()).toBeUndefined();
    h.at(later(8));
    germs(failed, 0);
    expect(retest()).toBe(h.entries.at(-1)!.happenedAt);
  });

  it('is not treated by what takes no germs out, and nitrate not by heat', () => {
    germs(failed, 3);
    h.at(later(4));
    boil(failed, { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 });
    const treated = () => lines(failed).find(l => l.step === 'treat')?.doneAt;
    expect(treated()).toBeUndefined();
    boil(failed);
    expect(treated()).toBeDefined();
    const other = vessel('N-1');
    fill(other);
    read(other, 'nitrate', { value: 90, as: 'NO3' });
    h.at(later(6));
    boil(other);
    expect(lines(other).find(l => l.step === 'treat')?.doneAt).toBeUndefined();
  });

  it('is as it was when the reading is struck', () => {
    const { id } = germs(failed, 3);
    h.write('struck', failed, { target: id });
    expect(at(failed, later(4)).state).toBe('ready');
    expect(at(same, later(4)).watch).toBeUndefined();
  });

  it('is not failed by a bottle that was read too late, and is by one that turned', () => {
    const incubated = { from: later(0), temperatureC: 17 };
    h.at(addMinutes(START, 80 * 60));
    read(failed, 'e-coli', { method: 'presence-absence', found: 'absent', incubated });
    expect(at(failed, later(4)).state).toBe('ready');
    read(failed, 'e-coli', { method: 'presence-absence', found: 'present', incubated });
    expect(at(failed, later(4)).state).toBe('failed');
  });

  it('watches a drum of which nobody wrote the tap down, and not one of another spring', () => {
    const spring = (name: string) => {
      const id = h.subject('source');
      h.write('source.set', id, { name, kind: 'spring', upstream: [], distanceM: 9, climbM: 0 });
      return id;
    };
    const [upper, lower] = [spring('Upper'), spring('Lower')];
    const boiled = (code: string, water: Water, source?: Subject) => {
      const id = vessel(code);
      fill(id, water, source);
      boil(id);
      return id;
    };
    const unnamed = vessel('N-1');
    fill(unnamed, 'treated-tap');
    const named = vessel('N-2');
    fill(named, 'treated-tap', tap);
    const [one, same, elsewhere] = [
      boiled('S-1', 'spring', upper),
      boiled('S-2', 'spring', upper),
      boiled('S-3', 'spring', lower),
    ];
    germs(named, 5);
    germs(one, 5);
    const now = later(3.2);
    expect(at(unnamed, now).watch?.reason.id).toBe('watch.neighbour');
    expect(at(same, now).watch?.reason.id).toBe('watch.neighbour');
    expect(at(elsewhere, now).watch).toBeUndefined();
  });

  it('says of well water with germs that its well is not closed, whatever was believed', () => {
    const well = vessel('W-1');
    h.write('filled', well, {
      volumeL: { value: 100, known: 'measured' },
      water: 'well',
      origin: { protection: 'protected' },
      sealed: true,
    });
    read(well, 'lead', { value: 14 });
    read(well, 'total-coliforms', { value: 9 });
    expect(container(well).fill?.origin).toEqual({ protection: 'protected' });
    germs(well, 4);
    expect(container(well).fill?.origin).toEqual({ protection: 'exposed' });
  });

  it('is told by germs in raw water that it is raw, and no more', () => {
    const pond = vessel('P-1');
    fill(pond, 'pond');
    germs(pond, 300);
    expect(container(pond).alarms).toBeUndefined();
    expect(at(pond, later(4)).counts).toBe('utility');
  });
});

describe('other readings of stored water', () => {
  let drum: Subject;
  beforeEach(() => {
    drum = vessel('D-1');
    fill(drum);
    h.at(later(2));
  });

  it('nitrate over one limit is a watch, over both a fail', () => {
    read(drum, 'nitrate', { value: 45, as: 'NO3' });
    expect(at(drum, later(3))).toMatchObject({
      counts: 'drinking',
      watch: { reason: { id: 'dissolved.some' } },
    });
    read(drum, 'nitrate', { value: 45, as: 'N' });
    expect(at(drum, later(3)).state).toBe('failed');
  });

  it('nitrate and nitrite of one water are added up, and not those of the water before', () => {
    read(drum, 'nitrite', { value: 2, as: 'NO2' });
    read(drum, 'nitrate', { value: 25, as: 'NO3' });
    expect(at(drum, later(3)).state).toBe('failed');
    const other = vessel('D-9');
    fill(other);
    read(other, 'nitrite', { value: 2, as: 'NO2' });
    h.write('emptied', other, { to: 'utility' });
    fill(other);
    read(other, 'nitrate', { value: 25, as: 'NO3' });
    expect(at(other, later(3)).state).toBe('ready');
  });

  it('nitrate over one limit is no water where an infant lives', () => {
    read(drum, 'nitrate', { value: 45, as: 'NO3' });
    h.write('home.set', h.subject('home'), { name: 'One', people: [{ born: '2026-04' }] });
    expect(at(drum, later(3)).watch?.reason.id).toBe('judged.infant.acute');
  });

  it('people who fell ill stop it, and a clean test does not end that', () => {
    h.at(later(2)).write('made-ill', drum, { people: 2, fellIllOn: '2026-06-03' });
    expect(at(drum, later(3)).counts).toBe('utility');
    h.at(later(2.2));
    germs(drum, 0);
    expect(at(drum, later(3))).toMatchObject({
      counts: 'utility',
      judgement: { reason: { id: 'stop.illness' } },
    });
    h.at(later(4)).write('finding.ended', drum, { of: 'illness', by: 'authority' });
    expect(at(drum, later(5)).counts).toBe('drinking');
  });

  it('lead over its limit is a watch in store', () => {
    read(drum, 'lead', { value: 14 });
    const state = at(drum, later(3));
    expect(state).toMatchObject({ counts: 'drinking', watch: { reason: { id: 'dissolved.short' } } });
    expect(labelOf(facts(), container(drum), state).lines.map(l => l.id)).toContain('label.lifelong');
  });

  it('lead over its limit is no water where a child under a year lives, nitrate only under half a year', () => {
    h.write('home.set', h.subject('home'), { name: 'One', people: [{ born: '2025-09' }] });
    read(drum, 'nitrate', { value: 45, as: 'NO3' });
    expect(at(drum, later(3)).watch?.reason.id).toBe('dissolved.some');
    read(drum, 'lead', { value: 14 });
    expect(at(drum, later(3)).watch?.reason.id).toBe('judged.infant.lifelong');
  });

  it('chlorine above 5 is not drunk until it falls', () => {
    read(drum, 'free-chlorine', { value: 6 });
    expect(at(drum, later(3))).toMatchObject({ state: 'waiting', counts: null });
    read(drum, 'free-chlorine', { value: 3 });
    expect(at(drum, later(3)).counts).toBe('drinking');
    read(drum, 'free-chlorine', { value: 5, beyond: 'above' });
    expect(at(drum, later(3)).counts).toBeNull();
    read(drum, 'free-chlorine', { value: 3.5, beyond: 'above' });
    expect(at(drum, later(3)).counts).toBe('drinking');
  });

  it('a good figure of an expired kit proves nothing', () => {
    const kit = { expires: '2026-05-01' };
    read(drum, 'free-chlorine', { value: 0.1 });
    read(drum, 'free-chlorine', { value: 0.8, kit });
    expect(at(drum, later(3)).watch?.reason.id).toBe('watch.low');
  });

  it('a reading of an empty drum is refused, and what it says is kept', () => {
    h.write('emptied', drum, { to: 'utility' });
    expect(judged(drum, 'read', { parameter: 'ph', method: 'meter', value: 7 }, later(3))).toEqual([
      'guard.is-empty',
    ]);
    germs(drum, 9);
    expect(container(drum).alarms).toBeUndefined();
    expect(container(drum).tests).toBeUndefined();
  });
});

describe('a source that fails', () => {
  it('a tap with germs: what is drawn while that stands is water of which nobody knows', () => {
    const [before, after] = [vessel('D-1'), vessel('D-2')];
    fill(before, 'treated-tap', tap);
    h.at(later(5));
    const { id: of } = germs(tap, 2);
    h.at(later(6));
    fill(after, 'treated-tap', tap);
    // nobody tested the tap before: what was drawn earlier may be the same, until it is tested itself
    expect(at(before, later(7)).counts).toBe('utility');
    h.at(later(7));
    germs(before, 0);
    expect(at(before, later(7.1)).counts).toBe('drinking');
    expect(at(after, later(7))).toMatchObject({
      counts: 'utility',
      judgement: { reason: { id: 'stop.germs' } },
    });
    h.at(later(8));
    germs(tap, 0);
    for (const step of ['stop', 'tell', 'resample', 'treat', 'cause', 'clean'] as const)
      h.write('follow-up.step', tap, { of, step });
    h.at(later(8.5));
    germs(tap, 0);
    h.write('follow-up.closed', tap, { of });
    const [early, late] = [vessel('D-3'), vessel('D-4')];
    fill(early, 'treated-tap', tap);
    // one clean test twice within a day is one
    expect(at(early, later(8.6)).counts).toBe('utility');
    h.at(later(9.1));
    germs(tap, 0);
    h.at(later(9.2));
    fill(late, 'treated-tap', tap);
    expect(at(late, later(9.5)).counts).toBe('drinking');
    // what was drawn then stays what it was
    expect(at(after, later(9.5)).counts).toBe('utility');
  });

  it('a closed spring with germs is followed up, and asks what an open one does', () => {
    const spring = (isProtected: boolean) => {
      const id = h.subject('source');
      h.write('source.set', id, {
        name: `Spring ${isProtected}`,
        kind: 'spring',
        upstream: [],
        distanceM: 9,
        climbM: 0,
        isProtected,
      });
      h.write('source.inspected', id, { form: 'spring', yes: [] });
      return id;
    };
    const [closed, open] = [spring(true), spring(false)];
    germs(closed, 7);
    germs(open, 7);
    expect(facts().source[closed]!.alarms).toHaveLength(1);
    expect(facts().source[open]!.alarms).toBeUndefined();
    const drum = vessel('W-1');
    h.at(later(1));
    fill(drum, 'spring', closed);
    expect(at(drum, later(2)).fitness?.required?.least).toEqual({
      bacteria: 2,
      viruses: 3,
      protozoa: 2,
      crypto: 2,
    });
  });

  it('germs in a beck open no follow-up', () => {
    const beck = h.subject('source');
    h.write('source.set', beck, { name: 'Beck', kind: 'stream', upstream: [], distanceM: 100, climbM: 5 });
    germs(beck, 400);
    expect(facts().source[beck]!.alarms).toBeUndefined();
  });
});

describe('a sample that stands', () => {
  const begin = (temperatureC: number, of: Subject) => {
    const id = h.subject('test');
    h.write(
      'test.begun',
      id,
      { of, method: 'presence-absence', parameters: ['e-coli'], temperatureC, isDechlorinated: true },
      [of],
    );
    return id;
  };
  const duty = (id: Subject, hours: number) => {
    const now = addMinutes(START, hours * 60);
    return duties(now).find(d => d.subject === id);
  };

  it('falls due with its window, and is void after it', () => {
    const drum = vessel('D-1');
    fill(drum);
    h.at(START);
    const id = begin(17, drum);
    expect(duty(id, 30)).toMatchObject({ at: addMinutes(START, 48 * 60), what: { id: 'duty.test.growing' } });
    expect(duty(id, 50)).toMatchObject({
      when: 'now',
      at: addMinutes(START, 72 * 60),
      what: { id: 'duty.test.to-read' },
    });
    expect(duty(id, 73)?.what.id).toBe('duty.test.void');
    h.at(addMinutes(START, 60 * 60));
    h.write(
      'read',
      drum,
      {
        parameter: 'e-coli',
        method: 'presence-absence',
        found: 'absent',
        incubated: { from: START, temperatureC: 17 },
      },
      [id],
    );
    expect(duty(id, 61)).toBeUndefined();
  });

  it('stands too cold, and says so', () => {
    const id = begin(12, tap);
    expect(duty(id, 1)?.what.id).toBe('duty.test.cold');
  });
});

describe('the sampling plan', () => {
  const kit = (reads: ParameterId[], amount = 20) =>
    h.write('supply.set', h.subject('supply'), { name: 'Kit', kind: 'test-kit', amount, reads });
  const due = (when: string) => duties(when).filter(d => d.id.startsWith('sample:') && d.subject !== tap);
  let drum: Subject;
  beforeEach(() => {
    drum = vessel('D-1');
    fill(drum);
  });

  it('asks nothing of a household that cannot read it', () => {
    expect(due(later(1))).toEqual([]);
  });

  it('asks for the residual at the fill, a day after, and every month', () => {
    kit(['free-chlorine']);
    expect(due(later(0.1)).map(d => [d.subject, d.day, d.when])).toEqual([[drum, '2026-06-01', 'now']]);
    read(drum, 'free-chlorine', { value: 0.6 });
    expect(due(later(0.2)).map(d => d.day)).toEqual(['2026-06-02']);
    h.at(later(1.2));
    read(drum, 'free-chlorine', { value: 0.5 });
    expect(due(later(1.3)).map(d => d.day)).toEqual(['2026-07-02']);
  });

  it('gathers what is due in one place into one walk', () => {
    kit(['free-chlorine']);
    fill(vessel('D-2'));
    expect(due(later(2))).toMatchObject([{ subjects: { length: 2 }, what: { id: 'duty.sample.many' } }]);
  });

  it('asks how clear water is before its dose, and for the residual of a batch that passed by smell', () => {
    kit(['free-chlorine', 'turbidity']);
    const well = vessel('W-1');
    fill(well, 'well');
    const begin = later(0.1);
    const asked = (days: number) =>
      due(later(days))
        .filter(d => d.subject === well)
        .map(d => d.id.split(':')[1]);
    h.at(begin).write('batch.begun', well, {
      school: 'target-dose',
      strengthSchool: 'replace-yearly',
      volumeL: 100,
      strengthMgMl: 61.8,
      targetMgL: 2,
      doseMl: 3.2,
      way: 'tool',
      contactMin: 30,
      clarity: 'clear',
    });
    expect(asked(0.1)).toEqual(['batch-before']);
    read(well, 'turbidity', { value: 2 });
    expect(asked(0.1)).toEqual([]);
    h.write('checked', well, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', well, { doseMl: 3.2, strengthMgMl: 61.8 });
    h.write('mixed', well, {});
    h.at(later(0.2)).write('read', well, {
      parameter: 'chlorine-smell',
      method: 'senses',
      found: 'faint',
    } as never);
    expect(asked(0.2)).toEqual(['batch-after']);
    h.write('sampling.set', 'sampling', { rule: 'batch-after', everyDays: 0 });
    expect(asked(0.2)).not.toContain('batch-after');
    h.write('sampling.set', 'sampling', { rule: 'batch-after', everyDays: 1 });
    h.at(later(0.3)).write('read', well, {
      parameter: 'free-chlorine',
      method: 'comparator',
      value: 0.5,
    } as never);
    expect(asked(0.3)).toEqual([]);
  });

  it('doubts what a kit finds that failed its last trial', () => {
    kit(['free-chlorine']);
    const supply = Object.keys(facts().supply)[0]! as Subject;
    const warned = () =>
      guard(
        facts(),
        {
          ...h.entries.at(-1)!,
          kind: 'read',
          subject: drum,
          data: { parameter: 'free-chlorine', method: 'comparator', value: 0.5, kit: { supply } },
          happenedAt: later(1),
        } as never,
        later(1),
      ).map(j => j.reason.id);
    expect(warned()).not.toContain('guard.kit-doubted');
    h.write('kit.checked', supply, { what: 'blank', parameter: 'free-chlorine', first: { value: 0.6 } });
    expect(warned()).toContain('guard.kit-doubted');
    h.write('kit.checked', supply, { what: 'blank', parameter: 'free-chlorine', first: { value: 0 } });
    expect(warned()).not.toContain('guard.kit-doubted');
  });

  it('asks a well for germs every year and after a flood', () => {
    kit(['e-coli']);
    const well = h.subject('source');
    h.write('source.set', well, { name: 'Well', kind: 'dug-well', upstream: [], distanceM: 10, climbM: 0 });
    const dueGerms = (when: string) => due(when).filter(d => d.what.params?.name === 'parameter.e-coli');
    germs(well, 0);
    expect(dueGerms(later(1)).map(d => [d.subject, d.day])).toEqual([[well, '2027-06-01']]);
    h.at(later(5)).write('source.happened', well, { what: 'flood' });
    expect(dueGerms(later(6)).map(d => [d.day, d.when])).toEqual([['2026-06-06', 'now']]);
  });

  it('asks a well for what a laboratory reads, where nobody owns a kit for it, from the day that it was written down', () => {
    const well = h.subject('source');
    h.write('source.set', well, { name: 'Well', kind: 'dug-well', upstream: [], distanceM: 10, climbM: 0 });
    const asked = () => due(later(40)).map(d => [d.what.params?.name, d.day, d.when]);
    expect(asked()).toEqual([
      ['parameter.e-coli', '2026-06-01', 'now'],
      ['parameter.nitrate', '2026-06-01', 'now'],
    ]);
    // a stream is taken for foul whatever a test says; a rule that was set aside asks nothing
    h.write('source.set', h.subject('source'), {
      name: 'Beck',
      kind: 'stream',
      upstream: [],
      distanceM: 10,
      climbM: 0,
    });
    h.write('sampling.set', 'sampling', { rule: 'ground-nitrate', everyDays: 0 });
    expect(asked()).toHaveLength(1);
  });

  it('is the group’s own to change, or to set aside', () => {
    kit(['free-chlorine']);
    h.write('sampling.set', 'sampling', { rule: 'store-chlorine', everyDays: 7 });
    expect(everyDaysOf(facts().sampling, 'store-chlorine')).toBe(7);
    h.write('sampling.set', 'sampling', { rule: 'store-chlorine', everyDays: 0 });
    expect(due(later(1))).toEqual([]);
  });

  it('draws the kit down', () => {
    const { subject } = kit(['e-coli'], 2);
    h.write('read', drum, { parameter: 'e-coli', method: 'laboratory', value: 0, kit: { supply: subject } }, [
      subject,
    ]);
    expect(facts().supply[subject]!.used).toBe(1);
  });
});

describe('what follows from a change', () => {
  it('is the same worked out anew and from what was before, when a drum fails beside others', () => {
    const [a, b] = [vessel('D-1'), vessel('D-2')];
    fill(a);
    fill(b);
    const [before, now] = [facts(), later(1)];
    const state = stateAt(before, now);
    h.at(later(0.5));
    germs(a, 4);
    const after = stateAfter(before, state, facts(), now);
    expect(after.containers).toEqual(stateAt(facts(), now).containers);
    expect(after.containers[b]?.watch?.reason.id).toBe('watch.neighbour');
  });

  it('holds until a sample wants to be read', () => {
    const id = h.subject('test');
    h.write('test.begun', id, {
      of: tap,
      method: 'presence-absence',
      parameters: ['e-coli'],
      temperatureC: 35,
    });
    const { begunAt } = facts().test[id]!;
    expect(stateAt(facts(), later(0.1)).holdsUntil).toBe(addMinutes(begunAt, 24 * 60));
    expect(stateAt(facts(), addMinutes(begunAt, 25 * 60)).holdsUntil).toBe(addMinutes(begunAt, 48 * 60));
  });
});
