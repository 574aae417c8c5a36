import type { TurnedDown, Waiting } from './logSlice.ts';

/** The queue survives a reload and a closed lid: what was typed and not yet acknowledged is sent when the server is back. */
const KEY = 'zeolite.queue';

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

export const loadQueue = (): Waiting[] => load(KEY);
export const keepQueue = (queue: readonly Waiting[]): void => keep(KEY, queue);

/** What was turned down stays through a reload as well, until somebody decides. */
export const loadTurnedDown = (): TurnedDown[] => load(TURNED_DOWN);
export const keepTurnedDown = (list: readonly TurnedDown[]): void => keep(TURNED_DOWN, list);
