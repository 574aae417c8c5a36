import { dayOf, type Instant } from '../calendar/day.ts';
import { judge, message, refusals } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import type { SourceFacts } from '../sources/facts.ts';
import { type Known, knownOf } from '../sources/known.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import { lastFigure } from '../tests/readings.ts';
import type { TrainCase } from '../trains/grade.ts';
import { measured } from '../units/amount.ts';
import { NITRATE_MG_L } from '../water/hazards.ts';
import type { Passing } from '../water/passing.ts';
import { kindRow } from '../water/sourceKinds.ts';
import { asItComes, poorerOf } from '../water/waters.ts';
import { isDosed, judgeTreating, vesselUnfit } from './treating.ts';

type Where = Pick<Facts, 'kind' | 'source' | 'notice' | 'group'>;
/** What was measured in the water of today. */
type Found = Omit<Passing, 'salt' | 'hasMetals' | 'isSnow' | 'isChlorinated'>;

/** WHO's guideline values (µg/L). */
const LEAD_UG_L = 10;
const ARSENIC_UG_L = 10;

/** The case of a water, by everything that its sources and notices say of it: as the store has it, so here. */
function caseOfKnown(known: Known, found: Found, now: Instant): TrainCase {
  // under a boil notice tap water is water of which nobody knows what is in it
  const { water, origin } = known.boil ? poorerOf({ water: 'unknown' }, known.sourced) : known.sourced;
  const isRead = (found.nitrateMgL ?? 0) > NITRATE_MG_L;
  return {
    water,
    ...(origin ? { origin } : {}),
    found: {
      ...found,
      salt: water === 'sea' || water === 'brackish' ? water : 'fresh',
      // nitrate that was read before, and was not today, is still in the way
      hasMetals: known.isMineral === true && !isRead,
      isSnow: false,
      isChlorinated: false,
    },
    ...(known.boil ? { boilNotice: { allows: known.boil.allows ?? [] } } : {}),
    ...(known.most && known.says ? { stop: known.says } : {}),
    now,
  };
}

/** Water as it would be drawn from a source at a moment. */
const drawnFrom = ({ id, kind }: SourceFacts, at: Instant): Fill => ({
  at,
  since: at,
  water: kindRow(kind).water,
  volumeL: measured(1),
  remainingL: 1,
  sealed: false,
  readings: [],
  batches: [],
  from: [{ at, source: id, isTap: kind === 'tap' }],
});

/** The water of a source, as a train is looked for: what a vessel that is filled there now would hold. */
export function trainCaseOfSource(facts: Where, source: SourceFacts, found: Found, now: Instant): TrainCase {
  const known = knownOf(facts, drawnFrom(source, now), dayOf(now, facts.group.timeZone));
  const c = caseOfKnown(known, found, now);
  const isOver = (parameter: 'lead' | 'arsenic', limit: number) =>
    (lastFigure(source.tests, parameter) ?? 0) > limit;
  const hasMetals = c.found.hasMetals || isOver('lead', LEAD_UG_L) || isOver('arsenic', ARSENIC_UG_L);
  return { ...c, found: { ...c.found, hasMetals, isSnow: source.kind === 'snow' } };
}

/**
 * The water in a container, as a train is looked for: all of it. What was done to it before is not counted: a train is to be
 * enough by itself.
 * @returns undefined where it holds none
 */
export function trainCaseOfContainer(
  facts: Where,
  container: ContainerFacts,
  found: Omit<Found, 'volumeL'>,
  now: Instant,
): TrainCase | undefined {
  const { fill, code } = container;
  if (!fill || fill.remainingL <= 0) return undefined;
  const known = knownOf(facts, fill, dayOf(now, facts.group.timeZone));
  const c = caseOfKnown(known, { ...found, volumeL: fill.remainingL }, now);
  const unfit = vesselUnfit(facts, container);
  const isKept = !known.boil && !known.isMineral && asItComes(c.water, c.origin) === 'drinking';
  // no treatment mends a vessel; and water that came as drinking water is what its vessel and its date make of it
  const stop =
    refusals(judgeTreating(facts, container, now))[0] ??
    (unfit && { ...unfit.judgement, verdict: 'refuse' as const }) ??
    (isKept
      ? judge('refuse', message('train.as-kept', { code }), 'record', {
          remedy: message('train.as-kept.remedy'),
        })
      : undefined);
  return {
    ...c,
    found: { ...c.found, isChlorinated: isDosed(container, now) },
    isAllThereIs: true,
    ...(stop ? { stop } : {}),
  };
}
