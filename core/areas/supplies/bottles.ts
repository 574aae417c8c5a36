import type { Facts } from '../../log/facts.ts';
import type { Bleach } from '../../treatment/chlorine/strength.ts';
import type { SupplyFacts } from './facts.ts';

/** A bottle of bleach among the supplies. */
export type Bottle = SupplyFacts & { readonly bleach: Bleach };

const isBottle = (supply: SupplyFacts): supply is Bottle => supply.bleach !== undefined;

/** Bottles of bleach, the fullest first. */
export const bottlesOf = (facts: Pick<Facts, 'supply'>): Bottle[] =>
  Object.values(facts.supply)
    .filter(isBottle)
    .sort((a, b) => b.amount - b.used - (a.amount - a.used));
