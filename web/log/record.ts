import { monotonicFactory } from 'ulid';
import type { Mode } from '#contract/log.ts';
import { type Problem, problemType } from '#contract/problem.ts';
import { type Judgement, refusals } from '#core/judgement.ts';
import type { HandId } from '#core/log/entry.ts';
import type { Facts, Shelved } from '#core/log/facts.ts';
import { type Entry, type EntryData, type EntryKind, foldOnto, guard, writeEntry } from '#core/record.ts';
import type { Subject } from '#core/subject.ts';
import { breathe } from '../app/breathe.ts';
import type { AppDispatch, AppGetState } from '../app/store.ts';
import { handKnown, handOf } from '../person/person.ts';
import { NoAnswer, ProblemAnswer, postEntries } from './api.ts';
import { now, stamp } from './clock.ts';
import {
  leftWaiting,
  queued,
  settled,
  type TurnedDown,
  troubled,
  turnedDownIs,
  type Waiting,
} from './logSlice.ts';
import { keepQueue, keepTurnedDown, loadTurnedDown } from './queueStorage.ts';

const ulid = monotonicFactory();

/** An id for a new subject. */
export const newSubject = (type: keyof Shelved): Subject => `${type}:${ulid(Date.parse(now()))}`;

/** What one entry is to say; the rest of it is stamped here. */
export interface Draft<K extends EntryKind = EntryKind> {
  readonly kind: K;
  readonly subject: Subject;
  readonly data: EntryData[K];
  readonly also?: readonly Subject[];
  /** When it happened, if not just now. */
  readonly at?: string;
}

export const draft = <K extends EntryKind>(
  kind: K,
  subject: Subject,
  data: EntryData[K],
  more: Pick<Draft, 'also' | 'at'> = {},
): Draft => ({ kind, subject, data, ...more }) as Draft;

/** Signs and dates drafts. */
export function stamped(drafts: readonly Draft[], by: string, hand?: HandId): Entry[] {
  return drafts.map(({ kind, subject, data, also, at }) => {
    const recordedAt = stamp();
    const id = ulid(Date.parse(recordedAt));
    return writeEntry(kind, subject, data, {
      id,
      at: at ?? recordedAt,
      recordedAt,
      by,
      ...(hand ? { hand } : {}),
      ...(also ? { also } : {}),
    });
  });
}

/** What came of recording. `waiting`: kept here, and sent as soon as the server answers. */
export type Outcome =
  | { readonly is: 'recorded' | 'waiting'; readonly entries: readonly Entry[] }
  | { readonly is: 'refused'; readonly judgements: readonly Judgement[] }
  | { readonly is: 'problem'; readonly problem: Problem };

/** Judges drafts against what this browser knows, one resting on the other, before anything is sent. */
export function judgeDrafts(drafts: readonly Draft[]) {
  return (_dispatch: AppDispatch, getState: AppGetState): Judgement[] => {
    const entries = stamped(drafts, 'judge').filter(e => e.kind !== 'struck');
    const found: Judgement[] = [];
    const judge = (facts: Facts, entry: Entry) => found.push(...guard(facts, entry, now()));
    // the last is judged and not folded: what comes after it nobody asks, and a large store is not copied for it
    const facts = foldOnto(getState().log.facts, entries.slice(0, -1), judge);
    for (const last of entries.slice(-1)) judge(facts, last);
    return found;
  };
}

/** Records entries: judged here when they are intentions, shown at once, sent in order. */
export function record(drafts: readonly Draft[], mode: Mode = 'intend') {
  return async (dispatch: AppDispatch, getState: AppGetState): Promise<Outcome> => {
    // the button answers the hand first; two presses are judged one after the other all the same
    await breathe();
    if (mode === 'intend') {
      const refused = refusals(dispatch(judgeDrafts(drafts)));
      if (refused.length > 0) return { is: 'refused', judgements: refused };
    }
    if (getState().person.name.trim() && !handOf(getState().person)) dispatch(handKnown(ulid()));
    const { person } = getState();
    const entries = stamped(drafts, person.name || 'someone', handOf(person));
    const { folder } = getState().log;
    dispatch(queued({ entries, mode, ...(folder ? { folder } : {}) }));
    keepQueue(getState().log.queue);
    return dispatch(flushUntil(entries));
  };
}

