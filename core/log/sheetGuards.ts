import type { Instant } from '../calendar/day.ts';
import { targets } from '../ct/credit.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import type { EntryOf } from './entry.ts';
import type { Facts } from './facts.ts';
import { sheetAt } from './sheets.ts';
import { isDosed, judgeTreating, secondDose } from './treating.ts';

/** Begins in spite of a supply that is short, or of water that no method makes fit: both are said. */
export function onSheetBegun(facts: Facts, entry: EntryOf<'sheet.begun'>, now: Instant): Judgement[] {
  const judgements: Judgement[] = [];
  const { credit, holds } = entry.data;
  const treats = targets.some(target => credit[target] > 0);
  for (const id of entry.also ?? []) {
    const container = facts.container[id];
    if (!container?.fill || !treats) continue;
    if (holds && isDosed(container, now)) judgements.push(secondDose(container));
    judgements.push(...judgeTreating(facts, container, now));
  }
  for (const { supply: id, amount } of entry.data.uses) {
    const supply = facts.supply[id];
    const left = supply ? supply.amount - supply.used : 0;
    if (left < amount)
      judgements.push(
        judge('warn', message('guard.supply-short', { name: supply?.name ?? id, left, amount }), 'record'),
      );
  }
  return judgements;
}

/** A step is done in its order, and a clock is not cut short; that it happened all the same is recorded. */
export function onSheetStep(facts: Facts, entry: EntryOf<'sheet.step'>, now: Instant): Judgement[] {
  const sheet = facts.sheet[entry.subject];
  if (!sheet) return [judge('refuse', message('guard.no-sheet'), 'record')];
  const at = sheetAt(sheet, now);
  if (at.live?.id !== entry.data.step) return [judge('refuse', message('guard.not-this-step'), 'record')];
  if (at.standsUntil && !at.isOver)
    return [judge('refuse', message('guard.clock-runs', { untilAt: at.standsUntil }), 'record')];
  return [];
}

/** A sheet ends once, and as finished only when its steps are done. */
export function onSheetEnded(facts: Facts, entry: EntryOf<'sheet.ended'>, now: Instant): Judgement[] {
  const sheet = facts.sheet[entry.subject];
  if (!sheet || sheet.ended) return [judge('refuse', message('guard.no-sheet'), 'record')];
  return entry.data.outcome === 'finished' && sheetAt(sheet, now).phase !== 'finished'
    ? [judge('refuse', message('guard.sheet-runs'), 'record')]
    : [];
}
