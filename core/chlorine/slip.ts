import { type Judgement, judge, type Message, message } from '../judgement.ts';
import { litresPer } from '../units/volume.ts';
import { spoonMl } from './measure.ts';

/** At or beyond these ratios of the rounded instruction an amount is stopped. */
export const STOP_OVER = 2;
export const STOP_UNDER = 0.5;
/** Beyond a third either way it is warned of; a third itself is within, whatever a division leaves behind. */
export const WARN_SHARE = 1 / 3 + 1e-9;

/** Mistakes whose ratio gives them away. */
const slipsByRatio: readonly { id: string; ratio: number }[] = [
  { id: 'slip.twice', ratio: 2 },
  { id: 'slip.tablespoon-for-teaspoon', ratio: 3 },
  { id: 'slip.gallon-for-litre', ratio: litresPer['US gal'] },
  { id: 'slip.quart-for-gallon', ratio: 4 },
  { id: 'slip.strength-tenfold', ratio: 10 },
  { id: 'slip.ml-for-drops', ratio: 20 },
  { id: 'slip.half', ratio: 1 / 2 },
  { id: 'slip.teaspoon-for-tablespoon', ratio: 1 / 3 },
  { id: 'slip.litre-for-gallon', ratio: 1 / litresPer['US gal'] },
  { id: 'slip.gallon-for-quart', ratio: 1 / 4 },
  { id: 'slip.strength-tenth', ratio: 1 / 10 },
  { id: 'slip.drops-for-ml', ratio: 1 / 20 },
];

/** A ratio within this share of a known one is taken for it. */
const LIKENESS = 0.12;

const spoons: readonly { id: string; ml: number }[] = [
  { id: 'metric-tbsp', ml: 15 },
  { id: 'metric-tsp', ml: 5 },
  ...Object.entries(spoonMl).map(([id, ml]) => ({ id, ml: ml as number })),
];

const alike = (a: number, b: number, share: number): boolean => Math.abs(a / b - 1) <= share;

/**
 * The likely slip behind an amount (mL) that is far from its instruction, or undefined.
 * A spoon taken for another spoon is recognised first: 15 mL where 0.6 is due is a tablespoon for an eighth of a teaspoon.
 */
export function likelySlip(enteredMl: number, instructedMl: number): Message | undefined {
  const ratio = enteredMl / instructedMl;
  const entered = spoons.find(s => alike(enteredMl, s.ml, 0.03));
  const meant = spoons
    .filter(s => s.id !== entered?.id && alike(instructedMl, s.ml, LIKENESS))
    .sort((a, b) => Math.abs(instructedMl / a.ml - 1) - Math.abs(instructedMl / b.ml - 1))[0];
  if (entered && meant && !alike(entered.ml, meant.ml, 0.1)) {
    return message('slip.spoon', { entered: `spoon.${entered.id}`, meant: `spoon.${meant.id}`, ratio });
  }
  const near = slipsByRatio
    .filter(s => alike(ratio, s.ratio, LIKENESS))
    .sort((a, b) => Math.abs(Math.log(ratio / a.ratio)) - Math.abs(Math.log(ratio / b.ratio)))[0];
  return near && message(near.id, { ratio });
}

/**
 * The slip guard: an amount against its rounded instruction (same unit; the bands hold for minutes and tablets alike).
 * ≥ 2× or ≤ ½ is refused, beyond ± 33 % warned; the likely slip is named, the remedy is the instruction itself.
 */
export function judgeAgainstInstruction(entered: number, instructed: number): Judgement {
  const ratio = instructed > 0 ? entered / instructed : entered > 0 ? Number.POSITIVE_INFINITY : 1;
  const params = { enteredMl: entered, instructedMl: instructed, ratio };
  const remedy = message('guard.set-instructed', { instructedMl: instructed });
  const slip = Number.isFinite(ratio) && ratio > 0 ? likelySlip(entered, instructed) : undefined;
  const more = slip ? { remedy, slip } : { remedy };
  if (ratio >= STOP_OVER) return judge('refuse', message('guard.far-over', params), 'arithmetic', more);
  if (ratio <= STOP_UNDER) return judge('refuse', message('guard.far-under', params), 'arithmetic', more);
  if (Math.abs(ratio - 1) > WARN_SHARE)
    return judge('warn', message('guard.off', params), 'arithmetic', more);
  return judge('ok', message('guard.close', params), 'arithmetic');
}
