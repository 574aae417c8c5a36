import type { LogId, Mode } from '#contract/log.ts';
import type { Problem } from '#contract/problem.ts';
import type { Entry } from '#core/areas/entries.ts';
import { inTurn } from './inTurn.ts';

/** Entries recorded together, that the server has not acknowledged. */
export interface Waiting extends Partial<LogId> {
  /** The id of the first of them: what was recorded earlier is sent earlier. */
  readonly id: string;
  readonly entries: readonly Entry[];
  readonly mode: Mode;
  /** The hand that recorded it has gone on: what comes of it must be told apart. */
  readonly isLeft?: true;
  /** How often the server had a fault of its own over it. */
  readonly faults?: number;
}

/** What the server would not take. It stays until somebody decides. */
export interface TurnedDown extends Waiting {
  readonly problem: Problem;
  /** It was recorded for another folder than the one that is served now, or before that was restored. */
  readonly isElsewhere?: true;
}

/** What an outbox keeps: it waits, or it was turned down; what was sent is kept by the server. */
export type Kept = Waiting | TurnedDown;

/** Which log something says that it is of, as far as it does. */
export const logIdOf = ({
  folder,
  epoch,
}: {
  readonly [part in keyof LogId]?: LogId[part] | undefined;
}): Partial<LogId> => ({
  ...(folder ? { folder } : {}),
  ...(epoch ? { epoch } : {}),
});

/** Whether something was recorded for a log; what does not say so was recorded before any was known. */
export const isOf = (one: Waiting, { folder, epoch }: Partial<LogId>): boolean =>
  one.folder === undefined || (one.folder === folder && (one.epoch === undefined || one.epoch === epoch));

export const isTurnedDown = (kept: Kept): kept is TurnedDown => 'problem' in kept;

/**
 * Where an outbox is kept: one place for all tabs of a browser. What is put there stays through a reload, a closed lid and a
 * crash.
 */
export interface OutboxStorage {
  /** Everything kept, in the order it was recorded. */
  readonly all: () => Promise<Kept[]>;
  readonly get: (id: string) => Promise<Kept | undefined>;
  readonly put: (kept: Kept) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
  /** Does something while no other tab does the like. */
  readonly alone: <T>(work: () => Promise<T>) => Promise<T>;
  /** Calls when another tab changed something. */
  readonly onChange: (listener: () => void) => void;
}

const byId = (a: Kept, b: Kept): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/**
 * A place that is gone with the page, and the tabs that share it: for a drill, a test, or a browser that keeps nothing.
 * @returns opens one tab more
 */
export function memoryTabs(): () => OutboxStorage {
  const kept = new Map<string, Kept>();
  const alone = inTurn();
  const listeners: (() => void)[] = [];
  return () => {
    const own: (() => void)[] = [];
    const tellOthers = () => {
      for (const listener of listeners) if (!own.includes(listener)) listener();
    };
    return {
      all: async () => [...kept.values()].sort(byId),
      get: async id => kept.get(id),
      put: async one => {
        kept.set(one.id, one);
        tellOthers();
      },
      remove: async id => {
        kept.delete(id);
        tellOthers();
      },
      alone,
      onChange: listener => {
        own.push(listener);
        listeners.push(listener);
      },
    };
  };
}
