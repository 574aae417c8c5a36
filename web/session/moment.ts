import type { Instant } from '#core/base/day.ts';
import type { Answers } from './answers.ts';
import type { SessionClock } from './clock.ts';
import type { AppStore } from './store.ts';

/**
 * The moment that everything on the screen is shown for. It follows the clock once what is so at that moment is worked out:
 * at midnight a thousand drums change at once, and nobody waits for them.
 */
export interface Moment {
  readonly now: () => Instant;
  /** Calls when it goes on; gives back what ends it. */
  readonly subscribe: (listener: () => void) => () => void;
  /** Catches up with the clock. */
  readonly goOn: () => Promise<void>;
  readonly close: () => void;
}

interface Parts {
  readonly clock: SessionClock;
  readonly store: AppStore;
  readonly answers: Answers;
}

export function createMoment({ clock, store, answers }: Parts): Moment {
  let shown = clock.stateNow();
  let going: Promise<void> | undefined;
  const listeners = new Set<() => void>();

  async function follow(): Promise<void> {
    const now = clock.stateNow();
    try {
      await answers.workOut(store.getState().log.facts, now);
    } catch {
      // time goes on all the same, and what draws it says what is wrong: water must not stay good because it stood still
    }
    shown = now;
    for (const listener of listeners) listener();
  }
  const goOn: Moment['goOn'] = async () => {
    if (shown === clock.stateNow()) return;
    going ??= follow().finally(() => {
      going = undefined;
    });
    await going;
  };
  const close = clock.subscribe(() => void goOn());
  return {
    now: () => shown,
    subscribe: listener => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    goOn,
    close,
  };
}
