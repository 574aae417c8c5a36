import { Children, type ReactNode, useEffect, useState } from 'react';

/** Draws its children one after another, each in a task of its own: a large store opens without holding the page up. */
export function InTurn({ children }: { children: ReactNode }) {
  const all = Children.toArray(children);
  const [shown, setShown] = useState(0);
  useEffect(() => {
    if (shown >= all.length) return;
    const next = setTimeout(() => setShown(shown + 1));
    return () => clearTimeout(next);
  }, [shown, all.length]);
  return all.slice(0, shown);
}
