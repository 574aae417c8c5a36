import { foldContainer } from './containerFold.ts';
import type { PlanFields } from './entry.ts';
import { type Entry, inOrder, type Subject, subjectsOf } from './entry.ts';
import {
  type ContainerFacts,
  type Facts,
  freshGroup,
  freshPlan,
  type GroupFacts,
  noFacts,
  type PlaceFacts,
  type SheetFacts,
  type SubjectFacts,
  type SubjectType,
  type SupplyFacts,
  type TakenList,
  typeOf,
} from './facts.ts';
import { shelve } from './shelf.ts';

type Reducer = (facts: SubjectFacts | undefined, entry: Entry, subject: Subject) => SubjectFacts | undefined;

/** A subject that is set as a whole, and may be removed. */
function replacing(set: Entry['kind'], removed: Entry['kind'] | undefined): Reducer {
  return (facts, entry, subject) => {
    if (entry.kind === set) return { id: subject, ...entry.data } as SubjectFacts;
    return entry.kind === removed ? undefined : facts;
  };
}

function foldSupply(facts: SupplyFacts | undefined, entry: Entry, subject: Subject): SupplyFacts | undefined {
  switch (entry.kind) {
    case 'supply.set':
      return {
        id: subject,
        ...entry.data,
        used: 0,
        setAt: entry.happenedAt,
        // a changed name or place leaves a filter its life
        ...(facts?.log ? { log: facts.log } : {}),
      };
    case 'filter.logged':
      return facts && { ...facts, log: [...(facts.log ?? []), { at: entry.happenedAt, ...entry.data }] };
    case 'bottles.logged': {
      const { what, count = 0 } = entry.data;
      const gone = what === 'retired' || what === 'lost' ? count : 0;
      return (
        facts && {
          ...facts,
          used: facts.used + gone,
          bottles: [...(facts.bottles ?? []), { at: entry.happenedAt, what }],
        }
      );
    }
    case 'supply.removed':
      return undefined;
    case 'dosed':
      return facts && { ...facts, used: facts.used + entry.data.doseMl };
    case 'sanitised':
      return facts && { ...facts, used: facts.used + entry.data.bleachMl };
    case 'sheet.begun': {
      const use = entry.data.uses.find(u => u.supply === subject);
      return facts && use ? { ...facts, used: facts.used + use.amount } : facts;
    }
    default:
      return facts;
  }
}

function foldSheet(facts: SheetFacts | undefined, entry: Entry, subject: Subject): SheetFacts | undefined {
  switch (entry.kind) {
    case 'sheet.begun': {
      const container = entry.also?.find(s => typeOf(s) === 'container');
      return {
        id: subject,
        ...entry.data,
        begunAt: entry.happenedAt,
        by: entry.by,
        ...(container ? { container } : {}),
        done: [],
      };
    }
    case 'sheet.step': {
      const { step: id, ...read } = entry.data;
      const done = { step: id, at: entry.happenedAt, by: entry.by, ...read };
      return facts && { ...facts, done: [...facts.done, done] };
    }
    case 'photographed':
      return facts && { ...facts, photo: entry.data.digest };
    case 'sheet.ended':
      return facts && { ...facts, ended: { at: entry.happenedAt, outcome: entry.data.outcome } };
    default:
      return facts;
  }
}

/** Lists that are remembered one by one. */
const MOST_LISTS = 20;

const setPlace = replacing('place.set', 'place.removed');

const reducers: Record<SubjectType, Reducer> = {
  group: (facts, entry) => {
    const group = (facts as GroupFacts | undefined) ?? freshGroup;
    if (entry.kind === 'group.set') return { ...group, ...entry.data, isSetUp: true };
    if (entry.kind !== 'list.taken') return facts;
    const { digest, rows } = entry.data;
    const taken: TakenList = { entry: entry.id, at: entry.happenedAt, by: entry.by, rows };
    return {
      ...group,
      listsTaken: { ...group.listsTaken, [digest]: entry.happenedAt },
      lists: [...(group.lists ?? []), taken].slice(-MOST_LISTS),
    };
  },
  plan: (facts, entry) =>
    entry.kind === 'plan.set' ? { ...freshPlan, ...(facts as PlanFields | undefined), ...entry.data } : facts,
  home: replacing('home.set', 'home.removed'),
  building: replacing('building.set', 'building.removed'),
  place: (facts, entry, subject) => {
    const place = facts as PlaceFacts | undefined;
    if (entry.kind === 'photographed') return place && { ...place, photo: entry.data.digest };
    const next = setPlace(place, entry, subject) as PlaceFacts | undefined;
    return next && place?.photo ? { ...next, photo: place.photo } : next;
  },
  kind: replacing('kind.set', undefined),
  supply: (facts, entry, subject) => foldSupply(facts as SupplyFacts | undefined, entry, subject),
  sheet: (facts, entry, subject) => foldSheet(facts as SheetFacts | undefined, entry, subject),
  container: (facts, entry) => foldContainer(facts as ContainerFacts | undefined, entry),
};

