import type { Remote } from 'comlink';
import { type Held, held } from '../workers/held.ts';
import type { ReadingsWorker } from '../workers/readingsWorker.ts';

// one worker reads for all the strips of a page: it is begun with the first that asks, and stays
let worker: Held<ReadingsWorker> | undefined;

/** Asks the worker that fetches, judges, thins and fits readings. */
export const askReadings = <T>(what: (w: Remote<ReadingsWorker>) => Promise<T>): Promise<T> => {
  worker ??= held<ReadingsWorker>(
    new Worker(new URL('../workers/readingsWorker.ts', import.meta.url), { type: 'module' }),
  );
  return what(worker.remote);
};
