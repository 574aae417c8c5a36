import { addMonths, type Day } from '../calendar/day.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import type { Water } from '../rotation/waters.ts';
import { parseQuantity } from '../units/quantity.ts';
import type { UnitSystem } from '../units/system.ts';
import { type ContainerKind, type Shape, usableL } from './kinds.ts';

/** What a column of a hand-kept list may hold. */
export type ListField =
  | 'code'
  | 'size'
  | 'count'
  | 'place'
  | 'shelf'
  | 'water'
  | 'litres'
  | 'filled'
  | 'note'
  | 'ignore';
export const listFields: readonly ListField[] = [
  'code',
  'size',
  'count',
  'place',
  'shelf',
  'water',
  'litres',
  'filled',
  'note',
  'ignore',
];

/** Words that headings are written with, the surest first. */
const headings: readonly (readonly [ListField, readonly string[]])[] = [
  ['filled', ['filled', 'fill date', 'date', 'since', 'when', 'packed', 'stored on']],
  ['code', ['code', 'label', 'id', 'tag', 'no', 'nr', 'number', '#', 'name']],
  ['count', ['count', 'qty', 'quantity', 'how many', 'pieces', 'pcs']],
  ['size', ['size', 'container', 'kind', 'type', 'vessel', 'capacity', 'what']],
  ['litres', ['litres', 'liters', 'amount', 'contents l', 'holds', 'volume', 'in it']],
  ['shelf', ['shelf', 'bay', 'rack']],
  ['place', ['place', 'where', 'location', 'room', 'stored', 'site']],
  ['water', ['water', 'source', 'contents', 'from', 'water type']],
  ['note', ['note', 'notes', 'remark', 'remarks', 'comment', 'other']],
];

const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}#]+/gu, ' ')
    .trim();

/** What each column holds, by its heading; every field is guessed once. */
export function guessFields(headingRow: readonly string[]): ListField[] {
  const taken = new Set<ListField>();
  const guess = (
    cell: string,
    isMatch: (heading: string, word: string) => boolean,
  ): ListField | undefined => {
    const heading = plain(cell);
    return headings.find(([field, words]) => !taken.has(field) && words.some(w => isMatch(heading, w)))?.[0];
  };
  const found = new Map<number, ListField>();
  // headings that are exactly a word go first, so that "date filled" does not lose to "date" elsewhere
  for (const isMatch of [
    (h: string, w: string) => h === w,
    (h: string, w: string) => h.split(' ').includes(w),
    (h: string, w: string) => w.length > 3 && h.includes(w),
  ]) {
    headingRow.forEach((cell, i) => {
      if (found.has(i)) return;
      const field = guess(cell, isMatch);
      if (!field) return;
      found.set(i, field);
      taken.add(field);
    });
  }
  return headingRow.map((_, i) => found.get(i) ?? 'ignore');
}

const waterWords: readonly (readonly [Water, RegExp])[] = [
  ['canned', /canned|jarred/],
  ['pouch', /pouch|sachet/],
  ['bought', /bought|shop|store|mineral|bottled|supermarket/],
  ['rain', /rain|roof|butt/],
  ['spring', /spring/],
  ['stream', /stream|beck|river|burn|creek/],
  ['pond', /pond|lake|tarn/],
  ['well', /well|bore/],
  ['treated-tap', /tap|mains|town|city|kitchen|treated/],
];

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

/** "2 x 1.5 l" is two of them. */
export function readSize(
  text: string,
  system: UnitSystem,
): { count: number; litres: number; shape?: Shape } | undefined {
  const t = text.trim().toLowerCase();
  const times = /^(\d+)\s*(?:x|×|\*)\s*(.+)$/.exec(t);
  const rest = times ? times[2]! : t;
  const figure =
    /[\d.,½¼¾⅛]+\s*(?:us |imp |imperial )?(?:gal(?:lon)?s?|l(?:it(?:er|re)s?|tr)?|ml|qts?|quarts?|oz)?\b/.exec(
      rest,
    );
  if (!figure) return undefined;
  const parsed = parseQuantity(figure[0].trim(), 'volumeL', system, 'l');
  if (!parsed.ok || parsed.value <= 0) return undefined;
  const shape = shapeWords.find(([, word]) => word.test(rest))?.[0];
  return { count: times ? Number(times[1]) : 1, litres: parsed.value, ...(shape ? { shape } : {}) };
}

