import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addMonths } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import { supplyUntil } from '../../storage/stock/until.ts';
import { credit } from '../../treatment/credit/credit.ts';
import { caseOf, context } from '../../treatment/trains/exampleThings.ts';
import { isBroken, tryStep } from '../../treatment/trains/step.ts';
import { noFacts } from '../entries.ts';
import type { State } from '../store/wholeState.ts';
import { coverOf, independentWays, leftOf } from './cover.ts';
import { duties } from './duties.ts';
import type { SupplyFacts } from './facts.ts';
import type { SupplySet } from './fields.ts';
import { sharedSupply, waysByHome } from './homes.ts';
import { buyKits, type KitFor, kitLacks, kits } from './kit.ts';
import { meansAtHand } from './means.ts';

const TODAY = '2026-11-25';
const keep = (...list: (SupplySet & { amount: number; used?: number })[]) => ({
  ...noFacts,
  supply: Object.fromEntries(
    list.map((fields, i): [string, SupplyFacts] => [
      `supply:${i}`,
      { id: `supply:${i}`, setAt: `${TODAY}T08:00:00.000Z`, used: 0, ...fields },
    ]),
  ),
});
/** A protected well that is stored, and nobody whom iodine harms. */
const ASKED = { least: credit(2, 3, 0, 0), mayIodine: true };
const bleach = { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: TODAY, keptC: 15 } as const;

describe('the day a supply is trusted to', () => {
  it('is bleach’s age, the date on the pack, or what is usual for its kind', () => {
    expect(supplyUntil({ name: 'B', kind: 'bleach', bleach })).toBe('2027-11-25');
    expect(supplyUntil({ name: 'T', kind: 'chlorine-tablets', madeOn: TODAY })).toBe('2031-11-25');
    expect(supplyUntil({ name: 'T', kind: 'chlorine-tablets', madeOn: TODAY, expiresOn: '2027-01-31' })).toBe(
      '2027-01-31',
    );
    expect(supplyUntil({ name: 'P', kind: 'propane', madeOn: TODAY })).toBeUndefined();
  });
  it('is what an opened pack or a filter in use lasts, when that ends sooner', () => {
    const pack = { name: 'T', kind: 'chlorine-tablets', expiresOn: '2029-01-01' } as const;
    expect(supplyUntil({ ...pack, lastsMonths: 3 })).toBe('2029-01-01');
    expect(supplyUntil({ ...pack, lastsMonths: 3, openedOn: TODAY })).toBe('2027-02-25');
    expect(supplyUntil({ ...pack, lastsMonths: 60, openedOn: TODAY })).toBe('2029-01-01');
    const log = [{ at: '2026-08-31T09:00:00.000Z', what: 'commissioned' as const, flowLH: 20 }];
    expect(supplyUntil({ name: 'F', kind: 'filter', lastsMonths: 6, log })).toBe('2027-02-28');
  });
});

describe('a supply that ages', () => {
  it('is due on its last day, past due the day after, and no longer once it is used up', () => {
    const until = '2026-12-20';
    const dueOn = (today: string, used: number) => {
      const facts = keep({ name: 'T', kind: 'chlorine-tablets', amount: 50, used, expiresOn: until });
      const found = duties(facts, { today, now: `${today}T09:00:00.000Z` } as State);
      return found.map(d => [d.what.id, d.day, d.when, d.verdict]);
    };
    expect(dueOn('2026-11-25', 49)).toEqual([['duty.supply', until, 'later', 'ok']]);
    expect(dueOn(until, 49)).toEqual([['duty.supply', until, 'now', 'ok']]);
    expect(dueOn('2026-12-21', 49)).toEqual([['duty.supply-old', until, 'now', 'refuse']]);
    for (const used of [50, 51]) expect(dueOn('2026-12-21', used)).toEqual([]);
  });
});

