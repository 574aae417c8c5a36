import { type Problem, problemType } from '#contract/problem.ts';
import { type Api, NoAnswer, ProblemAnswer } from './api.ts';
import { settled, troubled } from './logSlice.ts';
import { outcomeOf, type WaitedFor } from './outcome.ts';
import type { Show } from './showChanges.ts';
import { isOf, isTurnedDown, logIdOf, type OutboxStorage, type TurnedDown, type Waiting } from './storage.ts';
import type { AppStore } from './store.ts';

interface Parts {
  readonly api: Api;
  readonly storage: OutboxStorage;
  readonly store: AppStore;
  readonly show: Show;
  readonly waitedFor: WaitedFor;
  /** Reads what is kept, and shows it. */
  readonly look: () => Promise<void>;
}

/** After so many faults of the server over one, those behind it go first. */
const MOST_FAULTS = 3;

/** The reason that something recorded for another folder stays here. */
const elsewhere: Problem = { type: problemType('conflict'), title: 'another folder', status: 409 };

/** @returns what sends all that waits, whichever tab recorded it */
export function createSending({ api, storage, store, show, waitedFor, look }: Parts): () => Promise<void> {
  const { dispatch } = store;
  const logOf = () => store.getState().log;

  const flush = () =>
    storage.alone(async () => {
      let isFaulty = false;
      for (const one of await storage.all()) {
        if (isTurnedDown(one)) continue;
        const came = await send(one);
        if (came === 'no-answer') return;
        if (came === 'settled') continue;
        isFaulty = true;
        // once more may do; but what it stumbles over again and again does not hold up the others
        if (came < MOST_FAULTS) return;
      }
      if (!isFaulty) dispatch(troubled(undefined));
    });

  /** Sends one; whether it is settled, or how often the server had a fault of its own over it. */
  async function send(one: Waiting): Promise<'settled' | 'no-answer' | number> {
    // nothing is sent before it is known whose folder answers here: a demo's water is no household's
    if (one.folder && !logOf().folder) return 'no-answer';
    if (!isOf(one, logOf())) return setAside(one);
    try {
      const posted = await api.post(one.entries, one.mode, logIdOf(one));
      if (waitedFor.has(one.id)) waitedFor.set(one.id, { is: 'recorded', entries: one.entries });
      await storage.remove(one.id);
      await show(() => settled({ id: one.id, posted }));
      return 'settled';
    } catch (error) {
      if (error instanceof ProblemAnswer) {
        if (error.problem.errors?.some(e => e.pointer === '/folder' || e.pointer === '/epoch'))
          return setAside(one);
        await turnDown({ ...one, problem: error.problem });
        return 'settled';
      }
      const kind = error instanceof NoAnswer ? error.kind : undefined;
      dispatch(troubled(kind));
      if (kind !== 'internal') return 'no-answer';
      const faults = (one.faults ?? 0) + 1;
      await storage.put({ ...one, faults });
      return faults;
    }
  }

  /** Another folder is served at this address, or what was restored to it: it is kept until its own is served again, or it is brought in. */
  async function setAside(one: Waiting): Promise<'settled'> {
    await storage.put({ ...one, problem: elsewhere, isElsewhere: true });
    await show(() => settled({ id: one.id }));
    await look();
    return 'settled';
  }

  /** What somebody waits for is told to them; of what was left it stays in sight. */
  async function turnDown(one: TurnedDown): Promise<void> {
    if (waitedFor.has(one.id)) {
      waitedFor.set(one.id, outcomeOf(one.problem));
      await storage.remove(one.id);
    } else await storage.put(one);
    await show(() => settled({ id: one.id }));
    await look();
  }

  return flush;
}
