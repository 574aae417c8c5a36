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
);

/** ISO 8601 in UTC with milliseconds, so that moments compare as strings. */
export const InstantSchema = v.pipe(
  v.string(),
  v.regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/, 'instant'),
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

export const line = (most: number) => v.pipe(v.string(), v.maxLength(most, 'too-long'));
/** A name that must be there. */
export const name = (most = 80) =>
  v.pipe(v.string(), v.trim(), v.minLength(1, 'required'), v.maxLength(most, 'too-long'));

/** Litres that one vessel may hold. */
export const LitresSchema = between(0, 100_000);

export const AmountSchema = v.object({
  value: between(0.001, 100_000),
  known: v.picklist(['measured', 'label', 'guessed']),
  spread: v.exactOptional(between(0, 0.9)),
});
