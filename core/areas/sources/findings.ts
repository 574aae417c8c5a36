import { type Instant, isBy } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { Finding } from '../../water/findings/finding.ts';
import { type Hold, holdsAt } from '../../water/findings/holds.ts';
import { type Meaning, meaningOf } from '../../water/findings/meaning.ts';
import type { Site } from '../../water/findings/sourced.ts';
import { type Drinkers, type Illness, outbreaksOf } from '../../water/illness.ts';
import { parameterRow } from '../../water/quality/parameters.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import type { Alarm, Readings } from '../readings/facts.ts';
import type { SourceFacts } from './facts.ts';

// Everything that was found at a source, as findings: the one way in.

/** The facts that findings are gathered from. */
export type Grounds = Pick<Facts, 'source' | 'home' | 'catchment' | 'group'>;

/** In the order in which they were found. */
export const inTime = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));

/** What was read of a water, and the alarms that it raised, as findings. */
export const ofReadings = (tests: Readings = {}, alarms: readonly Alarm[] = []): Finding[] =>
  Object.values(tests)
    .flat()
    .map(({ at, entry: _, point: __, ...reading }) => ({
      at,
      is: 'read',
      reading,
      ...(alarms.some(a => a.at <= at && (!a.closedAt || at < a.closedAt)) ? { isFollowed: true } : {}),
    }));

/** Everybody who is counted, for want of a list of who drinks where. */
export function drinkersOf({ home }: Pick<Facts, 'home'>): Drinkers {
  const homes = Object.values(home);
  return {
    people: homes.reduce((sum, h) => sum + h.people.length, 0),
    isOneHome: homes.length < 2,
  };
}

/** The end of a local day is told by its date alone: what was tested that day does not answer who fell ill on it. */
const endOf = (day: string): Instant => `${day}T23:59:59.999Z`;

/** People who fell ill, as findings: each outbreak holds the water back from its first day. */
export const ofIllness = (ill: readonly Illness[], drinkers: Drinkers): Finding[] =>
  outbreaksOf(ill, drinkers).map(({ from, last, isChemical }) => ({
    at: endOf(last),
    is: 'ill',
    stopsFrom: `${from}T00:00:00.000Z`,
    isChemical,
  }));

/** Rain that a gauge here was read at, of any roof: what it washes off is washed off everywhere. */
const rainsOf = ({ catchment }: Pick<Facts, 'catchment'>): Finding[] =>
  Object.values(catchment).flatMap(c =>
    c.caught.map((one): Finding => ({ at: one.at, is: 'rained', mm: one.gaugeMm })),
  );

/** A follow-up that was gone through to its end. */
const ofFollowUps = ({ alarms = [] }: SourceFacts): Finding[] =>
  alarms.flatMap(({ closedAt, reading }): Finding[] =>
    closedAt && parameterRow(reading.parameter).class === 'germs'
      ? [{ at: closedAt, is: 'said', of: 'germs', by: 'over' }]
      : [],
  );

/** What fell on a roof is found at the source that its water is known by, until the roof is said to be washed. */
const falloutsOn = ({ catchment }: Pick<Facts, 'catchment'>, { id }: SourceFacts): Finding[] =>
  Object.values(catchment).flatMap(({ source, fouled, removedAt }): Finding[] =>
    source === id && fouled && !removedAt && fouled.what !== 'droppings'
      ? [{ at: fouled.at, is: 'happened', what: fouled.what }]
      : [],
  );

interface Kept {
  readonly home: Facts['home'];
  readonly catchment: Facts['catchment'];
  readonly findings: readonly Finding[];
}
// facts never change: what was gathered from them holds until they are others
const kept = new WeakMap<SourceFacts, Kept>();

/** Everything that was found at a source, the oldest first. */
export function findingsAt(
  facts: Pick<Facts, 'home' | 'catchment'>,
  source: SourceFacts,
): readonly Finding[] {
  const last = kept.get(source);
  if (last && last.home === facts.home && last.catchment === facts.catchment) return last.findings;
  const findings = inTime([
    ...source.upstream.map((of): Finding => ({ at: '', is: 'upstream', of })),
    ...source.looked.map(
      ({ at, looks, smell, turbidityNtu }): Finding => ({
        at,
        is: 'looked',
        looks,
        smell,
        ...(turbidityNtu === undefined ? {} : { turbidityNtu }),
      }),
    ),
    ...source.inspected.map(({ at, yes }): Finding => ({ at, is: 'inspected', yes })),
    ...source.mended.map(({ at, risk }): Finding => ({ at, is: 'mended', risk })),
    ...ofReadings(source.tests, source.alarms),
    ...source.happened.map(({ at, what }): Finding => ({ at, is: 'happened', what })),
    ...source.confirmed.map(({ at, of }): Finding => ({ at, is: 'confirmed', of })),
    ...falloutsOn(facts, source),
    ...source.ended.map(({ at, of, by }): Finding => ({ at, is: 'said', of, by })),
    ...ofFollowUps(source),
    ...ofIllness(source.ill, drinkersOf(facts)),
    ...(source.happened.length > 0 ? rainsOf(facts) : []),
  ]);
  kept.set(source, { home: facts.home, catchment: facts.catchment, findings });
  return findings;
}

/** A source as a place where something may be found. */
export const siteOf = ({ kind, isProtected, upstream, roof }: SourceFacts): Site => ({
  water: kindRow(kind).water,
  isStored: false,
  isClosed: isProtected === true,
  upstream,
  ...(roof ? { roof } : {}),
});

/** What is known of the water that is drawn at a source now. */
export const meaningAt = (facts: Grounds, source: SourceFacts, now: Instant): Meaning =>
  meaningOf(siteOf(source), findingsAt(facts, source), now, now, facts.group.timeZone);

/** What holds a source's water back now. */
export const heldAt = (facts: Grounds, source: SourceFacts, now: Instant): Hold[] => [
  ...holdsAt(
    findingsAt(facts, source).filter(f => isBy(f.at, now) || f.is === 'ill'),
    siteOf(source),
    now,
  ),
];
