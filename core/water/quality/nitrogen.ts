/** WHO's sum for nitrate and nitrite together. */
export const SUM_MOST = 1;

/** Nitrate and nitrite together, as shares of their limits of 50 and 3 mg/L: at most 1 (WHO, Guidelines for Drinking-water Quality, 4th ed.). */
export const nitrogenSum = (nitrateMgL: number, nitriteMgL: number): number =>
  nitrateMgL / 50 + nitriteMgL / 3;
