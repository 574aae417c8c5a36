import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addDays, addMinutes } from '../base/day.ts';
import type { Duty } from '../base/duty.ts';
import { atOnce } from '../base/lots.ts';
import type { Subject } from '../base/subject.ts';
import { dutiesAt, dutiesInLots } from './duties.ts';
import { fold } from './entries.ts';
import { stateAt, stateInLots } from './store/wholeState.ts';

const start = '2026-06-01T08:00:00.000Z';
let h: Hand;
let cellar: Subject;
let attic: Subject;

beforeEach(() => {
  h = hand(start);
  const building = h.subject('building');
  cellar = h.subject('place');
  attic = h.subject('place');
  h.write('place.set', cellar, {
    name: 'Cellar',
    building,
    level: -1,
    widthM: 6,
    heightM: 2,
    shelves: [],
    dark: true,
  });
  h.write('place.set', attic, {
    name: 'Attic',
    building,
    level: 1,
    widthM: 6,
    heightM: 2,
    shelves: [],
    dark: true,
  });
});

function can(code: string, place = cellar, filledOn = start): Subject {
  const id = h.subject('container');
  h.at(filledOn).write('container.added', id, {
    code,
    kind: 'can-20l',
    place,
    role: 'clean',
    heldBefore: 'new',
  });
  h.write('filled', id, { volumeL: { value: 19, known: 'measured' }, water: 'treated-tap', sealed: true });
  return id;
}

const dutiesOn = (day: string): Duty[] => {
  const now = `${day}T12:00:00.000Z`;
  const facts = fold(h.entries);
  return dutiesAt(facts, stateAt(facts, now));
};
const told = (day: string) => dutiesOn(day).map(d => `${d.when} ${d.what.id}`);

it('stand the gravest of now first, and then by their day', () => {
  for (const [i, day] of ['2026-06-08', '2026-05-20', '2026-04-01', '2026-05-27', '2026-05-22'].entries())
    can(`B-${i}`, cellar, `${day}T08:00:00.000Z`);
  const all = dutiesOn('2026-11-24');
  const gravity = ['refuse', 'warn', 'ok'];
  const order = all.map(d => `${d.when === 'now' ? gravity.indexOf(d.verdict) : 3} ${d.day}`);
  expect(order).toEqual(order.toSorted());
  expect(new Set(order).size).toBeGreaterThan(2);
  expect(all.map(d => d.when)).toContain('now');
  expect(all.map(d => d.when)).toContain('week');
});

describe('a rotation', () => {
  // filled on 1 June, good until 1 December, noticed 14 days before
  it('is nothing, later, this week, now, and then past', () => {
    can('A-1');
    expect(told('2026-11-16')).toEqual([]);
    expect(told('2026-11-18')).toEqual(['later duty.rotate']);
    expect(told('2026-11-24')).toEqual(['week duty.rotate']);
    expect(told('2026-12-01')).toEqual(['now duty.rotate']);
    expect(told('2026-12-02')).toEqual(['now duty.past']);
  });

  it('of several in one place on one day is one line, with what they hold together', () => {
    for (const code of ['A-1', 'A-2', 'A-3']) can(code);
    const [duty, ...more] = dutiesOn('2026-11-24');
    expect(more).toEqual([]);
    expect(duty).toMatchObject({
      what: { id: 'duty.rotate.many', params: { count: 3, litres: 57, place: 'Cellar' } },
    });
    expect(duty?.subjects).toHaveLength(3);
  });

  it('in two places is two lines, and on two days too, until both are past', () => {
    can('A-1');
    can('B-1', attic);
    expect(dutiesOn('2026-11-24')).toHaveLength(2);
    can('A-2', cellar, addMinutes(start, 5 * 1440));
    expect(dutiesOn('2026-11-24')).toHaveLength(3);
    expect(dutiesOn('2026-12-20').map(d => d.what.id)).toEqual(['duty.past.many', 'duty.past']);
  });
});

describe('what waits now', () => {
  it('stands the gravest first: what failed before what is past, past before what only stands', () => {
    const failed = can('A-1');
    can('A-2');
    const standing = can('A-3', attic);
    const now = '2026-12-05T12:00:00.000Z';
    h.at(addMinutes(now, -600)).write('failed', failed, { why: 'test' });
    h.at(addMinutes(now, -10)).write('dosed', standing, { doseMl: 1, strengthMgMl: 61.8 });
    h.write('mixed', standing, {});
    expect(told('2026-12-05')).toEqual(['now duty.failed', 'now duty.past', 'now duty.stand']);
  });

  it('tells of water drunk before it was fit for a week, then lets it rest', () => {
    const drum = can('A-1');
    h.at('2026-06-10T09:00:00.000Z').write('dosed', drum, { doseMl: 1, strengthMgMl: 61.8 });
    h.write('mixed', drum, {});
    h.write('drawn', drum, { volumeL: 1, use: 'drinking', byTap: false });
    expect(told('2026-06-12')).toContain('now duty.drawn-unfit.standing');
    expect(told('2026-06-20')).not.toContain('now duty.drawn-unfit.standing');
  });
});

describe('bleach', () => {
  it('is to be replaced a year from its making, half a year when kept hot', () => {
    const bleach = {
      product: 'plain',
      basis: 'wt-naocl',
      strength: 6,
      madeOn: '2026-01-10',
      keptC: 15,
    } as const;
    h.write('supply.set', h.subject('supply'), { name: 'Cool', kind: 'bleach', amount: 1000, bleach });
    h.write('supply.set', h.subject('supply'), {
      name: 'Hot',
      kind: 'bleach',
      amount: 1000,
      bleach: { ...bleach, keptC: 33 },
    });
    const by = (name: string, day: string) => dutiesOn(day).find(d => d.what.params?.name === name)!;
    expect(by('Hot', '2026-07-01')).toMatchObject({
      day: '2026-07-10',
      when: 'later',
      what: { id: 'duty.bleach' },
    });
    expect(by('Hot', '2026-07-11')).toMatchObject({ verdict: 'refuse', what: { id: 'duty.bleach-old' } });
    expect(by('Cool', '2026-07-11')).toMatchObject({ day: '2027-01-10', when: 'later' });
  });
});

it('working states and duties out in lots changes nothing of what they are', () => {
  for (let i = 0; i < 40; i++) can(`A-${i}`, i % 2 ? cellar : attic, addMinutes(start, i * 1440));
  const now = `${addDays('2026-06-01', 190)}T12:00:00.000Z`;
  const cold = fold(h.entries);
  const expected = dutiesAt(cold, stateAt(cold, now));
  const warm = fold(h.entries);
  const state = atOnce(stateInLots(warm, now));
  expect(atOnce(dutiesInLots(warm, state))).toEqual(expected);
  expect(expected.length).toBeGreaterThan(2);
});
