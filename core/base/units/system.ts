/** The system of units a person reads and types in. Inside the core everything is SI-like. */
export const unitSystems = ['metric', 'US', 'imperial'] as const;
export type UnitSystem = (typeof unitSystems)[number];

/** Kilograms in a pound (international avoirdupois, exact). */
export const KG_PER_LB = 0.45359237;

/** Metres in a foot (international, exact). */
export const M_PER_FT = 0.3048;

/** Degrees Celsius of a Fahrenheit reading. */
export function celsiusOf(fahrenheit: number): number {
  return ((fahrenheit - 32) * 5) / 9;
}

/** Degrees Fahrenheit of a Celsius reading. */
export function fahrenheitOf(celsius: number): number {
  return (celsius * 9) / 5 + 32;
}
