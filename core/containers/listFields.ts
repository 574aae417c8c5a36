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
  // what the rules work out is not taken from a list
  ['ignore', ['good until', 'opened', 'residual at', 'filled at', 'days left', 'mass', 'weight']],
  ['until', ['until', 'keep until', 'keeps until']],
  ['held', ['held before', 'held', 'used for', 'previous contents', 'past']],
  [
    'filled',
    ['filled', 'filled on', 'fill date', 'date filled', 'date', 'since', 'when', 'packed', 'stored on'],
  ],
  ['code', ['code', 'label', 'id', 'tag', 'no', 'nr', 'number', '#', 'name']],
  ['count', ['count', 'qty', 'quantity', 'how many', 'pieces', 'pcs']],
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

/** Which line holds the headings: the first in which the most columns are understood; counted from 0. */
export function headLine(table: readonly (readonly string[])[]): number {
  let [best, most] = [0, 0];
  table.slice(0, MOST_ABOVE).forEach((row, i) => {
    const understood = guessFields(row).filter(field => field !== 'ignore').length;
    if (understood > most) [best, most] = [i, understood];
  });
  return best;
}
