import { atOnce, type InLots } from '../base/lots.ts';
import type { Subject } from '../base/subject.ts';
import type { AnyKind, SubjectDefinition } from './define.ts';
import { inOrder, subjectsOf, type Told } from './entry.ts';
import type { Facts, SubjectFacts, SubjectType, Waiting } from './facts.ts';
import { copyOf, lookUp, shelve } from './lookUp.ts';
import { standing } from './strikes.ts';

type Shelf = Record<string, SubjectFacts>;
type Step = (facts: unknown, entry: Told, subject: Subject) => SubjectFacts | undefined;

/** So many entries are kept that tell of what is not written down yet. */
const WAITING_KEPT = 60;

function kept(facts: Waiting, entry: Told): Waiting {
  const waiting = [...(facts.waiting ?? []), entry].slice(-WAITING_KEPT);
  return { ...facts, waiting };
}

/** What the areas declare, joined: the engine knows each of them by its name alone. */
export interface Definitions {
  readonly kinds: Readonly<Record<string, AnyKind>>;
  readonly subjects: { readonly [T in SubjectType]: SubjectDefinition<T> };
}

/** Entries by the subjects they bear on. */
export function bySubject<E extends Told>(entries: readonly E[]): Map<Subject, E[]> {
  const map = new Map<Subject, E[]>();
  for (const entry of entries) {
    for (const subject of subjectsOf(entry)) {
      const list = map.get(subject);
      if (list) list.push(entry);
      else map.set(subject, [entry]);
    }
  }
  return map;
}

/** The word before the colon, or all of it. */
function wordOf(subject: Subject): string {
  const colon = subject.indexOf(':');
  return colon < 0 ? subject : subject.slice(0, colon);
}

/** State = fold(entries), for the kinds and subjects that are declared. */
export function createFold({ kinds, subjects }: Definitions) {
  const types = Object.keys(subjects) as SubjectType[];
  const definitions = subjects as Readonly<Record<string, SubjectDefinition>>;
  const freshOf = (type: SubjectType) => definitions[type]!.fresh;
  const shelved = types.filter(type => freshOf(type) === undefined);

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

  /** How an entry of a kind changes facts of a type: whether it needs any, and the step. */
  function stepOf(kind: string, type: SubjectType): { step: Step; isBeginning: boolean } | undefined {
    const fold = kinds[kind]?.fold[type];
    if (fold === undefined || fold === 'none') return undefined;
    if (typeof fold === 'function') return { step: fold as Step, isBeginning: false };
    return { step: (fold as { begins: Step }).begins, isBeginning: true };
  }

  /** Folds one entry into the facts of one of its subjects. Strikes are resolved before (see `standing`). */
  function step(facts: SubjectFacts | undefined, entry: Told, subject: Subject): SubjectFacts | undefined {
    const type = typeOf(subject);
    const found = stepOf(entry.kind, type);
    // what there is nothing of yet has nothing to act on
    if (!found || (facts === undefined && !found.isBeginning)) return facts;
    const ground = kinds[entry.kind]?.tellsOf?.[type];
    if (ground !== undefined && !isThere(facts, type, ground, entry)) return facts && kept(facts, entry);
    const after = found.step(facts, entry, subject);
    return after && 'waiting' in after ? onGround(after as Waiting, type, subject) : after;
  }

  const isThere = (facts: SubjectFacts | undefined, type: SubjectType, ground: string, told: Told): boolean =>
    facts !== undefined && definitions[type]!.grounds![ground]!(facts as never, told);

  /** Folds what waited, once what it tells of is there. */
  function onGround(facts: Waiting, type: SubjectType, subject: Subject): SubjectFacts {
    const { waiting: told = [], ...rest } = facts;
    const comes = (e: Told): boolean => isThere(facts, type, kinds[e.kind]!.tellsOf![type]!, e);
    const left = told.filter(e => !comes(e));
    if (left.length === told.length) return facts;
    const before = left.length > 0 ? { ...facts, waiting: left } : (rest as SubjectFacts);
    return told
      .filter(comes)
      .reduce<SubjectFacts>((all, e) => stepOf(e.kind, type)!.step(all, e, subject) ?? all, before);
  }

  /** The facts of one subject from its entries, in any order. */
  function foldSubject(subject: Subject, entries: readonly Told[]): SubjectFacts | undefined {
    const type = typeOf(subject);
    const list = standing(entries).sort(inOrder);
    const birth = list.findIndex(e => stepOf(e.kind, type)?.isBeginning);
    const after = (facts: SubjectFacts | undefined, told: readonly Told[]) =>
      told.reduce((before, entry) => step(before, entry, subject), facts);
    const born = after(undefined, list.slice(Math.max(0, birth), birth + 1));
    // a thing has a past before it was written down: that counts from its own day
    return after(
      withPast(born, list[birth], list.slice(0, Math.max(0, birth)), after),
      list.slice(birth + 1),
    );
  }

  /** What was just written down, with what happened to it before; what was said as it was written down is the later word. */
  function withPast(
    born: SubjectFacts | undefined,
    birth: Told | undefined,
    past: readonly Told[],
    after: (facts: SubjectFacts | undefined, told: readonly Told[]) => SubjectFacts | undefined,
  ): SubjectFacts | undefined {
    if (!born || !birth || past.length === 0) return born;
    const said = Object.keys(birth.data as object).filter(key => key in born);
    const kept = Object.fromEntries(
      said.map(key => [key, (born as unknown as Record<string, unknown>)[key]]),
    );
    const facts = after(born, past);
    return facts && ({ ...facts, ...kept } as SubjectFacts);
  }

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

  /** Makes what is looked up in facts that are changed in place, so that no hand waits for it. */
  function index(facts: Facts): void {
    for (const type of shelved) {
      const { indexes = {} } = definitions[type]!;
      for (const name in indexes) lookUp(facts[type] as Shelf, indexes, name);
    }
  }

  /** The facts of a whole log, in any order. */
  function fold(entries: readonly Told[]): Facts {
    const rows: [Subject, SubjectFacts][] = [];
    for (const [subject, list] of bySubject(entries)) {
      const facts = foldSubject(subject, list);
      if (facts) rows.push([subject, facts]);
    }
    return gather(rows);
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
        own.put(subject, step(subjectFactsOf(own.facts(), subject), entry, subject));
      yield;
    }
    return own.facts();
  }

  /** Whether a subject's life is over: no browser needs it to begin with. */
  const isOver = (subject: Subject, facts: SubjectFacts): boolean =>
    definitions[typeOf(subject)]?.isOver?.(facts as never) ?? false;

  return {
    typeOf,
    keyOf,
    stepOf,
    step,
    foldSubject,
    noFacts,
    subjectFactsOf,
    withSubjects,
    putSubject,
    gather,
    rowsOf,
    index,
    fold,
    foldOnto,
    foldOntoInLots,
    isOver,
  };
}

export type FoldOf = ReturnType<typeof createFold>;
