import type { Minute } from './problem.ts';

/** A phase of a batch in its place: when, with what, and by whom. */
export interface Bar {
  readonly batch: string;
  readonly stage: string;
  readonly phase: string;
  readonly from: Minute;
  readonly until: Minute;
  readonly tool?: string;
  readonly stove?: string;
  readonly hand?: string;
  /** Who looks after the flame. */
  readonly watcher?: string;
}

/** Water that goes through a stage together. */
export interface Batch {
  readonly id: string;
  readonly stage: string;
  readonly litres: number;
  readonly tool?: string;
  readonly from: Minute;
  readonly until: Minute;
  /** Litres that came out of it; none where it was lost. */
  readonly outL: number;
}

export interface Ready {
  readonly at: Minute;
  /** In all until then (L). */
  readonly litres: number;
}

export interface Schedule {
  readonly bars: readonly Bar[];
  readonly batches: readonly Batch[];
  readonly ready: readonly Ready[];
  /** When what is needed is ready; nothing where it never is within the horizon. */
  readonly endMin: Minute | undefined;
}

/** A phase that was begun, and when it was done. */
export interface BegunPhase {
  readonly id: string;
  readonly from: Minute;
  readonly until?: Minute;
  readonly hand?: string;
}

/** A batch that was begun: nothing of it moves any more. */
export interface Begun {
  readonly batch: string;
  readonly stage: string;
  readonly litres: number;
  readonly tool?: string;
  readonly stove?: string;
  readonly phases: readonly BegunPhase[];
  /** Minutes that the live phase is said to take beyond what was reckoned. */
  readonly lateMin?: Minute;
  /** It is over: its water went on, or was lost. */
  readonly ended?: { readonly at: Minute; readonly isLost: boolean };
}

/** What is left is shared evenly among as few batches as hold it, or among all tools that take it. */
export const EVEN = 0;
export const SPREAD = 2;

/** How the work is put in order: what a search varies. By the place of each stage in its problem, line after line. */
export interface Choices {
  /** Which stage is begun first where several could: the higher one. */
  readonly order: readonly number[];
  /** How full a batch is made (0–1), or `EVEN` or `SPREAD`. */
  readonly fill: readonly number[];
  /** The share of the need that each line is given at most. */
  readonly most: readonly number[];
}

/** Litres that are ready by a moment. */
export const readyBy = ({ ready }: Pick<Schedule, 'ready'>, at: Minute): number =>
  ready.findLast(r => r.at <= at)?.litres ?? 0;
