import type { Subject } from '../base/subject.ts';
import type { Facts, SubjectFacts, SubjectType } from './facts.ts';
import { copyOf, lookUp, shelve } from './lookUp.ts';
import type { Types } from './types.ts';

type Shelf = Record<string, SubjectFacts>;

/** Makes what is looked up in facts that are changed in place, so that no hand waits for it. */
function lookUpAll(facts: Facts, shelved: Types['shelved'], definitions: Types['definitions']): void {
  for (const type of shelved) {
    const { indexes = {} } = definitions[type]!;
    for (const name in indexes) lookUp(facts[type] as Shelf, indexes, name);
  }
}

/** Where the facts of each subject stand among all facts: on the shelf of its type, or in the place of the one there is. */
export function createShelves({ types, shelved, definitions, freshOf, typeOf, keyOf }: Types) {
  /** Facts of an empty log. */
  const noFacts = Object.fromEntries(types.map(type => [type, freshOf(type) ?? {}])) as unknown as Facts;

  /** The facts of a subject, or undefined. */
  function subjectFactsOf(facts: Facts, subject: Subject): SubjectFacts | undefined {
    const type = typeOf(subject);
    const fresh = freshOf(type);
    if (fresh) return facts[type] === fresh ? undefined : (facts[type] as SubjectFacts);
    return (facts[type] as Shelf)[keyOf(subject)];
  }

  /** Facts with the facts of subjects put in, or taken out when undefined; each shelf is copied once, however many they are. */
  function withSubjects(facts: Facts, rows: Iterable<readonly [Subject, SubjectFacts | undefined]>): Facts {
    const own = ownOf(facts);
    for (const [subject, subjectFacts] of rows) own.put(subject, subjectFacts);
    return own.facts();
  }

  /** Facts that follow others, which stay as they are: a shelf is copied when something on it changes first. */
  function ownOf(facts: Facts) {
    let after = facts;
    const own = new Set<SubjectType>();
    return {
      facts: () => after,
      put: (subject: Subject, subjectFacts: SubjectFacts | undefined) => {
        const type = typeOf(subject);
        if (!own.has(type)) {
          after = { ...after, ...(freshOf(type) ? {} : { [type]: copyOf(after[type] as Shelf) }) };
          own.add(type);
        }
        putSubject(after, subject, subjectFacts);
      },
    };
  }

  /** Puts them into facts that nobody else holds: at ten thousand subjects it costs what it does at ten. */
  function putSubject(facts: Facts, subject: Subject, subjectFacts: SubjectFacts | undefined): void {
    const type = typeOf(subject);
    const fresh = freshOf(type);
    const own = facts as unknown as Record<string, unknown>;
    if (fresh) own[type] = subjectFacts ?? fresh;
    else shelve(own[type] as Shelf, keyOf(subject), subjectFacts);
  }

  /** All facts gathered from the facts of each subject. */
  function gather(rows: Iterable<readonly [Subject, SubjectFacts]>): Facts {
    const facts: Record<string, unknown> = { ...noFacts };
    for (const type of shelved) facts[type] = {};
    for (const [subject, subjectFacts] of rows) {
      const type = typeOf(subject);
      const fresh = freshOf(type);
      // a newer build may ask of the one there is what an older one did not know
      if (fresh) facts[type] = { ...fresh, ...subjectFacts };
      else (facts[type] as Shelf)[keyOf(subject)] = subjectFacts;
    }
    return facts as unknown as Facts;
  }

  /** The facts of each subject that has any: what `gather` puts together. */
  function* rowsOf(facts: Facts): Generator<readonly [Subject, SubjectFacts]> {
    for (const type of types) {
      const fresh = freshOf(type);
      if (fresh) {
        if (facts[type] !== fresh) yield [type, facts[type] as SubjectFacts];
        continue;
      }
      const shelf = facts[type] as Shelf;
      const isNamed = definitions[type]?.named === 'word';
      for (const key in shelf) yield [isNamed ? `${type}:${key}` : key, shelf[key]!];
    }
  }

  const index = (facts: Facts) => lookUpAll(facts, shelved, definitions);
  return { noFacts, subjectFactsOf, ownOf, withSubjects, putSubject, gather, rowsOf, index };
}
