import { runoffL } from './catching.ts';

/** One rain that was caught and measured. */
export interface CatchMeasured {
  /** By the gauge (mm). */
  readonly gaugeMm: number;
  /** What came into tank or jugs, and what the first flush took (L). */
  readonly caughtL: number;
  readonly flushedL: number;
  /** The plan area that it fell on then (m²). */
  readonly areaM2: number;
  /** How far off it may be, either way (0.25 for ± 25 %). */
  readonly spread: number;
}

/** A run-off coefficient out of what was caught. */
export interface CoefficientFit {
  readonly coefficient: number;
  /** 95 % band; nothing from fewer than three rains. */
  readonly low?: number;
  readonly high?: number;
  readonly count: number;
}

/** Rains that a fit looks back on: what was true before the gutters were mended is not asked. */
export const FIT_CATCHES = 10;
/** From fewer rains no alarm is raised. */
export const LEAST_CATCHES = 4;
/** The band has to lie below this share of what is assumed. */
export const ALARM_SHARE = 0.8;
/** Nobody reads a dip better. */
const LEAST_SPREAD = 0.03;

/** Student's t for 95 % by degrees of freedom from 1 on (NIST handbook, table 1.3.6.7.2). */
const T_95 = [12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228];

/** What ran off at a rain for each unit of the coefficient (L): area × (mm − 0.5). */
const fallenL = ({ areaM2, gaugeMm }: CatchMeasured): number => runoffL(areaM2, gaugeMm, 1);

/** Rains that tell something: more fell than wets the surface. */
export const telling = (catches: readonly CatchMeasured[]): CatchMeasured[] =>
  catches.filter(one => fallenL(one) > 0).slice(-FIT_CATCHES);

/**
 * The coefficient as the rains say it: weighted least squares through the origin of what was caught and flushed against area ×
 * (mm − 0.5); what is known worse counts less. Undefined where no rain tells anything.
 * @example fitCoefficient([{ gaugeMm: 10.5, caughtL: 704, flushedL: 96, areaM2: 100, spread: 0.05 }])?.coefficient // 0.8
 */
export function fitCoefficient(catches: readonly CatchMeasured[]): CoefficientFit | undefined {
  const used = telling(catches);
  if (used.length === 0) return undefined;
  // an error that grows with the rain: each rain's own coefficient counts by how well it is known
  const points = used.map(one => ({
    own: (one.caughtL + one.flushedL) / fallenL(one),
    weight: 1 / Math.max(one.spread, LEAST_SPREAD) ** 2,
  }));
  const weights = points.reduce((sum, p) => sum + p.weight, 0);
  const coefficient = points.reduce((sum, p) => sum + p.weight * p.own, 0) / weights;
  const count = used.length;
  if (count < 3) return { coefficient, count };
  const scatter = points.reduce((sum, p) => sum + p.weight * (p.own - coefficient) ** 2, 0) / weights;
  const half = (T_95[count - 2] ?? 2) * Math.sqrt(scatter / (count - 1));
  return { coefficient, low: Math.max(0, coefficient - half), high: coefficient + half, count };
}

/**
 * Less comes than should: the whole band lies under four fifths of the coefficient that is assumed. A gutter is blocked, a joint
 * leaks, or the area is smaller than it was measured.
 */
export function isBlocked(catches: readonly CatchMeasured[], assumed: number): boolean {
  const fit = fitCoefficient(catches);
  return fit?.high !== undefined && fit.count >= LEAST_CATCHES && fit.high < ALARM_SHARE * assumed;
}
