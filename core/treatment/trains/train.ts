import type { WaterFitness } from '../../water/quality/fitness.ts';
import { type Credit, credit, sumOf, type Target, targets } from '../credit/credit.ts';
import type { Context, Use } from '../methods/method.ts';
import { treatmentOf } from '../methods/treatments.ts';
import {
  atTheBeginning,
  fitnessOnTheWay,
  type OnTheWay,
  onward,
  reachOf,
  type Short,
  type Tier,
  type TrainCase,
  tiers,
} from './grade.ts';
import { type Broken, feedShare, isBroken, type Means, type Taken, tryStep } from './step.ts';

/** Steps in an order, and what they make of the water. */
export interface Train {
  readonly steps: readonly Taken[];
  readonly tier: Tier;
  readonly fitness: WaterFitness;
  /** Log steps of the aim that are lacking in all; none where it is whole. */
  readonly lacksLog: number;
  /** Log steps to spare over what is asked, at the germ that has fewest; below zero where it falls short. */
  readonly marginLog: number;
  /** Barriers against germs that stand on different legs. */
  readonly barriers: number;
  /** Litres that come out at its end. */
  readonly endL: number;
  readonly minutes: number;
  readonly handMin: number;
  readonly uses: readonly Use[];
  /** Fuel, whatever it is (kg, or kWh of electricity). */
  readonly fuelKg: number;
  /** What all that it uses up commonly costs. */
  readonly cost: number;
  /** How the litres are made: its steps are those of one batch, all else is for all of them. */
  readonly amount?: Amount;
}

export interface Amount {
  readonly askedL: number;
  /** Litres that come out of a batch, and how many there are. */
  readonly batchL: number;
  readonly batches: number;
  /** What is used up before all that was asked for is made. */
  readonly ends?: Means;
}

const fuelKinds: readonly string[] = ['propane', 'butane', 'kerosene', 'charcoal', 'ethanol', 'wood'];

/** A train of steps that were taken, as it is compared and shown. */
export function trainOf(c: TrainCase, steps: readonly Taken[], way: OnTheWay, tier: Tier): Train {
  const fitness = fitnessOnTheWay(c, way);
  const { required, earned } = fitness;
  const uses = usesOf(steps);
  const earning = Object.values(way.byBarrier).filter(credit => targets.some(t => credit[t] > 0));
  return {
    steps,
    tier,
    fitness,
    lacksLog: reachOf(fitness)?.lacksLog ?? 0,
    marginLog: required
      ? Math.min(...targets.map(t => earned[t] - required.aim[t]))
      : Number.NEGATIVE_INFINITY,
    barriers: earning.length,
    endL: c.found.volumeL,
    minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
    handMin: steps.reduce((sum, s) => sum + s.handMin, 0),
    uses,
    cost: costOf(c, uses),
    fuelKg: fuelOf(uses),
  };
}

/** A full boil stands alone; anything else had better not where three stars are asked. */
const standsAlone = ({ barriers, steps }: Train): boolean =>
  barriers >= 2 || steps.some(step => targets.every(t => step.credit[t] >= BOIL_LOG));
/** What a full boil takes out of everything. */
const BOIL_LOG = 6;

/** What takes longer does not make a day's water in a day. */
const DAY_MIN = 24 * 60;

/** A margin beyond this is no reason to wait longer (log₁₀). */
const ENOUGH_LOG = 1;

/** Steps that are done after the chlorine went in: what was put in last stays in the water that is kept. */
export const doneInChlorine = (steps: readonly Taken[]): number =>
  steps.filter(step => step.before.isChlorinated).length;

/** What is used up, by what a unit of it costs; nothing for what has no price. */
export const costOf = ({ prices = {} }: TrainCase, uses: readonly Use[]): number =>
  uses.reduce((sum, { supply, amount }) => sum + amount * (prices[supply] ?? 0), 0);

/** Fuel among what is used up, whatever it is (kg, or kWh of electricity). */
export const fuelOf = (uses: readonly Use[]): number =>
  uses.filter(u => fuelKinds.includes(u.supply)).reduce((sum, u) => sum + u.amount, 0);

/** What the steps of a train use up, each for itself. */
export const usesOf = (steps: readonly Taken[]): Use[] => steps.flatMap(step => step.answer.uses);

