import { addMonths, type Day } from '../calendar/day.ts';

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

export type ReadDate =
  | { readonly day: Day; readonly isMonthOnly?: boolean }
  | { readonly unclear: true }
  | undefined;

const dayText = (year: number, month: number, day: number): Day | undefined => {
  const full = year < 100 ? 2000 + year : year;
  const text = `${full}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const isReal =
    month >= 1 &&
    month <= 12 &&
    day >= 1 &&
    addMonths(`${full}-01-${String(Math.min(day, 31)).padStart(2, '0')}`, month - 1) === text;
  return isReal ? text : undefined;
};

/** Reads a date as people write it; 3/4/26 is unclear until somebody says which comes first. */
export function readDate(text: string, dayFirst: boolean | undefined): ReadDate {
  const t = text.trim().toLowerCase();
  const iso = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})$/.exec(t);
  const named =
    /^(?:(\d{1,2})(?:st|nd|rd|th)?[ .-]+)?([a-z]{3})[a-z]*[ .,'-]+(?:(\d{1,2})(?:st|nd|rd|th)?,?[ ]+)?'?(\d{4}|\d{2})$/.exec(
      t,
    );
  const numbers = /^(\d{1,2})[-./](\d{1,2})[-./](\d{4}|\d{2})$/.exec(t);
  const asDay = (day: Day | undefined, more = {}): ReadDate => (day ? { day, ...more } : undefined);
  if (iso) return asDay(dayText(Number(iso[1]), Number(iso[2]), Number(iso[3])));
  if (named) {
    const month = months.indexOf(named[2]!) + 1;
    const day = named[1] ?? named[3];
    return asDay(dayText(Number(named[4]), month, day ? Number(day) : 1), day ? {} : { isMonthOnly: true });
  }
  if (!numbers) return undefined;
  const [a, b, year] = [Number(numbers[1]), Number(numbers[2]), Number(numbers[3])];
  if (a > 12 && b > 12) return undefined;
  if (a > 12 || (a === b && a <= 12)) return asDay(dayText(year, b, a));
  if (b > 12) return asDay(dayText(year, a, b));
  if (dayFirst === undefined) return { unclear: true };
  return asDay(dayFirst ? dayText(year, b, a) : dayText(year, a, b));
}
