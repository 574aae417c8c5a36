import { dayOf, type Instant } from '../calendar/day.ts';
import { judge, message, refusals } from '../judgement.ts';
import type { Facts } from '../log/facts.ts';
import { knownOf } from '../sources/known.ts';
import type { ContainerFacts } from '../store/facts.ts';
import type { TrainCase } from '../trains/grade.ts';
import { NITRATE_MG_L } from '../water/hazards.ts';
import type { Passing } from '../water/passing.ts';
import { asItComes, poorerOf } from '../water/waters.ts';
import { judgeTreating, vesselUnfit } from './treating.ts';

/**
 * The water in a container, as a train is looked for: all of it, by everything that its sources and notices say. What was done
 * to it before is not counted: a train is to be enough by itself.
 * @returns undefined where it holds none
 */
export function trainCaseOfContainer(
  facts: Pick<Facts, 'kind' | 'source' | 'notice' | 'group'>,
  container: ContainerFacts,
  found: Omit<Passing, 'salt' | 'hasMetals' | 'isSnow' | 'isChlorinated' | 'volumeL'>,
  now: Instant,
): TrainCase | undefined {
  const { fill } = container;
  if (!fill || fill.remainingL <= 0) return undefined;
  const known = knownOf(facts, fill, dayOf(now, facts.group.timeZone));
  const { water, origin } = known.boil ? poorerOf({ water: 'unknown' }, known.sourced) : known.sourced;
  const unfit = vesselUnfit(facts, container);
  const isKept = !known.boil && !known.isMineral && asItComes(water, origin) === 'drinking';
  // no treatment mends a vessel; and water that came as drinking water is what its vessel and its date make of it
  const stop =
    refusals(judgeTreating(facts, container, now))[0] ??
    (unfit && { ...unfit.judgement, verdict: 'refuse' as const }) ??
    (isKept
      ? judge('refuse', message('train.as-kept', { code: container.code }), 'record', {
          remedy: message('train.as-kept.remedy'),
        })
      : undefined);
  const isRead = (found.nitrateMgL ?? 0) > NITRATE_MG_L;
  return {
    water,
    ...(origin ? { origin } : {}),
    found: {
      ...found,
      volumeL: fill.remainingL,
      salt: water === 'sea' || water === 'brackish' ? water : 'fresh',
      hasMetals: known.isMineral === true && !isRead,
      isSnow: false,
      isChlorinated: false,
    },
    isAllThereIs: true,
    ...(known.boil ? { boilNotice: { allows: known.boil.allows ?? [] } } : {}),
    ...(stop ? { stop } : {}),
    now,
  };
}
