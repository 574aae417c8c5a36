import { createReach, PATIENCE_MS, type Shelf } from './reach.ts';
import type { Kept, OutboxStorage } from './storage.ts';

/** What the tabs of a browser tell each other: something was put there, or is gone for good. */
export interface Telling {
  readonly tell: (removed?: string) => void;
  readonly onTold: (listener: (removed: string | undefined) => void) => void;
}

interface Parts extends Telling {
  /** Opens the database; `onGone`: it was closed or removed under the page. */
  readonly open: (onGone: () => void) => Promise<Shelf>;
  readonly alone: OutboxStorage['alone'];
  /** Told whether what waits is kept by the browser, or by this page alone. */
  readonly onKept?: (isKept: boolean) => void;
  readonly patienceMs?: number;
}

/** What a browser calls a database that has no room. */
const FULL = 'QuotaExceededError';

const byId = (a: Kept, b: Kept): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/**
 * An outbox on a database that may be missing, closed, cleared, full, or never answer. What this page put there it also holds
 * itself until it is settled: nothing is lost as long as either of the two is there, and what the page holds goes back to the
 * database as soon as that is there again.
 */
export function steadyStorage({
  open,
  alone,
  tell,
  onTold,
  onKept,
  patienceMs = PATIENCE_MS,
}: Parts): OutboxStorage {
  const own = new Map<string, Kept>();
  /** Removed while the database did not answer: it may still have them. */
  const gone = new Set<string>();
  let isKept: boolean | undefined;

  const say = (now: boolean) => {
    if (now === isKept) return;
    isKept = now;
    onKept?.(now);
  };
  const { ask, within } = createReach({ open, patienceMs, onThere: restock, onLost: () => say(false) });

  /** What is held here alone is put there too. @throws Error where it does not answer */
  async function restock(there: Shelf): Promise<Kept[]> {
    for (const id of gone) {
      await within(there.remove(id));
      gone.delete(id);
    }
    const kept = await within(there.all());
    const known = new Set(kept.map(one => one.id));
    let isAll = true;
    for (const one of own.values()) if (!known.has(one.id)) isAll = (await within(put(there, one))) && isAll;
    say(isAll);
    return kept;
  }

  /** Whether there was room for it. */
  const put = (there: Shelf, one: Kept): Promise<boolean> =>
    there.put(one).then(
      () => true,
      (error: Error) => {
        if (error.name !== FULL) throw error;
        return false;
      },
    );

  onTold(removed => {
    if (removed !== undefined) own.delete(removed);
  });

  return {
    all: async () => {
      const kept = await ask(restock);
      // the database has the last word on what is in both: another tab may have written it anew
      const both = new Map([...own, ...(kept?.answer ?? []).map(one => [one.id, one] as const)]);
      return [...both.values()].filter(one => !gone.has(one.id)).sort(byId);
    },
    get: async id =>
      gone.has(id) ? undefined : ((await ask(there => there.get(id)))?.answer ?? own.get(id)),
    put: async one => {
      own.set(one.id, one);
      gone.delete(one.id);
      const came = await ask(there => put(there, one));
      if (came?.answer === false) say(false);
      tell();
    },
    remove: async id => {
      own.delete(id);
      if (!(await ask(there => there.remove(id)))) gone.add(id);
      tell(id);
    },
    alone,
    onChange: listener => onTold(() => listener()),
  };
}
