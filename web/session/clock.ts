import { addMinutes, type Instant } from '#core/base/day.ts';

/** The moment that states on the screen are shown for goes on in steps: a clock that ends within one shows it so late at most. */
const STATE_STEP_S = 2;
const TICK_MS = 1000;
/** A clock that goes back by more than this was wrong before (minutes). */
const BACK_MIN = 5;

/**
 * A session's clock: the server's time, kept by an offset from this machine's. Contact times run from it,
 * so a phone that is an hour wrong still shows the right end.
 */
export interface SessionClock {
  readonly now: () => Instant;
  /** A moment for an entry: never the same twice, never going back. */
  readonly stamp: () => Instant;
  /** Sets it by the server's. */
  readonly set: (serverNow: Instant) => void;
  /** The time in whole seconds, so that everything on the screen ticks together. */
  readonly shown: () => Instant;
  /** The moment that states on the screen are shown for. */
  readonly stateNow: () => Instant;
  /** Calls when the second changes; gives back what ends it. */
  readonly subscribe: (listener: () => void) => () => void;
  readonly close: () => void;
}

export function createClock(machineMs: () => number = Date.now): SessionClock {
  let offsetMs = 0;
  let lastStamp = '';
  let shown = '';
  let stateNow = '';
  const listeners = new Set<() => void>();
  const now = (): Instant => new Date(machineMs() + offsetMs).toISOString();
  const tick = () => {
    const next = `${now().slice(0, 19)}.000Z`;
    if (next === shown) return;
    shown = next;
    stateNow = roundedDown(shown, STATE_STEP_S);
    for (const listener of listeners) listener();
  };
  tick();
  const ticking = setInterval(tick, TICK_MS / 2);
  return {
    now,
    stamp: () => {
      const at = now();
      lastStamp = at > lastStamp ? at : addMinutes(lastStamp, 1 / 60_000);
      return lastStamp;
    },
    set: serverNow => {
      offsetMs = Date.parse(serverNow) - machineMs();
      // a clock that was put right goes back for good; a step of seconds does not
      if (serverNow < addMinutes(lastStamp || serverNow, -BACK_MIN)) lastStamp = '';
      tick();
    },
    shown: () => shown,
    stateNow: () => stateNow,
    subscribe: listener => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    close: () => clearInterval(ticking),
  };
}

function roundedDown(at: Instant, stepSeconds: number): Instant {
  const ms = Math.floor(Date.parse(at) / (stepSeconds * 1000)) * stepSeconds * 1000;
  return new Date(ms).toISOString();
}
