import type { Facts } from '../log/facts.ts';
import type { SupplyKind } from '../stock/kinds.ts';
import { leftOf } from './cover.ts';

/** A line of a kit: what to have, how much of it for a household, and what so much commonly costs. */
export interface KitLine {
  readonly kind: SupplyKind;
  readonly amount: number;
  /** In the group's own money, for all of it; a figure to begin with. */
  readonly price: number;
}

/** What a way of treating needs at the least, and what is worth its money after that. */
export interface Kit {
  readonly id: 'chlorine' | 'boil' | 'clear' | 'filter' | 'tablets' | 'sun' | 'can';
  readonly base: readonly KitLine[];
  readonly upgrade: readonly KitLine[];
}

const line = (kind: SupplyKind, amount: number, price: number): KitLine => ({ kind, amount, price });

/** In the order in which they are worth their money: chlorine and a boil are the first two ways. */
export const kits: readonly Kit[] = [
  {
    id: 'chlorine',
    base: [line('bleach', 1000, 3), line('dropper', 1, 2), line('test-kit', 25, 12)],
    upgrade: [line('chlorine-powder', 450, 12), line('neutraliser', 100, 5)],
  },
  {
    id: 'boil',
    base: [line('pots', 1, 20), line('pot-holders', 2, 6), line('propane', 3, 15), line('matches', 40, 2)],
    upgrade: [line('propane', 11, 45)],
  },
  { id: 'clear', base: [line('cloth', 2, 6), line('spoons', 1, 2)], upgrade: [line('alum', 100, 5)] },
  { id: 'filter', base: [line('filter', 1000, 40)], upgrade: [line('carbon', 1000, 15)] },
  { id: 'tablets', base: [line('chlorine-tablets', 50, 10)], upgrade: [line('dioxide-tablets', 30, 15)] },
  { id: 'sun', base: [line('bottles', 24, 6)], upgrade: [] },
  { id: 'can', base: [line('jars', 24, 30), line('lids', 24, 8), line('pots', 1, 20)], upgrade: [] },
];

/** What a unit of each kind commonly costs, by the kits. */
export const unitPrices: Readonly<Partial<Record<SupplyKind, number>>> = Object.fromEntries(
  kits.flatMap(kit => [...kit.upgrade, ...kit.base]).map(l => [l.kind, l.price / l.amount]),
);

type Had = ReadonlyMap<SupplyKind, number>;

function hadOf(facts: Pick<Facts, 'supply'>, today: string): Map<SupplyKind, number> {
  const had = new Map<SupplyKind, number>();
  for (const supply of Object.values(facts.supply))
    had.set(supply.kind, (had.get(supply.kind) ?? 0) + leftOf(supply, today));
  return had;
}

/** What a line lacks; a part of it costs its part of the price. */
function lackOf({ kind, amount, price }: KitLine, had: Had): KitLine {
  const lacking = Math.max(0, amount - (had.get(kind) ?? 0));
  return { kind, amount: lacking, price: (price * lacking) / amount };
}

/** What a kit lacks, after what is there and in date. */
export function kitLacks(facts: Pick<Facts, 'supply'>, kit: readonly KitLine[], today: string): KitLine[] {
  const had = hadOf(facts, today);
  return kit.map(l => lackOf(l, had)).filter(l => l.amount > 0);
}

export interface Purchase {
  readonly bought: readonly KitLine[];
  readonly cost: number;
  /** What all that is lacking would cost. */
  readonly whole: number;
}

/**
 * What money buys of what is lacking: bases before upgrades, in the order of the kits; what does not fit is passed over.
 * @param budget in the group's own money
 */
export function buyKits(facts: Pick<Facts, 'supply'>, today: string, budget: number): Purchase {
  const had = hadOf(facts, today);
  const bought: KitLine[] = [];
  let [cost, whole] = [0, 0];
  for (const wanted of [...kits.flatMap(k => k.base), ...kits.flatMap(k => k.upgrade)]) {
    const lacking = lackOf(wanted, had);
    if (lacking.amount === 0) continue;
    whole += lacking.price;
    // a later line of the same kind asks for what is beyond this one, bought or not
    had.set(wanted.kind, Math.max(wanted.amount, had.get(wanted.kind) ?? 0));
    if (cost + lacking.price > budget + 1e-9) continue;
    bought.push(lacking);
    cost += lacking.price;
  }
  return { bought, cost, whole };
}
