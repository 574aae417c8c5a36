import type { BuildingFacts, ContainerFacts, PlaceFacts } from '#core/areas/store/facts.ts';
import { roomAbove } from '#core/areas/store/mixRoom.ts';
import { kindOf, type WaterState } from '#core/areas/store/state.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import type { InLots } from '#core/base/lots.ts';
import type { Facts } from '#core/log/facts.ts';
import { type ContainerKind, footprintM } from '#core/storage/containers/kinds.ts';
import type { Ghost } from '../../session/ghosts.ts';
import { type Item, type ItemsByPlace, itemsByPlaceInLots } from './items.ts';
import { GAP_M, standOn } from './stand.ts';

/** A rectangle in metres; x to the right, y up from the ground. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** One container as it is drawn, or a block of like neighbours in its worst state. */
export interface Drawn extends Box {
  readonly container: ContainerFacts;
  readonly kind: ContainerKind;
  readonly state: WaterState;
  readonly level: number;
  /** How many it stands for. */
  readonly count: number;
}

/** A vessel that a plan would buy, where it would stand. */
export interface DrawnGhost extends Box {
  readonly kind: ContainerKind;
  readonly count: number;
}

export interface DrawnPlace extends Box {
  readonly place: PlaceFacts;
  readonly ghosts: readonly DrawnGhost[];
  readonly litres: number;
  readonly drawn: readonly Drawn[];
}

export interface DrawnBuilding extends Box {
  readonly building: BuildingFacts;
  readonly places: readonly DrawnPlace[];
  readonly roofM: number;
}

export interface Section {
  readonly buildings: readonly DrawnBuilding[];
  /** Everything drawn, with its margins. */
  readonly extent: Box;
}

const BUILDING_GAP_M = 0.8;
const MARGIN_M = 0.45;
/** So many of a kind that a plan would stand on a floor or a shelf. */
interface Planned {
  readonly kind: ContainerKind;
  readonly place: string;
  readonly shelf?: string;
  readonly count: number;
}

/** Planned vessels stand to the right of what is there already, one for each kind with its count. */
function ghostsBeside(
  drawn: readonly Drawn[],
  planned: readonly Planned[],
  place: PlaceFacts,
  x: number,
  y: number,
): DrawnGhost[] {
  const ends = new Map<string, number>();
  return planned.map(({ kind, count, shelf: id }) => {
    const shelf = place.shelves.find(s => s.id === id);
    const baseM = y + (shelf?.heightM ?? 0);
    const fromM = x + (shelf?.fromM ?? 0) + GAP_M;
    const right = Math.max(
      fromM,
      ...drawn.filter(d => Math.abs(d.y - baseM) < 0.01).map(d => d.x + d.w + GAP_M),
    );
    const w = footprintM(kind).widthM;
    // where the front row is full it would stand behind it, within the wall
    const at = Math.min(ends.get(id ?? '') ?? right, x + (shelf?.toM ?? place.widthM) - w - GAP_M);
    ends.set(id ?? '', at + w + GAP_M);
    return { kind, count, x: at, y: baseM, w, h: kind.heightMm / 1000 };
  });
}

interface PlaceQuestion {
  readonly items: readonly Item[];
  readonly planned: readonly Planned[];
  readonly x: number;
  readonly y: number;
}
const drawnBefore = new WeakMap<PlaceFacts, PlaceQuestion & { readonly drawn: DrawnPlace }>();

const isSameList = <T>(a: readonly T[], b: readonly T[]): boolean =>
  a.length === b.length && a.every((item, i) => item === b[i]);

/** A place as it was drawn before, as long as nothing in it changed: one drum moved redraws two rooms, not forty. */
function placeDrawn(place: PlaceFacts, question: PlaceQuestion): DrawnPlace {
  const { items, planned, x, y } = question;
  const last = drawnBefore.get(place);
  if (
    last &&
    last.x === x &&
    last.y === y &&
    isSameList(last.items, items) &&
    isSameList(last.planned, planned)
  )
    return last.drawn;
  const drawn = placeAnew(place, question);
  drawnBefore.set(place, { ...question, drawn });
  return drawn;
}

