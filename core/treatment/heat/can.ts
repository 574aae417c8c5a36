import { M_PER_FT } from '../../base/units/system.ts';

/** Minutes at a full boil by altitude: to 1,000 ft 10, to 6,000 ft 15, above 20; the bounds belong to the lower time. */
export function canningMin(altitudeM: number): number {
  // a foot is 0.3048 m exactly: the bounds are compared in millimetres so that 1,000 ft is 1,000 ft
  const isUpTo = (feet: number) => Math.round(altitudeM * 1000) <= Math.round(feet * M_PER_FT * 1000);
  if (isUpTo(1000)) return 10;
  return isUpTo(6000) ? 15 : 20;
}

/** Glass of a jar by its volume (kg/L), and its density (kg/L). */
const GLASS_KG_PER_L = 0.48;
const GLASS_KG_L = 2.5;

/** Litres that a full jar pushes aside: its contents and its glass. */
export const displacementL = (jarL: number): number => jarL * (1 + GLASS_KG_PER_L / GLASS_KG_L);

export interface CanningLoad {
  readonly loads: number;
  /** Water to begin a full load with (L): vessel to the mark, less what the jars push aside. */
  readonly waterL: number;
  readonly minutes: number;
  readonly lids: number;
}

/**
 * Jars of drinking water in a boiling-water bath.
 * @param fullL litres of the vessel to a mark 3 to 5 cm above the jars
 */
export function canningOf(
  jars: number,
  perLoad: number,
  jarL: number,
  fullL: number,
  altitudeM: number,
): CanningLoad {
  return {
    loads: Math.ceil(jars / perLoad),
    waterL: fullL - Math.min(jars, perLoad) * displacementL(jarL),
    minutes: canningMin(altitudeM),
    lids: jars,
  };
}
