import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import { credit } from '../../treatment/credit/credit.ts';
import type { Step } from '../../treatment/methods/method.ts';
import { dutiesAt } from '../duties.ts';
import type { EntryData } from '../entries.ts';
import { fold, guard } from '../entries.ts';
import { stateAt } from '../store/wholeState.ts';
import { passes, runningSheets, sheetAt } from './sheets.ts';

const START = '2026-11-25T08:00:00.000Z';
const steps: Step[] = [
  { id: 'fill', kind: 'do', text: { id: 'step.boil.fill' } },
  { id: 'hold', kind: 'wait', text: { id: 'step.boil.hold' }, waitMin: 10 },
  { id: 'look', kind: 'read', text: { id: 'step.settle.look' }, reading: { unit: 'NTU', most: 5 } },
];

let h: Hand;
let sheet: Subject;
let can: Subject;
let propane: Subject;
const begun = (more: Partial<EntryData['sheet.begun']> = {}): EntryData['sheet.begun'] => ({
  method: 'boil',
  inputs: { volumeL: 19 },
  headline: { id: 'boil.headline' },
  steps,
  uses: [{ supply: propane, amount: 0.3 }],
  credit: credit(6, 6, 6, 6),
  ...more,
});
const facts = () => fold(h.entries);
const at = (minutes: number) => addMinutes(START, minutes);
const standing = (minutes: number) => sheetAt(facts().sheet[sheet]!, at(minutes));

beforeEach(() => {
  h = hand(START);
  const building = h.subject('building');
  const place = h.subject('place');
  can = h.subject('container');
  sheet = h.subject('sheet');
  propane = h.subject('supply');
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', place, { name: 'Cellar', building, level: 0, widthM: 4, heightM: 2.4, shelves: [] });
  h.write('container.added', can, { code: 'C1', kind: 'can-20l', place, role: 'clean', heldBefore: 'new' });
  h.write('filled', can, { volumeL: { value: 19, known: 'measured' }, water: 'stream', sealed: true });
  h.write('supply.set', propane, { name: 'Propane', kind: 'propane', amount: 11 });
  h.write('sheet.begun', sheet, begun(), [can, propane]);
});

