import { addMonths as addMonthsToDate } from 'date-fns/addMonths';

import type { Day, Instant } from './moment.ts';

export type { Day, Instant };

/** Nothing that a group keeps was made, filled or done before this day: an earlier one is a slip of the year. */
export const EARLIEST_DAY: Day = '1990-01-01';
/** The last day that anything is dated. */
export const LATEST_DAY: Day = '2199-12-31';

const formatters = new Map<string, Intl.DateTimeFormat>();

function formatterFor(timeZone: string): Intl.DateTimeFormat {
  let formatter = formatters.get(timeZone);
  if (!formatter) {
    // en-CA writes YYYY-MM-DD
    formatter = new Intl.DateTimeFormat('en-CA', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
    });
    formatters.set(timeZone, formatter);
  }
  return formatter;
}

// Every zone's midnight falls on a quarter of an hour of UTC, so one answer holds for all of it.
const QUARTER_MS = 15 * 60_000;
const MOST_KEPT = 50_000;
const kept = new Map<string, Day>();

/** The local day of a moment. Throws RangeError for an unknown time zone. */
export function dayOf(instant: Instant, timeZone: string): Day {
  const quarter = Math.floor(Date.parse(instant) / QUARTER_MS);
  const key = `${timeZone} ${quarter}`;
  let day = kept.get(key);
  if (day === undefined) {
    day = formatterFor(timeZone).format(quarter * QUARTER_MS);
    if (kept.size >= MOST_KEPT) kept.clear();
    kept.set(key, day);
  }
  return day;
}

// Days are counted in UTC, where each has 24 hours; months at noon, so that no machine's own zone can shift them.
const DAY_MS = 86_400_000;
const noon = (day: Day): Date => new Date(`${day}T12:00:00Z`);
const dayAtNoon = (date: Date): Day => date.toISOString().slice(0, 10);

/** The day `count` days later (earlier when negative). */
export function addDays(day: Day, count: number): Day {
  return dayAtNoon(new Date(Date.parse(day) + count * DAY_MS));
}

/** The day `count` calendar months later, clamped to the month's end. @example addMonths('2026-08-31', 6) // '2027-02-28' */
export function addMonths(day: Day, count: number): Day {
  return dayAtNoon(addMonthsToDate(noon(day), count));
}

/** Whole days from one day to another. */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);
}

/** The moment `minutes` after another. */
export function addMinutes(instant: Instant, minutes: number): Instant {
  return new Date(Date.parse(instant) + minutes * 60_000).toISOString();
}

/** A page shows its states for a moment up to two seconds old, and what was just written down on it is so at once (minutes). */
const SHOWN_LATE_MIN = 0.1;

/** Whether what was written down for `at` is so by `now`, as a page shows it. @example isBy('…10:00:01Z', '…10:00:00Z') // true */
export const isBy = (at: Instant, now: Instant): boolean => at <= addMinutes(now, SHOWN_LATE_MIN);

/** Minutes from one moment to another, negative when `to` is earlier. */
export function minutesBetween(from: Instant, to: Instant): number {
  return (Date.parse(to) - Date.parse(from)) / 60_000;
}

/** The later of two days, or of two moments. */
export const later = (a: Day, b: Day): Day => (a > b ? a : b);

/** What a clock on the wall shows at a moment, `YYYY-MM-DDTHH:mm`. */
export function wallClockOf(instant: Instant, timeZone: string): string {
  // sv-SE writes YYYY-MM-DD HH:mm
  return new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' })
    .format(Date.parse(instant))
    .replace(' ', 'T');
}

/** The moment at which the clock on the wall shows `YYYY-MM-DDTHH:mm`; in the hour that a summer time skips, the one after it. */
export function instantOf(wallClock: string, timeZone: string): Instant {
  const asUtcMs = Date.parse(`${wallClock}:00Z`);
  const aheadMs = (ms: number) => Date.parse(`${wallClockOf(new Date(ms).toISOString(), timeZone)}:00Z`) - ms;
  // twice: the first guess may lie on the other side of a change of the clock
  const guessMs = asUtcMs - aheadMs(asUtcMs);
  return new Date(asUtcMs - aheadMs(guessMs)).toISOString();
}
