/** How warm it is, or how hard people work; multiplies what they drink, nothing else. */
export const climateFactor = { temperate: 1, warm: 1.25, hot: 1.5, extreme: 2 } as const;
export type Climate = keyof typeof climateFactor;

/** Litres a day for one animal; for dog and cat, per kg of body mass. Counted as utility water. */
export const animalRates = {
  dog: { litres: 0.06, perKg: true },
  cat: { litres: 0.05, perKg: true },
  hen: { litres: 0.3, perKg: false },
  goat: { litres: 7, perKg: false },
  pig: { litres: 15, perKg: false },
  horse: { litres: 40, perKg: false },
  cow: { litres: 80, perKg: false },
} as const;
export type AnimalKind = keyof typeof animalRates;

export interface Animals {
  readonly kind: AnimalKind;
  readonly count: number;
  /** Body mass of one, where the rate goes by kg. */
  readonly massKg?: number;
}

/**
 * Litres per user and day that an institution adds to what its users need at home
 * (Sphere Handbook 2018, water-supply appendix; WHO). Flushing is utility water.
 */
export const institutionRates = {
  pupil: { litres: 3, grade: 'drinking' },
  outpatient: { litres: 5, grade: 'drinking' },
  inpatient: { litres: 60, grade: 'drinking', range: [40, 60] },
  cholera: { litres: 60, grade: 'drinking' },
  birth: { litres: 100, grade: 'drinking' },
  'pour-flush': { litres: 5, grade: 'utility', range: [3, 5] },
  cistern: { litres: 40, grade: 'utility', range: [20, 40] },
} as const satisfies Record<string, InstitutionRate>;
export type InstitutionKind = keyof typeof institutionRates;

interface InstitutionRate {
  readonly litres: number;
  readonly grade: 'drinking' | 'utility';
  /** What is usual, where it is not one figure. */
  readonly range?: readonly [number, number];
}

/** The range in which a rate may be set; undefined where it is one figure. */
export const rateRange = (kind: InstitutionKind): readonly [number, number] | undefined =>
  (institutionRates[kind] as InstitutionRate).range;

export interface Institution {
  readonly kind: InstitutionKind;
  readonly users: number;
  /** Litres a day for one, where the usual is a range. */
  readonly rateL?: number;
}

/** Days worth keeping, from the least that is worth the trouble up. Fourteen is the usual goal. */
export const dayLadder = [3, 14, 30] as const;
export const DEFAULT_TARGET_DAYS = 14;
