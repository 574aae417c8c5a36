import { ENTRY_VERSION, type Told } from './entry.ts';

/** Lifts the data of one kind from one version to the next. Old entries are never rewritten: they are lifted on read. */
export type Upcast = (data: unknown) => unknown;

/** `upcasts[1]` lifts version 1 to 2. */
export type Upcasts = Readonly<Record<number, Upcast>>;

/**
 * An entry in today's version.
 * @throws RangeError when it was written by a newer version
 */
export function lift(stored: Told, upcasts: Upcasts = {}, current = ENTRY_VERSION): Told {
  if (stored.v > current) {
    throw new RangeError(
      `entry ${stored.id} is of version ${stored.v}; this build reads up to ${current}. Update it.`,
    );
  }
  let { data } = stored;
  // a kind whose shape did not change needs no step
  for (let v = stored.v; v < current; v++) data = upcasts[v]?.(data) ?? data;
  return { ...stored, v: current, data };
}
