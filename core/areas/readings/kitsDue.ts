import { addDays, daysBetween } from '../../base/day.ts';
import type { InLots } from '../../base/lots.ts';
import type { Facts } from '../../log/facts.ts';
import type { ParameterId } from '../../water/quality/parameters.ts';
import type { State } from '../store/wholeState.ts';
import { leftOf } from '../supplies/cover.ts';
import { everyDaysOf } from './due.ts';
import { samplesInLots } from './duties.ts';

/** Tests of a kit that are due in some days, and how many are left in the kits that read it. */
export interface KitsDue {
  readonly parameter: ParameterId;
  readonly due: number;
  readonly left: number;
}

/**
 * What the sampling plan asks of kits from today on, by parameter; only of what a kit here reads, for the rest is a laboratory's.
 * @param days days from today, today among them
 */
export function* kitsDueInLots(facts: Facts, state: State, days: number): InLots<KitsDue[]> {
  const last = addDays(state.today, days - 1);
  const due = new Map<ParameterId, number>();
  for (const { rule, parameter, day } of yield* samplesInLots(facts, state)) {
    // what is overdue is due today
    const first = [day, state.today].sort().at(-1)!;
    if (first > last) continue;
    const times = 1 + Math.floor(daysBetween(first, last) / Math.max(1, everyDaysOf(facts.sampling, rule)));
    // a batch is read once before and once after, not each day
    due.set(parameter, (due.get(parameter) ?? 0) + (rule.startsWith('batch') ? 1 : times));
  }
  const kits = Object.values(facts.supply).filter(s => s.kind === 'test-kit');
  const read = new Set(kits.flatMap(kit => kit.reads ?? ['free-chlorine' as const]));
  return [...read].map(parameter => ({
    parameter,
    due: due.get(parameter) ?? 0,
    left: kits
      .filter(kit => (kit.reads ?? ['free-chlorine']).includes(parameter))
      .reduce((sum, kit) => sum + leftOf(kit, state.today), 0),
  }));
}
