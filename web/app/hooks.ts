import { useDeferredValue, useEffect, useMemo } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import type { Duty } from '#core/duty.ts';
import { subjectsOf } from '#core/log/entry.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Reach } from '#core/need/reach.ts';
import { foldOnto } from '#core/record.ts';
import { reachAfter } from '#core/store/change.ts';
import type { State } from '#core/store/state.ts';
import type { UnitSystem } from '#core/units/system.ts';
import { unitsAtFirst } from '../person/person.ts';
import { type Draft, drawPassing, stamped } from '../session/draft.ts';
import { useSession, useStateNow, useToday } from '../session/hooks.ts';
import { previewed } from '../session/previewSlice.ts';
import type { AppDispatch, RootState } from '../session/store.ts';
import type { Reader } from '../texts/format.ts';

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

export const useFacts = (): Facts => useAppSelector(s => s.log.facts);

/** The units that this person reads: chosen here, or the group's, or guessed. */
export const useUnits = (): UnitSystem =>
  useAppSelector(s => s.person.units ?? s.log.facts.group.units ?? unitsAtFirst());

/** How this person reads numbers and dates. */
export function useReader(): Reader {
  const units = useUnits();
  const timeZone = useAppSelector(s => s.log.facts.group.timeZone);
  const today = useToday(timeZone);
  return useMemo(() => ({ units, timeZone, today }), [units, timeZone, today]);
}

/** The state of everything, now. */
export function useWaterState(): State {
  const { answers } = useSession();
  return answers.state(useFacts(), useStateNow());
}

/**
 * Facts and state for what is large to draw: a breath behind the rest, so that what was just pressed answers first
 * and the drawing of ten thousand containers follows in a task of its own.
 */
export function useCalmWater(): { readonly facts: Facts; readonly state: State } {
  const { answers } = useSession();
  const facts = useDeferredValue(useFacts());
  return { facts, state: answers.state(facts, useStateNow()) };
}

/** Everything that waits, now: worked out once for the column's pips and for Today. */
export function useDuties(): readonly Duty[] {
  const { answers } = useSession();
  const { facts, state } = useCalmWater();
  return answers.duties(facts, state);
}

/** The reach as it would be after the action under the pointer; undefined when there is none. */
export function usePreviewReach(): Reach | undefined {
  const preview = useAppSelector(s => s.preview);
  const { clock } = useSession();
  const facts = useFacts();
  const state = useWaterState();
  return useMemo(() => {
    if (!preview) return undefined;
    const entries = stamped(preview, { by: 'preview', stamp: clock.stamp, draw: drawPassing() });
    return reachAfter(facts, state, foldOnto(facts, entries), entries.flatMap(subjectsOf));
  }, [preview, facts, state, clock]);
}

/** Handlers that show in the reach what an action would do, while it is hovered, focused or pressed. */
export function usePreview(drafts: readonly Draft[] | undefined) {
  const dispatch = useAppDispatch();
  const show = () => {
    if (drafts) dispatch(previewed(drafts));
  };
  const hide = () => dispatch(previewed(null));
  // a button that is gone can no longer be left: what it previewed would stay in the reach
  useEffect(() => () => void dispatch(previewed(null)), [dispatch]);
  return { onMouseEnter: show, onFocus: show, onMouseLeave: hide, onBlur: hide };
}
