import fc from 'fast-check';
import * as v from 'valibot';
import {
  subjects as definitions,
  type Entry,
  type EntryKind,
  entryKinds,
  kinds,
  subjectTypes,
} from '#core/areas/entries.ts';
import { ENTRY_VERSION } from '#core/log/entry.ts';
import { isFoundBy, parameterIds, parameterRow } from '#core/water/quality/parameters.ts';
import { EntrySchema } from './entry.ts';

type Schema = v.GenericSchema<unknown, unknown> & Record<string, unknown>;

const ulidOf = (n: number): string => `01M88X6PY5AXMXFYXH43WSY7Q${n}`;
/** Two subjects of each type of which there are many: few enough that entries meet. */
const subjects: Readonly<Record<string, readonly string[]>> = Object.fromEntries(
  subjectTypes.map(type => {
    const { named } = definitions[type];
    if (!named) return [type, [type]];
    const ids = named === 'ulid' ? [0, 1].map(ulidOf) : ['drum-208l', 'own-1'];
    return [type, ids.map(id => `${type}:${id}`)];
  }),
);

/** What strings are made of: names, ids, dates, and what breaks programs. */
const words: readonly string[] = [
  ...Object.values(subjects).flat(),
  ulidOf(0),
  'a',
  'A-1',
  'drum-208l',
  'pack-24x500ml',
  'no-such-kind',
  'finish',
  'boil',
  'boil.headline',
  'step.boil.cool',
  '__proto__',
  'constructor',
  '{{volumeL, litres}}',
  '2026-11-25T09:00:00.000Z',
  '2026-03-03',
  '1990-01-01',
  '2199-12-31',
  '1961-07',
  '0 42 1250',
  'x -5 120',
  'Europe/London',
  'https://water.example/',
  'ab'.repeat(32),
  '0'.repeat(64),
];
const figures = [0, 1, 2, 3, 0.001, 0.05, 0.2, 0.5, 5, 10, 15, 30, 60, 100, 198, 365, 1e4, 1e5, -1, -5];

const fits = (schema: Schema) => (value: unknown) => v.safeParse(schema, value).success;

function chosen(schema: Schema, from: readonly unknown[], of: string): fc.Arbitrary<unknown> {
  const good = from.filter(fits(schema));
  if (good.length === 0) throw new Error(`no ${of} that is tried fits this schema: add one in anyEntry.ts`);
  return fc.constantFrom(...good);
}

/** Anything that a schema takes: read from the schema itself, so that a kind that is added is tried as well. */
function anyOf(schema: Schema): fc.Arbitrary<unknown> {
  switch (schema.type) {
    case 'object':
    case 'strict_object':
      return anyObject(schema.entries as Record<string, Schema>);
    case 'exact_optional':
      return anyOf(schema.wrapped as Schema);
    case 'array':
      return fc.array(anyOf(schema.item as Schema), { maxLength: 3 }).filter(fits(schema));
    case 'record':
      return fc.dictionary(
        chosen(schema.key as Schema, words, 'word') as fc.Arbitrary<string>,
        anyOf(schema.value as Schema),
        { maxKeys: 2 },
      );
    case 'picklist':
      return fc.constantFrom(...(schema.options as unknown[]));
    case 'literal':
      return fc.constant(schema.literal);
    case 'boolean':
      return fc.boolean();
    case 'number':
      return chosen(schema, figures, 'figure');
    case 'string':
      return chosen(schema, words, 'word');
    case 'union':
      return fc.oneof(...(schema.options as Schema[]).map(anyOf));
    default:
      throw new Error(`a schema of type ${String(schema.type)} is not tried yet: add it in anyEntry.ts`);
  }
}

function anyObject(entries: Record<string, Schema>): fc.Arbitrary<unknown> {
  const required = Object.keys(entries).filter(key => entries[key]!.type !== 'exact_optional');
  return fc.record(Object.fromEntries(Object.entries(entries).map(([key, s]) => [key, anyOf(s)])), {
    requiredKeys: required,
  });
}

