import type { Told } from './entry.ts';

const targetOf = (entry: Told): string => (entry.data as { readonly target: string }).target;

/**
 * Entries that stand: without strikes and what they strike. A strike may itself be struck,
 * which brings its target back; nothing depends on the order they arrived in.
 */
export function standing<E extends Told>(entries: readonly E[]): E[] {
  const strikesOn = new Map<string, string[]>();
  for (const e of entries) {
    if (e.kind !== 'struck') continue;
    const strikes = strikesOn.get(targetOf(e));
    if (strikes) strikes.push(e.id);
    else strikesOn.set(targetOf(e), [e.id]);
  }
  if (strikesOn.size === 0) return [...entries];
  // strikes cannot form a ring: each names an entry that was there before it
  const isStruck = (id: string): boolean => (strikesOn.get(id) ?? []).some(strike => !isStruck(strike));
  return entries.filter(e => e.kind !== 'struck' && !isStruck(e.id));
}
