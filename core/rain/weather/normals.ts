/** Months of a year; every list of months begins with January. */
export const MONTHS = 12;
/** Days of each month; a generated year has no 29 February. */
export const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;
export const YEAR_DAYS = 365;

/** How many years so many days of a record are. */
export const yearsOf = (days: ArrayLike<unknown>): number => days.length / 365.25;

/** The month of each day of a generated year (0 is January). */
export const MONTH_OF_DAY: Uint8Array = Uint8Array.from(
  MONTH_DAYS.flatMap((days, month) => Array.from({ length: days }, () => month)),
);

/** A day counts as wet from here on (mm): what a common gauge can tell from nothing (WMO, a rain day). */
export const WET_MM = 0.2;

/** Means of each month over many years, as agencies print them. */
export interface Normals {
  /** Rain of the month (mm). */
  readonly rainMm: readonly number[];
  /** Days with rain. */
  readonly wetDays: readonly number[];
  /** Mean temperature (°C): what falls below 0 is snow, and is not caught. */
  readonly meanC: readonly number[];
}

/** What is wrong with a month of normals, and which; undefined where nothing is. */
export interface NormalFault {
  readonly month: number;
  readonly why: 'negative' | 'too-many-days' | 'rain-without-days' | 'days-without-rain' | 'too-much';
}

/** More rain than fell in any month anywhere (Cherrapunji, July 1861: 9,300 mm); what is above is a slip. */
const MOST_MONTH_MM = 9300;

/** The first month that cannot be as it is typed. */
export function faultOfNormals({
  rainMm,
  wetDays,
}: Pick<Normals, 'rainMm' | 'wetDays'>): NormalFault | undefined {
  for (let month = 0; month < MONTHS; month++) {
    const [rain, days] = [rainMm[month] ?? 0, wetDays[month] ?? 0];
    const why =
      rain < 0 || days < 0
        ? 'negative'
        : days > MONTH_DAYS[month]!
          ? 'too-many-days'
          : rain > MOST_MONTH_MM
            ? 'too-much'
            : rain > 0 && days === 0
              ? 'rain-without-days'
              : days > 0 && rain === 0
                ? 'days-without-rain'
                : undefined;
    if (why) return { month, why };
  }
  return undefined;
}

/** The sum of the months. */
export const sumOf = (months: readonly number[]): number => months.reduce((sum, one) => sum + one, 0);
