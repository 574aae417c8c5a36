/**
 * The plan area of a surface: what the rain sees from above (m²). Rain falls on the ground plan; a steeper roof has more tiles and
 * catches no more.
 * @param runM how wide it is across the gutter: on the ground, or up the slope
 * @example planAreaM2({ lengthM: 12, runM: 8, runAlong: 'ground', pitchDeg: 35 }) // 96
 */
export function planAreaM2({ lengthM, runM, runAlong, pitchDeg }: RoofSides): number {
  const acrossM = runAlong === 'slope' ? runM * Math.cos((pitchDeg * Math.PI) / 180) : runM;
  return Math.round(lengthM * acrossM * 100) / 100;
}

export interface RoofSides {
  /** Along the gutter (m). */
  readonly lengthM: number;
  readonly runM: number;
  readonly runAlong: 'ground' | 'slope';
  /** 0 is flat (°). */
  readonly pitchDeg: number;
}

/** A wall is no roof: steeper than this nobody measures one (°). */
export const MOST_PITCH_DEG = 75;
/** Of a shed roof, of a school, of a barn: what is beyond is a slip of the unit (m). */
export const MOST_SIDE_M = 200;

/** What a gutter carries at a rain of so many millimetres an hour (L/s): area × mm/h ÷ 3,600. */
export const gutterLS = (areaM2: number, mmH: number): number => (areaM2 * mmH) / 3600;

/** A downpour that comes every few years in temperate places (mm/h over five minutes); local codes know better. */
export const DESIGN_MM_H = 75;

/**
 * What a level half-round gutter carries (L/s), nine tenths of its nominal flow (EN 12056-3, eaves gutters: 2.78 × 10⁻⁵ A^1.25, A in
 * mm²). @param widthMm across its top
 * @example halfRoundLS(112) // 1.0
 */
export function halfRoundLS(widthMm: number): number {
  const areaMm2 = (Math.PI * widthMm ** 2) / 8;
  return 0.9 * 2.78e-5 * areaMm2 ** 1.25;
}

/** Water held back by a first flush of so many millimetres (L): a millimetre on a square metre is a litre. */
export const flushL = (areaM2: number, flushMm: number): number => areaM2 * flushMm;

/** A pipe of so many millimetres that holds a flush stands so high (m). */
export const flushPipeM = (litres: number, diameterMm: number): number =>
  litres / 1000 / ((Math.PI / 4) * (diameterMm / 1000) ** 2);
