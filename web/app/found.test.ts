import { describe, expect, it } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import * as finders from '../found.ts';
import { sayTo } from '../texts/catalogue.ts';
import type { Say } from '../texts/texts.ts';
import { answering, type Found } from './found.ts';

const NOW = '2026-11-25T08:00:00.000Z';
const facts = fold(tarnHollow(NOW));
const reader = { units: 'metric', timeZone: 'UTC' } as const;
const say: Say = (text, params) => sayTo(reader, text, params);
const looked = { facts, containers: stateAt(facts, NOW).containers, say, kindName: (id: string) => id };
const all = Object.values(finders).flatMap(find => find(looked));
const named = (typed: string) => answering(all, typed, say).map(one => one.name);

describe('what is looked for', () => {
  it('is found by its code before whatever begins with it, and that before what has it somewhere', () => {
    const row = (name: string, note = ''): Found => ({ id: name + note, name, note, path: '/' });
    const rows = [row('bcan'), row('other', 'can'), row('can 10'), row('a can'), row('can'), row('ac can')];
    expect(answering(rows, ' CAN ', say).map(r => r.name)).toEqual([
      ...['can', 'can 10', 'a can', 'ac can', 'bcan', 'other'],
    ]);
  });

  it('is found by its place, its state and its kind too, and by nothing that it has not', () => {
    expect(named('pump barn')[0]).toBe('Pump barn');
    expect(named('pump barn')).toContain('TH-081');
    expect(named('failed')).toContain('TH-007');
    expect(named('jug-18.9l').length).toBeGreaterThan(5);
    expect(named('no such thing')).toEqual([]);
  });

  it('is offered by each area with an address of its own', () => {
    for (const [area, find] of Object.entries(finders)) {
      const rows = find(looked);
      expect(rows.length, area).toBeGreaterThan(0);
      for (const { name, path, note } of rows) {
        expect(name, path).not.toBe('');
        expect(note, name).not.toBe('');
        expect(path, name).toMatch(/^\/[a-z]/);
      }
    }
    const ids = all.map(one => one.id);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('is every subject that has a name: containers, places, sources, catchments, supplies, methods, statements', () => {
    for (const shelf of ['container', 'place', 'supply'] as const)
      for (const id of Object.keys(facts[shelf]))
        expect(
          all.some(one => one.id === id),
          id,
        ).toBe(true);
    const claim = all.find(one => one.id.startsWith('claim '))!;
    expect(claim.shown?.()).toBe('No');
  });

  it('is offered in sixties, the first where nothing is typed', () => {
    expect(answering(all, '', say)).toEqual(all.slice(0, 60));
    expect(answering(all, 'th-', say)).toHaveLength(60);
  });
});
