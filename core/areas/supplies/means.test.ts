import { describe, expect, it } from 'vitest';
import { treatmentOf } from '../../treatment/methods/treatments.ts';
import { clearWater, context } from '../../treatment/trains/exampleThings.ts';
import { isBroken, tryStep } from '../../treatment/trains/step.ts';
import { noFacts } from '../entries.ts';
import type { SupplyFacts } from './facts.ts';
import type { SupplySet } from './fields.ts';
import { meansAtHand } from './means.ts';

const { today } = context;
const keep = (...list: readonly (SupplySet & { readonly amount: number })[]) => ({
  ...noFacts,
  supply: Object.fromEntries(
    list.map((fields, i): [string, SupplyFacts] => [
      `supply:${i}`,
      { id: `supply:${i}`, setAt: `${today}T08:00:00.000Z`, used: 0, ...fields },
    ]),
  ),
});
const bottle = { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 } as const;
const bleach = (name: string, madeOn?: string, amount = 500): SupplySet & { amount: number } => ({
  name,
  kind: 'bleach',
  amount,
  bleach: madeOn ? { ...bottle, madeOn } : bottle,
});
const filter = (name: string, kind: 'ceramic' | 'ultrafilter', amount = 1000) =>
  ({ name, kind: 'filter', device: { kind }, amount }) as const;
const names = (facts: ReturnType<typeof keep>) => meansAtHand(facts, today).map(m => m.name ?? m.id);

describe('what is at hand', () => {
  it('is a bucket where nothing else is kept', () => {
    expect(names(keep())).toEqual(['settle']);
  });

  it('is of two bottles the one that is trusted for longer, and never one of which nobody knows the age', () => {
    const means = meansAtHand(
      keep(bleach('undated'), bleach('old', '2025-09-01', 900), bleach('new', '2026-05-01')),
      today,
    );
    expect(means.map(m => [m.name, m.inputs.stand])).toEqual([
      [undefined, undefined],
      ['new', undefined],
      ['new', 'giardia'],
    ]);
    expect(means[1]).toMatchObject({
      inputs: { madeOn: '2026-05-01' },
      left: { kind: 'bleach', amount: 500 },
    });
  });

  it('is one filter of each kind, the one that lasts for longer; none that may not be used', () => {
    const frozen = {
      ...filter('frozen', 'ultrafilter', 9000),
      log: [{ at: '2026-01-05T08:00:00.000Z', what: 'frozen' as const }],
    };
    expect(
      names(
        keep(
          filter('a', 'ceramic'),
          filter('b', 'ceramic', 3000),
          filter('c', 'ultrafilter'),
          frozen as never,
        ),
      ),
    ).toEqual(['settle', 'b', 'c']);
  });

  it('is not what is empty, past its date, or treats nothing', () => {
    const tablets = { name: 'T', kind: 'chlorine-tablets', amount: 50 } as const;
    expect(names(keep({ ...tablets, amount: 0 }, { ...tablets, expiresOn: '2026-06-30' }))).toEqual([
      'settle',
    ]);
    expect(
      names(keep({ name: 'pots', kind: 'pots', amount: 3 }, { name: 'matches', kind: 'matches', amount: 9 })),
    ).toEqual(['settle']);
  });

  it('stays few, however many supplies a village keeps', () => {
    const many = Array.from({ length: 300 }, (_, i) => [
      bleach(`b${i}`, `2026-0${1 + (i % 6)}-0${1 + (i % 9)}`),
      filter(`f${i}`, i % 2 ? 'ceramic' : 'ultrafilter', 1000 + i),
    ]).flat();
    expect(meansAtHand(keep(...many), today)).toHaveLength(5);
  });

  it('of every kind of supply is something that its method answers to', () => {
    const kinds = [
      { name: 'T', kind: 'chlorine-tablets', amount: 50, treatsL: 20 },
      { name: 'D', kind: 'dioxide-tablets', amount: 50, treatsL: 1 },
      { name: 'P', kind: 'flocculant', amount: 50 },
      { name: 'I', kind: 'iodine', amount: 50 },
      { name: 'A', kind: 'alum', amount: 500 },
      { name: 'C', kind: 'carbon', amount: 500 },
      { name: 'L', kind: 'lamp', amount: 500 },
      { name: 'G', kind: 'propane', amount: 5 },
      { name: 'W', kind: 'wood', amount: 50 },
      { name: 'S', kind: 'bottles', amount: 20, treatsL: 1.5 },
    ] as const;
    const means = meansAtHand(keep(...kinds, bleach('B', '2026-05-01')), today);
    expect(means.map(m => m.name)).toEqual(expect.arrayContaining(kinds.map(k => k.name)));
    for (const one of means) {
      expect(treatmentOf(one.method).id).toBe(one.method);
      const tried = tryStep(one, clearWater, context);
      // a longer stand may earn nothing more, and the sun may be too weak: everything else is a step or says why not
      if (one.inputs.stand !== 'giardia') expect(tried, one.name).toBeDefined();
      if (one.method === 'boil') expect(isBroken(tried!)).toBe(false);
    }
  });
});
