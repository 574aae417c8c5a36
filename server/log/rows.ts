import { and, asc, between, desc, eq, gt, type InferSelectModel, inArray } from 'drizzle-orm';
import { standing } from '#core/log/strikes.ts';
import type { Entry } from '#core/record.ts';
import { upcast } from '#core/record.ts';
import type { Subject } from '#core/subject.ts';
import type { Db, Tx } from '../db/open.ts';
import { entries, entrySubjects } from '../db/schema.ts';

type Row = InferSelectModel<typeof entries>;

/** SQLite's bound parameters in one statement are limited; rows go in lots. */
export const LOT = 500;

export function lotsOf<T>(list: readonly T[], size = LOT): T[][] {
  return Array.from({ length: Math.ceil(list.length / size) }, (_, i) =>
    list.slice(i * size, (i + 1) * size),
  );
}

/** An entry as it was stored, in today's version. */
export function entryOf(row: Row): Entry {
  const { seq: _, receivedAt: __, also, hand, ...entry } = row;
  return upcast({ ...entry, ...(also ? { also } : {}), ...(hand ? { hand } : {}) });
}

export function rowOf(entry: Entry, seq: number, receivedAt: string): Row {
  return { ...entry, also: entry.also ?? null, hand: entry.hand ?? null, seq, receivedAt };
}

/** Entries of some ids. */
export async function entriesById(db: Db | Tx, ids: readonly string[]): Promise<Entry[]> {
  const found: Entry[] = [];
  for (const lot of lotsOf(ids)) {
    const rows = await db.select().from(entries).where(inArray(entries.id, lot));
    found.push(...rows.map(entryOf));
  }
  return found;
}

/** What was recorded together with a list, the list itself the last; empty where the entry is none. */
export async function entriesOfList(db: Db, id: string): Promise<Entry[]> {
  const [row] = await db.select().from(entries).where(eq(entries.id, id));
  const taken = row && entryOf(row);
  if (!row || taken?.kind !== 'list.taken') return [];
  if (taken.data.of) {
    const found = new Map((await entriesById(db, taken.data.of)).map(e => [e.id, e]));
    return [...taken.data.of.flatMap(of => found.get(of) ?? []), taken];
  }
  // a list of a build that did not name them: entries of one request have the numbers that follow one another
  const first = row.seq - (taken.data.entries ?? 1) + 1;
  const rows = await db
    .select()
    .from(entries)
    .where(and(between(entries.seq, first, row.seq), eq(entries.receivedAt, row.receivedAt)))
    .orderBy(asc(entries.seq));
  return rows.map(entryOf);
}

/** Standing entries that are dated later than a moment, in the log's order: all of them, or the first so many. */
export async function entriesAfter(db: Db, moment: string, most?: number): Promise<Entry[]> {
  const rows = await db
    .select()
    .from(entries)
    .where(gt(entries.happenedAt, moment))
    .orderBy(asc(entries.happenedAt), asc(entries.id));
  const strikes = rows.length > 0 ? await db.select().from(entries).where(eq(entries.kind, 'struck')) : [];
  return standing([...rows, ...strikes].map(entryOf))
    .filter(e => e.happenedAt > moment)
    .slice(0, most);
}

/**
 * The last entries that bear on a subject, in the log's order, with every strike of it, and how many there are: a vessel that was
 * read fifty thousand times opens by the last few.
 */
export async function lastEntriesOf(
  db: Db,
  subject: Subject,
  most?: number,
): Promise<{ entries: Entry[]; count: number }> {
  if (most === undefined) {
    const all = await entriesOf(db, subject);
    return { entries: all, count: all.length };
  }
  const count = await db.$count(entrySubjects, eq(entrySubjects.subject, subject));
  const last = await db
    .select({ entry: entries })
    .from(entrySubjects)
    .innerJoin(entries, eq(entries.id, entrySubjects.entry))
    .where(eq(entrySubjects.subject, subject))
    .orderBy(desc(entrySubjects.happenedAt), desc(entrySubjects.entry))
    .limit(most);
  return { entries: last.map(row => entryOf(row.entry)).reverse(), count };
}

/** All entries that bear on a subject, in the log's order. */
export async function entriesOf(db: Db | Tx, subject: Subject): Promise<Entry[]> {
  const rows = await db
    .select({ entry: entries })
    .from(entrySubjects)
    .innerJoin(entries, eq(entries.id, entrySubjects.entry))
    .where(eq(entrySubjects.subject, subject))
    .orderBy(asc(entrySubjects.happenedAt), asc(entrySubjects.entry));
  return rows.map(row => entryOf(row.entry));
}
