import { addDays, type Day, daysBetween, later } from '../../base/day.ts';
import type { Subject } from '../../base/subject.ts';
import type { Rotating, Round, RoundsQuestion } from './rounds.ts';

/** What a plan of rounds breaks: a container done late, too early or not at all, a floor, or the helpers' backs. */
export type RoundsBreak =
  | { readonly why: 'late' | 'early'; readonly day: Day; readonly container: Subject; readonly days: number }
  | { readonly why: 'missed'; readonly day: Day; readonly container: Subject }
  | { readonly why: 'floor' | 'too-much'; readonly day: Day; readonly litres: number };

/** Spans in which a container is out of date, from the day after its due day to the day it is done. */
interface Lapse {
  readonly from: Day;
  readonly to: Day;
  readonly litres: number;
}

function followed(
  c: Rotating,
  days: readonly Day[],
  q: RoundsQuestion,
): { breaks: RoundsBreak[]; lapses: Lapse[] } {
  const end = addDays(q.today, q.horizonDays);
  const breaks: RoundsBreak[] = [];
  const lapses: Lapse[] = [];
  // what is past already is due today
  let due = later(c.due, q.today);
  for (const day of days) {
    const late = daysBetween(due, day);
    if (late > 0) {
      breaks.push({ why: 'late', day, container: c.id, days: late });
      lapses.push({ from: addDays(due, 1), to: addDays(day, -1), litres: c.litres });
    } else if (-late > q.earlyDays)
      breaks.push({ why: 'early', day, container: c.id, days: -late - q.earlyDays });
    due = addDays(day, c.termDays);
  }
  if (due < end) {
    breaks.push({ why: 'missed', day: due, container: c.id });
    lapses.push({ from: addDays(due, 1), to: end, litres: c.litres });
  }
  return { breaks, lapses };
}

/**
 * Follows rounds as somebody laid them, and says what breaks: each container against its dates, each day against the floor
 * and against what the helpers can move. Nothing breaks in a plan of `planRounds` but what it says is unmet.
 * @returns the breaks, the soonest first
 */
export function checkRounds(q: RoundsQuestion, rounds: readonly Round[]): RoundsBreak[] {
  const ordered = [...rounds].sort((a, b) => (a.day < b.day ? -1 : 1));
  const daysOf = new Map<Subject, Day[]>();
  for (const { day, containers } of ordered)
    for (const id of containers) daysOf.set(id, [...(daysOf.get(id) ?? []), day]);
  const breaks: RoundsBreak[] = [];
  const lapses: Lapse[] = [];
  for (const c of q.containers) {
    const at = followed(c, daysOf.get(c.id) ?? [], q);
    breaks.push(...at.breaks);
    lapses.push(...at.lapses);
  }

  const wholeL = q.otherReadyL + q.containers.reduce((sum, c) => sum + c.litres, 0);
  const outOn = new Map<Day, number>();
  const movedOn = new Map<string, number>();
  for (const { day, place, litres } of ordered) {
    outOn.set(day, (outOn.get(day) ?? 0) + litres);
    movedOn.set(`${day} ${place}`, (movedOn.get(`${day} ${place}`) ?? 0) + litres);
  }
  for (const [key, litres] of movedOn)
    if (litres > q.mostL + 1e-9) breaks.push({ why: 'too-much', day: key.slice(0, 10), litres });
  for (const day of new Set([...outOn.keys(), ...lapses.map(l => l.from)])) {
    const lapsedL = lapses.reduce((sum, l) => (l.from <= day && day <= l.to ? sum + l.litres : sum), 0);
    const readyL = wholeL - lapsedL - (outOn.get(day) ?? 0);
    if (readyL < q.floorL - 1e-6) breaks.push({ why: 'floor', day, litres: q.floorL - readyL });
  }
  return breaks.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
}
