import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import { addDays, addMonths, daysBetween } from '../../base/day.ts';
import {
  leastVisits,
  planRounds,
  type Rotating,
  type RoundsQuestion,
} from '../../storage/rotation/rounds.ts';
import { checkRounds } from '../../storage/rotation/roundsCheck.ts';
import { fold } from '../entries.ts';
import { stateAt } from './wholeState.ts';

const TODAY = '2026-11-25';
/** Six calendar months are 181 days at least; planning with fewer keeps every date. */
const TERM_DAYS = 181;

const containers = (
  count: number,
  places: number,
  spreadDays: number,
  random: (i: number) => number,
): Rotating[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `container:${String(i).padStart(26, '0')}`,
    place: `place:${i % places}`,
    litres: [18, 19, 54, 198][i % 4]!,
    due: addDays(TODAY, Math.floor(random(i) * spreadDays)),
    termDays: TERM_DAYS,
  }));

const ask = (list: readonly Rotating[], more: Partial<RoundsQuestion> = {}): RoundsQuestion => ({
  containers: list,
  today: TODAY,
  horizonDays: 730,
  earlyDays: 30,
  floorL: 0.7 * list.reduce((sum, c) => sum + c.litres, 0),
  otherReadyL: 0,
  mostL: 2500,
  ...more,
});

/** Mixes a seed and an index to a number from 0 to 1. */
const scatter = (seed: number) => (i: number) => {
  const x = Math.sin(seed * 127.1 + i * 311.7) * 43758.5453;
  return x - Math.floor(x);
};

