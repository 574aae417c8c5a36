/** A tank as far as a dip stick is concerned. */
export interface TankForm {
  /** Standing straight: round or box; or a round one that lies. */
  readonly form: 'standing' | 'lying';
  readonly nominalL: number;
  /** From its floor to where it is full (cm). */
  readonly heightCm: number;
}

/**
 * Litres at a depth that a stick shows. A standing tank fills evenly; in one that lies the same depth is less near floor and
 * ceiling (circular segment). Given by height and full litres, so that the maker's figures are enough.
 * @example dipL({ form: 'standing', nominalL: 5000, heightCm: 200 }, 50) // 1250
 */
export function dipL({ form, nominalL, heightCm }: TankForm, depthCm: number): number {
  const share = Math.min(1, Math.max(0, depthCm / heightCm));
  if (form === 'standing') return nominalL * share;
  // the segment of a circle of radius 1, of height 2 × share, over its whole area π
  const h = 2 * share;
  const areaShare = (Math.acos(1 - h) - (1 - h) * Math.sqrt(Math.max(0, 2 * h - h * h))) / Math.PI;
  return nominalL * areaShare;
}
