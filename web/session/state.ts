import {
  createContext,
  startTransition,
  useContext,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { useDispatch, useSelector } from 'react-redux';
import type { Paper } from '#contract/paper.ts';
import { foldOntoInLots } from '#core/areas/entries.ts';
import { reachAfterInLots } from '#core/areas/store/change.ts';
import type { State } from '#core/areas/store/wholeState.ts';
import type { Day } from '#core/base/day.ts';
import type { Duty } from '#core/base/duty.ts';
import { atOnce, type InLots } from '#core/base/lots.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import { subjectsOf } from '#core/log/entry.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Reach } from '#core/planning/need/reach.ts';
import { unitsAtFirst } from '../person/person.ts';
import type { Reader } from '../texts/format.ts';
import { pageLanguage } from '../texts/languages.ts';
import type { SessionClock } from './clock.ts';
import { type Draft, drawPassing, stamped } from './draft.ts';
import { useDayIn, useSession, useStateNow } from './hooks.ts';
import { doneInLots, pause } from './lots.ts';
import { previewed } from './previewSlice.ts';
import type { AppDispatch, RootState } from './store.ts';

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();

export const useFacts = (): Facts => useAppSelector(s => s.log.facts);

/** A reader, and the day that it is where the group is. */
type ReaderToday = Reader & { readonly today: Day };

/** How the person at this page reads, worked out once for all that is drawn: a store draws hundreds of vessels. */
const ReaderContext = createContext<ReaderToday | undefined>(undefined);
export const ReaderProvider = ReaderContext.Provider;

/** How this person reads numbers and dates. */
export function useReader(): ReaderToday {
  const reader = useContext(ReaderContext);
  if (!reader) throw new Error('nobody reads here: put a ReaderProvider around it');
  return reader;
}

/** The units that this person reads: chosen here, or the group's, or guessed. */
export const useUnits = (): UnitSystem => useReader().units;

/** What a page is told that this person prints: their units and language, and their paper where they said which. */
export function usePrinted(): {
  readonly units: UnitSystem;
  readonly language: string;
  readonly paper?: Paper;
} {
  const units = useUnits();
  const paper = useAppSelector(s => s.person.paper);
  return useMemo(() => ({ units, language: pageLanguage.tag, ...(paper ? { paper } : {}) }), [units, paper]);
}

/** The day that it is where the group is. */
export const useToday = (): Day => useReader().today;

/** The reader, from what was chosen here, the group and the clock. */
export function useReaderOfPage(): ReaderToday {
  const units = useAppSelector(s => s.person.units ?? s.log.facts.group.units ?? unitsAtFirst());
  const timeZone = useAppSelector(s => s.log.facts.group.timeZone);
  const today = useDayIn(timeZone);
  return useMemo(() => ({ units, timeZone, today }), [units, timeZone, today]);
}

/** The state of everything, now. */
export function useWaterState(): State {
  const { answers } = useSession();
  return answers.state(useFacts(), useStateNow());
}

/**
 * Facts and state for what is large to draw: a pause behind the rest, so that what was just pressed answers first
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
  const { facts, state } = useCalmWater();
  const work = useMemo(
    () => preview && (() => reachPreviewed(facts, state, preview, clock)),
    [preview, facts, state, clock],
  );
  return useWorkedOut(work, (preview?.length ?? 0) > MOST_AT_ONCE);
}

/** What drafts would make of the reach. */
function* reachPreviewed(
  facts: Facts,
  state: State,
  drafts: readonly Draft[],
  { stamp }: SessionClock,
): InLots<Reach> {
  const entries = stamped(drafts, { by: 'preview', stamp, draw: drawPassing() });
  yield;
  const next = yield* foldOntoInLots(facts, entries);
  return yield* reachAfterInLots(facts, state, next, entries.flatMap(subjectsOf));
}

/** So many drafts are judged and previewed at once; more are with pauses between. */
export const MOST_AT_ONCE = 40;

/**
 * The result of work that is little, at once; of what is large, when it is done with pauses between: undefined until then.
 * @param work kept by its caller: another one is other work
 */
export function useWorkedOut<T>(work: (() => InLots<T>) | null, isLarge: boolean): T | undefined {
  const little = useMemo(() => (work && !isLarge ? atOnce(work()) : undefined), [work, isLarge]);
  const [large, setLarge] = useState<{ work: () => InLots<T>; result: T } | null>(null);
  useEffect(() => {
    if (!work || !isLarge) return undefined;
    let isCurrent = true;
    void pause()
      .then(() => doneInLots(work()))
      .then(result => {
        // what is drawn of it is drawn in pieces
        if (isCurrent) startTransition(() => setLarge({ work, result }));
      });
    return () => {
      isCurrent = false;
    };
  }, [work, isLarge]);
  if (!isLarge) return little;
  return large && large.work === work ? large.result : undefined;
}

/** The same; while other work is done, the result of the last stands. */
export function useLastWorkedOut<T>(work: () => InLots<T>, isLarge: boolean): T | undefined {
  const result = useWorkedOut(work, isLarge);
  const last = useRef(result);
  useEffect(() => {
    if (result !== undefined) last.current = result;
  }, [result]);
  return result ?? last.current;
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
