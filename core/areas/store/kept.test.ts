import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { subjectsOf } from '../../log/entry.ts';
import { seedKinds } from '../../storage/containers/kinds.ts';
import { type Entry, type EntryData, type EntryKind, fold, foldOnto } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { exampleBatch } from '../sheets/exampleBatch.ts';
import { reachAfter, stateAfter } from './change.ts';
import { allKinds } from './state.ts';
import { stateAt } from './wholeState.ts';

// A small store in which each thing that a state follows from changes once: what was kept is let go just then.

const START = '2026-03-02T08:00:00.000Z';
const NOW = addMinutes(START, 120);
let h: Hand;
let building: string;
let shed: string;
let tap: string;
let drum: string;
let twin: string;

const put = <K extends EntryKind>(kind: K, subject: string, data: EntryData[K], also?: string[]): Entry =>
  h.write(kind, subject, data, also);
const place = (more: object = {}) => ({
  name: 'Shed',
  building,
  level: 0,
  widthM: 9,
  heightM: 2.4,
  shelves: [],
  meanC: 14,
  ...more,
});
const clear = { ...seedKinds.find(k => k.id === 'drum-57l')!, id: 'own', name: 'Own' };
const filled = (id: string, more: Partial<EntryData['filled']> = {}) =>
  put('filled', id, {
    volumeL: { value: 50, known: 'measured' },
    water: 'treated-tap',
    sealed: true,
    ...more,
  });
const nitrate = (id: string, value: number) =>
  put('read', id, { parameter: 'nitrate', method: 'laboratory', value, as: 'NO3' });

