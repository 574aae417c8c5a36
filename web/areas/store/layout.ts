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

/** A container with its kind and its state. */
export interface Item {
  readonly container: ContainerFacts;
  readonly kind: ContainerKind;
  readonly state: ContainerState;
}

const widthOf = (items: readonly Item[]): number =>
  items.reduce((sum, i) => sum + footprintM(i.kind).widthM + GAP_M, 0);

// a state is made anew whenever its container or its kind changes, so its item can be kept with it
const itemsKept = new WeakMap<ContainerState, Item>();

function itemOf(facts: Facts, container: ContainerFacts, state: ContainerState): Item {
  const last = itemsKept.get(state);
  if (last) return last;
  const item = { container, kind: kindOf(facts, container.kind) ?? UNKNOWN_KIND, state };
  itemsKept.set(state, item);
  return item;
}

const placesKept = new WeakMap<object, ReadonlyMap<string, readonly Item[]>>();

/** What stands in each place, as long as no state changes: the drawing and the list under it look at the same. */
export function itemsByPlace(
  facts: Facts,
  states: Readonly<Record<string, ContainerState>>,
): ReadonlyMap<string, readonly Item[]> {
  const last = placesKept.get(states);
  if (last) return last;
  const byPlace = new Map<string, Item[]>();
  for (const container of Object.values(facts.container)) {
    const state = states[container.id];
    if (!state) continue;
    const item = itemOf(facts, container, state);
    const here = byPlace.get(container.place);
    if (here) here.push(item);
    else byPlace.set(container.place, [item]);
  }
  placesKept.set(states, byPlace);
  return byPlace;
}

/** Stands items side by side from x on a base; stacks, then merges like neighbours, when they would not fit. */
export function standOn(
  items: readonly Item[],
  x: number,
  y: number,
  widthM: number,
  headroomM = Number.POSITIVE_INFINITY,
): Drawn[] {
  // the width is known before anything is drawn: ten thousand vessels in few rooms are never drawn singly
  if (widthOf(items) <= widthM)
    return inRow(
      items.map(i => drawnOf(i, x, y)),
      x,
    );
  const stacks = stacksOf(items, headroomM);
  if (widthOf(stacks.map(stack => stack[0]!)) <= widthM) return inStacks(stacks, x, y);
  return squeezed(inRow(merged(items, x, y), x), x, widthM);
}

function drawnOf({ container, kind, state }: Item, x: number, y: number): Drawn {
  const { widthM } = footprintM(kind);
  return {
    container,
    kind,
    state: state.state,
    level: levelOf(kind, state),
    count: 1,
    x,
    y,
    w: widthM,
    h: kind.heightMm / 1000,
  };
}

const levelOf = (kind: ContainerKind, state: ContainerState): number =>
  kind.nominalL > 0 ? Math.min(1, state.litres / kind.nominalL) : 0;

function inRow(list: readonly Drawn[], x: number): Drawn[] {
  let at = x;
  return list.map(d => {
    const placed = { ...d, x: at };
    at += d.w + GAP_M;
    return placed;
  });
}

/** Stackable neighbours of one kind go on top of each other, as high as the room allows. */
function stacksOf(items: readonly Item[], headroomM: number): Item[][] {
  const stacks: Item[][] = [];
  for (const item of items) {
    const top = stacks.at(-1);
    const fits =
      top &&
      item.kind.stackable &&
      top[0]!.kind.id === item.kind.id &&
      top.length < MOST_STACKED &&
      ((top.length + 1) * item.kind.heightMm) / 1000 <= headroomM;
    if (fits) top.push(item);
    else stacks.push([item]);
  }
  return stacks;
}

function inStacks(stacks: readonly Item[][], x: number, y: number): Drawn[] {
  let at = x;
  return stacks.flatMap(stack => {
    const drawn = stack.map((item, i) => drawnOf(item, at, y + (i * item.kind.heightMm) / 1000));
    at += drawn[0]!.w + GAP_M;
    return drawn;
  });
}

/** One counted block for each kind, in its worst state. */
function merged(items: readonly Item[], x: number, y: number): Drawn[] {
  const byKind = new Map<string, Item[]>();
  for (const item of items) {
    const like = byKind.get(item.kind.id);
    if (like) like.push(item);
    else byKind.set(item.kind.id, [item]);
  }
  return [...byKind.values()].map(like => {
    const worst = like.reduce((a, b) => (worseOf(a.state.state, b.state.state) === a.state.state ? a : b));
    const level = like.reduce((sum, i) => sum + levelOf(i.kind, i.state), 0) / like.length;
    return { ...drawnOf(worst, x, y), level, count: like.length };
  });
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
function buildingDrawn(
  building: BuildingFacts,
  places: readonly PlaceFacts[],
  itemsAt: (place: string) => readonly Item[],
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
        const placed = placeDrawn(place, {
          items: itemsAt(place.id),
          planned: plannedAt(place.id),
          x: at,
          y: floorOf(level),
        });
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
  byPlace: ReadonlyMap<string, readonly Item[]>,
  planned: readonly Planned[] = [],
): Section {
  const itemsAt = (place: string) => byPlace.get(place) ?? [];
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
