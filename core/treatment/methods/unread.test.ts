import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noCredit, targets } from '../credit/credit.ts';
import { type Context, type Inputs, startOf } from './method.ts';
import { treatments } from './treatments.ts';

const context: Context = {
  altitudeM: 200,
  today: '2026-06-21',
  dailyNeedL: 16,
  planDays: 14,
  longitudeDeg: 0,
};

/** What may be left unread, and what it may turn out to be: in the range in which the way works as it usually does. */
const readings = {
  temperatureC: fc.double({ min: 0.5, max: 40, noNaN: true }),
  ph: fc.double({ min: 6, max: 9, noNaN: true }),
  ntu: fc.double({ min: 0, max: 100, noNaN: true }),
} as const;
type Read = keyof typeof readings;

const cases = treatments.flatMap(treatment =>
  (Object.keys(readings) as Read[])
    .filter(id => treatment.blanks.some(b => b.id === id))
    .map(id => ({ treatment, id, name: `${treatment.id}, ${id}` })),
);

const minutesOf = (answer: { steps: readonly { waitMin?: number }[]; totalMin?: number }): number =>
  answer.totalMin ?? answer.steps.reduce((sum, s) => sum + (s.waitMin ?? 0), 0);

describe('what nobody read', () => {
  it('is asked by ways that hang on it', () => {
    expect([...new Set(cases.map(c => c.treatment.id))].sort()).toEqual(
      ['dose', 'filter', 'iodine', 'iodine-tablets', 'settle', 'tablets', 'uv'].sort(),
    );
  });

  it.each(cases)(
    'never earns more, nor takes less time or dose, than a reading would: $name',
    ({ treatment, id }) => {
      const starts = Object.fromEntries(treatment.blanks.map(b => [b.id, startOf(b, context)]));
      const others = fc.record(
        Object.fromEntries(
          (Object.keys(readings) as Read[])
            .filter(other => other !== id && treatment.blanks.some(b => b.id === other))
            .map(other => [other, fc.option(readings[other], { nil: undefined })]),
        ),
      );
      fc.assert(
        fc.property(readings[id], others, (value, beside) => {
          const at = (of: number | undefined): Inputs => ({
            ...starts,
            ...beside,
            ...(starts.madeOn === undefined ? { madeOn: '2026-05-01' } : {}),
            [id]: of,
          });
          const [unread, read] = [
            treatment.answer(at(undefined), context),
            treatment.answer(at(value), context),
          ];
          if (!unread || !read || read.judgements.some(j => j.verdict === 'refuse')) return;
          const isStopped = unread.judgements.some(j => j.verdict === 'refuse');
          const earns = (answer: typeof unread) => answer.credit ?? treatment.credit;
          for (const target of targets)
            expect((isStopped ? noCredit : earns(unread))[target]).toBeLessThanOrEqual(
              earns(read)[target] + 1e-9,
            );
          if (read.isCapped) expect(isStopped || unread.isCapped).toBe(true);
          if (isStopped) return;
          expect(minutesOf(unread)).toBeGreaterThanOrEqual(minutesOf(read) - 1e-9);
          expect(unread.due?.amount ?? 0).toBeGreaterThanOrEqual((read.due?.amount ?? 0) - 1e-9);
        }),
        { numRuns: 200 },
      );
    },
  );
});
