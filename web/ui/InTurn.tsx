import { Children, type ReactNode, useEffect, useState } from 'react';

/**
 * How many of so many parts to draw now: each step in a task of its own, so that a large store opens without holding
 * the page up.
 * @param step parts drawn in one task
 */
export function useInTurn(count: number, step = 1): number {
  const [shown, setShown] = useState(0);
  useEffect(() => {
    if (shown >= count) return;
    const next = setTimeout(() => setShown(shown + step));
    return () => clearTimeout(next);
  }, [shown, count, step]);
  return Math.min(shown, count);
}

/** Draws its children one after another. */
export function InTurn({ children }: { children: ReactNode }) {
  const all = Children.toArray(children);
  return all.slice(0, useInTurn(all.length));
}
