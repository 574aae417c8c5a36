import type { Day } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { type Cover, inWhole, leftOf, litresPerUnit } from './cover.ts';

/** A line of a kit: what to have, how much of it as it is sold for a household of four, and what so much commonly costs. */
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
    upgrade: [],
  },
  { id: 'clear', base: [line('cloth', 2, 6), line('spoons', 1, 2)], upgrade: [line('alum', 100, 5)] },
  { id: 'filter', base: [line('filter', 1000, 40)], upgrade: [line('carbon', 1000, 15)] },
  { id: 'tablets', base: [line('chlorine-tablets', 50, 10)], upgrade: [line('dioxide-tablets', 30, 15)] },
  { id: 'sun', base: [line('bottles', 24, 6)], upgrade: [] },
  {
    id: 'can',
    base: [
      line('jars', 24, 30),
      line('lids', 24, 8),
      line('rings', 24, 6),
      line('canner', 1, 35),
      line('rack', 1, 8),
      line('funnel', 1, 4),
      line('pots', 1, 20),
    ],
    upgrade: [],
  },
];

/** What a unit of each kind commonly costs, by the kits. */
export const unitPrices: Readonly<Partial<Record<SupplyKind, number>>> = Object.fromEntries(
  kits.flatMap(kit => [...kit.upgrade, ...kit.base]).map(l => [l.kind, l.price / l.amount]),
);

/** For whom, and for how much water, a kit is made up. */
export interface KitFor {
  readonly facts: Pick<Facts, 'supply' | 'group' | 'plan'>;
  readonly today: Day;
  readonly people: number;
  /** Litres of drinking water of all the days that are planned for. */
  readonly litres: number;
  /** How far what is kept goes: what a way lacks is what its cover lacks, and no other sum. */
  readonly covers: readonly Cover[];
  /** Tests that are due in those days, and those that are left for them. */
  readonly tests: { readonly due: number; readonly left: number };
}

const HOUSEHOLD = 4;
/** Bought once, however many people drink of it. */
const onceOnly: readonly SupplyKind[] = [
  ...(['dropper', 'spoons', 'neutraliser', 'alum', 'carbon'] as const),
  ...(['canner', 'rack', 'funnel'] as const),
];
const freshBleach = { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 20 } as const;

/** How much of a line is wanted for these people and these litres; never less than is sold. */
function wantedOf({ kind, amount }: KitLine, { facts, today, people, litres, tests }: KitFor): number {
  if (kind === 'test-kit') return Math.max(amount, tests.due);
  const fresh = { kind, setAt: `${today}T00:00:00.000Z`, bleach: { ...freshBleach, madeOn: today } };
  const perUnit = litresPerUnit(fresh, today, facts);
  if (perUnit) return Math.max(amount, inWhole(kind, litres / perUnit));
  return onceOnly.includes(kind) ? amount : amount * Math.max(1, Math.ceil(people / HOUSEHOLD));
}

/** What a line lacks; so much more of it costs so much more. */
function lackOf(line: KitLine, of: KitFor): KitLine {
  const { kind, amount, price } = line;
  const cover = of.covers.find(c => c.kind === kind);
  const had = Object.values(of.facts.supply)
    .filter(s => s.kind === kind)
    .reduce((sum, s) => sum + leftOf(s, of.today), 0);
  const left = kind === 'test-kit' ? of.tests.left : had;
  const lacking = cover ? cover.lacks : Math.max(0, wantedOf(line, of) - left);
  return { kind, amount: lacking, price: (price * lacking) / amount };
}

/** What a kit lacks, after what is there and in date. */
export const kitLacks = (kit: readonly KitLine[], of: KitFor): KitLine[] =>
  kit.map(l => lackOf(l, of)).filter(l => l.amount > 0);

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
export function buyKits(of: KitFor, budget: number): Purchase {
  const bought: KitLine[] = [];
  const seen = new Set<SupplyKind>();
  let [cost, whole] = [0, 0];
  for (const wanted of [...kits.flatMap(k => k.base), ...kits.flatMap(k => k.upgrade)]) {
    // pots are in two kits, and are the same pots
    if (seen.has(wanted.kind)) continue;
    seen.add(wanted.kind);
    const lacking = lackOf(wanted, of);
    if (lacking.amount === 0) continue;
    whole += lacking.price;
    if (cost + lacking.price > budget + 1e-9) continue;
    bought.push(lacking);
    cost += lacking.price;
  }
  return { bought, cost, whole };
}