function placeAnew(place: PlaceFacts, { items: unsorted, planned, x, y }: PlaceQuestion): DrawnPlace {
  const inside = 0.12;
  const items = [...unsorted].sort(
    (a, b) => b.kind.nominalL - a.kind.nominalL || (a.container.code < b.container.code ? -1 : 1),
  );
  const shelves = new Map(place.shelves.map(s => [s.id, s]));
  const onFloor = items.filter(i => !i.container.shelf || !shelves.has(i.container.shelf));
  const drawn = standOn(onFloor, x + inside, y, place.widthM - 2 * inside, roomAbove(place, 0));
  for (const shelf of place.shelves) {
    const on = items.filter(i => i.container.shelf === shelf.id);
    drawn.push(
      ...standOn(
        on,
        x + shelf.fromM + GAP_M,
        y + shelf.heightM,
        shelf.toM - shelf.fromM,
        roomAbove(place, shelf.heightM),
      ),
    );
  }
  const litres = items.reduce((sum, i) => sum + i.state.litres, 0);
  return {
    place,
    litres,
    drawn,
    ghosts: ghostsBeside(drawn, planned, place, x, y),
    x,
    y,
    w: place.widthM,
    h: place.heightM,
  };
}

/** Places of a building in their storeys: each storey as high as its highest room. */
function* buildingDrawn(
  building: BuildingFacts,
  places: readonly PlaceFacts[],
  itemsAt: (place: string) => readonly Item[],
  plannedAt: (place: string) => Planned[],
  x: number,
): InLots<DrawnBuilding> {
  const levels = [...new Set(places.map(p => p.level))].sort((a, b) => a - b);
  const heightOf = (level: number) => Math.max(...places.filter(p => p.level === level).map(p => p.heightM));
  const floorOf = (level: number): number => {
    if (level >= 0) return levels.filter(l => l >= 0 && l < level).reduce((sum, l) => sum + heightOf(l), 0);
    return -levels.filter(l => l < 0 && l >= level).reduce((sum, l) => sum + heightOf(l), 0);
  };
  const drawn: DrawnPlace[] = [];
  for (const level of levels) {
    let at = x;
    for (const place of places.filter(p => p.level === level)) {
      const [items, planned] = [itemsAt(place.id), plannedAt(place.id)];
      drawn.push(placeDrawn(place, { items, planned, x: at, y: floorOf(level) }));
      at += place.widthM;
      yield;
    }
  }
  const right = Math.max(x + 1, ...drawn.map(p => p.x + p.w));
  const top = Math.max(0, ...drawn.map(p => p.y + p.h));
  const bottom = Math.min(0, ...drawn.map(p => p.y));
  const aboveRight = Math.max(x + 1, ...drawn.filter(p => p.place.level >= 0).map(p => p.x + p.w));
  const roofM =
    building.roof === 'pitched'
      ? Math.min(1.5, (aboveRight - x) * 0.22)
      : building.roof === 'flat'
        ? 0.15
        : 0;
  return { building, places: drawn, x, y: bottom, w: right - x, h: top - bottom, roofM };
}

/** The store in section, to scale: buildings side by side on the ground, storeys above and below it; in lots, by room. */
function* sectionInLots(facts: Facts, byPlace: ItemsByPlace, planned: readonly Planned[]): InLots<Section> {
  const itemsAt = (place: string) => byPlace.get(place) ?? [];
  const plannedAt = (place: string) => planned.filter(p => p.place === place);
  let x = 0;
  const buildings: DrawnBuilding[] = [];
  for (const building of Object.values(facts.building).sort((a, b) => a.order - b.order)) {
    const places = Object.values(facts.place).filter(p => p.building === building.id);
    const drawn = yield* buildingDrawn(building, places, itemsAt, plannedAt, x);
    x += drawn.w + BUILDING_GAP_M;
    if (places.length > 0) buildings.push(drawn);
  }
  const top = Math.max(1.5, ...buildings.map(b => b.y + b.h + b.roofM));
  const bottom = Math.min(-0.4, ...buildings.map(b => b.y - 0.35));
  const right = Math.max(3, ...buildings.map(b => b.x + b.w));
  return { buildings, extent: { x: -MARGIN_M, y: bottom, w: right + 2 * MARGIN_M, h: top - bottom + 0.15 } };
}

/** A store laid out: what stands where, and how that is drawn. */
export interface Laid {
  readonly byPlace: ItemsByPlace;
  readonly section: Section;
}

/** Lays a store out, in lots; with what a plan would buy, where it would stand. */
export function* laidOut(facts: Facts, states: State['containers'], ghosts: readonly Ghost[]): InLots<Laid> {
  const byPlace = yield* itemsByPlaceInLots(facts, states);
  const planned = ghosts.flatMap(({ kind: id, ...ghost }): Planned[] => {
    const kind = kindOf(facts, id);
    return kind ? [{ ...ghost, kind }] : [];
  });
  return { byPlace, section: yield* sectionInLots(facts, byPlace, planned) };
}
