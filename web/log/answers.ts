import { dayOf, type Instant } from '#core/calendar/day.ts';
import { dutiesAt } from '#core/duties.ts';
import type { Duty } from '#core/duty.ts';
import type { Facts } from '#core/log/facts.ts';
import { stateAfter } from '#core/store/change.ts';
import { warmDuties } from '#core/store/duties.ts';
import { type State, stateAt, warmStates } from '#core/store/state.ts';
import { breathe } from '../app/breathe.ts';

// Every component that asks gets the same answer, until the facts, or what follows from the clock, change. Kept by the facts:
// what is drawn a breath later asks for those before.
const states = new WeakMap<Facts, State>();
const duties = new WeakMap<State, readonly Duty[]>();

/** The facts that were asked about last: those that follow differ from them by little. */
let latest: Facts | undefined;

const holds = (state: State, facts: Facts, now: Instant): boolean =>
  state.now <= now && now < state.holdsUntil && state.today === dayOf(now, facts.group.timeZone);

/** The state of everything at a moment. */
export function stateOnce(facts: Facts, now: Instant): State {
  const last = states.get(facts);
  if (last && holds(last, facts, now)) return last;
  const before = latest && states.get(latest);
  const follows = latest && before && holds(before, latest, now);
  const state = follows ? stateAfter(latest!, before, facts, now) : stateAt(facts, now);
  states.set(facts, state);
  latest = facts;
  return state;
}

/** Everything that waits in a state. */
export function dutiesOnce(facts: Facts, state: State): readonly Duty[] {
  const last = duties.get(state);
  if (last) return last;
  const list = dutiesAt(facts, state);
  duties.set(state, list);
  return list;
}

/** Works the answers out in lots, with breath between: a large store opens without holding the page up. */
export async function workOut(facts: Facts, now: Instant): Promise<void> {
  await breathe();
  // the first use of a time zone takes as long as a thousand states
  dayOf(now, facts.group.timeZone);
  await breathe();
  for (const _ of warmStates(facts, now)) await breathe();
  const state = stateOnce(facts, now);
  await breathe();
  for (const _ of warmDuties(facts, state)) await breathe();
  dutiesOnce(facts, state);
  await breathe();
}
