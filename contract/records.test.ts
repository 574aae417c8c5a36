import * as v from 'valibot';
import { expect, it } from 'vitest';
import { kinds } from '#core/areas/entries.ts';
import { MethodCardRequestSchema, TrainCardRequestSchema } from './trains.ts';

type Schema = v.GenericSchema & Readonly<Record<string, unknown>>;

/** The records within a schema, each with where it stands. */
function recordsIn(schema: Schema, at: string): { at: string; record: Schema }[] {
  const parts = [
    ...Object.entries((schema.entries ?? {}) as Record<string, Schema>),
    ...((schema.options ?? []) as unknown[]).entries(),
    ...((schema.pipe ?? []) as Schema[]).slice(1).entries(),
    ...(['item', 'wrapped', 'value'] as const).map(key => [key, schema[key]] as const),
  ].filter((part): part is [string, Schema] => typeof part[1] === 'object' && part[1] !== null);
  return [
    ...(schema.type === 'record' ? [{ at, record: schema }] : []),
    ...parts.flatMap(([key, part]) => recordsIn(part, `${at}.${key}`)),
  ];
}

it('no record that comes from outside has a member called as every object has one', () => {
  const records = [
    ...Object.entries(kinds).flatMap(([kind, { data }]) => recordsIn(data as unknown as Schema, kind)),
    ...[MethodCardRequestSchema, TrainCardRequestSchema].flatMap(schema =>
      recordsIn(schema as unknown as Schema, 'card'),
    ),
  ];
  expect(records.length).toBeGreaterThan(4);
  for (const { at, record } of records)
    for (const word of Object.getOwnPropertyNames(Object.prototype))
      expect(v.safeParse(record.key as Schema, word).success, `${at}: ${word}`).toBe(false);
});
