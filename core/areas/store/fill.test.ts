import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { dutiesAt } from '../duties.ts';
import { fold } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import type { ContainerFacts } from './facts.ts';
import { stateAt } from './wholeState.ts';

const start = '2026-11-25T08:00:00.000Z';
let h: Hand;
let drum: Subject;

beforeEach(() => {
  h = hand(start, 'Odile');
  drum = h.subject('container');
  h.write('container.added', drum, {
    code: 'A-1',
    kind: 'drum-208l',
    place: h.subject('place'),
    role: 'clean',
    heldBefore: 'new',
  });
});

const facts = (): ContainerFacts => fold(h.entries).container[drum]!;
const fill = (
  litres: number,
  water: 'treated-tap' | 'well' | 'bought' = 'treated-tap',
  residualMgL?: number,
) =>
  h.write('filled', drum, {
    volumeL: { value: litres, known: 'measured' },
    water,
    sealed: true,
    ...(residualMgL === undefined ? {} : { residualMgL }),
  });
const begin = (minutes = 30) =>
  h.write('batch.begun', drum, {
    school: 'target-dose',
    strengthSchool: 'replace-yearly',
    volumeL: 198,
    strengthMgMl: 61.8,
    targetMgL: 2,
    doseMl: 6.4,
    way: 'tool',
    contactMin: minutes,
    clarity: 'clear',
  });

describe('a container', () => {
  it('is not there before it was set down, whatever is told of it', () => {
    const stray = h.subject('container');
    h.write('filled', stray, { volumeL: { value: 5, known: 'measured' }, water: 'well', sealed: true });
    expect(fold(h.entries).container[stray]).toBeUndefined();
  });

  it('changes its code, its note and what it held, and nothing else', () => {
    const before = facts();
    h.write('container.changed', drum, { code: 'B-7', heldBefore: 'food' });
    expect(facts()).toEqual({ ...before, code: 'B-7', heldBefore: 'food' });
  });

  it('leaves its shelf behind when it moves to another place', () => {
    const [a, b] = [h.subject('place'), h.subject('place')];
    h.write('moved', drum, { place: a, shelf: 'A' });
    expect(facts()).toMatchObject({ place: a, shelf: 'A' });
    h.write('moved', drum, { place: b });
    expect(facts().place).toBe(b);
    expect(facts()).not.toHaveProperty('shelf');
  });

  it('once sanitised is clean again, once condemned says why', () => {
    h.write('sanitised', drum, { waterL: 10, bleachMl: 50 });
    expect(facts()).toMatchObject({ role: 'clean' });
    expect(facts().sanitisedAt).toBeDefined();
    h.write('condemned', drum, { why: 'a crack in the base' });
    expect(facts().condemned?.why).toBe('a crack in the base');
  });
});

describe('its water', () => {
  it('is as much as was filled, less what was drawn, never below nothing', () => {
    fill(100);
    h.write('drawn', drum, { volumeL: 30, use: 'utility', byTap: true });
    expect(facts().fill?.remainingL).toBe(70);
    h.write('drawn', drum, { volumeL: 500, use: 'utility', byTap: true });
    expect(facts().fill?.remainingL).toBe(0);
  });

  it('keeps a reading of the day it was filled', () => {
    fill(100, 'treated-tap', 0.6);
    expect(facts().fill?.readings).toMatchObject([{ method: 'dpd', mgL: 0.6 }]);
  });

  it('filled onto older water is as old and as poor as the older', () => {
    fill(50, 'well');
    const first = facts().fill!;
    h.at(addMinutes(start, 1440));
    fill(100, 'treated-tap');
    expect(facts().fill).toMatchObject({ water: 'well', since: first.at, remainingL: 100 });
  });

  it('after emptying is fresh', () => {
    fill(50, 'well');
    h.write('failed', drum, { why: 'test' });
    h.write('emptied', drum, { to: 'drain' });
    expect(facts()).not.toHaveProperty('fill');
    fill(100);
    expect(facts().fill).not.toHaveProperty('failed');
  });

  it('stays failed when good water is filled onto it', () => {
    fill(50);
    h.write('failed', drum, { why: 'test' });
    fill(100);
    expect(facts().fill?.failed?.why).toBe('test');
  });

  it('is opened by dipping, not by its clean tap; a broken seal opens it too', () => {
    fill(100);
    h.write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: true });
    expect(facts().fill).toMatchObject({ sealed: true, openedByTap: true });
    h.write('drawn', drum, { volumeL: 5, use: 'drinking', byTap: false });
    expect(facts().fill).toMatchObject({ sealed: false, openedByTap: false });
    h.write('emptied', drum, { to: 'utility' });
    fill(100);
    h.write('inspected', drum, { found: 'broken-seal' });
    expect(facts().fill).toMatchObject({ sealed: false });
    expect(facts().fill?.openedAt).toBeDefined();
  });

  it('keeps the last sixty readings; the rest stays in the log', () => {
    fill(100);
    for (let i = 0; i < 70; i++) h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: i / 100 }));
    expect(facts().fill?.readings).toHaveLength(60);
    expect(facts().fill?.readings.at(-1)?.mgL).toBe(0.69);
  });
});

