import { expose } from 'comlink';
import type { InLots } from '#core/base/lots.ts';
import { boundOf } from '#core/planning/schedule/bound.ts';
import { leastToAdd, type More, type Thing, whatMoreGives } from '#core/planning/schedule/more.ts';
import type { Minute, Problem } from '#core/planning/schedule/problem.ts';
import type { Choices } from '#core/planning/schedule/schedule.ts';
import { type Found, searchDay, TRIES, type Underway } from '#core/planning/schedule/search.ts';

/** What one thing more would give is looked at less long: it is compared, not worked by. */
const TRIES_MORE = 100;
const TRIES_LEAST = 24;

/** Runs it to its end, and tells how far it is. */
function run<T>(work: InLots<T>, lots: number, told: (share: number) => void): T {
  for (let lot = 1; ; lot += 1) {
    const { done, value } = work.next();
    if (done) return value;
    if (lot % 20 === 0) told(Math.min(1, lot / lots));
  }
}

export interface DayAnswer {
  readonly found: Found;
  readonly boundMin: Minute;
}

export interface MoreAnswer {
  readonly more: readonly More[];
  readonly least?: readonly Thing[];
}

/** Puts a day's work in order off the main thread; terminated to cancel. */
const api = {
  solve(
    problem: Problem,
    underway: Underway | undefined,
    known: readonly Choices[],
    told: (share: number) => void,
  ): DayAnswer {
    const boundMin = boundOf(problem);
    return { found: run(searchDay(problem, underway, known), TRIES, told), boundMin };
  },
  more(problem: Problem, found: Found, told: (share: number) => void): MoreAnswer {
    const more = run(whatMoreGives(problem, found, TRIES_MORE, told), Number.POSITIVE_INFINITY, () => {});
    const least = run(leastToAdd(problem, found, more, TRIES_LEAST), Number.POSITIVE_INFINITY, () => {});
    return { more, ...(least ? { least } : {}) };
  },
};

export type DayWorker = typeof api;

expose(api);
