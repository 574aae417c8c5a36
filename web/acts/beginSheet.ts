import { leftOf } from '#core/areas/supplies/cover.ts';
import type { Day } from '#core/base/day.ts';
import { type Message, refusals } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import {
  barrierOf,
  type Inputs,
  type Method,
  type MethodAnswer,
  stripsResidual,
} from '#core/treatment/methods/method.ts';
import { type Draft, draft, newSubject } from '../session/draft.ts';

/** No container: a sheet that is begun on none. */
export const NO_CONTAINER = 'none';

/** Numbers that no entry can carry (a wait without end) stay on the screen. */
export const storable = ({ id, params }: Message): Message => ({
  id,
  ...(params
    ? {
        params: Object.fromEntries(
          Object.entries(params).filter(([, v]) => typeof v === 'string' || Number.isFinite(v)),
        ),
      }
    : {}),
});

/** The fullest supply of a kind that is in date and may be used. */
export const fullest = (facts: Pick<Facts, 'supply'>, kind: string, today: Day): string | undefined =>
  Object.values(facts.supply)
    .filter(s => s.kind === kind && leftOf(s, today) > 0)
    .sort((a, b) => leftOf(b, today) - leftOf(a, today))[0]?.id;

/** The entry that begins a sheet, with what it takes from the supplies; none for an answer that is refused or runs nothing. */
export function beginSheet(
  method: Method,
  inputs: Inputs,
  answer: MethodAnswer | undefined,
  container: string,
  facts: Pick<Facts, 'supply'>,
  today: Day,
): Draft[] | undefined {
  if (!answer || answer.steps.length === 0 || refusals(answer.judgements).length > 0) return undefined;
  const uses = answer.uses.flatMap(use => {
    const supply = fullest(facts, use.supply, today);
    return supply && use.amount > 0 ? [{ supply, amount: use.amount }] : [];
  });
  const also = [...new Set([...(container === NO_CONTAINER ? [] : [container]), ...uses.map(u => u.supply)])];
  const filled = Object.entries(inputs).filter(
    (pair): pair is [string, number | string] => pair[1] !== undefined,
  );
  return [
    draft(
      'sheet.begun',
      newSubject('sheet'),
      {
        method: method.id,
        inputs: Object.fromEntries(filled),
        headline: storable(answer.headline),
        steps: answer.steps.map(step => ({ ...step, text: storable(step.text) })),
        uses,
        credit: answer.credit ?? method.credit,
        barrier: barrierOf(method, inputs),
        ...(answer.desalts ? { desalts: true } : {}),
        ...(answer.removes ? { removes: answer.removes } : {}),
        ...(stripsResidual(method, inputs) ? { dechlorinates: true } : {}),
        ...(method.holds ? { holds: method.holds } : {}),
      },
      also.length > 0 ? { also } : {},
    ),
  ];
}
