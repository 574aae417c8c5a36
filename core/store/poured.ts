import type { Facts } from '../log/facts.ts';
import type { ContainerFacts, Fill, Still } from './facts.ts';
import { originsOf } from './findings.ts';
import { nothingStill, stillTrue, worseOf } from './still.ts';

/**
 * A water as it is with what goes along from the vessels that it was poured out of: it is as old as the oldest of them, as opened,
 * and what was not settled there is not settled here. Water that came straight from a source is what it is.
 */
export function withPoured(facts: Pick<Facts, 'container'>, fill: Fill): Fill {
  if (!fill.from?.some(part => part.vessel !== undefined)) return fill;
  const { poured } = originsOf(facts, fill);
  const still = poured
    .map(({ water, at }) => alongOf('batches' in water ? stillTrue(water, at) : water.still))
    .reduce(worseOf, nothingStill);
  const since = [fill.since, ...poured.map(({ water }) => water.since)].sort()[0]!;
  return { ...fill, ...worseOf(fill, still), since };
}

/** What goes along; water that left by a clean tap did not open the vessel that it came into. */
function alongOf(still: Still = nothingStill): Still {
  const { openedAt, openedByTap, ...rest } = still;
  return openedAt && !openedByTap ? still : rest;
}

/**
 * The vessels that a water was poured through, as they were then: what held fuel, or was found spoiled, spoils it in the next one too.
 * That raw water is carried in one is no fault of its water: a treatment mends it.
 */
export const vesselsThrough = (facts: Pick<Facts, 'container'>, fill: Fill): ContainerFacts[] =>
  originsOf(facts, fill).poured.map(({ vessel, water, at }) => {
    const { spoiled: now, ...rest } = vessel;
    const spoiled = 'batches' in water ? (now && now.at <= at ? now : undefined) : water.spoiled;
    return { ...rest, role: 'clean' as const, ...(spoiled ? { spoiled } : {}) };
  });
