import { beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { addMinutes } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { BottleEvent } from '../../storage/stock/supply.ts';
import { rotaOf, setStanding } from '../../treatment/sun/sets.ts';
import { fold, guard } from '../entries.ts';

const START = '2026-07-01T06:00:00.000Z';
let h: Hand;
let set: Subject;
const at = (hours: number) => addMinutes(START, hours * 60);
const standing = (hours: number) => setStanding(fold(h.entries).supply[set]!, at(hours), 'UTC');
const log = (hours: number, what: BottleEvent, count?: number) =>
  h.at(at(hours)).write('bottles.logged', set, { what, ...(count === undefined ? {} : { count }) });

beforeEach(() => {
  h = hand(START);
  set = h.subject('supply');
  h.write('supply.set', set, { name: 'Set A', kind: 'bottles', amount: 12, treatsL: 1.5 });
});

describe('a set of bottles', () => {
  it('rests, lies, is drunk for a day, and is stale after it', () => {
    expect(standing(1)).toMatchObject({ phase: 'resting', count: 12, litres: 18 });
    log(1, 'laid-out');
    expect(standing(5)).toMatchObject({ phase: 'lying', since: at(1), judgement: { verdict: 'warn' } });
    log(12, 'taken-in');
    expect(standing(36)).toMatchObject({ phase: 'drinking', judgement: { verdict: 'ok' } });
    expect(standing(37)).toMatchObject({ phase: 'stale', judgement: { verdict: 'warn' } });
  });

  it('wears: retired and lost bottles are counted off until none is left', () => {
    log(2, 'retired', 3);
    log(3, 'lost', 1);
    expect(standing(4)).toMatchObject({ count: 8, litres: 12 });
    log(5, 'retired', 8);
    expect(standing(6).judgement).toMatchObject({ verdict: 'refuse', reason: { id: 'sets.none' } });
  });

  it('is washed weekly', () => {
    expect(standing(1).washOn).toBe('2026-07-08');
    expect(standing(24 * 8 + 1).judgement.reason.id).toBe('sets.unwashed');
    log(24 * 8 + 2, 'washed');
    expect(standing(24 * 8 + 3)).toMatchObject({ washOn: '2026-07-16', judgement: { verdict: 'ok' } });
  });

  it('loses no more bottles than it has', () => {
    const before = fold(h.entries);
    log(2, 'lost', 13);
    expect(guard(before, h.entries.at(-1)!, at(2))).toMatchObject([{ verdict: 'refuse' }]);
  });
});

describe('the rota', () => {
  it('of two sets lays one out while the other is drunk, turn about', () => {
    const rota = rotaOf(['A', 'B'], '2026-07-01', 4);
    expect(rota.every(d => d.lying.length === 1 && d.lying[0] !== d.drunk)).toBe(true);
    expect(rota[0]!.drunk).not.toBe(rota[1]!.drunk);
    expect(rota[0]!.drunk).toBe(rota[2]!.drunk);
  });
  it('of three lets each lie two days on end before it is drunk', () => {
    const rota = rotaOf(['A', 'B', 'C'], '2026-07-01', 9);
    for (const [i, { drunk }] of rota.entries())
      if (i >= 2) expect(rota.slice(i - 2, i).every(d => d.lying.includes(drunk))).toBe(true);
  });
  it('is the same whichever day it is looked at, and none for one set', () => {
    const [, second] = rotaOf(['A', 'B', 'C'], '2026-07-01', 2);
    expect(rotaOf(['A', 'B', 'C'], '2026-07-02', 1)).toEqual([second]);
    expect(rotaOf(['A'], '2026-07-01', 7)).toEqual([]);
  });
});
