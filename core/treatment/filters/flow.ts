import { viscosityPas } from '../clearing/settle.ts';

/** A flow as it was read: warm water and a higher head run faster. */
export interface FlowReading {
  readonly flowLH: number;
  readonly waterC?: number | undefined;
  /** Height of the water above the outlet (cm). */
  readonly headCm?: number | undefined;
}

/** Flows are compared at this temperature (°C). */
const STANDARD_C = 20;

/**
 * Flow now against flow when new: at the same head, corrected to 20 °C by the viscosity of water (Darcy: the flow through
 * pores goes with the head and against the viscosity). Where a head or a temperature is not known, both are taken alike.
 */
export function flowRatio(now: FlowReading, fresh: FlowReading): number {
  const isHeadKnown = now.headCm !== undefined && fresh.headCm !== undefined;
  const isWarmthKnown = now.waterC !== undefined && fresh.waterC !== undefined;
  const at20 = ({ flowLH, waterC, headCm }: FlowReading) =>
    flowLH *
    (isWarmthKnown ? viscosityPas(waterC!) / viscosityPas(STANDARD_C) : 1) *
    (isHeadKnown ? 1 / headCm! : 1);
  return at20(now) / at20(fresh);
}

/** Below this share of new, after a backflush, a filter is worn; above the other it is cracked, or water goes round it. */
export const WORN_SHARE = 0.5;
export const FAST_SHARE = 1.3;
