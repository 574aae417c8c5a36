import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { fold, guard } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import type { PlaceFields } from './fields.ts';
import { isHeldElsewhere } from './guards.ts';
import { mixSpots } from './mixRoom.ts';

const start = '2026-11-25T08:00:00.000Z';
let h: Hand;
let drum: Subject;
let cellar: Subject;
let attic: Subject;

const room = (name: string, more: Partial<PlaceFields> & { building: string }): PlaceFields => ({
  name,
  level: 0,
  widthM: 4,
  heightM: 2.4,
  shelves: [],
  ...more,
});

beforeEach(() => {
  h = hand(start);
  const building = h.subject('building');
  cellar = h.subject('place');
  attic = h.subject('place');
  drum = h.subject('container');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write(
    'place.set',
    cellar,
    room('Cellar', {
      building,
      level: -1,
      shelves: [{ id: 'A', heightM: 1.2, fromM: 0, toM: 3, limitKg: 100 }],
    }),
  );
  h.write('place.set', attic, room('Attic', { building, level: 1 }));
  h.write('container.added', drum, {
    code: 'A-1',
    kind: 'drum-208l',
    place: cellar,
    role: 'clean',
    heldBefore: 'new',
  });
});

const fill = (container = drum, litres = 198, water: 'treated-tap' | 'well' = 'treated-tap') =>
  h.write('filled', container, { volumeL: { value: litres, known: 'measured' }, water, sealed: true });

function begin() {
  h.write('batch.begun', drum, {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: 198,
    strengthMgMl: 61.8,
    targetMgL: 2,
    doseMl: 6.4,
    way: 'tool',
    contactMin: 30,
    clarity: 'clear',
  });
}

/** What the guards say of the last thing that the hand wrote. */
function said(now = addMinutes(start, 30)): string[] {
  const entry = h.entries.at(-1)!;
  return guard(fold(h.entries.slice(0, -1)), entry, now).map(j => `${j.verdict} ${j.reason.id}`);
}

describe('on drawing', () => {
  it('says nothing of a sound draw', () => {
    fill();
    h.write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: false });
    expect(said()).toEqual([]);
  });

  it('refuses more than is left, untreated water to drink, and lets it go to the plants', () => {
    fill(drum, 100, 'well');
    h.write('drawn', drum, { volumeL: 150, use: 'utility', byTap: false });
    expect(said()).toEqual(['refuse guard.more-than-left']);
    h.entries.pop();
    h.write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: false });
    expect(said()).toEqual(['refuse guard.draw-utility']);
    h.entries.pop();
    h.write('drawn', drum, { volumeL: 5, use: 'utility', byTap: false });
    expect(said()).toEqual([]);
  });

  it('lets go what a leak took, whatever the water is, asks for a look, and has it opened', () => {
    fill();
    h.write('failed', drum, { why: 'test' });
    const before = fold(h.entries).container[drum]!.fill!;
    h.write('drawn', drum, { volumeL: 5000, use: 'lost', byTap: false });
    expect(said()).toEqual(['refuse guard.more-than-left', 'warn guard.lost']);
    h.entries.pop();
    h.write('drawn', drum, { volumeL: 5, use: 'lost', byTap: false });
    expect(said()).toEqual(['warn guard.lost']);
    const { remainingL, openedAt, drunk, drawnUnfit } = fold(h.entries).container[drum]!.fill!;
    expect(before.remainingL - remainingL).toBeCloseTo(5, 9);
    expect(openedAt).toBeDefined();
    expect([drunk, drawnUnfit]).toEqual([before.drunk, before.drawnUnfit]);
  });

  it('refuses water past its date or failed', () => {
    fill();
    h.write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: false });
    expect(said('2027-06-30T08:00:00.000Z')).toEqual(['refuse guard.draw-past']);
    h.entries.pop();
    h.write('failed', drum, { why: 'test' });
    h.write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: false });
    expect(said()).toEqual(['refuse guard.draw-failed']);
  });
});

