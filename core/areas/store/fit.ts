import type { Instant } from '../../base/day.ts';
import { judgeVessel, type VesselFitness } from '../../storage/containers/fitness.ts';
import type { Material } from '../../storage/containers/kinds.ts';
import { type Batch, type BatchStanding, isRunning, standingOf } from '../../treatment/chlorine/batch.ts';
import { type BatchEarned, batchEarned } from '../../treatment/chlorine/batchCredit.ts';
import { betterOf, type Credit, noCredit, sumOf, targets } from '../../treatment/credit/credit.ts';
import { meetsNotice } from '../../water/notices.ts';
import {
  fitnessOf,
  lowerGrade,
  type WaterCase,
  type WaterFitness,
  type WaterGrade,
} from '../../water/quality/fitness.ts';
import { poorerOf, type Sourced } from '../../water/waters.ts';
import type { Known } from '../sources/known.ts';
import type { ContainerFacts, Fill } from './facts.ts';

/** Chlorine by a sheet of tablets and by bleach is one kind of barrier: it counts once. */
const CHLORINE = 'chlorine';

interface Passed {
  readonly batch: Batch;
  readonly standing: BatchStanding;
  readonly earned: BatchEarned;
}

/** Batches of bleach that passed, and what each earned by the readings up to the next dose. */
function passedBatches(fill: Fill, now: Instant): Passed[] {
  return fill.batches.flatMap((batch, i) => {
    const standing = standingOf(batch, now);
    const nextAt = fill.batches[i + 1]?.begunAt ?? fill.dechlorinatedAt ?? '9999';
    const later = fill.readings.filter(r => r.at < nextAt);
    const earned = batchEarned(batch, standing, now, later);
    // germs that were found in it since outlived it, or came in after it
    if (fill.undoneAt && (standing.provedAt ?? '') <= fill.undoneAt) return [];
    return earned ? [{ batch, standing, earned }] : [];
  });
}

const lastDoseOf = (batch: Batch): Instant =>
  batch.events.findLast(e => e.what === 'dosed')?.at ?? batch.begunAt;

/** What bleach gave a water: batches that count in full come before those that are capped. */
function chlorineOf(fill: Fill, now: Instant): WaterCase['chlorine'] {
  const passed = passedBatches(fill, now);
  const first = passed[0];
  const last = passed.at(-1);
  if (!first || !last) return undefined;
  const full = passed.filter(p => !p.earned.isCapped);
  const counted = full.length > 0 ? full : passed;
  return {
    credit: counted.map(p => p.earned.credit).reduce(betterOf),
    by: counted.some(p => p.earned.by === 'residual') ? 'residual' : 'smell',
    isCapped: full.length === 0,
    provedAt: last.standing.provedAt ?? last.batch.begunAt,
    // a top-up of water that keeps does not make it young again, nor short-lived
    dosedAt: lastDoseOf(first.batch),
    isForADay: passed.some(p => p.batch.instruction.school === 'target-dose'),
  };
}

/** A dose that was put in and given up: nobody knows what is in the water. */
export const isGivenUp = (fill: Fill, now: Instant): boolean => {
  const last = fill.batches.findLast(batch => {
    const standing = standingOf(batch, now);
    return standing.doses > 0 || isRunning(standing.phase);
  });
  return last !== undefined && standingOf(last, now).phase === 'abandoned';
};

/** What runs earned a water, and what they took out of it. */
export interface Earned {
  /** By the kind of barrier: two of a kind count once. Chlorine stands apart. */
  readonly byBarrier: Readonly<Record<string, Credit>>;
  readonly chlorine?: NonNullable<WaterCase['chlorine']>;
  readonly treatedAt?: Instant;
  readonly isDesalted?: true;
}

/**
 * What was earned in a fill so far; of what was done before germs or a cloud were found in it, nothing.
 * @param known tells of the filters that held nothing back; absent in the fold, which knows the vessel alone
 */
export function earnedIn(fill: Fill, now: Instant, known?: Pick<Known, 'lost'>): Earned {
  const byMethod = Object.entries(fill.treated?.byMethod ?? {}).filter(([by]) => !known?.lost.includes(by));
  const { [CHLORINE]: tablets = noCredit, ...others }: Record<string, Credit> = Object.fromEntries(byMethod);
  const bleach = chlorineOf(fill, now);
  const chlorine = bleach && { ...bleach, credit: betterOf(bleach.credit, tablets) };
  const byBarrier =
    chlorine || !targets.some(t => tablets[t] > 0) ? others : { ...others, [CHLORINE]: tablets };
  const isTreated = fill.treated !== undefined && targets.some(t => fill.treated!.credit[t] > 0);
  const ends = [isTreated ? fill.treated?.at : undefined, fill.dechlorinatedAt].filter(
    at => at !== undefined,
  );
  const treatedAt = ends.sort().at(-1);
  return {
    byBarrier,
    ...(chlorine ? { chlorine } : {}),
    ...(treatedAt ? { treatedAt } : {}),
    ...(fill.treated?.isDesalted ? { isDesalted: true } : {}),
  };
}

