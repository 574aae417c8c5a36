import { describe, expect, it } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import { sheetAt } from '#core/areas/sheets/sheets.ts';
import { sourcedOf } from '#core/areas/sources/known.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { addMinutes } from '#core/base/day.ts';
import { ageMonths } from '#core/planning/need/people.ts';
import { riskOf } from '#core/water/inspection.ts';
import { germsOf } from '#core/water/quality/testReading.ts';
import { household } from './household.ts';
import { tarnHollow } from './tarnHollow.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const at = (now: string) => stateAt(fold(tarnHollow(now)), now);

describe('Tarn Hollow', () => {
  const facts = fold(tarnHollow(NOW));
  const people = Object.values(facts.home).flatMap(h => h.people);

  it('is 47 people in 19 homes, from a baby to the very old, two of them on the bottle or the breast', () => {
    expect(Object.keys(facts.home)).toHaveLength(19);
    expect(people).toHaveLength(47);
    const months = people.map(p => ageMonths(p, '2026-11-25')!);
    expect(months.filter(m => m < 6)).toHaveLength(2);
    expect(Math.max(...months)).toBeGreaterThan(80 * 12);
    expect(
      people
        .map(p => p.condition)
        .filter(Boolean)
        .sort(),
    ).toEqual(['formula-fed', 'nursing', 'pregnant']);
  });

  it('keeps about ten to twelve thousand litres in four buildings and a yard', () => {
    const litres = Object.values(facts.container).reduce((sum, c) => sum + (c.fill?.remainingL ?? 0), 0);
    expect(litres).toBeGreaterThan(9_500);
    expect(litres).toBeLessThan(12_500);
    expect(Object.keys(facts.place)).toHaveLength(6);
    expect(Object.values(facts.place).every(p => p.finding)).toBe(true);
  });

  it('reaches past its goal, but not by much: some of it is due, past, failed or waits', () => {
    const { reach } = at(NOW);
    expect(reach.days).toBeGreaterThan(14);
    expect(reach.days).toBeLessThan(20);
    expect(reach.dueDays).toBeGreaterThan(0);
    expect(reach.bySmellDays).toBeGreaterThan(0);
  });

  it('looks the same whichever day it starts on', () => {
    const counts = (now: string) => {
      const tally: Record<string, number> = {};
      for (const c of Object.values(at(now).containers)) tally[c.state] = (tally[c.state] ?? 0) + 1;
      return tally;
    };
    const today = counts(NOW);
    for (const days of [100, 200, 311]) {
      const then = counts(addMinutes(NOW, days * 1440));
      // months differ in length by a day or three, so a container at the edge may be due or ready
      for (const state of ['failed', 'waiting', 'utility', 'past', 'empty', 'open'])
        expect(then[state], `${state} after ${days} days`).toBe(today[state]);
      expect((then.due ?? 0) + (then.ready ?? 0)).toBe((today.due ?? 0) + (today.ready ?? 0));
    }
  });
});

describe('the bench of Tarn Hollow', () => {
  const facts = fold(tarnHollow(NOW));
  const sheets = Object.values(facts.sheet);
  const phases = Object.fromEntries(sheets.map(s => [s.method, sheetAt(s, NOW)]));

  it('has a clock that runs, a reading that waits, a boil that proved its water, and tablets given up', () => {
    expect(phases.settle).toMatchObject({ phase: 'running', isOver: false });
    expect(phases.can).toMatchObject({ phase: 'running', live: { id: 'seal' } });
    expect(phases.boil?.phase).toBe('finished');
    expect(phases.tablets?.phase).toBe('stopped');
    const { containers } = stateAt(facts, NOW);
    const of = (method: string) => containers[sheets.find(s => s.method === method)!.container!]!;
    expect(of('boil')).toMatchObject({ proof: 'method', counts: 'drinking' });
    expect(of('tablets')).toMatchObject({ state: 'waiting', counts: null });
  });
});

describe('the sources of Tarn Hollow', () => {
  const facts = fold(tarnHollow(NOW));
  const named = (name: string) => Object.values(facts.source).find(s => s.name === name)!;
  const waters = (name: string) => sourcedOf(facts, named(name), NOW);

  it('are a tap, a spring, a roof, a beck and a pond: each asks for something else', () => {
    expect(waters('Hall tap')).toEqual({ water: 'treated-tap' });
    expect(waters('Upper spring')).toEqual({ water: 'spring', origin: { protection: 'protected' } });
    expect(waters('Hall roof')).toEqual({ water: 'rain', origin: { roof: 'soiled' } });
    expect(waters('Silty beck')).toEqual({ water: 'stream', origin: { upstream: 'people' } });
    expect(waters('Farm pond')).toEqual({ water: 'tainted' });
  });

  it('a year ago the spring was of high risk: six risks, 15 E. coli', () => {
    const spring = named('Upper spring');
    expect(spring.inspected.map(i => i.yes.length)).toEqual([6, 2]);
    expect(riskOf(spring.inspected[0]!.yes.length, germsOf(spring.tests!['e-coli']![0]!))).toBe('high');
  });

  it('a notice for the tap holds the six vessels that were filled from it since', () => {
    const since = Object.values(facts.container).filter(
      c => c.fill?.water === 'treated-tap' && c.fill.at >= '2026-10-01' && (c.fill.remainingL ?? 0) > 0,
    );
    expect(since.length).toBeGreaterThanOrEqual(6);
    expect(since.every(c => c.fill?.from?.every(part => part.source === named('Hall tap').id))).toBe(true);
  });
});

describe('the household', () => {
  it('is four people in a flat, with water for a week or more', () => {
    const facts = fold(household(NOW));
    expect(Object.values(facts.home).flatMap(h => h.people)).toHaveLength(4);
    const { reach } = stateAt(facts, NOW);
    expect(reach.days).toBeGreaterThan(7);
    expect(reach.goalDays).toBe(14);
  });
});
