import type { Judgement } from '../../base/judgement.ts';
import { type Blank, choiceOf, type Inputs, refuse } from './method.ts';

/** What else would go in, or was used just before: chlorine and most of it make a gas that kills. */
export const besideBlank: Blank = {
  id: 'beside',
  kind: 'choice',
  options: ['nothing', 'acid', 'ammonia', 'cleaner'],
  start: 'nothing',
};

/** Acid sets chlorine free, ammonia makes chloramine gas, and nobody knows what a cleaner does: none beside chlorine. */
export const judgeBeside = (inputs: Inputs): Judgement[] => {
  const beside = choiceOf(inputs, 'beside');
  return beside === 'nothing' ? [] : [refuse(`beside.${beside}`, 'epa-emergency')];
};