/** Volumes this close are the same kind under another name: 5 gal is sold as 18.9 and as 20 L. */
const LIKE_SHARE = 0.08;

function kindFor(
  size: { litres: number; shape?: Shape },
  kinds: readonly ContainerKind[],
): ContainerKind | undefined {
  const near = kinds
    .filter(k => Math.abs(k.nominalL / size.litres - 1) <= LIKE_SHARE)
    .sort((a, b) => Math.abs(a.nominalL - size.litres) - Math.abs(b.nominalL - size.litres));
  return near.find(k => k.shape === size.shape) ?? near[0];
}

/** A container that a row asks to set down. */
export interface Proposal {
  readonly code: string | undefined;
  readonly kind: ContainerKind;
  readonly place: string;
  readonly shelf?: string;
  readonly water?: Water;
  readonly litres?: number;
  readonly filledOn?: Day;
  readonly note?: string;
}

/** A finding about one cell; `column` counts from 0, −1 is the whole row. */
export interface CellJudgement {
  readonly column: number;
  readonly judgement: Judgement;
}

export interface ListRow {
  /** Line of the list, the heading being 1. */
  readonly line: number;
  readonly cells: readonly string[];
  readonly judgements: readonly CellJudgement[];
  readonly proposals: readonly Proposal[];
  /** It is in the store already, as it stands here. */
  readonly isKnown: boolean;
}

export interface ListReading {
  readonly rows: readonly ListRow[];
  /** Dates that can be read two ways, until `dayFirst` is answered. */
  readonly unclearDates: number;
}

export interface ListOptions {
  readonly fields: readonly ListField[];
  readonly kinds: readonly ContainerKind[];
  readonly system: UnitSystem;
  readonly dayFirst?: boolean;
  readonly today: Day;
  /** Containers there are: their kind and fill day by code in lower case. */
  readonly known: ReadonlyMap<string, { kind: string; filledOn?: Day }>;
}

const refuse = (id: string, params?: Record<string, string | number>): Judgement =>
  judge('refuse', message(`list.${id}`, params), 'record');
const warn = (id: string, params?: Record<string, string | number>): Judgement =>
  judge('warn', message(`list.${id}`, params), 'record');

/** Most containers that one row may stand for. */
const MOST_IN_ROW = 60;

/**
 * Reads a hand-kept list, row by row, and judges every cell. Nothing is guessed in silence:
 * what was guessed is warned of, and what cannot be read is refused with its row and column.
 */
export function readList(lines: readonly (readonly string[])[], options: ListOptions): ListReading {
  const seen = new Map<string, number>();
  const rows: ListRow[] = [];
  let unclearDates = 0;
  lines.forEach((cells, i) => {
    const line = i + 2;
    if (cells.every(c => c.trim() === '')) return;
    const row = readRow(cells, line, options, seen);
    unclearDates += row.judgements.filter(j => j.judgement.reason.id === 'list.date-unclear').length;
    rows.push(row);
  });
  return { rows, unclearDates };
}

