import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Entry,
  type EntryKind,
  entryKinds,
  fold,
  guard,
  kinds,
  subjectFactsOf,
  typeOf,
} from '#core/areas/entries.ts';
import type { Subject } from '#core/base/subject.ts';
import { anyEntryOf } from './anyEntry.ts';

const BORN = '2026-06-01T09:00:00.000Z';
const EARLIER = '2026-05-25T09:00:00.000Z';
const LATER = '2026-06-01T10:00:00.000Z';
const NOW = '2026-06-02T09:00:00.000Z';

/** The kind that a subject's life begins with, where it has one. */
const birthOf = (type: string): EntryKind | undefined =>
  entryKinds.find(k => typeof kinds[k].fold[type] === 'object' && kinds[k].on.includes(type as never));
const isStep = (kind: EntryKind, type: string): boolean => typeof kinds[kind].fold[type] === 'function';
const told = entryKinds.filter(kind => kinds[kind].on.some(type => isStep(kind, type) && birthOf(type)));

/** A subject just written down: a vessel with the water that stood in it. */
function written(subject: Subject): fc.Arbitrary<Entry[]> {
  const type = typeOf(subject);
  const dated = (kind: EntryKind) =>
    anyEntryOf(kind).map(({ also: _, ...e }) => ({ ...e, subject, happenedAt: BORN }) as Entry);
  const birth = dated(birthOf(type)!);
  if (type !== 'container') return birth.map(e => [e]);
  return fc.tuple(birth, dated('filled')).map(([born, filled]) => [
    { ...born, id: `0${'0'.repeat(25)}` },
    { ...filled, id: `0${'0'.repeat(24)}1` },
  ]);
}

describe('what happened to a thing before it was written down', () => {
  it('is told by some kinds', () => {
    expect(told.length).toBeGreaterThan(20);
  });

  it.each(told)('counts from its own day, or is told that it does not: %s', kind => {
    fc.assert(
      fc.property(
        anyEntryOf(kind)
          .filter(e => isStep(kind, typeOf(e.subject)) && birthOf(typeOf(e.subject)) !== undefined)
          .chain(e => fc.tuple(fc.constant(e), written(e.subject))),
        ([entry, before]) => {
          const { also: _, ...alone } = entry;
          const at = (happenedAt: string) => ({ ...alone, happenedAt }) as Entry;
          const factsWith = (...more: Entry[]) => subjectFactsOf(fold([...before, ...more]), entry.subject);
          const [none, early, late] = [factsWith(), factsWith(at(EARLIER)), factsWith(at(LATER))];
          // what changes nothing at any time has nothing to lose
          if (isDeepStrictEqual(none, late) || !isDeepStrictEqual(none, early)) return;
          const judged = guard(fold(before), at(EARLIER), NOW).filter(j => j.verdict !== 'ok');
          expect(judged.map(j => j.reason.id)).not.toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });
});
