import type { Judgement } from '../judgement.ts';
import { judgeMeant } from './guard.ts';
import { judgeSpan, spanOfDue } from './guess.ts';
import { type Context, type Inputs, MEANT, type Method, type MethodAnswer, numberOf } from './method.ts';

/** An answer, and what the slip guard says of what somebody would do. */
export type Guarded = MethodAnswer & { readonly guard?: Judgement };

/**
 * A method's answer as it is shown: with the slip guard on what somebody would do, and with what guesses leave open.
 * @returns undefined while a blank that it needs is empty
 */
export function answerOf(method: Method, inputs: Inputs, context: Context): Guarded | undefined {
  const answer = method.answer(inputs, context);
  if (!answer?.due) return answer;
  const { due } = answer;
  const meant = numberOf(inputs, MEANT);
  const guard = meant === undefined ? undefined : judgeMeant(due, meant);
  const span = spanOfDue(method, inputs, context);
  const open = span && judgeSpan(method, span, due.unit);
  const more = [guard, open].filter(j => j !== undefined);
  return { ...answer, ...(guard ? { guard } : {}), judgements: [...more, ...answer.judgements] };
}