function readRow(cells: readonly string[], line: number, o: ListOptions, seen: Map<string, number>): ListRow {
  const judgements: CellJudgement[] = [];
  const at = (field: ListField) => o.fields.indexOf(field);
  const text = (field: ListField) => cells[at(field)]?.trim() ?? '';
  const say = (field: ListField, judgement: Judgement) => judgements.push({ column: at(field), judgement });

  const size = readSize(text('size'), o.system);
  const kind = size && kindFor(size, o.kinds);
  if (text('size') === '') say('size', refuse('no-size'));
  else if (!size) say('size', refuse('size-unread', { text: text('size') }));
  else if (!kind) say('size', refuse('no-kind', { litres: size.litres }));
  else if (Math.abs(kind.nominalL / size.litres - 1) > 0.01)
    say('size', warn('kind-near', { litres: size.litres, nominalL: kind.nominalL }));

  let count = size?.count ?? 1;
  if (text('count') !== '') {
    const asked = Number(text('count').replace(/[x×]/gi, '').trim());
    if (!Number.isInteger(asked) || asked < 1 || asked > MOST_IN_ROW)
      say('count', refuse('count-unread', { text: text('count') }));
    else count *= asked;
  }
  if (text('place') === '') say('place', refuse('no-place'));

  const code = text('code');
  const key = code.toLowerCase();
  const known = code ? o.known.get(key) : undefined;
  const before = seen.get(key);
  if (code && before !== undefined) say('code', refuse('code-twice', { code, line: before }));
  if (code) seen.set(key, before ?? line);
  if (code && count > 1) say('code', warn('code-for-many', { code, count }));

  const date = text('filled') === '' ? undefined : readDate(text('filled'), o.dayFirst);
  const filledOn = date && 'day' in date ? date.day : undefined;
  if (text('filled') !== '') {
    if (!date) say('filled', refuse('date-unread', { text: text('filled') }));
    else if ('unclear' in date) say('filled', refuse('date-unclear', { text: text('filled') }));
    else if (date.day > o.today) say('filled', refuse('date-future', { filledDay: date.day }));
    else if (date.isMonthOnly) say('filled', warn('month-only', { filledDay: date.day }));
  }

  const litres = readLitres(text('litres'), o.system, kind);
  if (litres === null) say('litres', refuse('litres-unread', { text: text('litres') }));
  else if (litres !== undefined && kind && litres > kind.nominalL * 1.02)
    say('litres', refuse('overfull', { litres, nominalL: kind.nominalL }));

  const word = plain(text('water'));
  const isEmpty = word === 'empty' || litres === 0;
  const water = isEmpty ? undefined : waterWords.find(([, pattern]) => pattern.test(word))?.[0];
  if (!isEmpty && word !== '' && !water) say('water', warn('water-unknown', { text: text('water') }));
  if (!isEmpty && word === '' && filledOn) say('water', warn('water-missing'));
  if (!isEmpty && word !== '' && text('filled') === '') say('filled', warn('date-missing'));

  const isKnown = known !== undefined && known.kind === kind?.id && known.filledOn === filledOn;
  if (isKnown) say('code', warn('known', { code }));
  else if (known) say('code', refuse('code-there', { code }));

  const isRefused = judgements.some(j => j.judgement.verdict === 'refuse');
  if (isRefused || isKnown || !kind) return { line, cells, judgements, proposals: [], isKnown };
  // water of which nobody wrote down when it was filled counts as old: it was there a year ago for all one knows
  const fill =
    isEmpty || (word === '' && !filledOn && litres === undefined)
      ? {}
      : {
          water: water ?? ('unknown' as const),
          litres: litres ?? usableL(kind),
          filledOn: filledOn ?? addMonths(o.today, -12),
        };
  const proposal: Proposal = {
    code: code || undefined,
    kind,
    place: text('place'),
    ...(text('shelf') ? { shelf: text('shelf') } : {}),
    ...(text('note') ? { note: text('note').slice(0, 500) } : {}),
    ...fill,
  };
  const proposals = Array.from(
    { length: count },
    (_, n): Proposal => (n === 0 || !code ? proposal : { ...proposal, code: `${code}-${n + 1}` }),
  );
  return { line, cells, judgements, proposals, isKnown };
}

/** Litres in a vessel: a figure, "full", "half"; null when it cannot be read, undefined when it is not told. */
function readLitres(
  text: string,
  system: UnitSystem,
  kind: ContainerKind | undefined,
): number | null | undefined {
  const t = text.toLowerCase();
  if (t === '' || t === '?') return undefined;
  if (t === 'full') return kind && usableL(kind);
  if (t === 'half' || t === 'half full') return kind && usableL(kind) / 2;
  if (t === 'empty') return 0;
  const parsed = parseQuantity(text, 'volumeL', system, 'l');
  return parsed.ok ? parsed.value : null;
}
