import type { Day } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { Tool, ToolKind } from '../../planning/schedule/problem.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { leftOf } from '../supplies/cover.ts';
import type { WorkFacts } from './facts.ts';

/** So many tools of a kind, each of so many litres. */
export interface ToolRow {
  readonly kind: ToolKind;
  readonly count: number | undefined;
  readonly litres: number | undefined;
}

interface Usual {
  readonly count: number;
  readonly litres: number;
}

/** What a household has of a kind of tool, and a hall that cooks for many, until somebody says. */
const usualTools: Readonly<Record<ToolKind, readonly [household: Usual, hall: Usual]>> = {
  stove: [
    { count: 1, litres: 0 },
    { count: 2, litres: 0 },
  ],
  pot: [
    { count: 2, litres: 10 },
    { count: 4, litres: 25 },
  ],
  kettle: [
    { count: 1, litres: 1.7 },
    { count: 2, litres: 1.7 },
  ],
  vessel: [
    { count: 2, litres: 20 },
    { count: 3, litres: 100 },
  ],
  'clean-vessel': [
    { count: 2, litres: 20 },
    { count: 3, litres: 100 },
  ],
  filter: [
    { count: 1, litres: 10 },
    { count: 4, litres: 20 },
  ],
  membrane: [
    { count: 1, litres: 10 },
    { count: 1, litres: 20 },
  ],
  lamp: [
    { count: 1, litres: 1 },
    { count: 2, litres: 1 },
  ],
  bottles: [
    { count: 2, litres: 9 },
    { count: 4, litres: 30 },
  ],
  still: [
    { count: 1, litres: 4 },
    { count: 1, litres: 4 },
  ],
};
/** From so much a day on it is a hall's work (L). */
const HALL_L = 60;
const usualTool = (kind: ToolKind, needL: number): Usual => usualTools[kind][needL < HALL_L ? 0 : 1];

/** Supplies that are counted as tools of a kind. */
const counted: Partial<Record<ToolKind, SupplyKind>> = { pot: 'pots', filter: 'filter', lamp: 'lamp' };
const MOST_TOOLS = 8;

/** A kind of tool as it begins: as in the last day's work, else as many as are kept, else what is usual. */
export function toolRow(
  kind: ToolKind,
  needL: number,
  facts: Pick<Facts, 'supply' | 'work'>,
  today: Day,
  heldL = 0,
): ToolRow {
  // what stands in a vessel is treated in it
  if (heldL > 0 && (kind === 'vessel' || kind === 'clean-vessel')) return { kind, count: 1, litres: heldL };
  const before = lastWork(facts)?.problem.tools.filter(tool => tool.kind === kind) ?? [];
  if (before.length > 0) return { kind, count: before.length, litres: before[0]!.litres };
  const supply = counted[kind];
  const kept = Object.values(facts.supply).filter(s => s.kind === supply && leftOf(s, today) > 0);
  // pots are counted in pieces; of what treats so many litres each entry is one
  const pieces = supply === 'pots' ? kept.reduce((sum, s) => sum + leftOf(s, today), 0) : kept.length;
  const { count, litres } = usualTool(kind, needL);
  // what is kept is what there is; only of what nobody keeps a list the usual is taken
  return { kind, count: pieces >= 1 ? Math.min(MOST_TOOLS, Math.round(pieces)) : count, litres };
}

/** The work that was laid out last; undefined where there is none. */
export const lastWork = ({ work }: Pick<Facts, 'work'>): WorkFacts | undefined =>
  Object.values(work).sort((a, b) => (a.laidAt < b.laidAt ? 1 : -1))[0];

/** Each tool by itself, with an id of its own and its room (L). @example two pots of 5 L are pot-1 and pot-2 */
export const toolsOf = (rows: readonly ToolRow[]): Tool[] =>
  rows.flatMap(({ kind, count = 0, litres = 0 }) =>
    Array.from({ length: count }, (_, i) => ({ id: `${kind}-${i + 1}`, kind, litres })),
  );

/** Below so many people two pairs of hands are reckoned with, else four. */
const MANY = 12;

/** So many pairs of hands as worked the last time; else as many as a household or a hall has. */
export function usualHands(facts: Pick<Facts, 'home' | 'work'>): number {
  const people = Object.values(facts.home).reduce((sum, home) => sum + home.people.length, 0);
  return lastWork(facts)?.problem.hands.length ?? (people > MANY ? 4 : 2);
}
