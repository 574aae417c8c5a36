import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { type ContainerState, kindOf } from '#core/areas/store/state.ts';
import type { InLots } from '#core/base/lots.ts';
import type { Facts } from '#core/log/facts.ts';
import type { ContainerKind } from '#core/storage/containers/kinds.ts';

/** A container with its kind and its state. */
export interface Item {
  readonly container: ContainerFacts;
  readonly kind: ContainerKind;
  readonly state: ContainerState;
}

/** What is drawn for a container whose kind nobody knows any more. */
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

// a state is made anew whenever its container or its kind changes, so its item can be kept with it
const itemsKept = new WeakMap<ContainerState, Item>();

function itemOf(facts: Facts, container: ContainerFacts, state: ContainerState): Item {
  const last = itemsKept.get(state);
  if (last) return last;
  const item = { container, kind: kindOf(facts, container.kind) ?? UNKNOWN_KIND, state };
  itemsKept.set(state, item);
  return item;
}

export type ItemsByPlace = ReadonlyMap<string, readonly Item[]>;

const placesKept = new WeakMap<object, ItemsByPlace>();
let lastByPlace: ItemsByPlace = new Map();

/** The list that stood there before, as long as it is the same: what is drawn from it is kept with it. */
function kept(place: string, items: readonly Item[]): readonly Item[] {
  const before = lastByPlace.get(place);
  const isSame = before?.length === items.length && before.every((item, i) => item === items[i]);
  return isSame ? before : items;
}

/** So many are put in their places between two pauses. */
const LOT = 500;

/** What stands in each place, as long as no state changes: the drawing and the list under it look at the same. */
export function* itemsByPlaceInLots(
  facts: Facts,
  states: Readonly<Record<string, ContainerState>>,
): InLots<ItemsByPlace> {
  const last = placesKept.get(states);
  if (last) return last;
  const byPlace = new Map<string, Item[]>();
  let done = 0;
  for (const container of Object.values(facts.container)) {
    if (++done % LOT === 0) yield;
    const state = states[container.id];
    if (!state) continue;
    const item = itemOf(facts, container, state);
    const here = byPlace.get(container.place);
    if (here) here.push(item);
    else byPlace.set(container.place, [item]);
  }
  lastByPlace = new Map([...byPlace].map(([place, items]) => [place, kept(place, items)]));
  placesKept.set(states, lastByPlace);
  return lastByPlace;
}
