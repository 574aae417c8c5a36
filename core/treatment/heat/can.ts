import { M_PER_FT } from '../../base/units/system.ts';
import {
  boilingPointC,
  EVAPORATE_MJ_KG,
  fuels,
  heatMj,
  LID_SHARE,
  type Stove,
  WATER_MJ_KG_K,
} from './boil.ts';

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

/** What is to be canned, in what, and over which fire. */
export interface CanningCase {
  /** Jars that are wanted, and how many go into the vessel at once. */
  readonly jars: number;
  readonly perLoad: number;
  /** Litres of a jar, filled to half an inch below its rim. */
  readonly jarL: number;
  /** Litres of the vessel to a mark 3 to 5 cm above the jars. */
  readonly fullL: number;
  readonly altitudeM: number;
  /** Temperature that the water comes with (°C). */
  readonly startC: number;
  /** The water is boiled so long before it goes into the jars (min), a vesselful at a time. */
  readonly preBoilMin: number;
  /** Litres that the filter before it keeps back. */
  readonly filterKeepsL: number;
  readonly stove: Stove;
}

/** One load of jars in the bath. */
export interface CanningLoad {
  readonly jars: number;
  /** Water that is put in before it: for the first the whole bath, later what steamed away and what fewer jars push aside (L). */
  readonly waterL: number;
  /** Minutes until it boils with the jars in it; its own minutes are the same for all. */
  readonly heatMin: number;
  /** Of the stove's fuel (kg). */
  readonly fuelKg: number;
}

/** Jars of drinking water, reckoned back to what is fetched. */
export interface Canning {
  readonly minutes: number;
  readonly loads: readonly CanningLoad[];
  /** Water in the jars, what steams away while it is boiled before, and what then has to go into the filter (L). */
  readonly inJarsL: number;
  readonly boilOffL: number;
  readonly toFilterL: number;
  /** Water of all baths, which needs no filter (L). */
  readonly bathL: number;
  /** All that is fetched (L). */
  readonly fetchL: number;
  readonly preBoilMin: number;
  readonly fuelKg: number;
  /** From the first flame to the last lid (min), without cooling. */
  readonly totalMin: number;
}

/** Jars that come hot from the filling stand so far below the boil when they go in (K). */
const COOLED_K = 20;
/** Minutes of hands at a load: racked, lifted out. */
const HANDLING_MIN = 10;

/**
 * Jars of drinking water in a boiling-water bath, reckoned backwards: jars wanted, water in them, what the boil before it steams
 * away, what the filter keeps, and the baths; with the fuel of each load. The bath is begun cold and stays hot between loads.
 * Boiling-water process and its minutes: USDA, Complete Guide to Home Canning (2015).
 * @example canningOf({ jars: 14, perLoad: 7, jarL: 0.946, fullL: 20, … }).inJarsL // 13.2 L
 */
export function canningOf(c: CanningCase): Canning {
  const boilsAtC = boilingPointC(c.altitudeM);
  const minutes = canningMin(c.altitudeM);
  const netMjMin = c.stove.powerKw * c.stove.efficiency * 0.06;
  const steamL = (min: number) => ((netMjMin * min) / EVAPORATE_MJ_KG) * LID_SHARE;
  // the fire burns on while it is held
  const kgOf = (mj: number, heldMin: number) =>
    (mj / c.stove.efficiency + c.stove.powerKw * 0.06 * heldMin) / fuels[c.stove.fuel];
  const inJarsL = c.jars * c.jarL;
  const pots = Math.ceil(inJarsL / c.fullL - 1e-9);
  const boilOffL = steamL(pots * c.preBoilMin);
  const firstMj = heatMj(inJarsL + boilOffL, c.startC, 'water', boilsAtC);
  const loads = loadsOf(c.jars, c.perLoad).map((jars, i, all): CanningLoad => {
    const before = all[i - 1];
    const waterL =
      before === undefined
        ? Math.max(0, c.fullL - jars * displacementL(c.jarL))
        : steamL(minutes) + (before - jars) * displacementL(c.jarL);
    const mj = heatMj(waterL, c.startC, 'water', boilsAtC) + jars * c.jarL * WATER_MJ_KG_K * COOLED_K;
    return { jars, waterL, heatMin: mj / netMjMin, fuelKg: kgOf(mj, minutes) };
  });
  const sum = (of: (load: CanningLoad) => number) => loads.reduce((total, load) => total + of(load), 0);
  const toFilterL = inJarsL + boilOffL + c.filterKeepsL;
  const bathL = sum(load => load.waterL);
  const preBoilMin = firstMj / netMjMin + pots * c.preBoilMin;
  return {
    ...{ minutes, loads, inJarsL, boilOffL, toFilterL, bathL, preBoilMin },
    fetchL: toFilterL + bathL,
    fuelKg: kgOf(firstMj, pots * c.preBoilMin) + sum(load => load.fuelKg),
    totalMin: preBoilMin + sum(load => load.heatMin + minutes + HANDLING_MIN),
  };
}

/** Jars of each load: full ones first. @example loadsOf(16, 7) // [7, 7, 2] */
const loadsOf = (jars: number, perLoad: number): number[] =>
  Array.from({ length: Math.ceil(jars / perLoad) }, (_, i) => Math.min(perLoad, jars - i * perLoad));
