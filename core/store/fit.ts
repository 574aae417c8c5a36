import type { Instant } from '../calendar/day.ts';
import { type Batch, type BatchStanding, isRunning, standingOf } from '../chlorine/batch.ts';
import { type BatchEarned, batchEarned } from '../chlorine/batchCredit.ts';
import { judgeVessel, type VesselFitness } from '../containers/fitness.ts';
import type { Material } from '../containers/kinds.ts';
import { betterOf, noCredit, sumOf, targets } from '../ct/credit.ts';
import {
  fitnessOf,
  lowerGrade,
  type WaterCase,
  type WaterFitness,
  type WaterGrade,
} from '../quality/fitness.ts';
import type { Known } from '../sources/known.ts';
import { meetsNotice } from '../water/notices.ts';
import { poorerOf, type Sourced } from '../water/waters.ts';
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

/**
 * A container's water as far as its facts tell it.
 * @param vessel what the vessel leaves of it
 * @param known what its sources and notices say of it; absent in the fold, which knows the vessel alone
 */
export function waterCase(
  fill: Fill,
  now: Instant,
  vessel?: VesselFitness,
  isRefrigerated = false,
  known?: Known,
): WaterCase {
  const { [CHLORINE]: tablets = noCredit, ...others } = fill.treated?.byMethod ?? {};
  const bleach = chlorineOf(fill, now);
  const chlorine = bleach && { ...bleach, credit: betterOf(bleach.credit, tablets) };
  const earned = sumOf(chlorine ? Object.values(others) : [...Object.values(others), tablets]);
  const isTreated = fill.treated !== undefined && targets.some(t => fill.treated!.credit[t] > 0);
  const ends = [isTreated ? fill.treated?.at : undefined, fill.dechlorinatedAt].filter(
    at => at !== undefined,
  );
  const treatedAt = ends.sort().at(-1);
  const isBoiled =
    !known?.boil || meetsNotice(known.boil.allows ?? [], fill.treated?.byMethod ?? {}, chlorine?.credit);
  const caps: readonly WaterGrade[] = [
    vessel?.most ?? 'drinking',
    known?.most ?? 'drinking',
    isGivenUp(fill, now) ? 'utility' : 'drinking',
    isBoiled ? 'drinking' : 'limited',
  ];
  const most = caps.reduce(lowerGrade, 'drinking');
  // under a boil notice tap water is water of which nobody knows what is in it
  const { water, origin } = known?.boil
    ? poorerOf({ water: 'unknown' }, known.sourced)
    : (known?.sourced ?? fill);
  return {
    water,
    ...(origin ? { origin } : {}),
    ...(known?.isMineral ? { isMineral: true } : {}),
    ...(known?.boil && isBoiled ? { meetsNotice: true } : {}),
    filledAt: fill.at,
    earned,
    ...(treatedAt ? { treatedAt } : {}),
    ...(fill.treated?.isDesalted ? { isDesalted: true } : {}),
    ...(fill.treated?.isDemineralised ? { isDemineralised: true } : {}),
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
  const { fill, inspected } = container;
  const isLater = inspected !== undefined && fill !== undefined && inspected.at >= fill.at;
  return judgeVessel({
    role: container.role,
    heldBefore: container.heldBefore,
    material: material ?? 'HDPE',
    isCured: container.curedAt !== undefined,
    ...(isLater ? { found: inspected.found } : {}),
    isChlorinated:
      fill?.water === 'treated-tap' ||
      (fill?.batches.some(b => b.events.some(e => e.what === 'dosed')) ?? false),
  });
}

/** What a water is good for at a moment, its date aside: for the fold, which knows neither the kind nor the place. */
export const gradeAt = (container: ContainerFacts, fill: Fill, now: Instant): WaterGrade =>
  fitnessOf(waterCase(fill, now, vesselOf({ ...container, fill }, undefined))).grade;

/** A water's fitness in its vessel. */
export function fitnessIn(
  container: ContainerFacts,
  fill: Fill,
  material: Material | undefined,
  now: Instant,
  isRefrigerated: boolean,
  known: Known,
): {
  readonly fitness: WaterFitness;
  readonly vessel: VesselFitness | undefined;
  /** What the water was taken for. */
  readonly sourced: Sourced;
} {
  const vessel = vesselOf(container, material);
  const { water, origin, ...rest } = waterCase(fill, now, vessel, isRefrigerated, known);
  const sourced = origin ? { water, origin } : { water };
  return { fitness: fitnessOf({ ...rest, ...sourced }), vessel, sourced };
}
