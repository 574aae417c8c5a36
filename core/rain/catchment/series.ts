import { addDays } from '../../base/day.ts';
import type { InLots } from '../../base/lots.ts';
import { type DailyRain, modelOf, RainGenerator } from '../weather/generator.ts';
import { MONTH_OF_DAY, YEAR_DAYS, yearsOf } from '../weather/normals.ts';
import type { Weather } from './question.ts';

/** Years made between two pauses. */
export const LOT_YEARS = 20;

/** A series of days with its months, in whole years. */
export interface Days {
  readonly years: number;
  readonly mm: ArrayLike<number>;
  readonly frozen: ArrayLike<number>;
  /** The month of a day, and the point of the fan that it tells, if any. */
  readonly month: (day: number) => number;
  readonly yearOf: (day: number) => number;
  readonly dayOfYear: (day: number) => number;
}

/** Series are made once: a hand that drags a blank asks for the same years over and over. */
const made = new Map<string, DailyRain>();
const MOST_MADE = 3;

function* madeYears({
  normals,
  yearCv,
  years,
  seed,
}: Extract<Weather, { by: 'normals' }>): InLots<DailyRain> {
  const key = JSON.stringify([normals, yearCv, seed]);
  const before = made.get(key);
  if (before && before.years >= years) {
    const days = years * YEAR_DAYS;
    return { years, mm: before.mm.subarray(0, days), frozen: before.frozen.subarray(0, days) };
  }
  const mm = new Float64Array(years * YEAR_DAYS);
  const frozen = new Uint8Array(years * YEAR_DAYS);
  const generator = new RainGenerator(modelOf(normals, yearCv), seed);
  const lot = LOT_YEARS * YEAR_DAYS;
  for (let at = 0; at < mm.length; at += lot) {
    generator.fill(mm.subarray(at, at + lot), frozen.subarray(at, at + lot));
    yield;
  }
  const rain = { years, mm, frozen };
  made.delete(key);
  made.set(key, rain);
  if (made.size > MOST_MADE) made.delete(made.keys().next().value!);
  return rain;
}

function recordDays({ from, mm, frozen }: Extract<Weather, { by: 'record' }>): Days {
  const dates = Array.from({ length: mm.length }, (_, i) => addDays(from, i));
  const starts = dates.map(day => Date.parse(`${day.slice(0, 4)}-01-01`));
  const first = Number(from.slice(0, 4));
  return {
    years: yearsOf(mm),
    mm,
    frozen,
    month: day => Number(dates[day]!.slice(5, 7)) - 1,
    yearOf: day => Number(dates[day]!.slice(0, 4)) - first,
    dayOfYear: day =>
      Math.min(YEAR_DAYS - 1, Math.round((Date.parse(dates[day]!) - starts[day]!) / 86_400_000)),
  };
}

/** The days of a weather: made, or as they were measured. */
export function* daysOf(weather: Weather): InLots<Days> {
  if (weather.by === 'record') return recordDays(weather);
  const { years, mm, frozen } = yield* madeYears(weather);
  return {
    years,
    mm,
    frozen,
    month: day => MONTH_OF_DAY[day % YEAR_DAYS]!,
    yearOf: day => Math.floor(day / YEAR_DAYS),
    dayOfYear: day => day % YEAR_DAYS,
  };
}

/** Years that some day of a series lies in: a record that begins in July has one more than it is long. */
export const calendarYears = ({ mm, yearOf }: Days): number =>
  mm.length === 0 ? 1 : yearOf(mm.length - 1) + 1;

/** A calendar year of which fewer days were measured is none: its dry or wet half is not there. */
export const LEAST_DAYS = 300;
