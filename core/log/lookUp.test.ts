import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noFacts } from '../record.ts';
import { codeKey } from '../store/code.ts';
import type { ContainerFacts } from '../store/facts.ts';
import * as subjects from '../store/subjects.ts';
import type { Facts } from './facts.ts';
import { lookUp, shelve } from './lookUp.ts';

const vessel = (id: string, code: string, place: string): ContainerFacts => ({
  id,
  code,
  place,
  kind: 'can-20l',
  role: 'clean',
  heldBefore: 'new',
  addedAt: '2026-11-26T08:00:00.000Z',
});
const ids = ['a', 'b', 'c'];
const codes = ['K1', 'k1 ', 'K2'];
const places = ['cellar', 'shed'];
const change = fc.record({
  id: fc.constantFrom(...ids),
  code: fc.constantFrom(...codes),
  place: fc.constantFrom(...places),
  isGone: fc.boolean(),
});

const containersBy = ({ container }: Facts) => ({
  byCode: lookUp(container, subjects.container.indexes!, 'code'),
  byPlace: lookUp(container, subjects.container.indexes!, 'place'),
});

/** The same by walking the whole shelf. */
function walked({ container }: Facts) {
  const by = (key: (c: ContainerFacts) => string) => {
    const lists = new Map<string, Set<string>>();
    for (const c of Object.values(container)) lists.set(key(c), (lists.get(key(c)) ?? new Set()).add(c.id));
    return lists;
  };
  return { byCode: by(c => codeKey(c.code)), byPlace: by(c => c.place) };
}

describe('what is looked up', () => {
  it('is what a walk through the store finds, after any changes in place', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 20 }), changes => {
        const facts: Facts = { ...noFacts, container: {} };
        containersBy(facts);
        for (const { id, code, place, isGone } of changes) {
          const shelf = facts.container as Record<string, ContainerFacts>;
          shelve(shelf, id, isGone ? undefined : vessel(id, code, place));
          expect(containersBy(facts)).toEqual(walked(facts));
        }
      }),
    );
  });

  it('of a copied shelf is its own', () => {
    const facts: Facts = { ...noFacts, container: { a: vessel('a', 'K1', 'cellar') } };
    containersBy(facts);
    const copy: Facts = { ...facts, container: { ...facts.container, b: vessel('b', 'K2', 'shed') } };
    expect([...containersBy(copy).byPlace.keys()]).toEqual(['cellar', 'shed']);
    expect([...containersBy(facts).byPlace.keys()]).toEqual(['cellar']);
  });
});
