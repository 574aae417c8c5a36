import type { Duty } from '../base/duty.ts';
import type { Verdict } from '../base/judgement.ts';
import { atOnce, type InLots } from '../base/lots.ts';
import type { Facts } from '../log/facts.ts';
import * as areas from './index.ts';
import type { State } from './store/wholeState.ts';

const gravity: Record<Verdict, number> = { refuse: 0, warn: 1, ok: 2 };

/** What is due now stands by its gravity, then everything by its day and hour: a text that sorts so. */
const orderOf = ({ when, verdict, day, at }: Duty): string =>
  `${when === 'now' ? gravity[verdict] : 3} ${day} ${at ?? ''}`;

/** Everything that waits in any area, the nearest and gravest first. */
export const dutiesAt = (facts: Facts, state: State): Duty[] => atOnce(dutiesInLots(facts, state));

/** The same for a large store, in lots. */
export function* dutiesInLots(facts: Facts, state: State): InLots<Duty[]> {
  const all: Duty[] = [];
  for (const { duties } of Object.values(areas)) {
    if (typeof duties !== 'function') continue;
    const found = duties(facts, state);
    all.push(...(Array.isArray(found) ? found : yield* found));
    yield;
  }
  return all
    .map(duty => ({ duty, order: orderOf(duty) }))
    .sort((a, b) => (a.order < b.order ? -1 : a.order > b.order ? 1 : 0))
    .map(({ duty }) => duty);
}
