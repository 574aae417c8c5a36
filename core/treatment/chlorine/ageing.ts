import { agedStrengthMgMl, HOT_BLEACH_C, halfLifeDays, labelStrengthMgMl } from './strength.ts';

const DAYS_A_MONTH = 30.44;

/** A bottle of sodium hypochlorite by its label (wt %), its age and the warmth it was kept in. */
export interface Bottle {
  readonly percent: number;
  readonly months: number;
  readonly keptC: number;
  readonly measuredMgMl?: number | undefined;
}

/** What the three schools of strength take a bottle to be (mg/mL), and whether the first would use it at all. */
export function ageingMarks({ percent, months, keptC, measuredMgMl }: Bottle) {
  const labelMgMl = labelStrengthMgMl('wt-naocl', percent);
  return {
    labelMgMl,
    computedMgMl: agedStrengthMgMl(labelMgMl, months * DAYS_A_MONTH, keptC),
    measuredMgMl,
    halfLifeDays: halfLifeDays(labelMgMl, keptC),
    isTooOld: months > (keptC > HOT_BLEACH_C ? 6 : 12),
  };
}

/** Strength left, month by month, as it is drawn. */
export const ageingCurve = (percent: number, keptC: number, months: number): number[] =>
  Array.from({ length: months + 1 }, (_, month) =>
    agedStrengthMgMl(labelStrengthMgMl('wt-naocl', percent), month * DAYS_A_MONTH, keptC),
  );
