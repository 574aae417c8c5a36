import { describe, expect, it } from 'vitest';
import { foldSubject, upcast } from '../areas/entries.ts';
import type { Supply } from '../storage/stock/supply.ts';
import type { Told } from './entry.ts';
import { ENTRY_VERSION } from './entry.ts';

describe('entries of version 1', () => {
  const old: Told = {
    id: '01K6G2MXAGCKSJXM375YVRK3M7',
    v: 1,
    kind: 'supply.set',
    subject: 'supply:01K6G2MXAGCKSJXM375YVRK3M8',
    happenedAt: '2026-10-01T08:00:00.000Z',
    recordedAt: '2026-10-01T08:00:00.000Z',
    by: 'Odile',
    data: {
      name: 'Bleach',
      amountMl: 1000,
      bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 },
    },
  };

  it('of a supply, which knew only bleach in millilitres, are lifted on read', () => {
    const lifted = upcast(old);
    expect(lifted.v).toBe(ENTRY_VERSION);
    expect(lifted.data).toEqual({
      name: 'Bleach',
      kind: 'bleach',
      amount: 1000,
      bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15 },
    });
    const facts = foldSubject(old.subject, [lifted]) as Supply;
    expect(facts).toMatchObject({ kind: 'bleach', amount: 1000, used: 0 });
  });

  it.each([
    [
      { method: 'dpd', mgL: 0.4 },
      { parameter: 'free-chlorine', method: 'comparator', value: 0.4 },
    ],
    [
      { method: 'total', mgL: 1 },
      { parameter: 'total-chlorine', method: 'comparator', value: 1 },
    ],
    [
      { method: 'smell', smell: 'faint' },
      { parameter: 'chlorine-smell', method: 'senses', found: 'faint' },
    ],
    // what was no reading is made none
    [{ method: 'dpd' }, { method: 'dpd' }],
    [
      { method: 'dpd', mgL: 0.4, by: 'eye' },
      { method: 'dpd', mgL: 0.4, by: 'eye' },
    ],
  ])('of readings, which knew only chlorine: %j', (data, is) => {
    expect(upcast({ ...old, v: 2, kind: 'read', data }).data).toEqual(is);
  });

  it('of other kinds keep their data', () => {
    const noted = { ...old, kind: 'noted', data: { text: 'looked at' } };
    expect(upcast(noted).data).toEqual({ text: 'looked at' });
  });

  it('of a version to come are not guessed at', () => {
    expect(() => upcast({ ...old, v: 99 })).toThrow(/version 99/);
  });
});
