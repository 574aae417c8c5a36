import { type Answers, createAnswers } from './answers.ts';
import type { Api } from './api.ts';
import type { SessionClock } from './clock.ts';
import type { OpenConnection } from './connection.ts';
import { createKeepingUp } from './keepingUp.ts';
import { lineChanged, loadFailed } from './logSlice.ts';
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
  const endings: (() => void)[] = [clock.close, moment.close];
  const { isSentElsewhere, catchUp, hear } = createKeepingUp({ api, clock, store, show, outbox });

  async function connect(): Promise<void> {
    await outbox.look();
    const retrying = setInterval(() => {
      // what another tab sent, and nobody told of, is asked for: it may have been told of before it was seen here
      if (isSentElsewhere()) void catchUp();
      else if (store.getState().log.queue.length > 0) void outbox.flush();
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