let flushing: Promise<void> = Promise.resolve();
const outcomes = new WeakMap<readonly Entry[], Outcome>();

/** Sends what waits, in order; what came of `entries`. */
function flushUntil(entries: readonly Entry[]) {
  return async (dispatch: AppDispatch): Promise<Outcome> => {
    await dispatch(flush());
    const outcome = outcomes.get(entries);
    if (!outcome) dispatch(leftWaiting());
    return outcome ?? { is: 'waiting', entries };
  };
}

/** What was turned down is kept where it is seen; other tabs keep theirs in the same place. */
const keepInSight = (change: (list: readonly TurnedDown[]) => TurnedDown[]) => (dispatch: AppDispatch) => {
  const list = change(loadTurnedDown());
  keepTurnedDown(list);
  dispatch(turnedDownIs(list));
};

const isSameOne = (a: Waiting, b: Waiting): boolean => a.entries[0]?.id === b.entries[0]?.id;

/** The reason that something recorded for another folder stays here. */
const elsewhere: Problem = { type: problemType('conflict'), title: 'another folder', status: 409 };

/** Sends the queue, one after another, until it is empty or the server does not answer. */
export function flush() {
  return (dispatch: AppDispatch, getState: AppGetState): Promise<void> => {
    // one that failed is not what the next ones fail by
    flushing = flushing
      .catch(() => undefined)
      .then(async () => {
        for (let head = getState().log.queue[0]; head; head = getState().log.queue[0]) {
          if (!(await dispatch(send(head)))) return;
          keepQueue(getState().log.queue);
        }
      });
    return flushing;
  };
}

/** Sends the head of the queue; whether the server had an answer to it. */
const send =
  (head: Waiting) =>
  async (dispatch: AppDispatch, getState: AppGetState): Promise<boolean> => {
    const { folder } = getState().log;
    // nothing is sent before it is known whose folder answers here: a demo's water is no household's
    if (head.folder && !folder) return false;
    if (head.folder && head.folder !== folder) {
      dispatch(keepInSight(list => [...list, { ...head, problem: elsewhere, isElsewhere: true }]));
      dispatch(settled({ changed: [] }));
      return true;
    }
    try {
      const { changed, seq } = await postEntries(head.entries, head.mode);
      outcomes.set(head.entries, { is: 'recorded', entries: head.entries });
      dispatch(settled({ changed, seq }));
      dispatch(troubled(undefined));
      return true;
    } catch (error) {
      if (!(error instanceof ProblemAnswer)) {
        dispatch(troubled(error instanceof NoAnswer ? error.kind : undefined));
        return false;
      }
      const { problem } = error;
      if (head.isLeft) dispatch(keepInSight(list => [...list, { ...head, problem }]));
      const { judgements } = problem;
      outcomes.set(head.entries, judgements ? { is: 'refused', judgements } : { is: 'problem', problem });
      dispatch(settled({ changed: [] }));
      return true;
    }
  };

/** What was recorded for this folder, while another one was served in its place, is sent after all. */
export const returnHome = () => (dispatch: AppDispatch, getState: AppGetState) => {
  const { folder, turnedDown } = getState().log;
  const home = turnedDown.filter(one => one.isElsewhere && one.folder === folder);
  if (home.length === 0) return;
  for (const { entries, mode } of home) dispatch(queued({ entries, mode, isLeft: true }));
  keepQueue(getState().log.queue);
  dispatch(keepInSight(list => list.filter(one => !home.some(other => isSameOne(one, other)))));
};

/** What was turned down is sent once more as something that happened, or thrown away. */
export function decideOn(one: TurnedDown, decision: 'happened' | 'thrown-away') {
  return async (dispatch: AppDispatch, getState: AppGetState): Promise<void> => {
    if (decision === 'happened') {
      dispatch(queued({ entries: one.entries, mode: 'happened', isLeft: true }));
      keepQueue(getState().log.queue);
    }
    dispatch(keepInSight(list => list.filter(other => !isSameOne(one, other))));
    if (decision === 'happened') await dispatch(flush());
  };
}
