import { addDays, type Day } from '../calendar/day.ts';

/** People who fell ill on a day, and had drunk of a water. */
export interface Illness {
  readonly on: Day;
  readonly people: number;
}

/** So many people, within so many days, are no chance. */
export const ILL_PEOPLE = 2;
export const ILL_DAYS = 3;

/**
 * The first day on which illness puts a water on stop: two people within three days of each other. One person may have it
 * from anywhere, and that nobody ever fell ill proves nothing.
 * @param since illness of this day and before was answered by a test
 */
export function illStopOf(ill: readonly Illness[], since: Day | undefined): Day | undefined {
  const counted = ill.filter(i => since === undefined || i.on > since).sort((a, b) => (a.on < b.on ? -1 : 1));
  return counted.find(first => {
    const people = counted
      .filter(i => i.on >= first.on && i.on < addDays(first.on, ILL_DAYS))
      .reduce((sum, i) => sum + i.people, 0);
    return people >= ILL_PEOPLE;
  })?.on;
}
