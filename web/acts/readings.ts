import type { Remote } from 'comlink';
import { type KeptWorker, keptWorker } from '../workers/keptWorker.ts';
import type { ReadingsWorker } from '../workers/readingsWorker.ts';

// one worker reads for all the strips of a page: it is begun with the first that asks, and stays
let worker: KeptWorker<ReadingsWorker> | undefined;

/** Asks the worker that fetches, judges, thins and fits readings. */
export const askReadings = <T>(what: (w: Remote<ReadingsWorker>) => Promise<T>): Promise<T> => {
  worker ??= keptWorker<ReadingsWorker>(
    new Worker(new URL('../workers/readingsWorker.ts', import.meta.url), { type: 'module' }),
  );
  return what(worker.remote);
};
