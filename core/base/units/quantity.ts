import { type Dimension, dimensionOf } from './dimension.ts';
import { type DecimalMark, MOST_TYPED, readNumber } from './number.ts';
import type { UnitSystem } from './system.ts';
import { chiefWords, ownOf } from './words.ts';

export type { Dimension } from './dimension.ts';

export type Unread =
  | {
      readonly ok: false;
      readonly why: 'empty' | 'no-number' | 'two-numbers' | 'no-unit';
      readonly text: string;
    }
  /** One form, two numbers ("1.500" where people write a decimal comma): it is asked. */
  | {
      readonly ok: false;
      readonly why: 'two-ways';
      readonly text: string;
      readonly readings: readonly [number, number];
    }
  /** What stands behind the number is no unit of this blank; `units` are. */
  | {
      readonly ok: false;
      readonly why: 'unknown-unit';
      readonly text: string;
      readonly units: readonly string[];
    };

/** `isBare` where no unit was written: it was taken to be the blank's own. */
export type Parsed = { readonly ok: true; readonly value: number; readonly isBare?: true } | Unread;

/** How somebody types: their units, the decimal mark of their language, and the powder that a spoon is of. */
export interface Typing {
  readonly units: UnitSystem;
  readonly decimal?: DecimalMark;
  /** What a litre of a powder weighs (kg): spoons and cups of it become grams. */
  readonly powderKgL?: number | undefined;
}

/** Words for water that nobody holds a thermometer into: each is the coldest that it may mean (°C), which is the safe side. */
export const warmthC = { painfully: 0.5, cold: 5, cool: 10, warm: 20 } as const;
export type Warmth = keyof typeof warmthC;

const warmthWords: Readonly<Record<string, Warmth>> = {
  'painfully cold': 'painfully',
  'painful cold': 'painfully',
  icy: 'painfully',
  'ice cold': 'painfully',
  cold: 'cold',
  cool: 'cool',
  warm: 'warm',
};

/** "7-8", "7 to 8", "7..8": two numbers where one is asked. */
const RANGE = /^\s*(?:-|–|—|\.\.+|…|to\b|or\b|bis\b|±)\s*[\d.,⅛¼⅜½⅝¾⅞⅓⅔]/i;

/** "pH 7", "N 54.4", "W3": a sign before the number. */
const LEADING: Partial<Record<Dimension, RegExp>> = {
  ph: /^(ph)\s*/i,
  latitudeDeg: /^([ns])\s*(?=\d)/i,
  longitudeDeg: /^([ew])\s*(?=\d)/i,
  money: /^([$€£])\s*/,
};

const HEMISPHERE = /(?:^|[° ])(?:[nsew]|north|south|east|west)$/;

const wordOf = (text: string): string =>
  text
    .trim()
    .toLowerCase()
    // the Greek letter and the sign for micro are written alike
    .replaceAll('\u03bc', '\u00b5')
    .replace(/\.(?=\s|$)/g, '')
    .replace(/^\.+/, '')
    .replace(/\s+/g, ' ');

/**
 * Reads a quantity as people type it: "5 gal", "⅛ tsp", "20L", "1,5", "5 gal 2 qt", "pH 7", "35 S", "8 months" in a blank of
 * years. A figure alone is in the blank's own unit, by the person's system. What stands behind a number is understood or
 * refused, never dropped.
 *
 * @returns the value in the unit that the dimension is named for, or why it was not read
 * @example parseQuantity('⅛ tsp', 'doseMl', { units: 'US' }) // value 0.616
 */
export function parseQuantity(text: string, dimension: Dimension, typing: Typing): Parsed {
  const { measure, own = 1, bare, asked } = dimensionOf(dimension);
  const typed = text.trim();
  if (typed === '') return { ok: false, why: 'empty', text };
  if (typed.length > MOST_TYPED)
    return { ok: false, why: 'no-number', text: `${typed.slice(0, MOST_TYPED)}…` };
  const warmth = warmthWords[typed.toLowerCase().replace(/\s+/g, ' ')];
  if (warmth && dimension === 'waterC') return { ok: true, value: warmthC[warmth] };
  const lead = LEADING[dimension]?.exec(typed);
  const body = lead ? typed.slice(lead[0].length) : typed;
  const number = readNumber(body, typing.decimal);
  if (!number) return { ok: false, why: 'no-number', text: typed };
  if ('readings' in number) return { ok: false, why: 'two-ways', text: typed, readings: number.readings };
  if (RANGE.test(number.rest)) return { ok: false, why: 'two-numbers', text: typed };
  const word = wordOf(number.rest);
  const refused = { ok: false, why: 'unknown-unit', text: word, units: chiefWords(measure) } as const;
  if (lead && word !== '' && word !== '°') return refused;
  const sign = lead && measure !== 'money' ? lead[1]!.toLowerCase() : '';
  if (word === '') {
    // nothing is nothing in any unit
    if (asked?.includes(typing.units) && number.value !== 0)
      return { ok: false, why: 'no-unit', text: typed };
    const bareWord = sign || bare?.[typing.units];
    const value =
      bareWord === undefined ? number.value : ownOf(bareWord, measure, typing.units)!(number.value) / own;
    return sign ? { ok: true, value } : { ok: true, value, isBare: true };
  }
  // "-35 S" is two signs
  if (number.value < 0 && HEMISPHERE.test(word)) return { ok: false, why: 'two-numbers', text: typed };
  const toOwn = lead ? ownOf(sign || word, measure, typing.units) : unitOf(word, dimension, typing);
  if (toOwn) return { ok: true, value: toOwn(number.value) / own };
  return compound(number, dimension, typing) ?? refused;
}

/** Factor of a word, and of a spoon of powder where a mass is asked. */
function unitOf(word: string, dimension: Dimension, { units, powderKgL }: Typing) {
  const { measure, spoons } = dimensionOf(dimension);
  const toOwn = ownOf(word, measure, units);
  if (toOwn || !spoons || powderKgL === undefined) return toOwn;
  const litres = ownOf(word, 'volume', units);
  return litres && ((value: number) => litres(value) * powderKgL * 1000);
}

/** "5 gal 2 qt", "5 ft 6 in", "1 h 30 min": a figure with its unit, and less than one of that unit behind it. */
function compound(
  head: { readonly value: number; readonly rest: string },
  dimension: Dimension,
  typing: Typing,
): Parsed | undefined {
  const at = head.rest.search(/[\d½¼¾⅛]/);
  if (at <= 0) return undefined;
  const toOwn = unitOf(wordOf(head.rest.slice(0, at).replace(/\b(?:and|,|\+)\s*$/i, '')), dimension, typing);
  const tail = head.rest.slice(at);
  // the smaller part says its own unit
  if (!toOwn || !/[a-z'"′″’”µ]/i.test(tail)) return undefined;
  const less = parseQuantity(tail, dimension, typing);
  if (!less.ok) return undefined;
  const { own = 1 } = dimensionOf(dimension);
  const [whole, one] = [toOwn(head.value) / own, toOwn(1) / own];
  return less.value >= 0 && less.value < one ? { ok: true, value: whole + less.value } : undefined;
}
