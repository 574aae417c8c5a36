import { type DecimalMark, MOST_TYPED, readNumber } from '../../base/units/number.ts';
import { parseQuantity } from '../../base/units/quantity.ts';
import type { UnitSystem } from '../../base/units/system.ts';
import type { Shape } from './kinds.ts';

/** A unit that a column's figures are in, where its heading or a person says so. */
export type ColumnUnit = 'L' | 'mL' | 'US gal' | 'imp gal' | 'US qt' | 'm³';
export const columnUnits: readonly ColumnUnit[] = ['L', 'mL', 'US gal', 'imp gal', 'US qt', 'm³'];

export interface ReadSize {
  readonly count: number;
  readonly litres: number;
  readonly shape?: Shape;
  /** What is in it, where the size says that: "55 gallon (half)". */
  readonly share?: number;
}

/** Why a size was not read: no figure in it; one without a unit, or that can be two numbers, which is asked once; one below 0. */
export type UnreadSize = 'unread' | 'no-unit' | 'two-ways' | 'negative';

/** How a list writes: whose gallons, the unit of a column's bare figures, and the decimal mark, where it is known. */
export interface Writing {
  readonly units: UnitSystem;
  readonly unit?: ColumnUnit | undefined;
  readonly decimal?: DecimalMark | undefined;
}

/** "1.500" and "1,500": one and a half, or fifteen hundred. */
const TWO_WAYS = /(?<![\d.,])[1-9]\d{0,2}[.,]\d{3}(?![\d.,])/;

const shapeWords: readonly (readonly [Shape, RegExp])[] = [
  ['drum', /drum|barrel/],
  ['tote', /tote|caged|ibc/],
  ['can', /jerry|can\b/],
  ['jug', /jug|carboy|demijohn|cooler/],
  ['cube', /cube|carrier/],
  ['jar', /jar/],
  ['bottle', /bottle|pet\b/],
  ['pouch', /pouch|sachet/],
  ['tank', /tank|cistern/],
];
const shapeOf = (text: string): Shape | undefined => shapeWords.find(([, word]) => word.test(text))?.[0];

/** Words that may stand behind a size and say nothing about it. */
const VESSEL =
  /\b(?:drums?|barrels?|totes?|caged|ibcs?|jerry ?cans?|jerrys?|cans?|jugs?|carboys?|demijohns?|coolers?|cubes?|carriers?|jars?|bottles?|pets?|pouch(?:es)?|sachets?|tanks?|cisterns?|containers?|butts?|buckets?|pails?|bladders?|bath ?tubs?|lids?|mason|canning|size|each|ea|plastic|glass|steel|metal|blue|white|clear|green|black|red|old|new|big|small|large|with|w\/?|and|a|the|of|tap|lid|spout|food ?grade|water|rain)\b/g;

/** "(half)", "half full": what is in it. */
const SHARE = /\(?\b(half|a third|a quarter|three quarters|full|empty|nearly full)(?: full)?\b\)?/;
const shares: Readonly<Record<string, number>> = {
  half: 0.5,
  'a third': 1 / 3,
  'a quarter': 0.25,
  'three quarters': 0.75,
  full: 1,
  'nearly full': 0.9,
  empty: 0,
};

/** A part of the vessel in a column of amounts: "half full", "3/4", "½", "75 %". */
const parts: Readonly<Record<string, number>> = {
  full: 1,
  'nearly full': 0.9,
  'three quarters': 0.75,
  half: 0.5,
  'a third': 1 / 3,
  'one third': 1 / 3,
  'two thirds': 2 / 3,
  'a quarter': 0.25,
  'one quarter': 0.25,
  empty: 0,
  '½': 0.5,
  '¼': 0.25,
  '¾': 0.75,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '⅛': 0.125,
};

/** What a cell says of how full a vessel is, from 0 to 1; undefined where it says an amount, or nothing of the kind. */
export function partOf(text: string): number | undefined {
  if (text.length > MOST_TYPED) return undefined;
  const t = text
    .trim()
    .toLowerCase()
    .replace(/\s+full$/, '')
    .replace(/^(?:about|ca\.?|~)\s*/, '')
    .trim();
  if (Object.hasOwn(parts, t)) return parts[t];
  const fraction = /^([1-9]\d?)\s*\/\s*([1-9]\d?)$/.exec(t);
  if (fraction) {
    const share = Number(fraction[1]) / Number(fraction[2]);
    return share <= 1 ? share : undefined;
  }
  const percent = /^(\d{1,3})\s*%$/.exec(t);
  return percent && Number(percent[1]) <= 100 ? Number(percent[1]) / 100 : undefined;
}

/** Whether a cell says how full a vessel is. @example isPart('half') // true */
export const isPart = (text: string): boolean => partOf(text) !== undefined;

