import * as v from 'valibot';
import { type Entry, entryKinds, kinds, subjects, subjectTypes, upcast } from '#core/areas/entries.ts';
import { entryId, instant, isKey, name, subjectOf, WORD } from '#core/base/fields.ts';
import { ENTRY_VERSION, type Told } from '#core/log/entry.ts';

const named = (how: 'ulid' | 'word' | undefined) => subjectTypes.filter(type => subjects[type].named === how);
const single: readonly string[] = named(undefined);
const ofUlid = subjectOf(...named('ulid'));
const byWord: readonly string[] = named('word');
const isNamed = (subject: string): boolean => {
  const colon = subject.indexOf(':');
  if (colon < 0) return single.includes(subject);
  const isByWord = byWord.includes(subject.slice(0, colon)) && WORD.test(subject.slice(colon + 1));
  return isByWord || v.is(ofUlid, subject);
};

/** Any subject there may be: the one of its type, `<type>:<ulid>`, or `<type>:<word>`. */
export const SubjectSchema = v.pipe(
  v.string(),
  v.check(isNamed, 'subject'),
  v.check(subject => isKey(subject.slice(subject.indexOf(':') + 1)), 'reserved'),
);

const envelope = v.strictObject(
  {
    id: entryId,
    v: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(ENTRY_VERSION, 'newer-version')),
    kind: v.picklist(entryKinds, 'kind'),
    subject: SubjectSchema,
    also: v.exactOptional(
      v.pipe(
        v.array(SubjectSchema),
        v.maxLength(8),
        v.check(also => new Set(also).size === also.length, 'twice'),
      ),
    ),
    happenedAt: instant,
    recordedAt: instant,
    by: name(60),
    hand: v.exactOptional(entryId),
    data: v.unknown(),
  },
  issue => (issue.expected === 'never' ? 'unknown-field' : 'object'),
);

/** Whether a subject is of one of these types. */
const isOf = (subject: string, types: readonly string[] = []): boolean => {
  const type = subject.split(':', 1)[0] ?? '';
  // one of no known type is said to be none already
  return types.includes(type) || !(subjectTypes as readonly string[]).includes(type);
};

/** An entry in today's version; one whose data is none of its own version stays as it came, and stumbles at its field. */
function lifted(entry: Told): Told {
  const isObject = typeof entry.data === 'object' && entry.data !== null;
  return isObject ? upcast(entry) : { ...entry, v: ENTRY_VERSION };
}

/** An entry as it comes over the wire: the envelope, then the data by its kind. */
export const EntrySchema: v.GenericSchema<unknown, Entry> = v.pipe(
  envelope,
  v.forward(
    v.check(({ kind, subject }) => isOf(subject, kinds[kind]?.on), 'other-subject'),
    ['subject'],
  ),
  v.forward(
    v.check(
      ({ kind, subject, also = [] }) => also.every(one => one !== subject && isOf(one, kinds[kind]?.also)),
      'other-subject',
    ),
    ['also'],
  ),
  v.rawTransform(({ dataset, addIssue, NEVER }) => {
    // an older browser's entry is lifted first, and judged as what it is today
    const entry = lifted(dataset.value as Told);
    const parsed = v.safeParse(kinds[dataset.value.kind].data, entry.data);
    if (parsed.success) return { ...entry, data: parsed.output } as Entry;
    for (const issue of parsed.issues) {
      const field = {
        type: 'object' as const,
        origin: 'value' as const,
        input: dataset.value,
        key: 'data',
        value: entry.data,
      };
      addIssue({
        message: issue.message,
        input: issue.input,
        path: [field, ...((issue.path as (typeof field)[] | undefined) ?? [])],
      });
    }
    return NEVER;
  }),
) as v.GenericSchema<unknown, Entry>;
