import type { Instant } from '../../base/day.ts';
import type { Judgement } from '../../base/judgement.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { meetsNotice, type NoticeAllows } from '../../water/notices.ts';
import type { Passing } from '../../water/passing.ts';
import { isHeldBy, pastLimits } from '../../water/quality/chemicals.ts';
import { fitnessOf, type WaterFitness, type WaterGrade } from '../../water/quality/fitness.ts';
import type { Origin, Sourced, Water } from '../../water/waters.ts';
import { betterOf, type Credit, noCredit, sumOf, targets } from '../credit/credit.ts';
import type { Taken } from './step.ts';

/** What may be short where water is made safe; `moving`: all of it is carried. */
export const shorts = ['nothing', 'time', 'evening', 'fuel', 'hands', 'moving'] as const;
export type Short = (typeof shorts)[number];
/** Cloudy water is not cleared first where that costs the time that there is not. */
export const isTimeShort = (short: Short | undefined): boolean => short === 'time' || short === 'evening';

/** The water that a train is looked for: what it is, as it was found, and what an authority asks of it. */
export interface TrainCase {
  readonly water: Water;
  readonly origin?: Origin;
  readonly found: Passing;
  /** Its litres are what there is of it, not what is to be drunk in the end: what stays behind is not brought besides. */
  readonly isAllThereIs?: true;
  /** What a unit of each supply commonly costs, in the group's own money. */
  readonly prices?: Readonly<Partial<Record<SupplyKind, number>>>;
  /** A boil notice, and what it allows beside boiling; and what the water is once that was done to it. */
  readonly boilNotice?: { readonly allows: readonly NoticeAllows[] };
  readonly noticed?: Sourced;
  /** People fell ill of it: nothing but a rolling boil will do. */
  readonly isBoiledOnly?: true;
  /** Days that the water is to be drunk for: what harms over a lifetime is borne for a fortnight. */
  readonly planDays?: number;
  /** What there is least of here: ways are put in order by it. */
  readonly short?: Short;
  /** Why nothing that is done at home makes it fit to drink. */
  readonly stop?: Judgement;
  readonly now: Instant;
}

/** How far a train goes, the best first: whole, for a day with a warning, limited protection, the last resort. */
export const tiers = ['whole', 'day', 'limited', 'resort'] as const;
export type Tier = (typeof tiers)[number];

/** Water on its way: what it is now, and what each barrier earned in it. */
export interface OnTheWay {
  readonly water: Passing;
  readonly byBarrier: Readonly<Record<string, Credit>>;
  /** Chlorine that is never more than limited protection: of a cloudy water, or of a pH of 9 to 10. */
  readonly isCapped: boolean;
}

const CHLORINE = 'chlorine';

/** Water before the first step of a train: nothing is taken out of it yet. */
export const atTheBeginning = (found: Passing): OnTheWay => ({
  water: found,
  byBarrier: {},
  isCapped: false,
});

/** Water after one step more: a second of its kind counts once. */
export function onward(way: OnTheWay, step: Taken): OnTheWay {
  const before = way.byBarrier[step.barrier] ?? noCredit;
  const isChlorine = step.barrier === CHLORINE && targets.some(t => step.credit[t] > 0);
  const isFirst = !way.byBarrier[CHLORINE];
  return {
    water: step.after,
    byBarrier: { ...way.byBarrier, [step.barrier]: betterOf(before, step.credit) },
    isCapped: isChlorine ? step.answer.isCapped === true && (isFirst || way.isCapped) : way.isCapped,
  };
}

/** Something is dissolved in it past what may be drunk for the days of the plan. */
export const isMineral = ({ dissolved }: Passing, planDays: number | undefined): boolean =>
  isHeldBy(pastLimits(dissolved), planDays ?? Number.POSITIVE_INFINITY);

/** What a water on its way is fit for: the one answer that the store, the label and the reach go by. */
export function fitnessOnTheWay(c: TrainCase, { water, byBarrier, isCapped }: OnTheWay): WaterFitness {
  const { [CHLORINE]: chlorine, ...others } = byBarrier;
  const mineral = isMineral(water, c.planDays);
  const meets = c.boilNotice && meetsNotice(c.boilNotice.allows, byBarrier, isCapped ? undefined : chlorine);
  const isFullBoil = meetsNotice([], byBarrier, undefined);
  const most: WaterGrade =
    c.isBoiledOnly && !isFullBoil ? 'utility' : c.boilNotice && !meets ? 'limited' : 'drinking';
  const { water: is, origin } = meets && c.noticed ? c.noticed : c;
  return fitnessOf({
    water: is,
    ...(origin ? { origin } : {}),
    filledAt: c.now,
    earned: sumOf(Object.values(others)),
    ...(Object.keys(others).length > 0 ? { treatedAt: c.now } : {}),
    ...(mineral ? { isMineral: true } : {}),
    ...(!mineral && water.salt === 'fresh' ? { isDesalted: true } : {}),
    ...(chlorine
      ? {
          chlorine: {
            credit: chlorine,
            by: 'residual' as const,
            isCapped,
            provedAt: c.now,
            dosedAt: c.now,
            isForADay: false,
          },
        }
      : {}),
    readings: [],
    ...(meets ? { meetsNotice: true } : {}),
    ...(most === 'drinking' ? {} : { most }),
  });
}

/** The tier of a fitness; undefined where it is no better than water for washing. */
export function tierOf({ grade, isShort }: WaterFitness): Exclude<Tier, 'resort'> | undefined {
  if (grade === 'drinking') return isShort ? 'day' : 'whole';
  return grade === 'limited' ? 'limited' : undefined;
}

/** How far water has come: its tier, and the log steps that it still lacks of the aim in all. */
export interface Reach {
  readonly tier: Exclude<Tier, 'resort'>;
  readonly lacksLog: number;
}

/** How far treatment brings a water, and the log steps that it lacks; undefined where it brings it nowhere. */
export function reachOf(fitness: WaterFitness): Reach | undefined {
  const tier = tierOf(fitness);
  if (!tier) return undefined;
  const { earned, required } = fitness;
  const lacks = (t: (typeof targets)[number]) => Math.max(0, (required?.aim[t] ?? 0) - earned[t]);
  return { tier, lacksLog: tier === 'whole' ? 0 : targets.reduce((sum, t) => sum + lacks(t), 0) };
}

/** True where the one has come as far as the other. */
export const goesAsFar = (a: Reach | undefined, b: Reach): boolean =>
  a !== undefined && (a.tier === b.tier ? a.lacksLog <= b.lacksLog + 1e-9 : isAtLeast(a.tier, b.tier));

/** Whether a tier is as good as another, or better. */
export const isAtLeast = (a: Tier | undefined, b: Tier): boolean =>
  a !== undefined && tiers.indexOf(a) <= tiers.indexOf(b);
