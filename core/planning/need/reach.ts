/** How long stored water lasts a group. A litre figure stands where a school asks no water of that grade. */
export interface Reach {
  readonly drinkingL: number;
  /** Part of the drinking litres whose good-until date is near. */
  readonly dueL: number;
  /** Part of the drinking litres passed by smell only, the weaker proof. */
  readonly bySmellL: number;
  readonly utilityL: number;
  /** Water of limited protection: beside the days, never in them. */
  readonly limitedL: number;
  readonly drinkingNeedL: number;
  readonly utilityNeedL: number;
  /** Days of drinking water; null while nobody depends on it. */
  readonly days: number | null;
  readonly dueDays: number;
  readonly bySmellDays: number;
  /** Days of utility water; null where the school asks none. */
  readonly utilityDays: number | null;
  readonly goalDays: number;
}

/** Litres held, by what they count for. */
export interface Held {
  readonly drinkingL: number;
  readonly dueL: number;
  readonly bySmellL: number;
  readonly utilityL: number;
  readonly limitedL: number;
}

/**
 * Reach (days) = usable drinking-grade litres ÷ daily drinking-grade need; utility alike.
 * @param needL litres a day of each grade
 */
export function reachOf(held: Held, needL: { drinkingL: number; utilityL: number }, goalDays: number): Reach {
  const days = (litres: number) => (needL.drinkingL > 0 ? litres / needL.drinkingL : 0);
  return {
    ...held,
    drinkingNeedL: needL.drinkingL,
    utilityNeedL: needL.utilityL,
    days: needL.drinkingL > 0 ? held.drinkingL / needL.drinkingL : null,
    dueDays: days(held.dueL),
    bySmellDays: days(held.bySmellL),
    utilityDays: needL.utilityL > 0 ? held.utilityL / needL.utilityL : null,
    goalDays,
  };
}
