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

/** The floor of a place. Its back and its two ends are walls. */
export interface FloorBay {
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
 * half a metre on every side that is not a wall. Vessels stand in one row along the back wall from its left end;
 * a row that is full reaches from wall to wall.
 */
export function floorLoad(standing: readonly Standing[], bay: FloorBay): FloorLoad {
  const massKg = standing.reduce((sum, s) => sum + s.massKg, 0);
  const sizes = standing.map(s => footprintM(s.kind));
  const rowM = sizes.reduce((sum, f) => sum + f.widthM, 0);
  const bayDepthM = bay.depthM ?? DEFAULT_DEPTH_M;
  const widthM = Math.min(bay.widthM, rowM + SPREAD_M);
  const depthM = Math.min(bayDepthM, Math.max(0, ...sizes.map(f => f.depthM)) + SPREAD_M);
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
