import type { InLots } from '../../base/lots.ts';
import {
  CRUMB_L,
  type Hand,
  type Line,
  type Minute,
  type Problem,
  type Tool,
  type ToolKind,
} from './problem.ts';
import { type Choices, readyBy } from './schedule.ts';
import { type Found, searchDay } from './search.ts';

/** What a day's work may have more of. */
export type Thing = ToolKind | 'hand' | 'load' | 'waiting';

/** What one more of a thing, or twice as much of it, would give: the day solved again with it. */
export interface More {
  readonly thing: Thing;
  readonly oneMore: Found;
  readonly twice: Found;
  /** Minutes that the day gets shorter with twice as much; where it has no end even so, what more of it is ready in all (L). */
  readonly savesMin: Minute;
  readonly gainsL: number;
}

const again = <T extends { readonly id: string }>(one: T, n: number): T => ({ ...one, id: `${one.id}+${n}` });

const withTools = (problem: Problem, more: readonly Tool[]): Problem => ({
  ...problem,
  tools: [...problem.tools, ...more],
});

/** Every load twice as heavy: a barrow, or what somebody drives. */
const heavier = (line: Line): Line => ({
  ...line,
  stages: line.stages.map(stage =>
    stage.tool ? stage : { ...stage, sizesL: stage.sizesL.map(litres => litres * 2) },
  ),
});

/** Hands that one more of would be like the one who is awake the longest. */
const longest = (hands: readonly Hand[]): Hand | undefined =>
  [...hands].sort((a, b) => spanOf(b) - spanOf(a))[0];
const spanOf = ({ awake }: Hand): number => awake.reduce((sum, s) => sum + s.until - s.from, 0);

/** The problem with one more of a thing: a tool as large as the largest of its kind. */
export function withOneMore(problem: Problem, thing: Thing, n = 1): Problem {
  if (thing === 'load') return { ...problem, lines: problem.lines.map(heavier) };
  if (thing === 'waiting') return { ...problem, waitingL: problem.waitingL * 2 };
  if (thing === 'hand') {
    const like = longest(problem.hands);
    return like ? { ...problem, hands: [...problem.hands, again(like, n)] } : problem;
  }
  const [like] = problem.tools.filter(t => t.kind === thing).sort((a, b) => b.litres - a.litres);
  return like ? withTools(problem, [again(like, n)]) : problem;
}

/** The problem with twice as much of a thing. */
export function withTwice(problem: Problem, thing: Thing): Problem {
  if (thing === 'load' || thing === 'waiting') return withOneMore(problem, thing);
  if (thing === 'hand')
    return { ...problem, hands: [...problem.hands, ...problem.hands.map(hand => again(hand, 2))] };
  return withTools(
    problem,
    problem.tools.filter(t => t.kind === thing).map(tool => again(tool, 2)),
  );
}

/** What there is of in a problem, and could be more of. */
export function thingsOf({ lines, tools }: Problem): Thing[] {
  const stages = lines.flatMap(line => line.stages);
  return [
    ...new Set<Thing>([
      ...tools.map(tool => tool.kind),
      'hand',
      ...(stages.some(s => !s.tool) ? (['load'] as const) : []),
      ...(stages.length > 1 ? (['waiting'] as const) : []),
    ]),
  ];
}

const endOf = ({ schedule: { endMin } }: Found, { horizonMin }: Problem): Minute => endMin ?? horizonMin;

const madeL = ({ schedule: { ready, endMin } }: Found): number =>
  endMin === undefined ? (ready.at(-1)?.litres ?? 0) : 0;

/**
 * What holds everything up: for each thing the day is solved again with one more, and with twice as much; the first is the
 * one whose doubling shortens it most. What was found without it is a way with it too, so more never makes it longer.
 */
export function* whatMoreGives(
  problem: Problem,
  found: Found,
  tries: number,
  told: (share: number) => void = () => {},
): InLots<More[]> {
  const out: More[] = [];
  const things = thingsOf(problem);
  for (const [i, thing] of things.entries()) {
    const known: readonly Choices[] = [found.choices];
    const oneMore = yield* notWorse(
      searchDay(withOneMore(problem, thing), undefined, known, tries),
      found,
      problem,
    );
    const twice = yield* notWorse(
      searchDay(withTwice(problem, thing), undefined, [...known, oneMore.choices], tries),
      oneMore,
      problem,
    );
    out.push({
      thing,
      oneMore,
      twice,
      savesMin: endOf(found, problem) - endOf(twice, problem),
      gainsL: madeL(twice) - madeL(found),
    });
    told((i + 1) / things.length);
  }
  return out.sort(
    (a, b) =>
      b.savesMin - a.savesMin || b.gainsL - a.gainsL || endOf(a.oneMore, problem) - endOf(b.oneMore, problem),
  );
}

/** A way that needs less is a way with more. */
function* notWorse(search: InLots<Found>, than: Found, problem: Problem): InLots<Found> {
  const found = yield* search;
  const sooner = endOf(than, problem) - endOf(found, problem);
  return sooner > 0 || (sooner === 0 && madeL(found) >= madeL(than)) ? found : than;
}

/** So many things more are another way of life. */
const MOST_ADDED = 12;

/** How far a day goes by evening: what is ready then, and when all of it is. */
const reachOf = ({ schedule }: Found, problem: Problem): readonly [number, number] => [
  Math.min(problem.needL, readyBy(schedule, problem.eveningMin)),
  -(schedule.endMin ?? problem.horizonMin),
];
const isFurther = (a: readonly [number, number], b: readonly [number, number]): boolean =>
  a[0] > b[0] + CRUMB_L || (a[0] > b[0] - CRUMB_L && a[1] > b[1]);

const withAll = (problem: Problem, things: readonly Thing[]): Problem =>
  things.reduce((wider, thing, i) => withOneMore(wider, thing, i + 1), problem);

/**
 * Few things more with which what is needed is ready by evening: one, else two, else what helps most one after another, and
 * of those none that could be left out again. Each solved again.
 * @returns undefined where it is met as it is, none where so few do not do it
 */
export function* leastToAdd(
  problem: Problem,
  found: Found,
  more: readonly More[],
  tries: number,
): InLots<readonly Thing[] | undefined> {
  const isMet = (f: Found) => endOf(f, problem) <= problem.eveningMin;
  if (isMet(found)) return undefined;
  const [single] = more
    .filter(m => isMet(m.oneMore))
    .sort((a, b) => endOf(a.oneMore, problem) - endOf(b.oneMore, problem));
  if (single) return [single.thing];
  const things = more.map(m => m.thing);
  for (const pair of things.flatMap((a, i) => things.slice(i).map(b => [a, b])))
    if (isMet(yield* searchDay(withAll(problem, pair), undefined, [found.choices], tries))) return pair;
  let best: { readonly added: readonly Thing[]; readonly found: Found } = { added: [], found };
  while (!isMet(best.found)) {
    if (best.added.length >= MOST_ADDED) return [];
    let next = best;
    for (const thing of things) {
      const added = [...best.added, thing];
      const tried = yield* searchDay(withAll(problem, added), undefined, [best.found.choices], tries);
      const isNext = next === best || isFurther(reachOf(tried, problem), reachOf(next.found, problem));
      if (isNext) next = { added, found: tried };
    }
    best = next;
  }
  for (const thing of new Set(best.added)) {
    const at = best.added.lastIndexOf(thing);
    const fewer = best.added.filter((_, i) => i !== at);
    const tried = yield* searchDay(withAll(problem, fewer), undefined, [best.found.choices], tries);
    if (isMet(tried)) best = { added: fewer, found: tried };
  }
  return best.added;
}
