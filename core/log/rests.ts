import type { AnyKind } from './define.ts';
import { inOrder, type Told } from './entry.ts';
import { standing } from './strikes.ts';

/**
 * Entries that rest on one, in order: striking it would leave them without ground.
 * @param log the standing and struck entries of the target's subject, in any order
 * @param bornBy the kind that all of its subject's life rests on
 */
export function resting<E extends Told>(
  kinds: Readonly<Record<string, AnyKind>>,
  bornBy: string | undefined,
  target: E,
  log: readonly E[],
): E[] {
  const later = standing(log)
    .filter(e => e.subject === target.subject && e.id !== target.id && inOrder(e, target) > 0)
    .sort(inOrder);
  if (target.kind === bornBy) return later;
  const rests = (e: E) => {
    const on = kinds[e.kind]?.restsOn;
    return Array.isArray(on) && on.includes(target.kind);
  };
  const end = later.findIndex(e => kinds[e.kind]?.ends?.includes(target.kind));
  // what ends it may itself rest on it: water is emptied that was filled
  return (end < 0 ? later : later.slice(0, end + 1)).filter(rests);
}