/** Of a reading only few ways to put its fields together make one: they are drawn from the table that they are judged by. */
const anyReading = fc.constantFrom(...parameterIds).chain(parameter => {
  const { methods, words: found = [], as = {} } = parameterRow(parameter);
  return fc.constantFrom(...methods).chain(method => {
    const figure = fc.record({
      value: fc.constantFrom(0, 0.2, 1, 6, 9, 14),
      ...(Object.keys(as).length > 0 ? { as: fc.constantFrom(...Object.keys(as)) } : {}),
    });
    const said = isFoundBy(method) ? fc.record({ found: fc.constantFrom(...found) }) : figure;
    return fc.tuple(said, anyOf(kinds.read.data as Schema).map(whole)).map(([own, more]) => ({
      ...more,
      parameter,
      method,
      ...own,
    }));
  });
});

/** What stands beside the figure of a reading, whatever it is of. */
function whole(data: unknown): object {
  const { point, kit, incubated, photo, note } = data as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries({ point, kit, incubated, photo, note }).filter(([, value]) => value !== undefined),
  );
}

/** Twelve months of one figure: arrays that are made up elsewhere are shorter. */
const months = (...from: number[]) => fc.array(fc.constantFrom(...from), { minLength: 12, maxLength: 12 });

const anyNormals = fc.record({ rainMm: months(10, 80), wetDays: months(1, 12), meanC: months(-5, 20) });
const { needL: _, ...planEntries } = (kinds['rain.planned'].data as Schema).entries as Record<string, Schema>;
const anyRainPlan = fc
  .tuple(anyObject(planEntries), months(0, 120))
  .map(([plan, needL]) => ({ ...(plan as object), needL }));

const coherent: Readonly<Partial<Record<EntryKind, fc.Arbitrary<unknown>>>> = {
  read: anyReading,
  'normals.set': anyNormals,
  'rain.planned': anyRainPlan,
};

const instant = fc
  .integer({ min: Date.parse('2025-11-26'), max: Date.parse('2026-11-26') })
  .map(ms => new Date(ms).toISOString());

const id = fc
  .array(fc.constantFrom(...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'), { minLength: 25, maxLength: 25 })
  .map(signs => `0${signs.join('')}`);

/** Any entry of a kind that the contract accepts. */
export function anyEntryOf(kind: EntryKind): fc.Arbitrary<Entry> {
  const { on, also = [], data } = kinds[kind];
  const other = also.flatMap(type => subjects[type] ?? []);
  return fc
    .record({
      id,
      v: fc.constant(ENTRY_VERSION),
      kind: fc.constant(kind),
      subject: fc.constantFrom(...on.flatMap(type => subjects[type] ?? [])),
      also: other.length > 0 ? fc.uniqueArray(fc.constantFrom(...other), { maxLength: 2 }) : fc.constant([]),
      happenedAt: instant,
      recordedAt: instant,
      by: fc.constantFrom('Odile', '__proto__', '{{by}}'),
      data: coherent[kind] ?? anyOf(data as Schema),
    })
    .map(({ also: beside, ...entry }) => (beside.length > 0 ? { ...entry, also: beside } : entry))
    .filter(fits(EntrySchema as Schema)) as unknown as fc.Arbitrary<Entry>;
}

/** Any log: what is set down first, so that there is something for the rest to bear on. */
export const anyLog: fc.Arbitrary<Entry[]> = fc
  .tuple(
    fc.array(anyEntryOf('container.added'), { minLength: 1, maxLength: 2 }),
    fc.array(anyEntryOf('filled'), { maxLength: 2 }),
    fc.array(fc.oneof(...entryKinds.map(anyEntryOf)), { maxLength: 30 }),
  )
  .map(parts => parts.flat());
