import { type Judgement, judge, message } from '../judgement.ts';
import type { EntryOf } from './entry.ts';
import type { Facts } from './facts.ts';

/** No more bottles are retired or lost than there are. */
export function onBottles(facts: Facts, entry: EntryOf<'bottles.logged'>): Judgement[] {
  const set = facts.supply[entry.subject];
  if (!set) return [judge('refuse', message('guard.not-there'), 'record')];
  const left = set.amount - set.used;
  return (entry.data.count ?? 0) > left
    ? [judge('refuse', message('guard.bottles-left', { left, count: entry.data.count ?? 0 }), 'arithmetic')]
    : [];
}
