import { treatmentOf } from '../methods/treatments.ts';
import { NITRATE_MG_L } from '../water/hazards.ts';
import type { Passing } from '../water/passing.ts';
import type { TrainCase } from './grade.ts';
import type { Train } from './train.ts';

/** What may be dissolved in a water, and stand in the way of drinking it. */
export const dissolvedIds = ['nitrate', 'salt', 'metals'] as const;
export type DissolvedId = (typeof dissolvedIds)[number];

/** Over its limit, where nobody has a figure: as far above it as can be drawn beside it. */
const OVER = 1.5;

const shareOf: Readonly<Record<DissolvedId, (water: Passing) => number>> = {
  nitrate: ({ nitrateMgL = 0 }) => nitrateMgL / NITRATE_MG_L,
  salt: ({ salt }) => (salt === 'fresh' ? 0 : OVER),
  metals: ({ hasMetals }) => (hasMetals ? OVER : 0),
};
const hazardOf = { nitrate: 'nitrate-metals', salt: 'salt', metals: 'nitrate-metals' } as const;

/** One of them through the steps of a train. */
export interface Dissolved {
  readonly id: DissolvedId;
  /** How much of it there is, the water as it was found first, as a share of its limit. */
  readonly shares: readonly number[];
  /** Whether each step makes it more. */
  readonly rises: readonly boolean[];
}

/** What is dissolved in the water of a train, step by step: few take it out, and a boil makes it more. */
export function dissolvedIn({ found }: TrainCase, { steps }: Pick<Train, 'steps'>): Dissolved[] {
  const waters = [found, ...steps.map(s => s.after)];
  return dissolvedIds
    .map(id => ({
      id,
      shares: waters.map(shareOf[id]),
      rises: steps.map(
        ({ means, before }) =>
          shareOf[id](before) > 0 && treatmentOf(means.method).concentrates.includes(hazardOf[id]),
      ),
    }))
    .filter(({ shares }) => shares[0]! > 0);
}
