import { addMinutes, type Instant } from '../../base/day.ts';
import type { Step } from '../../treatment/methods/method.ts';
import { afterDaylight, afterWholeDays } from '../../treatment/sun/daylight.ts';
import type { SheetDone, SheetFacts } from './facts.ts';

/** A sheet at a moment: the step that is live, its clock, or how it ended. */
export interface SheetStanding {
  readonly phase: 'running' | 'finished' | 'failed' | 'stopped';
  readonly live?: Step;
  /** A clock that runs, or has run out and waits to be seen. */
  readonly standsFrom?: Instant;
  readonly standsUntil?: Instant;
  readonly isOver?: boolean;
  /** A reading that did not pass: the sheet waits to be ended as failed, or read again. */
  readonly failing?: SheetDone;
}

/** True for a reading within the bounds of its step. */
export function passes(
  step: { readonly reading?: { readonly least?: number; readonly most?: number } },
  reading: number | undefined,
): boolean {
  if (!step.reading) return true;
  if (reading === undefined) return false;
  return (
    reading >= (step.reading.least ?? Number.NEGATIVE_INFINITY) &&
    reading <= (step.reading.most ?? Number.POSITIVE_INFINITY)
  );
}

/** Steps done for good: a reading that did not pass leaves its step live. */
const isSettled = (sheet: SheetFacts, step: Step): boolean =>
  sheet.done.some(d => d.step === step.id && passes(step, d.reading));

/** Where a sheet stands: pure, from its facts and the clock, so that it survives whatever happens between. */
export function sheetAt(sheet: SheetFacts, now: Instant): SheetStanding {
  if (sheet.ended) return { phase: sheet.ended.outcome };
  const live = sheet.steps.find(step => !isSettled(sheet, step));
  if (!live) return { phase: 'finished' };
  const failing = sheet.done.findLast(d => d.step === live.id);
  if (live.kind !== 'wait' || live.waitMin === undefined)
    return { phase: 'running', live, ...(failing ? { failing } : {}) };
  const standsFrom = sheet.done.at(-1)?.at ?? sheet.begunAt;
  const standsUntil = live.daylight
    ? litUntil(standsFrom, live.waitMin, live.daylight)
    : addMinutes(standsFrom, live.waitMin);
  return { phase: 'running', live, standsFrom, standsUntil, isOver: now >= standsUntil };
}

/** Six hours of sun, or whole days of it. */
const litUntil = (
  from: Instant,
  minutes: number,
  { wholeDays, ...site }: NonNullable<Step['daylight']>,
): Instant =>
  wholeDays === undefined ? afterDaylight(from, minutes, site) : afterWholeDays(from, wholeDays, site);

/** Sheets that run, the soonest clock first. */
export function runningSheets(sheets: Readonly<Record<string, SheetFacts>>, now: Instant): SheetFacts[] {
  return Object.values(sheets)
    .filter(sheet => sheetAt(sheet, now).phase === 'running')
    .sort((a, b) =>
      (sheetAt(a, now).standsUntil ?? a.begunAt) < (sheetAt(b, now).standsUntil ?? b.begunAt) ? -1 : 1,
    );
}