describe('the cover', () => {
  it('of a litre of fresh 6 % bleach is what the drop rule makes of it in cold water: 85 drops to 20 L', () => {
    // 8 drops a US gallon, doubled below 5 °C: 16 × 20 ÷ 3.785 = 84.5, whole drops of 0.05 mL
    const [cover] = coverOf(keep({ name: 'B', kind: 'bleach', amount: 1000, bleach }), TODAY, 100, 14);
    expect(cover!.litres).toBeCloseTo((1000 / (85 * 0.05)) * 20, 0);
    expect(cover!.lacks).toBe(0);
  });

  it('of bleach without a date is that of a bottle half a year old, and it goes on ageing', () => {
    const { madeOn: _, ...undated } = bleach;
    const lot = { name: 'B', kind: 'bleach', amount: 1000, bleach: undated } as const;
    const on = (day: string) => coverOf(keep(lot), day, 10, 14)[0]!;
    expect(supplyUntil(keep(lot).supply['supply:0']!)).toBe('2027-05-25');
    expect(on('2027-05-25').litres).toBeGreaterThan(0);
    expect(on('2027-05-26').litres).toBe(0);
  });

  it('of iodine tablets ends after three weeks, as that of the tincture does', () => {
    const [cover] = coverOf(keep({ name: 'I', kind: 'iodine-tablets', amount: 10_000 }), TODAY, 10, 60);
    expect(cover).toMatchObject({ way: 'iodine', days: 21, credit: credit(2, 2, 1, 0) });
  });

  it('of what is past its date, or used up, is nothing', () => {
    const old = { name: 'T', kind: 'chlorine-tablets', amount: 50, expiresOn: '2026-11-24' } as const;
    expect(leftOf(keep(old).supply['supply:0']!, TODAY)).toBe(0);
    const used = { name: 'T', kind: 'chlorine-tablets', amount: 50, used: 60 } as const;
    expect(leftOf(keep(used).supply['supply:0']!, TODAY)).toBe(0);
  });

  it('of a filter that froze is nothing', () => {
    const log = [{ at: `${TODAY}T07:00:00.000Z`, what: 'frozen' as const }];
    const { supply } = keep({ name: 'F', kind: 'filter', amount: 3800 });
    expect(leftOf(supply['supply:0']!, TODAY)).toBe(3800);
    expect(leftOf({ ...supply['supply:0']!, log }, TODAY)).toBe(0);
  });

  it('says what more is needed: 70 tablets for 1,400 L where 50 are', () => {
    const tablets = { name: 'T', kind: 'chlorine-tablets', amount: 50, treatsL: 20 } as const;
    const [cover] = coverOf(keep(tablets), TODAY, 100, 14);
    expect(cover).toMatchObject({ litres: 1000, days: 10, endsOn: '2026-12-05', lacks: 20 });
  });

  it('of 10 kg of propane is some 590 L boiled from 10 °C at sea level', () => {
    // 10 L take 7.53 MJ and a minute of 3 kW, 0.18 MJ: 166 g of propane
    const [cover] = coverOf(keep({ name: 'P', kind: 'propane', amount: 10 }), TODAY, 100, 14);
    expect(cover!.litres).toBeCloseTo((10 * 10) / ((7.53 + 0.18) / 46.4), -1);
  });

  it('counts bleach and tablets as one way, and gas as another', () => {
    const facts = keep(
      { name: 'B', kind: 'bleach', amount: 1000, bleach },
      { name: 'T', kind: 'chlorine-tablets', amount: 500, treatsL: 20 },
      { name: 'P', kind: 'propane', amount: 5 },
    );
    expect(independentWays(coverOf(facts, TODAY, 100, 14), 14, ASKED)).toEqual([['chlorine']]);
    expect(independentWays(coverOf(facts, TODAY, 20, 14), 14, ASKED).sort()).toEqual([
      ['boil'],
      ['chlorine'],
    ]);
  });

  it('counts as a way only what makes drinking water of what there is to treat', () => {
    const filter = (device: SupplySet['device'] & {}) =>
      ({ name: 'F', kind: 'filter', amount: 9000, device }) as const;
    const chlorine = { name: 'B', kind: 'bleach', amount: 1000, bleach } as const;
    const iodine = { name: 'I', kind: 'iodine', amount: 1000 } as const;
    const stream = { least: credit(2, 3, 2, 2), mayIodine: true };
    const ways = (asked: typeof stream, ...list: Parameters<typeof keep>) =>
      independentWays(coverOf(keep(...list), TODAY, 10, 14), 14, asked);
    expect(ways(stream, chlorine)).toEqual([]);
    expect(ways(stream, filter({ kind: 'hollow-fibre' }))).toEqual([]);
    expect(ways(stream, filter({ kind: 'ultrafilter' }))).toEqual([['filter']]);
    // chlorine behind a filter is one way, and not two
    expect(ways(stream, chlorine, filter({ kind: 'hollow-fibre' }))).toEqual([['chlorine', 'filter']]);
    expect(ways(stream, chlorine, filter({ kind: 'by-pore', poreUm: 0.1, rating: 'nominal' }))).toEqual([]);
    const easy = { least: credit(2, 2, 0, 0), mayIodine: true };
    expect(ways(easy, iodine)).toEqual([['iodine']]);
    expect(ways({ ...easy, mayIodine: false }, iodine)).toEqual([]);
  });
});

