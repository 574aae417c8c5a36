import type { SupplyKind } from '../../storage/stock/kinds.ts';
import type { Use } from '../../treatment/methods/method.ts';
import { type Problem, sizeOf } from './problem.ts';
import type { Schedule } from './schedule.ts';

/** What the batches of a schedule take of each kind of supply, in its unit. */
export function usesOf(problem: Problem, { batches }: Schedule): Use[] {
  const stages = new Map(problem.lines.flatMap(line => line.stages).map(stage => [stage.id, stage]));
  const amounts = new Map<SupplyKind, number>();
  for (const { stage: id, litres } of batches) {
    const stage = stages.get(id);
    for (const { supply, amounts: of } of stage?.uses ?? [])
      amounts.set(supply, (amounts.get(supply) ?? 0) + (of[sizeOf(stage!, litres)] ?? 0));
  }
  return [...amounts].map(([supply, amount]) => ({ supply, amount }));
}
