import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { atOnce } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import { seedKinds } from '../../storage/containers/kinds.ts';
import { dutiesAt } from '../duties.ts';
import { fold } from '../entries.ts';
import type { ContainerFields, PlaceFields } from './fields.ts';
import { mixSpots } from './mixRoom.ts';
import { fillableOwn, willBeReady } from './ownFirst.ts';
import { floorLimit, overloaded } from './placing.ts';
import { stateAt } from './wholeState.ts';

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

  it('may be filled again once it was cleaned since a bad look, when its lime is gone, and never of copper', () => {
    const ids = () => fillableOwn(fold(h.entries)).map(v => v.id);
    const green = add();
    h.write('inspected', green, { found: 'algae' });
    expect(ids()).toEqual([]);
    h.write('sanitised', green, { waterL: 5, bleachMl: 20 });
    expect(ids()).toEqual([green]);
    h.write('inspected', green, { found: 'smell' });
    expect(ids()).toEqual([]);
    const own = (id: string, material: 'concrete' | 'copper') =>
      h.write('kind.set', `kind:${id}`, {
        ...seedKinds.find(k => k.id === 'drum-57l')!,
        id,
        name: id,
        material,
      });
    own('cistern', 'concrete');
    own('kettle', 'copper');
    add({ kind: 'kettle' });
    const cistern = add({ kind: 'cistern' });
    expect(ids()).toEqual([]);
    h.write('inspected', cistern, { found: 'lime-gone' });
    expect(ids()).toEqual([cistern]);
  });

  it('holds, weighs and is carried as its kind', () => {
    const [drum, can] = [add(), add({ kind: 'can-20l' })];
    expect(fillableOwn(fold(h.entries))).toMatchObject([
      { id: drum, litres: 197.6, fullKg: 207.6, isPortable: false },
      { id: can, litres: 19, fullKg: 20.2, isPortable: true },
    ]);
    h.write('plan.set', 'plan', { liftKg: 10 });
    expect(fillableOwn(fold(h.entries)).map(v => v.isPortable)).toEqual([false, false]);
    // an empty one is empty, however it became so; one of a kind that is not known is left aside
    h.write('filled', can, { volumeL: { value: 19, known: 'label' }, water: 'treated-tap', sealed: true });
    expect(fillableOwn(fold(h.entries)).map(v => v.id)).toEqual([drum]);
    h.write('emptied', can, { to: 'drain' });
    add({ kind: 'no-such' });
    expect(fillableOwn(fold(h.entries)).map(v => v.id)).toEqual([drum, can]);
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

describe('the room that is left', () => {
  const shelved = (more: Partial<PlaceFields> = {}) => {
    const building = h.subject('building');
    const id = h.subject('place');
    const shelves = [
      { id: 'A', heightM: 0.5, fromM: 0.5, toM: 2.5, limitKg: 120 },
      { id: 'B', heightM: 1.5, fromM: 0, toM: 1 },
    ];
    h.write('place.set', id, place(building, { name: 'Shed', level: 0, shelves, depthM: 0.4, ...more }));
    return id;
  };
  const spotsOf = (id: Subject) => mixSpots(fold(h.entries)).filter(s => s.place === id);

  it('reaches to the shelf above it or to the ceiling, and is as long as the shelf', () => {
    expect(spotsOf(shelved())).toEqual([
      { place: expect.anything(), depthM: 0.4, headroomM: 0.5, freeM: 4 },
      { place: expect.anything(), shelf: 'A', depthM: 0.4, headroomM: 1, freeM: 2, freeKg: 120 },
      // nobody knows what it carries: nothing heavy is planned on it
      {
        place: expect.anything(),
        shelf: 'B',
        depthM: 0.4,
        headroomM: expect.closeTo(0.9, 9),
        freeM: 1,
        freeKg: 0,
      },
    ]);
    expect(spotsOf(shelved({ depthM: 0.8 })).map(s => s.depthM)).toEqual([0.8, 0.5, 0.5]);
    const { place: _, ...unmeasured } = spotsOf(attic)[0]!;
    expect(unmeasured).toEqual({
      depthM: 1.2,
      headroomM: 2.4,
      freeM: 4,
      floor: { bay: { widthM: 4 }, standing: [], limitKgM2: 195 },
    });
  });

  it('is less by what stands there, and never less than nothing', () => {
    const shed = shelved({ floorLimitKgM2: 300, walls: ['back'] });
    add({ kind: 'can-20l', place: shed, shelf: 'A' }, 19);
    add({ kind: 'can-20l', place: shed, shelf: 'A' });
    const [floor, a] = spotsOf(shed);
    // 0.28 + 0.05 m each, two high under one metre of headroom, one behind the other needs 0.5 m and has 0.4
    expect(a!.freeM).toBeCloseTo(2 - 2 * (0.33 / 2), 9);
    // the empty one is to be filled: 20.2 kg as well
    expect(a!.freeKg).toBeCloseTo(120 - 2 * 20.2, 9);
    expect(floor).toMatchObject({
      freeM: 4,
      floor: { bay: { widthM: 4, depthM: 0.4, walls: ['back'] }, standing: [], limitKgM2: 300 },
    });
    for (let i = 0; i < 14; i++) add({ kind: 'can-20l', place: shed, shelf: 'A' }, 19);
    const [, full] = spotsOf(shed);
    expect([full!.freeM, full!.freeKg]).toEqual([0, 0]);
  });

  it('is none in the sun or beside fuel', () => {
    expect(spotsOf(shelved({ directSun: true }))).toEqual([]);
    expect(spotsOf(shelved({ near: ['fuel'] }))).toEqual([]);
    expect(spotsOf(shelved({ near: ['poison'] }))).toHaveLength(3);
  });
});

describe('what a floor bears', () => {
  const limit = (id: Subject) => {
    const facts = fold(h.entries);
    return floorLimit(facts, facts.place[id]!);
  };

  it('is what somebody said; on the ground everything, above a room nobody knows', () => {
    expect(limit(attic)).toBeUndefined();
    const building = h.subject('building');
    const [ground, cellar, other] = [h.subject('place'), h.subject('place'), h.subject('place')];
    h.write('place.set', ground, place(building, { level: 0 }));
    expect(limit(ground)).toBe(Number.POSITIVE_INFINITY);
    // a room beside it is none below it, and one in another building neither
    h.write('place.set', other, place(building, { level: 0 }));
    h.write('place.set', h.subject('place'), place(h.subject('building'), { level: -1 }));
    expect(limit(ground)).toBe(Number.POSITIVE_INFINITY);
    h.write('place.set', cellar, place(building, { level: -1 }));
    expect(limit(ground)).toBeUndefined();
    expect(limit(cellar)).toBe(Number.POSITIVE_INFINITY);
    h.write('place.set', ground, place(building, { level: 0, floorLimitKgM2: 250 }));
    expect(limit(ground)).toBe(250);
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
