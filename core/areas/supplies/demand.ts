import type { Day, Instant } from '../../base/day.ts';
import { requiredOf } from '../../water/waters.ts';
import { iodineBar } from '../plan/care.ts';
import { sourcedOf, sourcesOf, stopsAt, type Where } from '../sources/known.ts';
import type { Asked } from './cover.ts';

/** What is fetched when the mains fail, of which nobody knows anything. */
const unknown = requiredOf('unknown')!.least;

/**
 * What the group's supplies must do: make drinking water of the nearest water that it could fetch when the taps fail; where it has
 * written none down, of water of which nobody knows what is in it.
 */
export function askedOfSupplies(facts: Where, now: Instant, today: Day): Asked {
  const [nearest] = sourcesOf(facts)
    .filter(source => source.kind !== 'tap' && stopsAt(facts, source, now).length === 0)
    .sort((a, b) => a.distanceM - b.distanceM);
  const { water, origin } = nearest
    ? sourcedOf(facts, nearest, now)
    : { water: 'unknown' as const, origin: {} };
  return {
    least: requiredOf(water, origin)?.least ?? unknown,
    mayIodine: iodineBar(facts, today) === undefined,
  };
}
