import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addDays, addMinutes } from '../../base/day.ts';
import type { ContainerKind } from '../../storage/containers/kinds.ts';
import { dutiesAt } from '../duties.ts';
import { type EntryData, type EntryKind, fold, foldOnto, guard } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { exampleBatch } from '../sheets/exampleBatch.ts';
import { coverOf } from '../supplies/cover.ts';
import { stateAfter } from './change.ts';
import { kindOf } from './state.ts';
import { stateAt } from './wholeState.ts';

// Comparisons on whose other side somebody drinks what they should not: each is tried on both of its sides.

const start = '2026-03-02T08:00:00.000Z';
const WATCHED = 1440 * 3;
let h: Hand;
let building: string;
let shed: string;
let drum: string;

beforeEach(() => {
  h = hand(start);
  [building, shed, drum] = [h.subject('building'), h.subject('place'), h.subject('container')];
  h.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
  h.write('home.set', h.subject('home'), { name: 'Home', people: [{}] });
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  put('place.set', shed, { name: 'Shed', building, level: 0, widthM: 9, heightM: 2.4, shelves: [] });
  put('container.added', drum, {
    code: 'A-1',
    kind: 'drum-208l',
    place: shed,
    role: 'clean',
    heldBefore: 'new',
  });
});

const put = <K extends EntryKind>(kind: K, subject: string, data: EntryData[K], also?: string[]) =>
  h.write(kind, subject, data, also);
const filled = (water: EntryData['filled']['water'] = 'treated-tap') =>
  put('filled', drum, { volumeL: { value: 198, known: 'measured' }, water, sealed: false });
const begun = (contactMin = 30) => put('batch.begun', drum, { ...exampleBatch, contactMin });
const stateOf = (now: string) => stateAt(fold(h.entries), now).containers[drum]!;
/** What stops an intention; it is not recorded. */
function refused(kind: EntryKind, subject: string, data: unknown): string[] {
  const now = addMinutes(start, 600);
  const facts = fold(h.entries);
  const meant = h.write(kind, subject, data as never);
  h.entries.pop();
  return guard(facts, meant, now)
    .filter(j => j.verdict === 'refuse')
    .map(j => j.reason.id);
}

describe('a dose that was put in and given up', () => {
  it('leaves the water unfit, whatever its source was: nobody knows what is in it', () => {
    filled();
    begun();
    put('dosed', drum, { doseMl: 6.6, strengthMgMl: 60 });
    put('batch.abandoned', drum, { why: 'why.left' });
    const at = stateOf(addMinutes(start, 120));
    expect(at.judgement.reason.id).toBe('state.given-up');
    expect(at.counts).not.toBe('drinking');
  });

  it('before anything was put in leaves it as it was', () => {
    filled();
    begun();
    put('batch.abandoned', drum, { why: 'why.left' });
    expect(stateOf(addMinutes(start, 120)).counts).toBe('drinking');
  });
});

