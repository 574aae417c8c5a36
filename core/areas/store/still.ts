import type { Instant } from '../../base/day.ts';
import { type Batch, isRunning, standingOf } from '../../treatment/chlorine/batch.ts';
import { isTooStrong } from '../../treatment/chlorine/residual.ts';
import { lastFree } from '../../water/quality/fitness.ts';
import type { Fill, Still } from './facts.ts';

// What is so of a water, and stays so when other water is poured onto it, or when it is poured into another vessel: what is known
// goes with the water. What was earned in a part is not so of the whole, and is not here.

/** Opened, and not treated since: a treatment that took closes the vessel again, as filling it afresh does. */
export function isOpenAt({ openedAt, germsTreatedAt, batches }: Fill, at: Instant): boolean {
  if (!openedAt || (germsTreatedAt ?? '') > openedAt) return false;
  return !batches.some(b => b.begunAt > openedAt && standingOf(b, at).provedAt !== undefined);
}

/** Since when a vessel is open, and how: what was opened is not closed by filling it up. */
export const openOf = (fill: Fill, at: Instant): Pick<Still, 'openedAt' | 'openedByTap'> =>
  fill.openedAt && isOpenAt(fill, at)
    ? { openedAt: fill.openedAt, openedByTap: fill.openedByTap ?? true }
    : {};

/** Nothing stays of no water. */
export const nothingStill: Still = { readings: [], batches: [] };

/** A batch as it stood then. */
const asOf = (batch: Batch, at: Instant): Batch => ({
  ...batch,
  events: batch.events.filter(event => event.at <= at),
});

/**
 * What was so at a moment: a dose that failed, was given up or is not proved, a residual too strong to drink, chlorine that was
 * taken out, a vessel that was opened, a date that was printed.
 */
export function stillTrue(fill: Fill, at: Instant): Still {
  const decided = fill.batches
    .filter(batch => batch.begunAt <= at)
    .map(batch => asOf(batch, at))
    .findLast(batch => {
      const { doses, phase } = standingOf(batch, at);
      return doses > 0 || phase === 'unfit' || isRunning(phase);
    });
  const isUnproved = decided !== undefined && standingOf(decided, at).provedAt === undefined;
  const last = lastFree(fill.readings.filter(reading => reading.at <= at));
  const { dechlorinatedAt = '9999', openedAt = '9999', printedUntil } = fill;
  return {
    batches: isUnproved ? [decided] : [],
    readings: last && isTooStrong(last) && dechlorinatedAt > at ? [last] : [],
    ...(dechlorinatedAt <= at ? { dechlorinatedAt } : {}),
    // pouring out is itself an opening, which is none of the water that left
    ...(openedAt < at ? openOf(fill, at) : {}),
    ...(printedUntil ? { printedUntil } : {}),
  };
}

/** The worse of both: the earlier date, the vessel that was opened first, and every dose and reading that is not settled. */
export function worseOf(a: Still, b: Still): Still {
  const first = (...dates: readonly (string | undefined)[]) =>
    dates.filter(date => date !== undefined).sort()[0];
  const last = (...dates: readonly (string | undefined)[]) =>
    dates
      .filter(date => date !== undefined)
      .sort()
      .at(-1);
  const openedAt = first(a.openedAt, b.openedAt);
  const printedUntil = first(a.printedUntil, b.printedUntil);
  const dechlorinatedAt = last(a.dechlorinatedAt, b.dechlorinatedAt);
  return {
    batches: [...a.batches, ...b.batches].sort((x, y) => (x.begunAt < y.begunAt ? -1 : 1)),
    readings: [...a.readings, ...b.readings].sort((x, y) => (x.at < y.at ? -1 : 1)),
    ...(dechlorinatedAt ? { dechlorinatedAt } : {}),
    ...(openedAt ? { openedAt, openedByTap: (a.openedByTap ?? true) && (b.openedByTap ?? true) } : {}),
    ...(printedUntil ? { printedUntil } : {}),
  };
}
