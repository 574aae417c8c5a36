import { addDays, type Day } from '../base/day.ts';
import type { Subject } from '../base/subject.ts';

/** People who fell ill on a day, and had drunk of a water. */
export interface Illness {
  readonly on: Day;
  readonly people: number;
  /** Where they live; unsaid, each entry is taken for another home. */
  readonly home?: Subject;
  /** A chemical is suspected: a metallic taste, a rash, all of them at once within an hour. */
  readonly isChemical?: true;
}

/** So many people, within so many days, are no chance. */
export const ILL_PEOPLE = 2;
export const ILL_DAYS = 3;
/** And more than this share of those who drink of it. */
export const ILL_SHARE = 0.02;
/** An outbreak is over when nobody fell ill for so long (days). */
export const QUIET_DAYS = 14;

/** Cases that belong together, and put a water on stop. */
export interface Outbreak {
  readonly from: Day;
  /** The last case so far. */
  readonly last: Day;
  readonly isChemical: boolean;
}

/** Who drinks of a water: how many, and whether they are of one home. */
export interface Drinkers {
  readonly people: number;
  readonly isOneHome: boolean;
}

/**
 * Outbreaks among those who drink of a water: within three days two people or more, of different homes and more than 2 % of them;
 * in a single home's own store, two. From the first of them on it lasts as long as somebody falls ill within 14 days of the last.
 * One person may have it from anywhere, and that nobody ever fell ill proves nothing.
 */
export function outbreaksOf(ill: readonly Illness[], { people: drinkers, isOneHome }: Drinkers): Outbreak[] {
  const sorted = [...ill].sort((a, b) => (a.on < b.on ? -1 : 1));
  const outbreaks: Outbreak[] = [];
  for (const [i, first] of sorted.entries()) {
    const last = outbreaks.at(-1);
    if (last && first.on <= addDays(last.last, QUIET_DAYS)) {
      outbreaks[outbreaks.length - 1] = {
        ...last,
        last: first.on,
        isChemical: last.isChemical || first.isChemical === true,
      };
      continue;
    }
    const near = sorted.slice(i).filter(c => c.on < addDays(first.on, ILL_DAYS));
    const people = near.reduce((sum, c) => sum + c.people, 0);
    const homes = new Set(near.map((c, at) => c.home ?? at));
    // several people of one entry whose home nobody said may be of as many homes
    const isSeveral = isOneHome || homes.size > 1 || near.some(c => c.home === undefined && c.people > 1);
    if (people >= ILL_PEOPLE && isSeveral && people > ILL_SHARE * drinkers)
      outbreaks.push({ from: first.on, last: first.on, isChemical: first.isChemical === true });
  }
  return outbreaks;
}
