import type { InLots } from '#core/base/lots.ts';

/** Lets the page answer between two pieces of work. */
export const pause = (): Promise<void> => new Promise(resolve => setTimeout(resolve));

/** Work goes on for so long at a stretch: a task of fifty would be felt. */
const STRETCH_MS = 12;

/** Runs work to its end with pauses between its lots. */
export async function doneInLots<T>(work: InLots<T>): Promise<T> {
  for (let began = performance.now(); ; ) {
    const { done, value } = work.next();
    if (done) return value;
    if (performance.now() - began < STRETCH_MS) continue;
    await pause();
    began = performance.now();
  }
}
