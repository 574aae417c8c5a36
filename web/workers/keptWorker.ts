import { type Remote, wrap } from 'comlink';

/** A worker and what can be asked of it, until it is ended. */
export interface KeptWorker<T> {
  readonly remote: Remote<T>;
  end(): void;
}

// Comlink closes a worker once the wrapper around it is garbage, also while an answer is awaited:
// what is held stands here until it is ended, so that no answer depends on when memory is swept.
const standing = new Set<unknown>();

/** Holds a worker for asking it, until `end` is called. */
export function keptWorker<T>(thread: Worker): KeptWorker<T> {
  const remote = wrap<T>(thread);
  standing.add(remote);
  return {
    remote,
    end: () => {
      standing.delete(remote);
      thread.terminate();
    },
  };
}
