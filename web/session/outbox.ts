import type { Api } from './api.ts';
import type { SessionClock } from './clock.ts';
import { createDeciding, type Deciding } from './deciding.ts';
import { createJudging, type Judging } from './judging.ts';
import { outboxIs } from './logSlice.ts';
import type { WaitedFor } from './outcome.ts';
import { createRecording, type Recording } from './recording.ts';
import { createSending } from './sending.ts';
import type { Show } from './showChanges.ts';
import { isTurnedDown, type OutboxStorage, type Waiting } from './storage.ts';
import type { AppStore } from './store.ts';

/** What is recorded goes through here: judged, kept until the server has it, sent in order. */
export interface Outbox extends Judging {
  readonly record: Recording;
  readonly decide: Deciding['decide'];
  /** Sends what waits, whichever tab recorded it. */
  readonly flush: () => Promise<void>;
  /** Reads what is kept: at the start, and whenever another tab changed something. */
  readonly look: () => Promise<void>;
}

interface Parts {
  readonly api: Api;
  readonly clock: SessionClock;
  readonly storage: OutboxStorage;
  readonly store: AppStore;
  readonly show: Show;
}

export function createOutbox({ api, clock, storage, store, show }: Parts): Outbox {
  const waitedFor: WaitedFor = new Map();
  const look = async () => {
    await show(async () => {
      const kept = await storage.all();
      const waiting = kept.filter((one): one is Waiting => !isTurnedDown(one));
      return outboxIs({ waiting, turnedDown: kept.filter(isTurnedDown) });
    });
  };
  const flush = createSending({ api, storage, store, show, waitedFor, look });
  const judging = createJudging({ clock, store });
  const { judgeInLots } = judging;
  const record = createRecording({ clock, storage, store, show, waitedFor, judgeInLots, look, flush });
  const { decide, returnHome } = createDeciding({ storage, store, look, flush });

  storage.onChange(() => void look());
  return {
    ...judging,
    record,
    decide,
    flush: async () => {
      await returnHome(await storage.all());
      await look();
      await flush();
    },
    look,
  };
}
