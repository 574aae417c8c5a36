import { addDays, type Day, type Instant } from './day.ts';
import type { Judgement, Message, Verdict } from './judgement.ts';
import type { Subject } from './subject.ts';

/** The layer of the column that a duty is done in. */
export type Area =
  | 'today'
  | 'plan'
  | 'store'
  | 'rain'
  | 'sources'
  | 'bench'
  | 'tests'
  | 'supplies'
  | 'outage'
  | 'book';

/** Now, within seven days, or later. */
export type When = 'now' | 'week' | 'later';

/** Something that waits to be done, or for the clock. */
export interface Duty {
  readonly id: string;
  readonly area: Area;
  readonly when: When;
  /** Local day it is due; a running clock has `at` too. */
  readonly day: Day;
  readonly at?: Instant;
  readonly subject: Subject;
  readonly what: Message;
  readonly verdict: Verdict;
  readonly judgement?: Judgement;
  /** Containers it stands for, when several like ones were merged. */
  readonly subjects?: readonly Subject[];
}

export const WEEK_DAYS = 7;

/** When something of a day is due. */
export function whenOf(day: Day, today: Day): When {
  if (day <= today) return 'now';
  return day <= addDays(today, WEEK_DAYS) ? 'week' : 'later';
}
