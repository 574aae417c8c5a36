import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../calendar/day.ts';
import { dutiesAt } from '../duties.ts';
import { atOnce } from '../lots.ts';
import { fold } from '../record.ts';
import type { Subject } from '../subject.ts';
import type { ContainerFields, PlaceFields } from './fields.ts';
import { mixSpots } from './mixRoom.ts';
import { fillableOwn, willBeReady } from './ownFirst.ts';
import { overloaded } from './placing.ts';
import { stateAt } from './state.ts';

const start = '2026-11-25T08:00:00.000Z';
let h: Hand;
let attic: Subject;

beforeEach(() => {
  h = hand(start);
  const building = h.subject('building');
  attic = h.subject('place');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', attic, place(building, {}));
});

const place = (building: Subject, more: Partial<PlaceFields>): PlaceFields => ({
  name: 'Attic',
  building,
  level: 1,
  widthM: 4,
  heightM: 2.4,
  shelves: [],
  ...more,
});

/** A minute on: everything was written in its first seconds. */
const soon = addMinutes(start, 1);

let n = 0;
function add(more: Partial<ContainerFields> = {}, fillL?: number): Subject {
  const id = h.subject('container');
  h.write('container.added', id, {
    code: `X-${++n}`,
    kind: 'drum-208l',
    place: attic,
    role: 'clean',
    heldBefore: 'new',
    ...more,
  });
  if (fillL !== undefined)
    h.write('filled', id, {
      volumeL: { value: fillL, known: 'measured' },
      water: 'treated-tap',
      sealed: true,
    });
  return id;
}

describe('what is owned already', () => {
  it('is counted before anything is bought: the empty vessels that may hold drinking water', () => {
    const free = add();
    add({}, 198);
    add({ role: 'raw' });
    add({ heldBefore: 'chemical' });
    add({ heldBefore: 'milk-juice' });
    add({ setApart: 'the clinic' });
    h.write('condemned', add(), { why: 'cracked' });
    h.write('inspected', add(), { found: 'algae' });
    expect(fillableOwn(fold(h.entries)).map(v => v.id)).toEqual([free]);
  });

  it('weighs as full where it stands: 4 drums of 208 kg leave nothing of 195 kg/m² on 4 m', () => {
    for (let i = 0; i < 4; i++) add();
    const spot = mixSpots(fold(h.entries)).find(s => !s.shelf)!;
    // 198 L and 10 kg each; a floor with a room below it and no limit said is taken to be a dwelling's
    expect(spot.floor?.limitKgM2).toBe(195);
    expect(spot.floor?.standing.map(s => Math.round(s.massKg))).toEqual([208, 208, 208, 208]);
  });

  it('counts what stands in its contact time, not what a failed batch left', () => {
    const drum = add({}, 198);
    h.write('batch.begun', drum, {
      school: 'target-dose',
      strengthSchool: 'replace-yearly',
      volumeL: 198,
      strengthMgMl: 61.8,
      targetMgL: 2,
      doseMl: 6.4,
      way: 'none',
      contactMin: 30,
      clarity: 'clear',
    });
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    const one = () => stateAt(fold(h.entries), soon).containers[drum]!;
    expect(willBeReady(one())).toBe(true);
    h.write('failed', drum, { why: 'test' });
    expect(willBeReady(one())).toBe(false);
  });
});

describe('a floor or a shelf that bears more than it should', () => {
  const floors = () => {
    const facts = fold(h.entries);
    const duties = dutiesAt(facts, stateAt(facts, soon)).filter(d => d.id.startsWith('load:'));
    expect(duties.map(d => d.subject)).toEqual(atOnce(overloaded(facts)).map(o => o.place.id));
    return duties;
  };

  it('is on Today until it is relieved', () => {
    const drums = [add({}, 198), add({}, 198), add({}, 198)];
    // 624 kg over (3 × 0.585 + 0.5) × 1.085 m = 255 kg/m², more than the 195 of a dwelling
    expect(floors()).toMatchObject([{ when: 'now', area: 'store', subject: attic, verdict: 'warn' }]);
    expect(floors()[0]!.what.params?.loadKgM2).toBeCloseTo(624 / (2.255 * 1.085), 6);
    h.write('emptied', drums[0]!, { to: 'utility' });
    h.write('emptied', drums[1]!, { to: 'utility' });
    expect(floors()).toEqual([]);
  });

  it('and so is a shelf: 6 cans of 20.2 kg on one that carries 120', () => {
    const building = h.subject('building');
    const shelved = h.subject('place');
    const shelves = [{ id: 'A', heightM: 1, fromM: 0, toM: 3, limitKg: 120 }];
    h.write('place.set', shelved, place(building, { name: 'Shed', level: 0, shelves }));
    const cans = Array.from({ length: 6 }, () => add({ kind: 'can-20l', place: shelved, shelf: 'A' }, 19));
    expect(floors()).toMatchObject([{ subject: shelved, verdict: 'refuse' }]);
    expect(floors()[0]!.what.params).toMatchObject({ id: 'A', place: 'Shed', limitKg: 120 });
    h.write('emptied', cans[0]!, { to: 'utility' });
    expect(floors()).toEqual([]);
  });
});
