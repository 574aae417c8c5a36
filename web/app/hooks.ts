import { useEffect, useMemo } from 'react';
import { useDispatch, useSelector } from 'react-redux';
import type { Duty } from '#core/log/duties.ts';
import type { Facts } from '#core/log/facts.ts';
import { foldOnto } from '#core/log/fold.ts';
import { type State, stateAt } from '#core/log/state.ts';
import { dutiesOnce, stateOnce } from '../log/answers.ts';
import { useStateNow } from '../log/clock.ts';
import { previewed } from '../log/previewSlice.ts';
import { type Draft, stamped } from '../log/record.ts';
import type { Reader } from '../texts/format.ts';
import type { AppDispatch, RootState } from './store.ts';

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

export const useFacts = (): Facts => useAppSelector(s => s.log.facts);

/** How this person reads numbers. */
export function useReader(): Reader {
  const units = useAppSelector(s => s.person.units);
  const timeZone = useAppSelector(s => s.log.facts.group.timeZone);
  return useMemo(() => ({ units, timeZone }), [units, timeZone]);
}

/** The state of everything, now. */
export function useWaterState(): State {
  return stateOnce(useFacts(), useStateNow());
}

/** Everything that waits, now: worked out once for the column's pips and for Today. */
export function useDuties(): readonly Duty[] {
  const facts = useFacts();
  const state = useWaterState();
  return dutiesOnce(facts, state);
}

/** The state as it would be after the action under the pointer; undefined when there is none. */
export function usePreviewState(): State | undefined {
  const preview = useAppSelector(s => s.preview);
  const facts = useFacts();
  const now = useStateNow();
  return useMemo(
    () => (preview ? stateAt(foldOnto(facts, stamped(preview, 'preview')), now) : undefined),
    [preview, facts, now],
  );
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
