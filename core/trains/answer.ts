import { type Target, targets } from '../ct/credit.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import type { InLots } from '../lots.ts';
import type { Context } from '../methods/method.ts';
import { asItComes, neverDrunk } from '../water/waters.ts';
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
import { isBroken, type Means } from './step.ts';
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

/** The answer to "this water, here, today: can it be made safe, and by when?" */
export interface TrainAnswer {
  /** Nothing that is done at home makes it fit to drink, and why. */
  readonly stop?: Judgement;
  /** It is drinking water as it comes. */
  readonly isFitAsItComes: boolean;
  /** It is drunk fresh, within a day of being drawn: tested groundwater. Trains are then for what is to be kept. */
  readonly isFitFresh: boolean;
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
): { readonly trains: Train[]; readonly uncleared: Train[] } => {
  const out: Train[] = [];
  const uncleared: Train[] = [];
  for (const train of trains) {
    if (out.length === MOST_TOLD) break;
    const clear = cleared(c, train, owned, context);
    const [first, asItIs] = [clear, train].map(one => forLitres(c, one, context));
    const plain = asItIs && !isBroken(asItIs) ? asItIs : undefined;
    const whole = first && !isBroken(first) ? first : plain;
    if (whole) out.push(whole);
    if (clear !== train && plain && whole !== plain) uncleared.push(plain);
  }
  // what was cleared first takes longer than it was told to
  return { trains: out.sort((a, b) => compareTrains(a, b, c.short)), uncleared };
};

/** What can be done with a water by what is at hand, what it lacks, and what one thing more would do. */
export function* answerTrains(
  c: TrainCase,
  owned: readonly Means[],
  buyable: readonly Means[],
  context: Context,
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
  const { resort, missed, ...found } = yield* searchTrains(c, owned, context);
  const offers = found.offers.filter(o => !isFitFresh || o.tier === 'whole');
  const best = offers[0]?.tier;
  const more: OneMore[] = [];
  if (best !== 'whole')
    for (const thing of buyable) {
      const found = yield* searchTrains(c, [thing, ...owned], context);
      const {
        trains: [train],
      } = measuredOut(
        c,
        found.offers.filter(o => o.steps.some(s => s.means === thing) && goesFurther(o.tier, best)),
        owned,
        context,
      );
      if (train) more.push({ thing, train });
    }
  const { trains, uncleared } = measuredOut(c, offers, owned, context);
  return {
    isFitAsItComes,
    isFitFresh,
    trains,
    uncleared,
    ...(trains[0] && cloudyAt(trains[0]) >= 0 ? { isUncleared: true as const } : {}),
    ...(resort ? { resort } : {}),
    missed,
    more: more.sort((a, b) => compareTrains(a.train, b.train, c.short)),
  };
}

const goesFurther = (tier: Tier, than: Tier | undefined): boolean => !isAtLeast(than, tier);
