import { type Instant, minutesBetween } from '../../base/day.ts';
import type { Batch } from './batch.ts';
import { RESIDUAL_LEAST_MG_L } from './residual.ts';

/** Free chlorine read in one fill. */
export interface Reading {
  readonly at: Instant;
  readonly mgL: number;
}

/** C = C₀·e^(−kt), with the 95 % band of k where three readings or more allow one. */
export interface Decay {
  readonly c0MgL: number;
  readonly kPerDay: number;
  readonly bandPerDay?: readonly [number, number];
}

/** 97.5 % points of Student's t by degrees of freedom; 1.96 beyond (Fisher & Yates). */
const student975 = [
  12.706, 4.303, 3.182, 2.776, 2.571, 2.447, 2.365, 2.306, 2.262, 2.228, 2.201, 2.179, 2.16, 2.145, 2.131,
  2.12, 2.11, 2.101, 2.093, 2.086,
];

/**
 * Least squares on ln C over the positive readings of one fill.
 * @param days days since the first reading
 * @returns undefined with fewer than two readings at different times
 */
export function fitDecay(
  points: readonly { readonly days: number; readonly mgL: number }[],
): Decay | undefined {
  const positive = points.filter(p => p.mgL > 0);
  const n = positive.length;
  if (n < 2) return undefined;
  const meanT = positive.reduce((s, p) => s + p.days, 0) / n;
  const meanY = positive.reduce((s, p) => s + Math.log(p.mgL), 0) / n;
  const sxx = positive.reduce((s, p) => s + (p.days - meanT) ** 2, 0);
  if (sxx === 0) return undefined;
  const slope = positive.reduce((s, p) => s + (p.days - meanT) * (Math.log(p.mgL) - meanY), 0) / sxx;
  const intercept = meanY - slope * meanT;
  const decay = { c0MgL: Math.exp(intercept), kPerDay: -slope };
  if (n < 3) return decay;
  const sse = positive.reduce((s, p) => s + (Math.log(p.mgL) - intercept - slope * p.days) ** 2, 0);
  const half = (student975[n - 3] ?? 1.96) * Math.sqrt(sse / (n - 2) / sxx);
  return { ...decay, bandPerDay: [-slope - half, -slope + half] };
}

/** The readings of one decay: those since the last dose, for a top-up begins another. */
export const sinceLastDose = <R extends Reading>(readings: readonly R[], batches: readonly Batch[]): R[] => {
  const doses = batches.flatMap(b => b.events.filter(e => e.what === 'dosed').map(e => e.at));
  const last = doses.sort().at(-1);
  return readings.filter(r => last === undefined || r.at >= last);
};

/** When a residual passes 0.2 mg/L: days after the first reading; the band from the band of k. */
export interface Forecast {
  readonly decay: Decay;
  readonly days: number;
  readonly bandDays?: readonly [number, number];
}

/** The readings that tell of one decay: up to the first that is below 0.2, which ends it. */
export function forecastResidual(
  readings: readonly Reading[],
): Forecast | 'too-few' | 'not-falling' | 'ended' {
  const first = readings[0];
  if (!first) return 'too-few';
  if (readings.some(r => r.mgL < RESIDUAL_LEAST_MG_L)) return 'ended';
  const decay = fitDecay(readings.map(r => ({ days: minutesBetween(first.at, r.at) / 1440, mgL: r.mgL })));
  if (!decay) return 'too-few';
  if (decay.kPerDay <= 0) return 'not-falling';
  const fall = Math.log(decay.c0MgL / RESIDUAL_LEAST_MG_L);
  const days = fall / decay.kPerDay;
  if (!decay.bandPerDay) return { decay, days };
  const [slow, fast] = decay.bandPerDay;
  return { decay, days, bandDays: [fall / fast, slow > 0 ? fall / slow : Number.POSITIVE_INFINITY] };
}
