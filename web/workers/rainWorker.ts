import { expose, transfer } from 'comlink';
import type { RainAnswer, RainQuestion } from '#core/rain/catchment/question.ts';
import { piecesOf, sizing } from '#core/rain/catchment/sizing.ts';

/** Work goes on for so long before it looks whether it is still wanted (ms). */
const STRETCH_MS = 20;

/** A step of the loop; a timer of its own would wait four milliseconds each time. */
const { port1, port2 } = new MessageChannel();
const pause = () =>
  new Promise<void>(resolve => {
    port1.onmessage = () => resolve();
    port2.postMessage(null);
  });

let wanted = 0;

/** Thousands of years through forty tanks, off the main thread. What is asked last is what is worked on. */
const api = {
  /** @returns nothing where another question came, or it was cancelled */
  async size(q: RainQuestion, told: (share: number) => void): Promise<RainAnswer | undefined> {
    wanted += 1;
    const mine = wanted;
    const work = sizing(q);
    const pieces = piecesOf(q);
    let done = 0;
    for (let began = performance.now(); ; ) {
      const next = work.next();
      if (next.done) {
        const { lowL, midL, highL } = next.value.life;
        return transfer(next.value, [lowL.buffer, midL.buffer, highL.buffer]);
      }
      done += 1;
      if (performance.now() - began < STRETCH_MS) continue;
      told(Math.min(0.99, done / pieces));
      await pause();
      if (mine !== wanted) return undefined;
      began = performance.now();
    }
  },
  cancel(): void {
    wanted += 1;
  },
};

export type RainWorker = typeof api;

expose(api);
