import { addMinutes, type Day, dayOf, daysBetween, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import { atOnce, type InLots } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { countedL } from '../../planning/need/building.ts';
import { type DailyNeed, dailyNeed, type Grade, type NeedGroup } from '../../planning/need/need.ts';
import { type Held, type Reach, reachOf } from '../../planning/need/reach.ts';
import type { VesselFitness } from '../../storage/containers/fitness.ts';
import { type ContainerKind, seedKinds } from '../../storage/containers/kinds.ts';
import { massKg } from '../../storage/containers/mass.ts';
import { type GoodUntil, isFridge, isOver } from '../../storage/rotation/goodUntil.ts';
import { type Batch, type BatchStanding, isRunning, standingOf } from '../../treatment/chlorine/batch.ts';
import { isTooStrong, RESIDUAL_LEAST_MG_L } from '../../treatment/chlorine/residual.ts';
import { judgeFitness, judgeLow } from '../../water/quality/advice.ts';
import type { Dissolved } from '../../water/quality/chemicals.ts';
import { lastFree, lowerGrade, type Proof, untilOf, type WaterFitness } from '../../water/quality/fitness.ts';
import { incubationAt } from '../../water/quality/incubation.ts';
import { asItComes } from '../../water/waters.ts';
import { neighboursOf, watchOfNeighbour } from '../readings/alarms.ts';
import { sheetAt } from '../sheets/sheets.ts';
import { type Known, knownOf, mainsGrade, testsBearingOn, watchOfDissolved } from '../sources/known.ts';
import type { ContainerFacts, Fill } from './facts.ts';
import { originsOf } from './findings.ts';
import { fitnessIn, isGivenUp, vesselOf } from './fit.ts';
import { failure, heldBack, heldFirst, waiting } from './heldBack.ts';
import { vesselsThrough, withPoured } from './poured.ts';
import { isOpenAt } from './still.ts';

/** The state of the water in a container, as it is drawn everywhere. */
export type WaterState =
  | 'ready'
  | 'due'
  | 'open'
  | 'limited'
  | 'waiting'
  | 'utility'
  | 'past'
  | 'failed'
  | 'empty';

export const waterStates: readonly WaterState[] = [
  'ready',
  'due',
  'open',
  'limited',
  'waiting',
  'utility',
  'past',
  'failed',
  'empty',
];

/** A container at a moment. */
export interface ContainerState {
  readonly id: Subject;
  readonly state: WaterState;
  readonly litres: number;
  /** What its litres count as now; null when they count for nothing. Limited protection stands beside the reach. */
  readonly counts: Grade | 'limited' | null;
  readonly proof?: Proof;
  /** What its water is fit for, where it holds any that is not failed, held or waiting. */
  readonly fitness?: WaterFitness;
  /** Something was found in it, or about its vessel, that keeps it from being drunk: the judgement's reason is that. */
  readonly isFound?: true;
  /** It would be drinking water but for what was found. */
  readonly isStopped?: true;
  /** What is dissolved in it past a limit: whom it is not for. */
  readonly past?: readonly Dissolved[];
  /** Something to be done about it that does not end it: a low reading, a vessel that eats chlorine. */
  readonly watch?: Judgement;
  readonly goodUntil?: GoodUntil;
  readonly daysLeft?: number;
  readonly batch?: Batch;
  readonly standing?: BatchStanding;
  readonly judgement: Judgement;
  readonly massKg: number;
}

const seedById = new Map(seedKinds.map(k => [k.id, k]));

/** The kind of an id: one's own first, then the seed catalogue; undefined for an unknown one. */
export function kindOf(facts: Pick<Facts, 'kind'>, id: string): ContainerKind | undefined {
  return facts.kind[id] ?? seedById.get(id);
}

/** Every kind that can be chosen. */
export function allKinds(facts: Pick<Facts, 'kind'>): ContainerKind[] {
  const own = Object.values(facts.kind);
  return [...seedKinds.filter(k => !facts.kind[k.id]), ...own].sort((a, b) => a.nominalL - b.nominalL);
}

/** The batch whose outcome holds for a fill: the last one in which anything was put in, or which still runs. */
export function decidingBatch(
  fill: Fill,
  now: Instant,
): { batch: Batch; standing: BatchStanding } | undefined {
  for (let i = fill.batches.length - 1; i >= 0; i--) {
    const batch = fill.batches[i]!;
    const standing = standingOf(batch, now);
    if (standing.doses > 0 || standing.phase === 'unfit' || isRunning(standing.phase))
      return { batch, standing };
  }
  return undefined;
}

/** A running batch, before or after its first dose. */
export function runningBatch(
  facts: ContainerFacts,
  now: Instant,
): { batch: Batch; standing: BatchStanding } | undefined {
  const deciding = facts.fill && decidingBatch(facts.fill, now);
  return deciding && isRunning(deciding.standing.phase) ? deciding : undefined;
}

/** Days that a clean tap with a residual read keeps a vessel from counting as opened. */
const TAP_READING_DAYS = 3;

/** Until when a vessel drawn by its clean tap counts as closed, by its last reading; undefined when that keeps it so no longer. */
function closedUntil(fill: Fill): Instant | undefined {
  const last = lastFree(fill.readings);
  return last && last.mgL! >= RESIDUAL_LEAST_MG_L ? addMinutes(last.at, TAP_READING_DAYS * 1440) : undefined;
}

function countsAsOpened(fill: Fill, now: Instant): boolean {
  if (!isOpenAt(fill, now)) return false;
  return !fill.openedByTap || now >= (closedUntil(fill) ?? '');
}

/**
 * A container at a moment: pure, from its facts, its place, the plan's schools and `now`.
 * @param today the local day of `now`, given so that many containers share one conversion
 */
export function containerState(
  facts: Facts,
  container: ContainerFacts,
  now: Instant,
  today: Day,
): ContainerState {
  const kind = kindOf(facts, container.kind);
  const litres = container.fill?.remainingL ?? 0;
  const base = { id: container.id, litres, massKg: massKg(kind ?? { tareKg: 0 }, litres) };
  if (!container.fill || litres <= 0) {
    const judgement = container.condemned
      ? judge('refuse', message('state.condemned', { why: container.condemned.why }), 'record')
      : judge('ok', message('state.empty'), 'record');
    return { ...base, state: 'empty', counts: null, judgement };
  }
  const fill = withPoured(facts, container.fill);
  const deciding = decidingBatch(fill, now);
  const batchOf = deciding ? { batch: deciding.batch, standing: deciding.standing } : {};
  const failed = failure(container, fill, deciding?.standing);
  if (failed) return { ...base, ...batchOf, state: 'failed', counts: null, judgement: failed };
  const held = heldFirst(container.held);
  if (held) return { ...base, ...batchOf, state: 'waiting', counts: null, judgement: heldBack(held) };
  if (deciding && isRunning(deciding.standing.phase) && deciding.standing.doses > 0) {
    return { ...base, ...batchOf, state: 'waiting', counts: null, judgement: waiting(deciding.standing) };
  }
  const strong = tooStrong(fill);
  if (strong) return { ...base, ...batchOf, state: 'waiting', counts: null, judgement: strong };
  return { ...base, ...batchOf, ...fitState(facts, container, fill, now, today) };
}

/** Chlorine above WHO's value is not drunk until it falls, however good the water is otherwise. */
function tooStrong({ readings, dechlorinatedAt = '' }: Fill): Judgement | undefined {
  const last = lastFree(readings);
  return last && last.at > dechlorinatedAt && isTooStrong(last)
    ? judge('refuse', message('state.too-strong', { residualMgL: last.mgL! }), 'who-gdwq', {
        remedy: message('residual.high.remedy'),
      })
    : undefined;
}

/** What is against the vessels of a water: the one that it is in, and those that it was poured through; the worst of it. */
function worstVessel(facts: Facts, container: ContainerFacts, fill: Fill): VesselFitness | undefined {
  const of = (c: ContainerFacts) => vesselOf(c, kindOf(facts, c.kind)?.material);
  return [container, ...vesselsThrough(facts, fill)]
    .map(of)
    .reduce((worst, one) =>
      one && (!worst || lowerGrade(one.most, worst.most) !== worst.most) ? one : worst,
    );
}

/** What a water that is neither failed, held nor waiting is good for, and until when. */
function fitState(
  facts: Facts,
  container: ContainerFacts,
  fill: Fill,
  now: Instant,
  today: Day,
): Omit<ContainerState, 'id' | 'litres' | 'massKg'> {
  const kind = kindOf(facts, container.kind);
  const place = facts.place[container.place] ?? {};
  // findings are by the moment from which it is in this vessel
  const known = knownOf(facts, container.fill!, now, container);
  const vessel = worstVessel(facts, container, fill);
  const { fitness, sourced } = fitnessIn(fill, vessel, now, isFridge(place), known);
  const { grade, proof } = fitness;
  if (grade === 'never' || grade === 'utility') {
    const found = isGivenUp(fill, now)
      ? judge('refuse', message('state.given-up'), 'who-gdwq', { remedy: message('state.given-up.remedy') })
      : vessel && vessel.most !== 'drinking'
        ? vessel.judgement
        : known.says;
    const judgement = found ?? judgeFitness(fitness, sourced, undefined);
    return grade === 'never'
      ? { state: 'failed', counts: null, fitness, judgement }
      : {
          state: 'utility',
          counts: 'utility',
          fitness,
          judgement,
          ...(found ? { isFound: true as const } : {}),
          ...(judgement === known.says && isMeantToBeDrunk(container, fill, known)
            ? { isStopped: true as const }
            : {}),
        };
  }
  const isOpen = countsAsOpened(fill, now);
  const { timeZone } = facts.group;
  const until = untilOf(
    sourced.water,
    fitness,
    {
      filledOn: dayOf(fill.since, timeZone),
      sealed: fill.sealed,
      lightProof: kind?.lightProof ?? false,
      ...(fill.printedUntil ? { printedUntil: fill.printedUntil } : {}),
      ...(isOpen && fill.openedAt ? { openedOn: dayOf(fill.openedAt, timeZone) } : {}),
      place,
      timeZone,
    },
    facts.plan.rotationSchool,
  );
  const daysLeft = daysBetween(today, until.day);
  const dated = { fitness, ...(proof ? { proof } : {}), goodUntil: until, daysLeft };
  const params = { untilDay: until.day, daysLeft, ...(until.at ? { untilAt: until.at } : {}) };
  if (isOver(until, now, today)) {
    const judgement = judge(
      'refuse',
      message(until.at ? 'state.past.hour' : 'state.past', params),
      until.rule.source,
      { remedy: message('state.past.remedy') },
    );
    return { ...dated, state: 'past', counts: 'utility', judgement };
  }
  const apart = container.setApart;
  // what a boil notice asks is still to be done where the water is no better than limited
  const watch =
    grade === 'limited' && known.boil
      ? known.says
      : watchOf(facts, container, fill, known.past, today, vessel?.judgement);
  const good = {
    ...dated,
    ...(watch ? { watch } : {}),
    ...(known.past.length > 0 ? { past: known.past } : {}),
  };
  const judgement = judgeFitness(fitness, sourced, until);
  if (grade === 'limited') return { ...good, state: 'limited', counts: apart ? null : 'limited', judgement };
  const isDue = until.at !== undefined || daysLeft <= facts.plan.noticeDays;
  const state: WaterState = isOpen ? 'open' : isDue ? 'due' : 'ready';
  if (apart)
    return {
      ...good,
      state,
      counts: null,
      judgement: judge('warn', message('state.set-apart', { ...params, what: apart }), 'record'),
    };
  const isPlain = judgement.verdict === 'ok' && state !== 'ready';
  return {
    ...good,
    state,
    counts: 'drinking',
    judgement: isPlain ? judge('warn', message(`state.${state}`, params), until.rule.source) : judgement,
  };
}

/** Water that came to be drunk, or that somebody treated for it; where no treatment helps, any in a vessel for drinking water. */
const isMeantToBeDrunk = ({ role }: ContainerFacts, fill: Fill, known: Known): boolean =>
  ((known.most ?? known.isMineral ?? known.isBoiledOnly) !== undefined && role === 'clean') ||
  asItComes(fill.water, fill.origin) === 'drinking' ||
  fill.treated !== undefined ||
  fill.batches.length > 0;

/** Filled with what failed elsewhere, a figure past a limit, a low last reading, or a vessel that eats the chlorine in it. */
function watchOf(
  facts: Facts,
  container: ContainerFacts,
  fill: Fill,
  past: readonly Dissolved[],
  today: Day,
  vessel: Judgement | undefined,
): Judgement | undefined {
  const found = watchOfNeighbour(facts, container, fill) ?? watchOfDissolved(facts, past, today);
  if (found) return found;
  const last = lastFree(fill.readings);
  return last && last.mgL! < RESIDUAL_LEAST_MG_L ? judgeLow(last.mgL!) : vessel;
}

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