describe('a vessel drawn by its clean tap', () => {
  const drawnAndRead = (reading: EntryData['read']) => {
    filled();
    put('drawn', drum, { volumeL: 5, use: 'drinking', byTap: true });
    put('read', drum, reading);
  };
  it('counts as closed for three days by free chlorine, not by total', () => {
    drawnAndRead(readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
    expect(stateOf(addMinutes(start, 600)).state).not.toBe('open');
    expect(stateOf(addMinutes(start, WATCHED + 60)).state).toBe('open');
  });
  it('is open by a total reading, however high', () => {
    drawnAndRead(readingOfChlorine({ method: 'total', mgL: 2 }));
    expect(stateOf(addMinutes(start, 600)).state).toBe('open');
  });
  it('is open once it was drawn by hand', () => {
    filled();
    put('drawn', drum, { volumeL: 5, use: 'drinking', byTap: false });
    put('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
    expect(stateOf(addMinutes(start, 600)).state).toBe('open');
  });
});

describe('a state that follows another', () => {
  it('holds no longer than the clock of what changed: a contact time that begins ends it', () => {
    filled('well');
    const facts = fold(h.entries);
    const now = addMinutes(start, 10);
    const state = stateAt(facts, now);
    expect(state.holdsUntil > addMinutes(now, 1440)).toBe(true);
    const dose = [begun(), put('dosed', drum, { doseMl: 6.6, strengthMgMl: 60 }), put('mixed', drum, {})];
    const next = foldOnto(facts, dose);
    const later = stateAfter(facts, state, next, now);
    expect(later.holdsUntil).toBe(stateAt(next, now).holdsUntil);
    expect(later.holdsUntil <= addMinutes(now, 31)).toBe(true);
  });
});

describe('plastic beside fuel', () => {
  it.each(['HDPE', 'PET'] as const)('breathes, %s as well, and is refused', material => {
    const kind: ContainerKind = { ...kindOf(fold(h.entries), 'drum-208l')!, id: 'own', material };
    put('kind.set', 'kind:own', kind);
    const own = h.subject('container');
    put('container.added', own, { code: 'B', kind: 'own', place: shed, role: 'clean', heldBefore: 'new' });
    const garage = h.subject('place');
    put('place.set', garage, {
      name: 'Garage',
      building,
      level: 0,
      widthM: 9,
      heightM: 2.4,
      shelves: [],
      near: ['fuel'],
    });
    expect(refused('moved', own, { place: garage })).toEqual(['place.near-fuel']);
    expect(refused('moved', own, { place: shed })).toEqual([]);
  });

  it('is no matter for steel', () => {
    const kind: ContainerKind = {
      ...kindOf(fold(h.entries), 'drum-208l')!,
      id: 'own',
      material: 'steel',
    };
    put('kind.set', 'kind:own', kind);
    put('place.set', shed, { ...fold(h.entries).place[shed]!, near: ['fuel'] });
    const own = h.subject('container');
    put('container.added', own, { code: 'B', kind: 'own', place: shed, role: 'clean', heldBefore: 'new' });
    expect(refused('moved', own, { place: shed })).toEqual([]);
  });
});

describe('what is still in use', () => {
  it('stays: a building with one place, a place with one container', () => {
    expect(refused('building.removed', building, {})).toEqual(['guard.building-in-use']);
    expect(refused('place.removed', shed, {})).toEqual(['guard.place-in-use']);
    const empty = h.subject('building');
    put('building.set', empty, { name: 'Barn', order: 1, roof: 'flat' });
    expect(refused('building.removed', empty, {})).toEqual([]);
  });
});

describe('a sheet', () => {
  const sheet = () => {
    const id = h.subject('sheet');
    put('sheet.begun', id, {
      method: 'settle',
      inputs: {},
      headline: { id: 'settle.headline' },
      steps: [{ id: 'wait', text: { id: 'step.settle.wait' }, kind: 'do' }],
      uses: [],
      credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
    });
    return id;
  };
  it('ends once', () => {
    const id = sheet();
    expect(refused('sheet.ended', id, { outcome: 'stopped', method: 'settle' })).toEqual([]);
    put('sheet.ended', id, { outcome: 'stopped', method: 'settle' });
    expect(refused('sheet.ended', id, { outcome: 'stopped', method: 'settle' })).toEqual(['guard.no-sheet']);
  });
  it('is finished when its steps are done, and not before', () => {
    const id = sheet();
    expect(refused('sheet.ended', id, { outcome: 'finished', method: 'settle' })).toEqual([
      'guard.sheet-runs',
    ]);
    put('sheet.step', id, { step: 'wait' });
    expect(refused('sheet.ended', id, { outcome: 'finished', method: 'settle' })).toEqual([]);
  });
});

describe('the week of Today', () => {
  it('has seven days: the seventh is in it, the eighth is later', () => {
    const dueIn = (days: number) => {
      const own = hand(start);
      own.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
      own.write('supply.set', own.subject('supply'), {
        name: 'Tablets',
        kind: 'chlorine-tablets',
        amount: 10,
        expiresOn: addDays(start.slice(0, 10), days),
      });
      const facts = fold(own.entries);
      return dutiesAt(facts, stateAt(facts, addMinutes(start, 60)))[0]?.when;
    };
    expect([dueIn(0), dueIn(1), dueIn(7), dueIn(8)]).toEqual(['now', 'week', 'week', 'later']);
  });
});

describe('iodine', () => {
  it('covers 21 days and not one more, however much of it there is', () => {
    put('supply.set', h.subject('supply'), { name: 'Iodine', kind: 'iodine', amount: 100_000 });
    const [cover] = coverOf(fold(h.entries), start.slice(0, 10), 10, 1);
    expect(cover).toMatchObject({ way: 'iodine', days: 21 });
  });
});
