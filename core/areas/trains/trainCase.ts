import type { Instant } from '../../base/day.ts';
import { judge, message, refusals } from '../../base/judgement.ts';
import { measured } from '../../base/units/amount.ts';
import type { Facts } from '../../log/facts.ts';
import type { TrainCase } from '../../treatment/trains/grade.ts';
import { figuresOf } from '../../water/findings/dissolved.ts';
import type { Passing } from '../../water/passing.ts';
import { type Chemicals, worseOf } from '../../water/quality/chemicals.ts';
import { kindRow } from '../../water/sourceKinds.ts';
import { asItComes, poorerOf } from '../../water/waters.ts';
import { isDosed, judgeTreating, vesselUnfit } from '../sheets/treating.ts';
import type { SourceFacts } from '../sources/facts.ts';
import { type Known, type Where as KnownWhere, knownOf } from '../sources/known.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';

type Where = KnownWhere & Pick<Facts, 'kind'>;
/** What was measured in the water of today. */
type Found = Omit<Passing, 'salt' | 'dissolved' | 'isSnow' | 'isChlorinated'> & {
  /** Nitrate (mg/L as NO₃), where it was read today. */
  readonly nitrateMgL?: number;
};

/** The case of a water, by everything that its sources and notices say of it: as the store has it, so here. */
function caseOfKnown(
  known: Known,
  { nitrateMgL, ...found }: Found,
  planDays: number,
  now: Instant,
): TrainCase {
  // under a boil notice tap water is water of which nobody knows what is in it
  const { water, origin } = known.boil ? poorerOf({ water: 'unknown' }, known.sourced) : known.sourced;
  // what was read before, and was not today, is still in the way
  const today: Chemicals = nitrateMgL === undefined ? {} : { nitrate: nitrateMgL };
  return {
    water,
    ...(origin ? { origin } : {}),
    found: {
      ...found,
      salt: water === 'sea' || water === 'brackish' ? water : 'fresh',
      dissolved: worseOf(figuresOf(known.dissolved), today),
      isSnow: false,
      isChlorinated: false,
    },
    ...(known.boil ? { boilNotice: { allows: known.boil.allows ?? [] }, noticed: known.sourced } : {}),
    ...(known.isBoiledOnly ? { isBoiledOnly: true as const } : {}),
    planDays,
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
  const known = knownOf(facts, drawnFrom(source, now), now);
  const c = caseOfKnown(known, found, facts.plan.targetDays, now);
  return { ...c, found: { ...c.found, isSnow: source.kind === 'snow' } };
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
  const known = knownOf(facts, fill, now, container);
  const c = caseOfKnown(known, { ...found, volumeL: fill.remainingL }, facts.plan.targetDays, now);
  const unfit = vesselUnfit(facts, container);
  const isKept =
    !known.boil && !known.isBoiledOnly && !known.isMineral && asItComes(c.water, c.origin) === 'drinking';
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
