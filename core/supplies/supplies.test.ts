import { describe, expect, it } from 'vitest';
import type { SupplyFields } from '../log/entry.ts';
import { noFacts, type SupplyFacts } from '../log/facts.ts';
import { coverOf, independentWays, leftOf } from './cover.ts';
import { kitLacks, kits } from './kit.ts';
import { supplyUntil } from './until.ts';

const TODAY = '2026-11-25';
const keep = (...list: (SupplyFields & { used?: number })[]) => ({
  ...noFacts,
  supply: Object.fromEntries(
    list.map((fields, i): [string, SupplyFacts] => [
      `supply:${i}`,
      { id: `supply:${i}`, setAt: `${TODAY}T08:00:00.000Z`, used: 0, ...fields },
    ]),
  ),
});
const bleach = { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: TODAY, keptC: 15 } as const;

describe('the day a supply is trusted to', () => {
  it('is bleach’s age, the date on the pack, or what is usual for its kind', () => {
    expect(supplyUntil({ name: 'B', kind: 'bleach', amount: 1, bleach })).toBe('2027-11-25');
    expect(supplyUntil({ name: 'T', kind: 'chlorine-tablets', amount: 1, madeOn: TODAY })).toBe('2031-11-25');
    expect(
      supplyUntil({ name: 'T', kind: 'chlorine-tablets', amount: 1, madeOn: TODAY, expiresOn: '2027-01-31' }),
    ).toBe('2027-01-31');
    expect(supplyUntil({ name: 'P', kind: 'propane', amount: 1, madeOn: TODAY })).toBeUndefined();
  });
});

describe('the cover', () => {
  it('of a litre of fresh 6 % bleach at 2 mg/L is 30,900 L', () => {
    const [cover] = coverOf(keep({ name: 'B', kind: 'bleach', amount: 1000, bleach }), TODAY, 100, 14);
    expect(cover!.litres).toBeCloseTo((1000 * 61.78) / 2, -1);
    expect(cover!.days).toBeCloseTo(309, 0);
    expect(cover!.lacks).toBe(0);
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
    expect(independentWays(coverOf(facts, TODAY, 100, 14), 14)).toEqual(['chlorine']);
    expect(independentWays(coverOf(facts, TODAY, 20, 14), 14).sort()).toEqual(['boil', 'chlorine']);
  });
});

describe('a kit', () => {
  it('lacks what is not there in date', () => {
    const facts = keep(
      { name: 'Cloth', kind: 'cloth', amount: 2 },
      { name: 'P', kind: 'propane', amount: 1 },
    );
    const lacks = kitLacks(facts, kits.base, TODAY);
    expect(lacks.find(l => l.kind === 'cloth')).toBeUndefined();
    expect(lacks.find(l => l.kind === 'propane')).toEqual({ kind: 'propane', amount: 2 });
    expect(lacks.find(l => l.kind === 'bleach')?.amount).toBe(1000);
  });
});
