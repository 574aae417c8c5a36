import type { Subject } from './entry.ts';
import type { ContainerFacts, Facts } from './facts.ts';

/** What guards look up without walking the whole store. */
export interface ContainerIndex {
  /** Containers by their code, as codes are compared. */
  readonly byCode: ReadonlyMap<string, ReadonlySet<Subject>>;
  readonly byPlace: ReadonlyMap<Subject, ReadonlySet<Subject>>;
}

type Lists = Map<string, Set<Subject>>;
interface Kept extends ContainerIndex {
  readonly byCode: Lists;
  readonly byPlace: Lists;
}

/** Codes are the same whatever their capitals. */
export const codeKey = (code: string): string => code.trim().toLowerCase();

// An index belongs to one shelf of containers. Facts that are copied get a new one when it is first asked for; a shelf that
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

/** The containers by code and by place. */
export function containersBy({ container: shelf }: Pick<Facts, 'container'>): ContainerIndex {
  const known = kept.get(shelf);
  if (known) return known;
  const index: Kept = { byCode: new Map(), byPlace: new Map() };
  for (const { id, code, place } of Object.values(shelf)) {
    put(index.byCode, codeKey(code), id);
    put(index.byPlace, place, id);
  }
  kept.set(shelf, index);
  return index;
}

/** Changes one subject's facts in a shelf that nobody else holds, and what is looked up by them. */
export function shelve<F>(shelf: Record<string, F>, key: string, facts: F | undefined): void {
  const index = kept.get(shelf);
  const before = shelf[key] as ContainerFacts | undefined;
  if (facts === undefined) delete shelf[key];
  else shelf[key] = facts;
  if (!index) return;
  const after = facts as ContainerFacts | undefined;
  if (before) {
    take(index.byCode, codeKey(before.code), key);
    take(index.byPlace, before.place, key);
  }
  if (after) {
    put(index.byCode, codeKey(after.code), key);
    put(index.byPlace, after.place, key);
  }
}
