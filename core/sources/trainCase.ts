import { dayOf, type Instant } from '../calendar/day.ts';
import type { Facts } from '../log/facts.ts';
import { lastFigure } from '../tests/readings.ts';
import type { TrainCase } from '../trains/grade.ts';
import { gravestOf } from '../water/notices.ts';
import type { Passing } from '../water/passing.ts';
import { poorerOf } from '../water/waters.ts';
import type { SourceFacts } from './facts.ts';
import { caseOf, isInForce, judgeNotice, judgeStop, noticesFor, sourcedOf, stopsAt } from './known.ts';

/** WHO's guideline values (µg/L). */
const LEAD_UG_L = 10;
const ARSENIC_UG_L = 10;

/** What was last read in a source, for the blanks of a train to begin with. */
export function readAt(
  source: SourceFacts,
): Partial<Pick<Passing, 'turbidityNtu' | 'temperatureC' | 'ph' | 'nitrateMgL'>> {
  const figure = (parameter: Parameters<typeof lastFigure>[1]) => lastFigure(source.tests, parameter);
  const [turbidityNtu, ph, nitrateMgL] = [figure('turbidity'), figure('ph'), figure('nitrate')];
  return {
    ...(turbidityNtu === undefined ? {} : { turbidityNtu }),
    ...(ph === undefined ? {} : { ph }),
    ...(nitrateMgL === undefined ? {} : { nitrateMgL }),
  };
}

/**
 * A source's water, as a train is looked for: what it is by everything that was found there, why nothing helps, and what an
 * authority asks.
 * @param found what was measured in the water of today
 */
export function trainCaseOf(
  facts: Pick<Facts, 'notice' | 'group'>,
  source: SourceFacts,
  found: Omit<Passing, 'salt' | 'hasMetals' | 'isSnow' | 'isChlorinated'>,
  now: Instant,
): TrainCase {
  const { timeZone } = facts.group;
  const today = dayOf(now, timeZone);
  const notice = gravestOf(noticesFor(facts, source.id).filter(isInForce));
  const [stopped] = stopsAt(source, today, timeZone);
  const stop = stopped
    ? judgeStop(stopped)
    : notice && notice.kind !== 'boil'
      ? judgeNotice(notice)
      : undefined;
  const isBoil = notice?.kind === 'boil';
  const plain = sourcedOf(source, today, timeZone);
  // under a boil notice tap water is water of which nobody knows what is in it
  const { water, origin } = isBoil ? poorerOf({ water: 'unknown' }, plain) : plain;
  const { kind } = caseOf(source, today);
  return {
    water,
    ...(origin ? { origin } : {}),
    found: {
      ...found,
      salt: kind === 'sea' || kind === 'brackish' ? kind : 'fresh',
      hasMetals:
        (lastFigure(source.tests, 'lead') ?? 0) > LEAD_UG_L ||
        (lastFigure(source.tests, 'arsenic') ?? 0) > ARSENIC_UG_L,
      isSnow: kind === 'snow',
      isChlorinated: false,
    },
    ...(isBoil ? { boilNotice: { allows: notice.allows ?? [] } } : {}),
    ...(stop ? { stop } : {}),
    now,
  };
}
