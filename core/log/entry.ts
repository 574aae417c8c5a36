import type { Instant } from '../base/moment.ts';
import type { Subject } from '../base/subject.ts';

/** A client-made ULID: unique, and sorted by the time it was made. */
export type EntryId = string;

/** A ULID that a person's browser drew for a hand when it was first named. */
export type HandId = string;

/** One thing that happened, whatever its kind: immutable, put in order by (happenedAt, id). */
export interface Told<D = unknown> {
  readonly id: EntryId;
  /** The version that its data is written in (see upcast.ts). */
  readonly v: number;
  readonly kind: string;
  readonly subject: Subject;
  /** Other subjects it bears on: the supply a dose came from. */
  readonly also?: readonly Subject[];
  readonly happenedAt: Instant;
  readonly recordedAt: Instant;
  /** The name that the hand which recorded it went by, as people read it. */
  readonly by: string;
  /** That hand's id: the same whatever it goes by, so that guards can tell hands apart. */
  readonly hand?: HandId;
  readonly data: D;
}

/** Every subject an entry bears on. */
export function subjectsOf({ subject, also = [] }: Pick<Told, 'subject' | 'also'>): Subject[] {
  return [subject, ...also];
}

/** The log's order: when it happened, then the id; nothing depends on when it arrived. */
export function inOrder(a: Pick<Told, 'happenedAt' | 'id'>, b: Pick<Told, 'happenedAt' | 'id'>): number {
  if (a.happenedAt !== b.happenedAt) return a.happenedAt < b.happenedAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** Entries in the log's order; a list that is in it already, as almost all are, is only looked through. */
export function ordered<E extends Pick<Told, 'happenedAt' | 'id'>>(entries: readonly E[]): readonly E[] {
  for (let i = 1; i < entries.length; i++)
    if (inOrder(entries[i - 1]!, entries[i]!) > 0) return entries.toSorted(inOrder);
  return entries;
}

/** What the writer of an entry brings: its id, the times, the hand, and other subjects it bears on. */
export interface Stamp {
  readonly id: EntryId;
  readonly at: Instant;
  readonly by: string;
  readonly hand?: HandId;
  /** When it was recorded; `at` unless it is told later. */
  readonly recordedAt?: Instant;
  readonly also?: readonly Subject[];
}

/** The version that every kind is written in today. */
export const ENTRY_VERSION = 3;

/** An entry of today's version. */
export function writeTold<D>(kind: string, subject: Subject, data: D, stamp: Stamp): Told<D> {
  const { id, at, by, hand, recordedAt = at, also } = stamp;
  return {
    id,
    v: ENTRY_VERSION,
    kind,
    subject,
    ...(also ? { also } : {}),
    happenedAt: at,
    recordedAt,
    by,
    ...(hand ? { hand } : {}),
    data,
  };
}
