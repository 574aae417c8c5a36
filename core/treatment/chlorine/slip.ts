import { type Judgement, judge, type Message, message } from '../../base/judgement.ts';
import { litresPer, STANDARD_DROPS_PER_ML } from '../../base/units/volume.ts';
import { spoonMl } from './measure.ts';
import { type DoseSchoolId, TARGET_CLEAR_MG_L, TARGET_CLOUDY_MG_L } from './schools.ts';

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

/** Bleach of 6 and of 8.25 % by weight, which the drop rule has a row for; it has none for what is further off (mg/mL). */
const SIX_PERCENT_MG_ML = 61.8;
const EIGHT_PERCENT_MG_ML = 87.3;
const OFF_LABEL_SHARE = 0.2;

/** What each rule puts into a litre of water, by the strength of the bleach (mL). */
const rulesMlL: readonly { readonly school: DoseSchoolId; readonly mlL: (strengthMgMl: number) => number }[] =
  [
    { school: 'target-dose', mlL: strength => TARGET_CLEAR_MG_L / strength },
    { school: 'target-dose', mlL: strength => TARGET_CLOUDY_MG_L / strength },
    // eight drops of 6 % or six of 8.25 % to a US gallon, and twice as many in cold or cloudy water
    ...(
      [
        [8, SIX_PERCENT_MG_ML],
        [16, SIX_PERCENT_MG_ML],
        [6, EIGHT_PERCENT_MG_ML],
        [12, EIGHT_PERCENT_MG_ML],
      ] as const
    ).map(([drops, ofMgMl]) => ({
      school: 'drops-rule' as const,
      mlL: (strength: number) =>
        alike(strength, ofMgMl, OFF_LABEL_SHARE) ? drops / STANDARD_DROPS_PER_ML / litresPer['US gal'] : 0,
    })),
    ...[1, 2].map(times => ({
      school: 'eighth-teaspoon' as const,
      mlL: () => (times * litresPer.tsp * 1000) / 8 / litresPer['US gal'],
    })),
  ];
/** A figure within this share of a rule's own is taken for it. */
const RULE_LIKENESS = 0.04;

/** The rule whose own figure an amount is, where another was followed: no slip of the hand, but of the page. */
export function otherRuleOf(
  enteredMl: number,
  {
    school,
    volumeL,
    strengthMgMl,
  }: { readonly school: DoseSchoolId; readonly volumeL: number; readonly strengthMgMl: number },
): Message | undefined {
  const rule = rulesMlL.find(
    r => r.school !== school && alike(enteredMl, r.mlL(strengthMgMl) * volumeL, RULE_LIKENESS),
  );
  return rule && message('slip.other-rule', { school: `school.${rule.school}` });
}

/**
 * The slip guard: an amount against its rounded instruction (same unit; the bands hold for minutes and tablets alike).
 * ≥ 2× or ≤ ½ is refused, beyond ± 33 % warned; the likely slip is named, the remedy is the instruction itself.
 */
export function judgeAgainstInstruction(entered: number, instructed: number): Judgement {
  const ratio = instructed > 0 ? entered / instructed : entered > 0 ? Number.POSITIVE_INFINITY : 1;
  const params = { enteredMl: entered, instructedMl: instructed, ratio };
  const remedy = message('guard.instructed.remedy', { instructedMl: instructed });
  const slip = Number.isFinite(ratio) && ratio > 0 ? likelySlip(entered, instructed) : undefined;
  const more = slip ? { remedy, slip } : { remedy };
  if (ratio >= STOP_OVER) return judge('refuse', message('guard.far-over', params), 'arithmetic', more);
  if (ratio <= STOP_UNDER) return judge('refuse', message('guard.far-under', params), 'arithmetic', more);
  if (Math.abs(ratio - 1) > WARN_SHARE)
    return judge('warn', message('guard.off', params), 'arithmetic', more);
  return judge('ok', message('guard.close', params), 'arithmetic');
}
