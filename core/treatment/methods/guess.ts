import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Blank, Context, Inputs, Method } from './method.ts';

/** Guesses that together leave the true dose further apart than this are told. As for the dose of bleach. */
const WIDE = 1.6;

type Guessed = Extract<Blank, { kind: 'quantity' }> & { readonly guess: number };

/** What the truth may be of the amount that is due: at its least, at its most, and the guess that does most of it. */
export interface Span {
  readonly least: number;
  readonly most: number;
  readonly measureFirst: string;
}

const guessedIn = (method: Method, inputs: Inputs): Guessed[] =>
  method.blanks.filter(
    (blank): blank is Guessed =>
      blank.kind === 'quantity' && blank.guess !== undefined && inputs[`${blank.id}.known`] === 'guessed',
  );

/**
 * The span of what is due when some inputs are guesses: each is tried at both its ends with the others as they are,
 * and their shares multiply. Undefined where nothing is guessed, or nothing is due.
 */
export function spanOfDue(method: Method, inputs: Inputs, context: Context): Span | undefined {
  const dueOf = (changed: Inputs) => method.answer(changed, context)?.due?.amount;
  const amount = dueOf(inputs);
  if (!amount) return undefined;
  let [least, most, widest] = [1, 1, 1];
  let measureFirst: string | undefined;
  for (const { id, guess } of guessedIn(method, inputs)) {
    const value = inputs[id];
    if (typeof value !== 'number') continue;
    const ends = [1 - guess, 1 + guess].map(
      share => (dueOf({ ...inputs, [id]: value * share }) ?? amount) / amount,
    );
    const [low, high] = [Math.min(...ends), Math.max(...ends)];
    least *= low;
    most *= high;
    if (high / low > widest) {
      widest = high / low;
      measureFirst = id;
    }
  }
  return measureFirst ? { least: amount * least, most: amount * most, measureFirst } : undefined;
}

/** Tells a wide span, and names the one measurement that would narrow it most. */
export function judgeSpan(method: Method, span: Span, unit: string): Judgement | undefined {
  if (span.most / span.least < WIDE) return undefined;
  const params = {
    least: span.least,
    most: span.most,
    unit: `due.${unit}`,
    what: `method.${method.id}.${span.measureFirst}`,
  };
  return judge('warn', message('due.guessed', params), 'arithmetic', {
    remedy: message('due.guessed.remedy', params),
  });
}
