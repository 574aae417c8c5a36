import type { TurnedDown, Waiting } from './logSlice.ts';

/**
 * The queue survives a reload and a closed lid: what was typed and not yet acknowledged is sent when the server is back. Each
 * tab keeps its own, under a lock that goes with the tab: what a closed tab left is taken over by the next one.
 */
const KEY = 'zeolite.queue';
const OWN = `${KEY}:${Math.random().toString(36).slice(2)}`;

const TURNED_DOWN = 'zeolite.turned-down';

function load<T>(key: string): T[] {
  try {
    const stored = JSON.parse(localStorage.getItem(key) ?? '[]') as T[];
    return Array.isArray(stored) ? stored : [];
  } catch {
    return [];
  }
}

function keep(key: string, list: readonly unknown[]): void {
  if (list.length === 0) localStorage.removeItem(key);
  else localStorage.setItem(key, JSON.stringify(list));
}

export const keepQueue = (queue: readonly Waiting[]): void => keep(OWN, queue);

const isOthers = (key: string): boolean => key === KEY || (key.startsWith(`${KEY}:`) && key !== OWN);

/**
 * Holds this tab's own queue, and takes over what others left waiting as soon as their tabs are closed: the lock of an open
 * tab is waited for.
 */
export function adoptQueues(take: (left: Waiting[]) => void): void {
  const locks = globalThis.navigator?.locks;
  void locks?.request(OWN, () => new Promise<never>(() => undefined));
  const watched = new Set<string>();
  const adopt = (key: string) => {
    const left = load<Waiting>(key);
    localStorage.removeItem(key);
    watched.delete(key);
    if (left.length > 0) take(left);
  };
  const watch = (key: string) => {
    if (!isOthers(key) || watched.has(key)) return;
    watched.add(key);
    if (!locks || key === KEY) adopt(key);
    else void locks.request(key, async () => adopt(key));
  };
  for (const key of Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? ''))
    watch(key);
  // a tab that was opened later began to keep something
  globalThis.addEventListener?.('storage', ({ key, newValue }) => key && newValue && watch(key));
}

/** What was turned down stays through a reload as well, until somebody decides. */
export const loadTurnedDown = (): TurnedDown[] => load(TURNED_DOWN);
export const keepTurnedDown = (list: readonly TurnedDown[]): void => keep(TURNED_DOWN, list);