/** The unit that a heading names: "Size (gal)", "litres". */
export function unitOfHeading(heading: string, gallon: 'US gal' | 'imp gal'): ColumnUnit | undefined {
  const words = ` ${heading.toLowerCase().replace(/[^\p{L}³]+/gu, ' ')} `;
  if (/ (?:ml|millilit(?:re|er)s?) /.test(words)) return 'mL';
  if (/ (?:l|lit(?:re|er)s?|ltrs?) /.test(words)) return 'L';
  if (/ (?:imp|imperial|uk) gal/.test(words)) return 'imp gal';
  if (/ us gal/.test(words)) return 'US gal';
  if (/ (?:gals?|gallons?) /.test(words)) return gallon;
  if (/ (?:qts?|quarts?) /.test(words)) return 'US qt';
  return / (?:m³|m3|cubic met(?:re|er)s?) /.test(words) ? 'm³' : undefined;
}

/** Litres of a figure, with its own unit or the column's. */
export function readVolume(text: string, { units, unit, decimal }: Writing): number | UnreadSize {
  if (!decimal && TWO_WAYS.test(text)) return 'two-ways';
  // where the comma is the decimal mark, points part thousands
  const plain = decimal === ',' ? text.replace(/(\d)\.(?=\d{3}(?!\d))/g, '$1') : text;
  const parsed = parseQuantity(plain, 'volumeL', { units, decimal: decimal ?? '.' });
  if (!parsed.ok) return 'unread';
  if (parsed.value < 0) return 'negative';
  if (!parsed.isBare) return parsed.value;
  if (!unit) return 'no-unit';
  const inUnit = parseQuantity(`${plain.trim()} ${unit}`, 'volumeL', { units, decimal: decimal ?? '.' });
  return inUnit.ok ? inUnit.value : 'unread';
}

/** "case of 24", "24-pack", "flat of 12": so many of what the rest says. */
const CASE =
  /\b(?:cases?|packs?|flats?|trays?|crates?|box(?:es)?) of (\d+)\b|\b(\d+)\s*(?:-|\s)?\s*(?:pack|pk|ct|count|case)\b|(?:\/|\bper )\s*case\b/;

/** How many of a vessel a word says, wherever it stands; undefined where it says nothing of the kind, 0 where no figure is beside it. */
export function caseOf(text: string): number | undefined {
  if (text.length > MOST_TYPED) return undefined;
  const said = CASE.exec(text.toLowerCase());
  return said ? Number(said[1] ?? said[2] ?? 0) : undefined;
}

/**
 * A size as people write it: "20-gal", "2 x 1.5 l", "20 L x 3", "two 20 L", "55 gallon (half)", "½ gal", "208L barrel". Several
 * of a size are several containers. Whatever is left over once the figure, its unit and the vessel's name are read makes it
 * unread: half a size is none.
 */
export function readSize(text: string, writing: Writing): ReadSize | UnreadSize {
  let t = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const inCase = caseOf(t);
  if (inCase === 0) return 'unread';
  if (inCase !== undefined) t = t.replace(CASE, ' ').trim();
  const shape = shapeOf(t) ?? (inCase === undefined ? undefined : 'bottle');
  const said = SHARE.exec(t);
  const isShare = said !== null && /[\d½]/.test(t.slice(0, said.index));
  if (isShare) t = `${t.slice(0, said.index)} ${t.slice(said.index + said[0].length)}`;
  t = t
    .replace(VESSEL, ' ')
    .replace(/[(),;]+(?=\s|$)|(?<=\s)[(]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  // "20-gal": the hyphen joins, it parts no two numbers
  t = t.replace(/(\d)\s*-\s*(?=[a-z])/g, '$1 ');
  const before = /^(\d+|[a-z]+)\s*(?:x|×|\*)\s*(.+)$/.exec(t);
  const behind = /^(.+?)\s*(?:x|×|\*)\s*(\d+)$/.exec(t);
  const spoken = /^([a-z]+|\d+)\s+(?=[\d½¼¾⅛].*[a-z])(.+)$/.exec(t);
  const [counted, figure] = before
    ? [before[1]!, before[2]!]
    : behind
      ? [behind[2]!, behind[1]!]
      : spoken && countOf(spoken[1]!) !== undefined && !/^\d/.test(spoken[1]!)
        ? [spoken[1]!, spoken[2]!]
        : ['1', t];
  const count = countOf(counted);
  if (count === undefined) return 'unread';
  const litres = readVolume(figure, writing);
  if (typeof litres === 'string') return litres;
  if (litres === 0) return 'unread';
  return {
    count: count * (inCase ?? 1),
    litres,
    ...(shape ? { shape } : {}),
    ...(isShare ? { share: shares[said[1]!]! } : {}),
  };
}

function countOf(word: string): number | undefined {
  const read = readNumber(word);
  if (!read || !('value' in read) || read.rest !== '') return undefined;
  return Number.isInteger(read.value) && read.value >= 1 ? read.value : undefined;
}
