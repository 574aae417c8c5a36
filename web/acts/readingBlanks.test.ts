import { describe, expect, it } from 'vitest';
import { asksStanding, freshRack, type ReadingBlanks, readingOf, wholeRack } from './readingBlanks.ts';

const NOW = '2026-06-10T09:00:00.000Z';
const facts = {
  supply: {
    'supply:a': {
      id: 'supply:a',
      name: 'Kit',
      kind: 'test-kit',
      amount: 9,
      used: 0,
      setAt: NOW,
      lot: 'L1',
      expiresOn: '2026-09-01',
    },
  },
} as never;
const read = (b: Partial<ReadingBlanks>) =>
  readingOf({ parameter: undefined, method: undefined, ...b }, facts, NOW);

describe('a reading from its blanks', () => {
  it('waits for what its method asks', () => {
    expect(read({ parameter: 'ph', method: 'strip' })).toBeUndefined();
    expect(read({ parameter: 'taste', method: undefined, value: 3 })).toBeUndefined();
    expect(read({ parameter: 'nitrate', method: 'meter', value: 45 })).toBeUndefined();
    expect(read({ parameter: 'nitrate', method: 'meter', value: 45, as: 'N' })).toEqual({
      parameter: 'nitrate',
      method: 'meter',
      value: 45,
      as: 'N',
    });
  });

  it('of a tube is its turbidity, with the depth it came from', () => {
    expect(read({ parameter: 'turbidity', method: 'tube', depthCm: 60 })).toMatchObject({
      value: 8.33,
      depthCm: 60,
    });
    expect(read({ parameter: 'turbidity', method: 'tube', depthCm: 60, beyond: 'below' })).toMatchObject({
      beyond: 'below',
    });
  });

  it('names its kit by what Supplies knows of it', () => {
    expect(read({ parameter: 'free-chlorine', method: 'strip', value: 1, kit: 'supply:a' })?.kit).toEqual({
      supply: 'supply:a',
      lot: 'L1',
      expires: '2026-09-01',
    });
    expect(
      read({
        parameter: 'free-chlorine',
        method: 'strip',
        value: 1,
        kit: 'other',
        lot: ' X ',
        expires: '2026-07-01',
      })?.kit,
    ).toEqual({ lot: 'X', expires: '2026-07-01' });
    expect(read({ parameter: 'ph', method: 'meter', value: 7, kit: 'supply:a' })?.kit).toBeUndefined();
  });

  it('of a clear bottle waits for how long and how warm it stood; one that turned does not', () => {
    const bottle = { parameter: 'e-coli', method: 'presence-absence' } as const;
    expect(read({ ...bottle, found: 'absent' })).toBeUndefined();
    expect(read({ ...bottle, found: 'present' })).toMatchObject({ found: 'present' });
    expect(read({ ...bottle, found: 'absent', stoodH: 30, temperatureC: 22 })?.incubated).toEqual({
      from: '2026-06-09T03:00:00.000Z',
      temperatureC: 22,
    });
    expect(asksStanding({ parameter: 'e-coli', method: 'laboratory', value: 0 })).toBe(false);
  });

  it('of tubes is their most probable number', () => {
    const rack = freshRack.map((d, i) => ({ ...d, positive: [3, 1, 0][i] }));
    expect(read({ parameter: 'e-coli', method: 'tubes', rack })).toMatchObject({
      value: 43,
      rack: { length: 3 },
    });
    // a row in the middle that nobody filled is no rack
    expect(wholeRack(freshRack.map((d, i) => ({ ...d, positive: [3, undefined, 0][i] })))).toBeUndefined();
    expect(wholeRack(freshRack.map((d, i) => ({ ...d, positive: [3, 1, undefined][i] })))).toHaveLength(2);
    expect(wholeRack(freshRack.map(d => ({ ...d, positive: 4 })))).toBeUndefined();
  });
});
