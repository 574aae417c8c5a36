import type { Facts } from '../../log/facts.ts';
import { type Compared, compareMethods } from '../../treatment/trains/compare.ts';
import type { State } from '../store/wholeState.ts';
import { unitPrices } from '../supplies/kit.ts';
import { trainContext } from './safe.ts';

/** Where nobody is counted yet: a bucket. */
const BUCKET_L = 20;

/** Every way to treat water side by side, for what these people drink in a day. */
export const comparison = (facts: Facts, state: State): Compared[] =>
  compareMethods({
    litres: state.need.drinkingL > 0 ? state.need.drinkingL : BUCKET_L,
    context: trainContext(facts, state),
    prices: unitPrices,
  });