beforeEach(() => {
  h = hand(START);
  [building, shed, tap] = [h.subject('building'), h.subject('place'), h.subject('source')];
  [drum, twin] = [h.subject('container'), h.subject('container')];
  put('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
  put('home.set', 'home:01KAXG0000000000000000000A', { name: 'Home', people: [{}] });
  put('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  put('place.set', shed, place());
  put('kind.set', 'kind:own', clear);
  put('source.set', tap, { name: 'Tap', kind: 'tap', upstream: [], distanceM: 0, climbM: 0 });
  for (const [id, code] of [
    [drum, 'A'],
    [twin, 'B'],
  ] as const) {
    put('container.added', id, { code, kind: 'own', place: shed, role: 'clean', heldBefore: 'new' });
    filled(id, { source: tap });
  }
  nitrate(drum, 45);
});

/** What comes of an entry, worked out from what was kept, and anew. */
function after(write: () => Entry | readonly Entry[], now = NOW) {
  const facts = fold(h.entries);
  const state = stateAt(facts, now);
  const entries = [write()].flat();
  const next = foldOnto(facts, entries);
  // facts of their own have nothing kept for them
  const anew = stateAt(fold(h.entries), now);
  const follows = stateAfter(facts, state, next, now);
  const reach = reachAfter(facts, state, next, entries.flatMap(subjectsOf));
  return { before: state, kept: stateAt(next, now), follows, anew, reach };
}

const changes: [string, () => Entry | readonly Entry[]][] = [
  ['the notice of what is due', () => put('plan.set', 'plan', { noticeDays: 200 })],
  ['the school of rotation', () => put('plan.set', 'plan', { rotationSchool: 'yearly' })],
  ['the share that is kept back', () => put('plan.set', 'plan', { reserveShare: 0.5 })],
  [
    'the zone of the group',
    () => put('group.set', 'group', { name: 'Hall', timeZone: 'Pacific/Kiritimati' }),
  ],
  ['a kind', () => put('kind.set', 'kind:own', { ...clear, tareKg: 9 })],
  ['a place', () => put('place.set', shed, place({ meanC: 35 }))],
  [
    'a source',
    () => put('source.set', tap, { name: 'Tap', kind: 'pond', upstream: [], distanceM: 0, climbM: 0 }),
  ],
  [
    'a notice',
    () =>
      put('notice.given', h.subject('notice'), {
        kind: 'boil',
        authority: 'Water board',
        sources: [tap],
        givenOn: '2026-03-02',
        suspectedFrom: '2026-03-01',
      }),
  ],
  ['a fail in the twin', () => put('read', twin, { parameter: 'e-coli', method: 'laboratory', value: 3 })],
  [
    'an infant in the home',
    () =>
      put('home.set', 'home:01KAXG0000000000000000000A', {
        name: 'Home',
        people: [{ born: '2026-01-05' }],
      }),
  ],
  ['a draw', () => put('drawn', drum, { volumeL: 8, use: 'drinking', byTap: false })],
  ['an emptying', () => put('emptied', drum, { to: 'utility' })],
  ['a failing', () => put('failed', twin, { why: 'smell' })],
  ['something set apart', () => put('container.changed', drum, { setApart: 'the clinic' })],
  [
    'another container',
    () => {
      const id = h.subject('container');
      return [
        put('container.added', id, { code: 'C', kind: 'own', place: shed, role: 'clean', heldBefore: 'new' }),
        filled(id, { water: 'well' }),
      ];
    },
  ],
];

describe('what was kept', () => {
  it.each(changes)('is let go by %s', (_, write) => {
    const { before, kept, follows, anew, reach } = after(write);
    expect(anew).not.toEqual(before);
    expect(kept).toEqual(anew);
    expect(follows).toEqual(anew);
    expect(reach).toEqual(anew.reach);
  });

  it('stays where nothing changed: the very same', () => {
    const facts = fold(h.entries);
    const state = stateAt(facts, NOW);
    expect(stateAt(facts, addMinutes(NOW, 5)).containers[drum]).toBe(state.containers[drum]);
    const drawn = put('drawn', twin, { volumeL: 1, use: 'drinking', byTap: true });
    const next = foldOnto(facts, [drawn]);
    expect(stateAt(next, NOW).containers[drum]).toBe(state.containers[drum]);
    expect(stateAfter(facts, state, facts, addMinutes(NOW, 5))).toEqual({
      ...state,
      now: addMinutes(NOW, 5),
    });
    // the next day it has a day less
    const tomorrow = stateAt(facts, addMinutes(NOW, 1440)).containers[drum]!;
    expect(tomorrow.daysLeft).toBe(state.containers[drum]!.daysLeft! - 1);
    expect(stateAt(facts, NOW).containers[drum]!.daysLeft).toBe(state.containers[drum]!.daysLeft);
  });

  it('comes back when what was done is undone, to the microlitre', () => {
    const facts = fold(h.entries);
    const state = stateAt(facts, NOW);
    const next = foldOnto(facts, [put('drawn', drum, { volumeL: 0.3, use: 'drinking', byTap: true })]);
    const there = stateAfter(facts, state, next, NOW);
    expect([there.tally.ready.litres, there.tally.open.litres]).toEqual([50, 49.7]);
    expect(stateAfter(next, there, facts, NOW)).toEqual(state);
  });
});

describe('a state holds', () => {
  const until = (now = NOW) => stateAt(fold(h.entries), now).holdsUntil;
  const begun = (id: string, contactMin: number) => {
    put('batch.begun', id, { ...exampleBatch, volumeL: 50, doseMl: 1.7, contactMin });
    put('dosed', id, { doseMl: 1.7, strengthMgMl: 60 });
    return put('mixed', id, {}).happenedAt;
  };

  it('as long as the first clock that runs, whichever container has it', () => {
    expect(until() > '9').toBe(true);
    const first = begun(twin, 600);
    expect(until()).toBe(addMinutes(first, 600));
    const second = begun(drum, 300);
    expect(until()).toBe(addMinutes(second, 300));
    // a clock that has run out holds nothing
    expect(until(addMinutes(second, 300))).toBe(addMinutes(first, 600));
  });

  it('until the reading that keeps a tapped drum closed is three days old', () => {
    put('drawn', drum, { volumeL: 1, use: 'drinking', byTap: true });
    const { happenedAt } = put('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.5 }));
    expect(until()).toBe(addMinutes(happenedAt, 3 * 1440));
    const later = addMinutes(happenedAt, 3 * 1440);
    expect(stateAt(fold(h.entries), later).containers[drum]!.state).toBe('open');
    expect(until(later) > '9').toBe(true);
  });

  it('until the step of a sheet, or the window of a sample, comes', () => {
    const sheet = h.subject('sheet');
    put('sheet.begun', sheet, {
      method: 'settle',
      inputs: {},
      headline: { id: 'settle.headline' },
      steps: [
        { id: 'stir', text: { id: 'x' }, kind: 'do' },
        { id: 'wait', text: { id: 'x' }, kind: 'wait', waitMin: 500 },
      ],
      uses: [],
      credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
    });
    const { happenedAt } = put('sheet.step', sheet, { step: 'stir' });
    expect(until()).toBe(addMinutes(happenedAt, 500));
    expect(until(addMinutes(happenedAt, 500)) > '9').toBe(true);
    begun(drum, 300);
    expect(until() < addMinutes(happenedAt, 500)).toBe(true);
  });
});

it('litres count for what they are: due beside ready, smell beside reading', () => {
  const reach = (now = NOW) => stateAt(fold(h.entries), now).reach;
  expect(reach()).toMatchObject({ drinkingL: 100, dueL: 0, bySmellL: 0, utilityL: 0 });
  put('plan.set', 'plan', { noticeDays: 200 });
  expect(reach()).toMatchObject({ drinkingL: 100, dueL: 100 });
  put('drawn', drum, { volumeL: 10, use: 'drinking', byTap: false });
  expect(reach()).toMatchObject({ drinkingL: 90, dueL: 90 });
});

it('what is kept back makes the need of a day greater', () => {
  const days = () => stateAt(fold(h.entries), NOW).reach.days!;
  put('plan.set', 'plan', { reserveShare: 0 });
  const all = days();
  put('plan.set', 'plan', { reserveShare: 0.25 });
  expect(days()).toBeCloseTo(all / 1.25, 9);
});

it('kinds stand by their size, one’s own in the place of those that ship', () => {
  put('kind.set', 'kind:can-20l', { ...clear, id: 'can-20l', nominalL: 21 });
  const kinds = allKinds(fold(h.entries));
  expect(kinds.map(k => k.nominalL)).toEqual(kinds.map(k => k.nominalL).toSorted((a, b) => a - b));
  expect(kinds.filter(k => k.id === 'can-20l').map(k => k.nominalL)).toEqual([21]);
  expect(kinds).toHaveLength(seedKinds.length + 1);
});
