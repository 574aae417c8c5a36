import type { LogEvent } from '#contract/log.ts';
import { routes } from '#contract/routes.ts';
import type { Instant } from '#core/base/day.ts';

/** What comes over the line from the server. */
export interface ConnectionListener {
  /** The line is there (again): what was missed meanwhile is asked for. */
  readonly onOpen: () => void;
  readonly onLost: () => void;
  readonly onEntries: (event: LogEvent) => void;
  readonly onClock: (now: Instant) => void;
}

type Told =
  | { readonly is: 'open' | 'lost' | 'who-is-there' }
  | { readonly is: 'entries'; readonly event: LogEvent }
  | { readonly is: 'clock'; readonly now: Instant };

/** Opens a line; what it gives back closes it. */
export type OpenConnection = (listener: ConnectionListener) => () => void;

const NAME = 'zeolite.line';

/**
 * Listens to the server. A browser keeps few connections to one server, and a stream takes one for good: so one tab holds it
 * for all, under a lock that passes to another when that tab is closed, and tells the others.
 */
export const openConnection: OpenConnection = listener => {
  if (!('locks' in navigator) || !('BroadcastChannel' in globalThis))
    return stream(told => hear(listener, told));
  const channel = new BroadcastChannel(NAME);
  let holds: (() => Told | undefined) | undefined;
  channel.onmessage = ({ data }: MessageEvent<Told>) => {
    // a tab that comes later asks whether the line is there
    if (data.is === 'who-is-there') {
      const now = holds?.();
      if (now) channel.postMessage(now);
    } else hear(listener, data);
  };
  channel.postMessage({ is: 'who-is-there' } satisfies Told);
  const closing = new AbortController();
  const isClosed = new Promise<void>(resolve => closing.signal.addEventListener('abort', () => resolve()));
  const held = navigator.locks.request(NAME, { signal: closing.signal }, async () => {
    let last: Told | undefined;
    holds = () => last;
    const close = stream(told => {
      if (told.is === 'open' || told.is === 'lost') last = told;
      channel.postMessage(told);
      hear(listener, told);
    });
    // held as long as this tab lives, or its session is open
    await isClosed;
    close();
  });
  // who gave up waiting for the lock has closed
  held.catch(() => undefined);
  return () => {
    closing.abort();
    channel.close();
  };
};

function hear(listener: ConnectionListener, told: Told): void {
  if (told.is === 'open') listener.onOpen();
  else if (told.is === 'lost') listener.onLost();
  else if (told.is === 'entries') listener.onEntries(told.event);
  else if (told.is === 'clock') listener.onClock(told.now);
}

function stream(tell: (told: Told) => void): () => void {
  const source = new EventSource(routes.events);
  source.onopen = () => tell({ is: 'open' });
  source.onerror = () => tell({ is: 'lost' });
  source.addEventListener('entries', ({ data }) =>
    tell({ is: 'entries', event: JSON.parse(data as string) as LogEvent }),
  );
  source.addEventListener('clock', ({ data }) =>
    tell({ is: 'clock', now: (JSON.parse(data as string) as { now: Instant }).now }),
  );
  return () => source.close();
}
