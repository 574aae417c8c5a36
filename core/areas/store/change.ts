import type { Instant } from '../../base/day.ts';
import { atOnce, type InLots } from '../../base/lots.ts';
import type { Subject } from '../../base/subject.ts';
import type { Facts } from '../../log/facts.ts';
import { dailyNeed } from '../../planning/need/need.ts';
import { type Reach, reachOf } from '../../planning/need/reach.ts';
import { alarmedContainers } from '../readings/alarms.ts';
import { containersPoured } from './find.ts';
import { originsOf } from './findings.ts';
import { containerState } from './state.ts';
import { countIn, heldUntil, needGroup, type State, stateAt, stateInLots, stateOfOne } from './wholeState.ts';

/** What the state of every container, or the need, depends on: a change there is worked out whole. */
const shared = ['plan', 'group', 'home', 'kind', 'place', 'source', 'notice', 'catchment'] as const;
const isShared = (facts: Facts, next: Facts): boolean =>
  shared.some(type => next[type] !== facts[type]) ||
  !isSameTests(facts, next) ||
  !isSameAlarms(facts, next) ||
  !isSamePoured(facts, next);

/** What is read behind a filter is told of whatever it filtered. */
function isSameTests(facts: Facts, next: Facts): boolean {
  if (facts.supply === next.supply) return true;
  const ids = new Set([...Object.keys(facts.supply), ...Object.keys(next.supply)]);
  return [...ids].every(id => facts.supply[id]?.tests === next.supply[id]?.tests);
}

/** What is found in a vessel is told of those that were filled out of it. */
function isSamePoured(facts: Facts, next: Facts): boolean {
  if (facts.container === next.container) return true;
  return [...containersPoured(next)].every(id =>
    originsOf(next, next.container[id]!.fill!).poured.every(
      ({ vessel }) => facts.container[vessel.id] === next.container[vessel.id],
    ),
  );
}

/** A fail in one vessel is told of others that were filled with it. */
function isSameAlarms(facts: Facts, next: Facts): boolean {
  if (facts.container === next.container) return true;
  const [before, after] = [facts, next].map(f => alarmedContainers(f).flatMap(c => c.alarms ?? []));
  return before!.length === after!.length && before!.every(alarm => after!.includes(alarm));
}

const heldOf = ({ drinkingL, dueL, bySmellL, utilityL, limitedL }: Reach) => ({
  drinkingL,
  dueL,
  bySmellL,
  utilityL,
  limitedL,
});

function reachWith(held: ReturnType<typeof heldOf>, facts: Facts, { need }: Pick<State, 'need'>): Reach {
  const share = 1 + facts.plan.reserveShare;
  return reachOf(
    held,
    { drinkingL: need.drinkingL * share, utilityL: need.utilityL * share },
    facts.plan.targetDays,
  );
}

/**
 * The reach of facts that follow others, as by entries that are not recorded: only what they touch is worked out anew, so that
 * a store of ten thousand containers answers under the hand.
 * @param touched every subject that may have changed
 */
export function* reachAfterInLots(
  facts: Facts,
  state: State,
  next: Facts,
  touched: Iterable<Subject>,
): InLots<Reach> {
  if (isShared(facts, next)) return stateAt(next, state.now).reach;
  const held = heldOf(state.reach);
  for (const id of new Set(touched)) {
    const before = state.containers[id];
    const after = next.container[id];
    if (before) countIn(held, before, -1);
    if (after) countIn(held, containerState(next, after, state.now, state.today), 1);
    yield;
  }
  const need = dailyNeed(next.plan.needSchool, needGroup(next, state.today));
  return reachWith(held, next, { need });
}

/** How long the water reaches after changes, worked out at once. See `reachAfterInLots`. */
export const reachAfter = (...asked: Parameters<typeof reachAfterInLots>): Reach =>
  atOnce(reachAfterInLots(...asked));

/** More changes than this are worked out whole. */
const MOST_CHANGED = 2000;

/** Containers that are others than before; undefined where some went, or too many changed. */
function changedIn(facts: Facts, next: Facts): Subject[] | undefined {
  if (facts.container === next.container) return [];
  const changed: Subject[] = [];
  let kept = 0;
  for (const id in next.container) {
    const before = facts.container[id];
    if (before !== undefined) kept += 1;
    if (before === next.container[id]) continue;
    changed.push(id);
    if (changed.length > MOST_CHANGED) return undefined;
  }
  return kept === Object.keys(facts.container).length ? changed : undefined;
}

/**
 * The state of facts that follow others, from the state of those: the same as `stateAt(next, now)`, for the work of what
 * changed alone. `now` must lie within what the state before holds for.
 */
export const stateAfter = (...asked: Parameters<typeof stateAfterInLots>): State =>
  atOnce(stateAfterInLots(...asked));

/** Changed containers that are worked out between two pauses. */
const LOT = 10;

/** The same for many that changed, in lots. */
export function* stateAfterInLots(facts: Facts, state: State, next: Facts, now: Instant): InLots<State> {
  const changed = isShared(facts, next) ? undefined : changedIn(facts, next);
  if (!changed) return yield* stateInLots(next, now);
  yield;
  const containers = { ...state.containers };
  yield;
  const tally = { ...state.tally };
  const held = heldOf(state.reach);
  let { holdsUntil } = state;
  let done = 0;
  for (const id of changed) {
    if (++done % LOT === 0) yield;
    const before = containers[id];
    const { state: after, until } = stateOfOne(next, next.container[id]!, now, state.today);
    if (before) {
      countIn(held, before, -1);
      tally[before.state] = tallied(tally[before.state], -1, before.litres);
    }
    countIn(held, after, 1);
    tally[after.state] = tallied(tally[after.state], 1, after.litres);
    containers[id] = after;
    if (until < holdsUntil) holdsUntil = until;
  }
  const heldBySheets = heldUntil(next, now);
  if (heldBySheets < holdsUntil) holdsUntil = heldBySheets;
  return { ...state, now, holdsUntil, containers, tally, reach: reachWith(held, next, state) };
}

const tallied = ({ count, litres }: State['tally']['ready'], sign: 1 | -1, changedL: number) => ({
  count: count + sign,
  litres: rounded(litres + sign * changedL),
});

/** Sums that litres are added to and taken from stay on the microlitre. */
const rounded = (litres: number): number => Math.round(litres * 1e6) / 1e6;
