import type { InLots } from '../../base/lots.ts';
import type { Passing } from '../../water/passing.ts';
import { type Credit, targets } from '../credit/credit.ts';
import type { Context } from '../methods/method.ts';
import {
  atTheBeginning,
  fitnessOnTheWay,
  goesAsFar,
  isMineral,
  type OnTheWay,
  onward,
  type Reach,
  reachOf,
  type TrainCase,
} from './grade.ts';
import { type Broken, isBroken, type Means, type Taken, tryStep } from './step.ts';
import {
  compareTrains,
  costOf,
  doneInChlorine,
  idsOf,
  type Train,
  thousandths,
  trainOf,
  usesOf,
} from './train.ts';

/** No train is longer: nobody keeps more vessels apart in their head. */
export const MOST_STEPS = 6;

/** A train that one edge keeps from going further. */
export interface EdgeMiss {
  /** What was done before, and the step that the water cannot take then. */
  readonly before: readonly Taken[];
  readonly broken: Broken;
  /** How far it would have gone. */
  readonly reach: Reach;
}

/** What can be done with what is at hand. */
export interface Trains {
  /** Each lot of means once, in its best order; the best train first, none with something that it could do without. */
  readonly offers: readonly Train[];
  /** Where nothing is even limited protection, and germs alone stand in the way: what takes out most. Never counted. */
  readonly resort?: Train;
  readonly missed: readonly EdgeMiss[];
}

const TRIED_A_LOT = 20;

/** A lot is kept as the bits of a whole number: so many kinds of thing are looked at, and nobody has more. */
const MOST_MEANS = 30;

const waterKey = (w: Passing): string =>
  `${w.turbidityNtu}|${w.salt}|${dissolvedKey(w)}|${w.isSnow}|${w.isChlorinated}`;
const dissolvedKey = ({ dissolved }: Passing): string =>
  Object.entries(dissolved)
    .map(([id, figure]) => `${id}${figure}`)
    .join();

/** Steps so far, as the search goes on from them. */
interface Node {
  readonly steps: readonly Taken[];
  /** The means that were used, by their bits. */
  readonly used: number;
  readonly way: OnTheWay;
  readonly water: string;
  readonly minutes: number;
  /** The best that any of its beginnings reached. */
  readonly reached: Reach | undefined;
}

/** A train, and its means by their bits. */
interface Found {
  readonly used: number;
  readonly train: Train;
}

/**
 * Every order of every lot of what is at hand, up to six steps, that breaks no edge: those that make drinking water, for long or
 * for a day, and those that give limited protection. A lot is offered when no part of it goes as far, so no train has a step too
 * many. Short trains are tried first, and what holds a whole one already is not gone on with; a step that changes nothing is not
 * taken; orders that leave the same water behind are gone on with once, the quickest.
 */
export function* searchTrains(c: TrainCase, all: readonly Means[], context: Context): InLots<Trains> {
  if (c.stop) return { offers: [], missed: [] };
  const means = all.slice(0, MOST_MEANS);
  const bench = benchOf(c, means, context);
  const found = new Map<number, Found>();
  const missed = new Map<string, EdgeMiss>();
  const whole: number[] = [];
  let resort: Train | undefined;

  const keep = ({ steps, used, way }: Node, { tier }: Reach): void => {
    const train = trainOf(c, steps, way, tier);
    const known = found.get(used);
    if (!known || compareTrains(train, known.train, c.short) < 0) found.set(used, { used, train });
    if (tier === 'whole') whole.push(used);
  };

  const miss = ({ steps, way, reached }: Node, broken: Broken): void => {
    const key = `${broken.means.id}|${broken.broken.reason.id}`;
    if (missed.has(key) || !broken.would) return;
    const would = bench.reachOf(onward(way, broken.would));
    if (would && !goesAsFar(reached, would)) missed.set(key, { before: steps, broken, reach: would });
  };

  const first = bench.first();
  let [level, tried] = [first.reached?.tier === 'whole' ? [] : [first], 0];
  for (let length = 1; length <= MOST_STEPS && level.length > 0; length++) {
    const next = new Map<string, Node>();
    for (const node of level) {
      for (let i = 0; i < means.length; i++) {
        const used = node.used | (1 << i);
        if (used === node.used || bench.isIdle(node, used, whole)) continue;
        if (++tried % TRIED_A_LOT === 0) yield;
        const step = bench.tryOnce(i, node);
        if (!step) continue;
        if (isBroken(step)) {
          miss(node, step);
          continue;
        }
        const after = bench.after(node, i, step);
        if (!after) continue;
        const key = `${used}|${after.water}|${creditKey(after.way)}`;
        const known = next.get(key);
        if (!known || isSooner(c, after, known)) next.set(key, after);
      }
    }
    level = [];
    for (const node of next.values()) {
      const reach = bench.reachOf(node.way);
      if (reach && !goesAsFar(node.reached, reach)) keep(node, reach);
      if (!reach) resort = betterResort(resort, trainOf(c, node.steps, node.way, 'resort'));
      if (reach?.tier !== 'whole') level.push({ ...node, reached: further(node.reached, reach) });
    }
  }
  const kept = [...found.values()];
  const offers = kept
    .filter(one => !hasSpare(one, kept))
    .map(({ train }) => train)
    .sort((a, b) => compareTrains(a, b, c.short));
  const isGermsOnly = !isMineral(c.found, c.planDays) && c.found.salt === 'fresh';
  return {
    offers,
    ...(offers.length === 0 && resort?.barriers && isGermsOnly ? { resort } : {}),
    missed: [...missed.values()].filter(
      m => !offers.some(o => goesAsFar(trainReach(o), m.reach) && isWithin(m, o)),
    ),
  };
}

