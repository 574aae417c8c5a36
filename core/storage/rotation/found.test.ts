import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type FoundWater, foundWaters, judgeFound } from './found.ts';

const good: FoundWater = {
  water: 'tap',
  heldBefore: 'water',
  isFoodGrade: true,
  sealed: true,
  looks: 'clear',
  smell: 'none',
  ageMonths: 3,
};

describe('water found without a label', () => {
  it.each([
    [{}, 'treat', 'tap-unread'],
    [{ residualMgL: 0.2 }, 'keep', 'tap-read'],
    [{ residualMgL: 0.19 }, 'treat', 'tap-low'],
    [{ residualMgL: 5.1 }, 'treat', 'tap-strong'],
    [{ residualMgL: 5 }, 'keep', 'tap-read'],
    [{ water: 'factory', ageMonths: 23 }, 'keep', 'factory'],
    [{ water: 'factory', ageMonths: undefined }, 'keep', 'factory'],
    [{ residualMgL: 0.4, ageMonths: 30 }, 'keep', 'tap-read'],
    [{ residualMgL: 0.4, looks: 'cloudy' }, 'treat', 'cloudy'],
    [{ residualMgL: 0.4, smell: 'stale' }, 'treat', 'stale'],
    [{ water: 'factory' }, 'keep', 'factory'],
    [{ water: 'factory', sealed: false }, 'treat', 'open'],
    [{ water: 'factory', ageMonths: 24 }, 'treat', 'factory-old'],
    [{ water: 'other' }, 'treat', 'no-source'],
    [{ water: 'unknown' }, 'treat', 'no-source'],
    [{ residualMgL: 0.4, looks: 'algae' }, 'utility', 'algae'],
    [{ residualMgL: 0.4, heldBefore: 'milk-juice' }, 'utility', 'held-milk'],
    [{ residualMgL: 0.4, isFoodGrade: false }, 'utility', 'not-food-grade'],
    [{ water: 'factory', heldBefore: 'unknown' }, 'utility', 'held-unknown'],
    [{ water: 'factory', heldBefore: 'chemical' }, 'discard', 'held-chemical'],
    [{ water: 'factory', smell: 'chemical' }, 'discard', 'chemical-smell'],
  ] as const)('%j: %s', (more, outcome, why) => {
    const answer = judgeFound({ ...good, ...more } as FoundWater);
    expect(answer.outcome).toBe(outcome);
    expect(answer.judgement.reason.id).toBe(`found-water.${why}`);
  });

  it.each([
    [{ residualMgL: 0.4 }, 'ok', 'found-tap', 'keep'],
    [{}, 'warn', 'found-tap', 'treat-tap'],
    [{ water: 'other' }, 'warn', 'unknown', 'treat'],
    [{ water: 'factory' }, 'ok', 'bought', 'keep'],
    [{ water: 'factory', sealed: false }, 'warn', 'bought', 'treat'],
    [{ looks: 'algae' }, 'refuse', 'unknown', 'utility'],
    [{ heldBefore: 'chemical' }, 'refuse', 'unknown', 'discard'],
  ] as const)('%j is judged %s, written down as %s, and told what to do: %s', (more, verdict, water, to) => {
    const answer = judgeFound({ ...good, ...more } as FoundWater);
    expect([answer.judgement.verdict, answer.water, answer.judgement.remedy?.id]).toEqual([
      verdict,
      water,
      `found-water.to.${to}`,
    ]);
  });

  const anything = fc.record(
    {
      water: fc.constantFrom(...foundWaters),
      isFoodGrade: fc.boolean(),
      sealed: fc.boolean(),
      looks: fc.constantFrom('clear' as const, 'cloudy' as const, 'algae' as const),
      smell: fc.constantFrom('none' as const, 'chlorine' as const, 'stale' as const, 'chemical' as const),
      ageMonths: fc.integer({ min: 0, max: 60 }),
      residualMgL: fc.double({ min: 0, max: 8, noNaN: true }),
    },
    { requiredKeys: ['water', 'isFoodGrade', 'sealed', 'looks', 'smell'] },
  );

  it('is never drinkable when the former contents are unknown, whatever else is seen', () => {
    fc.assert(
      fc.property(anything, seen =>
        ['utility', 'discard'].includes(judgeFound({ ...seen, heldBefore: 'unknown' }).outcome),
      ),
    );
  });

  it('is kept only where the maker’s seal is whole, or where 0.2 mg/L was read in tap water', () => {
    fc.assert(
      fc.property(anything, seen => {
        const { outcome, water } = judgeFound({ ...seen, heldBefore: 'water' });
        if (outcome !== 'keep')
          return water !== 'bought' && water !== 'treated-tap' ? true : outcome === 'treat';
        return seen.water === 'factory'
          ? seen.sealed
          : seen.water === 'tap' && (seen.residualMgL ?? 0) >= 0.2;
      }),
      { numRuns: 2000 },
    );
  });
});