describe('on a bench sheet', () => {
  it('refuses a dose without a sheet, a second sheet on a standing drum, stirring where nothing was dosed', () => {
    fill(drum, 198, 'well');
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    expect(said()).toEqual(['refuse guard.no-batch']);
    h.entries.pop();
    h.write('mixed', drum, {});
    expect(said()).toEqual(['refuse guard.nothing-to-mix']);
    h.entries.pop();
    begin();
    expect(said()).toEqual([]);
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    expect(said()).toEqual([]);
    begin();
    expect(said()).toEqual(['refuse guard.second-dose.unmixed']);
    h.entries.pop();
    h.write('mixed', drum, {});
    begin();
    expect(said(addMinutes(start, 1))).toEqual(['refuse guard.second-dose']);
  });

  it('warns of a reading before its time and refuses one that no kit shows', () => {
    fill(drum, 198, 'well');
    begin();
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    h.write('mixed', drum, {});
    h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.5 }));
    expect(said(addMinutes(start, 5))).toEqual(['warn guard.read-early']);
    h.entries.pop();
    h.at(addMinutes(start, 45)).write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 40 }));
    expect(said(addMinutes(start, 45))).toEqual(['refuse reading.beyond-kit']);
  });

  it('refuses another dose of water that failed', () => {
    fill();
    h.write('failed', drum, { why: 'test' });
    begin();
    expect(said()).toEqual(['refuse guard.dose-failed']);
  });
});

describe('on filling', () => {
  it('warns of filling onto old water, refuses onto a standing dose and into a condemned vessel', () => {
    fill(drum, 100, 'well');
    fill(drum, 100, 'well');
    expect(said()).toEqual(['warn guard.fill-onto']);
    h.entries.pop();
    begin();
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    fill(drum, 50, 'well');
    expect(said()).toEqual(['refuse guard.fill-standing']);
    h.entries.pop();
    h.write('emptied', drum, { to: 'drain' });
    h.write('condemned', drum, { why: 'a crack' });
    fill();
    expect(said()).toContain('refuse guard.condemned');
  });

  it('warns of a vessel that held food, of treated water into a raw vessel', () => {
    h.write('container.added', h.subject('container'), {
      code: 'B-1',
      kind: 'can-20l',
      place: cellar,
      role: 'clean',
      heldBefore: 'food',
    });
    expect(said()).toEqual(['warn vessel.food']);
    const raw = h.subject('container');
    h.write('container.added', raw, {
      code: 'B-2',
      kind: 'can-20l',
      place: cellar,
      role: 'raw',
      heldBefore: 'new',
    });
    fill(raw, 19);
    expect(said()).toEqual(['warn state.raw-vessel']);
  });

  it('refuses sanitising a vessel that is not empty', () => {
    fill();
    h.write('sanitised', drum, { waterL: 10, bleachMl: 50 });
    expect(said()).toEqual(['refuse guard.sanitise-full']);
  });
});

describe('on moving', () => {
  it('refuses a shelf that cannot carry it and warns of a floor that nobody knows', () => {
    fill();
    h.write('moved', drum, { place: cellar, shelf: 'A' });
    expect(said()).toEqual(['refuse shelf.over', 'warn lift.fixed']);
    h.entries.pop();
    const second = h.subject('container');
    h.write('container.added', second, {
      code: 'A-2',
      kind: 'drum-208l',
      place: attic,
      role: 'clean',
      heldBefore: 'new',
    });
    fill(second);
    h.write('moved', drum, { place: attic });
    expect(said()).toEqual(['warn floor.over-unknown', 'warn lift.fixed']);
  });

  it('refuses plastic beside fuel, whatever it weighs', () => {
    const shed = h.subject('place');
    h.write('place.set', shed, room('Shed', { building: h.subject('building'), near: ['fuel'] }));
    h.write('moved', drum, { place: shed });
    expect(said()).toEqual(['refuse place.near-fuel']);
  });

  it('leaves places beside fuel and in the sun out of what may be bought for', () => {
    const shed = h.subject('place');
    const before = mixSpots(fold(h.entries)).length;
    h.write('place.set', shed, room('Shed', { building: h.subject('building'), near: ['fuel'] }));
    h.write(
      'place.set',
      h.subject('place'),
      room('Terrace', { building: h.subject('building'), directSun: true }),
    );
    expect(mixSpots(fold(h.entries))).toHaveLength(before);
  });
});

