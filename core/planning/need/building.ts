/**
 * Water that is in the building already. It counts only when the coordinator says so, because each source has conditions
 * that only somebody who has looked can answer for (CDC, "Use of water in the home in an emergency").
 */
export interface BuildingWater {
  /** Water heater: power and gas off, inlet shut, tank cool; the first litres may be rusty. */
  readonly heaterL: number;
  /** Pressure tank of a pump, drained from below. */
  readonly pressureL: number;
  /** Toilet cisterns, never the bowl, and only without a cleaner in them. */
  readonly cisternL: number;
  /** Somebody has looked, and answers for it. */
  readonly counts: boolean;
}

/** The sources that may count. Heating circuits and the brine of a softener never do. */
export const buildingSources = ['heaterL', 'pressureL', 'cisternL'] as const;

/**
 * Litres that count, by grade. The heater and the pressure tank hold mains water; a cistern stands open to the room,
 * so its water is utility until it is treated in a vessel of its own (the safe side).
 * @param tap what the mains are good for now: under a notice they have filled the heater and the tank, too
 */
export function countedL(
  building: BuildingWater | undefined,
  tap: 'drinking' | 'utility' | 'never' = 'drinking',
): { drinkingL: number; utilityL: number } {
  if (!building?.counts || tap === 'never') return { drinkingL: 0, utilityL: 0 };
  const mainsL = building.heaterL + building.pressureL;
  return tap === 'drinking'
    ? { drinkingL: mainsL, utilityL: building.cisternL }
    : { drinkingL: 0, utilityL: mainsL + building.cisternL };
}
