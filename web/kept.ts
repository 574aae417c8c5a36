// The browser's own small storages, for what belongs to a person or to a tab. One that is missing, full or forbidden keeps nothing
// beyond this page, and holds nobody up.

/** With the browser, or with the tab. */
export type Where = 'local' | 'session';

const inPage: Readonly<Record<Where, Map<string, string>>> = { local: new Map(), session: new Map() };

/** Does something with a storage; undefined where there is none, or it will not. */
function attempt<T>(where: Where, work: (storage: Storage) => T): T | undefined {
  try {
    const storage = where === 'local' ? globalThis.localStorage : globalThis.sessionStorage;
    return storage ? work(storage) : undefined;
  } catch {
    return undefined;
  }
}

export const readText = (where: Where, key: string): string | undefined =>
  inPage[where].get(key) ?? attempt(where, storage => storage.getItem(key)) ?? undefined;

export function keepText(where: Where, key: string, text: string): void {
  const isKept = attempt(where, storage => {
    storage.setItem(key, text);
    return true;
  });
  if (isKept) inPage[where].delete(key);
  else inPage[where].set(key, text);
}

export function forget(where: Where, key: string): void {
  inPage[where].delete(key);
  attempt(where, storage => storage.removeItem(key));
}

export const keysOf = (where: Where): string[] => [
  ...inPage[where].keys(),
  ...(attempt(where, storage => Object.keys(storage)) ?? []),
];

/** What was kept as JSON; undefined where there is nothing, or no JSON. */
export function read<T>(where: Where, key: string): T | undefined {
  try {
    return (JSON.parse(readText(where, key) ?? 'null') ?? undefined) as T | undefined;
  } catch {
    return undefined;
  }
}

export const keep = (where: Where, key: string, value: unknown): void =>
  keepText(where, key, JSON.stringify(value));
