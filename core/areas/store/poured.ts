import type { Facts } from '../../log/facts.ts';
import type { Finding } from '../../storage/containers/fitness.ts';
import { standingOf } from '../../treatment/chlorine/batch.ts';
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
  const oldest = [fill.since, ...poured.map(({ water }) => water.since)].sort()[0]!;
  return { ...fill, ...worseOf(fill, still), since: isTreatedHere(fill) ? fill.since : oldest };
}

/** A treatment that took in this vessel begins its term anew: old water out of a tank is as good as any other to treat. */
const isTreatedHere = ({ since, germsTreatedAt, batches }: Fill): boolean =>
  (germsTreatedAt ?? '') > since ||
  batches.some(b => b.begunAt >= since && standingOf(b, '9999').provedAt !== undefined);

/** What goes along; water that left by a clean tap did not open the vessel that it came into. */
function alongOf(still: Still = nothingStill): Still {
  const { openedAt, openedByTap, ...rest } = still;
  return openedAt && !openedByTap ? still : rest;
}

/** What lets germs in and nothing else: a treatment after it mends that. */
const germsOnly: ReadonlySet<string> = new Set(['leaking', 'cracked'] satisfies Finding[]);

/**
 * The vessels that a water was poured through, as they were then: what held fuel, or was found spoiled, spoils it in the next one too.
 * That raw water is carried in one is no fault of its water, and what only lets germs in is mended by a treatment in the next.
 */
export function vesselsThrough(facts: Pick<Facts, 'container'>, fill: Fill): ContainerFacts[] {
  const isTreated = isTreatedHere(fill);
  return originsOf(facts, fill).poured.map(({ vessel, water, at }) => {
    const { spoiled: now, ...rest } = vessel;
    const spoiled = 'batches' in water ? (now && now.at <= at ? now : undefined) : water.spoiled;
    const stays = spoiled && !(isTreated && germsOnly.has(spoiled.found)) ? { spoiled } : {};
    const heldBefore = isTreated && rest.heldBefore === 'milk-juice' ? 'water' : rest.heldBefore;
    return { ...rest, heldBefore, role: 'clean' as const, ...stays };
  });
}
