import type { Changes, LogEvent } from '#contract/log.ts';
import { gather } from '#core/areas/entries.ts';
import { type Answers, createAnswers } from './answers.ts';
import { type Api, ProblemAnswer } from './api.ts';
import type { SessionClock } from './clock.ts';
import type { OpenConnection } from './connection.ts';
import { shared } from './inTurn.ts';
import { entriesCame, lineChanged, loadFailed, snapshotCame } from './logSlice.ts';
import { pause } from './lots.ts';
import { createMoment, type Moment } from './moment.ts';
import { createOutbox, type Outbox } from './outbox.ts';
import { createShow } from './showChanges.ts';
import type { OutboxStorage } from './storage.ts';
import { type AppStore, createStore } from './store.ts';

/** What a session is made of: the real one is of the server, the browser's database and this machine's clock. */
export interface SessionParts {
  readonly api: Api;
  readonly clock: SessionClock;
  readonly storage: OutboxStorage;
  readonly openConnection: OpenConnection;
}

/** A log as one page works with it. A drill, a practice, another village are further sessions: none touches another's. */
export interface Session {
  readonly api: Api;
  readonly clock: SessionClock;
  readonly store: AppStore;
  readonly answers: Answers;
  readonly moment: Moment;
  readonly outbox: Outbox;
  /**
   * Loads the facts, keeps them in step with the server, and sends what still waits from before.
   * @returns when the facts are there for the first time
   */
  readonly connect: () => Promise<void>;
  readonly close: () => void;
}

/** What waits is tried again this often, beside every time the line comes back. */
const RETRY_MS = 5000;

export function createSession({ api, clock, storage, openConnection }: SessionParts): Session {
  const store = createStore();
  const answers = createAnswers();
  const moment = createMoment({ clock, store, answers });
  const show = createShow({ moment, store, answers });
  const outbox = createOutbox({ api, clock, storage, store, show });
  const logOf = () => store.getState().log;
  const endings: (() => void)[] = [clock.close, moment.close];
  const isSentElsewhere = () => logOf().queue.some(w => w.isSent);

  /** Reads the whole, once more where something was recorded while it was read. */
  async function load(): Promise<void> {
    try {
      const seqBefore = logOf().seq;
      const { head, rows } = await api.snapshot();
      clock.set(head.now);
      await pause();
      const { demo, folder, epoch, isAhead = false } = head;
      const came = snapshotCame({ facts: gather(rows), seq: head.seq, demo, folder, epoch, isAhead });
      // it would show what was, not what is
      const isOver = () => logOf().seq !== seqBefore && logOf().seq > head.seq;
      if (!(await show(() => (isOver() ? undefined : came)))) return await load();
      await outbox.flush();
      // it may have been in what was just read
      if (isSentElsewhere()) await closeGap();
    } catch {
      store.dispatch(loadFailed());
    }
  }

  /** Asks for what changed since, or for all of it where that is the shorter way. */
  async function closeGap(): Promise<void> {
    const { status, seq, folder, epoch } = logOf();
    if (status !== 'ready') return load();
    try {
      const changes: Changes = await api.changes(seq, epoch);
      // another folder is served in the place of this one
      if (changes.folder !== folder || changes.epoch !== epoch) return await load();
      clock.set(changes.now);
      const whole = entriesCame({ ...changes, isWhole: true });
      await show(() => whole);
      await outbox.flush();
    } catch (error) {
      if (error instanceof ProblemAnswer) await load();
      else store.dispatch(loadFailed());
    }
  }

  // however many entries come over a gap, it is asked for once, and once more for those that came meanwhile
  const catchUp = shared(closeGap);

  async function hear(event: LogEvent): Promise<void> {
    // of another epoch nothing is taken: the whole is asked for
    const isGap = () => event.epoch !== logOf().epoch || event.seq > logOf().seq + event.ids.length;
    if (!(await show(() => (isGap() ? undefined : entriesCame(event))))) await catchUp();
  }

  async function connect(): Promise<void> {
    await outbox.look();
    const retrying = setInterval(() => {
      // what another tab sent, and nobody told of, is asked for: it may have been told of before it was seen here
      if (isSentElsewhere()) void catchUp();
      else if (logOf().queue.length > 0) void outbox.flush();
    }, RETRY_MS);
    endings.push(() => clearInterval(retrying));
    await new Promise<void>(resolve => {
      const close = openConnection({
        onOpen: () => {
          store.dispatch(lineChanged(true));
          void catchUp().then(resolve);
        },
        onLost: () => {
          store.dispatch(lineChanged(false));
          store.dispatch(loadFailed());
        },
        onEntries: event => void hear(event),
        onClock: clock.set,
      });
      endings.push(close);
    });
  }

  return {
    api,
    clock,
    store,
    answers,
    moment,
    outbox,
    connect,
    close: () => {
      for (const end of endings.splice(0)) end();
    },
  };
}
