/** Ways of disinfecting a tank or a well as a whole (AWWA C652): strength, hours, and how much of it is filled. */
export const shockSchools = {
  'fifty-full': { mgL: 50, hours: 12 },
  'hundred-full': { mgL: 100, hours: 12 },
  'ten-full': { mgL: 10, hours: 24 },
  'swab-200': { mgL: 200, hours: 0.5 },
} as const;
export type ShockSchoolId = keyof typeof shockSchools;
/** A well is only ever disinfected as a whole, and strongly. */
export const wellSchools: readonly ShockSchoolId[] = ['fifty-full', 'hundred-full'];

/** The share of a tank's volume that a swab wets. */
export const SWAB_SHARE = 0.02;

/** Litres of water standing in a round well or bore. */
export const wellL = (diameterM: number, waterDepthM: number): number =>
  (Math.PI / 4) * diameterM ** 2 * waterDepthM * 1000;

/** Calcium hypochlorite for a volume (g), by its available chlorine (%). */
export const powderG = (volumeL: number, mgL: number, availablePercent: number): number =>
  (volumeL * mgL) / 1000 / (availablePercent / 100);
