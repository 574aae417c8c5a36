import type { DailyNeed, UseId } from '#core/planning/need/need.ts';

/** Litres of drinking grade a day by what they are for: people and institutions of one use are one bar. */
export function drinkingByUse({ lines }: Pick<DailyNeed, 'lines'>): ReadonlyMap<UseId, number> {
  const uses = new Map<UseId, number>();
  for (const { grade, use, litres } of lines)
    if (grade === 'drinking') uses.set(use, (uses.get(use) ?? 0) + litres);
  return uses;
}
