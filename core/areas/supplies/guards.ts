import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import type { BottleLine } from './fields.ts';

/** No more bottles are retired or lost than there are. */
export function onBottles(facts: Facts, { subject, data }: Told<BottleLine>): Judgement[] {
  const set = facts.supply[subject];
  const { count = 0 } = data;
  const left = set ? set.amount - set.used : 0;
  return count > left ? [judge('refuse', message('guard.bottles-left', { left, count }), 'arithmetic')] : [];
}
