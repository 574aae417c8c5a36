import { type Day, dayOf, type Instant } from '../../base/day.ts';
import { atOnce, type InLots } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { countedL } from '../../planning/need/building.ts';
import { type DailyNeed, dailyNeed, type NeedGroup } from '../../planning/need/need.ts';
import { type Held, type Reach, reachOf } from '../../planning/need/reach.ts';
import { incubationAt } from '../../water/quality/incubation.ts';
import { neighboursOf } from '../readings/alarms.ts';
import { sheetAt } from '../sheets/sheets.ts';
import { mainsGrade, testsBearingOn } from '../sources/known.ts';
import type { ContainerFacts, Fill } from './facts.ts';
import { originsOf } from './findings.ts';
import { type ContainerState, closedUntil, containerState, type WaterState, waterStates } from './state.ts';

type Counted = { -readonly [K in keyof Held]: Held[K] };

/** Adds the litres of a container to what they count for, or takes them off. */
export function countIn(held: Counted, { counts, proof, state, litres }: ContainerState, sign: 1 | -1): void {
  // to the microlitre: what is added and taken off again leaves nothing behind
  const add = (grade: keyof Held) => {
    held[grade] = Math.round((held[grade] + sign * litres) * 1e6) / 1e6;
  };
  if (counts === 'utility') add('utilityL');
  if (counts === 'limited') add('limitedL');
  if (counts !== 'drinking') return;
  add('drinkingL');
  if (proof === 'smell') add('bySmellL');
  else if (state === 'due' || state === 'open') add('dueL');
}

export interface Tally {
  readonly count: number;
  readonly litres: number;
}

/** Everything that depends on "now": due, past, waiting, usable, and how long it lasts. */
export interface State {
  readonly now: Instant;
  /** The same facts give the same state until then, midnight aside. */
  readonly holdsUntil: Instant;
  readonly today: Day;
  readonly containers: Readonly<Record<Subject, ContainerState>>;
  /** How many containers are in each state, and the litres in them. */
  readonly tally: Readonly<Record<WaterState, Tally>>;
  readonly need: DailyNeed;
  readonly reach: Reach;
}

/** The people and animals of the facts, as the need is computed for them. */
export function needGroup(facts: Facts, day: Day): NeedGroup {
  return {
    people: [
      ...Object.values(facts.home).flatMap(home => home.people),
      ...Array.from({ length: facts.plan.visitors }, () => ({})),
    ],
    own: facts.plan.ownRule,
    ...(facts.plan.shares ? { shares: facts.plan.shares } : {}),
    animals: facts.plan.animals,
    institutions: facts.plan.institutions,
    climate: facts.plan.climate,
    day,
  };
}

// A container's state changes with the clock only at midnight, at the end of a contact time or of a term of hours, and when
// the reading that keeps a tapped vessel closed grows old. The facts are immutable, so until then the last answer is the answer.
interface Kept {
  readonly facts: Facts;
  /** Its sources, and the notices there are: what they say of its water goes into its state. */
  readonly bears: readonly object[];
  readonly today: Day;
  readonly from: Instant;
  readonly until: Instant;
  readonly state: ContainerState;
}
const kept = new WeakMap<ContainerFacts, Kept>();

