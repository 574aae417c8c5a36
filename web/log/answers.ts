import { dayOf, type Instant } from '#core/calendar/day.ts';
import { type Duty, dutiesAt, warmDuties } from '#core/log/duties.ts';
import type { Facts } from '#core/log/facts.ts';
import { type State, stateAt, warmStates } from '#core/log/state.ts';
import { breathe } from '../app/breathe.ts';

// Every component that asks gets the same answer, until the facts, or what follows from the clock, change.
let lastState: { facts: Facts; state: State } | undefined;
let lastDuties: { state: State; duties: readonly Duty[] } | undefined;

/** The state of everything at a moment. */
export function stateOnce(facts: Facts, now: Instant): State {
  const isSame =
    lastState?.facts === facts &&
    lastState.state.now <= now &&
    now < lastState.state.holdsUntil &&
    lastState.state.today === dayOf(now, facts.group.timeZone);
  if (lastState && isSame) return lastState.state;
  lastState = { facts, state: stateAt(facts, now) };
  return lastState.state;
}

/** Everything that waits in a state. */
export function dutiesOnce(facts: Facts, state: State): readonly Duty[] {
  if (lastDuties?.state !== state) lastDuties = { state, duties: dutiesAt(facts, state) };
  return lastDuties.duties;
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
