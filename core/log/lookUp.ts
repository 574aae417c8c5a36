import { atOnce, type InLots } from '../base/lots.ts';
import type { Subject } from '../base/subject.ts';

/** Subjects of one type by a key that they have in common: containers by their code, by their place. */
export type Index = ReadonlyMap<string, ReadonlySet<Subject>>;

type Shelf = Record<string, object>;
type Keys = Readonly<Record<string, (facts: never) => string>>;
type Lists = Map<string, Set<Subject>>;
interface Kept {
  readonly keys: Keys;
  readonly byName: Map<string, Lists>;
  /** Lists that no other index has: the others are shared with the index that this one was copied from. */
  readonly own: WeakSet<Set<Subject>>;
}

// An index belongs to one shelf and is made when it is first asked for. A shelf that is changed in place, as the server's is,
// keeps its index, because it is changed here and nowhere else; a copied shelf takes a copy along, which shares its lists.
const kept = new WeakMap<object, Kept>();

/** A list that may be changed. */
function ownList({ own }: Kept, lists: Lists, key: string): Set<Subject> {
  const list = lists.get(key);
  if (list && own.has(list)) return list;
  const copy = new Set(list);
  own.add(copy);
  lists.set(key, copy);
  return copy;
}

function take(index: Kept, lists: Lists, key: string, id: Subject): void {
  const list = ownList(index, lists, key);
  list.delete(id);
  if (list.size === 0) lists.delete(key);
}

/** What stands on a shelf, by the name of a key. */
export function lookUp(shelf: Readonly<Record<string, object>>, keys: Keys, name: string): Index {
  const index = kept.get(shelf) ?? { keys, byName: new Map(), own: new WeakSet() };
  kept.set(shelf, index);
  const lists = index.byName.get(name) ?? listed(shelf, index, name);
  index.byName.set(name, lists);
  return lists;
}

/** A whole shelf by one of its keys. */
function listed(shelf: Readonly<Record<string, object>>, index: Kept, name: string): Lists {
  const keyOf = index.keys[name];
  if (!keyOf) throw new RangeError(`nothing is looked up by "${name}"`);
  const lists: Lists = new Map();
  for (const id in shelf) ownList(index, lists, keyOf(shelf[id] as never)).add(id);
  return lists;
}

/** A copy of a shelf, with what is looked up in it. */
export function copyOf<F extends object>(shelf: Readonly<Record<string, F>>): Record<string, F> {
  const copy = { ...shelf };
  atOnce(copyIndex(shelf, copy));
  return copy;
}

/** Subjects that are copied between two pauses. */
const LOT = 1000;

/** The same for a large shelf that is not changed meanwhile. */
export function* copyInLots<F extends object>(shelf: Readonly<Record<string, F>>): InLots<Record<string, F>> {
  const copy: Record<string, F> = {};
  let done = 0;
  for (const [id, facts] of Object.entries(shelf)) {
    copy[id] = facts;
    if (++done % LOT === 0) yield;
  }
  yield* copyIndex(shelf, copy);
  return copy;
}

function* copyIndex(shelf: object, copy: object): InLots<void> {
  const index = kept.get(shelf);
  if (!index) return;
  const byName: Kept['byName'] = new Map();
  for (const [name, lists] of index.byName) {
    byName.set(name, new Map(lists));
    yield;
  }
  kept.set(copy, { keys: index.keys, byName, own: new WeakSet() });
  // both share the lists from now on
  kept.set(shelf, { ...index, own: new WeakSet() });
}

/** Changes one subject's facts in a shelf that nobody else holds, and what is looked up by them. */
export function shelve<F extends object>(shelf: Record<string, F>, key: string, facts: F | undefined): void {
  const index = kept.get(shelf);
  const before = (shelf as Shelf)[key];
  if (facts === undefined) delete shelf[key];
  else shelf[key] = facts;
  if (!index) return;
  for (const [name, lists] of index.byName) {
    const keyOf = index.keys[name]!;
    const [was, is] = [before && keyOf(before as never), facts && keyOf(facts as never)];
    if (was === is) continue;
    if (was !== undefined) take(index, lists, was, key);
    if (is !== undefined) ownList(index, lists, is).add(key);
  }
}
