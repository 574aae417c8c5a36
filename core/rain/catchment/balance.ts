/** When in a day the water is used: after what overflows is gone (the safe side), or before. */
export const yieldRules = ['after-spillage', 'before-spillage'] as const;
export type YieldRule = (typeof yieldRules)[number];

/** A tank through a series of days. */
export interface TankDay {
  readonly usedL: number;
  readonly spilledL: number;
  /** What stands in it at the end of the day. */
  readonly storeL: number;
}

/**
 * A day of a tank (Jenkins and others 1978; Fewkes and Butler 2000). After spillage: used = min(need, store before), store =
 * min(before + caught − used, size − used). Before spillage: used = min(need, before + caught), store = min(before + caught − used,
 * size). What is caught = used + spilled + change in store.
 */
export function tankDay(
  beforeL: number,
  caughtL: number,
  needL: number,
  sizeL: number,
  rule: YieldRule,
): TankDay {
  const isAfter = rule === 'after-spillage';
  const usedL = Math.min(needL, isAfter ? beforeL : beforeL + caughtL);
  const wouldBeL = beforeL + caughtL - usedL;
  const storeL = Math.min(wouldBeL, isAfter ? sizeL - usedL : sizeL);
  return { usedL, spilledL: wouldBeL - storeL, storeL };
}

/** Totals of a tank over some days. */
export interface TankSums {
  readonly days: number;
  /** Days on which all that was asked was there. */
  readonly metDays: number;
  readonly needL: number;
  readonly usedL: number;
  readonly caughtL: number;
  readonly spilledL: number;
  readonly fromL: number;
  readonly toL: number;
  /** Days in a row on which less was there than was asked, at the most. */
  readonly longestShortDays: number;
}

/** A tank day by day, with what a reader of each day is told. */
export function runTank(
  caughtL: ArrayLike<number>,
  needL: (day: number) => number,
  { sizeL, startL = 0, rule }: { readonly sizeL: number; readonly startL?: number; readonly rule: YieldRule },
  told?: (day: number, storeL: number, isMet: boolean) => void,
): TankSums {
  let storeL = Math.min(startL, sizeL);
  let [metDays, needSum, usedSum, caughtSum, spilledSum] = [0, 0, 0, 0, 0];
  let [shortRun, longestShortDays] = [0, 0];
  for (let day = 0; day < caughtL.length; day++) {
    const asked = needL(day);
    const { usedL, spilledL, storeL: next } = tankDay(storeL, caughtL[day]!, asked, sizeL, rule);
    const isMet = usedL >= asked;
    storeL = next;
    needSum += asked;
    usedSum += usedL;
    caughtSum += caughtL[day]!;
    spilledSum += spilledL;
    if (isMet) {
      metDays += 1;
      shortRun = 0;
    } else {
      shortRun += 1;
      if (shortRun > longestShortDays) longestShortDays = shortRun;
    }
    told?.(day, storeL, isMet);
  }
  return {
    days: caughtL.length,
    metDays,
    needL: needSum,
    usedL: usedSum,
    caughtL: caughtSum,
    spilledL: spilledSum,
    fromL: Math.min(startL, sizeL),
    toL: storeL,
    longestShortDays,
  };
}
