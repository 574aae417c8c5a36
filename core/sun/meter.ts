import { addMinutes, type Day, dayOf, daysBetween, type Instant, minutesBetween } from '../calendar/day.ts';
import { clearSkyWM2, cloudFactor, cosZenith } from './sun.ts';

/** An instrument that lies beside the bottles and adds the sunshine up: a stand-in ships with the application. */
export interface ExposureMeter {
  /** Whose figure this is, as the interface prints it. */
  readonly name: string;
  readonly isSimulated: boolean;
  /** Radiation between two moments at its place (Wh/m²). */
  readonly exposureWhM2: (lying: Lying) => Promise<number>;
}

/** Where and how long it lay. */
export interface Lying {
  readonly from: Instant;
  readonly until: Instant;
  readonly latitudeDeg: number;
  readonly longitudeDeg: number;
  readonly shadeShare: number;
}

/** Steps of the sum (minutes). */
const STEP_MIN = 5;
const DEGREES_PER_HOUR = 15;

/**
 * Radiation on a flat place between two moments (Wh/m²), by the sky of each day (oktas).
 * Solar time is UTC moved by the longitude; the equation of time (a quarter of an hour at most) is left out.
 */
export function exposureBetween(lying: Lying, oktasOn: (day: Day) => number): number {
  const { from, until, latitudeDeg, longitudeDeg, shadeShare } = lying;
  let sum = 0;
  for (let min = STEP_MIN / 2; min < minutesBetween(from, until); min += STEP_MIN) {
    const solar = addMinutes(from, min + (longitudeDeg / DEGREES_PER_HOUR) * 60);
    const day = dayOf(solar, 'UTC');
    const dayOfYear = daysBetween(`${day.slice(0, 4)}-01-01`, day) + 1;
    const hour = minutesBetween(`${day}T00:00:00.000Z`, solar) / 60;
    const clearWM2 = clearSkyWM2(cosZenith(latitudeDeg, dayOfYear, hour));
    sum += clearWM2 * cloudFactor(oktasOn(day)) * (STEP_MIN / 60);
  }
  return sum * (1 - shadeShare);
}