describe('a batch in it', () => {
  it('is known by the entry that began it, and holds what happened in it', () => {
    fill(198, 'well');
    const begun = begin();
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    h.write('mixed', drum, {});
    const [batch] = facts().fill!.batches;
    expect(batch).toMatchObject({ id: begun.id, by: 'Odile' });
    expect(batch?.events.map(e => e.what)).toEqual(['checked', 'dosed', 'mixed']);
  });

  it('knows its dose in mg/L of the water that is in', () => {
    fill(198, 'well');
    begin();
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    const dosed = facts().fill!.batches[0]!.events[0];
    expect(dosed?.what === 'dosed' && dosed.mgL).toBeCloseTo((6.4 * 61.8) / 198, 9);
  });

  it('opens by itself for a dose that no sheet asked for, with the longer time', () => {
    fill(198, 'well');
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    expect(facts().fill?.batches).toMatchObject([{ instruction: { contactMin: 60, way: 'none' } }]);
  });

  it('once left takes nothing more', () => {
    fill(198, 'well');
    begin();
    h.write('batch.abandoned', drum, { why: 'rain came' });
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    expect(facts().fill?.batches[0]).toMatchObject({ abandoned: { why: 'rain came' }, events: [] });
  });

  it('remembers water drunk before its time, and forgives what came after the proof', () => {
    fill(198, 'well');
    begin();
    h.write('checked', drum, { clarity: 'clear', chemicalSmell: false });
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 });
    h.write('mixed', drum, {});
    h.at(addMinutes(start, 10)).write('drawn', drum, { volumeL: 2, use: 'drinking', byTap: false });
    h.write('drawn', drum, { volumeL: 3, use: 'utility', byTap: false });
    h.at(addMinutes(start, 45)).write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
    h.at(addMinutes(start, 50)).write('drawn', drum, { volumeL: 2, use: 'drinking', byTap: false });
    expect(facts().fill?.drawnUnfit).toMatchObject([{ litres: 2, why: 'standing' }]);
    expect(facts().fill?.drawnUnfit).toHaveLength(1);
    // it is told to those who drank wherever the rest went: topped up, or poured away
    h.at(addMinutes(start, 55)).write('filled', drum, {
      volumeL: { value: 198, known: 'measured' },
      water: 'well',
      sealed: true,
    });
    expect(facts().fill?.drawnUnfit).toHaveLength(1);
    h.at(addMinutes(start, 60)).write('emptied', drum, { to: 'utility' });
    const told = () => {
      const all = fold(h.entries);
      return dutiesAt(all, stateAt(all, addMinutes(start, 65))).map(d => d.what.id);
    };
    expect(told()).toContain('duty.drawn-unfit.standing');
  });
});

describe('a supply', () => {
  it('is drawn down by every dose that came from it, and starts anew when it is set', () => {
    const supply = h.subject('supply');
    const bottle = {
      name: 'Bleach',
      kind: 'bleach' as const,
      amount: 1000,
      bleach: { product: 'plain' as const, basis: 'wt-naocl' as const, strength: 6, keptC: 15 },
    };
    h.write('supply.set', supply, bottle);
    fill(198, 'well');
    h.write('dosed', drum, { doseMl: 6.4, strengthMgMl: 61.8 }, [supply]);
    h.write('sanitised', drum, { waterL: 10, bleachMl: 50 }, [supply]);
    expect(fold(h.entries).supply[supply]?.used).toBeCloseTo(56.4, 9);
    h.write('supply.set', supply, bottle);
    expect(fold(h.entries).supply[supply]?.used).toBe(0);
    h.write('supply.removed', supply, {});
    expect(fold(h.entries).supply[supply]).toBeUndefined();
  });
});

it('a list that was taken in is remembered by its digest, and settings are not lost by it', () => {
  h.write('group.set', 'group', { name: 'Hall' });
  const taken = h.write('list.taken', 'group', { digest: '120-abc', rows: 120 });
  expect(fold(h.entries).group).toMatchObject({
    name: 'Hall',
    isSetUp: true,
    listsTaken: { '120-abc': taken.happenedAt },
    lists: [{ entry: taken.id, at: taken.happenedAt, by: taken.by, rows: 120 }],
  });
});
