import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import isSame from 'fast-deep-equal';
import type { ChangedFacts, LogEvent, Posted } from '#contract/log.ts';
import type { ProblemKind } from '#contract/problem.ts';
import type { Entry } from '#core/areas/entries.ts';
import { foldOntoInLots, noFacts, subjectFactsOf, withSubjects } from '#core/areas/entries.ts';
import { atOnce, type InLots } from '#core/base/lots.ts';
import type { Facts } from '#core/log/facts.ts';
import { logIdOf, type TurnedDown, type Waiting } from './storage.ts';

/** What waits, as the screen shows it. */
export interface Shown extends Waiting {
  /** Another tab sent it: it stays in sight until the server tells of it. */
  readonly isSent?: true;
}

export interface LogState {
  readonly status: 'loading' | 'ready' | 'unreachable';
  /** The server's facts. */
  readonly served: Facts;
  readonly seq: number;
  /** What the server has not told of yet. */
  readonly queue: readonly Shown[];
  /** Ids of the entries that the server told of lately: they are in its facts, whatever the outbox still says of them. */
  readonly told: ReadonlySet<string>;
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
  /** Its epoch: it changes with every restore. */
  readonly epoch?: string;
  /** What waits is kept by the page alone: the browser's database does not work. */
  readonly isUnkept: boolean;
  /** The stream is open: other browsers' entries arrive. */
  readonly isLive: boolean;
}

export const snapshotCame = createAction<{
  facts: Facts;
  seq: number;
  demo: boolean;
  folder?: string;
  epoch?: string;
  isAhead?: boolean;
}>('log/snapshotCame');
export const clockPutRight = createAction('log/clockPutRight');
/** What waits in the outbox now: another tab recorded, or sent. */
export const outboxIs = createAction<{ waiting: readonly Waiting[]; turnedDown: readonly TurnedDown[] }>(
  'log/outboxIs',
);
/** The stream told of entries; `isWhole`: it was asked for everything up to now. */
export const entriesCame = createAction<Omit<LogEvent, 'epoch'> & { readonly isWhole?: true }>(
  'log/entriesCame',
);
/** One was recorded. */
export const queued = createAction<{ waiting: Waiting }>('log/queued');
/** One was acknowledged, with what it changed, or turned down. */
export const settled = createAction<{ id: string; posted?: Posted }>('log/settled');
export const troubled = createAction<ProblemKind | undefined>('log/troubled');
export const lineChanged = createAction<boolean>('log/lineChanged');
export const keptByBrowser = createAction<boolean>('log/keptByBrowser');
export const loadFailed = createAction('log/loadFailed');

const fresh: LogState = {
  status: 'loading',
  served: noFacts,
  seq: 0,
  queue: [],
  told: new Set(),
  turnedDown: [],
  facts: noFacts,
  demo: false,
  isAhead: false,
  isUnkept: false,
  isLive: false,
};

// what is worked out ahead and then shown is the very same: states and drawings are kept by the facts they come from
const changedBefore = new WeakMap<readonly ChangedFacts[], { readonly of: Facts; readonly facts: Facts }>();
const shownBefore = new WeakMap<readonly ChangedFacts[], Facts>();
const foldedBefore = new WeakMap<Facts, { readonly entries: readonly Entry[]; readonly facts: Facts }>();

/** Facts with the server's word on some subjects. */
function withChanges(of: Facts, changed: readonly ChangedFacts[]): Facts {
  const last = changedBefore.get(changed);
  if (last?.of === of) return last.facts;
  const facts = withSubjects(
    of,
    changed.map(([subject, body]) => [subject, body ?? undefined] as const),
  );
  changedBefore.set(changed, { of, facts });
  return facts;
}

/** Facts with entries folded onto them; those that follow what was folded before are folded onto that. */
function* withEntries(served: Facts, entries: readonly Entry[]): InLots<Facts> {
  const last = foldedBefore.get(served);
  const goesOn = last?.entries.every((e, i) => e.id === entries[i]?.id);
  const facts = goesOn
    ? yield* foldOntoInLots(last!.facts, entries.slice(last!.entries.length))
    : yield* foldOntoInLots(served, entries);
  foldedBefore.set(served, { entries, facts });
  return facts;
}

// a strike needs the whole story of its subject, which the server has; its answer shows it
const optimistic = (queue: readonly Shown[]): Entry[] =>
  queue.flatMap(w => w.entries).filter(e => e.kind !== 'struck');

/** So many ids are remembered: an outbox that is read while its entries are sent is some tens behind at most. */
const TOLD_LATELY = 1000;

