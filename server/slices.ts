import { setImmediate } from 'node:timers/promises';
import type { InLots } from '#core/lots.ts';

/** A large request gives way to others after so long: no request holds the server up. */
const SLICE_MS = 8;

/** Gives way now: between two pieces of work that are large each. */
export const pause = (): Promise<void> => setImmediate();

/** Gives way when its time is up: awaited between two pieces of work. */
export function slices(): () => Promise<void> {
  let began = performance.now();
  return async () => {
    if (performance.now() - began < SLICE_MS) return;
    await setImmediate();
    began = performance.now();
  };
}

/** Does one piece of work after another, however many are asked for at once. */
export function oneByOne(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return work => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
}

/** Runs work to its end in slices. */
export async function inSlices<T>(work: InLots<T>): Promise<T> {
  const breathe = slices();
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
    await breathe();
  }
}
