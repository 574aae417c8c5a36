import type { Instant } from '../../base/day.ts';
import type { Only } from '../../base/only.ts';
import type { ContainerFacts, Fill, HeldBack } from './facts.ts';

/** A container with its water changed; an empty one stays as it is. */
export function withFill<R extends Fill>(
  facts: ContainerFacts,
  change: (fill: Fill) => Only<R, Fill>,
): ContainerFacts {
  return facts.fill ? { ...facts, fill: change(facts.fill) } : facts;
}

/** Water that something was found out about before it was written down stood there then: it is as old as that. */
export const stoodAt = (facts: ContainerFacts, at: Instant): ContainerFacts =>
  withFill(facts, fill => (at < fill.since ? { ...fill, since: at } : fill));

/** A container with each of its holds changed, or without those that are over. */
export function heldBy<R extends HeldBack>(
  { held = [], ...free }: ContainerFacts,
  change: (h: HeldBack) => Only<R, HeldBack> | undefined,
): ContainerFacts {
  const left = held.map(change).filter(h => h !== undefined);
  return left.length > 0 ? { ...free, held: left } : free;
}
