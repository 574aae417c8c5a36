import { ENTRY_VERSION, type Entry } from './entry.ts';

/** An entry as it was stored, of any version. */
export type StoredEntry = Omit<Entry, 'data' | 'kind'> & { readonly kind: string; readonly data: unknown };

/** Lifts the data of one kind from one version to the next. */
export type Upcast = (data: unknown) => unknown;

/** `upcasts[kind][1]` lifts version 1 to 2. Old entries are never rewritten: they are lifted on read. */
export type Upcasts = Readonly<Record<string, Readonly<Record<number, Upcast>>>>;

/** Version 1 knew only bleach, in millilitres. */
const supplyOfAnyKind: Upcast = data => {
  const { amountMl, ...supply } = data as { amountMl: number };
  return { ...supply, kind: 'bleach', amount: amountMl };
};

const upcasts: Upcasts = { 'supply.set': { 1: supplyOfAnyKind } };

/**
 * An entry in today's version.
 * @throws RangeError when it was written by a newer version, or a step is missing
 */
export function upcast(stored: StoredEntry, steps: Upcasts = upcasts, current = ENTRY_VERSION): Entry {
  if (stored.v > current) {
    throw new RangeError(
      `entry ${stored.id} is of version ${stored.v}; this build reads up to ${current}. Update it.`,
    );
  }
  let data = stored.data;
  for (let v = stored.v; v < current; v++) {
    const step = steps[stored.kind]?.[v];
    // a kind whose shape did not change needs no step
    if (step) data = step(data);
  }
  return { ...stored, v: current, data } as Entry;
}
