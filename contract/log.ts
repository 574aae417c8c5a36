import * as v from 'valibot';
import type { Entry } from '#core/areas/entries.ts';
import type { Subject } from '#core/base/subject.ts';
import type { SubjectFacts } from '#core/log/facts.ts';

/** Whether entries are wished for (guards may refuse them) or tell what has happened already (always recorded). */
export type Mode = 'intend' | 'happened';

/** Most entries in one request; they are recorded together or not at all. */
export const MOST_ENTRIES = 5000;

/** Which log an address serves. */
export interface LogId {
  /** The id of the data folder: another household's water is another folder's. */
  readonly folder: string;
  /** Changes with every restore: what is known of the log before is not mixed with the one after. */
  readonly epoch: string;
}

/** A request to record: its entries are read one by one (`EntrySchema`), for there may be many. */
export const PostEntriesSchema = v.object({
  entries: v.pipe(v.array(v.unknown()), v.minLength(1, 'required'), v.maxLength(MOST_ENTRIES, 'too-many')),
  mode: v.picklist(['intend', 'happened'] satisfies Mode[]),
  /** The id of the folder that it was recorded for: another one does not take it. */
  folder: v.exactOptional(v.pipe(v.string(), v.maxLength(100))),
  /** The epoch that it was recorded in: another one does not take it unasked. */
  epoch: v.exactOptional(v.pipe(v.string(), v.maxLength(100))),
});

/** The facts of one subject after a change; null when it is gone. */
export type ChangedFacts = readonly [Subject, SubjectFacts | null];

/** What an acknowledged request did. Entries that were there already are named, and nothing was done for them. */
export interface Posted {
  readonly seq: number;
  readonly accepted: readonly string[];
  readonly repeated: readonly string[];
  readonly changed: readonly ChangedFacts[];
}

/** Everything a browser starts from. */
export interface Snapshot extends LogId {
  readonly seq: number;
  readonly now: string;
  readonly demo: boolean;
  /** The log has seen a later time than this machine tells: one of the two is wrong. */
  readonly isAhead?: true;
  readonly facts: readonly ChangedFacts[];
}

/** The daily copies of a store, as its server keeps them. */
export interface CopiesTold {
  /** The folder that they go into. */
  readonly into: string;
  /** The day of the newest that is there. */
  readonly lastDay?: string;
  /** When none could be made, if that was the last that came of it. */
  readonly failedAt?: string;
}

/** What a clock that ran ahead left behind. */
export interface Ahead {
  /** What the log has seen, and what the machine says. */
  readonly now: string;
  readonly machine: string;
  /** Entries that stand and are dated later than the machine says, in the log's order. */
  readonly entries: readonly Entry[];
}

/** What changed since a browser last heard: everything of the subjects that did, as it is now. */
export interface Changes extends LogEvent, LogId {
  readonly now: string;
}

/** Asks for what changed since a number of the log, of the epoch that the number is of. */
export const ChangesRequestSchema = v.object({
  since: v.pipe(v.string(), v.regex(/^\d{1,15}$/, 'whole'), v.transform(Number)),
  epoch: v.exactOptional(v.pipe(v.string(), v.maxLength(100))),
});

/** More entries than this are read as a snapshot. */
export const MOST_CHANGED = 1000;

/** One event of the stream: entries that came in, and what they changed. */
export interface LogEvent {
  readonly epoch: string;
  readonly seq: number;
  readonly ids: readonly string[];
  readonly changed: readonly ChangedFacts[];
}

/** What was recorded together with a list, the list itself the last. */
export interface TakenEntries {
  readonly entries: readonly Entry[];
}

/** An entry in a history, with whether a later one struck it. */
export interface HistoryLine {
  readonly entry: Entry;
  readonly isStruck: boolean;
}

export interface History {
  /** In the log's order; the last of them where not all were asked for. */
  readonly lines: readonly HistoryLine[];
  /** How many there are. */
  readonly count: number;
}

/** Asks for the last so many of a subject's entries; for all of them where it says nothing. */
export const HistoryRequestSchema = v.object({
  most: v.exactOptional(
    v.pipe(v.string(), v.regex(/^\d{1,6}$/, 'whole'), v.transform(Number), v.minValue(1)),
  ),
});
