import type { Passing } from '../../water/passing.ts';
import { type ChemicalId, chemicalIds, lowestLimit } from '../../water/quality/ceilings.ts';
import { treatmentOf } from '../methods/treatments.ts';
import type { TrainCase } from './grade.ts';
import type { Train } from './train.ts';

/** What may be dissolved in a water, and stand in the way of drinking it. */
export const dissolvedIds = ['salt', ...chemicalIds] as const;
export type DissolvedId = 'salt' | ChemicalId;

/** Over its limit by more than can be drawn, or where nobody has a figure: as far above it as can be drawn beside it. */
const OVER = 1.5;

/** How much of it there is, as a share of its lowest limit. */
function shareOf(id: DissolvedId, { salt, dissolved }: Passing): number {
  if (id === 'salt') return salt === 'fresh' ? 0 : OVER;
  return Math.min(OVER, (dissolved[id] ?? 0) / lowestLimit(id));
}

/** One of them through the steps of a train. */
export interface Dissolved {
  readonly id: DissolvedId;
  /** How much of it there is, the water as it was found first, as a share of its limit. */
  readonly shares: readonly number[];
  /** The same as figures in its unit; absent for salt, and where nobody measured it. */
  readonly figures?: readonly number[];
  /** Whether each step makes it more. */
  readonly rises: readonly boolean[];
}

/** What is dissolved in the water of a train, step by step: few take it out, and a boil makes it more. */
export function dissolvedIn({ found }: TrainCase, { steps }: Pick<Train, 'steps'>): Dissolved[] {
  const waters = [found, ...steps.map(s => s.after)];
  return dissolvedIds
    .map((id): Dissolved => {
      const figures = id === 'salt' ? [] : waters.map(water => water.dissolved[id] ?? 0);
      const concentrates = id === 'salt' ? 'salt' : 'nitrate-metals';
      return {
        id,
        shares: waters.map(water => shareOf(id, water)),
        ...(figures.length > 0 && figures.every(Number.isFinite) ? { figures } : {}),
        rises: steps.map(
          ({ means, before }) =>
            shareOf(id, before) > 0 && treatmentOf(means.method).concentrates.includes(concentrates),
        ),
      };
    })
    .filter(({ shares }) => shares[0]! > 0);
}
