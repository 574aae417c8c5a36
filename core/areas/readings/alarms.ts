import { type Day, dayOf, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message, type Params } from '../../base/judgement.ts';
import type { Only } from '../../base/only.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { isAlarm, judgeReading, type Purpose } from '../../water/quality/limits.ts';
import { limitsSeen } from '../../water/quality/limitTable.ts';
import { type ParameterId, parameterRow, unitText } from '../../water/quality/parameters.ts';
import { figureOf, germsOf, isExpired } from '../../water/quality/testReading.ts';
import type { Water } from '../../water/waters.ts';
import type { ContainerFacts, Fill } from '../store/facts.ts';
import { containersAlarmed } from '../store/find.ts';
import { partsOf } from '../store/parts.ts';
import type { Alarm, Kept, Readings } from './facts.ts';
import type { Followed } from './fields.ts';
import { lastFigure } from './readings.ts';

/** Fails that were followed up to the end are kept beside their subject for the report; older ones stay in the log. */
const CLOSED_KEPT = 4;

interface Alarmed {
  readonly alarms?: readonly Alarm[];
}

/** Alarms that are not closed yet. */
export const openAlarms = ({ alarms = [] }: Alarmed): readonly Alarm[] => alarms.filter(a => !a.closedAt);

/** The facts of a subject after a reading that may hold its water back. */
export function alarmed<F extends Alarmed & { readonly tests?: Readings }>(
  facts: F,
  reading: Kept,
  { purpose, since }: { readonly purpose: Purpose; readonly since?: Instant },
  parts: Alarm['parts'],
): F {
  if (purpose === 'raw') return facts;
  const c = {
    purpose,
    nitrateMgL: lastFigure(facts.tests, 'nitrate', since),
    nitriteMgL: lastFigure(facts.tests, 'nitrite', since),
  };
  const judged = judgeReading({ ...reading, on: reading.at.slice(0, 10) }, c);
  if (!isAlarm(reading, judged)) return facts;
  const { entry, at, ...rest } = reading;
  // a second bad reading of the same is the first one's follow-up
  if (openAlarms(facts).some(a => a.reading.parameter === reading.parameter && a.at <= at)) return facts;
  const open = { entry, at, reading: rest, parts, steps: {} };
  const closed = (facts.alarms ?? []).filter(a => a.closedAt).slice(-CLOSED_KEPT);
  return { ...facts, alarms: [...closed, ...openAlarms(facts), open] };
}

const changed = <F extends Alarmed, R extends Alarm>(
  facts: F,
  of: string,
  change: (a: Alarm) => Only<R, Alarm>,
): F =>
  facts.alarms?.some(a => a.entry === of)
    ? { ...facts, alarms: facts.alarms.map(a => (a.entry === of ? change(a) : a)) }
    : facts;

/** The facts of a subject after one step of following an alarm up. */
export const stepped = <F extends Alarmed>(
  facts: F,
  { happenedAt, by, data }: { happenedAt: Instant; by: string; data: Followed },
): F =>
  changed(facts, data.of, alarm => {
    const { way, note } = data;
    const done = { at: happenedAt, by, ...(way ? { way } : {}), ...(note ? { note } : {}) };
    return { ...alarm, steps: { ...alarm.steps, [data.step]: done } };
  });

/** The facts of a subject whose alarm was closed at an instant. */
export const closed = <F extends Alarmed>(facts: F, of: string, at: Instant): F =>
  changed(facts, of, alarm => ({ ...alarm, closedAt: at }));

/** What a fill was made of when it failed. */
export const partsWithWater = (fill: Fill): Alarm['parts'] =>
  partsOf(fill).map(({ at, source }) => ({ at, ...(source ? { source } : {}), water: fill.water }));

/** Why an open alarm keeps the water of a container from being drunk. */
export interface HeldByAlarm {
  readonly alarm: Alarm;
  readonly why: 'found' | 'uncleaned' | 'retest' | 'source';
}

/**
 * The alarm that holds a container's water: the water that failed, new water in a vessel that was not cleaned since, or new
 * water in a cleaned one, until a retest of it is clean and the follow-up is closed.
 */
export function heldByAlarm(container: ContainerFacts): HeldByAlarm | undefined {
  const [alarm] = openAlarms(container);
  const { fill, sanitisedAt } = container;
  if (!alarm || !fill) return undefined;
  if (fill.since <= alarm.at) return { alarm, why: 'found' };
  return { alarm, why: sanitisedAt && sanitisedAt > alarm.at ? 'retest' : 'uncleaned' };
}

/** What an alarm is for: "E. coli", or what was smelt or seen, "Smell of fuel". */
const whatWasFound = ({ parameter, found }: Alarm['reading']): string =>
  found && parameterRow(parameter).class === 'senses'
    ? `sensed.${parameter}.${found}`
    : `parameter.${parameter}`;