describe('rounds', () => {
  it('do each container by its date, not more than the days early, and within what helpers can move', () => {
    fc.assert(
      fc.property(
        fc.nat(1000),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 20, max: 60 }),
        (seed, places, earlyDays) => {
          const q = ask(containers(60, places, 180, scatter(seed)), { earlyDays, mostL: 900 });
          const { rounds, unmet } = planRounds(q);
          const unmetIds = new Set(unmet.map(u => u.container));
          for (const c of q.containers) {
            if (unmetIds.has(c.id)) continue;
            let due = c.due;
            for (const r of rounds.filter(x => x.containers.includes(c.id))) {
              if (r.day > due || daysBetween(r.day, due) > earlyDays) return false;
              due = addDays(r.day, c.termDays);
            }
            if (daysBetween(TODAY, due) < q.horizonDays) return false;
          }
          return rounds.every(r => r.litres <= q.mostL);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('of 300 containers over 24 months need no more than 1.25 × the least visits', () => {
    for (const places of [4, 6, 10]) {
      for (const seed of [1, 2, 3, 4]) {
        const plan = planRounds(ask(containers(300, places, 183, scatter(seed))));
        expect(plan.unmet).toEqual([]);
        expect(plan.rounds.length / plan.leastVisits, `${places} places, seed ${seed}`).toBeLessThanOrEqual(
          1.25,
        );
      }
    }
  });

  it('never need fewer than the bound, which is exact for one place and one day', () => {
    const together = containers(10, 1, 1, () => 0.5);
    expect(leastVisits(ask(together))).toBe(planRounds(ask(together, { floorL: 0 })).rounds.length);
    fc.assert(
      fc.property(fc.nat(500), seed => {
        const plan = planRounds(ask(containers(40, 5, 200, scatter(seed))));
        return plan.unmet.length > 0 || plan.rounds.length >= plan.leastVisits;
      }),
      { numRuns: 40 },
    );
  });

  it('say which container is too large for the helpers', () => {
    const [first] = containers(1, 1, 1, () => 0);
    const plan = planRounds(ask([{ ...first!, litres: 3000 }], { floorL: 0 }));
    expect(plan.unmet[0]).toMatchObject({ why: 'too-large' });
  });

  it('keep the ready litres above the floor on every day, when they are replayed through the log', () => {
    fc.assert(
      fc.property(fc.nat(1000), fc.integer({ min: 2, max: 8 }), (seed, places) => {
        const list = containers(40, places, 170, scatter(seed));
        const q = ask(list, { horizonDays: 400 });
        const plan = planRounds(q);
        if (plan.unmet.length > 0) return true;
        return leastReadyL(list, plan.rounds) >= q.floorL - 1e-6;
      }),
      { numRuns: 12 },
    );
  });
});

/** Writes a plan into a log, emptied in the morning and filled in the evening, and looks at noon of every round: the least ready litres. */
function leastReadyL(list: readonly Rotating[], rounds: ReturnType<typeof planRounds>['rounds']): number {
  const h = hand(`${addMonths(TODAY, -7)}T06:00:00.000Z`);
  const building = h.subject('building');
  const placeIds = new Map<string, string>();
  for (const c of list) {
    if (placeIds.has(c.place)) continue;
    const place = h.subject('place');
    placeIds.set(c.place, place);
    h.write('place.set', place, {
      name: c.place,
      building,
      level: 0,
      widthM: 5,
      heightM: 3,
      shelves: [],
      dark: true,
    });
  }
  const fill = (c: Rotating) =>
    h.write('filled', c.id, {
      volumeL: { value: c.litres, known: 'measured' },
      water: 'treated-tap',
      sealed: true,
    });
  for (const c of list) {
    h.at(`${addMonths(c.due, -6)}T08:00:00.000Z`);
    h.write('container.added', c.id, {
      code: c.id,
      kind: 'tank-500l',
      place: placeIds.get(c.place)!,
      role: 'clean',
      heldBefore: 'new',
    });
    fill(c);
  }
  const byId = new Map(list.map(c => [c.id, c]));
  for (const round of rounds) {
    h.at(`${round.day}T09:00:00.000Z`);
    for (const id of round.containers) h.write('emptied', id, { to: 'utility' });
    h.at(`${round.day}T17:00:00.000Z`);
    for (const id of round.containers) fill(byId.get(id)!);
  }
  const days = [...new Set(rounds.map(r => r.day))];
  const ready = days.map(day => {
    const noon = `${day}T12:00:00.000Z`;
    const facts = fold(h.entries.filter(e => e.happenedAt <= noon));
    return stateAt(facts, noon).reach.drinkingL;
  });
  return Math.min(...ready);
}

describe('rounds that somebody moved', () => {
  const one: Rotating = {
    id: 'container:a',
    place: 'place:1',
    litres: 100,
    due: '2026-12-20',
    termDays: 181,
  };
  const q = ask([one], { horizonDays: 60, floorL: 50, otherReadyL: 100, mostL: 150 });
  const on = (day: string) => [{ day, place: 'place:1', containers: ['container:a'], litres: 100 }];

  it('break nothing as they were laid', () => {
    fc.assert(
      fc.property(fc.nat(1000), fc.integer({ min: 1, max: 8 }), (seed, places) => {
        const asked = ask(containers(40, places, 180, scatter(seed)));
        const plan = planRounds(asked);
        const unmet = new Set(plan.unmet.map(u => u.container));
        return checkRounds(asked, plan.rounds).every(b => 'container' in b && unmet.has(b.container));
      }),
      { numRuns: 25 },
    );
  });

  it('are late by the days after the date, and early by those before the days asked', () => {
    expect(checkRounds(q, on('2026-12-20'))).toEqual([]);
    expect(checkRounds(q, on('2026-12-23'))).toEqual([
      { why: 'late', day: '2026-12-23', container: 'container:a', days: 3 },
    ]);
    // 30 days early is asked; 25 November is 25 days before
    expect(checkRounds({ ...q, earlyDays: 20 }, on('2026-11-25'))).toEqual([
      { why: 'early', day: '2026-11-25', container: 'container:a', days: 5 },
    ]);
  });

  it('miss what no round has, and then too little is ready', () => {
    expect(checkRounds({ ...q, otherReadyL: 40 }, [])).toEqual([
      { why: 'missed', day: '2026-12-20', container: 'container:a' },
      { why: 'floor', day: '2026-12-21', litres: 10 },
    ]);
  });

  it('keep the floor on the day itself, and the helpers within what they can move', () => {
    expect(checkRounds({ ...q, otherReadyL: 20, mostL: 90 }, on('2026-12-20'))).toEqual([
      { why: 'too-much', day: '2026-12-20', litres: 100 },
      { why: 'floor', day: '2026-12-20', litres: 30 },
    ]);
  });
});
