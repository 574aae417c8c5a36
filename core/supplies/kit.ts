import type { Facts } from '../log/facts.ts';
import { leftOf } from './cover.ts';
import type { SupplyKind } from './kinds.ts';

/** A line of a kit: what to have, and how much of it for a household. */
export interface KitLine {
  readonly kind: SupplyKind;
  readonly amount: number;
}

/** The least that two independent ways need, and what is worth its money after that. */
export const kits: Readonly<Record<'base' | 'upgrade', readonly KitLine[]>> = {
  base: [
    { kind: 'bleach', amount: 1000 },
    { kind: 'dropper', amount: 1 },
    { kind: 'test-kit', amount: 25 },
    { kind: 'pots', amount: 1 },
    { kind: 'propane', amount: 3 },
    { kind: 'matches', amount: 40 },
    { kind: 'cloth', amount: 2 },
    { kind: 'spoons', amount: 1 },
    { kind: 'pot-holders', amount: 1 },
  ],
  upgrade: [
    { kind: 'filter', amount: 1000 },
    { kind: 'chlorine-tablets', amount: 50 },
    { kind: 'alum', amount: 100 },
    { kind: 'neutraliser', amount: 100 },
    { kind: 'bottles', amount: 24 },
    { kind: 'lids', amount: 24 },
  ],
};

/** What a kit lacks, after what is there and in date. */
export function kitLacks(facts: Pick<Facts, 'supply'>, kit: readonly KitLine[], today: string): KitLine[] {
  const left = new Map<SupplyKind, number>();
  for (const supply of Object.values(facts.supply))
    left.set(supply.kind, (left.get(supply.kind) ?? 0) + leftOf(supply, today));
  return kit
    .map(({ kind, amount }) => ({ kind, amount: amount - (left.get(kind) ?? 0) }))
    .filter(line => line.amount > 0);
}
