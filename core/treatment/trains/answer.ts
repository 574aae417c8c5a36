import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { InLots } from '../../base/lots.ts';
import { asItComes, neverDrunk } from '../../water/waters.ts';
import { type Target, targets } from '../credit/credit.ts';
import type { Context } from '../methods/method.ts';
import { cleared, cloudyAt } from './clearing.ts';
import {
  atTheBeginning,
  fitnessOnTheWay,
  isAtLeast,
  isMineral,
  reachOf,
  type Tier,
  type TrainCase,
} from './grade.ts';
import { type EdgeMiss, searchTrains } from './search.ts';
import { type Broken, isBroken, type Means } from './step.ts';
import { compareTrains, forLitres, type Train } from './train.ts';

/** How far a train falls short at one kind of germ. */
export interface Shortfall {
  readonly target: Target;
  readonly earned: number;
  readonly asked: number;
}

/** Where a train falls short of its aim; empty where it does not. */
export const shortfalls = ({ fitness: { earned, required } }: Train): Shortfall[] =>
  required
    ? targets
        .filter(target => earned[target] < required.aim[target])
        .map(target => ({ target, earned: earned[target], asked: required.aim[target] }))
    : [];

/** What one thing more would make possible. */
export interface OneMore {
  readonly thing: Means;
  readonly train: Train;
}

/** A train for the litres that a case asks for. */
export type Measure = (c: TrainCase, train: Train) => Train | Broken | undefined;

/** Ways are judged by what a batch of them takes, however much is wanted in all (L). */
export const BATCH_L = 20;

const ofLitres = (c: TrainCase, volumeL: number): TrainCase => ({ ...c, found: { ...c.found, volumeL } });

/** The answer to "this water, here, today: can it be made safe, and by when?" */
export interface TrainAnswer {
  /** Nothing that is done at home makes it fit to drink, and why. */
  readonly stop?: Judgement;
  /** It is drinking water as it comes. */
  readonly isFitAsItComes: boolean;
  /** It is drunk fresh, within a day of being drawn: tested groundwater. Trains are then for what is to be kept. */
  readonly isFitFresh: boolean;
  /** Less than this is not to be measured out: the trains are for so much (L). */
  readonly leastL?: number;
  /** For the litres that were asked for, the best first. */
  readonly trains: readonly Train[];
  /** The best of them boils or filters cloudy water: time is short, or nothing here clears it. */
  readonly isUncleared?: true;
  /** Those of them whose water is cleared first, without that: for a day that is too short for it. */
  readonly uncleared: readonly Train[];
  readonly resort?: Train;
  readonly missed: readonly EdgeMiss[];
  /** Things that are not at hand, and would take it further than anything that is, the best first. */
  readonly more: readonly OneMore[];
}

/** Why no train is built for a water. */
export function stopOf(c: TrainCase): Judgement | undefined {
  if (c.stop) return c.stop;
  return neverDrunk(c.water, c.origin)
    ? judge('refuse', message(`guard.never-drunk.${c.water}`), 'who-gdwq', {
        remedy: message('guard.never-drunk.remedy'),
      })
    : undefined;
}

/** So many trains are told; more would not be read. */
const MOST_TOLD = 8;

/** Trains for the litres that were asked for; one that does not stand the litres that come to its steps is left out. */
const measuredOut = (
  c: TrainCase,
  trains: readonly Train[],
  owned: readonly Means[],
  context: Context,
  measure: Measure,
): { readonly trains: Train[]; readonly uncleared: Train[]; readonly stopped: EdgeMiss[] } => {
  const out: Train[] = [];
  const uncleared: Train[] = [];
  const stopped: EdgeMiss[] = [];
  for (const train of trains) {
    if (out.length === MOST_TOLD) break;
    const clear = cleared(batchOf(c), train, owned, context);
    const [first, asItIs] = [clear, train].map(one => measure(c, one));
    const plain = asItIs && !isBroken(asItIs) ? asItIs : undefined;
    const whole = first && !isBroken(first) ? first : plain;
    if (whole) out.push(whole);
    else if (asItIs && isBroken(asItIs) && train.tier !== 'resort')
      stopped.push({ before: [], broken: asItIs, reach: { tier: train.tier, lacksLog: train.lacksLog } });
    if (clear !== train && plain && whole !== plain) uncleared.push(plain);
  }
  // what was cleared first takes longer than it was told to
  return { trains: out.sort((a, b) => compareTrains(a, b, c.short)), uncleared, stopped };
};

/** So little water that the least dose would be too much, or nobody could measure it. */
const isTooLittle = ({ broken: { broken, would } }: EdgeMiss): boolean =>
  ['train.edge.little', 'tablets.over'].includes(broken.reason.id) && (would?.before.volumeL ?? 0) < BATCH_L;

/** The case of one batch of what is asked for: what a way is judged by. */
export const batchOf = (c: TrainCase): TrainCase => ofLitres(c, Math.min(c.found.volumeL, BATCH_L));

/** What can be done with a water by what is at hand, what it lacks, and what one thing more would do. */
export function* answerTrains(
  c: TrainCase,
  owned: readonly Means[],
  buyable: readonly Means[],
  context: Context,
  measure: Measure = (c, train) => forLitres(c, train, context),
): InLots<TrainAnswer> {
  const stop = stopOf(c);
  const isFitAsItComes =
    !stop &&
    !c.boilNotice &&
    !c.isBoiledOnly &&
    !isMineral(c.found, c.planDays) &&
    asItComes(c.water, c.origin) === 'drinking';
  const begins = stop ? undefined : reachOf(fitnessOnTheWay(c, atTheBeginning(c.found)));
  const isFitFresh = begins?.tier === 'day';
  if (stop || isFitAsItComes)
    return {
      ...(stop ? { stop } : {}),
      isFitAsItComes,
      isFitFresh,
      trains: [],
      uncleared: [],
      missed: [],
      more: [],
    };
  const batch = batchOf(c);
  const { resort, missed, ...found } = yield* searchTrains(batch, owned, context);
  const offers = found.offers.filter(o => !isFitFresh || o.tier === 'whole');
  const best = offers[0]?.tier;
  const more: OneMore[] = [];
  if (best !== 'whole')
    for (const thing of buyable) {
      const found = yield* searchTrains(batch, [thing, ...owned], context);
      const {
        trains: [train],
      } = measuredOut(
        c,
        found.offers.filter(o => o.steps.some(s => s.means === thing) && goesFurther(o.tier, best)),
        owned,
        context,
        measure,
      );
      if (train) more.push({ thing, train });
    }
  const { trains, uncleared, stopped } = measuredOut(c, offers, owned, context, measure);
  if (trains.length === 0 && !c.isAllThereIs && missed.some(isTooLittle)) {
    const larger = yield* answerTrains(ofLitres(c, BATCH_L), owned, buyable, context, measure);
    if (larger.trains.length > 0) return { ...larger, leastL: BATCH_L };
  }
  const last = resort && measure(c, resort);
  return {
    isFitAsItComes,
    isFitFresh,
    trains,
    uncleared,
    ...(trains[0] && cloudyAt(trains[0]) >= 0 ? { isUncleared: true as const } : {}),
    ...(last && !isBroken(last) ? { resort: last } : {}),
    missed: [...missed, ...stopped],
    more: more.sort((a, b) => compareTrains(a.train, b.train, c.short)),
  };
}

const goesFurther = (tier: Tier, than: Tier | undefined): boolean => !isAtLeast(than, tier);
