import { addMinutes, type Day, dayOf, type Instant, minutesBetween } from '../../base/day.ts';
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

const [HOUR_MS, DAY_MS] = [3_600_000, 86_400_000];

/**
 * Day of the year and hour of the sun at a moment (ms since 1970): UTC moved by the longitude. The equation of time (a quarter of an
 * hour at most) is left out.
 */
export function solarOf(atMs: number, longitudeDeg: number): { dayOfYear: number; hour: number } {
  const solarMs = atMs + (longitudeDeg / DEGREES_PER_HOUR) * HOUR_MS;
  const yearMs = Date.UTC(new Date(solarMs).getUTCFullYear(), 0);
  const days = Math.floor((solarMs - yearMs) / DAY_MS);
  return { dayOfYear: days + 1, hour: (solarMs - yearMs - days * DAY_MS) / HOUR_MS };
}

/** The same with the sun's own day. */
export function solarAt(at: Instant, longitudeDeg: number): { day: Day; dayOfYear: number; hour: number } {
  const solar = addMinutes(at, (longitudeDeg / DEGREES_PER_HOUR) * 60);
  return { day: dayOf(solar, 'UTC'), ...solarOf(Date.parse(at), longitudeDeg) };
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
