import { beforeEach, describe, expect, it } from 'vitest';
import { fold } from '#core/areas/entries.ts';
import type { Subject } from '#core/base/subject.ts';
import { drumInCellar } from '#demo/cellar.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { refillDrafts } from './RefillMany.tsx';

let h: Hand;
let drum: Subject;

beforeEach(() => {
  h = hand('2026-06-01T08:00:00.000Z');
  drum = drumInCellar(h);
});

const drafts = (cleaned: 'no' | 'washed' | 'sanitised') => {
  const facts = fold(h.entries);
  return refillDrafts(facts, [facts.container[drum]!], {
    ...{ to: 'utility', cleaned, water: 'treated-tap', origin: {} },
  } as Parameters<typeof refillDrafts>[2]);
};
const kinds = (cleaned: 'no' | 'washed' | 'sanitised') => drafts(cleaned).map(d => d.kind);

describe('vessels that are refilled together', () => {
  it('are emptied where something is in them, and filled to their own measure', () => {
    expect(kinds('no')).toEqual(['filled']);
    h.write('filled', drum, { volumeL: { value: 50, known: 'measured' }, water: 'well', sealed: true });
    expect(kinds('no')).toEqual(['emptied', 'filled']);
    // 95 of 100 of what a drum of 208 L holds
    expect(drafts('no').at(-1)!.data).toMatchObject({ volumeL: { value: 197.6 }, water: 'treated-tap' });
  });

  it('are found sound where they were washed, and nowhere else', () => {
    expect(kinds('washed')).toEqual(['inspected', 'filled']);
    expect(drafts('washed')[0]!.data).toEqual({ found: 'sound' });
  });

  it('are rinsed with bleach out of the bottle that is kept', () => {
    expect(kinds('sanitised')).toEqual(['sanitised', 'filled']);
    expect(drafts('sanitised')[0]!.also).toBeUndefined();
    const bleach = h.subject('supply');
    h.write('supply.set', bleach, {
      ...{ name: 'Bleach', kind: 'bleach', amount: 1000 },
      bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, madeOn: '2026-05-01', keptC: 15 },
    });
    expect(drafts('sanitised')[0]!.also).toEqual([bleach]);
  });
});
