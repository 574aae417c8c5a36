/** The mark between whole and fraction that a person's language writes. */
export type DecimalMark = '.' | ',';

/** A number at the head of a text, and what stands behind it; or two numbers that the same marks could be. */
export type ReadNumber =
  | { readonly value: number; readonly rest: string }
  | { readonly readings: readonly [number, number]; readonly rest: string };

const vulgar: Readonly<Record<string, number>> = {
  '⅛': 1 / 8,
  '¼': 1 / 4,
  '⅜': 3 / 8,
  '½': 1 / 2,
  '⅝': 5 / 8,
  '¾': 3 / 4,
  '⅞': 7 / 8,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
};

const spoken: Readonly<Record<string, number>> = Object.fromEntries(
  'one two three four five six seven eight nine ten eleven twelve'
    .split(' ')
    .map((word, i) => [word, i + 1] as const),
);

const SPACES = /[ \u00a0\u2009\u202f]/g;
const DIGITS = /^\d+(?:[ \u00a0\u2009\u202f]\d{3}(?!\d))*(?:[.,]\d+)*/;

/**
 * What marks between digits mean. Where both stand, the last is the decimal mark; where one stands more than once, it parts
 * thousands; once, with other than three digits behind it or a zero before it, it is a decimal mark in every language.
 * Otherwise the person's language decides, and a language with a decimal comma that meets "1.500" has to ask.
 */
function marksOf(digits: string, decimal: DecimalMark): number | readonly [number, number] | undefined {
  const text = digits.replace(SPACES, '');
  const marks = [...text].filter(c => c === '.' || c === ',');
  if (marks.length === 0) return Number(text);
  const [whole = '', ...parts] = text.split(/[.,]/);
  const last = marks.at(-1)!;
  const isGroups = (groups: readonly string[]) =>
    whole.length <= 3 && !whole.startsWith('0') && groups.every(g => g.length === 3);
  const asDecimal = () => Number(`${whole}${parts.slice(0, -1).join('')}.${parts.at(-1)}`);
  const asThousands = () => Number(whole + parts.join(''));
  if (marks.length > 1) {
    if (marks.every(mark => mark === last)) return isGroups(parts) ? asThousands() : undefined;
    const others = marks.slice(0, -1);
    return others.every(mark => mark !== last) && isGroups(parts.slice(0, -1)) ? asDecimal() : undefined;
  }
  if (text !== digits || !isGroups(parts)) return asDecimal();
  if (last !== decimal) return decimal === '.' ? asThousands() : [asDecimal(), asThousands()];
  return asDecimal();
}

/** Nobody types a figure with its unit in more characters; what is longer is no figure, and is not searched for one. */
export const MOST_TYPED = 200;
/** A cell of a table is read so far; a book in one cell is none of a table's. */
const MOST_CELL = 1000;
/** The apostrophe that a table has before what a spreadsheet would run. */
const NOT_RUN = /^'(?=[=+\-@\t\r])/;

/** A cell of a table as it was meant: no longer than one is, and without the mark that keeps spreadsheets from running it. */
export const cellOf = (text: string): string =>
  (text.length > MOST_CELL ? text.slice(0, MOST_CELL) : text).replace(NOT_RUN, '');
const SIGN = /^[-−–]\s*/;

/**
 * Reads "1 1/2", "½", "1,5", "1,000", "−3", "two" or ".6" from the head of a text.
 * @param decimal the mark that the person's language writes; English where it is not known
 * @returns undefined where the text begins with no number
 */
export function readNumber(text: string, decimal: DecimalMark = '.'): ReadNumber | undefined {
  const t = text.trim().replace(/^\+\s*/, '');
  if (t.length > MOST_TYPED) return undefined;
  const sign = SIGN.exec(t);
  if (sign) {
    const unsigned = t.slice(sign[0].length);
    // two signs are no number
    const positive = SIGN.test(unsigned) ? undefined : readNumber(unsigned, decimal);
    if (!positive) return undefined;
    if ('value' in positive) return { ...positive, value: -positive.value };
    return { ...positive, readings: [-positive.readings[0], -positive.readings[1]] };
  }
  const mixed = /^(\d+)?\s*([⅛¼⅜½⅝¾⅞⅓⅔])/.exec(t);
  if (mixed) return { value: Number(mixed[1] ?? 0) + vulgar[mixed[2]!]!, rest: t.slice(mixed[0].length) };
  const fraction = /^(?:(\d+)[\s-]+)?(\d+)\s*[/⁄]\s*(\d+)(?![\d/])/.exec(t);
  if (fraction && Number(fraction[3]) > 0) {
    const value = Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
    return { value, rest: t.slice(fraction[0].length) };
  }
  const word = /^([a-z]+)\b/i.exec(t)?.[1]?.toLowerCase();
  if (word && word in spoken) return { value: spoken[word]!, rest: t.slice(word.length) };
  const head = /^[.,]\d+/.exec(t)?.[0];
  if (head) return { value: Number(`0.${head.slice(1)}`), rest: t.slice(head.length) };
  const digits = DIGITS.exec(t)?.[0];
  if (!digits) return undefined;
  const read = marksOf(digits, decimal);
  if (read === undefined) return undefined;
  const rest = t.slice(digits.length);
  return typeof read === 'number' ? { value: read, rest } : { readings: read, rest };
}
