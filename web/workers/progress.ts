import { proxy } from 'comlink';

/** A worker's word of how far it is. */
export interface Progress<A extends unknown[]> {
  readonly told: (...word: A) => void;
  /** Once the answer is there: words go another way than it does, and one may come after it. */
  readonly end: () => void;
}

/** Hears how far a worker is, until it is told that the work has ended. */
export function progress<A extends unknown[]>(hear: (...word: A) => void): Progress<A> {
  let isOpen = true;
  return {
    told: proxy((...word: A) => {
      if (isOpen) hear(...word);
    }),
    end: () => {
      isOpen = false;
    },
  };
}
