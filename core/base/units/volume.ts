/** Litres in each unit of volume. US customary by NIST Handbook 44 app. C, imperial by the UK Weights and Measures Act 1985. */
export const litresPer = {
  L: 1,
  mL: 0.001,
  'US gal': 3.785411784,
  'imp gal': 4.54609,
  'US qt': 0.946352946,
  'imp qt': 1.1365225,
  'US cup': 0.2365882365,
  'US fl oz': 0.0295735295625,
  'imp fl oz': 0.0284130625,
  'US tbsp': 0.01478676478125,
  tsp: 0.00492892159375,
  'metric tbsp': 0.015,
  'metric tsp': 0.005,
  'AU tbsp': 0.02,
  drop: 0.00005,
} as const;

export type VolumeUnit = keyof typeof litresPer;

/** Drops in a millilitre until a dropper is calibrated; real ones run from 12 to 30. */
export const STANDARD_DROPS_PER_ML = 20;

/** Litres of `amount` of a unit. */
export function toLitres(amount: number, unit: VolumeUnit): number {
  return amount * litresPer[unit];
}

/** `litres` expressed in a unit. */
export function fromLitres(litres: number, unit: VolumeUnit): number {
  return litres / litresPer[unit];
}
