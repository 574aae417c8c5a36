import type { SubjectDefinition } from '../log/define.ts';
import type { Supply } from '../stock/supply.ts';

export type SupplyFacts = Supply;

declare module '../log/facts.ts' {
  interface Shelved {
    supply: SupplyFacts;
  }
}

const supply: SubjectDefinition<'supply'> = { named: 'ulid', absent: 'guard.not-there' };

export const subjects = { supply };
