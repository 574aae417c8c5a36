import type { Judgement } from '../../base/judgement.ts';
import { type Stove, stoveOf } from '../heat/boil.ts';
import { type Blank, choiceOf, type Inputs, refuse, warn } from './method.ts';

/** Where something burns, and whether its smoke and gas go out by a flue. */
export const flameBlanks: readonly Blank[] = [
  { id: 'where', kind: 'choice', options: ['outdoors', 'room', 'tent'], start: 'outdoors' },
  { id: 'flue', kind: 'choice', options: ['no', 'yes'], start: 'no' },
];

/**
 * Carbon monoxide, which nobody smells: charcoal nowhere indoors; no flame in a tent, nor in a room without a flue, but for a
 * cooker that a licensed trade has installed. Where something burns indoors it is said all the same.
 */
export function judgeFlame(stove: Stove, inputs: Inputs): Judgement[] {
  if (stove.fuel === 'electricity') return [];
  const where = choiceOf(inputs, 'where');
  if (where === 'outdoors') return [];
  if (stove.fuel === 'charcoal') return [refuse('flame.charcoal', 'practice')];
  if (where === 'tent') return [refuse('flame.tent', 'practice')];
  if (choiceOf(inputs, 'flue') === 'yes' || stove.isInstalled) return [warn('flame.indoors', 'practice')];
  return [refuse('flame.no-flue', 'practice')];
}

/** Whether a stove of this id burns anything. */
export const isFlame = (stove: Inputs[string]): boolean =>
  typeof stove === 'string' && stoveOf(stove).fuel !== 'electricity';
