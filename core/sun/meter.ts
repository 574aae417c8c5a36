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

/** Day of the year and hour of the sun at a moment: UTC moved by the longitude. The equation of time (a quarter of an hour at most) is left out. */
export function solarAt(at: Instant, longitudeDeg: number): { day: Day; dayOfYear: number; hour: number } {
  const solar = addMinutes(at, (longitudeDeg / DEGREES_PER_HOUR) * 60);
  const day = dayOf(solar, 'UTC');
  return {
    day,
    dayOfYear: daysBetween(`${day.slice(0, 4)}-01-01`, day) + 1,
    hour: minutesBetween(`${day}T00:00:00.000Z`, solar) / 60,
  };
}

/**
 * Radiation on a flat place between two moments (Wh/m²), by the cloud of each (oktas); none while the sun is down.
 * @param oktasAt the cloud of a solar day and hour
 */
export function exposureBetween(lying: Lying, oktasAt: (day: Day, at: Instant) => number): number {
  const { from, until, latitudeDeg, longitudeDeg, shadeShare } = lying;
  let sum = 0;
  for (let min = STEP_MIN / 2; min < minutesBetween(from, until); min += STEP_MIN) {
    const at = addMinutes(from, min);
    const { day, dayOfYear, hour } = solarAt(at, longitudeDeg);
    const clearWM2 = clearSkyWM2(cosZenith(latitudeDeg, dayOfYear, hour));
    sum += clearWM2 * cloudFactor(oktasAt(day, at)) * (STEP_MIN / 60);
  }
  return sum * (1 - shadeShare);
}
