import { type Judgement, judge, message } from '../../base/judgement.ts';
import { type ContainerKind, footprintM } from './kinds.ts';

/** What dwellings are commonly designed for: 1.9 kPa (EN 1991-1-1), about 195 kg/m². Used where a floor's limit is not known. */
export const DWELLING_KG_M2 = 195;

/** What floors are commonly designed for, by their use: EN 1991-1-1 tables 6.2, 6.4, 6.8 and 6.10, kN/m² as kg/m². */
export const typicalKgM2: Readonly<Record<string, number>> = {
  attic: 51,
  dwelling: DWELLING_KG_M2,
  office: 255,
  school: 306,
  hall: 408,
  store: 765,
};

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

/** Those of a row that load their floor the most, and how they are told from the others. */
export interface HeaviestGroup {
  readonly load: FloorLoad;
  /** No vessel of the group is deeper (m), and none bears less on its metre of the row (kg/m). */
  readonly mostDeepM: number;
  readonly leastKgM: number;
  /** The load fills the bay: more width would not spread it further. */
  readonly fillsBay: boolean;
  /** What the rectangle is wider than the row (m). */
  readonly spreadM: number;
}

/** What a vessel bears on each metre of the row that it stands in. */
export const rowKgM = ({ kind, massKg }: Standing): number => massKg / footprintM(kind).widthM;

const unloaded: FloorLoad = { massKg: 0, widthM: 0, depthM: 0, kgM2: 0 };

/**
 * Area load of a floor (kg/m²): the mass of a group of vessels over the rectangle around their footprints, widened by
 * half a metre on every side that is not a wall, as far as the bay reaches. Vessels stand in one row along its back from its
 * left end. The group is the one that loads the floor most, as if the heaviest stood together: so a light jug beside three
 * drums spreads nothing, and what is added never lowers a load.
 */
export function floorLoad(standing: readonly Standing[], bay: FloorBay): FloorLoad {
  return heaviestGroup(standing, bay)?.load ?? unloaded;
}

/** The group that governs a floor's load; undefined where nothing stands. */
export function heaviestGroup(standing: readonly Standing[], bay: FloorBay): HeaviestGroup | undefined {
  const bayDepthM = bay.depthM ?? DEFAULT_DEPTH_M;
  const isWall = (side: Wall) => (bay.walls ?? usualWalls).includes(side);
  const open = (...sides: Wall[]) => sides.filter(side => !isWall(side)).length * SPREAD_M;
  // the row ends in the room, and the load spreads as far as the bay reaches; through an open side it spreads beyond
  const spreadM = open('left') + SPREAD_M;
  const mostM = bay.widthM + open('left', 'right');
  // a sum of masses over a sum of widths and a constant is greatest for those that bear most on a metre, taken in that order
  const byWeight = standing
    .map(s => ({ massKg: s.massKg, ...footprintM(s.kind), kgM: rowKgM(s) }))
    .sort((a, b) => b.kgM - a.kgM);
  let worst: HeaviestGroup | undefined;
  for (const mostDeepM of new Set(byWeight.map(s => s.depthM))) {
    const depthM = Math.min(bayDepthM + open('back'), mostDeepM + open('back') + SPREAD_M);
    let [massKg, rowM] = [0, 0];
    for (const s of byWeight) {
      if (s.depthM > mostDeepM) continue;
      massKg += s.massKg;
      rowM += s.widthM;
      const widthM = Math.min(mostM, rowM + spreadM);
      const kgM2 = massKg / (widthM * depthM);
      if (worst && kgM2 <= worst.load.kgM2) continue;
      const fillsBay = rowM + spreadM >= mostM;
      worst = { load: { massKg, widthM, depthM, kgM2 }, mostDeepM, leastKgM: s.kgM, fillsBay, spreadM };
    }
  }
  return worst;
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
