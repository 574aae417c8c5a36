import { type Judgement, judge, message } from '../judgement.ts';
import { type ContainerKind, footprintM } from './kinds.ts';

/** What dwellings are commonly designed for: 1.9 kPa (EN 1991-1-1), about 195 kg/m². Used where a floor's limit is not known. */
export const DWELLING_KG_M2 = 195;

/** A load spreads this far beyond the vessels on every side that is not a wall (m). */
export const SPREAD_M = 0.5;

/** A bay is this deep where nobody measured it (m). */
export const DEFAULT_DEPTH_M = 1.2;

/** What stands on a floor: each vessel's kind and its mass as filled. */
export interface Standing {
  readonly kind: ContainerKind;
  readonly massKg: number;
}

/** Sides of a bay. The row of vessels begins at its left end, along its back. */
export const walls = ['back', 'left', 'right', 'front'] as const;
export type Wall = (typeof walls)[number];
/** Of a bay of which nobody said it: a room's end, seen from its front. */
export const usualWalls: readonly Wall[] = ['back', 'left', 'right'];

/** The floor of a place. */
export interface FloorBay {
  readonly walls?: readonly Wall[];
  readonly widthM: number;
  readonly depthM?: number;
  readonly floorLimitKgM2?: number;
}

export interface FloorLoad {
  readonly massKg: number;
  /** The rectangle around the footprints, widened where there is no wall. */
  readonly widthM: number;
  readonly depthM: number;
  readonly kgM2: number;
}

/**
 * Area load of a floor (kg/m²): all that stands on it, over the rectangle around the footprints, widened by
 * half a metre on every side that is not a wall, as far as the bay reaches. Vessels stand in one row along its back from its
 * left end.
 */
export function floorLoad(standing: readonly Standing[], bay: FloorBay): FloorLoad {
  const massKg = standing.reduce((sum, s) => sum + s.massKg, 0);
  const sizes = standing.map(s => footprintM(s.kind));
  const rowM = sizes.reduce((sum, f) => sum + f.widthM, 0);
  const bayDepthM = bay.depthM ?? DEFAULT_DEPTH_M;
  const isWall = (side: Wall) => (bay.walls ?? usualWalls).includes(side);
  const open = (...sides: Wall[]) => sides.filter(side => !isWall(side)).length * SPREAD_M;
  // the row ends in the room, and the load spreads as far as the bay reaches; through an open side it spreads beyond
  const spreadM = open('left') + SPREAD_M;
  const mostM = bay.widthM + open('left', 'right');
  const widthM = Math.min(mostM, rowM + spreadM);
  const deepM = Math.max(0, ...sizes.map(f => f.depthM));
  const depthM = Math.min(bayDepthM + open('back'), deepM + open('back') + SPREAD_M);
  const areaM2 = widthM * depthM;
  return { massKg, widthM, depthM, kgM2: areaM2 > 0 ? massKg / areaM2 : 0 };
}

/** Judges a floor's load against its limit: never refused, because a structural engineer decides. */
export function judgeFloor(load: FloorLoad, limitKgM2: number | undefined): Judgement {
  const params = {
    massKg: load.massKg,
    loadKgM2: load.kgM2,
    limitKgM2: limitKgM2 ?? DWELLING_KG_M2,
    widthM: load.widthM,
    depthM: load.depthM,
  };
  if (load.kgM2 <= params.limitKgM2) return judge('ok', message('floor.bears', params), 'en-1991');
  const id = limitKgM2 === undefined ? 'floor.over-unknown' : 'floor.over';
  return judge('warn', message(id, params), 'en-1991', { remedy: message('floor.over.remedy', params) });
}

/** Judges the mass on a shelf against what it carries: over its limit is refused. */
export function judgeShelf(
  shelf: { readonly id: string; readonly limitKg?: number },
  onItKg: number,
  addedKg: number,
): Judgement {
  const params = {
    id: shelf.id,
    onItKg,
    addedKg,
    totalKg: onItKg + addedKg,
    limitKg: shelf.limitKg ?? 0,
    overKg: Math.ceil(onItKg + addedKg - (shelf.limitKg ?? 0)),
  };
  if (shelf.limitKg === undefined)
    return judge('warn', message('shelf.unknown', params), 'en-1991', {
      remedy: message('shelf.unknown.remedy'),
    });
  if (params.totalKg <= shelf.limitKg) return judge('ok', message('shelf.bears-it', params), 'arithmetic');
  return judge('refuse', message('shelf.over', params), 'arithmetic', {
    remedy: message('shelf.over.remedy', params),
  });
}
