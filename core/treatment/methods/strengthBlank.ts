import type { Blank } from './method.ts';

/** Strength of the bleach in hand (mg of available chlorine in a mL). */
export const strengthBlank: Blank = {
  id: 'strengthMgMl',
  kind: 'quantity',
  dimension: 'strengthMgMl',
  least: 0.1,
  most: 250,
  start: 61.8,
  // household bleach without a label is sold from 3 to 8 %
  guess: 0.4,
  known: 'label',
};
