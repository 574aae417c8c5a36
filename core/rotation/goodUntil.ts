import { addDays, addMonths, type Day, daysBetween, earlier } from '../calendar/day.ts';
import type { CitationId } from '../citations.ts';
import { type Message, message } from '../judgement.ts';
import { type Water, waters } from './waters.ts';

export type RotationSchoolId = 'cautious' | 'yearly' | 'two-year';

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

/** A water's case for the date. Days are local days. */
export interface KeepingCase {
  readonly water: Water;
  readonly filledOn: Day;
  readonly sealed: boolean;
  readonly lightProof: boolean;
  readonly printedUntil?: Day;
  /** Day it was opened; a clean tap with a residual read in the last three days does not open it. */
  readonly openedOn?: Day;
  /** Treated here and passed. */
  readonly treated: boolean;
  /** A school of dose that keeps one day only until a residual of 0.5 was read after it. */
  readonly oneDayDose?: Day;
  readonly place: Keeping;
}

export interface DateRule {
  readonly rule: Message;
  readonly day: Day;
  readonly source: CitationId;
}

export interface GoodUntil {
  /** The earliest rule wins. */
  readonly day: Day;
  readonly rule: DateRule;
  readonly rules: readonly DateRule[];
  /** Share of the full term that the place leaves: 1, 0.5, 0.25 or 0.125. */
  readonly placeFactor: number;
}

/** Above this mean, a term is halved; direct sun quarters it. */
export const HOT_PLACE_C = 30;
/** An opened vessel at or below this counts as refrigerated. */
export const FRIDGE_C = 8;
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

/** Term of a water by a school, from its fill day: the full term, before the place shortens it. */
function fullTerm(c: KeepingCase, school: RotationSchoolId): DateRule {
  const row: { months?: number; source: CitationId; drinkable: boolean } = waters[c.water];
  if (c.printedUntil) return { rule: message('rule.printed'), day: c.printedUntil, source: 'cdc-storage' };
  if (!row.drinkable && !c.treated) {
    return { rule: message('rule.untreated'), day: c.filledOn, source: 'cdc-storage' };
  }
  if (row.months !== undefined) {
    const rule = row.drinkable ? `rule.${c.water}` : 'rule.treated';
    return {
      rule: message(rule, { months: row.months }),
      day: addMonths(c.filledOn, row.months),
      source: row.source,
    };
  }
  // The longer schools hold only for what they were taught for: sealed and kept from light.
  const keepsDark = c.lightProof || c.place.dark === true;
  const held = school === 'cautious' || (c.sealed && keepsDark) ? school : 'cautious';
  const { months, source } = rotationSchools[held];
  const id = held === school ? `rule.${held}` : 'rule.held-to-cautious';
  return { rule: message(id, { months }), day: addMonths(c.filledOn, months), source };
}

/**
 * The last day that water is good, with every rule that bears on it; the earliest wins.
 * Calendar months are clamped to the month's end; the place's factor is rounded down to whole days.
 */
export function goodUntil(c: KeepingCase, school: RotationSchoolId): GoodUntil {
  const factor = placeFactor(c.place);
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
  if (c.oneDayDose) {
    rules.push({ rule: message('rule.one-day-dose'), day: addDays(c.oneDayDose, 1), source: 'cdc-sws' });
  }
  const day = rules.reduce((first, r) => earlier(first, r.day), full.day);
  const rule = rules.find(r => r.day === day)!;
  return { day, rule, rules, placeFactor: factor };
}
