import { addMinutes, type Day, dayOf, daysBetween, type Instant } from '../../base/day.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import type { Grade } from '../../planning/need/need.ts';
import type { VesselFitness } from '../../storage/containers/fitness.ts';
import { type ContainerKind, seedKinds } from '../../storage/containers/kinds.ts';
import { massKg } from '../../storage/containers/mass.ts';
import { type GoodUntil, isFridge, isOver } from '../../storage/rotation/goodUntil.ts';
import { type Batch, type BatchStanding, isRunning, standingOf } from '../../treatment/chlorine/batch.ts';
import { isTooStrong, RESIDUAL_LEAST_MG_L } from '../../treatment/chlorine/residual.ts';
import { judgeFitness, judgeLow } from '../../water/quality/advice.ts';
import type { Dissolved } from '../../water/quality/chemicals.ts';
import { lastFree, lowerGrade, type Proof, untilOf, type WaterFitness } from '../../water/quality/fitness.ts';
import { asItComes } from '../../water/waters.ts';
import { watchOfNeighbour } from '../readings/alarms.ts';
import { type Known, knownOf, watchOfDissolved } from '../sources/known.ts';
import type { ContainerFacts, Fill } from './facts.ts';
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
export function closedUntil(fill: Fill): Instant | undefined {
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

const givenUp = judge('refuse', message('state.given-up'), 'who-gdwq', {
  remedy: message('state.given-up.remedy'),
});

/** The state of water that is not drunk: failed where nothing makes it fit, else utility, with what was found of it. */
function unfitState(
  grade: 'never' | 'utility',
  fitness: WaterFitness,
  judgement: Judgement,
  isFound: boolean,
  isStopped: boolean,
): Omit<ContainerState, 'id' | 'litres' | 'massKg'> {
  if (grade === 'never') return { state: 'failed', counts: null, fitness, judgement };
  return {
    state: 'utility',
    counts: 'utility',
    fitness,
    judgement,
    ...(isFound ? { isFound: true as const } : {}),
    ...(isStopped ? { isStopped: true as const } : {}),
  };
}

/** When a water that is fit ceases to be, by its vessel, its place and the plan's school. */
function goodUntil(
  facts: Facts,
  container: ContainerFacts,
  fill: Fill,
  fitness: WaterFitness,
  water: Fill['water'],
  isOpen: boolean,
) {
  const { timeZone } = facts.group;
  return untilOf(
    water,
    fitness,
    {
      filledOn: dayOf(fill.since, timeZone),
      sealed: fill.sealed,
      lightProof: kindOf(facts, container.kind)?.lightProof ?? false,
      ...(fill.printedUntil ? { printedUntil: fill.printedUntil } : {}),
      ...(isOpen && fill.openedAt ? { openedOn: dayOf(fill.openedAt, timeZone) } : {}),
      place: facts.place[container.place] ?? {},
      timeZone,
    },
    facts.plan.rotationSchool,
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
  // findings are by the moment from which it is in this vessel
  const known = knownOf(facts, container.fill!, now, container);
  const vessel = worstVessel(facts, container, fill);
  const place = facts.place[container.place] ?? {};
  const { fitness, sourced } = fitnessIn(fill, vessel, now, isFridge(place), known);
  const { grade, proof } = fitness;
  if (grade === 'never' || grade === 'utility') {
    const found = isGivenUp(fill, now)
      ? givenUp
      : vessel && vessel.most !== 'drinking'
        ? vessel.judgement
        : known.says;
    const isStopped = found !== undefined && found === known.says && isMeantToBeDrunk(container, fill, known);
    const says = found ?? judgeFitness(fitness, sourced, undefined);
    return unfitState(grade, fitness, says, found !== undefined, isStopped);
  }
  const isOpen = countsAsOpened(fill, now);
  const until = goodUntil(facts, container, fill, fitness, sourced.water, isOpen);
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
