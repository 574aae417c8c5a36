import { useSyncExternalStore } from 'react';
import { addMinutes, type Day, dayOf, type Instant } from '#core/calendar/day.ts';

/**
 * The browser's clock: the server's time, kept by an offset from this machine's. Contact times run from it,
 * so a phone that is an hour wrong still shows the right end.
 */
let offsetMs = 0;
let lastStamp = '';
let shown = '';
const listeners = new Set<() => void>();

const TICK_MS = 1000;

export function now(): Instant {
  return new Date(Date.now() + offsetMs).toISOString();
}

/** A moment for an entry: never the same twice, never going back. */
export function stamp(): Instant {
  const at = now();
  lastStamp = at > lastStamp ? at : addMinutes(lastStamp, 1 / 60_000);
  return lastStamp;
}

/** Sets the clock by the server's. */
export function setClock(serverNow: Instant): void {
  offsetMs = Date.parse(serverNow) - Date.now();
  tick();
}

function tick(): void {
  // whole seconds, so that everything on the screen ticks together
  const next = `${now().slice(0, 19)}.000Z`;
  if (next === shown) return;
  shown = next;
  for (const listener of listeners) listener();
}

setInterval(tick, TICK_MS / 2);
tick();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** States are computed anew this often; a clock that ends within shows it at most so late. */
const STATE_STEP_S = 2;

/** The moment that states on the screen are shown for. */
export const stateNow = (): Instant => roundedDown(shown, STATE_STEP_S);

export const useStateNow = (): Instant => useSyncExternalStore(subscribe, stateNow);

/** The day that it is where the group is. */
export const useToday = (timeZone: string): Day =>
  useSyncExternalStore(subscribe, () => dayOf(stateNow(), timeZone));

/** The time in whole seconds. */
export const useNow = (): Instant => useSyncExternalStore(subscribe, () => shown);

function roundedDown(at: Instant, stepSeconds: number): Instant {
  const ms = Math.floor(Date.parse(at) / (stepSeconds * 1000)) * stepSeconds * 1000;
  return new Date(ms).toISOString();
}
