// Which column of a table of daily weather is which: agencies head them in many languages, under notes of their own.

/** What a column of daily weather holds. */
export const recordMeanings = [
  'day',
  'year',
  'month',
  'dayOfMonth',
  'rain',
  'meanC',
  'leastC',
  'mostC',
  'other',
] as const;
export type RecordMeaning = (typeof recordMeanings)[number];

/** Units that rain is written in, and millimetres in one of each. */
export const rainUnits = { mm: 1, '0.1 mm': 0.1, cm: 10, in: 25.4, '0.01 in': 0.254 } as const;
export type RainUnit = keyof typeof rainUnits;
export const rainUnitIds = Object.keys(rainUnits) as [RainUnit, ...RainUnit[]];

export interface RecordColumn {
  readonly heading: string;
  readonly means: RecordMeaning;
  readonly unit?: RainUnit;
  readonly isFahrenheit?: true;
}

/** Words of a heading, from the surest on; the first that fits says what the column is. */
const named: readonly (readonly [RecordMeaning, RegExp])[] = [
  ['year', /^(year|yr|yyyy|jahr|ann[eé]e|a[nñ]o|anno|ano)$/],
  ['month', /^(month|mon|mm|mo|monat|mois|mes|mese|m[eê]s)$/],
  ['dayOfMonth', /^(day|dd|dy|tag|jour|d[ií]a|giorno)$/],
  ['day', /date|datum|fecha|^data$|yyyymmdd|^time$|^day of|mess_?datum/],
  ['leastC', /t[ _-]?min|min(imum)?[ _]?temp|^tn\b|lowest/],
  ['mostC', /t[ _-]?max|max(imum)?[ _]?temp|^tx\b|highest/],
  ['meanC', /t[ _-]?(avg|mean)|(mean|average|avg|air)?[ _]?temp|^tg\b|^tm\b|^tmk\b/],
  [
    'rain',
    /rain|precip|prcp|^rr\b|^rsk?\b|pluie|pluvi|niederschlag|lluvia|precipita|pioggia|chuva|neerslag|nedb[oø]r|^ppt?\b|^rhk?\b/,
  ],
];

const rainUnitOf = (text: string): RainUnit | undefined => {
  const t = text.toLowerCase();
  if (/(0\.1|1\/10|tenths?( of)?( a)?)\s*mm/.test(t)) return '0.1 mm';
  if (/(0\.01|1\/100|hundredths?( of)?( an)?)\s*(in\b|inch)/.test(t)) return '0.01 in';
  if (/\bmm\b|millimet|kg\/m/.test(t)) return 'mm';
  if (/\bcm\b/.test(t)) return 'cm';
  if (/\binch|\bins?\b|["″”]/.test(t)) return 'in';
  return undefined;
};

/** What a heading says of its column. */
export function recordColumn(heading: string): RecordColumn {
  const words = heading.trim().toLowerCase();
  const bare = words.replace(/[([].*$/, '').trim();
  const means = named.find(([, pattern]) => pattern.test(bare))?.[0] ?? 'other';
  const unit = means === 'rain' ? rainUnitOf(words.replace(/_/g, ' ')) : undefined;
  const isFahrenheit = /C$/.test(means) && /°?\bf\b|fahrenheit/.test(words.slice(bare.length));
  return { heading, means, ...(unit ? { unit } : {}), ...(isFahrenheit ? { isFahrenheit } : {}) };
}

/** A table of daily weather as it stands in the file: notes above, one line of headings, and rows. */
export interface RecordTable {
  /** Lines above the headings, as they are written. */
  readonly notes: readonly string[];
  /** The line of the headings, 1 being the first of the file; 0 where there is none. */
  readonly headingLine: number;
  readonly columns: readonly RecordColumn[];
  /** A unit that the notes name, where the heading does not. */
  readonly unit?: RainUnit;
}

const hasDay = (columns: readonly RecordColumn[]): boolean =>
  columns.some(c => c.means === 'day') ||
  (['year', 'month', 'dayOfMonth'] as const).every(part => columns.some(c => c.means === part));

/** How far down headings are looked for: below so many lines of notes nobody writes them. */
const MOST_NOTES = 60;

const DATE_LIKE =
  /^\s*(\d{4}[-./]?\d{1,2}[-./]?\d{1,2}|\d{1,2}[-./]\d{1,2}[-./]\d{2,4}|\d{1,2}[ -][a-z]{3,}[ -]\d{2,4})\s*$/i;
const NUMBER_LIKE = /^\s*-?\d+([.,]\d+)?\s*$/;

/**
 * Finds the headings of a table: the first line that names a day and rain. A table without any is a column of days and the first
 * column of numbers after it.
 */
export function recordTableOf(lines: readonly (readonly string[])[]): RecordTable {
  const notesOf = (at: number) => lines.slice(0, at).map(cells => cells.join(' ').trim());
  const unitOf = (at: number) => {
    const unit = notesOf(at).flatMap(note =>
      /rain|precip|unit/i.test(note) ? (rainUnitOf(note) ?? []) : [],
    )[0];
    return unit ? { unit } : {};
  };
  for (const [at, cells] of lines.slice(0, MOST_NOTES).entries()) {
    const columns = cells.map(recordColumn);
    if (hasDay(columns) && columns.some(c => c.means === 'rain'))
      return { notes: notesOf(at), headingLine: at + 1, columns, ...unitOf(at) };
  }
  const first = lines.findIndex(
    cells =>
      cells.some(cell => DATE_LIKE.test(cell)) && cells.filter(cell => NUMBER_LIKE.test(cell)).length > 0,
  );
  if (first < 0) return { notes: notesOf(lines.length), headingLine: 0, columns: [] };
  const dayAt = lines[first]!.findIndex(cell => DATE_LIKE.test(cell));
  const rainAt = lines[first]!.findIndex((cell, i) => i > dayAt && NUMBER_LIKE.test(cell));
  const columns = lines[first]!.map(
    (_, i): RecordColumn => ({
      heading: '',
      means: i === dayAt ? 'day' : i === rainAt ? 'rain' : 'other',
    }),
  );
  return { notes: notesOf(first), headingLine: first, columns, ...unitOf(first) };
}
