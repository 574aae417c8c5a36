import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { addMinutes } from '../../base/day.ts';
import { fold } from '../entries.ts';
import { allKinds, kindOf } from './state.ts';
import { stateAt } from './wholeState.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const entries = tarnHollow(NOW);

describe('what is kept between two looks at the clock', () => {
  // facts of their own have no answers kept for them: what they say is the truth
  const folded = fold(entries);
  const fresh = (now: string) => stateAt(structuredClone(folded), now).containers;

  it('never differs from what is worked out anew, whichever way the clock goes', () => {
    const facts = fold(entries);
    const minutes = fc.array(fc.integer({ min: -90, max: 40 * 1440 }), { minLength: 2, maxLength: 5 });
    fc.assert(
      fc.property(minutes, list => {
        for (const m of list) {
          const now = addMinutes(NOW, m);
          expect(stateAt(facts, now).containers).toEqual(fresh(now));
        }
      }),
      { numRuns: 12 },
    );
  });

  it('holds as long as the state says, and not a moment longer', () => {
    const facts = fold(entries);
    const first = stateAt(facts, NOW);
    // one drum stands: its time is the next thing to come
    const standing = Object.values(first.containers).find(c => c.standing?.phase === 'stand')!;
    expect(first.holdsUntil).toBe(standing.standing?.standsUntil);
    const before = fresh(addMinutes(first.holdsUntil, -1 / 60));
    expect(before[standing.id]?.standing?.phase).toBe('stand');
    expect(fresh(first.holdsUntil)[standing.id]?.standing?.phase).toBe('read');
  });

  it('is let go when the plan’s rule, a place or a kind changes', () => {
    const facts = fold(entries);
    const [some] = Object.values(facts.container).filter(c => c.code === 'TH-003');
    const until = (of: typeof facts) => stateAt(of, NOW).containers[some!.id]?.goodUntil?.day;
    const cautious = until(facts)!;
    const yearly = until({ ...facts, plan: { ...facts.plan, rotationSchool: 'yearly' } })!;
    expect(yearly > cautious).toBe(true);
    const place = facts.place[some!.place]!;
    const hot = until({ ...facts, place: { ...facts.place, [place.id]: { ...place, meanC: 35 } } })!;
    expect(hot < cautious).toBe(true);
    expect(until(facts)).toBe(cautious);
  });
});

describe('the reach', () => {
  it('counts every litre once, and never one that is not proved', () => {
    const minutes = fc.integer({ min: 0, max: 400 * 1440 });
    fc.assert(
      fc.property(minutes, m => {
        const { reach, containers } = stateAt(fold(entries), addMinutes(NOW, m));
        const all = Object.values(containers);
        const sum = (counts: string) =>
          all.filter(c => c.counts === counts).reduce((total, c) => total + c.litres, 0);
        expect(reach.drinkingL).toBeCloseTo(sum('drinking'), 6);
        expect(reach.utilityL).toBeCloseTo(sum('utility'), 6);
        expect(reach.dueL + reach.bySmellL).toBeLessThanOrEqual(reach.drinkingL + 1e-9);
        return all.every(
          c =>
            c.counts !== 'drinking' ||
            (c.proof !== undefined && !['waiting', 'failed', 'past', 'utility'].includes(c.state)),
        );
      }),
      { numRuns: 20 },
    );
  });

  it('never grows while nobody does anything', () => {
    const facts = fold(entries);
    const later = [0, 1, 7, 30, 60, 120, 200, 365].map(
      days => stateAt(facts, addMinutes(NOW, days * 1440)).reach.drinkingL,
    );
    for (const [i, litres] of later.entries()) if (i > 0) expect(litres).toBeLessThanOrEqual(later[i - 1]!);
  });

  it('falls by what is drawn and rises by what is filled', () => {
    const days = (log: typeof entries) => stateAt(fold(log), NOW).reach.days!;
    const drum = Object.values(fold(entries).container).find(c => c.code === 'TH-003')!;
    const h = hand(addMinutes(NOW, -5));
    const drawn = h.write('drawn', drum.id, { volumeL: 100, use: 'drinking', byTap: true });
    const perDay = 47 * 7.5 + 33;
    expect(days(entries) - days([...entries, drawn])).toBeCloseTo(100 / perDay, 6);
  });
});

describe('kinds', () => {
  it('of one’s own stand beside those that ship, and in their place under the same name', () => {
    const facts = fold(entries);
    const drum = kindOf(facts, 'drum-208l')!;
    const own = {
      ...facts,
      kind: { 'drum-208l': { ...drum, tareKg: 12 }, 'own-can': { ...drum, id: 'own-can', nominalL: 25 } },
    };
    expect(kindOf(own, 'drum-208l')?.tareKg).toBe(12);
    expect(allKinds(own)).toHaveLength(allKinds(facts).length + 1);
    expect(allKinds(own).map(k => k.nominalL)).toEqual(
      [...allKinds(own).map(k => k.nominalL)].sort((a, b) => a - b),
    );
    expect(kindOf(facts, 'bathtub')).toBeUndefined();
  });
});
