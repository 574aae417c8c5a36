import type { Subject } from '../subject.ts';

/** Subjects of one type by a key that they have in common: containers by their code, by their place. */
export type Index = ReadonlyMap<string, ReadonlySet<Subject>>;

type Shelf = Record<string, object>;
type Keys = Readonly<Record<string, (facts: never) => string>>;
type Lists = Map<string, Set<Subject>>;
interface Kept {
  readonly keys: Keys;
  readonly byName: ReadonlyMap<string, Lists>;
}

// An index belongs to one shelf. Facts that are copied get a new one when it is first asked for; a shelf that
// is changed in place, as the server's is, keeps the one it has, because it is changed here and nowhere else.
const kept = new WeakMap<object, Kept>();

function put(lists: Lists, key: string, id: Subject): void {
  const list = lists.get(key);
  if (list) list.add(id);
  else lists.set(key, new Set([id]));
}

function take(lists: Lists, key: string, id: Subject): void {
  const list = lists.get(key);
  list?.delete(id);
  if (list?.size === 0) lists.delete(key);
}

/** What stands on a shelf, by the name of a key. */
export function lookUp(shelf: Readonly<Record<string, object>>, keys: Keys, name: string): Index {
  const known = kept.get(shelf) ?? indexed(shelf, keys);
  const lists = known.byName.get(name);
  if (!lists) throw new RangeError(`nothing is looked up by "${name}"`);
  return lists;
}

function indexed(shelf: Readonly<Record<string, object>>, keys: Keys): Kept {
  const byName = new Map(Object.keys(keys).map(name => [name, new Map()] as const));
  const index: Kept = { keys, byName };
  for (const [id, facts] of Object.entries(shelf))
    for (const [name, lists] of byName) put(lists, keys[name]!(facts as never), id);
  kept.set(shelf, index);
  return index;
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
    if (before) take(lists, keyOf(before as never), key);
    if (facts) put(lists, keyOf(facts as never), key);
  }
}
