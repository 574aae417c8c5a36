import type { Supply } from '../../storage/stock/supply.ts';
import type { KitCheck, Readings } from '../readings/facts.ts';

export interface SupplyFacts extends Supply {
  /** What was read before and after a filter. */
  readonly tests?: Readings;
  /** How a kit did when it was tried on itself. */
  readonly checks?: readonly KitCheck[];
}

declare module '../../log/facts.ts' {
  interface Shelved {
    supply: SupplyFacts;
  }
}
