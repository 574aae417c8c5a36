import { beforeEach, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import { fold } from '../entries.ts';
import { readingOfChlorine } from '../readings/readings.ts';
import { containersTable } from './containersTable.ts';
import { stateAt } from './wholeState.ts';

const start = '2026-03-02T08:00:00.000Z';
let h: Hand;
let shed: string;
let drum: string;

beforeEach(() => {
  h = hand(start);
  const building = h.subject('building');
  [shed, drum] = [h.subject('place'), h.subject('container')];
  h.write('group.set', 'group', { name: 'Hall', timeZone: 'UTC' });
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', shed, { name: 'Shed', building, level: 0, widthM: 9, heightM: 2.4, shelves: [] });
  h.write('container.added', drum, {
    code: 'A-1',
    kind: 'drum-208l',
    place: shed,
    role: 'clean',
    heldBefore: 'new',
  });
});

const rows = () => {
  const facts = fold(h.entries);
  return containersTable(facts, stateAt(facts, addMinutes(start, 60)));
};

it('an empty vessel is a row of its own, with nothing where nothing is', () => {
  expect(rows()).toEqual([
    {
      code: 'A-1',
      kind: 'drum-208l',
      place: 'Shed',
      building: 'Hall',
      shelf: '',
      held_before: 'new',
      role: 'clean',
      water: '',
      origin: '',
      sealed: '',
      litres: '0',
      residual_mg_l: '',
      filled: '',
      best_before: '',
      good_until: '',
      state: 'empty',
      set_apart: '',
      note: '',
    },
  ]);
});

it('a full one has its water, where that came from, what was read last, and its days', () => {
  h.write('container.changed', drum, { setApart: 'the clinic', note: 'lid stiff' });
  h.write('moved', drum, { place: shed, shelf: 'S' });
  h.write('filled', drum, {
    volumeL: { value: 180.5, known: 'measured' },
    water: 'well',
    origin: { protection: 'protected' },
    sealed: false,
    printedUntil: '2027-01-01',
  });
  h.write('read', drum, readingOfChlorine({ method: 'dpd', mgL: 0.4 }));
  expect(rows()[0]).toMatchObject({
    shelf: 'S',
    water: 'well',
    origin: 'protected',
    sealed: 'no',
    litres: '180.5',
    residual_mg_l: 0.4,
    filled: '2026-03-02',
    best_before: '2027-01-01',
    state: 'utility',
    set_apart: 'the clinic',
    note: 'lid stiff',
  });
});

it('litres cannot be read as thousands, and what is condemned says so whatever is in it', () => {
  const filled = (value: number) =>
    h.write('filled', drum, { volumeL: { value, known: 'measured' }, water: 'treated-tap', sealed: true });
  filled(1.125);
  // a spreadsheet that parts thousands by points would read 1.125 as 1125
  expect(rows()[0]).toMatchObject({
    litres: '1.1250',
    sealed: 'yes',
    state: 'ready',
    good_until: '2026-09-02',
  });
  h.write('emptied', drum, { to: 'drain' });
  filled(12.5);
  expect(rows()[0]!.litres).toBe('12.5');
  h.write('condemned', drum, { why: 'cracked' });
  expect(rows()[0]!.state).toBe('condemned');
});

it('some of them are those that were asked for', () => {
  const facts = fold(h.entries);
  const state = stateAt(facts, addMinutes(start, 60));
  expect(containersTable(facts, state, [])).toEqual([]);
});
