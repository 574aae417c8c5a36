import type { Kept } from './storage.ts';

/** The browser's own database, as far as it works: any of this may throw, or never answer. */
export interface Shelf {
  readonly all: () => Promise<Kept[]>;
  readonly get: (id: string) => Promise<Kept | undefined>;
  readonly put: (kept: Kept) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
  readonly close: () => void;
}

/** A database that has not answered for so long is none: the page goes on without it, and asks again later. */
export const PATIENCE_MS = 3000;

interface Parts {
  /** Opens the database; `onGone`: it was closed or removed under the page. */
  readonly open: (onGone: () => void) => Promise<Shelf>;
  readonly patienceMs: number;
  /** Told of a database that was just opened, before anybody else asks it. */
  readonly onThere: (there: Shelf) => Promise<unknown>;
  readonly onLost: () => void;
}

/** A database that may be missing, closed or never answer: opened when it is asked, given up where it fails, asked again later. */
export function createReach({ open, patienceMs, onThere, onLost }: Parts) {
  let shelf: Promise<Shelf | undefined> | undefined;
  let notBefore = 0;

  /** @throws Error where the work takes longer than patience */
  const within = <T>(work: Promise<T>): Promise<T> =>
    Promise.race([
      work,
      new Promise<never>((_, reject) => {
        setTimeout(() => reject(new Error('no answer')), patienceMs);
      }),
    ]);

  /** The database, opened anew where it is gone: asked once for all who wait for it, and not again at once where it failed. */
  async function reach(): Promise<Shelf | undefined> {
    if (!shelf && performance.now() < notBefore) return undefined;
    shelf ??= opened();
    return shelf;
  }

  const lost = () => {
    shelf = undefined;
    notBefore = performance.now() + patienceMs;
    onLost();
    return undefined;
  };

  async function opened(): Promise<Shelf | undefined> {
    try {
      const there = await within(
        open(() => {
          shelf = undefined;
        }),
      );
      await onThere(there);
      return there;
    } catch {
      return lost();
    }
  }

  /** Asks the database; undefined where it does not answer as it should. */
  async function ask<T>(work: (there: Shelf) => Promise<T>): Promise<{ readonly answer: T } | undefined> {
    const there = await reach();
    if (!there) return undefined;
    try {
      return { answer: await within(work(there)) };
    } catch {
      there.close();
      return lost();
    }
  }

  return { ask, within };
}
