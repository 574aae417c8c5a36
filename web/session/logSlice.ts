import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import isSame from 'fast-deep-equal';
import type { ChangedFacts, LogEvent, Posted } from '#contract/log.ts';
import type { ProblemKind } from '#contract/problem.ts';
import type { Facts } from '#core/log/facts.ts';
import type { Entry } from '#core/record.ts';
import { foldOnto, noFacts, subjectFactsOf, withSubject } from '#core/record.ts';
import type { TurnedDown, Waiting } from './storage.ts';

/** What waits, as the screen shows it. */
export interface Shown extends Waiting {
  /** The stream told of them before the answer came: they are in the server's facts already. */
  readonly isServed?: true;
  /** Another tab sent it: it stays in sight until the stream tells of it. */
  readonly isSent?: true;
}

export interface LogState {
  readonly status: 'loading' | 'ready' | 'unreachable';
  /** The server's facts. */
  readonly served: Facts;
  readonly seq: number;
  readonly queue: readonly Shown[];
  /** Served facts with the queue folded onto them: what the screen shows. */
  readonly facts: Facts;
  readonly turnedDown: readonly TurnedDown[];
  /** What the server said of itself when it could not take anything. */
  readonly trouble?: ProblemKind | undefined;
  readonly demo: boolean;
  /** The log has seen a later time than the server's machine tells. */
  readonly isAhead: boolean;
  /** The id of the folder that is served; unknown until the first snapshot. */
  readonly folder?: string;
  /** The stream is open: other browsers' entries arrive. */
  readonly isLive: boolean;
}

export const snapshotCame = createAction<{
  facts: Facts;
  seq: number;
  demo: boolean;
  folder?: string;
  isAhead?: boolean;
}>('log/snapshotCame');
export const clockPutRight = createAction('log/clockPutRight');
/** What waits in the outbox now: another tab recorded, or sent. */
export const outboxIs = createAction<{ waiting: readonly Waiting[]; turnedDown: readonly TurnedDown[] }>(
  'log/outboxIs',
);
export const entriesCame = createAction<LogEvent>('log/entriesCame');
/** One was recorded; `shown` are the facts with it, worked out from those that were shown. */
export const queued = createAction<{ waiting: Waiting; shown?: { of: Facts; facts: Facts } }>('log/queued');
/** One was acknowledged, with what it changed, or turned down. */
export const settled = createAction<{ id: string; posted?: Posted }>('log/settled');
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
  isAhead: false,
  isLive: false,
};

function withChanges(facts: Facts, changed: readonly ChangedFacts[]): Facts {
  return changed.reduce((f, [subject, body]) => withSubject(f, subject, body ?? undefined), facts);
}

// a strike needs the whole story of its subject, which the server has; its answer shows it
const optimistic = (queue: readonly Shown[]): Entry[] =>
  queue.flatMap(w => (w.isServed ? [] : w.entries)).filter(e => e.kind !== 'struck');

/** What follows a state: its facts are worked out anew where what they come from is another. */
function shown(state: LogState, before: LogState): LogState {
  const [entries, was] = [optimistic(state.queue), optimistic(before.queue)];
  const isSameQueue = entries.length === was.length && entries.every((e, i) => e.id === was[i]!.id);
  if (state.served === before.served && isSameQueue) return { ...state, facts: before.facts };
  return { ...state, facts: foldOnto(state.served, entries) };
}

/**
 * The server's word on some subjects. Where it is what the screen shows already, as it is after nearly everything recorded
 * here, the facts stay the very same and nothing is drawn anew.
 */
function told(state: LogState, changed: readonly ChangedFacts[], before: LogState): LogState {
  const isShown = changed.every(([subject, body]) =>
    isSame(subjectFactsOf(state.facts, subject) ?? null, body ?? null),
  );
  if (isShown && optimistic(state.queue).length === 0) return { ...state, served: state.facts };
  return shown({ ...state, served: withChanges(state.served, changed) }, before);
}

/**
 * The log as this browser knows it. A plain reducer: the facts are immutable already,
 * and drafting or freezing ten thousand containers would cost more than the fold.
 */
export function logReducer(state: LogState = fresh, action: UnknownAction): LogState {
  if (snapshotCame.match(action)) {
    const { facts, seq, demo, folder, isAhead = false } = action.payload;
    const queue = state.queue.filter(w => !w.isSent);
    return shown(
      {
        ...state,
        queue,
        status: 'ready',
        served: facts,
        seq,
        demo,
        isAhead,
        ...(folder ? { folder } : {}),
      },
      state,
    );
  }
  if (entriesCame.match(action)) {
    const { seq, ids, changed } = action.payload;
    if (seq <= state.seq) return state;
    const arrived = new Set(ids);
    const isTold = (w: Shown) => w.entries.every(e => arrived.has(e.id));
    const queue = state.queue
      .filter(w => !(w.isSent && isTold(w)))
      .map(w => (isTold(w) ? { ...w, isServed: true as const } : w));
    return told({ ...state, queue, seq }, changed, state);
  }
  if (queued.match(action)) {
    const { waiting, shown: ahead } = action.payload;
    // another tab looked meanwhile: it is there already
    if (state.queue.some(w => w.id === waiting.id)) return state;
    const next = { ...state, queue: [...state.queue, waiting] };
    return ahead?.of === state.facts ? { ...next, facts: ahead.facts } : shown(next, state);
  }
  if (settled.match(action)) {
    const { id, posted } = action.payload;
    const one = state.queue.find(w => w.id === id);
    const rest = { ...state, queue: state.queue.filter(w => w !== one) };
    if (posted && posted.seq > state.seq) {
      // where others' entries lie between, they are still on their way: the number waits for them
      const isNext = posted.seq === state.seq + posted.accepted.length;
      return told(isNext ? { ...rest, seq: posted.seq } : rest, posted.changed, state);
    }
    // the stream brought it before
    return one?.isServed ? rest : shown(rest, state);
  }
  if (outboxIs.match(action)) {
    const { waiting, turnedDown } = action.payload;
    const ids = new Set(waiting.map(w => w.id));
    const before = new Map(state.queue.map(w => [w.id, w]));
    const down = new Set(turnedDown.map(w => w.id));
    // what is gone and was not turned down was sent by another tab
    const sent = state.queue
      .filter(w => !ids.has(w.id) && !down.has(w.id) && !w.isServed)
      .map(w => ({ ...w, isSent: true as const }));
    // what waits is not sent, whatever it was taken for while it was on its way into the outbox
    const queue = [
      ...sent,
      ...waiting.map(w => (before.get(w.id)?.isServed ? { ...w, isServed: true as const } : w)),
    ];
    return shown({ ...state, queue, turnedDown }, state);
  }
  if (troubled.match(action))
    return state.trouble === action.payload ? state : { ...state, trouble: action.payload };
  if (clockPutRight.match(action)) return { ...state, isAhead: false };
  if (lineChanged.match(action)) return { ...state, isLive: action.payload };
  if (loadFailed.match(action))
    return state.status === 'loading' ? { ...state, status: 'unreachable' } : state;
  return state;
}
