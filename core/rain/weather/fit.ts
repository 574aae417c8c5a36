import { addDays, type Day } from '../../base/day.ts';
import { USUAL_YEAR_CV } from './climates.ts';
import type { RainRecord } from './dailyRecord.ts';
import {
  type DailyRain,
  generateRain,
  type MonthRain,
  modelOf,
  monthsOfRain,
  type RainModel,
} from './generator.ts';
import { MONTH_DAYS, MONTH_OF_DAY, MONTHS, type Normals, sumOf, WET_MM, YEAR_DAYS } from './normals.ts';

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

/** Totals of years (mm) that a record has whole. */
function yearTotals({ from, mm }: RainRecord): number[] {
  const years = new Map<string, { mm: number; days: number }>();
  mm.forEach((rain, i) => {
    const key = addDays(from, i).slice(0, 4);
    const sum = years.get(key) ?? { mm: 0, days: 0 };
    years.set(key, { mm: sum.mm + rain, days: sum.days + 1 });
  });
  return [...years.values()].filter(y => y.days >= YEAR_DAYS).map(y => y.mm);
}

/** Standard deviation ÷ mean; 0 of fewer than two. */
export function cvOf(totals: readonly number[]): number {
  if (totals.length < 2) return 0;
  const mean = sumOf(totals) / totals.length;
  return mean === 0 ? 0 : Math.sqrt(sumOf(totals.map(t => (t - mean) ** 2)) / (totals.length - 1)) / mean;
}

const madeTotals = ({ mm, years }: DailyRain): number[] =>
  Array.from({ length: years }, (_, year) =>
    mm.subarray(year * YEAR_DAYS, (year + 1) * YEAR_DAYS).reduce((sum, rain) => sum + rain, 0),
  );

/** From so many years on a record teaches how wet days follow each other and how years differ. */
export const TEACHING_YEARS = 10;
/** Fewer wet days, or days after such, teach nothing of a month. */
const LEAST_TAUGHT = 30;

interface MonthTaught {
  readonly afterWet: number;
  readonly wetAfterWet: number;
  readonly afterDry: number;
  readonly wetAfterDry: number;
  readonly amounts: readonly number[];
}

function taughtBy({ from, mm }: RainRecord): MonthTaught[] {
  const months = Array.from({ length: MONTHS }, () => ({
    ...{ afterWet: 0, wetAfterWet: 0, afterDry: 0, wetAfterDry: 0 },
    amounts: [] as number[],
  }));
  mm.forEach((rain, i) => {
    const month = months[monthOf(addDays(from, i))]!;
    const isWet = rain >= WET_MM;
    if (isWet) month.amounts.push(rain);
    if (i === 0) return;
    if (mm[i - 1]! >= WET_MM) {
      month.afterWet += 1;
      if (isWet) month.wetAfterWet += 1;
    } else {
      month.afterDry += 1;
      if (isWet) month.wetAfterDry += 1;
    }
  });
  return months;
}

/** Gamma of what falls beyond the least of a wet day, by its mean and its spread (method of moments). */
function amountsOf(month: MonthRain, { amounts }: MonthTaught, meanMm: number): MonthRain {
  const beyond = meanMm - WET_MM;
  const mean = sumOf(amounts) / amounts.length;
  const variance = sumOf(amounts.map(a => (a - mean) ** 2)) / (amounts.length - 1);
  if (beyond <= 0 || variance <= 0) return month;
  return { ...month, leastMm: WET_MM, shape: beyond ** 2 / variance, scaleMm: variance / beyond };
}

/**
 * What a record teaches of its place: how wet days follow wet and dry ones, what falls on a wet day and how that spreads, month by
 * month, days under 0.2 mm taken for dry; and how much its years differ beyond what such days make by themselves. A month of which
 * it has too few wet days is made from its mean. Of fewer than ten years it teaches nothing but the means.
 */
export function learn(record: RainRecord, seed: number): RainModel {
  const normals = normalsOf(record);
  const months = monthsOfRain(normals);
  const totals = yearTotals(record);
  if (totals.length < TEACHING_YEARS) return { months, yearCv: USUAL_YEAR_CV };
  const learnt = taughtBy(record).map((taught, i) => {
    const month = months[i]!;
    if (taught.amounts.length < LEAST_TAUGHT || Math.min(taught.afterWet, taught.afterDry) < LEAST_TAUGHT)
      return month;
    return amountsOf(
      {
        ...month,
        wetAfterWet: taught.wetAfterWet / taught.afterWet,
        wetAfterDry: taught.wetAfterDry / taught.afterDry,
      },
      taught,
      normals.rainMm[i]! / normals.wetDays[i]!,
    );
  });
  // what its days alone make of years; the rest is a factor of the year: (1 + cv²) of both multiply
  const own = cvOf(madeTotals(generateRain({ months: learnt, yearCv: 0 }, FIT_YEARS, seed)));
  const rest = (1 + cvOf(totals) ** 2) / (1 + own ** 2) - 1;
  return { months: learnt, yearCv: Math.sqrt(Math.max(0, rest)) };
}

/** How a generator's years compare with what they were made from. */
export interface Fit {
  readonly months: readonly {
    readonly normalMm: number;
    readonly madeMm: number;
    readonly normalWet: number;
    readonly madeWet: number;
  }[];
  /** The longest dry run of a year, on the mean (days). */
  readonly madeDryDays: number;
  /** How much years differ as a whole (standard deviation ÷ mean). */
  readonly madeCv: number;
  /** The same of a record, where years are made from one that teaches. */
  readonly record?: { readonly dryDays: number; readonly cv: number };
}

/** Years that a fit is judged by. */
const FIT_YEARS = 400;

const madeMonths = ({ mm, years }: DailyRain) => {
  const sums = Array.from({ length: MONTHS }, () => ({ mm: 0, wet: 0 }));
  mm.forEach((rain, i) => {
    const sum = sums[MONTH_OF_DAY[i % YEAR_DAYS]!]!;
    sum.mm += rain;
    if (rain >= WET_MM) sum.wet += 1;
  });
  return sums.map(({ mm: total, wet }) => ({ mm: total / years, wet: wet / years }));
};

/**
 * Made years beside what they are made from: month by month, and what they keep of its dry runs and of how its years differ.
 * @param from normals and how much years differ, or a record
 */
export function fitOf(
  from: { normals: Normals; yearCv: number } | { record: RainRecord },
  seed: number,
): Fit {
  const record = 'record' in from ? from.record : undefined;
  const normals = 'record' in from ? normalsOf(from.record) : from.normals;
  const model = 'record' in from ? learn(from.record, seed) : modelOf(from.normals, from.yearCv);
  const made = generateRain(model, FIT_YEARS, seed);
  return {
    months: madeMonths(made).map(({ mm, wet }, month) => ({
      normalMm: normals.rainMm[month]!,
      madeMm: mm,
      normalWet: normals.wetDays[month]!,
      madeWet: wet,
    })),
    madeDryDays: meanLongestDry(made.mm),
    madeCv: cvOf(madeTotals(made)),
    ...(record && yearTotals(record).length >= 2
      ? { record: { dryDays: meanLongestDry(record.mm), cv: cvOf(yearTotals(record)) } }
      : {}),
  };
}
