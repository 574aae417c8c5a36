import type { Waiting } from './logSlice.ts';

/** The queue survives a reload and a closed lid: what was typed and not yet acknowledged is sent when the server is back. */
const KEY = 'zeolite.queue';

export function loadQueue(): Waiting[] {
  try {
    const stored = JSON.parse(localStorage.getItem(KEY) ?? '[]') as Waiting[];
    return Array.isArray(stored) ? stored : [];
  } catch {
    return [];
  }
}

export function keepQueue(queue: readonly Waiting[]): void {
  if (queue.length === 0) localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, JSON.stringify(queue));
}