describe('a sheet', () => {
  it('has one live step at a time, and its clock runs from the step before', () => {
    expect(standing(1).live?.id).toBe('fill');
    h.at(at(2)).write('sheet.step', sheet, { step: 'fill' });
    expect(standing(3)).toMatchObject({ standsFrom: at(2), standsUntil: at(12), isOver: false });
    expect(standing(12).isOver).toBe(true);
    expect(standing(500).live?.id).toBe('hold');
  });

  it('keeps a step live until its reading passes', () => {
    h.at(at(2)).write('sheet.step', sheet, { step: 'fill' });
    h.at(at(13)).write('sheet.step', sheet, { step: 'hold' });
    h.at(at(14)).write('sheet.step', sheet, { step: 'look', reading: 9 });
    expect(standing(15)).toMatchObject({ phase: 'running', failing: { reading: 9 } });
    h.at(at(20)).write('sheet.step', sheet, { step: 'look', reading: 3 });
    expect(standing(21).phase).toBe('finished');
    expect(passes(steps[2]!, undefined)).toBe(false);
  });

  it('makes the state another when its clock runs out', () => {
    h.at(at(2)).write('sheet.step', sheet, { step: 'fill' });
    expect(stateAt(facts(), at(3)).holdsUntil).toBe(at(12));
  });

  it('takes from the supply what it was begun with', () => {
    expect(facts().supply[propane]?.used).toBeCloseTo(0.3, 9);
  });

  it('refuses a step out of its order, and a clock cut short', () => {
    const tryStep = (step: string, minutes: number) => {
      h.at(at(minutes)).write('sheet.step', sheet, { step });
      const entry = h.entries.pop()!;
      return guard(facts(), entry, at(minutes)).map(j => j.reason.id);
    };
    expect(tryStep('look', 1)).toEqual(['guard.not-this-step']);
    expect(tryStep('fill', 1)).toEqual([]);
    h.at(at(2)).write('sheet.step', sheet, { step: 'fill' });
    expect(tryStep('hold', 5)).toEqual(['guard.clock-runs']);
    expect(tryStep('hold', 12)).toEqual([]);
  });

  it('proves the water of its container when it is finished, and only then', () => {
    const proof = () => stateAt(facts(), at(60)).containers[can]!;
    expect(proof().counts).toBe('utility');
    h.at(at(30)).write('sheet.ended', sheet, { outcome: 'stopped', method: 'boil' }, [can]);
    expect(proof().counts).toBe('utility');
    h.entries.pop();
    h.at(at(30)).write(
      'sheet.ended',
      sheet,
      { outcome: 'finished', method: 'boil', credit: credit(6, 6, 6, 6) },
      [can],
    );
    expect(proof()).toMatchObject({ counts: 'drinking', proof: 'method' });
    expect(runningSheets(facts().sheet, at(60))).toEqual([]);
  });

  it('of a method that leaves viruses proves nothing to drink, whatever its end claims', () => {
    sheet = h.subject('sheet');
    h.write('sheet.begun', sheet, begun({ method: 'filter', uses: [], credit: credit(2, 0, 2, 2) }), [can]);
    h.at(at(30)).write(
      'sheet.ended',
      sheet,
      { outcome: 'finished', method: 'filter', credit: credit(6, 6, 6, 6) },
      [can],
    );
    expect(stateAt(facts(), at(60)).containers[can]!.counts).toBe('utility');
  });

  it('proves nothing of pool or flood water, whatever was done, nor of what it was poured onto', () => {
    for (const water of ['pool', 'flood'] as const) {
      h.write('filled', can, { volumeL: { value: 19, known: 'measured' }, water, sealed: true });
      h.write('filled', can, {
        volumeL: { value: 19, known: 'measured' },
        water: 'treated-tap',
        sealed: true,
      });
      h.write('sheet.begun', sheet, begun({ uses: [] }), [can]);
      const boiled = { outcome: 'finished', method: 'boil', credit: credit(6, 6, 6, 6) } as const;
      h.at(at(30)).write('sheet.ended', sheet, boiled, [can]);
      const counts = water === 'pool' ? 'utility' : null;
      expect(stateAt(facts(), at(60)).containers[can]!.counts, water).toBe(counts);
      h.at(at(31)).write('emptied', can, { to: 'utility' });
      h.at(at(32));
    }
  });

  it('that cleans a vessel makes a raw one clean again', () => {
    h.at(at(20)).write('emptied', can, { to: 'utility' });
    h.at(at(21)).write('container.changed', can, { role: 'raw' });
    expect(facts().container[can]!.role).toBe('raw');
    h.at(at(30)).write('sheet.ended', sheet, { outcome: 'finished', method: 'sanitising' }, [can]);
    expect(facts().container[can]).toMatchObject({ role: 'clean', sanitisedAt: at(30) });
  });

  it('begun on water that was changed meanwhile proves nothing of the new water', () => {
    h.at(at(5)).write('filled', can, {
      volumeL: { value: 19, known: 'measured' },
      water: 'stream',
      sealed: true,
    });
    h.at(at(30)).write(
      'sheet.ended',
      sheet,
      { outcome: 'finished', method: 'boil', credit: credit(6, 6, 6, 6) },
      [can],
    );
    expect(stateAt(facts(), at(60)).containers[can]!.counts).toBe('utility');
  });

  it('refilled afterwards is raw again', () => {
    h.at(at(30)).write(
      'sheet.ended',
      sheet,
      { outcome: 'finished', method: 'boil', credit: credit(6, 6, 6, 6) },
      [can],
    );
    h.at(at(40)).write('emptied', can, { to: 'utility' });
    h.at(at(41)).write('filled', can, {
      volumeL: { value: 19, known: 'measured' },
      water: 'stream',
      sealed: true,
    });
    expect(stateAt(facts(), at(60)).containers[can]!.counts).toBe('utility');
  });
});

describe('sheets one after another on the same water', () => {
  const run = (method: string, earned: ReturnType<typeof credit>) => {
    const id = h.subject('sheet');
    h.write('sheet.begun', id, begun({ method, uses: [], credit: earned }), [can]);
    h.write('sheet.ended', id, { outcome: 'finished', method }, [can]);
  };
  const counts = () => stateAt(facts(), at(40)).containers[can]!.counts;

  it('add up: a microfilter holds the protozoa back, tablets kill what passes it', () => {
    run('filter', credit(2, 0, 2, 2));
    expect(counts()).toBe('utility');
    run('tablets', credit(3, 3, 0, 0));
    expect(counts()).toBe('drinking');
    expect(facts().container[can]?.fill?.treated?.credit).toEqual(credit(5, 3, 2, 2));
  });

  it('of the same method count once', () => {
    run('sun', credit(3, 2, 2, 1));
    run('sun', credit(3, 2, 2, 1));
    expect(facts().container[can]?.fill?.treated?.credit).toEqual(credit(3, 2, 2, 1));
    expect(counts()).toBe('utility');
  });

  it('earn nothing for the water that is filled in after them', () => {
    run('filter', credit(2, 0, 2, 2));
    h.write('filled', can, { volumeL: { value: 19, known: 'measured' }, water: 'stream', sealed: true });
    run('tablets', credit(3, 3, 0, 0));
    // bacteria and viruses are out of the new water, and nothing else
    expect(counts()).toBe('limited');
  });
});