/** A state that has been told of entries: they wait no more. They are recorded together, so the last stands for all. */
function toldOf(state: LogState, ids: readonly string[]): LogState {
  const told = new Set([...[...state.told].slice(-TOLD_LATELY), ...ids]);
  return { ...state, told, queue: state.queue.filter(w => !isTold(told, w)) };
}

const isTold = (told: ReadonlySet<string>, { entries }: Waiting): boolean => told.has(entries.at(-1)!.id);

/** A state with the facts that follow from what is served and what waits. */
function* shown(state: LogState): InLots<LogState> {
  return { ...state, facts: yield* withEntries(state.served, optimistic(state.queue)) };
}

/**
 * The server's word on some subjects. Where it is what the screen shows already, as it is after nearly everything recorded
 * here, the facts stay the very same and nothing is drawn anew.
 */
function* served(state: LogState, changed: readonly ChangedFacts[]): InLots<LogState> {
  if (optimistic(state.queue).length === 0 && (yield* isShown(state.facts, changed)))
    return { ...state, served: state.facts };
  return yield* shown({ ...state, served: withChanges(state.served, changed) });
}

function* isShown(facts: Facts, changed: readonly ChangedFacts[]): InLots<boolean> {
  if (shownBefore.get(changed) === facts) return true;
  for (const [subject, body] of changed) {
    if (!isSame(subjectFactsOf(facts, subject) ?? null, body ?? null)) return false;
    yield;
  }
  shownBefore.set(changed, facts);
  return true;
}

/** What an action makes of a log, in lots: a bulk act is a thousand subjects, and a page that hears of one goes on answering. */
export function* logAfterInLots(state: LogState, action: UnknownAction): InLots<LogState> {
  if (snapshotCame.match(action)) {
    const { facts, seq, demo, folder, epoch, isAhead = false } = action.payload;
    // what another tab had sent before this was read is in it
    const queue = state.queue.filter(w => !w.isSent);
    // what the log before a restore told of is not in this one
    const told = epoch === state.epoch ? state.told : fresh.told;
    const read = { served: facts, seq, demo, isAhead, told, ...logIdOf({ folder, epoch }) };
    return yield* shown({ ...state, ...read, queue, status: 'ready' });
  }
  if (entriesCame.match(action)) {
    const { seq, ids, changed, isWhole } = action.payload;
    const queue = isWhole ? state.queue.filter(w => !w.isSent) : state.queue;
    if (seq <= state.seq)
      return queue.length === state.queue.length ? state : yield* shown({ ...state, queue });
    return yield* served({ ...toldOf({ ...state, queue }, ids), seq }, changed);
  }
  if (queued.match(action)) {
    const { waiting } = action.payload;
    // another tab looked meanwhile: it is there already
    if (state.queue.some(w => w.id === waiting.id) || isTold(state.told, waiting)) return state;
    return yield* shown({ ...state, queue: [...state.queue, waiting] });
  }
  if (settled.match(action)) {
    const { id, posted } = action.payload;
    const rest = { ...state, queue: state.queue.filter(w => w.id !== id) };
    // where the stream brought it before, it is shown already
    if (!posted || posted.seq <= state.seq) return yield* shown(rest);
    // where others' entries lie between, they are still on their way: the number waits for them
    const isNext = posted.seq === state.seq + posted.accepted.length;
    const next = toldOf(isNext ? { ...rest, seq: posted.seq } : rest, posted.accepted);
    return yield* served(next, posted.changed);
  }
  if (outboxIs.match(action)) {
    const { waiting, turnedDown } = action.payload;
    const ids = new Set(waiting.map(w => w.id));
    const down = new Set(turnedDown.map(w => w.id));
    // what is gone and was not turned down was sent by another tab
    const sent = state.queue
      .filter(w => !ids.has(w.id) && !down.has(w.id))
      .map(w => ({ ...w, isSent: true as const }));
    // the outbox may have been read before the server told of what lay in it
    const queue = [...sent, ...waiting.filter(w => !isTold(state.told, w))];
    return yield* shown({ ...state, queue, turnedDown });
  }
  if (troubled.match(action))
    return state.trouble === action.payload ? state : { ...state, trouble: action.payload };
  if (clockPutRight.match(action)) return { ...state, isAhead: false };
  if (lineChanged.match(action)) return { ...state, isLive: action.payload };
  if (keptByBrowser.match(action)) return { ...state, isUnkept: !action.payload };
  if (loadFailed.match(action))
    return state.status === 'loading' ? { ...state, status: 'unreachable' } : state;
  return state;
}

/**
 * The log as this browser knows it. A plain reducer: the facts are immutable already,
 * and drafting or freezing ten thousand containers would cost more than the fold.
 */
export const logReducer = (state: LogState = fresh, action: UnknownAction): LogState =>
  atOnce(logAfterInLots(state, action));
