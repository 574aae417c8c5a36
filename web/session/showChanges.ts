import type { UnknownAction } from '@reduxjs/toolkit';
import type { Answers } from './answers.ts';
import { inTurn } from './inTurn.ts';
import { logAfterInLots } from './logSlice.ts';
import { doneInLots, pause } from './lots.ts';
import type { Moment } from './moment.ts';
import type { AppStore } from './store.ts';

interface Parts {
  readonly moment: Moment;
  readonly store: AppStore;
  readonly answers: Answers;
}

/** What came to the log; undefined where nothing is left of it to show. */
type Find = () => UnknownAction | undefined | Promise<UnknownAction | undefined>;

/**
 * Shows what came to the log, whoever recorded it: first all that is drawn from it is worked out, in lots with pauses between,
 * then the page is told. So a thousand drums that another tab carried hold nobody up, and nothing is left to compute
 * while they are drawn. Everything that changes the facts comes through here, one after the other.
 * @param find asked when its turn has come
 * @returns whether there was something to show
 */
export type Show = (find: Find) => Promise<boolean>;

export function createShow({ moment, store, answers }: Parts): Show {
  const alone = inTurn();
  return find =>
    alone(async () => {
      const action = await find();
      if (!action) return false;
      await pause();
      const { log } = store.getState();
      const { facts } = await doneInLots(logAfterInLots(log, action));
      if (facts !== log.facts) {
        await moment.goOn();
        // what cannot be worked out is told by what draws it: the entry is not kept from the page for it
        await answers.workOut(facts, moment.now()).catch(() => undefined);
        await pause();
      }
      store.dispatch(action);
      return true;
    });
}
