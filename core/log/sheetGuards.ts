import type { Instant } from '../calendar/day.ts';
import { type Judgement, judge, message } from '../judgement.ts';
import { neverDrunk } from '../rotation/waters.ts';
import type { EntryOf } from './entry.ts';
import type { ContainerFacts, Facts } from './facts.ts';
import { sheetAt } from './sheets.ts';
import { runningBatch } from './state.ts';

/** Begins in spite of a supply that is short, or of water that no method makes fit: both are said. */
export function onSheetBegun(facts: Facts, entry: EntryOf<'sheet.begun'>, now: Instant): Judgement[] {
  const judgements: Judgement[] = [];
  for (const id of entry.also ?? []) {
    const container = facts.container[id];
    const water = container?.fill?.water;
    if (container && entry.data.holds && entry.data.credit.bacteria > 0 && isDosed(container, now))
      judgements.push(secondDose(container));
    if (water && neverDrunk(water) && entry.data.credit.bacteria > 0)
      judgements.push(
        judge('warn', message(`guard.never-drunk.${water}`), 'who-gdwq', {
          remedy: message('guard.never-drunk.remedy'),
        }),
      );
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

/** Something was put in that is not proved yet: a batch of chlorine that stands, or a sheet that holds it. */
export function isDosed(container: ContainerFacts, now: Instant): boolean {
  const running = runningBatch(container, now);
  return (running?.standing.doses ?? 0) > 0 || (container.held?.some(h => !h.ended) ?? false);
}

export const secondDose = ({ code }: ContainerFacts): Judgement =>
  judge('refuse', message('guard.second-dose.sheet', { code }), 'epa-emergency', {
    remedy: message('guard.second-dose.remedy'),
    slip: message('slip.twice', { ratio: 2 }),
  });

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
