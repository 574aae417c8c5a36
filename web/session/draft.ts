import { monotonicFactory } from 'ulid';
import { type Entry, type EntryData, type EntryKind, writeEntry } from '#core/areas/entries.ts';
import type { Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { HandId } from '#core/log/entry.ts';
import type { Shelved } from '#core/log/facts.ts';

/** Random bytes are asked for so many at a time: each call costs the same, and an id needs sixteen. */
const POOL = 1024;
const pool = new Uint8Array(POOL);
let drawn = POOL;
function random(): number {
  if (drawn === POOL) {
    crypto.getRandomValues(pool);
    drawn = 0;
  }
  return pool[drawn++]! / 256;
}

/** Draws ids that sort by when they were drawn. */
export const drawId = monotonicFactory(random);

/** An id for a new subject. */
export const newSubject = (type: keyof Shelved): Subject => `${type}:${drawId()}`;

/** What one entry is to say; the rest of it is stamped when it is recorded. */
export interface Draft<K extends EntryKind = EntryKind> {
  readonly kind: K;
  readonly subject: Subject;
  readonly data: EntryData[K];
  readonly also?: readonly Subject[];
  /** When it happened, if not just now. */
  readonly at?: Instant;
  /** Its own id, where it comes back from a table: what is there already is not recorded twice. */
  readonly id?: string;
}

export const draft = <K extends EntryKind>(
  kind: K,
  subject: Subject,
  data: EntryData[K],
  more: Pick<Draft, 'also' | 'at' | 'id'> = {},
): Draft => ({ kind, subject, data, ...more }) as Draft;

/** Whose hand it is, and moments for what it records, one after another. */
export interface Signer {
  readonly by: string;
  readonly hand?: HandId | undefined;
  readonly stamp: () => Instant;
  /** Draws their ids; by default such as no other entry has. */
  readonly draw?: (ms: number) => string;
}

/** Ids for what is never recorded: a judgement or a preview of a thousand entries draws no thousand random numbers. */
export function drawPassing(): (ms: number) => string {
  let count = 0;
  return () => `passing-${String(++count).padStart(8, '0')}`;
}

/** Signs and dates drafts. */
export function stamped(drafts: readonly Draft[], { by, hand, stamp, draw = drawId }: Signer): Entry[] {
  return drafts.map(({ kind, subject, data, also, at, id: own }) => {
    const recordedAt = stamp();
    const id = own ?? draw(Date.parse(recordedAt));
    return writeEntry(kind, subject, data, {
      id,
      at: at ?? recordedAt,
      recordedAt,
      by,
      ...(hand ? { hand } : {}),
      ...(also ? { also } : {}),
    });
  });
}
