import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { InLots } from '../../base/lots.ts';
import type { Minute, Problem } from './problem.ts';
import { runDay } from './run.ts';
import { type Begun, type Choices, EVEN, readyBy, type Schedule, SPREAD } from './schedule.ts';

/** What was found, and how. */
export interface Found {
  readonly schedule: Schedule;
  readonly choices: Choices;
}

/** A day that goes on: what has begun by now is not moved. */
export interface Underway {
  readonly now: Minute;
  readonly begun: readonly Begun[];
}

const fresh: Underway = { now: 0, begun: [] };

/** Orders that are tried, by chance and from the best so far; the same each time. */
export const TRIES = 400;
const SEED = 16;

/** How full batches may be made. */
const fills = [1, EVEN, SPREAD, 1, 0.75, 0.5];
/** Batches are of tenths of a vessel: what a hand measures, not what a sum leaves. */
const tidy = (share: number): number => Math.max(2, Math.round(share * 10)) / 10;
const mosts = [1, 1, 0.8, 0.6, 0.5, 0.4, 0.2];

const stagesOf = (problem: Problem) => problem.lines.flatMap(line => line.stages);

/** What is nearest to the end first, everything full. */
export function plainChoices(problem: Problem): Choices {
  return {
    order: problem.lines.flatMap(line => line.stages.map((_, at) => at)),
    fill: stagesOf(problem).map(() => 1),
    most: problem.lines.map(() => 1),
  };
}

/** Shares of the need that one of two ways is left with. */
const splits = [0.8, 0.65, 0.5, 0.35, 0.2, 0];

/** Plain ways of working, before any that is found by chance: how full, from which end, and how two ways share the need. */
function gridOf(problem: Problem): Choices[] {
  const plain = plainChoices(problem);
  const filled = [EVEN, SPREAD, 0.5].map(fill => ({ ...plain, fill: plain.fill.map(() => fill) }));
  const turned = [plain, ...filled].map(c => ({ ...c, order: c.order.map((_, i) => c.order.length - i) }));
  if (problem.lines.length < 2) return [...filled, ...turned];
  const shared = splits.flatMap(share =>
    [plain, filled[1]!].flatMap(c =>
      problem.lines.map((_, line) => ({ ...c, most: c.most.map((_, i) => (i === line ? share : 1)) })),
    ),
  );
  return [...filled, ...shared, ...turned];
}

const minutesOfHands = ({ bars }: Schedule): number =>
  bars.reduce((sum, bar) => sum + (bar.hand ? bar.until - bar.from : 0), 0);

/** What a schedule is ranked by: when it is done, what it makes until evening, how early on average, and the work. */
function rankOf(problem: Problem, schedule: Schedule): number[] {
  const { ready, endMin } = schedule;
  const late = ready.reduce((sum, { at, litres }, i) => sum + at * (litres - (ready[i - 1]?.litres ?? 0)), 0);
  return [
    endMin ?? Number.POSITIVE_INFINITY,
    endMin === undefined ? -(ready.at(-1)?.litres ?? 0) : 0,
    -Math.min(problem.needL, readyBy(schedule, problem.eveningMin)),
    late,
    minutesOfHands(schedule),
  ];
}

const isBefore = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((key, i) => key !== b[i]);
  return at >= 0 && a[at]! < b[at]!;
};

/**
 * Looks for an order of the work that makes what is needed soonest: from plain ones, by chance, and by small changes of the
 * best so far. Cut in lots of one try; what has begun stays. Never worse than what it is given to begin with.
 * @param known choices of an earlier search, for this problem or one that has less
 */
export function* searchDay(
  problem: Problem,
  { now, begun }: Underway = fresh,
  known: readonly Choices[] = [],
  tries = TRIES,
): InLots<Found> {
  const random = xoroshiro128plus(SEED);
  const chance = () => (random.next() >>> 0) / 2 ** 32;
  const pick = <T>(from: readonly T[]): T => from[Math.floor(chance() * from.length)]!;
  const plain = plainChoices(problem);
  const stages = plain.order.length;
  const tryOut = (choices: Choices) => {
    const schedule = runDay(problem, choices, now, begun);
    return { schedule, choices, rank: rankOf(problem, schedule) };
  };
  let best = tryOut(plain);
  let near = best;
  const consider = (choices: Choices) => {
    const tried = tryOut(choices);
    if (isBefore(tried.rank, best.rank)) best = tried;
    // over a plateau as well: another order that is as good may lead on
    if (!isBefore(near.rank, tried.rank)) near = tried;
  };
  yield;
  const firsts = [...known, ...gridOf(problem)];
  for (const choices of firsts) {
    consider(choices);
    yield;
  }
  const byChance = (): Choices => ({
    order: plain.order.map(() => chance()),
    fill: plain.fill.map(() => pick(fills)),
    most: plain.most.map(() => (plain.most.length > 1 ? pick(mosts) : 1)),
  });
  const isShared = plain.most.length > 1;
  const changed = ({ order, fill, most }: Choices): Choices => {
    const at = Math.floor(chance() * stages);
    const line = Math.floor(chance() * most.length);
    // one thing, and often another with it
    const [isOrder, isFill, isMost] = [chance() < 0.4, chance() < 0.5, isShared && chance() < 0.6];
    const newFill = chance() < 0.4 ? pick(fills) : tidy(chance());
    return {
      order: isOrder ? order.map((o, i) => (i === at ? chance() * stages : o)) : order,
      fill: isFill || !(isOrder || isMost) ? fill.map((f, i) => (i === at ? newFill : f)) : fill,
      most: isMost ? most.map((m, i) => (i === line ? Math.round(chance() * 20) / 20 : m)) : most,
    };
  };
  for (let i = firsts.length + 1; i < tries; i += 1) {
    consider(i % 5 === 0 ? byChance() : changed(near.choices));
    yield;
  }
  return { schedule: best.schedule, choices: best.choices };
}
