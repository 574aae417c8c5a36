import type { Mode } from '#contract/log.ts';
import { refusals } from '#core/base/judgement.ts';
import { handKnown, handOf } from '../person/person.ts';
import type { SessionClock } from './clock.ts';
import { type Draft, drawId, stamped } from './draft.ts';
import type { Judging } from './judging.ts';
import { queued, settled } from './logSlice.ts';
import { doneInLots, pause } from './lots.ts';
import { type Outcome, outcomeOf, type WaitedFor } from './outcome.ts';
import type { Show } from './showChanges.ts';
import { isTurnedDown, logIdOf, type OutboxStorage, type Waiting } from './storage.ts';
import type { AppStore } from './store.ts';

interface Parts {
  readonly clock: SessionClock;
  readonly storage: OutboxStorage;
  readonly store: AppStore;
  readonly show: Show;
  readonly waitedFor: WaitedFor;
  readonly judgeInLots: Judging['judgeInLots'];
  readonly look: () => Promise<void>;
  readonly flush: () => Promise<void>;
}

/** Records entries: judged here when they are intentions, shown at once, sent in order. */
export type Recording = (drafts: readonly Draft[], mode?: Mode) => Promise<Outcome>;

export function createRecording(parts: Parts): Recording {
  const { clock, storage, store, show, waitedFor, judgeInLots, look, flush } = parts;

  const record: Recording = async (drafts, mode = 'intend') => {
    // it happened when the hand pressed, however long the page takes to judge it
    const moments = drafts.map(() => clock.stamp());
    // the button answers the hand first; two presses are judged one after the other all the same
    await pause();
    if (mode === 'intend') {
      const judged = await doneInLots(judgeInLots(drafts));
      const refused = refusals(judged.flatMap(j => j.judgements));
      if (refused.length > 0) return { is: 'refused', judgements: refused };
    }
    if (store.getState().person.name.trim() && !handOf(store.getState().person))
      store.dispatch(handKnown(drawId()));
    const { person } = store.getState();
    const entries = stamped(drafts, {
      by: person.name || 'someone',
      hand: handOf(person),
      stamp: () => moments.shift()!,
    });
    const waiting: Waiting = { id: entries[0]!.id, entries, mode, ...logIdOf(store.getState().log) };
    waitedFor.set(waiting.id, undefined);
    // kept before it is shown: a page that is closed under the hand loses nothing
    await storage.put(waiting);
    await show(async () => ((await storage.get(waiting.id)) ? queued({ waiting }) : undefined));
    await flush();
    // sent in that very moment by another tab: nobody else would take it off what is shown
    if (!(await storage.get(waiting.id))) await show(() => settled({ id: waiting.id }));
    return (await cameOf(waiting)) ?? { is: 'waiting', entries };
  };

  /** What came of something that this tab recorded; undefined while it waits, and nobody waits for it from then on. */
  async function cameOf(waiting: Waiting): Promise<Outcome | undefined> {
    const own = waitedFor.get(waiting.id);
    waitedFor.delete(waiting.id);
    if (own) return own;
    const kept = await storage.get(waiting.id);
    // another tab sent it
    if (!kept) return { is: 'recorded', entries: waiting.entries };
    if (isTurnedDown(kept)) {
      if (kept.isElsewhere) return undefined;
      await storage.remove(kept.id);
      await look();
      return outcomeOf(kept.problem);
    }
    await storage.put({ ...kept, isLeft: true });
    return undefined;
  }

  return record;
}
