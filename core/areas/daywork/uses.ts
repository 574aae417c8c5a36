import { addDays, type Day } from '../../base/day.ts';
import type { Facts } from '../../log/facts.ts';
import type { Problem } from '../../planning/schedule/problem.ts';
import type { Schedule } from '../../planning/schedule/schedule.ts';
import { usesOf } from '../../planning/schedule/uses.ts';
import type { SupplyKind } from '../../storage/stock/kinds.ts';
import { leftOf } from '../supplies/cover.ts';

/** What a day's work takes of a kind of supply, in its unit, and how long what is left goes on so. */
export interface UsedUp {
  readonly supply: SupplyKind;
  readonly amount: number;
  readonly left: number;
  /** Whole days like this one, this one among them, and the last of them; none where it does not do for one. */
  readonly days: number;
  readonly lastDay?: Day;
}

/** What the batches of a schedule use up: what ends first stands first. */
export function usedUp(
  problem: Problem,
  schedule: Schedule,
  facts: Pick<Facts, 'supply'>,
  today: Day,
): UsedUp[] {
  return usesOf(problem, schedule)
    .filter(({ amount }) => amount > 0)
    .map(({ supply, amount }): UsedUp => {
      const left = Object.values(facts.supply)
        .filter(s => s.kind === supply)
        .reduce((sum, s) => sum + leftOf(s, today), 0);
      const days = Math.floor(left / amount + 1e-9);
      return { supply, amount, left, days, ...(days > 0 ? { lastDay: addDays(today, days - 1) } : {}) };
    })
    .sort((a, b) => a.days - b.days);
}
