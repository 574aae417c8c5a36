import type { CitationId } from '../../base/citations.ts';
import { addDays, addMonths, type Day, dayOf, daysBetween, type Instant } from '../../base/day.ts';
import { type Message, message } from '../../base/judgement.ts';
import { rowOf, type Water } from '../../water/waters.ts';

export const rotationSchoolIds = ['cautious', 'yearly', 'two-year'] as const;
export type RotationSchoolId = (typeof rotationSchoolIds)[number];

/** Months that home-filled treated water keeps: sealed, food grade, dark. `cautious` is public-health guidance; the longer ones are practice. */
export const rotationSchools: Record<RotationSchoolId, { months: number; source: CitationId }> = {
  cautious: { months: 6, source: 'cdc-storage' },
  yearly: { months: 12, source: 'practice' },
  'two-year': { months: 24, source: 'practice' },
};

/** Where a container stands, as far as it bears on keeping. */
export interface Keeping {
  readonly meanC?: number;
  readonly directSun?: boolean;
  readonly dark?: boolean;
  readonly mayFreeze?: boolean;
}

/** How long a water lasts before its vessel and its place are looked at. */
export type Lasting =
  /** By the group's rule for home-filled water, or by the water's own term. */
  | { readonly by: 'rule' }
  /** So many months from filling, by a rule of its own. */
  | { readonly by: 'months'; readonly months: number; readonly rule: string; readonly source: CitationId }
  /** To the minute: up to three days from the end of a treatment or from a reading. No place shortens it. */
  | { readonly by: 'hours'; readonly until: Instant; readonly rule: string; readonly source: CitationId };

/** A water's case for the date. Days are local days. */
export interface KeepingCase {
  readonly water: Water;
  readonly lasting: Lasting;
  readonly filledOn: Day;
  readonly sealed: boolean;
  readonly lightProof: boolean;
  readonly printedUntil?: Day;
  /** Day it was opened; a clean tap with a residual read in the last three days does not open it. */
  readonly openedOn?: Day;
  readonly place: Keeping;
  /** Zone of the local days. */
  readonly timeZone: string;
}

export interface DateRule {
  readonly rule: Message;
  readonly day: Day;
  /** The moment itself, where the term is of hours. */
  readonly at?: Instant;
  readonly source: CitationId;
}

export interface GoodUntil {
  /** The earliest rule wins. */
  readonly day: Day;
  readonly at?: Instant;
  readonly rule: DateRule;
  readonly rules: readonly DateRule[];
  /** Share of the full term that the place leaves: 1, 0.5, 0.25 or 0.125. */
  readonly placeFactor: number;
}

/** It is over: the moment has come, or the last day is past. */
export const isOver = ({ day, at }: GoodUntil, now: Instant, today: Day): boolean =>
  at ? now >= at : day < today;

/** Above this mean, a term is halved; direct sun quarters it. */
export const HOT_PLACE_C = 30;
/** An opened vessel at or below this counts as refrigerated. */
export const FRIDGE_C = 8;
/** Cold enough to count as a refrigerator. */
export const isFridge = ({ meanC }: Keeping): boolean => meanC !== undefined && meanC <= FRIDGE_C;
/** "Cool" is read as at most this, so that a warm kitchen gets the one-day rule: the safe side. */
export const COOL_C = 25;

/** Factor on every term for a place's heat and sun; they multiply. */
export function placeFactor(place: Keeping): number {
  const heat = place.meanC !== undefined && place.meanC > HOT_PLACE_C ? 0.5 : 1;
  return heat * (place.directSun ? 0.25 : 1);
}

/** Days an opened vessel keeps: refrigerated 5, cool 3, warm 1. */
export function openedDays(place: Keeping): number {
  const meanC = place.meanC ?? COOL_C;
  if (meanC <= FRIDGE_C) return 5;
  return meanC <= COOL_C ? 3 : 1;
}

/** The full term, before the place shortens it. */
function fullTerm(c: KeepingCase, school: RotationSchoolId): DateRule {
  const { lasting } = c;
  if (lasting.by === 'hours')
    return {
      rule: message(lasting.rule, { untilAt: lasting.until }),
      day: dayOf(lasting.until, c.timeZone),
      at: lasting.until,
      source: lasting.source,
    };
  if (lasting.by === 'months') return monthsRule(c, lasting.rule, lasting.months, lasting.source);
  const row = rowOf(c.water);
  if (c.printedUntil) return { rule: message('rule.printed'), day: c.printedUntil, source: 'cdc-storage' };
  if (row.months !== undefined) return monthsRule(c, `rule.${c.water}`, row.months, row.source);
  // The longer schools hold only for what they were taught for: sealed and kept from light.
  const keepsDark = c.lightProof || c.place.dark === true;
  const isLonger = rotationSchools[school].months > rotationSchools.cautious.months;
  const held = !isLonger || (c.sealed && keepsDark) ? school : 'cautious';
  const { months, source } = rotationSchools[held];
  return monthsRule(c, held === school ? `rule.${held}` : 'rule.held-to-cautious', months, source);
}

const monthsRule = (c: KeepingCase, id: string, months: number, source: CitationId): DateRule => ({
  rule: message(id, { months }),
  day: addMonths(c.filledOn, months),
  source,
});

/** The order of two rules in time: a moment comes before the end of its day. */
const endsAs = ({ day, at }: DateRule): string => `${day} ${at ?? 'end'}`;

/**
 * The last day that water is good, with every rule that bears on it; the earliest wins.
 * Calendar months are clamped to the month's end; the place's factor is rounded down to whole days, and shortens no term
 * of hours.
 */
export function goodUntil(c: KeepingCase, school: RotationSchoolId): GoodUntil {
  const factor = c.lasting.by === 'hours' ? 1 : placeFactor(c.place);
  const full = fullTerm(c, school);
  const rules: DateRule[] = [full];
  if (factor < 1) {
    const days = Math.floor(Math.max(0, daysBetween(c.filledOn, full.day)) * factor);
    const id = c.place.directSun ? 'rule.sun' : 'rule.heat';
    rules.push({ rule: message(id, { factor }), day: addDays(c.filledOn, days), source: 'cdc-storage' });
  }
  if (c.openedOn) {
    const days = openedDays(c.place);
    rules.push({
      rule: message('rule.opened', { days }),
      day: addDays(c.openedOn, days),
      source: 'cdc-storage',
    });
  }
  const rule = rules.reduce((first, r) => (endsAs(r) < endsAs(first) ? r : first));
  return { day: rule.day, ...(rule.at ? { at: rule.at } : {}), rule, rules, placeFactor: factor };
}