describe('a sheet that puts something in', () => {
  const drum = () => stateAt(facts(), at(40)).containers[can]!;
  const tablets = (more: Partial<EntryData['sheet.begun']> = {}) =>
    h.write(
      'sheet.begun',
      sheet,
      begun({ method: 'tablets', uses: [], credit: credit(3, 3, 0, 0), holds: 'water', ...more }),
      [can],
    );

  beforeEach(() => {
    h = hand(START);
    const [building, place] = [h.subject('building'), h.subject('place')];
    h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
    h.write('place.set', place, { name: 'Cellar', building, level: 0, widthM: 4, heightM: 2.4, shelves: [] });
    h.write('container.added', can, { code: 'C1', kind: 'can-20l', place, role: 'clean', heldBefore: 'new' });
    h.write('filled', can, {
      volumeL: { value: 19, known: 'measured' },
      water: 'treated-tap',
      sealed: true,
    });
  });

  it('keeps even tap water from being drunk until it is finished', () => {
    expect(drum().counts).toBe('drinking');
    tablets();
    expect(drum()).toMatchObject({ state: 'waiting', counts: null, judgement: { verdict: 'warn' } });
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'tablets' }, [can]);
    expect(drum().counts).toBe('drinking');
  });

  it('goes on holding it when it is given up, and tells that as a duty', () => {
    tablets();
    h.write('sheet.ended', sheet, { outcome: 'stopped', method: 'tablets' }, [can]);
    expect(drum()).toMatchObject({ state: 'waiting', judgement: { verdict: 'refuse' } });
    const duties = dutiesAt(facts(), stateAt(facts(), at(40)));
    expect(duties.map(d => d.what.id)).toContain('duty.held');
    h.write('emptied', can, { to: 'utility' });
    h.write('filled', can, { volumeL: { value: 19, known: 'measured' }, water: 'treated-tap', sealed: true });
    expect(drum().counts).toBe('drinking');
  });

  it('of shock chlorination holds the vessel, whatever is filled into it meanwhile', () => {
    tablets({ method: 'shock', credit: credit(0, 0, 0, 0), holds: 'vessel' });
    h.write('emptied', can, { to: 'drain' });
    h.write('filled', can, { volumeL: { value: 19, known: 'measured' }, water: 'treated-tap', sealed: true });
    expect(drum().state).toBe('waiting');
    h.write('sheet.ended', sheet, { outcome: 'finished', method: 'shock' }, [can]);
    expect(drum().counts).toBe('drinking');
  });

  it('is not set free by the end of another method, before or after it was given up', () => {
    tablets();
    const other = h.subject('sheet');
    const alum = begun({ method: 'alum', uses: [], credit: credit(0, 0, 0, 0), holds: 'water' });
    h.write('sheet.begun', other, alum, [can]);
    h.write('sheet.ended', other, { outcome: 'finished', method: 'alum' }, [can]);
    expect(drum()).toMatchObject({ counts: null, judgement: { verdict: 'warn' } });
    h.write('sheet.ended', sheet, { outcome: 'stopped', method: 'tablets' }, [can]);
    expect(drum().judgement.verdict).toBe('refuse');
    // run again to its end, the same method sets it free
    const again = h.subject('sheet');
    h.write('sheet.begun', again, begun({ method: 'tablets', uses: [], holds: 'water' }), [can]);
    h.write('sheet.ended', again, { outcome: 'finished', method: 'tablets' }, [can]);
    expect(drum().counts).toBe('drinking');
  });

  it('records what was drunk of it all the same, as drunk before it was fit', () => {
    tablets();
    h.write('drawn', can, { volumeL: 1, use: 'drinking', byTap: true });
    expect(facts().container[can]?.fill?.drawnUnfit).toMatchObject([{ why: 'standing', litres: 1 }]);
  });

  it('refuses a second dose, of tablets or of bleach', () => {
    tablets();
    const other = h.subject('sheet');
    const before = facts();
    h.write(
      'sheet.begun',
      other,
      begun({ method: 'iodine', uses: [], credit: credit(2, 2, 1, 0), holds: 'water' }),
      [can],
    );
    const [refused] = guard(before, h.entries.at(-1)!, at(5));
    expect(refused).toMatchObject({ verdict: 'refuse', reason: { id: 'guard.second-dose.sheet' } });
  });
});
