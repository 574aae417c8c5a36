import { addDays as addDaysToDate, addMonths as addMonthsToDate, differenceInCalendarDays } from 'date-fns';

/** A calendar day in the group's time zone, `YYYY-MM-DD`. Days compare as strings. */
export type Day = string;

/** A moment, ISO 8601 in UTC with milliseconds; moments compare as strings. */
export type Instant = string;

const formatters = new Map<string, Intl.DateTimeFormat>();

function formatterFor(timeZone: string): Intl.DateTimeFormat {
  let formatter = formatters.get(timeZone);
  if (!formatter) {
    // en-CA writes YYYY-MM-DD
    formatter = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
    formatters.set(timeZone, formatter);
  }
  return formatter;
}

/** The local day of a moment. Throws RangeError for an unknown time zone. */
export function dayOf(instant: Instant, timeZone: string): Day {
  return formatterFor(timeZone).format(new Date(instant));
}

// Days are counted at UTC noon, so that no machine's own time zone or summer time can shift them.
const noon = (day: Day): Date => new Date(`${day}T12:00:00Z`);
const dayAtNoon = (date: Date): Day => date.toISOString().slice(0, 10);

/** The day `count` days later (earlier when negative). */
export function addDays(day: Day, count: number): Day {
  return dayAtNoon(addDaysToDate(noon(day), count));
}

/** The day `count` calendar months later, clamped to the month's end. @example addMonths('2026-08-31', 6) // '2027-02-28' */
export function addMonths(day: Day, count: number): Day {
  return dayAtNoon(addMonthsToDate(noon(day), count));
}

/** Whole days from one day to another. */
export function daysBetween(from: Day, to: Day): number {
  return differenceInCalendarDays(noon(to), noon(from));
}

/** The earlier of two days. */
export const earlier = (a: Day, b: Day): Day => (a <= b ? a : b);

/** The moment `minutes` after another. */
export function addMinutes(instant: Instant, minutes: number): Instant {
  return new Date(Date.parse(instant) + minutes * 60_000).toISOString();
}

/** Minutes from one moment to another, negative when `to` is earlier. */
export function minutesBetween(from: Instant, to: Instant): number {
  return (Date.parse(to) - Date.parse(from)) / 60_000;
}