const bearingOn = (facts: Facts, container: ContainerFacts): readonly object[] => [
  ...(container.fill?.from ? wheresOf(facts, container.fill) : []),
  ...Object.values(facts.notice),
  ...(container.fill ? testsBearingOn(facts, container.fill) : []),
  ...(container.fill ? neighboursOf(facts, container, container.fill).map(n => n.alarm) : []),
  // who drinks of it, how many fell ill, and what was washed off
  facts.home,
  facts.catchment,
];
/** The sources and the vessels that a water came through. */
function wheresOf(facts: Facts, fill: Fill): object[] {
  const { drawn, poured } = originsOf(facts, fill);
  const sources = drawn.flatMap(({ source }) => (source && facts.source[source]) || []);
  return [...sources, ...poured.map(p => p.vessel)];
}
const isSame = (a: readonly object[], b: readonly object[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);
const FOREVER = '9999';

/** The moment from which a state may be another, midnight aside. */
function changesAt({ fill }: ContainerFacts, { standing, goodUntil }: ContainerState, now: Instant): Instant {
  if (standing?.phase === 'stand' && standing.standsUntil) return standing.standsUntil;
  const ends = [goodUntil?.at, fill?.openedByTap ? closedUntil(fill) : undefined];
  return ends.filter(at => at !== undefined && at > now).sort()[0] ?? FOREVER;
}

/** The state of one container, and until when it holds, midnight aside: as it was worked out last while nothing changed. */
export function stateOfOne(facts: Facts, container: ContainerFacts, now: Instant, today: Day): Kept {
  const last = kept.get(container);
  const bears = bearingOn(facts, container);
  if (
    last &&
    last.today === today &&
    last.from <= now &&
    now < last.until &&
    last.facts.plan.rotationSchool === facts.plan.rotationSchool &&
    last.facts.plan.noticeDays === facts.plan.noticeDays &&
    last.facts.plan.targetDays === facts.plan.targetDays &&
    last.facts.group.timeZone === facts.group.timeZone &&
    last.facts.kind === facts.kind &&
    last.facts.place[container.place] === facts.place[container.place] &&
    isSame(last.bears, bears)
  ) {
    return last;
  }
  const state = containerState(facts, container, now, today);
  const fresh = { facts, bears, today, from: now, until: changesAt(container, state, now), state };
  kept.set(container, fresh);
  return fresh;
}

/** The first clock of a sheet or a sample that runs out: it changes what waits. */
export function heldUntil(facts: Pick<Facts, 'sheet' | 'test'>, now: Instant): Instant {
  let first = FOREVER;
  for (const sheet of Object.values(facts.sheet)) {
    const { standsUntil } = sheetAt(sheet, now);
    if (standsUntil && standsUntil > now && standsUntil < first) first = standsUntil;
  }
  for (const { begunAt: from, ...sample } of Object.values(facts.test)) {
    const { readsFrom, readsUntil } = incubationAt({ from, ...sample }, now);
    for (const at of [readsFrom, readsUntil]) if (at && at > now && at < first) first = at;
  }
  return first;
}

/** Containers whose state is worked out between two pauses. */
const LOT = 10;

/** The state of everything at a moment. Same facts and same moment, same state. */
export const stateAt = (facts: Facts, now: Instant): State => atOnce(stateInLots(facts, now));

/** The same for a large store, in lots. */
export function* stateInLots(facts: Facts, now: Instant): InLots<State> {
  const today = dayOf(now, facts.group.timeZone);
  const containers: Record<Subject, ContainerState> = {};
  let holdsUntil = FOREVER;
  const held = {
    ...countedL(facts.plan.building, mainsGrade(facts, now)),
    dueL: 0,
    bySmellL: 0,
    limitedL: 0,
  };
  const tally = Object.fromEntries(waterStates.map(name => [name, { count: 0, litres: 0 }])) as Record<
    WaterState,
    { count: number; litres: number }
  >;
  let done = 0;
  for (const container of Object.values(facts.container)) {
    const { state, until } = stateOfOne(facts, container, now, today);
    if (until < holdsUntil) holdsUntil = until;
    containers[container.id] = state;
    tally[state.state].count += 1;
    tally[state.state].litres += state.litres;
    countIn(held, state, 1);
    if (++done % LOT === 0) yield;
  }
  const heldBySheets = heldUntil(facts, now);
  if (heldBySheets < holdsUntil) holdsUntil = heldBySheets;
  const need = dailyNeed(facts.plan.needSchool, needGroup(facts, today));
  const share = 1 + facts.plan.reserveShare;
  const reach = reachOf(
    held,
    { drinkingL: need.drinkingL * share, utilityL: need.utilityL * share },
    facts.plan.targetDays,
  );
  return { now, holdsUntil, today, containers, tally, need, reach };
}
