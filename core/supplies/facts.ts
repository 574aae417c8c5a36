import type { Supply } from '../stock/supply.ts';

export type SupplyFacts = Supply;

declare module '../log/facts.ts' {
  interface Shelved {
    supply: SupplyFacts;
  }
}
