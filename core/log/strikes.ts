import type { Told } from './entry.ts';

const targetOf = (entry: Pick<Told, 'data'>): string => (entry.data as { readonly target: string }).target;

/**
 * Entries that stand: without strikes and what they strike. A strike may itself be struck,
 * which brings its target back; nothing depends on the order they arrived in.
 */
export function standing<E extends Told>(entries: readonly E[]): readonly E[] {
  const strikes = entries.filter(e => e.kind === 'struck');
  if (strikes.length === 0) return entries;
  const isStruck = isStruckBy(strikes);
  return entries.filter(e => e.kind !== 'struck' && !isStruck(e.id));
}

/** Whether an entry is struck, by its id, when these are all the strikes there are. */
export function isStruckBy(strikes: readonly Pick<Told, 'id' | 'data'>[]): (id: string) => boolean {
  const strikesOn = new Map<string, string[]>();
  for (const strike of strikes) {
    const others = strikesOn.get(targetOf(strike));
    if (others) others.push(strike.id);
    else strikesOn.set(targetOf(strike), [strike.id]);
  }
  return strikesOn.size === 0 ? () => false : settledBy(strikesOn);
}

/**
 * Whether an entry is struck by a strike that stands. A chain of strikes is as long as whoever wrote it likes, so it is walked without
 * recursion, each entry once; in a ring, which no log of ours has, nothing strikes what it is struck by.
 */
function settledBy(strikesOn: ReadonlyMap<string, readonly string[]>): (id: string) => boolean {
  const struck = new Map<string, boolean>();
  return id => {
    const path = [{ id, next: 0 }];
    const onPath = new Set([id]);
    while (path.length > 0) {
      const top = path.at(-1)!;
      const strikes = strikesOn.get(top.id) ?? [];
      while (top.next < strikes.length && struck.get(strikes[top.next]!) !== false) {
        const strike = strikes[top.next]!;
        if (!struck.has(strike) && !onPath.has(strike)) break;
        top.next += 1;
      }
      const strike = strikes[top.next];
      if (strike !== undefined && !struck.has(strike)) {
        path.push({ id: strike, next: 0 });
        onPath.add(strike);
        continue;
      }
      // one that stands strikes it
      struck.set(top.id, strike !== undefined);
      onPath.delete(top.id);
      path.pop();
    }
    return struck.get(id)!;
  };
}
