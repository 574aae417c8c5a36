import type { Bar, Schedule } from './schedule.ts';

/** Steps that one hand does with one batch, one right after another: a line on a list, an event in a calendar. */
export interface Turn extends Omit<Bar, 'phase'> {
  readonly hand: string;
  readonly phases: readonly string[];
}

/** What each hand does, turn by turn, in the order of the day. */
export function turnsOf({ bars }: Pick<Schedule, 'bars'>): Turn[] {
  const turns: Turn[] = [];
  const last = new Map<string, number>();
  for (const { phase, hand, ...bar } of bars) {
    if (hand === undefined) continue;
    const at = last.get(hand);
    const before = at === undefined ? undefined : turns[at];
    if (before?.batch === bar.batch && before.until === bar.from) {
      turns[at!] = { ...before, until: bar.until, phases: [...before.phases, phase] };
      continue;
    }
    last.set(hand, turns.length);
    turns.push({ ...bar, hand, phases: [phase] });
  }
  return turns;
}
