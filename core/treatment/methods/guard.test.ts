import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judge, message } from '../../base/judgement.ts';
import { judgeMeant } from './guard.ts';
import type { Due } from './method.ts';

const verdict = (due: Due, meant: number) => judgeMeant(due, meant)?.verdict;
const amount = fc.double({ min: 0.01, max: 10_000, noNaN: true });
const ratio = fc.double({ min: 0.01, max: 50, noNaN: true });
const units = fc.constantFrom<Due['unit']>('g', 'mL', 'tablets', 'min', 'drops/L');

describe('the slip guard', () => {
  it('judges by the ratio alone, whatever the amount and its unit', () => {
    fc.assert(
      fc.property(amount, ratio, units, (due, times, unit) => {
        // a hair beside a bound is rounded one way or the other
        fc.pre([0.5, 2 / 3, 4 / 3, 2].every(bound => Math.abs(times - bound) > 1e-6));
        const expected =
          times >= 2 || times <= 0.5 ? 'refuse' : times > 4 / 3 || times < 2 / 3 ? 'warn' : undefined;
        expect(verdict({ amount: due, unit }, due * times)).toBe(expected);
      }),
    );
  });

  it('never stops a time for being long, and tells of one that is short by a second', () => {
    fc.assert(
      fc.property(amount, ratio, (due, times) => {
        fc.pre(Math.abs(times - 1) > 1e-6 && Math.abs(times - 0.5) > 1e-6);
        const found = verdict({ amount: due, unit: 'min', onlyUnder: true }, due * times);
        expect(found).toBe(times > 1 ? undefined : times <= 0.5 ? 'refuse' : 'warn');
      }),
    );
  });

  it('says nothing where nothing is due', () => {
    expect(judgeMeant({ amount: 0, unit: 'g' }, 12)).toBeUndefined();
  });

  it('leaves the bands to a method that has its own', () => {
    const own = (meant: number) => judge(meant > 5 ? 'refuse' : 'ok', message('alum.far-over'), 'practice');
    const due: Due = { amount: 1, unit: 'g', judge: own };
    expect(verdict(due, 4.9)).toBeUndefined();
    expect(judgeMeant(due, 5.1)).toMatchObject({ verdict: 'refuse', source: 'practice' });
  });

  it('gives back the amount due as the way out, in its unit', () => {
    const { remedy, reason } = judgeMeant({ amount: 15.4, unit: 'g' }, 46)!;
    expect(remedy).toMatchObject({ id: 'due.remedy', params: { amount: 15.4, unit: 'due.g' } });
    expect(reason.params).toMatchObject({ meant: 46, ratio: 46 / 15.4 });
  });

  it.each([
    // 30 mL where 10 are due: a tablespoon for each teaspoon; 45.4 mL for 12: gallons for litres
    ['mL', 30, 10, 'slip.tablespoon-for-teaspoon'],
    ['mL', 45.42, 12, 'slip.gallon-for-litre'],
    ['mL', 24, 12, 'slip.twice'],
    ['tablets', 30, 3, 'slip.decimal'],
    ['min', 1, 10, 'slip.decimal'],
  ] as const)('names the likely slip: %s %s for %s', (unit, meant, due, slip) => {
    expect(judgeMeant({ amount: due, unit }, meant)?.slip?.id).toBe(slip);
  });
});
