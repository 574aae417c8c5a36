import { type Entry, type EntryKind, inOrder } from './entry.ts';
import { standing } from './fold.ts';

/** Kinds that end what rests on an entry of a kind: a new fill starts afresh, a new sheet is its own. */
const endsAt: Partial<Record<EntryKind, readonly EntryKind[]>> = {
  filled: ['filled', 'emptied'],
  'batch.begun': ['batch.begun', 'filled', 'emptied'],
  dosed: ['batch.begun', 'filled', 'emptied'],
  mixed: ['batch.begun', 'filled', 'emptied', 'dosed'],
};

/** Kinds that rest on an entry of a kind, when they come after it. */
const carries: Partial<Record<EntryKind, readonly EntryKind[]>> = {
  filled: [
    'origin.seen',
    'drawn',
    'opened',
    'batch.begun',
    'checked',
    'dosed',
    'mixed',
    'read',
    'labelled',
    'batch.abandoned',
    'failed',
    'emptied',
  ],
  'batch.begun': ['checked', 'dosed', 'mixed', 'read', 'labelled', 'batch.abandoned'],
  dosed: ['mixed', 'read', 'labelled'],
  mixed: ['read', 'labelled'],
};

/**
 * Entries that rest on one, in order: striking it would leave them without ground.
 * @param log the standing and struck entries of the target's subject, in any order
 */
export function restsOn(target: Entry, log: readonly Entry[]): Entry[] {
  const later = standing(log)
    .filter(e => e.subject === target.subject && e.id !== target.id && inOrder(e, target) > 0)
    .sort(inOrder);
  if (target.kind === 'container.added') return later;
  const kinds = carries[target.kind];
  if (!kinds) return [];
  const end = later.findIndex(e => endsAt[target.kind]?.includes(e.kind));
  const within = end < 0 ? later : later.slice(0, kinds.includes(later[end]!.kind) ? end + 1 : end);
  return within.filter(e => kinds.includes(e.kind));
}
