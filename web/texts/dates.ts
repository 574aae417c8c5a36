import { type Day, daysBetween, type Instant } from '#core/base/day.ts';
import { inEachTongue, tongue } from './tongue.ts';
import { datesWith, NBSP, tenths, whole, word } from './writer.ts';

const dates = datesWith({
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});
const weekdays = datesWith({
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  timeZone: 'UTC',
});

/** A calendar day, with its year: "4 Jun 2026". */
export function day(value: Day): string {
  return dates(new Date(`${value}T12:00:00Z`));
}

const monthNames = datesWith({ month: 'long', year: 'numeric', timeZone: 'UTC' });

/** A month of a day: "November 2026". */
export function month(value: string): string {
  return monthNames(new Date(`${value.slice(0, 7)}-15T12:00:00Z`));
}

const bareMonths = {
  long: datesWith({ month: 'long', timeZone: 'UTC' }),
  short: datesWith({ month: 'narrow', timeZone: 'UTC' }),
};

/** A month by its number (0 is January): "July"; short, where twelve stand side by side: "J". */
export const monthName = (month: number, width: 'long' | 'short' = 'long'): string =>
  bareMonths[width](new Date(Date.UTC(2026, month, 15)));

/** Beyond this a day and a month may be meant of another year (days). */
const NEAR_DAYS = 300;

const weekdayNames = datesWith({ weekday: 'short', timeZone: 'UTC' });

/** The weekday of a day: "Mon". */
export const weekdayName = (value: Day): string => weekdayNames(new Date(`${value}T12:00:00Z`));

/** A near day, with its weekday: "Wed 25 Nov"; one far off, with its year instead. */
export function weekday(value: Day, today: Day | undefined): string {
  if (today && Math.abs(daysBetween(today, value)) > NEAR_DAYS) return day(value);
  return weekdays(new Date(`${value}T12:00:00Z`));
}

// a writer for a time zone costs milliseconds to make, and a page of history asks for dozens
const zonedKept = new Map<string, Intl.DateTimeFormat>();

function zoned(name: string, options: Intl.DateTimeFormatOptions, timeZone: string): Intl.DateTimeFormat {
  const { dates } = tongue();
  const key = `${dates} ${name} ${timeZone}`;
  const made = zonedKept.get(key) ?? new Intl.DateTimeFormat(dates, { ...options, timeZone });
  zonedKept.set(key, made);
  return made;
}

/** How a clock is read where a locale is at home: twelve hours twice, or twenty-four. @example clockOf('en-US').hour12 // true */
export const clockOf = (locale: Intl.Locale | string): Intl.DateTimeFormatOptions =>
  new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hour12
    ? { hour: 'numeric', minute: '2-digit', hour12: true }
    : { hour: '2-digit', minute: '2-digit', hour12: false };

const ownClock = inEachTongue(of => clockOf(of.numbers));

/** Wall-clock time in the group's zone, as the person's clocks show it: "14:24", "2:24 pm". */
export function time(value: Instant, timeZone: string): string {
  return zoned('time', ownClock(), timeZone).format(new Date(value));
}

export function dayAndTime(value: Instant, timeZone: string): string {
  const date = zoned('date', { day: 'numeric', month: 'short', year: 'numeric' }, timeZone).format(
    new Date(value),
  );
  return `${date}, ${time(value, timeZone)}`;
}

/** A moment of these days: "Thu 26 Nov, 14:24". */
export function hour(value: Instant, timeZone: string): string {
  const date = zoned('near', { weekday: 'short', day: 'numeric', month: 'short' }, timeZone).format(
    new Date(value),
  );
  return `${date}, ${time(value, timeZone)}`;
}

/** Minutes and seconds of a running clock; hours when there are any. */
export function countdown(minutes: number): string {
  const seconds = Math.max(0, Math.ceil(minutes * 60));
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60];
  const two = (n: number) => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${two(m)}:${two(s)}`;
}

/** A span of time in the largest unit that keeps it readable: "2.2 min", "23 h", "3.9 days". */
export function duration(minutes: number): string {
  // a clock is not read finer: tenths below ten, whole from there on
  const read = (value: number) => (value < 10 ? tenths(value) : whole(value));
  if (minutes < 1) return `${read(minutes * 60)}${NBSP}s`;
  if (minutes < 120) return `${read(minutes)}${NBSP}min`;
  if (minutes < 2880) return `${read(minutes / 60)}${NBSP}h`;
  return `${read(minutes / 1440)}${NBSP}${word('day', minutes / 1440)}`;
}
