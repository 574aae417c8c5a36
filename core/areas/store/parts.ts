import { rowOf, type Water } from '../../water/waters.ts';
import type { FillPart } from './facts.ts';

/** Where a fill's parts came from, as far as it was written down. */
export const partsOf = ({
  from,
  since,
  water,
}: {
  readonly from?: readonly FillPart[];
  readonly since: string;
  readonly water: Water;
}): readonly FillPart[] => from ?? [{ at: since, isTap: rowOf(water).class === 'tap' }];
