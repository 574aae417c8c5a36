import { atOnce, type InLots } from '../base/lots.ts';
import type { Subject } from '../base/subject.ts';
import type { AnyKind, SubjectDefinition } from './define.ts';
import { subjectsOf, type Told } from './entry.ts';
import type { Facts, SubjectFacts, SubjectType } from './facts.ts';
import { createShelves } from './shelves.ts';
import { createSteps } from './step.ts';
import { createTypes } from './types.ts';

/** What the areas declare, joined: the engine knows each of them by its name alone. */
export interface Definitions {
  readonly kinds: Readonly<Record<string, AnyKind>>;
  readonly subjects: { readonly [T in SubjectType]: SubjectDefinition<T> };
}

/** Entries by the subjects they bear on. */
export function bySubject<E extends Told>(entries: readonly E[]): Map<Subject, E[]> {
  const map = new Map<Subject, E[]>();
  const put = (subject: Subject, entry: E): void => {
    const list = map.get(subject);
    if (list) list.push(entry);
    else map.set(subject, [entry]);
  };
  for (const entry of entries) {
    put(entry.subject, entry);
    if (entry.also) for (const subject of entry.also) put(subject, entry);
  }
  return map;
}

/** State = fold(entries), for the kinds and subjects that are declared. */
export function createFold({ kinds, subjects }: Definitions) {
  const types = createTypes(subjects);
  const steps = createSteps(kinds, types);
  const { ownOf, ...shelves } = createShelves(types);

  /** The facts of a whole log, in any order. */
  function fold(entries: readonly Told[]): Facts {
    const rows: [Subject, SubjectFacts][] = [];
    for (const [subject, list] of bySubject(entries)) {
      const facts = steps.foldSubject(subject, list);
      if (facts) rows.push([subject, facts]);
    }
    return shelves.gather(rows);
  }

  /**
   * Facts after entries that come later than all they hold and strike nothing: a preview, or a queue not yet sent.
   * Each shelf is copied once, however many entries there are.
   * @param before called with each entry and the facts as they are when it comes
   */
  const foldOnto = <E extends Told>(
    facts: Facts,
    entries: readonly E[],
    before?: (facts: Facts, entry: E) => void,
  ): Facts => atOnce(foldOntoInLots(facts, entries, before));

  /** The same, with a stop after each entry. */
  function* foldOntoInLots<E extends Told>(
    facts: Facts,
    entries: readonly E[],
    before: (facts: Facts, entry: E) => void = () => {},
  ): InLots<Facts> {
    const own = ownOf(facts);
    for (const entry of entries) {
      before(own.facts(), entry);
      for (const subject of subjectsOf(entry))
        own.put(subject, steps.step(shelves.subjectFactsOf(own.facts(), subject), entry, subject));
      yield;
    }
    return own.facts();
  }

  /** Whether a subject's life is over: no browser needs it to begin with. */
  const isOver = (subject: Subject, facts: SubjectFacts): boolean =>
    types.definitions[types.typeOf(subject)]?.isOver?.(facts as never) ?? false;

  const { typeOf, keyOf } = types;
  return { typeOf, keyOf, ...steps, ...shelves, fold, foldOnto, foldOntoInLots, isOver };
}

export type FoldOf = ReturnType<typeof createFold>;
