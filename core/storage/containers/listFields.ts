import { type DateOf, readDate } from './listDate.ts';
import { isPart, readSize, readVolume } from './listSize.ts';
import { readWater } from './listWater.ts';

/** What a column of a hand-kept list may hold. */
export const listFields = [
  'code',
  'size',
  'unit',
  'count',
  'place',
  'building',
  'shelf',
  'water',
  'origin',
  'litres',
  'filled',
  'until',
  'sealed',
  'opened',
  'residual',
  'held',
  'role',
  'state',
  'apart',
  'note',
  'ignore',
] as const;
export type ListField = (typeof listFields)[number];

/** Words that headings are written with, the surest first. */
const headings: readonly (readonly [ListField, readonly string[]])[] = [
  [
    'until',
    ['best before', 'use by', 'expires', 'expiry', 'expiry date', 'expiration', 'printed until', 'bbe'],
  ],
  // what the rules work out is not taken from a list; when it was bought is not when it was filled
  ['ignore', ['bought', 'purchased', 'date bought', 'purchase date', 'bought on']],
  ['opened', ['opened', 'opened on', 'date opened']],
  ['ignore', ['good until', 'residual at', 'filled at', 'days left', 'mass', 'weight']],
  ['until', ['until', 'keep until', 'keeps until']],
  ['held', ['held before', 'held', 'used for', 'previous contents', 'past']],
  [
    'filled',
    [
      'filled',
      'filled on',
      'fill date',
      'date filled',
      'date',
      'since',
      'when',
      'packed',
      'put up',
      'put by',
      'stored on',
    ],
  ],
  ['code', ['code', 'label', 'id', 'tag', 'no', 'nr', 'number', '#', 'name']],
  ['count', ['count', 'no of', 'number of', 'qty', 'quantity', 'how many', 'pieces', 'pcs']],
  ['unit', ['unit', 'units', 'uom']],
  ['litres', ['litres', 'liters', 'amount', 'contents l', 'holds', 'volume', 'in it']],
  ['size', ['size', 'container', 'kind', 'type', 'vessel', 'capacity', 'what']],
  ['shelf', ['shelf', 'bay', 'rack']],
  ['building', ['building', 'house', 'site']],
  ['place', ['place', 'where', 'location', 'room', 'stored']],
  ['residual', ['residual mg l', 'residual', 'chlorine', 'free chlorine', 'chlorine mg l', 'mg l']],
  ['origin', ['origin', 'protection', 'upstream']],
  ['water', ['water', 'source', 'contents', 'from', 'water type']],
  ['sealed', ['sealed', 'seal']],
  ['role', ['role', 'use', 'for']],
  ['state', ['state', 'status', 'condition']],
  ['apart', ['set apart', 'reserved', 'reserved for']],
  ['note', ['note', 'notes', 'remark', 'remarks', 'comment', 'other']],
];

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}#]+/gu, ' ')
    .trim();

const saysSize = (heading: string): boolean => /\b(?:size|capacity)\b/.test(heading);
const isWord = (heading: string, word: string): boolean => heading === word;

/** What each column holds, by its heading; every field is guessed once, but for the kind in one column and its size in another. */
export function guessFields(headingRow: readonly string[]): ListField[] {
  const taken = new Set<ListField>();
  const found = new Map<number, ListField>();
  // headings that are exactly a word go first, so that "date filled" does not lose to "date" elsewhere
  for (const isMatch of [
    isWord,
    (heading: string, word: string) => ` ${heading} `.includes(` ${word} `),
    (heading: string, word: string) => word.length > 3 && heading.includes(word),
  ]) {
    headingRow.forEach((cell, i) => {
      const heading = plain(cell);
      if (found.has(i) || heading === '') return;
      const meant = headings.filter(([, words]) => words.some(w => isMatch(heading, w))).map(([f]) => f);
      const field =
        meant.find(f => f === 'ignore' || !taken.has(f)) ??
        meant.find(f => f === 'size' && (isMatch === isWord || saysSize(heading)));
      if (!field) return;
      found.set(i, field);
      taken.add(field);
    });
  }
  return headingRow.map((_, i) => found.get(i) ?? 'ignore');
}

/** Lines that may stand above the headings: a title, a note, a blank. */
const MOST_ABOVE = 12;

/** What stands in a row of a list and never above its columns: an amount with its unit, a date, a code, a tick. */
const isValue = (cell: string): boolean =>
  /\d/.test(cell) && !/^[^\d]*\((?:l|gal|ml|mg\/l)\)$/i.test(cell.trim());

/**
 * Which line holds the headings: the first in which the most columns are understood; counted from 0, and −1 where the list has
 * none and begins with its first container.
 */
export function headLine(table: readonly (readonly string[])[]): number {
  const isWide = table.some(row => row.length > 1);
  let [best, most] = [-1, isWide ? 1 : 0];
  table.slice(0, MOST_ABOVE).forEach((row, i) => {
    // one figure in a long line of headings is a heading ("residual after 24 h"); a third of the cells is a container
    if (row.filter(isValue).length * 3 >= Math.max(1, row.filter(cell => cell.trim() !== '').length)) return;
    const understood = guessFields(row).filter(field => field !== 'ignore').length;
    if (understood > most) [best, most] = [i, understood];
  });
  return best;
}

/** Cells that say what their column is, the surest first; what is left is where it stands, and then what else is written of it. */
const tells: readonly (readonly [ListField, (cell: string) => boolean])[] = [
  ['until', cell => isDateOf(cell, 'until')],
  ['filled', cell => isDateOf(cell, 'filled') || isDateOf(cell, undefined)],
  ['water', cell => readWater(cell) !== undefined && readWater(cell) !== 'unknown'],
  ['size', cell => typeof readSize(cell, { units: 'US' }) !== 'string'],
  ['litres', cell => isPart(cell) || typeof readVolume(cell, { units: 'US' }) === 'number'],
  ['code', cell => /^(?=.{1,12}$)(?:[a-z]+[- ]?\d+[a-z]?|#\s*\d+)$/i.test(cell)],
  ['count', cell => /^(?:x\s*)?\d{1,3}(?:\s*x)?$/i.test(cell)],
  ['place', cell => /\p{L}{3}/u.test(cell)],
  ['note', cell => /\p{L}/u.test(cell)],
];

function isDateOf(cell: string, of: DateOf | undefined): boolean {
  const date = readDate(cell, true);
  return date !== undefined && 'day' in date && date.of === of;
}

/** Rows that columns without a heading are guessed by. */
const SAMPLED = 20;

/** What each column of a list without headings holds, by what stands in it. */
export function fieldsByContent(rows: readonly (readonly string[])[]): ListField[] {
  const sample = rows.slice(0, SAMPLED);
  const width = Math.max(0, ...sample.map(row => row.length));
  const found = new Map<number, ListField>();
  for (const [field, isOne] of tells) {
    const shares = Array.from({ length: width }, (_, i) => {
      const cells = sample.map(row => row[i]?.trim() ?? '').filter(Boolean);
      return found.has(i) || cells.length === 0 ? 0 : cells.filter(isOne).length / cells.length;
    });
    const best = shares.indexOf(Math.max(...shares));
    if ((shares[best] ?? 0) >= 0.5) found.set(best, field);
  }
  return Array.from({ length: width }, (_, i) => found.get(i) ?? 'ignore');
}
