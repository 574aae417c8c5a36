import type { Facts } from '../../log/facts.ts';
import type { ContainerKind } from '../../storage/containers/kinds.ts';
import {
  DEFAULT_DEPTH_M,
  DWELLING_KG_M2,
  type FloorBay,
  type Standing,
} from '../../storage/containers/load.ts';
import { lengthIn, type MixSpot } from '../../storage/containers/mixProgram.ts';
import type { PlaceFacts } from './facts.ts';
import { fillableOwn } from './ownFirst.ts';
import { floorLimit, standingOf, standsAt } from './placing.ts';

/** Height from a shelf (or the floor, 0) to the next shelf above it or the ceiling (m). */
export function roomAbove(place: PlaceFacts, heightM: number): number {
  return Math.min(place.heightM, ...place.shelves.map(s => s.heightM).filter(h => h > heightM)) - heightM;
}

const bayOf = ({ widthM, depthM, walls }: PlaceFacts): FloorBay => ({
  widthM,
  ...(depthM === undefined ? {} : { depthM }),
  ...(walls === undefined ? {} : { walls }),
});

/** Shelves are seldom deeper than this (m). */
const SHELF_DEPTH_M = 0.5;

function spotWithout(
  spot: Omit<MixSpot, 'freeM' | 'freeKg'> & { widthM: number; carriesKg?: number },
  standing: readonly Standing[],
): MixSpot {
  const { widthM, carriesKg, ...rest } = spot;
  const empty: MixSpot = { ...rest, freeM: widthM };
  const lengthOf = (kind: ContainerKind) => lengthIn(kind, empty) ?? 0;
  const usedM = standing.reduce((sum, s) => sum + lengthOf(s.kind), 0);
  const usedKg = standing.reduce((sum, s) => sum + s.massKg, 0);
  return {
    ...rest,
    freeM: Math.max(0, widthM - usedM),
    ...(carriesKg === undefined ? {} : { freeKg: Math.max(0, carriesKg - usedKg) }),
  };
}

/**
 * The room that is left in every place, floor and shelves: what more can stand there, and what it may weigh once the empty
 * vessels there are filled, which comes first. Places in the sun or beside fuel are left out.
 */
export function mixSpots(facts: Facts): MixSpot[] {
  const toFill = new Map(fillableOwn(facts).map(v => [v.id, v.fullKg]));
  const standingAt = (place: PlaceFacts, shelf: string | undefined): Standing[] =>
    Object.values(facts.container).flatMap(c => {
      const standing = standsAt(c, place, shelf) ? standingOf(facts, c) : undefined;
      return standing ? [{ ...standing, massKg: toFill.get(c.id) ?? standing.massKg }] : [];
    });
  return Object.values(facts.place).flatMap(place => {
    if (place.directSun || place.near?.includes('fuel')) return [];
    const depthM = place.depthM ?? DEFAULT_DEPTH_M;
    const limitKgM2 = floorLimit(facts, place) ?? DWELLING_KG_M2;
    const onFloor = standingAt(place, undefined);
    const floor = spotWithout(
      {
        place: place.id,
        widthM: place.widthM,
        depthM,
        headroomM: roomAbove(place, 0),
        ...(Number.isFinite(limitKgM2) ? { floor: { bay: bayOf(place), standing: onFloor, limitKgM2 } } : {}),
      },
      onFloor,
    );
    const shelves = place.shelves.map(shelf =>
      spotWithout(
        {
          place: place.id,
          shelf: shelf.id,
          widthM: shelf.toM - shelf.fromM,
          depthM: Math.min(SHELF_DEPTH_M, depthM),
          headroomM: roomAbove(place, shelf.heightM),
          carriesKg: shelf.limitKg ?? 0,
        },
        standingAt(place, shelf.id),
      ),
    );
    return [floor, ...shelves];
  });
}
