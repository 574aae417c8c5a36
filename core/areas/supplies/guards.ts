import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Told } from '../../log/entry.ts';
import type { Facts } from '../../log/facts.ts';
import { lettingThroughSince } from '../../treatment/filters/letThrough.ts';
import type { BottleLine } from './fields.ts';

/** No more bottles are retired or lost than there are. */
export function onBottles(facts: Facts, { subject, data }: Told<BottleLine>): Judgement[] {
  const set = facts.supply[subject];
  const { count = 0 } = data;
  const left = set ? set.amount - set.used : 0;
  return count > left ? [judge('refuse', message('guard.bottles-left', { left, count }), 'arithmetic')] : [];
}

/** A filter that let germs through stays in the register: what it treated is judged by what was read behind it. */
export function onRemoved(facts: Facts, { subject }: Told): Judgement[] {
  const supply = facts.supply[subject];
  if (!supply || lettingThroughSince(supply.tests) === undefined) return [];
  const { name } = supply;
  return [
    judge('refuse', message('guard.filter-germs', { name }), 'who-gdwq', {
      remedy: message('guard.filter-germs.remedy'),
    }),
  ];
}
