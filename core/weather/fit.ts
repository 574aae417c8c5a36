import { addDays, type Day } from '../calendar/day.ts';
import type { RainRecord } from './dailyRecord.ts';
import { type DailyRain, generateRain } from './generator.ts';
import { MONTH_DAYS, MONTH_OF_DAY, MONTHS, type Normals, WET_MM, YEAR_DAYS } from './normals.ts';

/** Warmth of months of which nobody measured any: mild, so that nothing is taken for snow (°C). */
const UNKNOWN_C = 10;

interface MonthSums {
  readonly days: number[];
  readonly mm: number[];
  readonly wet: number[];
  readonly warm: number[];
  readonly warmDays: number[];
}

/** The month of a day (0 is January). */
const monthOf = (day: Day): number => Number(day.slice(5, 7)) - 1;

function sumsOf({ from, mm, meanC }: RainRecord): MonthSums {
  const empty = () => Array.from({ length: MONTHS }, () => 0);
  const sums = { days: empty(), mm: empty(), wet: empty(), warm: empty(), warmDays: empty() };
  mm.forEach((rain, i) => {
    const month = monthOf(addDays(from, i));
    sums.days[month]! += 1;
    // what a gauge can hardly tell from nothing is rain of the month, and no wet day
    sums.mm[month]! += rain;
    if (rain >= WET_MM) sums.wet[month]! += 1;
    const c = meanC?.[i];
    if (c === undefined) return;
    sums.warm[month]! += c;
    sums.warmDays[month]! += 1;
  });
  return sums;
}

/** The normals of a record: each month's mean rain, wet days (0.2 mm or more) and warmth. A month it has no day of is dry. */
export function normalsOf(record: RainRecord): Normals {
  const { days, mm, wet, warm, warmDays } = sumsOf(record);
  const perMonth = (sums: readonly number[]) =>
    sums.map((sum, month) => (days[month] ? (sum / days[month]!) * MONTH_DAYS[month]! : 0));
  const wetDays = perMonth(wet);
  return {
    rainMm: perMonth(mm).map((rain, month) => (wetDays[month] === 0 ? 0 : rain)),
    wetDays,
    meanC: warm.map((sum, month) => (warmDays[month] ? sum / warmDays[month]! : UNKNOWN_C)),
  };
}

/** Days of each year's longest run without a wet day, on the mean. */
export function meanLongestDry(mm: ArrayLike<number>, daysOfYear = YEAR_DAYS): number {
  let [sum, years] = [0, 0];
  for (let start = 0; start + daysOfYear <= mm.length; start += daysOfYear) {
    let [run, longest] = [0, 0];
    for (let i = start; i < start + daysOfYear; i++) {
      run = mm[i]! < WET_MM ? run + 1 : 0;
      if (run > longest) longest = run;
    }
    sum += longest;
    years += 1;
  }
  return years === 0 ? 0 : sum / years;
}

/** How a generator's years compare with what they were made from. */
export interface Fit {
  readonly months: readonly {
    readonly normalMm: number;
    readonly madeMm: number;
    readonly normalWet: number;
    readonly madeWet: number;
  }[];
  /** The longest dry run of a year, on the mean (days); of the record only where there is one. */
  readonly madeDryDays: number;
  readonly recordDryDays?: number;
}

/** Years that a fit is judged by. */
const FIT_YEARS = 200;

const madeMonths = ({ mm, years }: DailyRain) => {
  const sums = Array.from({ length: MONTHS }, () => ({ mm: 0, wet: 0 }));
  mm.forEach((rain, i) => {
    const sum = sums[MONTH_OF_DAY[i % YEAR_DAYS]!]!;
    sum.mm += rain;
    if (rain > 0) sum.wet += 1;
  });
  return sums.map(({ mm: total, wet }) => ({ mm: total / years, wet: wet / years }));
};

/** The generator beside its normals, month by month, and its dry runs beside those of the record: they are too short. */
export function fitOf(normals: Normals, seed: number, record?: RainRecord): Fit {
  const made = generateRain(normals, FIT_YEARS, seed);
  return {
    months: madeMonths(made).map(({ mm, wet }, month) => ({
      normalMm: normals.rainMm[month]!,
      madeMm: mm,
      normalWet: normals.wetDays[month]!,
      madeWet: wet,
    })),
    madeDryDays: meanLongestDry(made.mm),
    ...(record ? { recordDryDays: meanLongestDry(record.mm) } : {}),
  };
}
