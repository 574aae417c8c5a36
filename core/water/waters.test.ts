import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { credit, noCredit, targets } from '../treatment/credit/credit.ts';
import {
  asItComes,
  askedOf,
  hasHumanWaste,
  neverDrunk,
  type Origin,
  originAnswers,
  poorerOf,
  requiredOf,
  type Sourced,
  waterIds,
} from './waters.ts';

const anyOrigin: fc.Arbitrary<Origin> = fc.record(
  {
    protection: fc.constantFrom(...originAnswers.protection),
    roof: fc.constantFrom(...originAnswers.roof),
    upstream: fc.constantFrom(...originAnswers.upstream),
  },
  { requiredKeys: [] },
);
const anySourced: fc.Arbitrary<Sourced> = fc.record({
  water: fc.constantFrom(...waterIds),
  origin: anyOrigin,
});

describe('two waters poured together', () => {
  it('ask at least what each of them asks, and are never drunk where one never is', () => {
    fc.assert(
      fc.property(anySourced, anySourced, (a, b) => {
        const mix = poorerOf(a, b);
        const asked = requiredOf(mix.water, mix.origin);
        for (const part of [a, b]) {
          if (neverDrunk(part.water, part.origin)) expect(asked).toBeUndefined();
          const own = requiredOf(part.water, part.origin);
          if (asked && own)
            for (const target of targets) expect(asked.aim[target]).toBeGreaterThanOrEqual(own.aim[target]);
          if (asked && hasHumanWaste(part.water, part.origin))
            expect(hasHumanWaste(mix.water, mix.origin)).toBe(true);
        }
      }),
      { numRuns: 2000 },
    );
  });
  it('of tap and spring are spring, of spring and pool are pool, of pond and snow no snow any more', () => {
    expect(poorerOf({ water: 'treated-tap' }, { water: 'spring' }).water).toBe('spring');
    expect(poorerOf({ water: 'spring' }, { water: 'treated-tap' }).water).toBe('spring');
    expect(poorerOf({ water: 'spring' }, { water: 'pool' }).water).toBe('pool');
    expect(poorerOf({ water: 'pond' }, { water: 'snow' }).water).toBe('pond');
  });
});

describe('what a water asks', () => {
  const aim = (water: Sourced['water'], origin: Origin = {}) => requiredOf(water, origin)?.aim;
  const least = (water: Sourced['water'], origin: Origin = {}) => requiredOf(water, origin)?.least;

  it.each(['bought', 'pouch', 'canned', 'treated-tap'] as const)('is nothing of %s', water => {
    expect(aim(water)).toEqual(noCredit);
    expect(asItComes(water)).toBe('drinking');
  });
  it('of groundwater goes by its protection, and unanswered by the worse', () => {
    for (const water of ['well', 'spring'] as const) {
      expect(aim(water, { protection: 'tested' })).toEqual(credit(2, 3, 0, 0));
      expect(aim(water, { protection: 'protected' })).toEqual(credit(2, 3, 0, 0));
      expect(aim(water, { protection: 'exposed' })).toEqual(credit(2, 3, 2, 2));
      expect(aim(water)).toEqual(credit(2, 3, 2, 2));
    }
  });
  it('of rain goes by its roof; some roofs are never drunk from', () => {
    expect(aim('rain', { roof: 'sound' })).toEqual(credit(2, 3, 0, 0));
    expect(aim('rain', { roof: 'soiled' })).toEqual(credit(2, 3, 2, 2));
    expect(aim('rain')).toEqual(credit(2, 3, 2, 2));
    expect(aim('rain', { roof: 'unfit' })).toBeUndefined();
  });
  it.each(['stream', 'river', 'pond', 'ditch', 'carrier', 'brackish', 'sea'] as const)(
    'of %s is three stars until nobody lives upstream, then two',
    water => {
      expect([aim(water), least(water)]).toEqual([credit(4, 5, 4, 4), credit(2, 3, 2, 2)]);
      expect(aim(water, { upstream: 'people' })).toEqual(credit(4, 5, 4, 4));
      expect(aim(water, { upstream: 'nobody' })).toEqual(credit(2, 3, 2, 2));
    },
  );
  it('of unknown water nobody can answer', () => {
    expect(askedOf('unknown')).toBeUndefined();
    expect(aim('unknown', { upstream: 'nobody' })).toEqual(credit(4, 5, 4, 4));
  });
  it.each(['pool', 'flood', 'tainted'] as const)('of %s is nothing that can be done at home', water => {
    expect(aim(water)).toBeUndefined();
  });
});