/** What is said of an alarm: what was found, when. */
export const alarmParams = ({ reading, at }: Pick<Alarm, 'reading' | 'at'>): Params => ({
  name: `parameter.${reading.parameter}`,
  what: whatWasFound(reading),
  foundAt: at,
  ...(reading.found ? { found: `found-word.${reading.found}` } : {}),
  figure: figureOf(reading) ?? 0,
  unit: unitText(reading.parameter),
});

/** The refusal that an open alarm is for the water that it holds back, with its remedy. */
export const judgeAlarm = ({ alarm, why }: HeldByAlarm): Judgement =>
  judge('refuse', message(`alarm.${why}`, alarmParams(alarm)), 'who-gdwq', {
    remedy: message(`alarm.${why}.remedy`),
  });

/** A clean reading of what an alarm was raised for. */
function isClean(r: Kept, of: ParameterId): boolean {
  const { class: kind } = parameterRow(of);
  if (kind === 'germs') return germsOf(r) === 0 && (r.parameter === of || r.parameter === 'e-coli');
  if (r.parameter !== of) return false;
  if (kind === 'senses') return r.found === 'none' || r.found === 'clear';
  const limits = limitsSeen(r);
  return limits.length > 0 && limits.every(l => l.is === 'within');
}

/** Whether a reading is about what an alarm was raised for, and tells something: a void one, or an expired kit's good one, does not. */
function tells(r: Kept, of: ParameterId): boolean {
  if (parameterRow(of).class === 'germs')
    return (r.parameter === 'e-coli' || r.parameter === 'h2s') && germsOf(r) !== undefined;
  return r.parameter === of && (!isExpired(r, r.at.slice(0, 10)) || !isClean(r, of));
}

/** The clean retest that answers an alarm, of water that was read after a moment: the last word, for a bad one after it undoes it. */
export function retestOf(tests: Readings | undefined, { reading }: Alarm, after: Instant): Kept | undefined {
  const about = Object.values(tests ?? {})
    .flat()
    .filter(r => r.at > after && tells(r, reading.parameter))
    .sort((a, b) => (a.at < b.at ? -1 : 1));
  const lastBad = about.findLast(r => isBad(r, reading.parameter))?.at ?? '';
  return about.find(r => r.at > lastBad && isClean(r, reading.parameter));
}

/** As bad as what raised the alarm; a clean test of another kind answers nothing, and is not bad either. */
const isBad = (r: Kept, of: ParameterId): boolean =>
  parameterRow(of).class === 'germs' ? (germsOf(r) ?? 0) > 0 : !isClean(r, of);

// ——— what was filled from the same water ———

/** Containers in which a fail was found, whether or not it is followed up. */
export const alarmedContainers = (facts: Pick<Facts, 'container'>): ContainerFacts[] =>
  [...containersAlarmed(facts)].flatMap(id => facts.container[id] ?? []);

interface Part {
  readonly at: Instant;
  readonly source?: Subject;
  readonly water: Water;
}

/** Of one source on one day; where nobody wrote one of the sources down, of the same kind of water. */
const isSameWater = (a: Part, b: Part, dayAt: (at: Instant) => Day): boolean =>
  (a.source && b.source ? a.source === b.source : a.water === b.water) && dayAt(a.at) === dayAt(b.at);

/** An alarm elsewhere that a fill shares its water with: the same source, on the same day. */
export interface Neighbour {
  readonly alarm: Alarm;
  readonly name: string;
}

/**
 * Alarms of other containers, and of sources, whose water a fill was filled with on the same day; also those that were followed up
 * to the end, for that brings back only what was tested again.
 */
export function neighboursOf(
  facts: Pick<Facts, 'container' | 'source' | 'group'>,
  container: Pick<ContainerFacts, 'id'>,
  fill: Fill,
): Neighbour[] {
  const { timeZone } = facts.group;
  const alarms = [
    ...alarmedContainers(facts).flatMap(c =>
      c.id === container.id ? [] : (c.alarms ?? []).map(alarm => ({ alarm, name: c.code })),
    ),
    ...partsOf(fill).flatMap(({ source }) => {
      const found = source ? facts.source[source] : undefined;
      return found?.alarms?.map(alarm => ({ alarm, name: found.name })) ?? [];
    }),
  ];
  if (alarms.length === 0) return [];
  const own = partsWithWater(fill);
  const dayAt = (at: Instant) => dayOf(at, timeZone);
  return alarms.filter(({ alarm }) => alarm.parts.some(p => own.some(mine => isSameWater(p, mine, dayAt))));
}

/** Filled with what failed elsewhere, and not tested since: it stays in use, and is tested first. */
export function watchOfNeighbour(
  facts: Pick<Facts, 'container' | 'source' | 'group'>,
  container: ContainerFacts,
  fill: Fill,
): Judgement | undefined {
  const [first] = neighboursOf(facts, container, fill).filter(
    ({ alarm }) => !retestOf(container.tests, alarm, alarm.at),
  );
  return (
    first &&
    judge(
      'warn',
      message('watch.neighbour', { other: first.name, ...alarmParams(first.alarm) }),
      'who-gdwq',
      {
        remedy: message('watch.neighbour.remedy'),
      },
    )
  );
}
