import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Told } from './entry.ts';
import { standing } from './strikes.ts';

const entry = (id: string, target?: string): Told =>
  ({
    id,
    kind: target === undefined ? 'noted' : 'struck',
    data: target === undefined ? {} : { target },
  }) as never;
const ids = (entries: readonly Told[]) => standing(entries).map(e => e.id);

it('a chain of 30,000 strikes is settled by its length, in any order', () => {
  const chain = (length: number) => [
    entry('0'),
    ...Array.from({ length }, (_, i) => entry(`${i + 1}`, `${i}`)),
  ];
  expect(ids(chain(30_000))).toEqual(['0']);
  expect(ids(chain(30_001))).toEqual([]);
  expect(ids(chain(30_001).reverse())).toEqual([]);
});

it('many strikes on one entry strike it once, and a ring of strikes ends', () => {
  const many = Array.from({ length: 20_000 }, (_, i) => entry(`s${i}`, 'a'));
  expect(ids([entry('a'), ...many])).toEqual([]);
  expect(ids([entry('a'), entry('x', 'y'), entry('y', 'x')])).toEqual(['a']);
});

it('agrees with the rule as it is said: an entry stands that no standing strike strikes', () => {
  // each strike names an entry that was there before it
  const logs = fc
    .array(fc.option(fc.nat(), { nil: undefined }), { maxLength: 30 })
    .map(targets =>
      targets.map((target, i) =>
        entry(`${i}`, i === 0 || target === undefined ? undefined : `${target % i}`),
      ),
    );
  fc.assert(
    fc.property(logs, entries => {
      const stands = new Map<string, boolean>();
      for (const e of [...entries].reverse()) {
        const strikes = entries.filter(
          s => s.kind === 'struck' && (s.data as { target: string }).target === e.id,
        );
        stands.set(e.id, !strikes.some(s => stands.get(s.id)));
      }
      expect(ids(entries)).toEqual(
        entries.filter(e => e.kind !== 'struck' && stands.get(e.id)).map(e => e.id),
      );
    }),
  );
});
