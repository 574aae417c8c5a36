import { addMinutes, type Day, type Instant } from '../../base/day.ts';
import { solarOf } from './meter.ts';
import { cosZenith } from './sun.ts';

/** Where the sun is looked for. */
export interface Site {
  readonly latitudeDeg: number;
  readonly longitudeDeg: number;
}

const DEGREES_PER_HOUR = 15;

/** Longitude whose noon a time zone's clock shows, summer time aside: good to some ten degrees, where nobody gives a better. */
export function clockLongitudeDeg(timeZone: string, day: Day): number {
  const winter = `${day.slice(0, 4)}-01-01T12:00:00.000Z`;
  const summer = `${day.slice(0, 4)}-07-01T12:00:00.000Z`;
  const hours = [winter, summer].map(at => offsetHours(timeZone, at));
  return Math.max(-180, Math.min(180, Math.min(...hours) * DEGREES_PER_HOUR));
}

function offsetHours(timeZone: string, at: Instant): number {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    hourCycle: 'h23',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
  }).formatToParts(new Date(at));
  const of = (type: string) => Number(parts.find(p => p.type === type)?.value ?? 0);
  const days = of('day') - Number(at.slice(8, 10));
  return (Math.abs(days) > 1 ? -Math.sign(days) : days) * 24 + of('hour') + of('minute') / 60 - 12;
}

/** The sun is above the horizon (ms since 1970). */
function isLit(atMs: number, { latitudeDeg, longitudeDeg }: Site): boolean {
  const { dayOfYear, hour } = solarOf(atMs, longitudeDeg);
  return cosZenith(latitudeDeg, dayOfYear, hour) > 0;
}

/** The sun is above the horizon. */
export const isDaylight = (at: Instant, site: Site): boolean => isLit(Date.parse(at), site);

const MS_A_MINUTE = 60_000;
/** Steps of the walk (minutes). */
const STEP_MIN = 5;
/** In a polar night the sun is not waited for longer than this (minutes). */
const MOST_MIN = 14 * 1440;

/**
 * The moment at which so many whole days have passed, each from its sunrise to its sunset: what was laid out after sunrise has its
 * first whole day tomorrow. At any latitude and date; a polar night is not waited for longer than a fortnight.
 */
export function afterWholeDays(from: Instant, days: number, site: Site): Instant {
  const fromMs = Date.parse(from);
  let [isWhole, wasLit, done] = [false, isLit(fromMs, site), 0];
  for (let passed = STEP_MIN; passed <= MOST_MIN; passed += STEP_MIN) {
    const lit = isLit(fromMs + passed * MS_A_MINUTE, site);
    if (!wasLit && lit) isWhole = true;
    if (wasLit && !lit && isWhole) {
      done += 1;
      isWhole = false;
      if (done >= days) return addMinutes(from, passed);
    }
    wasLit = lit;
  }
  return addMinutes(from, MOST_MIN);
}

/**
 * The moment at which so many minutes of daylight have passed: hours count only between sunrise and sunset. Good to five
 * minutes, and never early.
 */
export function afterDaylight(from: Instant, minutes: number, site: Site): Instant {
  const fromMs = Date.parse(from);
  let [lit, wasLit] = [0, isLit(fromMs, site)];
  for (let passed = 0; passed < MOST_MIN; passed += STEP_MIN) {
    if (lit >= minutes) return addMinutes(from, passed);
    const willBeLit = isLit(fromMs + (passed + STEP_MIN) * MS_A_MINUTE, site);
    if (wasLit && willBeLit) lit += STEP_MIN;
    wasLit = willBeLit;
  }
  return addMinutes(from, MOST_MIN);
}
