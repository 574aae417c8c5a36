import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { boundsOf } from './bounds.ts';
import { amount, between, fields, line, whole } from './fields.ts';

const schema = fields({
  litres: between(0.5, 20),
  people: v.exactOptional(whole(1, 400)),
  share: between(0.01, 0.9),
  name: line(20),
  parts: v.exactOptional(fields({ hoursH: between(0, 24) })),
  stock: v.exactOptional(v.array(fields({ amount }))),
});

describe('the bounds of a field', () => {
  it('are those of its schema, however it is wrapped', () => {
    expect(boundsOf(schema, 'litres')).toEqual({ least: 0.5, most: 20 });
    expect(boundsOf(schema, 'people')).toEqual({ least: 1, most: 400, wholeNumbers: true });
    expect(boundsOf(schema, 'parts.hoursH')).toEqual({ least: 0, most: 24 });
    expect(boundsOf(schema, 'stock.amount.value')).toEqual({ least: 0.001, most: 100_000 });
    expect(
      boundsOf(
        v.pipe(
          schema,
          v.check(() => true),
        ),
        'litres',
      ),
    ).toEqual({ least: 0.5, most: 20 });
  });

  it('of a share are told in the per cent that a blank asks for', () => {
    expect(boundsOf(schema, 'share', 100)).toEqual({ least: 1, most: 90 });
  });

  it('are not made up: a misspelt field, and one without bounds, are faults', () => {
    // @ts-expect-error a misspelt field does not compile either
    expect(() => boundsOf(schema, 'litre')).toThrow('no field "litre"');
    // @ts-expect-error nor one within another
    expect(() => boundsOf(schema, 'parts.hours')).toThrow('no field "hours"');
    expect(() => boundsOf(schema, 'name')).toThrow('has no bounds');
  });
});
