import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeSpan, spanOfDue } from './guess.ts';
import { type Context, type Inputs, type Method, startOf } from './method.ts';
import { methods } from './methods.ts';

const context: Context = {
  altitudeM: 310,
  today: '2026-11-25',
  dailyNeedL: 141,
  planDays: 14,
  longitudeDeg: 0,
};
const started = (method: Method): Inputs =>
  Object.fromEntries(method.blanks.map(blank => [blank.id, startOf(blank, context)]));
const guessable = (method: Method): string[] =>
  method.blanks.flatMap(b => (b.kind === 'quantity' && b.guess !== undefined ? [b.id] : []));
const withGuesses = methods.filter(m => guessable(m).length > 0);

/** The share of a volume that a method doses in proportion to it. */
const proportional = ['alum', 'shock', 'removing'] as const;

describe('what guesses leave open', () => {
  it('is nothing while nothing is guessed', () => {
    for (const method of methods)
      expect(spanOfDue(method, started(method), context), method.id).toBeUndefined();
  });

  it('holds what is due, and begins with a blank of the method', () => {
    fc.assert(
      fc.property(
        fc
          .constantFrom(...withGuesses)
          .chain(method => fc.tuple(fc.constant(method), fc.subarray(guessable(method), { minLength: 1 }))),
        ([method, guessed]) => {
          const inputs = {
            ...started(method),
            ...Object.fromEntries(guessed.map(id => [`${id}.known`, 'guessed'])),
          };
          const amount = method.answer(inputs, context)?.due?.amount;
          const span = spanOfDue(method, inputs, context);
          if (!amount || !span) return;
          expect(span.least).toBeLessThanOrEqual(amount);
          expect(span.most).toBeGreaterThanOrEqual(amount);
          expect(guessed).toContain(span.measureFirst);
        },
      ),
    );
  });

  it.each(proportional)('of a guessed volume of %s is a quarter either way', id => {
    const method = methods.find(m => m.id === id)!;
    const inputs = { ...started(method), 'volumeL.known': 'guessed' };
    const amount = method.answer(inputs, context)!.due!.amount;
    const { least, most } = spanOfDue(method, inputs, context)!;
    expect(least).toBeCloseTo(amount * 0.75, 9);
    expect(most).toBeCloseTo(amount * 1.25, 9);
  });

  it('is told only where it is wide', () => {
    const [method] = withGuesses;
    expect(judgeSpan(method!, { least: 10, most: 15, measureFirst: 'volumeL' }, 'g')).toBeUndefined();
    expect(judgeSpan(method!, { least: 10, most: 17, measureFirst: 'volumeL' }, 'g')).toMatchObject({
      verdict: 'warn',
      reason: { params: { least: 10, most: 17, unit: 'due.g' } },
      remedy: { params: { what: `method.${method!.id}.volumeL` } },
    });
  });
});
