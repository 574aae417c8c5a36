import * as v from 'valibot';
import { EARLIEST_DAY, LATEST_DAY } from '#core/calendar/day.ts';

/** A client-made ULID (Crockford base 32, 26 characters). */
export const EntryIdSchema = v.pipe(v.string(), v.regex(/^[0-7][0-9A-HJKMNP-TV-Z]{25}$/, 'ulid'));

/** `group`, `plan` or `<type>:<id>`. */
export const SubjectSchema = v.pipe(
  v.string(),
  v.regex(
    /^(group|plan|(home|building|place|supply|sheet|container):[0-7][0-9A-HJKMNP-TV-Z]{25}|kind:[a-z0-9.-]{1,40})$/,
    'subject',
  ),
  v.check(subject => isKey(subject.slice(subject.indexOf(':') + 1)), 'reserved'),
);

/** ISO 8601 in UTC with milliseconds, so that moments compare as strings; of three centuries, or it is a slip or a wrong clock. */
export const InstantSchema = v.pipe(
  v.string(),
  v.regex(/^(?:19|20|21)\d{2}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/, 'instant'),
  v.check(text => !Number.isNaN(Date.parse(text)), 'instant'),
);

export const DaySchema = v.pipe(
  v.string(),
  v.isoDate('day'),
  v.check(day => !/^\d{4}-/.test(day) || (day >= EARLIEST_DAY && day <= LATEST_DAY), 'year'),
);

/** A number between two bounds, both included. */
export const between = (least: number, most: number) =>
  v.pipe(
    v.number('number'),
    v.finite('number'),
    v.minValue(least, 'too-small'),
    v.maxValue(most, 'too-large'),
  );

/** Text that people read: no NUL and no other sign that only machines mean, beside tab and line break. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/;
// half of a sign that takes two cannot be written to a file
const LONE_SURROGATE = /\p{Surrogate}/u;
const isPlain = (text: string): boolean => !CONTROL.test(text) && !LONE_SURROGATE.test(text);

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

/** The id of a kind of container. */
export const KindIdSchema = v.pipe(
  v.string(),
  v.regex(/^[a-z0-9.-]{1,40}$/, 'kind-id'),
  v.check(isKey, 'reserved'),
);

/** Litres that one vessel may hold. */
export const LitresSchema = between(0, 100_000);

export const AmountSchema = v.object({
  value: between(0.001, 100_000),
  known: v.picklist(['measured', 'label', 'guessed']),
  spread: v.exactOptional(between(0, 0.9)),
});
