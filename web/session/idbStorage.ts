import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type Kept, memoryStorage, type OutboxStorage, type TurnedDown, type Waiting } from './storage.ts';
import { inTurn } from './turns.ts';

interface OutboxDb extends DBSchema {
  outbox: { key: string; value: Kept };
}

const NAME = 'zeolite';
const VERSION = 1;
const STORE = 'outbox';

/**
 * The outbox in the browser's own database, shared by all tabs: what one records, any sends, under a lock that goes with its
 * tab. A browser that keeps no database keeps it in the page.
 */
export async function idbStorage(): Promise<OutboxStorage> {
  const db = await openDB<OutboxDb>(NAME, VERSION, {
    upgrade: base => void base.createObjectStore(STORE, { keyPath: 'id' }),
  }).catch(() => undefined);
  if (!db) return memoryStorage();
  await takeOver(db);
  const channel = 'BroadcastChannel' in globalThis ? new BroadcastChannel(`${NAME}.${STORE}`) : undefined;
  // what is kept is on the disk before anybody is told that it is kept
  const write = async (act: (store: ReturnType<typeof storeOf>) => unknown) => {
    const store = storeOf(db);
    act(store);
    await store.transaction.done;
    channel?.postMessage('changed');
  };
  const locks = globalThis.navigator?.locks;
  const ownTurn = inTurn();
  // where the disk is full it is kept in the page, and sent as long as that is open
  const unkept = memoryStorage();
  return {
    all: async () => [...(await db.getAll(STORE)), ...(await unkept.all())],
    get: async id => (await unkept.get(id)) ?? db.get(STORE, id),
    put: kept => write(store => store.put(kept)).catch(() => unkept.put(kept)),
    remove: async id => {
      await unkept.remove(id);
      await write(store => store.delete(id));
    },
    // without locks two tabs may send the same: it is recorded once all the same
    alone: locks ? async work => (await locks.request(`${NAME}.${STORE}`, work)) as never : ownTurn,
    onChange: listener => channel?.addEventListener('message', listener),
  };
}

const storeOf = (db: IDBPDatabase<OutboxDb>) =>
  db.transaction(STORE, 'readwrite', { durability: 'strict' }).objectStore(STORE);

/** What builds before this one kept in the local storage, by tab. */
async function takeOver(db: IDBPDatabase<OutboxDb>): Promise<void> {
  const keys = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '');
  for (const key of keys.filter(name => /^zeolite\.(queue(:|$)|turned-down$)/.test(name))) {
    const store = storeOf(db);
    for (const one of listIn(key)) {
      const [first] = one.entries;
      if (first) store.put({ ...one, id: first.id, isLeft: true });
    }
    await store.transaction.done;
    localStorage.removeItem(key);
  }
}

function listIn(key: string): (Omit<Waiting, 'id'> | Omit<TurnedDown, 'id'>)[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(list) ? list.filter(one => Array.isArray(one?.entries)) : [];
  } catch {
    return [];
  }
}
