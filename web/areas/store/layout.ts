import { type ContainerKind, footprintM } from '#core/containers/kinds.ts';
import type { BuildingFacts, ContainerFacts, Facts, PlaceFacts } from '#core/log/facts.ts';
import { roomAbove } from '#core/log/mixRoom.ts';
import { type ContainerState, kindOf, type WaterState, waterStates } from '#core/log/state.ts';

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

const GAP_M = 0.05;
const BUILDING_GAP_M = 0.8;
const MARGIN_M = 0.45;
const MOST_STACKED = 3;
const UNKNOWN_KIND = {
  id: 'unknown',
  shape: 'can',
  nominalL: 20,
  usableShare: 1,
  tareKg: 1,
  widthMm: 300,
  depthMm: 300,
  heightMm: 400,
  stackable: false,
  material: 'HDPE',
  lightProof: false,
  neck: 'narrow',
  tap: false,
  price: 0,
  serviceYears: 1,
} as const satisfies ContainerKind;

const worstFirst = [...waterStates].reverse();
const worseOf = (a: WaterState, b: WaterState): WaterState =>
  a === 'empty' ? b : b === 'empty' ? a : worstFirst.indexOf(a) < worstFirst.indexOf(b) ? a : b;

/** So many of a kind that a plan would stand on a floor or a shelf. */
export interface Planned {
  readonly kind: ContainerKind;
  readonly place: string;
  readonly shelf?: string;
  readonly count: number;
}

interface Item {
  readonly container: ContainerFacts;
  readonly kind: ContainerKind;
  readonly state: ContainerState;
}

/** Stands items side by side from x on a base; stacks, then merges like neighbours, when they would not fit. */
export function standOn(
  items: readonly Item[],
  x: number,
  y: number,
  widthM: number,
  headroomM = Number.POSITIVE_INFINITY,
): Drawn[] {
  const width = (list: readonly { w: number }[]) => list.reduce((sum, d) => sum + d.w + GAP_M, 0);
  const single = items.map(i => drawnOf(i, x, y));
  if (width(single) <= widthM) return inRow(single, x);
  const stacked = inStacks(items, x, y, headroomM);
  if (width(stacked.filter(d => d.y === y)) <= widthM) return stacked;
  return squeezed(inRow(merged(items, x, y), x), x, widthM);
}

function drawnOf({ container, kind, state }: Item, x: number, y: number): Drawn {
  const { widthM } = footprintM(kind);
  const level = kind.nominalL > 0 ? Math.min(1, state.litres / kind.nominalL) : 0;
  return { container, kind, state: state.state, level, count: 1, x, y, w: widthM, h: kind.heightMm / 1000 };
}

function inRow(list: readonly Drawn[], x: number): Drawn[] {
  let at = x;
  return list.map(d => {
    const placed = { ...d, x: at };
    at += d.w + GAP_M;
    return placed;
  });
}

/** Stackable neighbours of one kind go on top of each other. */
function inStacks(items: readonly Item[], x: number, y: number, headroomM: number): Drawn[] {
  const drawn: Drawn[] = [];
  let at = x;
  let stack: Drawn[] = [];
  for (const item of items) {
    const top = stack.at(-1);
    const next = drawnOf(item, at, y);
    if (
      top &&
      item.kind.stackable &&
      top.kind.id === item.kind.id &&
      stack.length < MOST_STACKED &&
      (stack.length + 1) * next.h <= headroomM
    ) {
      const on = { ...next, x: top.x, y: top.y + top.h };
      stack.push(on);
      drawn.push(on);
      continue;
    }
    stack = [next];
    drawn.push(next);
    at += next.w + GAP_M;
  }
  return drawn;
}

/** One counted block for each kind, in its worst state. */
function merged(items: readonly Item[], x: number, y: number): Drawn[] {
  const blocks = new Map<string, Drawn>();
  for (const item of items) {
    const next = drawnOf(item, x, y);
    const block = blocks.get(item.kind.id);
    blocks.set(
      item.kind.id,
      block
        ? {
            ...block,
            container: worseOf(block.state, next.state) === block.state ? block.container : next.container,
            state: worseOf(block.state, next.state),
            level: (block.level * block.count + next.level) / (block.count + 1),
            count: block.count + 1,
          }
        : next,
    );
  }
  return [...blocks.values()];
}

function squeezed(list: readonly Drawn[], x: number, widthM: number): Drawn[] {
  const whole = list.reduce((sum, d) => sum + d.w + GAP_M, 0);
  if (whole <= widthM) return [...list];
  return list.map(d => ({ ...d, x: x + (d.x - x) * (widthM / whole), w: d.w * (widthM / whole) }));
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

function placeDrawn(
  place: PlaceFacts,
  items: readonly Item[],
  planned: readonly Planned[],
  x: number,
  y: number,
): DrawnPlace {
  const inside = 0.12;
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
function buildingDrawn(
  building: BuildingFacts,
  places: readonly PlaceFacts[],
  itemsAt: (place: string) => Item[],
  plannedAt: (place: string) => Planned[],
  x: number,
): DrawnBuilding {
  const levels = [...new Set(places.map(p => p.level))].sort((a, b) => a - b);
  const heightOf = (level: number) => Math.max(...places.filter(p => p.level === level).map(p => p.heightM));
  const floorOf = (level: number): number => {
    if (level >= 0) return levels.filter(l => l >= 0 && l < level).reduce((sum, l) => sum + heightOf(l), 0);
    return -levels.filter(l => l < 0 && l >= level).reduce((sum, l) => sum + heightOf(l), 0);
  };
  const drawn = levels.flatMap(level => {
    let at = x;
    return places
      .filter(p => p.level === level)
      .map(place => {
        const placed = placeDrawn(place, itemsAt(place.id), plannedAt(place.id), at, floorOf(level));
        at += place.widthM;
        return placed;
      });
  });
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

/** The store in section, to scale: buildings side by side on the ground, storeys above and below it. */
export function sectionOf(
  facts: Facts,
  states: Readonly<Record<string, ContainerState>>,
  planned: readonly Planned[] = [],
): Section {
  const byPlace = new Map<string, Item[]>();
  for (const container of Object.values(facts.container)) {
    const state = states[container.id];
    if (!state) continue;
    const item = { container, kind: kindOf(facts, container.kind) ?? UNKNOWN_KIND, state };
    const here = byPlace.get(container.place);
    if (here) here.push(item);
    else byPlace.set(container.place, [item]);
  }
  const itemsAt = (place: string) =>
    (byPlace.get(place) ?? []).sort(
      (a, b) => b.kind.nominalL - a.kind.nominalL || (a.container.code < b.container.code ? -1 : 1),
    );
  const plannedAt = (place: string) => planned.filter(p => p.place === place);
  let x = 0;
  const buildings = Object.values(facts.building)
    .sort((a, b) => a.order - b.order)
    .map(building => {
      const places = Object.values(facts.place).filter(p => p.building === building.id);
      const drawn = buildingDrawn(building, places, itemsAt, plannedAt, x);
      x += drawn.w + BUILDING_GAP_M;
      return drawn;
    })
    .filter(b => b.places.length > 0);
  const top = Math.max(1.5, ...buildings.map(b => b.y + b.h + b.roofM));
  const bottom = Math.min(-0.4, ...buildings.map(b => b.y - 0.35));
  const right = Math.max(3, ...buildings.map(b => b.x + b.w));
  return { buildings, extent: { x: -MARGIN_M, y: bottom, w: right + 2 * MARGIN_M, h: top - bottom + 0.15 } };
}
