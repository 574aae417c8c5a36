import { spoonMl } from './measure.ts';

/** Available chlorine of a sanitising rinse: 5 mL of 6 % bleach a litre, a teaspoon a quart (US CDC). */
export const SANITISE_MG_L = 300;
/** Every face stays wet this long (seconds). */
export const SANITISE_WET_S = 30;

/** A rinse for one container: enough to wet every face by turning it, never less than half a litre. Source: US CDC. */
export interface SanitisingRinse {
  readonly waterL: number;
  readonly bleachMl: number;
  readonly teaspoons: number;
  readonly mgL: number;
  readonly wetSeconds: number;
}

/** Share of the vessel's volume that a turned and shaken rinse takes. */
const RINSE_SHARE = 0.05;
const LEAST_RINSE_L = 0.5;
const MOST_RINSE_L = 10;

/**
 * The rinse for a vessel: one rule, wherever it is asked.
 * @param nominalL the vessel's volume
 * @param strengthMgMl available chlorine of the bleach
 */
export function sanitisingRinse(nominalL: number, strengthMgMl: number): SanitisingRinse {
  const waterL = Math.min(MOST_RINSE_L, Math.max(LEAST_RINSE_L, Math.round(nominalL * RINSE_SHARE * 2) / 2));
  const bleachMl = (waterL * SANITISE_MG_L) / strengthMgMl;
  return {
    waterL,
    bleachMl,
    teaspoons: bleachMl / spoonMl.tsp,
    mgL: SANITISE_MG_L,
    wetSeconds: SANITISE_WET_S,
  };
}
