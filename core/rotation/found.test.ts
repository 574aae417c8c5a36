import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type FoundWater, judgeFound } from './found.ts';

const good: FoundWater = {
  heldBefore: 'water',
  isFoodGrade: true,
  sealed: true,
  looks: 'clear',
  smell: 'none',
  ageMonths: 3,
};

describe('water found without a label', () => {
  it.each([
    [{}, 'keep'],
    [{ ageMonths: 7 }, 'treat'],
    [{ sealed: false }, 'treat'],
    [{ looks: 'cloudy' }, 'treat'],
    [{ smell: 'stale' }, 'treat'],
    [{ looks: 'algae' }, 'utility'],
    [{ heldBefore: 'milk-juice' }, 'utility'],
    [{ isFoodGrade: false }, 'utility'],
    [{ heldBefore: 'unknown' }, 'utility'],
    [{ heldBefore: 'chemical' }, 'discard'],
    [{ smell: 'chemical' }, 'discard'],
  ] as const)('%j: %s', (more, outcome) => {
    expect(judgeFound({ ...good, ...more }).outcome).toBe(outcome);
  });

  it('of unknown age is treated again', () => {
    const { ageMonths: _, ...ageless } = good;
    expect(judgeFound(ageless).outcome).toBe('treat');
  });

  it('is never drinkable when the former contents are unknown, whatever else is seen', () => {
    const anything = fc.record({
      isFoodGrade: fc.boolean(),
      sealed: fc.boolean(),
      looks: fc.constantFrom('clear' as const, 'cloudy' as const, 'algae' as const),
      smell: fc.constantFrom('none' as const, 'chlorine' as const, 'stale' as const, 'chemical' as const),
      ageMonths: fc.integer({ min: 0, max: 60 }),
    });
    fc.assert(
      fc.property(anything, seen =>
        ['utility', 'discard'].includes(judgeFound({ ...seen, heldBefore: 'unknown' }).outcome),
      ),
    );
  });
});
