import { addMinutes, type Instant } from '#core/base/day.ts';
import type { Minute } from '#core/planning/schedule/problem.ts';
import type { Schedule } from '#core/planning/schedule/schedule.ts';
import * as dates from '../../texts/dates.ts';
import { LABEL_PX, RIGHT_PX } from './sheetPx.ts';

export const HOUR_MIN = 60;

/** The hours that a sheet shows, and where a minute of them lies. */
export interface HourScale {
  readonly leastMin: Minute;
  readonly mostMin: Minute;
  readonly everyHours: number;
  readonly xOf: (at: Minute) => number;
}

export function scaleOf(
  { bars }: Schedule,
  from: Instant,
  nowMin: Minute | undefined,
  timeZone: string,
  widthPx: number,
): HourScale {
  // from the first hour that something is done in, to the one after the last
  const firstMin = Math.min(nowMin ?? Number.POSITIVE_INFINITY, bars[0]?.from ?? 0);
  const lastMin = Math.max(firstMin + 4 * HOUR_MIN, ...bars.map(b => b.until));
  const offMin = minutesIntoHour(addMinutes(from, firstMin), timeZone);
  const leastMin = firstMin - offMin;
  const mostMin = leastMin + Math.ceil((lastMin - leastMin) / HOUR_MIN) * HOUR_MIN;
  const perMin = (widthPx - LABEL_PX - RIGHT_PX) / (mostMin - leastMin);
  const everyHours = Math.max(1, Math.ceil(44 / perMin / HOUR_MIN));
  return { leastMin, mostMin, everyHours, xOf: at => LABEL_PX + (at - leastMin) * perMin };
}

/** Minutes since the clock last struck. */
const minutesIntoHour = (at: Instant, timeZone: string): number =>
  Number(dates.time(at, timeZone).slice(-2)) || 0;
