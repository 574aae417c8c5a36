import type { Subject } from '../base/subject.ts';
import type { SubjectDefinition } from './define.ts';
import type { SubjectType } from './facts.ts';

/** The word before the colon, or all of it. */
function wordOf(subject: Subject): string {
  const colon = subject.indexOf(':');
  return colon < 0 ? subject : subject.slice(0, colon);
}

/** The types of subject that are declared, and what a subject's name says of it. */
export function createTypes(subjects: { readonly [T in SubjectType]: SubjectDefinition<T> }) {
  const types = Object.keys(subjects) as SubjectType[];
  const definitions = subjects as Readonly<Record<string, SubjectDefinition>>;

  /** What there is of a type that there is only one of, before anything happened to it; undefined for what has a shelf. */
  const freshOf = (type: SubjectType) => definitions[type]!.fresh;

  /** The type of a subject. Throws for a subject of no known type. */
  function typeOf(subject: Subject): SubjectType {
    const type = wordOf(subject) as SubjectType;
    if (!Object.hasOwn(definitions, type))
      throw new RangeError(`"${subject}" names no known subject; it begins with one of ${types.join(', ')}`);
    return type;
  }

  /** Key of a subject among the facts of its type: those named by a word go by it ("drum-208l"), the rest by the subject. */
  function keyOf(subject: Subject): string {
    const type = wordOf(subject);
    return definitions[type]?.named === 'word' ? subject.slice(type.length + 1) : subject;
  }

  const shelved = types.filter(type => freshOf(type) === undefined);
  return { types, shelved, definitions, freshOf, typeOf, keyOf };
}

export type Types = ReturnType<typeof createTypes>;
