import type { InLots } from '#core/base/lots.ts';

/** A large request gives way to others after so long: no request holds the server up. */
const SLICE_MS = 8;

const waiting: (() => void)[] = [];

function goOn(): void {
  waiting.shift()!();
  if (waiting.length > 0) setImmediate(goOn);
}

/**
 * Gives way now: between two pieces of work that are large each. Of all that gave way one goes on in each turn of the loop:
 * eight large requests stop the others no longer than one does.
 */
export const pause = (): Promise<void> =>
  new Promise(resolve => {
    if (waiting.push(resolve) === 1) setImmediate(goOn);
  });

/** Gives way when its time is up: awaited between two pieces of work. */
export function pauses(): () => Promise<void> {
  let began = performance.now();
  return async () => {
    if (performance.now() - began < SLICE_MS) return;
    await pause();
    began = performance.now();
  };
}

/** Does one piece of work after another, however many are asked for at once. */
export function inTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return work => {
    const next = last.then(work, work);
    last = next.catch(() => undefined);
    return next;
  };
}

/** Runs work to its end in lots. */
export async function doneInLots<T>(work: InLots<T>): Promise<T> {
  const pauseIfDue = pauses();
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
    await pauseIfDue();
  }
}
