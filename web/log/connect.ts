import { gather } from '#core/record.ts';
import { breathe } from '../app/breathe.ts';
import type { AppStore } from '../app/store.ts';
import { workOut } from './answers.ts';
import { fetchSnapshot } from './api.ts';
import { setClock, stateNow } from './clock.ts';
import { openLine } from './line.ts';
import {
  entriesCame,
  leftWaiting,
  lineChanged,
  loadFailed,
  queued,
  snapshotCame,
  turnedDownIs,
} from './logSlice.ts';
import { adoptQueues, keepQueue, loadTurnedDown } from './queueStorage.ts';
import { flush, returnHome } from './record.ts';

/** What waits is tried again this often, beside every time the line comes back. */
const RETRY_MS = 5000;

/**
 * Loads the facts, keeps them in step with the server, and sends what still waits from before.
 * @returns when the facts are there for the first time
 */
export function connect(store: AppStore): Promise<void> {
  adoptQueues(left => {
    for (const waiting of left) store.dispatch(queued(waiting));
    store.dispatch(leftWaiting());
    keepQueue(store.getState().log.queue);
    void store.dispatch(flush());
  });
  store.dispatch(turnedDownIs(loadTurnedDown()));

  const load = async (): Promise<void> => {
    try {
      const seqBefore = store.getState().log.seq;
      const { head, rows } = await fetchSnapshot();
      setClock(head.now);
      await breathe();
      const facts = gather(rows);
      await workOut(facts, stateNow());
      const { seq } = store.getState().log;
      // something was recorded while this was read: it would show what was, not what is
      if (seq !== seqBefore && seq > head.seq) {
        await load();
        return;
      }
      store.dispatch(snapshotCame({ facts, seq: head.seq, demo: head.demo, folder: head.folder }));
      store.dispatch(returnHome());
      await store.dispatch(flush());
    } catch {
      store.dispatch(loadFailed());
    }
  };

  const loaded = new Promise<void>(resolve => {
    openLine({
      // whatever was missed while the line was down is in the snapshot
      onOpen: () => {
        store.dispatch(lineChanged(true));
        void load().then(resolve);
      },
      onLost: () => {
        store.dispatch(lineChanged(false));
        store.dispatch(loadFailed());
      },
      onEntries: event => {
        const isGap = event.seq > store.getState().log.seq + event.ids.length;
        if (isGap) void load();
        else store.dispatch(entriesCame(event));
      },
      onClock: setClock,
    });
  });

  setInterval(() => {
    if (store.getState().log.queue.length > 0) void store.dispatch(flush());
  }, RETRY_MS);
  return loaded;
}
