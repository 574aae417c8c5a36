import { rowOf } from '../water/waters.ts';
import type { Fill } from './facts.ts';

/** Where a fill's parts came from, as far as it was written down. */
export const partsOf = ({ from, at, water }: Fill): NonNullable<Fill['from']> =>
  from ?? [{ at, isTap: rowOf(water).class === 'tap' }];
