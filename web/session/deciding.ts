import {
  isOf,
  isTurnedDown,
  type Kept,
  logIdOf,
  type OutboxStorage,
  type TurnedDown,
  type Waiting,
} from './storage.ts';
import type { AppStore } from './store.ts';

/** What becomes of something that was turned down. */
export type Decision = 'happened' | 'here' | 'thrown-away';

interface Parts {
  readonly storage: OutboxStorage;
  readonly store: AppStore;
  readonly look: () => Promise<void>;
  readonly flush: () => Promise<void>;
}

export interface Deciding {
  /** What was turned down is sent once more as something that happened, brought into the log that is served, or thrown away. */
  readonly decide: (one: TurnedDown, decision: Decision) => Promise<void>;
  /** What was recorded for this folder, while another one was served in its place, waits for it again. */
  readonly returnHome: (kept: readonly Kept[]) => Promise<void>;
}

export function createDeciding({ storage, store, look, flush }: Parts): Deciding {
  const logOf = () => store.getState().log;

  const decide: Deciding['decide'] = async ({ problem: _, isElsewhere: __, ...one }, decision) => {
    if (decision === 'happened') await storage.put({ ...one, mode: 'happened', isLeft: true });
    else if (decision === 'here') await bringIn(one);
    else await storage.remove(one.id);
    await look();
    if (decision !== 'thrown-away') await flush();
  };

  /** What was recorded for another log is judged by this one, each entry by itself. */
  async function bringIn({ entries }: Waiting): Promise<void> {
    // the first takes the place of the whole, and comes last: cut in the midst, all of it is still there
    for (const entry of entries.toReversed())
      await storage.put({
        id: entry.id,
        entries: [entry],
        mode: 'intend',
        isLeft: true,
        ...logIdOf(logOf()),
      });
  }

  async function returnHome(kept: readonly Kept[]): Promise<void> {
    for (const one of kept) {
      if (!isTurnedDown(one) || !one.isElsewhere || !isOf(one, logOf())) continue;
      const { problem: _, isElsewhere: __, ...waiting } = one;
      await storage.put({ ...waiting, isLeft: true });
    }
  }

  return { decide, returnHome };
}
