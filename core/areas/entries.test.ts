import { createHash } from 'node:crypto';
import { expect, it } from 'vitest';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { generate, seeded } from '../../scripts/generate.ts';
import { FOLD_VERSION, fold } from './entries.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const digestOf = (value: unknown): string =>
  createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);

/** What there is of each type of subject, by its name: a type that is added changes nothing of the others. */
const shelves = (facts: object): [string, object][] =>
  Object.entries(facts)
    .filter(([, shelf]) => Object.keys(shelf as object).length > 0)
    .sort(([a], [b]) => (a < b ? -1 : 1));

it('the same log comes to the same facts in every build of one FOLD_VERSION: where this fails, raise it (or the demo was changed) and write down what it comes to', () => {
  const digest = digestOf(
    [tarnHollow(NOW, seeded(4)), generate(60, 1500, NOW, 7)].map(log => shelves(fold(log))),
  );
  expect({ version: FOLD_VERSION, digest }).toEqual({ version: 9, digest: '7354013252b86090' });
});
