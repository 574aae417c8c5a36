import { type ContainerState, type WaterState, waterStates } from '#core/areas/store/state.ts';
import { type ContainerKind, footprintM } from '#core/storage/containers/kinds.ts';
import type { Item } from './items.ts';
import type { Drawn } from './layout.ts';

/** Air between two vessels (m). */
export const GAP_M = 0.05;
const MOST_STACKED = 3;

const worstFirst = [...waterStates].reverse();
const worseOf = (a: WaterState, b: WaterState): WaterState =>
  a === 'empty' ? b : b === 'empty' ? a : worstFirst.indexOf(a) < worstFirst.indexOf(b) ? a : b;

const widthOf = (items: readonly Item[]): number =>
  items.reduce((sum, i) => sum + footprintM(i.kind).widthM + GAP_M, 0);

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
