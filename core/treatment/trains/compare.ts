import type { Judgement } from '../../base/judgement.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { mildWater, type Passing } from '../../water/passing.ts';
import { type Credit, targets } from '../credit/credit.ts';
import { type Context, type Hazard, hazards, type Inputs, type Untimed } from '../methods/method.ts';
import { treatmentOf } from '../methods/treatments.ts';
import { buyable, settling, tickable } from './buyable.ts';
import { isBroken, type Means, type Taken, tryStep } from './step.ts';

// Every way to treat water side by side, without a water in hand: the same clear, mild water through each of them as new.

const thing = (id: string, method: string): Means => ({ id, method, inputs: {} });
const electric = tickable.filter(means => !buyable.includes(means));

/** What stands side by side, in the order of the work: each treatment by the thing that it is done with. */
export const compared: readonly Means[] = [
  settling,
  ...buyable.filter(m => ['alum', 'packets'].includes(m.id)),
  thing('layered-filter', 'layered-filter'),
  ...buyable.filter(m => m.method === 'filter'),
  thing('carbon', 'carbon'),
  ...buyable.filter(m => m.id === 'stove'),
  thing('pasteuriser', 'pasteurise'),
  ...electric.filter(m => m.method === 'boil'),
  ...buyable.filter(m => ['bleach', 'tablets', 'dioxide'].includes(m.id)),
  thing('iodine', 'iodine'),
  thing('iodine-tablets', 'iodine-tablets'),
  // under a fair sky: a train, which looks ahead, counts on clouds
  ...buyable.filter(m => m.id === 'bottles').map(m => ({ ...m, inputs: { ...m.inputs, oktas: 3 } })),
  ...buyable.filter(m => ['lamp', 'still'].includes(m.id)),
  ...electric.filter(m => m.method === 'distil'),
  ...buyable.filter(m => m.method === 'reverse-osmosis'),
];

/** What comes in the way of a treatment on a bad day. */
export const troubles = ['cold', 'cloudy', 'overcast', 'dark', 'frost', 'power'] as const;
export type Trouble = (typeof troubles)[number];
/** What it does to the treatment, the worst first. */
export const effects = ['fails', 'less', 'slower', 'more'] as const;
export type Effect = (typeof effects)[number];

/** Snow water, a river in spate that nobody has let stand, a sky that is all cloud. */
const trials: Partial<Record<Trouble, { readonly water?: Partial<Passing>; readonly sky?: Inputs }>> = {
  cold: { water: { temperatureC: 1 } },
  cloudy: { water: { turbidityNtu: 50 } },
  overcast: { sky: { oktas: 8 } },
};

/** One way beside the others. */
export interface Compared {
  readonly means: Means;
  readonly litres: number;
  readonly credit: Credit;
  readonly takesOut: readonly Hazard[];
  /** What it puts in, and what there is more of in what it leaves. */
  readonly leavesIn: readonly Hazard[];
  /** Minutes for all the litres, and those of them that need a hand. */
  readonly minutes: number;
  readonly handMin: number;
  /** What is not in those minutes. */
  readonly untimed: Untimed | undefined;
  /** Why it would not be done today, at this place. */
  readonly now: Judgement | undefined;
  /** What a litre takes of each supply, in its unit. */
  readonly perL: readonly { readonly supply: SupplyKind; readonly amount: number }[];
  /** In the group's own money; undefined where a price is not known. */
  readonly costL: number | undefined;
  readonly troubles: Readonly<Partial<Record<Trouble, Effect>>>;
}

export interface CompareCase {
  /** Litres that are treated in a day. */
  readonly litres: number;
  readonly context: Context;
  /** What a unit of each supply costs. */
  readonly prices: Readonly<Partial<Record<SupplyKind, number>>>;
}

/**
 * Each way as new, on so many litres of clear water of 15 °C, with what a bad day does to it.
 * @example compareMethods({ litres: 20, … }).find(row => row.means.id === 'stove').credit.crypto // 6
 */
export function compareMethods({ litres, context, prices }: CompareCase): Compared[] {
  const water = { ...mildWater, volumeL: litres };
  return compared.flatMap((means): Compared[] => {
    const tried = tryStep(means, water, context);
    const taken = tried && isBroken(tried) ? tried.would : tried;
    if (!tried || !taken) return [];
    const { removes, concentrates, adds, untimed } = treatmentOf(means.method);
    const perL = taken.answer.uses.map(({ supply, amount }) => ({ supply, amount: amount / litres }));
    return [
      {
        ...{ means, litres, credit: taken.credit, minutes: taken.minutes, handMin: taken.handMin },
        takesOut: hazards.filter(h => removes.includes(h)),
        leavesIn: hazards.filter(h => concentrates.includes(h) || adds.includes(h)),
        untimed,
        now: isBroken(tried) ? tried.broken : undefined,
        ...{ perL, costL: costOf(means, perL, prices) },
        troubles: troublesOf(means, isBroken(tried) ? undefined : taken, water, context),
      },
    ];
  });
}

/** What a litre costs; the price of a filter is that of a filter for germs, and no membrane's; a fire that nobody named and current have none. */
function costOf(means: Means, perL: Compared['perL'], prices: CompareCase['prices']): number | undefined {
  if (means.method === 'reverse-osmosis' || means.inputs.stove === 'kettle') return undefined;
  if (treatmentOf(means.method).untimed === 'heating') return undefined;
  return perL.reduce<number | undefined>((sum, { supply, amount }) => {
    const price = prices[supply];
    return sum === undefined || price === undefined ? undefined : sum + amount * price;
  }, 0);
}

/** What a bad day does to a way; to one that would not be done today anyhow, what stops it on any day. */
function troublesOf(
  means: Means,
  base: Taken | undefined,
  water: Passing,
  context: Context,
): Compared['troubles'] {
  const { stoppedBy = [] } = treatmentOf(means.method);
  const stops = means.inputs.stove === 'kettle' ? [...stoppedBy, 'power'] : stoppedBy;
  const effect = (trouble: Trouble): Effect | undefined => {
    if (stops.some(stop => stop === trouble)) return 'fails';
    const trial = trials[trouble];
    if (!base || !trial) return undefined;
    const inputs = { ...means.inputs, ...(means.method === 'sun' ? trial.sky : {}) };
    const tried = tryStep({ ...means, inputs }, { ...water, ...trial.water }, context);
    return tried && isBroken(tried) ? 'fails' : tried && effectOf(base, tried);
  };
  return Object.fromEntries(
    troubles.flatMap(trouble => {
      const is = effect(trouble);
      return is ? [[trouble, is]] : [];
    }),
  );
}

/** What differs less than this is no other run. */
const LIKENESS = 0.05;
const usedBy = ({ answer }: Taken): number => answer.uses.reduce((sum, use) => sum + use.amount, 0);

function effectOf(base: Taken, tried: Taken): Effect | undefined {
  if (targets.some(target => tried.credit[target] < base.credit[target])) return 'less';
  if (tried.minutes > base.minutes * (1 + LIKENESS)) return 'slower';
  return usedBy(tried) > usedBy(base) * (1 + LIKENESS) ? 'more' : undefined;
}