/** What is tried and graded, each once. */
function benchOf(c: TrainCase, means: readonly Means[], context: Context) {
  const tries = new Map<string, Taken | Broken | undefined>();
  const reaches = new Map<string, Reach | undefined>();
  const reach = (way: OnTheWay) => {
    const key = `${isMineral(way.water, c.planDays)}|${way.water.salt}|${creditKey(way)}`;
    if (!reaches.has(key)) reaches.set(key, reachOf(fitnessOnTheWay(c, way)));
    return reaches.get(key);
  };
  // what takes out salt, nitrate and metals: without it nothing else is worth while
  const desalting = means.flatMap((m, i) => {
    const tried = tryStep(m, { ...c.found, turbidityNtu: 0, isSnow: false }, context);
    const taken = tried && isBroken(tried) ? tried.would : tried;
    return taken?.answer.desalts || taken?.answer.removes ? [1 << i] : [];
  });
  return {
    reachOf: reach,
    first: (): Node => {
      const way = atTheBeginning(c.found);
      return { steps: [], used: 0, way, water: waterKey(c.found), minutes: 0, reached: reach(way) };
    },
    tryOnce: (i: number, { water, way }: Node) => {
      const key = `${i}|${water}`;
      if (!tries.has(key)) tries.set(key, tryStep(means[i]!, way.water, context));
      return tries.get(key);
    },
    /** A lot that holds a whole train already, or could only become one by a means that is a whole train by itself. */
    isIdle: ({ way }: Node, used: number, whole: readonly number[]): boolean => {
      if (holdsOne(whole, used)) return true;
      if (!isMineral(way.water, c.planDays) && way.water.salt === 'fresh') return false;
      return desalting.every(bit => !(used & bit) && holdsOne(whole, used | bit));
    },
    /** The water after a step; undefined where it changed nothing. */
    after: (node: Node, i: number, step: Taken): Node | undefined => {
      const way = onward(node.way, step);
      const water = waterKey(way.water);
      if (water === node.water && earnsNothing(node.way, way, step)) return undefined;
      return {
        steps: [...node.steps, step],
        used: node.used | (1 << i),
        way,
        water,
        minutes: node.minutes + step.minutes,
        reached: node.reached,
      };
    },
  };
}

/** The same water sooner; as soon, with the chlorine later, or cheaper; else by name, so that the answer is the same each time. */
function isSooner(c: TrainCase, a: Node, b: Node): boolean {
  const keys = ({ minutes, steps }: Node) => [
    thousandths(minutes),
    doneInChlorine(steps),
    costOf(c, usesOf(steps)),
  ];
  const [left, right] = [keys(a), keys(b)];
  const at = left.findIndex((key, i) => key !== right[i]);
  return at < 0 ? idsOf(a.steps) < idsOf(b.steps) : left[at]! < right[at]!;
}

const holdsOne = (whole: readonly number[], used: number): boolean => whole.some(lot => (used & lot) === lot);

const creditKey = ({ byBarrier, isCapped }: OnTheWay): string => {
  let key = isCapped ? 'capped' : '';
  for (const barrier of Object.keys(byBarrier).sort()) {
    const { bacteria, viruses, protozoa, crypto } = byBarrier[barrier]!;
    if (bacteria + viruses + protozoa + crypto > 0)
      key += `${barrier}${bacteria},${viruses},${protozoa},${crypto}`;
  }
  return key;
};

const earnsNothing = (before: OnTheWay, after: OnTheWay, { barrier }: Taken): boolean => {
  const [was, is] = [before.byBarrier[barrier], after.byBarrier[barrier]!];
  return before.isCapped === after.isCapped && targets.every(t => is[t] === (was?.[t] ?? 0));
};

const further = (a: Reach | undefined, b: Reach | undefined): Reach | undefined =>
  a && b ? (goesAsFar(a, b) ? a : b) : (a ?? b);

const trainReach = ({ tier, lacksLog }: Train): Reach | undefined =>
  tier === 'resort' ? undefined : { tier, lacksLog };

/** A miss whose steps another train takes anyway, in an order that works, is no news. */
const isWithin = (miss: EdgeMiss, train: Train): boolean =>
  [...miss.before.map(s => s.means.id), miss.broken.means.id].every(id =>
    train.steps.some(s => s.means.id === id),
  );

/** True where a part of these means goes as far by itself: nobody does more than is needed. */
const hasSpare = (a: Found, all: readonly Found[]): boolean =>
  all.some(
    b => b !== a && (a.used & b.used) === b.used && goesAsFar(trainReach(b.train), trainReach(a.train)!),
  );

/** Of two that are not enough, the one that leaves less; of alike ones, the shorter. */
function betterResort(a: Train | undefined, b: Train): Train {
  if (!a) return b;
  const [left, right] = [shortfall(a), shortfall(b)];
  if (Math.abs(left - right) > 1e-9) return left < right ? a : b;
  return a.steps.length <= b.steps.length ? a : b;
}

/** Log steps that are lacking in all, to the least that is asked. */
function shortfall({ fitness: { earned, required } }: Train): number {
  const lacks = (asked: Credit) => targets.reduce((sum, t) => sum + Math.max(0, asked[t] - earned[t]), 0);
  return required ? lacks(required.least) : Number.POSITIVE_INFINITY;
}
