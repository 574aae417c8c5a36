import { addMonths, type Day } from '../../base/day.ts';
import { MOST_TYPED } from '../../base/units/number.ts';

const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** What a date is of, where the cell says it: "exp. 6/2030" is no day of filling. */
export type DateOf = 'until' | 'filled' | 'bought';

export type ReadDate =
  | { readonly day: Day; readonly isMonthOnly?: boolean; readonly of?: DateOf }
  | { readonly unclear: true }
  | undefined;

const dayText = (year: number, month: number, day: number): Day | undefined => {
  const full = year < 100 ? 2000 + year : year;
  if (full < 1000) return undefined;
  const text = `${full}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const isReal =
    month >= 1 &&
    month <= 12 &&
    day >= 1 &&
    addMonths(`${full}-01-${String(Math.min(day, 31)).padStart(2, '0')}`, month - 1) === text;
  return isReal ? text : undefined;
};

const ofs: readonly (readonly [DateOf, RegExp])[] = [
  [
    'until',
    /^(?:exp(?:ir(?:es|y|ation|ed))?|best(?: before| by)?|bbe?|use by|good until|until)\b(?: (?:date|on|end(?: of)?|in))?[.:, ]*/,
  ],
  ['bought', /^(?:bought|purchased|got|delivered)\b(?: (?:on|in))?[.:, ]*/],
  ['filled', /^(?:filled|packed|stored|put up|date)\b(?: (?:on|in))?[.:, ]*/],
];

/**
 * Reads a date as people write it, with what it is a date of where that stands beside it; 3/4/26 is unclear until which comes first
 * is known. A month alone is its first day: water is no younger, and keeps no longer.
 */
export function readDate(text: string, dayFirst: boolean | undefined): ReadDate {
  if (text.length > MOST_TYPED) return undefined;
  const t = text.trim().toLowerCase();
  const said = ofs.find(([, words]) => words.test(t));
  if (!said) return dateOf(t, dayFirst);
  const date = dateOf(t.replace(said[1], ''), dayFirst);
  return date && 'day' in date ? { ...date, of: said[0] } : date;
}

function dateOf(t: string, dayFirst: boolean | undefined): ReadDate {
  const iso = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})$/.exec(t);
  const named =
    /^(?:(\d{1,2})(?:st|nd|rd|th)?[ .-]+)?([a-z]{3})[a-z]*[ .,'-]+(?:(\d{1,2})(?:st|nd|rd|th)?,?[ ]+)?'?(\d{4}|\d{2})$/.exec(
      t,
    );
  const month = /^(\d{1,2})[-./ ](\d{4})$/.exec(t) ?? /^(?<year>\d{4})[-./ ](\d{1,2})$/.exec(t);
  const numbers = /^(\d{1,2})[-./](\d{1,2})[-./](\d{4}|\d{2})$/.exec(t);
  const asDay = (day: Day | undefined, more = {}): ReadDate => (day ? { day, ...more } : undefined);
  if (month) {
    const [of, year] = month.groups?.year ? [month[2], month[1]] : [month[1], month[2]];
    return asDay(dayText(Number(year), Number(of), 1), { isMonthOnly: true });
  }
  if (iso) return asDay(dayText(Number(iso[1]), Number(iso[2]), Number(iso[3])));
  if (named) {
    const nth = months.indexOf(named[2]!) + 1;
    const day = named[1] ?? named[3];
    return asDay(dayText(Number(named[4]), nth, day ? Number(day) : 1), day ? {} : { isMonthOnly: true });
  }
  if (!numbers) return undefined;
  const [a, b, year] = [Number(numbers[1]), Number(numbers[2]), Number(numbers[3])];
  if (a > 12 && b > 12) return undefined;
  if (a > 12 || (a === b && a <= 12)) return asDay(dayText(year, b, a));
  if (b > 12) return asDay(dayText(year, a, b));
  if (dayFirst === undefined) return { unclear: true };
  return asDay(dayFirst ? dayText(year, b, a) : dayText(year, a, b));
}
