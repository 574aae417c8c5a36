import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { forget, keysOf, readText } from '../kept.ts';
import { inTurn } from './inTurn.ts';
import type { Shelf } from './reach.ts';
import { steadyStorage } from './steady.ts';
import type { Kept, OutboxStorage, TurnedDown, Waiting } from './storage.ts';

interface OutboxDb extends DBSchema {
  outbox: { key: string; value: Kept };
}

const NAME = 'zeolite';
const VERSION = 1;
const STORE = 'outbox';

/** A database that another tab will not let go of, or that never answers, is not waited for. */
const open = async (onGone: () => void): Promise<Shelf> => {
  const db = await openDB<OutboxDb>(NAME, VERSION, {
    upgrade: base => void base.createObjectStore(STORE, { keyPath: 'id' }),
    // a browser that clears its data closes it
    terminated: onGone,
    // another tab is of a newer build, or removes it: this one is not in its way
    blocking: (_, __, event) => {
      (event.target as IDBDatabase).close();
      onGone();
    },
  });
  await takeOver(db);
  // what is kept is on the disk before anybody is told that it is kept
  const write = async (act: (store: ReturnType<typeof storeOf>) => unknown) => {
    const store = storeOf(db);
    act(store);
    await store.transaction.done;
  };
  return {
    all: () => db.getAll(STORE),
    get: id => db.get(STORE, id),
    put: kept => write(store => store.put(kept)),
    remove: id => write(store => store.delete(id)),
    close: () => db.close(),
  };
};

/**
 * The outbox in the browser's own database, shared by all tabs: what one records, any sends, under a lock that goes with its
 * tab. Where that database does not work, the page keeps it.
 * @param onKept told whether the browser keeps it, or this page alone
 */
export function idbStorage(onKept: (isKept: boolean) => void): OutboxStorage {
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(`${NAME}.${STORE}`) : undefined;
  const locks = globalThis.navigator?.locks;
  return steadyStorage({
    open,
    onKept,
    // without locks two tabs may send the same: it is recorded once all the same
    alone: locks ? async work => (await locks.request(`${NAME}.${STORE}`, work)) as never : inTurn(),
    tell: removed => channel?.postMessage({ removed }),
    onTold: listener =>
      channel?.addEventListener('message', ({ data }: MessageEvent<{ removed?: string } | undefined>) =>
        listener(data?.removed),
      ),
  });
}

const storeOf = (db: IDBPDatabase<OutboxDb>) =>
  db.transaction(STORE, 'readwrite', { durability: 'strict' }).objectStore(STORE);

/** What builds before this one kept in the local storage, by tab. */
async function takeOver(db: IDBPDatabase<OutboxDb>): Promise<void> {
  for (const key of keysOf('local').filter(name => /^zeolite\.(queue(:|$)|turned-down$)/.test(name))) {
    const store = storeOf(db);
    for (const one of listIn(key)) {
      const [first] = one.entries;
      if (first) store.put({ ...one, id: first.id, isLeft: true });
    }
    await store.transaction.done;
    forget('local', key);
  }
}

function listIn(key: string): (Omit<Waiting, 'id'> | Omit<TurnedDown, 'id'>)[] {
  try {
    const list: unknown = JSON.parse(readText('local', key) ?? '[]');
    return Array.isArray(list) ? list.filter(one => Array.isArray(one?.entries)) : [];
  } catch {
    return [];
  }
}
