/** Rain that wets the surface and runs nowhere (mm a day). */
export const WETTING_MM = 0.5;
/** A day drier than this rinses nothing (mm). */
export const DRY_MM = 1;
/** Dust, leaves and droppings gather in so many dry days: then the first flush is due whole again. */
export const DRY_DAYS = 3;

/** What catches: the same figures for every day. */
export interface Catcher {
  readonly areaM2: number;
  /** Share of the rain beyond the wetting that runs off. */
  readonly coefficient: number;
  /** Rain of a first flush (mm); 0 where there is none. */
  readonly flushMm: number;
}

/**
 * What runs off at a rain (L): area × (mm − 0.5) × coefficient.
 * @example runoffL(96, 10.5, 0.8) // 768
 */
export const runoffL = (areaM2: number, mm: number, coefficient: number): number =>
  areaM2 * Math.max(0, mm - WETTING_MM) * coefficient;

/** What is left of the first flush, and how long it has been dry. */
export interface FlushState {
  readonly leftL: number;
  readonly dryDays: number;
}

/** Nobody knows when the surface was rinsed last: the flush is due. */
export const flushDue = ({ areaM2, flushMm }: Catcher): FlushState => ({
  leftL: areaM2 * flushMm,
  dryDays: DRY_DAYS,
});

/** What a day's rain becomes (L): run-off = flushed + caught. */
export interface DayCatch {
  readonly runoffL: number;
  readonly flushedL: number;
  readonly caughtL: number;
  readonly after: FlushState;
}

/**
 * A day on a catchment: run-off = area × (mm − 0.5) × coefficient; any run-off fills the first flush before it fills the tank. The
 * flush is due whole again after three days or more that were each drier than 1 mm, else as far as it is left.
 * @param isFrozen below 0 °C: what falls stays up there as snow, is not counted, and rinses nothing
 * @example catchOfDay({ areaM2: 96, coefficient: 0.8, flushMm: 1 }, 10, { leftL: 96, dryDays: 3 }).caughtL // 633.6
 */
export function catchOfDay(catcher: Catcher, mm: number, before: FlushState, isFrozen = false): DayCatch {
  const { areaM2, coefficient, flushMm } = catcher;
  const dueL = before.dryDays >= DRY_DAYS ? areaM2 * flushMm : before.leftL;
  const rainMm = isFrozen ? 0 : mm;
  const ranL = runoffL(areaM2, rainMm, coefficient);
  const flushedL = Math.min(ranL, dueL);
  return {
    runoffL: ranL,
    flushedL,
    caughtL: ranL - flushedL,
    after: { leftL: dueL - flushedL, dryDays: rainMm < DRY_MM ? before.dryDays + 1 : 0 },
  };
}

/** Totals over a series (L). */
export interface CatchSums {
  readonly runoffL: number;
  readonly flushedL: number;
  readonly caughtL: number;
}

/** A catchment through a series of days, with what is carried from one to the next. */
export class Catching {
  readonly #catcher: Catcher;
  #leftL: number;
  #dryDays: number;

  constructor(catcher: Catcher) {
    this.#catcher = catcher;
    ({ leftL: this.#leftL, dryDays: this.#dryDays } = flushDue(catcher));
  }

  /**
   * What days of rain bring (L a day), added to what other catchments brought. The same steps as `catchOfDay`, written out for
   * hundreds of thousands of days; a test holds the two together.
   */
  add(mm: ArrayLike<number>, frozen: ArrayLike<number>, caughtL: Float64Array): CatchSums {
    const { areaM2, coefficient, flushMm } = this.#catcher;
    const wholeL = areaM2 * flushMm;
    let [leftL, dryDays] = [this.#leftL, this.#dryDays];
    let [runoffSum, flushedSum, caughtSum] = [0, 0, 0];
    for (let i = 0; i < caughtL.length; i++) {
      if (dryDays >= DRY_DAYS) leftL = wholeL;
      const rainMm = frozen[i] ? 0 : mm[i]!;
      if (rainMm < DRY_MM) dryDays += 1;
      else dryDays = 0;
      if (rainMm <= WETTING_MM) continue;
      const ranL = areaM2 * (rainMm - WETTING_MM) * coefficient;
      const flushedL = Math.min(ranL, leftL);
      leftL -= flushedL;
      const caught = ranL - flushedL;
      caughtL[i] = caughtL[i]! + caught;
      runoffSum += ranL;
      flushedSum += flushedL;
      caughtSum += caught;
    }
    this.#leftL = leftL;
    this.#dryDays = dryDays;
    return { runoffL: runoffSum, flushedL: flushedSum, caughtL: caughtSum };
  }
}
