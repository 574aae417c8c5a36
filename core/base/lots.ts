/** Work that is cut in lots: whoever runs it may answer others between two, and has its result at the end. */
export type InLots<T> = Generator<void, T>;

/** Runs it to its end at once. */
export function atOnce<T>(work: InLots<T>): T {
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
  }
}