describe('two ways for every home', () => {
  const home = (id: string, people: number) => ({
    id: `home:${id}`,
    name: id,
    people: Array.from({ length: people }, () => ({})),
  });
  // 20 L a day for four people: five litres a head
  const homes = { 'home:a': home('a', 3), 'home:b': home('b', 1), 'home:c': home('c', 0) };
  const waysOf = (...list: Parameters<typeof keep>) =>
    Object.fromEntries(
      waysByHome({ ...keep(...list), home: homes }, TODAY, 20, 14, ASKED).map(h => [
        h.home.name,
        h.ways.flat().sort(),
      ]),
    );

  it('counts what the group keeps for each of them, by head; a home of nobody is none', () => {
    const shared = { name: 'B', kind: 'bleach', amount: 1000, bleach } as const;
    expect(waysOf(shared)).toEqual({ a: ['chlorine'], b: ['chlorine'] });
  });

  it('counts what a home keeps for itself, for its own need', () => {
    // 210 L for three people over fourteen days: 11 tablets of 20 L; one person needs 70 L
    const own = (id: string, amount: number) =>
      ({ name: id, kind: 'chlorine-tablets', amount, treatsL: 20, home: `home:${id}` }) as const;
    expect(waysOf(own('a', 10), own('b', 4))).toEqual({ a: [], b: ['chlorine'] });
    expect(waysOf(own('a', 11), own('b', 3))).toEqual({ a: ['chlorine'], b: [] });
  });

  it('keeps what one home has for itself out of what the group counts on; a household counts all', () => {
    const facts = keep(
      { name: 'B', kind: 'bleach', amount: 1000, bleach },
      { name: 'P', kind: 'propane', amount: 9, home: 'home:a' },
    );
    const namesOf = (home: typeof homes | Record<string, never>) =>
      Object.values(sharedSupply({ ...facts, home })).map(s => s.name);
    expect(namesOf(homes)).toEqual(['B']);
    expect(namesOf({})).toEqual(['B', 'P']);
  });

  it('adds a home’s own share to the group’s of the same way', () => {
    const tablets = { name: 'T', kind: 'chlorine-tablets', treatsL: 20 } as const;
    // the group’s 7 tablets are 140 L of 280: seven days; the home’s own 6 are 120 L of 15 a day: eight
    expect(waysOf({ ...tablets, amount: 7 }, { ...tablets, amount: 6, home: 'home:a' })).toEqual({
      a: ['chlorine'],
      b: [],
    });
  });
});

describe('a kit', () => {
  const base = (id: string) => kits.find(k => k.id === id)!.base;
  /** Two people for a day at 10 L, or others. */
  const kitFor = (facts: Facts, more: Partial<KitFor> = {}): KitFor => {
    const litres = more.litres ?? 10;
    const covers = coverOf(facts, TODAY, litres / 14, 14);
    return { facts, today: TODAY, people: 2, litres, covers, tests: { due: 0, left: 0 }, ...more };
  };

  it('lacks what is not there in date, as it is sold', () => {
    const facts = keep({ name: 'Cloth', kind: 'cloth', amount: 2 });
    expect(kitLacks(base('clear'), kitFor(facts)).map(l => l.kind)).toEqual(['spoons']);
    expect(kitLacks(base('boil'), kitFor(facts))).toContainEqual({ kind: 'propane', amount: 3, price: 15 });
  });

  it.each([
    ['bleach', 140, 14, 'chlorine'],
    ['propane', 1, 14, 'boil'],
    ['chlorine-tablets', 3, 30, 'tablets'],
    ['filter', 10, 14, 'filter'],
  ] as const)('of %s lacks what its cover lacks, and no other sum', (kind, amount, days, id) => {
    const facts = keep({ name: 'X', kind, amount, ...(kind === 'bleach' ? { bleach } : {}) });
    const covers = coverOf(facts, TODAY, 141, days);
    const [lacking] = kitLacks(base(id), kitFor(facts, { covers, litres: 141 * days })).filter(
      l => l.kind === kind,
    );
    expect(lacking!.amount).toBe(covers[0]!.lacks);
    expect(lacking!.amount).toBeGreaterThan(0);
  });

  it('is for these people and these days', () => {
    const of = (people: number, litres: number) =>
      Object.fromEntries(
        ['chlorine', 'boil', 'tablets'].flatMap(id =>
          kitLacks(base(id), kitFor(noFacts, { people, litres })).map(l => [l.kind, l.amount]),
        ),
      );
    const [few, many] = [of(2, 10), of(47, 2490)];
    expect([few.pots, many.pots]).toEqual([1, 12]);
    expect([few.dropper, many.dropper]).toEqual([1, 1]);
    expect([few['chlorine-tablets'], many['chlorine-tablets']]).toEqual([50, 125]);
    expect(many.propane! / few.propane!).toBeGreaterThan(10);
    // 2,490 L at 85 drops to 20 L in cold water are 529 mL: a bottle does
    expect([few.bleach, many.bleach]).toEqual([1000, 1000]);
  });

  it('has tests for all that is due', () => {
    const tests = (due: number, left: number) =>
      kitLacks(base('chlorine'), kitFor(noFacts, { tests: { due, left } })).find(l => l.kind === 'test-kit');
    expect(tests(10, 0)?.amount).toBe(25);
    expect(tests(80, 50)?.amount).toBe(30);
    expect(tests(80, 80)).toBeUndefined();
  });

  it('is bought base before upgrade, and nothing beyond the budget', () => {
    const { bought, cost, whole } = buyKits(kitFor(noFacts), 60);
    expect(cost).toBeLessThanOrEqual(60);
    // chlorine whole is 17, a boil 43: together the 60
    expect(bought.map(l => l.kind)).toEqual([
      'bleach',
      'dropper',
      'test-kit',
      'pots',
      'pot-holders',
      'propane',
      'matches',
    ]);
    const all = buyKits(kitFor(noFacts), whole);
    expect(all.cost).toBeCloseTo(whole, 9);
    // pots stand in two kits, and are bought once
    expect(all.bought.filter(l => l.kind === 'pots')).toHaveLength(1);
    expect(buyKits(kitFor(noFacts), 0).bought).toEqual([]);
    // the whole money buys the whole, and a hundredth less does not
    expect(buyKits(kitFor(noFacts), whole - 0.01).bought.length).toBeLessThan(all.bought.length);
  });
});

