import type { ChangedFacts, Snapshot } from './log.ts';

/** A snapshot as lines of JSON: a head, then the facts in lots, so that a browser can breathe while it reads a large one. */
export type SnapshotHead = Omit<Snapshot, 'facts'>;
export type SnapshotLot = readonly ChangedFacts[];

/** Subjects in one line. */
export const SUBJECTS_A_LINE = 100;

export const LINES_TYPE = 'application/x-ndjson';
