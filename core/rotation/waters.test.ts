import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { neverDrunk, poorerOf, waterIds, waters } from './waters.ts';

const anyWater = fc.constantFrom(...waterIds);

describe('two waters poured together', () => {
  it('are never better than the poorer of them', () => {
    fc.assert(
      fc.property(anyWater, anyWater, (a, b) => {
        const mix = poorerOf(a, b);
        expect([a, b]).toContain(mix);
        if (!waters[a].drinkable || !waters[b].drinkable) expect(waters[mix].drinkable).toBe(false);
        if (neverDrunk(a) || neverDrunk(b)) expect(neverDrunk(mix)).toBe(true);
      }),
    );
  });
  it('of tap and spring are spring, of spring and pool are pool', () => {
    expect(poorerOf('treated-tap', 'spring')).toBe('spring');
    expect(poorerOf('spring', 'treated-tap')).toBe('spring');
    expect(poorerOf('spring', 'pool')).toBe('pool');
  });
});