describe('days of bleach', () => {
  const bottles = fc.record({
    strength: fc.constantFrom(5, 6, 8.25, 4, 12),
    monthsOld: fc.integer({ min: 0, max: 11 }),
    strengthSchool: fc.constantFrom('replace-yearly' as const, 'computed-strength' as const),
  });

  it('are at the dose that the way for it puts in, whatever the bottle', () => {
    fc.assert(
      fc.property(bottles, ({ strength, monthsOld, strengthSchool }) => {
        const kept = keep({
          ...{ name: 'B', kind: 'bleach', amount: 1000 },
          bleach: { ...bleach, strength, madeOn: addMonths(TODAY, -monthsOld) },
        });
        const facts = { ...kept, plan: { ...kept.plan, strengthSchool } };
        const [cover] = coverOf(facts, TODAY, 0, 14);
        const means = meansAtHand(facts, TODAY).find(
          m => m.method === 'dose' && m.inputs.stand === undefined,
        )!;
        const water = caseOf('well', { volumeL: 20, turbidityNtu: 1, temperatureC: 1 }).found;
        const step = tryStep(means, water, { ...context, today: TODAY, tools: [] });
        const dosed = step && !isBroken(step) ? step.answer.uses.find(u => u.supply === 'bleach') : undefined;
        // the way rounds to a drop of its tool; the cover reckons with what is due
        if (dosed && cover) expect(((1000 / dosed.amount) * 20) / cover.litres).toBeCloseTo(1, 1);
        return true;
      }),
    );
  });
});

describe('a cover ends where its date ends', () => {
  it('bleach that is good for ten days more covers ten days, however much of it there is', () => {
    const old = { ...bleach, madeOn: '2025-12-04' };
    const [cover] = coverOf(keep({ name: 'B', kind: 'bleach', amount: 5000, bleach: old }), TODAY, 100, 30);
    // good to 4 December, today among them: it is not said to reach the fifth
    expect(cover).toMatchObject({ days: 10, litres: 1000, endsOn: '2026-12-04' });
    expect(cover!.lacks).toBeGreaterThan(0);
  });
  it('what ends first is used first: a fresh bottle goes on where the old one ends', () => {
    const old = { ...bleach, madeOn: '2025-12-04' };
    const two = keep(
      { name: 'Old', kind: 'bleach', amount: 5000, bleach: old },
      { name: 'New', kind: 'bleach', amount: 100, bleach },
    );
    const [cover] = coverOf(two, TODAY, 100, 30);
    expect(cover!.days).toBeCloseTo(10 + ((100 / (85 * 0.05)) * 20) / 100, 0);
  });
  it('iodine covers three weeks at most', () => {
    const [cover] = coverOf(keep({ name: 'I', kind: 'iodine', amount: 5000 }), TODAY, 10, 60);
    expect(cover).toMatchObject({ days: 21, lacks: 0 });
  });
});
