export const sexes = ['f', 'm'] as const;
export const conditions = ['pregnant', 'nursing', 'formula-fed'] as const;

/** What makes some waters and methods wrong for somebody, beside age and condition. */
export const marks = ['thyroid', 'iodine-allergy', 'dialysis', 'immune-weak'] as const;
export type Mark = (typeof marks)[number];

/** One person who depends on the store. What is not known is answered on the safe side (an adult man drinks most). */
export interface Person {
  readonly name?: string;
  readonly sex?: (typeof sexes)[number];
  /** Month of birth, `YYYY-MM`; unknown counts as an adult. */
  readonly born?: string;
  readonly condition?: (typeof conditions)[number];
  readonly marks?: readonly Mark[];
  /** Litres a day more on a clinic's advice (dialysis, wound care). */
  readonly medicalL?: number;
}

/** Age in completed months on a day, or undefined when not known. */
export function ageMonths(person: Person, day: string): number | undefined {
  if (!person.born) return undefined;
  const [bornYear, bornMonth] = person.born.split('-').map(Number);
  const [year, month] = day.split('-').map(Number);
  return Math.max(0, (year! - bornYear!) * 12 + (month! - bornMonth!));
}

/** Month of birth of somebody `years` old on a day. @example bornFor(0.5, '2026-11-25') // '2026-05' */
export function bornFor(years: number, day: string): string {
  const [year, month] = day.split('-').map(Number);
  const months = year! * 12 + (month! - 1) - Math.round(years * 12);
  return `${Math.floor(months / 12)}-${String((months % 12) + 1).padStart(2, '0')}`;
}

/** Plain water for a bottle: powder is made up with 0.7 L, and sterilising takes 1.0 L more. */
export const FORMULA_DRINKING_L = 0.7;
export const FORMULA_STERILISING_L = 1.0;
/** From six months on a bottle-fed child takes sips of water besides (L). */
export const FORMULA_SIPS_L = 0.2;
const FORMULA_UNTIL_MONTHS = 12;

/** On the bottle: formula-fed, and younger than a year. */
export function isBottleFed(person: Person, day: string): boolean {
  const months = ageMonths(person, day);
  return person.condition === 'formula-fed' && months !== undefined && months < FORMULA_UNTIL_MONTHS;
}

interface IntakeBand {
  readonly fromMonths: number;
  readonly femaleL: number;
  readonly maleL: number;
}

/**
 * Beverage intake (L/day) by age: US National Academies 2005, table 4-1 (total beverages
 * including drinking water). Under six months there is no plain water.
 */
const intakeBands: readonly IntakeBand[] = [
  { fromMonths: 14 * 12, femaleL: 1.8, maleL: 2.6 },
  { fromMonths: 9 * 12, femaleL: 1.6, maleL: 1.8 },
  { fromMonths: 4 * 12, femaleL: 1.2, maleL: 1.2 },
  { fromMonths: 12, femaleL: 0.9, maleL: 0.9 },
  { fromMonths: 6, femaleL: 0.6, maleL: 0.6 },
];
const ADULT_FROM_MONTHS = 19 * 12;

/**
 * What one person drinks in a day (L), before climate.
 * @param day the day the age is taken on
 */
export function beverageIntakeL(person: Person, day: string): number {
  if (person.condition === 'nursing') return 3.1;
  if (person.condition === 'pregnant') return 2.3;
  const months = ageMonths(person, day);
  if (isBottleFed(person, day)) return FORMULA_DRINKING_L + (isInfant(person, day) ? 0 : FORMULA_SIPS_L);
  if (months !== undefined && months < 6) return 0;
  if (months === undefined || months >= ADULT_FROM_MONTHS) return person.sex === 'f' ? 2.2 : 3.0;
  const band = intakeBands.find(b => months >= b.fromMonths)!;
  return person.sex === 'f' ? band.femaleL : band.maleL;
}

/** True under six months of age. */
export function isInfant(person: Person, day: string): boolean {
  const months = ageMonths(person, day);
  return months !== undefined && months < 6;
}
