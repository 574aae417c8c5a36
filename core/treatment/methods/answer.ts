import { type Judgement, message } from '../../base/judgement.ts';
import { judgeMeant } from './guard.ts';
import { judgeSpan, spanOfDue } from './guess.ts';
import { type Context, type Inputs, MEANT, type Method, type MethodAnswer, numberOf } from './method.ts';

/** An answer, and what the slip guard says of what somebody would do. */
export type Guarded = MethodAnswer & {
  readonly guard?: Judgement;
  /** The method is not to be run so: there is then no dose, no time and no sheet. */
  readonly isStopped: boolean;
};

/**
 * A method's answer as it is shown: with the slip guard on what somebody would do, and with what guesses leave open.
 * Where the method refuses the case the answer is Stop, and nothing that could be measured out stands beside it. A slip of
 * the hand stops the hand, and leaves the right amount in sight.
 * @returns undefined while a blank that it needs is empty
 */
export function answerOf(method: Method, inputs: Inputs, context: Context): Guarded | undefined {
  const answer = method.answer(inputs, context);
  if (!answer) return undefined;
  if (answer.judgements.some(j => j.verdict === 'refuse')) return stopped(answer);
  if (!answer.due) return { ...answer, isStopped: false };
  const { due } = answer;
  const meant = numberOf(inputs, MEANT);
  const guard = meant === undefined ? undefined : judgeMeant(due, meant);
  const span = spanOfDue(method, inputs, context);
  const open = span && judgeSpan(method, span, due.unit);
  const more = [guard, open].filter(j => j !== undefined);
  return {
    ...answer,
    ...(guard ? { guard } : {}),
    judgements: [...more, ...answer.judgements],
    isStopped: false,
  };
}

/** What is left of an answer that is refused: the reasons, and what only draws what was entered. */
const stopped = ({ judgements, curve, vessel, layers }: MethodAnswer): Guarded => ({
  headline: message('answer.stop'),
  working: [],
  ...(curve ? { curve } : {}),
  ...(vessel ? { vessel } : {}),
  ...(layers ? { layers } : {}),
  judgements,
  steps: [],
  uses: [],
  isStopped: true,
});