/** Folds one entry into the facts of one of its subjects. Strikes are resolved before (see `standing`). */
export function step(
  facts: SubjectFacts | undefined,
  entry: Entry,
  subject: Subject,
): SubjectFacts | undefined {
  return reducers[typeOf(subject)](facts, entry, subject);
}

/**
 * Entries that stand: without strikes and what they strike. A strike may itself be struck,
 * which brings its target back; nothing depends on the order they arrived in.
 */
export function standing(entries: readonly Entry[]): Entry[] {
  const strikesOn = new Map<string, string[]>();
  for (const e of entries) {
    if (e.kind !== 'struck') continue;
    const strikes = strikesOn.get(e.data.target);
    if (strikes) strikes.push(e.id);
    else strikesOn.set(e.data.target, [e.id]);
  }
  if (strikesOn.size === 0) return [...entries];
  // strikes cannot form a ring: each names an entry that was there before it
  const isStruck = (id: string): boolean => (strikesOn.get(id) ?? []).some(strike => !isStruck(strike));
  return entries.filter(e => e.kind !== 'struck' && !isStruck(e.id));
}

/** The facts of one subject from its entries, in any order. */
export function foldSubject(subject: Subject, entries: readonly Entry[]): SubjectFacts | undefined {
  return standing(entries)
    .sort(inOrder)
    .reduce<SubjectFacts | undefined>((facts, entry) => step(facts, entry, subject), undefined);
}

/** Facts with one subject's facts put in, or taken out when undefined. */
export function withSubject(facts: Facts, subject: Subject, subjectFacts: SubjectFacts | undefined): Facts {
  const type = typeOf(subject);
  if (type === 'group') return { ...facts, group: (subjectFacts as GroupFacts | undefined) ?? freshGroup };
  if (type === 'plan') return { ...facts, plan: (subjectFacts as PlanFields | undefined) ?? freshPlan };
  const key = keyOf(subject);
  const shelf: Record<string, SubjectFacts> = { ...facts[type] };
  if (subjectFacts === undefined) delete shelf[key];
  else shelf[key] = subjectFacts;
  return { ...facts, [type]: shelf };
}

/** The facts of a subject, or undefined. */
export function subjectFactsOf(facts: Facts, subject: Subject): SubjectFacts | undefined {
  const type = typeOf(subject);
  if (type === 'group') return facts.group.isSetUp ? facts.group : undefined;
  if (type === 'plan') return facts.plan === freshPlan ? undefined : facts.plan;
  return (facts[type] as Record<string, SubjectFacts>)[keyOf(subject)];
}

/** Key of a subject among the facts of its type: kinds go by their own id ("drum-208l"), the rest by the subject. */
export const keyOf = (subject: Subject): string =>
  subject.startsWith('kind:') ? subject.slice('kind:'.length) : subject;

/** All facts gathered from the facts of each subject. */
export function gather(rows: Iterable<readonly [Subject, SubjectFacts]>): Facts {
  const shelves: Record<string, Record<string, SubjectFacts>> = {
    home: {},
    building: {},
    place: {},
    kind: {},
    supply: {},
    sheet: {},
    container: {},
  };
  let { group, plan } = noFacts;
  for (const [subject, facts] of rows) {
    const type = typeOf(subject);
    if (type === 'group') group = facts as GroupFacts;
    else if (type === 'plan') plan = { ...freshPlan, ...(facts as PlanFields) };
    else shelves[type]![keyOf(subject)] = facts;
  }
  return { group, plan, ...shelves } as unknown as Facts;
}

/** Entries by the subjects they bear on. */
export function bySubject(entries: readonly Entry[]): Map<Subject, Entry[]> {
  const map = new Map<Subject, Entry[]>();
  for (const entry of entries) {
    for (const subject of subjectsOf(entry)) {
      const list = map.get(subject);
      if (list) list.push(entry);
      else map.set(subject, [entry]);
    }
  }
  return map;
}

/** State = fold(entries): the facts of a whole log, in any order. */
export function fold(entries: readonly Entry[]): Facts {
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
export function foldOnto(
  facts: Facts,
  entries: readonly Entry[],
  before: (facts: Facts, entry: Entry) => void = () => {},
): Facts {
  if (entries.length === 0) return facts;
  let after = facts;
  const own = new Set<SubjectType>();
  for (const entry of entries) {
    before(after, entry);
    for (const subject of subjectsOf(entry)) {
      const type = typeOf(subject);
      const next = step(subjectFactsOf(after, subject), entry, subject);
      if (!own.has(type) || type === 'group' || type === 'plan') {
        after = withSubject(after, subject, next);
        own.add(type);
        continue;
      }
      shelve(after[type] as Record<string, SubjectFacts>, keyOf(subject), next);
    }
  }
  return after;
}
