import type * as v from 'valibot';

/** What a blank of a number may hold: as the field of the entry has it that it is written into. */
export interface Bounds {
  readonly least: number;
  readonly most: number;
  readonly wholeNumbers?: true;
}

/** A schema, as far as it is looked into: what it wraps, what it is piped through, what it has. */
interface Looked {
  readonly entries?: Readonly<Record<string, Looked>>;
  readonly wrapped?: Looked;
  readonly item?: Looked;
  readonly pipe?: readonly (Looked & { readonly type?: string; readonly requirement?: unknown })[];
}

const inner = (schema: Looked): Looked => {
  const under = schema.wrapped ?? schema.item;
  return under ? inner(under) : schema;
};
const entriesOf = (schema: Looked): Looked['entries'] =>
  schema.entries ?? schema.pipe?.map(inner).find(part => part.entries)?.entries;

/** A field of a schema by its path; a list is looked into at each of its items. */
function fieldAt(schema: Looked, path: readonly string[]): Looked {
  const [name, ...rest] = path;
  if (name === undefined) return inner(schema);
  const unwrapped = inner(schema);
  const list = unwrapped.pipe?.map(part => part.item).find(item => item !== undefined);
  const field = (entriesOf(unwrapped) ?? (list && entriesOf(inner(list))))?.[name];
  if (!field) throw new RangeError(`the schema has no field "${name}"`);
  return fieldAt(field, rest);
}

/** The fields of what a schema gives, and those within them: `plan`, `shares`, `shares.cookingL`. */
type Path<T> = T extends readonly (infer U)[]
  ? Path<U>
  : T extends object
    ? { [K in keyof T & string]: K | `${K}.${Path<NonNullable<T[K]>>}` }[keyof T & string]
    : never;

/**
 * Least, most and whole numbers of a field, read from the schema of its entry: a bound has one place.
 * @param path names of fields, parted by points
 * @param times what the blank counts in for one of the field's unit: 100 for the per cent of a share
 * @throws RangeError for a field that is not there, or that has no bounds
 * @example boundsOf(rainPlan, 'askedShare', 100) // { least: 50, most: 99.9 }
 */
// biome-ignore lint/suspicious/noExplicitAny: whatever a schema takes in, what it gives is known
export function boundsOf<S extends v.GenericSchema<any, any>>(
  schema: S,
  path: Path<v.InferOutput<S>>,
  times = 1,
): Bounds {
  const { pipe = [] } = fieldAt(schema as unknown as Looked, path.split('.'));
  const actions = pipe.flatMap(part => [part, ...(part.pipe ?? [])]);
  const requirement = (type: string) => actions.find(a => a.type === type)?.requirement;
  const [least, most] = [requirement('min_value'), requirement('max_value')];
  if (typeof least !== 'number' || typeof most !== 'number')
    throw new RangeError(`the field "${path}" has no bounds`);
  const scaled = (value: number) => Math.round(value * times * 1e6) / 1e6;
  const isWhole = times === 1 && actions.some(a => a.type === 'integer');
  return { least: scaled(least), most: scaled(most), ...(isWhole ? { wholeNumbers: true } : {}) };
}