describe('room that is left', () => {
  it('shrinks by what stands there, in length and in kilograms', () => {
    const shelfOf = () => mixSpots(fold(h.entries)).find(s => s.shelf === 'A')!;
    const empty = shelfOf();
    expect(empty).toMatchObject({ freeM: 3, freeKg: 100 });
    const can = h.subject('container');
    h.write('container.added', can, {
      code: 'C-1',
      kind: 'can-20l',
      place: cellar,
      shelf: 'A',
      role: 'clean',
      heldBefore: 'new',
    });
    fill(can, 19);
    expect(shelfOf().freeKg).toBeCloseTo(100 - 20.2, 9);
    expect(shelfOf().freeM).toBeLessThan(3);
    expect(shelfOf().freeM).toBeGreaterThan(2.6);
  });
});

describe('on a round', () => {
  it('one browser holds what it took up, until it is labelled or three quarters of an hour went by', () => {
    h.write('taken-up', drum, { browser: 'one' });
    const held = (now: string, browser = 'two') =>
      isHeldElsewhere(fold(h.entries).container[drum]!, browser, now);
    expect(held(addMinutes(start, 10))).toBe(true);
    expect(held(addMinutes(start, 10), 'one')).toBe(false);
    expect(held(addMinutes(start, 50))).toBe(false);
    h.write('taken-up', drum, { browser: 'two' });
    expect(said(addMinutes(start, 10))).toEqual(['refuse guard.taken-up']);
    h.entries.pop();
    h.at(addMinutes(start, 12)).write('label.printed', drum, { says: 'A-1' });
    expect(held(addMinutes(start, 13))).toBe(false);
  });
});

describe('what was filled long ago and is written down now', () => {
  // half a year by the plan's rule
  it.each([
    ['2026-04-01', ['warn guard.filled-long-ago']],
    ['2026-10-01', []],
    ['2026-11-25', []],
  ] as const)('on %s: it is said at once that it is past its term', (day, told) => {
    h.at(`${day}T07:00:00.000Z`);
    fill();
    expect(said(start)).toEqual(told);
  });

  it('says until when it was good, and what can be done with it', () => {
    h.at('2026-04-01T07:00:00.000Z');
    fill();
    const facts = fold(h.entries.slice(0, -1));
    const [judgement] = guard(facts, { ...h.entries.at(-1)! } as never, start);
    expect(judgement).toMatchObject({
      reason: { params: { untilDay: '2026-10-01' } },
      remedy: { id: 'guard.filled-long-ago.remedy' },
    });
  });
});

describe('what is poured out of another vessel', () => {
  const jug = () => {
    const id = h.subject('container');
    const added = { code: 'J-1', kind: 'can-20l', place: cellar, role: 'clean', heldBefore: 'new' } as const;
    h.write('container.added', id, added);
    return id;
  };
  const pour = (id: Subject) => {
    const data = {
      volumeL: { value: 10, known: 'measured' },
      water: 'treated-tap',
      vessel: drum,
      sealed: true,
    };
    h.write('filled', id, data as never, [drum]);
  };

  it('takes with it what is wrong there, and that is said', () => {
    fill();
    h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 9 }));
    pour(jug());
    expect(said(addMinutes(start, 10))).toEqual(['warn guard.poured-along']);
  });

  it('is as old as it was there', () => {
    fill();
    const id = jug();
    const later = addMinutes(start, 365 * 1440);
    h.at(later);
    pour(id);
    expect(said(later)).toEqual(['warn guard.filled-long-ago']);
  });

  it('is silent where nothing is', () => {
    fill();
    pour(jug());
    expect(said(addMinutes(start, 10))).toEqual([]);
  });
});
