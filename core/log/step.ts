import type { Subject } from '../base/subject.ts';
import type { AnyKind } from './define.ts';
import { ordered, type Told } from './entry.ts';
import type { SubjectFacts, SubjectType, Waiting } from './facts.ts';
import { standing } from './strikes.ts';
import type { Types } from './types.ts';

type Step = (facts: unknown, entry: Told, subject: Subject) => SubjectFacts | undefined;
/** What a kind makes of the facts of a type: whether it begins them, and what must be there before it tells of it. */
interface KindStep {
  readonly step: Step;
  readonly isBeginning: boolean;
  readonly ground: string | undefined;
}
type Folded = (facts: SubjectFacts | undefined, told: readonly Told[]) => SubjectFacts | undefined;

/** So many entries are kept that tell of what is not written down yet. */
const WAITING_KEPT = 60;

function kept(facts: Waiting, entry: Told): Waiting {
  const waiting = [...(facts.waiting ?? []), entry].slice(-WAITING_KEPT);
  return { ...facts, waiting };
}

/** What was just written down, with what happened to it before; what was said as it was written down is the later word. */
function withPast(
  born: SubjectFacts | undefined,
  birth: Told | undefined,
  past: readonly Told[],
  after: Folded,
): SubjectFacts | undefined {
  if (!born || !birth || past.length === 0) return born;
  const said = Object.keys(birth.data as object).filter(key => key in born);
  const kept = Object.fromEntries(said.map(key => [key, (born as unknown as Record<string, unknown>)[key]]));
  const facts = after(born, past);
  return facts && ({ ...facts, ...kept } as SubjectFacts);
}

/** How entries change the facts of one subject. */
export function createSteps(kinds: Readonly<Record<string, AnyKind>>, { definitions, typeOf }: Types) {
  // asked for with each entry: what is declared is looked up once for each kind and type
  const steps = new Map<string, KindStep | undefined>();

  /** How an entry of a kind changes facts of a type: whether it needs any, and the step. */
  function stepOf(kind: string, type: SubjectType): KindStep | undefined {
    const name = `${type} ${kind}`;
    if (!steps.has(name)) steps.set(name, declared(kind, type));
    return steps.get(name);
  }

  function declared(kind: string, type: SubjectType): KindStep | undefined {
    const fold = kinds[kind]?.fold[type];
    if (fold === undefined || fold === 'none') return undefined;
    const ground = kinds[kind]!.tellsOf?.[type];
    if (typeof fold === 'function') return { step: fold as Step, isBeginning: false, ground };
    return { step: (fold as { begins: Step }).begins, isBeginning: true, ground };
  }

  /** Folds one entry into the facts of one of its subjects. Strikes are resolved before (see `standing`). */
  const step = (facts: SubjectFacts | undefined, entry: Told, subject: Subject) =>
    stepAs(typeOf(subject), facts, entry, subject);

  function stepAs(
    type: SubjectType,
    facts: SubjectFacts | undefined,
    entry: Told,
    subject: Subject,
  ): SubjectFacts | undefined {
    const found = stepOf(entry.kind, type);
    // what there is nothing of yet has nothing to act on
    if (!found || (facts === undefined && !found.isBeginning)) return facts;
    const { ground } = found;
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
    const list = ordered(standing(entries));
    const birth = list.findIndex(e => stepOf(e.kind, type)?.isBeginning);
    const after = (facts: SubjectFacts | undefined, told: readonly Told[]) =>
      told.reduce((before, entry) => stepAs(type, before, entry, subject), facts);
    const born = after(undefined, list.slice(Math.max(0, birth), birth + 1));
    // a thing has a past before it was written down: that counts from its own day
    return after(
      withPast(born, list[birth], list.slice(0, Math.max(0, birth)), after),
      list.slice(birth + 1),
    );
  }

  return { stepOf, step, foldSubject };
}
