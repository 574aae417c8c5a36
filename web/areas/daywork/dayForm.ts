import { ofSource, ofWater, type SafeForm } from '#core/bench/safe.ts';
import type { Day, Instant } from '#core/calendar/day.ts';
import type { WorkFacts } from '#core/daywork/facts.ts';
import { type DayForm, type HandRow, type ToolRow, tripOf, usualTool } from '#core/daywork/form.ts';
import type { Facts } from '#core/log/facts.ts';
import type { ToolKind } from '#core/schedule/problem.ts';
import { sourcesOf } from '#core/sources/known.ts';
import type { SupplyKind } from '#core/stock/kinds.ts';
import { leftOf } from '#core/supplies/cover.ts';

/** A can that one person carries (L). */
const LOAD_L = 20;
const [FROM, UNTIL, EVENING] = ['07:00', '22:00', '20:00'];
/** Below so many people two pairs of hands are reckoned with, else four. */
const MANY = 12;

/** Supplies that are counted as tools of a kind. */
const counted: Partial<Record<ToolKind, SupplyKind>> = { pot: 'pots', filter: 'filter', lamp: 'lamp' };
const MOST_TOOLS = 8;

/** A kind of tool as it begins: as in the last day's work, else as many as are kept, else what is usual. */
export function toolRow(
  kind: ToolKind,
  needL: number,
  facts: Pick<Facts, 'supply' | 'work'>,
  today: Day,
): ToolRow {
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

const lastWork = ({ work }: Pick<Facts, 'work'>): WorkFacts | undefined =>
  Object.values(work).sort((a, b) => (a.laidAt < b.laidAt ? 1 : -1))[0];

export const handRow = (name: string): HandRow => ({ name, from: FROM, until: UNTIL });

interface Beginning {
  readonly facts: Facts;
  readonly now: Instant;
  readonly needL: number;
  readonly people: number;
  readonly sourceId: string | null;
  /** Names for hands that nobody named. */
  readonly nameOf: (number: number) => string;
}

/** What the sentence begins with: the day's need, a source of the walk, and the hands of the last time. */
export function freshForm({ facts, now, needL, people, sourceId, nameOf }: Beginning): DayForm {
  const source = facts.source[sourceId ?? ''] ?? sourcesOf(facts).find(s => s.kind !== 'tap');
  const needed = Math.max(1, Math.ceil(needL));
  const safe = {
    ...{ water: 'river', origin: {}, grain: 'silt', temperatureC: undefined, without: [], also: [] },
    ...(source ? ofSource(source, facts, now) : ofWater('river')),
    volumeL: needed,
  } as SafeForm;
  const before = lastWork(facts)?.problem.hands.map(h => handRow(h.id));
  return {
    ...{ safe, needL: needed, evening: EVENING, begins: 'now', tools: [], loadL: LOAD_L },
    hands: before ?? Array.from({ length: people > MANY ? 4 : 2 }, (_, i) => handRow(nameOf(i + 1))),
    tripMin: source ? tripOf(source, LOAD_L) : 20,
    waitingL: Math.max(40, Math.ceil(needed / 20) * 10),
  };
}
