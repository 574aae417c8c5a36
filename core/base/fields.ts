import * as v from 'valibot';
import { EARLIEST_DAY, LATEST_DAY } from './day.ts';
import type { Amount } from './units/amount.ts';
import { provenances } from './units/amount.ts';

// Fields that entries are made of. A message here is a word that the interface and other programs know the fault by.

/** The fields of a type that a topic of core declares: where the two stray apart, it does not compile. */
export type Fields<T> = v.GenericSchema<unknown, T>;

/** An object of these fields and no others: what is not known is refused, never dropped in silence. */
export const fields = <const E extends v.ObjectEntries>(entries: E) =>
  v.strictObject(entries, issue => (issue.expected === 'never' ? 'unknown-field' : 'object'));

/** The keys of a record, for a picklist. */
export const keysOf = <T extends object>(record: T) =>
  Object.keys(record) as [keyof T & string, ...(keyof T & string)[]];

const ULID = '[0-7][0-9A-HJKMNP-TV-Z]{25}';

/** A client-made ULID (Crockford base 32, 26 characters). */
export const entryId = v.pipe(v.string(), v.regex(new RegExp(`^${ULID}$`), 'ulid'));

/** Another subject, of one of these types: `<type>:<ulid>`. */
export const subjectOf = (...types: readonly string[]) =>
  v.pipe(v.string(), v.regex(new RegExp(`^(?:${types.join('|')}):${ULID}$`), 'subject'));

/** ISO 8601 in UTC with milliseconds, so that moments compare as strings; of three centuries, or it is a slip or a wrong clock. */
export const instant = v.pipe(
  v.string(),
  v.regex(/^(?:19|20|21)\d{2}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/, 'instant'),
  v.check(text => !Number.isNaN(Date.parse(text)), 'instant'),
);

export const day = v.pipe(
  v.string(),
  v.isoDate('day'),
  v.check(text => !/^\d{4}-/.test(text) || (text >= EARLIEST_DAY && text <= LATEST_DAY), 'year'),
);

/** A number between two bounds, both included. */
export const between = (least: number, most: number) =>
  v.pipe(
    v.number('number'),
    v.finite('number'),
    v.minValue(least, 'too-small'),
    v.maxValue(most, 'too-large'),
  );

/** A whole number between two bounds. */
export const whole = (least: number, most: number) => v.pipe(between(least, most), v.integer('whole'));

/** Text that people read: no NUL and no other sign that only machines mean, beside tab and line break. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;
// half of a sign that takes two cannot be written to a file
const LONE_SURROGATE = /\p{Surrogate}/u;
const isPlain = (text: string): boolean => !CONTROL.test(text) && !LONE_SURROGATE.test(text);

/** A line of text of at most so many letters, without control characters. */
export const line = (most: number) =>
  v.pipe(v.string(), v.maxLength(most, 'too-long'), v.check(isPlain, 'control-character'));
/** A name that must be there. */
export const name = (most = 80) =>
  v.pipe(
    v.string(),
    v.trim(),
    v.minLength(1, 'required'),
    v.maxLength(most, 'too-long'),
    v.check(isPlain, 'control-character'),
  );

/** Whether a word may name a member of a record: not one that every object has of its own. */
export const isKey = (word: string): boolean => !(word in {});

/** A word that is looked up in a record. */
export const key = (most = 80) => v.pipe(name(most), v.check(isKey, 'reserved'));

/** A word that names something for good, such as the id of a kind of container. */
export const WORD = /^[a-z0-9.-]{1,40}$/;
export const wordId = v.pipe(v.string(), v.regex(WORD, 'kind-id'), v.check(isKey, 'reserved'));

/** The digest of a photo's bytes (SHA-256, hexadecimal). */
export const digest = v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'digest'));

/** Litres that one vessel may hold. */
export const litres = between(0, 100_000);

export const amount: Fields<Amount> = fields({
  value: between(0.001, 100_000),
  known: v.picklist(provenances),
  spread: v.exactOptional(between(0, 0.9)),
});

/** Nothing more to say. */
export const nothing = fields({});
