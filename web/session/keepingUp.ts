import type { Changes, LogEvent } from '#contract/log.ts';
import { gather } from '#core/areas/entries.ts';
import { type Api, ProblemAnswer } from './api.ts';
import type { SessionClock } from './clock.ts';
import { shared } from './inTurn.ts';
import { entriesCame, loadFailed, snapshotCame } from './logSlice.ts';
import { pause } from './lots.ts';
import type { Outbox } from './outbox.ts';
import type { Show } from './showChanges.ts';
import type { AppStore } from './store.ts';

interface Parts {
  readonly api: Api;
  readonly clock: SessionClock;
  readonly store: AppStore;
  readonly show: Show;
  readonly outbox: Outbox;
}

/** What keeps the facts of a page in step with the server's. */
export interface KeepingUp {
  /** Whether something that was sent, here or by another tab, is not in the facts yet. */
  readonly isSentElsewhere: () => boolean;
  /** Asks for what changed meanwhile; the whole where nothing is there yet. */
  readonly catchUp: () => Promise<void>;
  /** Takes what the server tells of, and asks for what was missed before it. */
  readonly hear: (event: LogEvent) => Promise<void>;
}

export function createKeepingUp({ api, clock, store, show, outbox }: Parts): KeepingUp {
  const logOf = () => store.getState().log;
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

  return { isSentElsewhere, catchUp, hear };
}
