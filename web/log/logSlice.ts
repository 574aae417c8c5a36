import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import isSame from 'fast-deep-equal';
import type { ChangedFacts, LogEvent, Mode } from '#contract/log.ts';
import type { Problem, ProblemKind } from '#contract/problem.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Entry } from '#core/record.ts';
import { foldOnto, noFacts, subjectFactsOf, withSubject } from '#core/record.ts';

/** Entries recorded together here, that the server has not acknowledged yet. */
export interface Waiting {
  readonly entries: readonly Entry[];
  readonly mode: Mode;
  /** The stream told of them before the answer came: they are in the server's facts already. */
  readonly isServed?: true;
  /** The folder that it was recorded for. */
  readonly folder?: string;
  /** The hand that recorded it has gone on: what comes of it must be told apart. */
  readonly isLeft?: true;
}

/** What the server would not take, long after it was recorded here. It stays until somebody decides. */
export interface TurnedDown extends Waiting {
  readonly problem: Problem;
  /** It was recorded for another folder than the one that is served now. */
  readonly isElsewhere?: true;
}

export interface LogState {
  readonly status: 'loading' | 'ready' | 'unreachable';
  /** The server's facts. */
  readonly served: Facts;
  readonly seq: number;
  readonly queue: readonly Waiting[];
  /** Served facts with the queue folded onto them: what the screen shows. */
  readonly facts: Facts;
  readonly turnedDown: readonly TurnedDown[];
  /** What the server said of itself when it could not take anything. */
  readonly trouble?: ProblemKind | undefined;
  readonly demo: boolean;
  /** The id of the folder that is served; unknown until the first snapshot. */
  readonly folder?: string;
  /** The stream is open: other browsers' entries arrive. */
  readonly isLive: boolean;
}

export const snapshotCame = createAction<{ facts: Facts; seq: number; demo: boolean; folder?: string }>(
  'log/snapshotCame',
);
export const entriesCame = createAction<LogEvent>('log/entriesCame');
export const queued = createAction<Waiting>('log/queued');
/** The head of the queue was acknowledged or turned down. */
export const settled = createAction<{ changed: readonly ChangedFacts[]; seq?: number }>('log/settled');
/** Nobody waits for what is in the queue any more. */
export const leftWaiting = createAction('log/leftWaiting');
/** What was turned down, after somebody decided or something was added. */
export const turnedDownIs = createAction<readonly TurnedDown[]>('log/turnedDownIs');
export const troubled = createAction<ProblemKind | undefined>('log/troubled');
export const lineChanged = createAction<boolean>('log/lineChanged');
export const loadFailed = createAction('log/loadFailed');

const fresh: LogState = {
  status: 'loading',
  served: noFacts,
  seq: 0,
  queue: [],
  turnedDown: [],
  facts: noFacts,
  demo: false,
  isLive: false,
};

function withChanges(facts: Facts, changed: readonly ChangedFacts[]): Facts {
  return changed.reduce((f, [subject, body]) => withSubject(f, subject, body ?? undefined), facts);
}

// a strike needs the whole story of its subject, which the server has; its answer shows it
const optimistic = (queue: readonly Waiting[]): Entry[] =>
  queue.flatMap(w => (w.isServed ? [] : w.entries)).filter(e => e.kind !== 'struck');

const shown = (state: LogState): LogState => ({
  ...state,
  facts: foldOnto(state.served, optimistic(state.queue)),
});

/**
 * The server's word on some subjects. Where it is what the screen shows already, as it is after nearly everything recorded
 * here, the facts stay the very same and nothing is drawn anew.
 */
function told(state: LogState, changed: readonly ChangedFacts[]): LogState {
  const isShown = changed.every(([subject, body]) =>
    isSame(subjectFactsOf(state.facts, subject) ?? null, body ?? null),
  );
  if (isShown && optimistic(state.queue).length === 0) return { ...state, served: state.facts };
  return shown({ ...state, served: withChanges(state.served, changed) });
}

/**
 * The log as this browser knows it. A plain reducer: the facts are immutable already,
 * and drafting or freezing ten thousand containers would cost more than the fold.
 */
export function logReducer(state: LogState = fresh, action: UnknownAction): LogState {
  if (snapshotCame.match(action)) {
    const { facts, seq, demo, folder } = action.payload;
    return shown({ ...state, status: 'ready', served: facts, seq, demo, ...(folder ? { folder } : {}) });
  }
  if (entriesCame.match(action)) {
    const { seq, ids, changed } = action.payload;
    if (seq <= state.seq) return state;
    const queue = state.queue.map(w =>
      w.entries.every(e => ids.includes(e.id)) ? { ...w, isServed: true as const } : w,
    );
    return told({ ...state, queue, seq }, changed);
  }
  if (queued.match(action)) return shown({ ...state, queue: [...state.queue, action.payload] });
  if (settled.match(action)) {
    const { changed, seq } = action.payload;
    const [head] = state.queue;
    const rest = { ...state, queue: state.queue.slice(1) };
    if (seq !== undefined && seq > state.seq) return told({ ...rest, seq }, changed);
    // the stream brought it before
    return head?.isServed ? rest : shown(rest);
  }
  if (leftWaiting.match(action))
    return { ...state, queue: state.queue.map(w => (w.isLeft ? w : { ...w, isLeft: true as const })) };
  if (turnedDownIs.match(action)) return { ...state, turnedDown: action.payload };
  if (troubled.match(action))
    return state.trouble === action.payload ? state : { ...state, trouble: action.payload };
  if (lineChanged.match(action)) return { ...state, isLive: action.payload };
  if (loadFailed.match(action))
    return state.status === 'loading' ? { ...state, status: 'unreachable' } : state;
  return state;
}
