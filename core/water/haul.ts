/** How water is brought home, as somebody could work it out beside a path. */
export interface HaulCase {
  readonly needL: number;
  /** What one person carries at once, in clean covered cans (L). */
  readonly loadL: number;
  readonly carriers: number;
  /** One way, along the path (m). */
  readonly distanceM: number;
  /** From the source up to the home; below zero where the home lies lower (m). */
  readonly climbM: number;
  /** What runs at the source; undefined where it is dipped (L/min). */
  readonly flowLMin?: number;
  /** Others who wait there before (minutes a round). */
  readonly waitMin?: number;
}

/** Walking with empty cans, and with full ones (m/min): 5 and 3 km/h. */
export const EMPTY_M_MIN = 5000 / 60;
export const LOADED_M_MIN = 3000 / 60;
/** A climb takes a minute for every ten metres of height beside the way (Naismith 1892: an hour for 2,000 ft). */
export const CLIMB_M_MIN = 10;
/** Where nothing runs a can is filled by a jug (L/min): a full 10 L a minute. */
export const DIPPED_L_MIN = 10;

/** Nobody lives farther from a water point than this (Sphere). */
export const MOST_DISTANCE_M = 500;

export interface Haul {
  /** Loads that one person carries, all together. */
  readonly trips: number;
  /** Rounds that each walks. */
  readonly rounds: number;
  readonly outMin: number;
  readonly fillMin: number;
  readonly backMin: number;
  /** One round of one person. */
  readonly roundMin: number;
  /** Until all is at home, with all who carry. */
  readonly minutes: number;
  /** Of all together. */
  readonly peopleHours: number;
  /** The water and how high it is lifted (kg·m): zero where it goes downhill. */
  readonly kgM: number;
  readonly carriedKg: number;
}

/**
 * Trips, minutes, people-hours and kg·m of a day's water: out with empty cans, filling, and back with full ones; height is
 * walked on the side that goes up.
 * @example haulOf({ needL: 240, loadL: 20, carriers: 3, distanceM: 380, climbM: 25, flowLMin: 10 }).trips // 12
 */
export function haulOf(c: HaulCase): Haul {
  const trips = Math.ceil(c.needL / c.loadL - 1e-9);
  const rounds = Math.ceil(trips / c.carriers - 1e-9);
  const outMin = c.distanceM / EMPTY_M_MIN + Math.max(0, -c.climbM) / CLIMB_M_MIN;
  const backMin = c.distanceM / LOADED_M_MIN + Math.max(0, c.climbM) / CLIMB_M_MIN;
  const fillMin = c.loadL / (c.flowLMin ?? DIPPED_L_MIN) + (c.waitMin ?? 0);
  // those who carry together fill one after another at one outlet
  const atOutlet = Math.min(c.carriers, trips);
  const roundMin = outMin + fillMin * atOutlet + backMin;
  const minutes = rounds * roundMin;
  return {
    trips,
    rounds,
    outMin,
    fillMin,
    backMin,
    roundMin,
    minutes,
    peopleHours: (trips * (outMin + backMin) + rounds * fillMin * atOutlet * atOutlet) / 60,
    kgM: c.needL * Math.max(0, c.climbM),
    carriedKg: c.loadL,
  };
}

/** What a shared outlet serves: people at one, at the flow that is meant (Sphere 2018, water supply standard 2.1). */
export const queueSchools = {
  tap: { people: 250, flowLMin: 7.5 },
  'hand-pump': { people: 500, flowLMin: 17 },
  'open-well': { people: 400, flowLMin: 12.5 },
} as const;
export type Outlet = keyof typeof queueSchools;

/** Whether so many share an outlet; a slower one serves fewer, in proportion. */
export function servedBy(outlet: Outlet, flowLMin: number | undefined): number {
  const school = queueSchools[outlet];
  return Math.floor(school.people * Math.min(1, (flowLMin ?? school.flowLMin) / school.flowLMin));
}

/** Hours of running that a day's need takes; more than `hours` of collecting is too slow. */
export function yieldOf(
  needL: number,
  flowLMin: number,
  hours: number,
): { readonly hoursNeeded: number; readonly mostL: number; readonly isEnough: boolean } {
  const hoursNeeded = needL / flowLMin / 60;
  return { hoursNeeded, mostL: flowLMin * 60 * hours, isEnough: hoursNeeded <= hours + 1e-9 };
}

/** People collect for so many hours of a day (Sphere counts with eight). */
export const COLLECTING_HOURS = 8;
