/** One thing after another, whatever came of those before. */
export function inTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return work => {
    const next = last.catch(() => undefined).then(work);
    last = next;
    return next;
  };
}

/**
 * Work that many ask for and that is done for all of them: while it is done, those who ask meanwhile share the next one, so
 * that each has what began after it was asked for.
 */
export function shared(work: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | undefined;
  let next: Promise<void> | undefined;
  const ask = (): Promise<void> => {
    if (running) {
      next ??= running.then(() => {
        next = undefined;
        return ask();
      });
      return next;
    }
    running = work().finally(() => {
      running = undefined;
    });
    return running;
  };
  return ask;
}
