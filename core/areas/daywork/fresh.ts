import type { Instant } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import { sourcesOf } from '../sources/known.ts';
import { ofSource, ofWater, type SafeForm } from '../trains/safe.ts';
import { type DayForm, type HandRow, tripOf } from './form.ts';
import { lastWork, usualHands } from './tools.ts';

/** A can that one person carries (L). */
const LOAD_L = 20;
const [FROM, UNTIL, EVENING] = ['07:00', '22:00', '20:00'];

/** A pair of hands by its name, up for the usual hours of a day. */
export const handRow = (name: string): HandRow => ({ name, from: FROM, until: UNTIL });

/** What a day's work begins with. */
export interface Beginning {
  readonly facts: Facts;
  readonly now: Instant;
  readonly needL: number;
  readonly sourceId: string | null;
  /** Names for hands that nobody named. */
  readonly nameOf: (number: number) => string;
}

/** What the sentence begins with: the day's need, a source of the walk, and the hands of the last time. */
export function freshForm({ facts, now, needL, sourceId, nameOf }: Beginning): DayForm {
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
    hands: before ?? Array.from({ length: usualHands(facts) }, (_, i) => handRow(nameOf(i + 1))),
    tripMin: source ? tripOf(source, LOAD_L) : 20,
    waitingL: Math.max(40, Math.ceil(needed / 20) * 10),
  };
}