/** How much a train takes of what may be short; nothing is compared where nothing is. */
const takesOf: Readonly<Record<Short, (train: Train) => number>> = {
  nothing: () => 0,
  time: t => thousandths(t.minutes),
  evening: t => thousandths(t.minutes),
  fuel: t => thousandths(t.fuelKg),
  hands: t => thousandths(t.handMin),
  moving: t => t.steps.filter(step => !treatmentOf(step.means.method).inTrain.isCarried).length,
};

/** Minutes as they are compared: what the order of a sum leaves behind its third place is none. */
export const thousandths = (minutes: number): number => Math.round(minutes * 1000);

/** A train by the ids of its means, in their order. */
export const idsOf = (steps: readonly Taken[]): string => steps.map(s => s.means.id).join(' ');

/**
 * Which of two trains is named first: the one that goes further, and lacks
 * least; that makes all that is asked for; that is done within a day; then that with two barriers of different kinds, or a full boil; then that which takes least of what
 * is short; then by its margin in whole log steps up to one, its hours, chlorine last, how many supplies it takes, its fuel and its cost.
 */
export function compareTrains(a: Train, b: Train, short: Short = 'nothing'): number {
  const keys = (t: Train): number[] => [
    tiers.indexOf(t.tier),
    Math.round(t.lacksLog * 10),
    t.amount?.ends ? 1 : 0,
    t.minutes > DAY_MIN ? 1 : 0,
    standsAlone(t) ? 0 : 1,
    takesOf[short](t),
    -Math.min(ENOUGH_LOG, Math.floor(t.marginLog)),
    thousandths(t.minutes),
    doneInChlorine(t.steps),
    t.uses.length,
    t.steps.length,
    t.fuelKg,
    t.cost,
  ];
  const [left, right] = [keys(a), keys(b)];
  const at = left.findIndex((key, i) => key !== right[i]);
  return at < 0 ? (idsOf(a.steps) < idsOf(b.steps) ? -1 : 1) : left[at]! - right[at]!;
}

/** Steps in an order, tried one after another: what they make of the water, or the first that it cannot take. */
export function runTrain(
  c: TrainCase,
  order: readonly Means[],
  context: Context,
): { readonly steps: readonly Taken[]; readonly way: OnTheWay } | Broken | undefined {
  let way = atTheBeginning(c.found);
  const steps: Taken[] = [];
  for (const means of order) {
    const tried = tryStep(means, way.water, context);
    if (!tried || isBroken(tried)) return tried;
    steps.push(tried);
    way = onward(way, tried);
  }
  return { steps, way };
}

/**
 * A train for so many litres at its end: what settles, stays behind or is rejected is brought besides, so each step is asked
 * again for the litres that come to it. Where the litres are all there is, less comes out.
 */
export function forLitres(
  c: TrainCase,
  { steps, tier }: Train,
  context: Context,
): Train | Broken | undefined {
  let litres = c.found.volumeL;
  const needed = [...steps].reverse().map(step => {
    litres *= feedShare(step);
    return litres;
  });
  const share = c.isAllThereIs ? c.found.volumeL / litres : 1;
  const feeds = needed.map(feedL => feedL * share);
  let way = atTheBeginning({ ...c.found, volumeL: litres * share });
  const taken: Taken[] = [];
  for (const [i, step] of steps.entries()) {
    const tried = tryStep(step.means, { ...way.water, volumeL: feeds[steps.length - 1 - i]! }, context);
    if (!tried || isBroken(tried)) return tried;
    taken.push(tried);
    way = onward(way, tried);
  }
  // another size of batch may leave less water over what is dissolved in it
  const reached = tier === 'resort' ? tier : reachOf(fitnessOnTheWay(c, way))?.tier;
  return reached && { ...trainOf(c, taken, way, reached), endL: c.found.volumeL * share };
}

/** What must still be taken out after each step, the water as it was found first (log₁₀ of each germ). */
export function remaining(c: TrainCase, { steps, fitness: { required } }: Train): Credit[] {
  const ways: OnTheWay[] = [atTheBeginning(c.found)];
  for (const step of steps) ways.push(onward(ways.at(-1)!, step));
  return ways.map(({ byBarrier }) => {
    const earned = sumOf(Object.values(byBarrier));
    const left = (t: Target) => Math.max(0, (required?.aim[t] ?? 0) - earned[t]);
    return credit(left('bacteria'), left('viruses'), left('protozoa'), left('crypto'));
  });
}
