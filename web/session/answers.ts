import { dutiesAt, dutiesInLots } from '#core/areas/duties.ts';
import { stateAfterInLots } from '#core/areas/store/change.ts';
import { type State, stateInLots } from '#core/areas/store/wholeState.ts';
import { dayOf, type Instant } from '#core/base/day.ts';
import type { Duty } from '#core/base/duty.ts';
import { atOnce, type InLots } from '#core/base/lots.ts';
import type { Facts } from '#core/log/facts.ts';
import { doneInLots, pause } from './lots.ts';

/** What follows from the facts: worked out once for everything that asks, until they, or what follows from the clock, change. */
export interface Answers {
  /** The state of everything at a moment. */
  readonly state: (facts: Facts, now: Instant) => State;
  /** Everything that waits in a state. */
  readonly duties: (facts: Facts, state: State) => readonly Duty[];
  /** Works both out in lots, with pauses between: a large store opens, and shows what was recorded, without holding the page up. */
  readonly workOut: (facts: Facts, now: Instant) => Promise<void>;
}

const holds = (state: State, facts: Facts, now: Instant): boolean =>
  state.now <= now && now < state.holdsUntil && state.today === dayOf(now, facts.group.timeZone);

export function createAnswers(): Answers {
  // kept by the facts: what is drawn a pause later asks for those before
  const states = new WeakMap<Facts, State>();
  const duties = new WeakMap<State, readonly Duty[]>();
  // the facts that were asked about last: those that follow differ from them by little
  let latest: Facts | undefined;

  /** From the state of the facts before, where that still holds. */
  function* stateOfFacts(facts: Facts, now: Instant): InLots<State> {
    const last = states.get(facts);
    if (last && holds(last, facts, now)) return last;
    const from = latest;
    const before = from && states.get(from);
    const state =
      before && holds(before, from, now)
        ? yield* stateAfterInLots(from, before, facts, now)
        : yield* stateInLots(facts, now);
    states.set(facts, state);
    latest = facts;
    return state;
  }

  const stateOf: Answers['state'] = (facts, now) => atOnce(stateOfFacts(facts, now));

  const dutiesOf: Answers['duties'] = (facts, state) => {
    const last = duties.get(state);
    if (last) return last;
    const list = dutiesAt(facts, state);
    duties.set(state, list);
    return list;
  };

  const workOut: Answers['workOut'] = async (facts, now) => {
    await pause();
    // the first use of a time zone takes as long as a thousand states
    dayOf(now, facts.group.timeZone);
    await pause();
    const state = await doneInLots(stateOfFacts(facts, now));
    await pause();
    if (!duties.has(state)) duties.set(state, await doneInLots(dutiesInLots(facts, state)));
  };

  return { state: stateOf, duties: dutiesOf, workOut };
}