/** What was earned in a water, as it goes with it into an empty vessel; capped chlorine earns nothing elsewhere. */
export function carriedOf(
  fill: Fill,
  now: Instant,
): { at: Instant; byMethod: Record<string, Credit> } | undefined {
  const { byBarrier, chlorine, treatedAt } = earnedIn(fill, now);
  const ends = [treatedAt, chlorine?.provedAt].filter(at => at !== undefined).sort();
  const at = ends.at(-1);
  if (!at) return undefined;
  return {
    at,
    byMethod: { ...byBarrier, ...(chlorine && !chlorine.isCapped ? { [CHLORINE]: chlorine.credit } : {}) },
  };
}

/** What bears on a water beside what was earned in it. */
export interface Around {
  /** What the vessel leaves of it. */
  readonly vessel?: VesselFitness | undefined;
  readonly isRefrigerated?: boolean;
  /** What is known of it; absent in the fold, which knows the vessel alone. */
  readonly known?: Known;
  /** Half a dose was put in, and left. */
  readonly isGivenUp?: boolean;
}

/** What an authority, or an outbreak, leaves of a water by what was done to it. */
function capOf({ boil, isBoiledOnly }: Known, meets: boolean, isFullBoil: boolean): WaterGrade {
  if (isBoiledOnly && !isFullBoil) return 'utility';
  return boil && !meets ? 'limited' : 'drinking';
}

/** A water as far as its facts tell it, with what was earned in it, or would be. */
export function waterCase(
  fill: Fill,
  earned: Earned,
  { vessel, isRefrigerated, known, isGivenUp }: Around,
): WaterCase {
  const { byBarrier, chlorine, treatedAt } = earned;
  const documented = chlorine && !chlorine.isCapped ? chlorine.credit : undefined;
  const meets = !known?.boil || meetsNotice(known.boil.allows ?? [], byBarrier, documented);
  const caps: readonly WaterGrade[] = [
    vessel?.most ?? 'drinking',
    known?.most ?? 'drinking',
    isGivenUp ? 'utility' : 'drinking',
    known ? capOf(known, meets, meetsNotice([], byBarrier, undefined)) : 'drinking',
  ];
  const most = caps.reduce(lowerGrade, 'drinking');
  // under a boil notice tap water is water of which nobody knows what is in it; what meets it is tap water again, and what else
  // was poured to it asks what it asks
  const { water, origin } =
    known?.boil && !meets ? poorerOf({ water: 'unknown' }, known.sourced) : (known?.sourced ?? fill);
  return {
    water,
    ...(origin ? { origin } : {}),
    ...(known?.isMineral ? { isMineral: true } : {}),
    ...(known?.boil && meets ? { meetsNotice: true } : {}),
    filledAt: fill.at,
    earned: sumOf(Object.values(byBarrier)),
    ...(treatedAt ? { treatedAt } : {}),
    ...(earned.isDesalted ? { isDesalted: true } : {}),
    ...(fill.dechlorinatedAt ? { strippedAt: fill.dechlorinatedAt } : {}),
    ...(chlorine ? { chlorine } : {}),
    // what was read before the chlorine was taken out tells nothing of the water now
    readings: fill.readings.filter(r => !fill.dechlorinatedAt || r.at > fill.dechlorinatedAt),
    ...(isRefrigerated ? { isRefrigerated } : {}),
    ...(most === 'drinking' ? {} : { most }),
  };
}

/** What the vessel itself leaves of the water in it. */
export function vesselOf(
  container: ContainerFacts,
  material: Material | undefined,
): VesselFitness | undefined {
  const { fill, spoiled } = container;
  return judgeVessel({
    role: container.role,
    heldBefore: container.heldBefore,
    material: material ?? 'HDPE',
    isCured: container.curedAt !== undefined,
    ...(spoiled ? { found: spoiled.found } : {}),
    isChlorinated:
      fill?.water === 'treated-tap' ||
      (fill?.batches.some(b => b.events.some(e => e.what === 'dosed')) ?? false),
  });
}

/** What a water is good for at a moment, its date aside: for the fold, which knows neither the kind nor the place. */
export const gradeAt = (container: ContainerFacts, fill: Fill, now: Instant): WaterGrade =>
  fitnessOf(
    waterCase(fill, earnedIn(fill, now), {
      vessel: vesselOf({ ...container, fill }, undefined),
      isGivenUp: isGivenUp(fill, now),
    }),
  ).grade;

/** A water's fitness in its vessel. */
export function fitnessIn(
  fill: Fill,
  vessel: VesselFitness | undefined,
  now: Instant,
  isRefrigerated: boolean,
  known: Known,
): {
  readonly fitness: WaterFitness;
  /** What the water was taken for. */
  readonly sourced: Sourced;
} {
  const { water, origin, ...rest } = waterCase(fill, earnedIn(fill, now, known), {
    vessel,
    isRefrigerated,
    known,
    isGivenUp: isGivenUp(fill, now),
  });
  const sourced = origin ? { water, origin } : { water };
  return { fitness: fitnessOf({ ...rest, ...sourced }), sourced };
}
