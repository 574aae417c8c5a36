import { describe, expect, it } from 'vitest';
import { fold, foldOnto } from '#core/areas/entries.ts';
import { hand } from '#demo/hand.ts';
import { stamped } from '../../session/draft.ts';
import { draftsOf, EACH, formOf } from './supplyForm.ts';

const h = hand('2026-11-20T08:00:00.000Z');
const [set, home] = [h.subject('supply'), h.subject('home')];
h.write('home.set', home, { name: 'Beck House', people: [{}] });
h.write('home.set', h.subject('home'), { name: 'Mill', people: [{}] });
h.write('supply.set', set, { name: 'Bottles', kind: 'bottles', amount: 30, treatsL: 1.5 });
h.write('bottles.logged', set, { what: 'laid-out' });
h.write('bottles.logged', set, { what: 'lost', count: 4 });
const facts = fold(h.entries);
const bottles = facts.supply[set]!;
const homes = Object.values(facts.home);
const begun = formOf(bottles);

describe('a supply that is described anew', () => {
  it('loses no bottles: neither their count, nor what was lost, nor where they lie', () => {
    const drafts = draftsOf({ ...begun, where: 'On the roof', home }, begun, bottles, homes)!;
    expect(drafts.map(d => d.kind)).toEqual(['supply.set']);
    const after = foldOnto(facts, stamped(drafts, { by: 'Odile', stamp: () => '2026-11-20T09:00:00.000Z' }))
      .supply[set]!;
    expect(after).toEqual({ ...bottles, where: 'On the roof', home });
    expect(after.amount - after.used).toBe(26);
  });

  it('is counted where another amount was written, and only then', () => {
    expect(begun.amount).toBe(26);
    const drafts = draftsOf({ ...begun, amount: 24 }, begun, bottles, homes)!;
    expect(drafts.map(d => d.kind)).toEqual(['supply.set', 'supply.counted']);
    const after = foldOnto(facts, stamped(drafts, { by: 'Odile', stamp: () => '2026-11-20T09:00:00.000Z' }))
      .supply[set]!;
    expect(after).toMatchObject({ amount: 24, used: 0, bottles: bottles.bottles });
  });

  it('is not counted by what somebody else used while the sentence stood open', () => {
    const later = { ...bottles, used: bottles.used + 2 };
    const drafts = draftsOf({ ...begun, name: 'Roof bottles' }, begun, later, homes)!;
    expect(drafts.map(d => d.kind)).toEqual(['supply.set']);
  });

  it('of another kind is counted, for its unit is another', () => {
    const drafts = draftsOf({ ...begun, kind: 'propane' }, begun, bottles, homes)!;
    expect(drafts.at(-1)).toMatchObject({ kind: 'supply.counted', data: { amount: 26 } });
  });
});

describe('a new supply', () => {
  const fresh = formOf('new');
  it('is counted as it is put down, in one entry; for each home, one of its own', () => {
    const form = { ...fresh, name: 'Alum', kind: 'alum' as const, amount: 50 };
    expect(draftsOf(form, fresh, 'new', homes)).toMatchObject([
      { kind: 'supply.set', data: { name: 'Alum', kind: 'alum', amount: 50 } },
    ]);
    expect(draftsOf({ ...form, home: EACH }, fresh, 'new', homes)).toMatchObject([
      { data: { name: 'Alum, Beck House', amount: 50 } },
      { data: { name: 'Alum, Mill', amount: 50 } },
    ]);
  });
  it('is none before it has a name and an amount', () => {
    expect(draftsOf({ ...fresh, amount: 5, name: ' ' }, fresh, 'new', homes)).toBeUndefined();
    expect(draftsOf({ ...fresh, name: 'Bleach' }, fresh, 'new', homes)).toBeUndefined();
  });
});
