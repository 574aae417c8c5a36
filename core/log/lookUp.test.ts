import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noFacts } from '../areas/entries.ts';
import { codeKey } from '../areas/store/code.ts';
import type { ContainerFacts } from '../areas/store/facts.ts';
import * as subjects from '../areas/store/subjects.ts';
import { atOnce } from '../base/lots.ts';
import type { Facts } from './facts.ts';
import { copyInLots, copyOf, lookUp, shelve } from './lookUp.ts';

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

  it('of a copied shelf is its own: what changes in one is not found in another, whatever is changed after', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ change, copies: fc.boolean() }), { maxLength: 20 }),
        fc.integer({ min: 0, max: 3 }),
        (steps, askedAt) => {
          let facts: Facts = { ...noFacts, container: {} };
          const all = [facts];
          for (const [i, { change: c, copies }] of steps.entries()) {
            if (i === askedAt) containersBy(facts);
            if (copies) {
              // at once and in lots are the same copy
              const copy = c.isGone ? copyOf(facts.container) : atOnce(copyInLots(facts.container));
              facts = { ...facts, container: copy };
              all.push(facts);
            }
            const shelf = facts.container as Record<string, ContainerFacts>;
            shelve(shelf, c.id, c.isGone ? undefined : vessel(c.id, c.code, c.place));
          }
          // the eldest last: what was copied from it must not have lost anything
          for (const one of [...all].reverse()) expect(containersBy(one)).toEqual(walked(one));
        },
      ),
    );
  });
});
