import type { Instant } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { standingOf } from '../../treatment/chlorine/batch.ts';
import type { Finding } from '../../water/findings/finding.ts';
import { type Hold, holdsAt } from '../../water/findings/holds.ts';
import type { Site } from '../../water/findings/sourced.ts';
import { drinkersOf, inTime, ofIllness, ofReadings } from '../sources/findings.ts';
import type { ContainerFacts, Fill, PastFill } from './facts.ts';
import { partsOf } from './parts.ts';

// Everything that was found about the water in a vessel, as findings, and where its parts came from: also of water that was poured
// from one vessel into another.

/** Water of a vessel: what is in it, or what was. */
export type Water = Fill | PastFill;

/** The water that was in a vessel at a moment; undefined where nobody wrote any down. */
export function waterAt({ fill, past = [] }: ContainerFacts, at: Instant): Water | undefined {
  if (fill && fill.since <= at) return fill;
  return past.findLast(p => p.since <= at);
}

const untilOf = (water: Water): Instant => ('until' in water ? water.until : '9999');

/** What was found in a vessel while a water was in it, and what was done to it, the oldest first. */
export function findingsIn(facts: Pick<Facts, 'home'>, { tests }: ContainerFacts, water: Water): Finding[] {
  const until = untilOf(water);
  const read = ofReadings(tests).filter(f => f.at >= water.since && f.at <= until);
  const isNow = 'batches' in water;
  return inTime([
    ...read,
    ...(isNow ? ofBatches(water) : []),
    ...(water.ended ?? []).map(({ at, of, by }): Finding => ({ at, is: 'said', of, by })),
    ...(water.failed ? [{ at: water.failed.at, is: 'failed' } as const] : []),
    ...ofIllness(water.ill ?? [], drinkersOf(facts)),
    ...(isNow ? ofTreatment(water) : []),
  ]);
}

/** A look before a dose that smelled of chemicals, or showed a colour that is none of nature's. */
const ofBatches = ({ batches }: Fill): Finding[] =>
  batches.flatMap(batch => [
    ...batch.events.flatMap((event): Finding[] =>
      event.what === 'checked' && event.chemicalSmell
        ? [{ at: event.at, is: 'looked', looks: ['floating'], smell: 'solvent' }]
        : [],
    ),
    ...passed(standingOf(batch, '9999').provedAt),
  ]);

const passed = (at: Instant | undefined): Finding[] => (at ? [{ at, is: 'treated' }] : []);

const ofTreatment = ({ germsTreatedAt, treated }: Fill): Finding[] => [
  ...passed(germsTreatedAt),
  ...(treated?.removed ?? []).map(({ at, shares }): Finding => ({ at, is: 'removed', shares })),
];

/** A vessel's water as a place where something may be found. */
export const siteIn = ({ water }: Pick<Water, 'water'>): Site => ({
  water,
  isStored: true,
  isClosed: false,
  upstream: [],
});

/** What was found of the water that is in a vessel now, and holds it back. */
export const heldIn = (facts: Pick<Facts, 'home'>, container: ContainerFacts, now: Instant): Hold[] =>
  container.fill && container.fill.remainingL > 0
    ? holdsAt(findingsIn(facts, container, container.fill), siteIn(container.fill), now)
    : [];

/** A part of a fill that came straight from where water comes from. */
export interface Drawn {
  readonly at: Instant;
  readonly source?: Subject;
  readonly isTap: boolean;
}

/** A vessel that a part of a fill was poured from, and when. */
export interface Poured {
  readonly vessel: ContainerFacts;
  readonly water: Water;
  readonly at: Instant;
}

/** Nobody pours a water through more vessels than this. */
const MOST_VESSELS = 8;

/** Where a water came from, through however many vessels it was poured. */
export function originsOf(
  facts: Pick<Facts, 'container'>,
  water: Water,
  before: Instant = '9999',
  depth = 0,
): { readonly drawn: readonly Drawn[]; readonly poured: readonly Poured[] } {
  const drawn: Drawn[] = [];
  const poured: Poured[] = [];
  for (const part of partsOf(water)) {
    if (part.at > before) continue;
    const vessel = part.vessel === undefined ? undefined : facts.container[part.vessel];
    const held = vessel && waterAt(vessel, part.at);
    if (!vessel || !held || depth >= MOST_VESSELS) {
      drawn.push(part);
      continue;
    }
    const inner = originsOf(facts, held, part.at, depth + 1);
    drawn.push(...inner.drawn);
    poured.push({ vessel, water: held, at: part.at }, ...inner.poured);
  }
  return { drawn, poured };
}
