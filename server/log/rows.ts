import { and, asc, between, desc, eq, gt, type InferSelectModel, inArray, or } from 'drizzle-orm';
import type { Entry, EntryKind } from '#core/areas/entries.ts';
import { upcast } from '#core/areas/entries.ts';
import type { Instant } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Told } from '#core/log/entry.ts';
import { isStruckBy } from '#core/log/strikes.ts';
import type { Db, Tx } from '../db/open.ts';
import { entries, entrySubjects } from '../db/schema.ts';
import { pauses } from '../lots.ts';

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

/** Entries that are read at once. */
const READ = 100;

interface Asked {
  /** Of these kinds. */
  readonly kinds?: readonly EntryKind[];
  /** That bear on this subject. */
  readonly subject?: Subject;
  /** Later than this moment. */
  readonly after?: Instant;
}

/** Entries in the log's order, in lots, with pauses between. */
export async function* entriesInLots(
  db: Db | Tx,
  { kinds, subject, after = '' }: Asked,
): AsyncGenerator<Entry[]> {
  const [at, id] = subject
    ? [entrySubjects.happenedAt, entrySubjects.entry]
    : [entries.happenedAt, entries.id];
  const pauseIfDue = pauses();
  for (let last = { at: after, id: '\uffff' }; ; ) {
    const query = db.select({ entry: entries }).from(entries).$dynamic();
    if (subject) query.innerJoin(entrySubjects, eq(entries.id, entrySubjects.entry));
    const rows = await query
      .where(
        and(
          subject ? eq(entrySubjects.subject, subject) : undefined,
          kinds ? inArray(entries.kind, [...kinds]) : undefined,
          or(gt(at, last.at), and(eq(at, last.at), gt(id, last.id))),
        ),
      )
      .orderBy(asc(at), asc(id))
      .limit(READ);
    const end = rows.at(-1)?.entry;
    if (!end) return;
    last = { at: end.happenedAt, id: end.id };
    yield rows.map(row => entryOf(row.entry));
    await pauseIfDue();
  }
}

async function collected(lots: AsyncIterable<readonly Entry[]>): Promise<Entry[]> {
  const all: Entry[] = [];
  for await (const lot of lots) for (const one of lot) all.push(one);
  return all;
}

/** Whether an entry is struck, by its id: from the strikes of a subject, or from all there are. */
async function struckOf(db: Db, subject?: Subject): Promise<(id: string) => boolean> {
  const strikes: Pick<Told, 'id' | 'data'>[] = [];
  const pauseIfDue = pauses();
  for (let last = { at: '', id: '' }; ; ) {
    // of many thousands only what says which strikes which
    const rows = await db
      .select({ id: entries.id, at: entries.happenedAt, data: entries.data })
      .from(entries)
      .where(
        and(
          eq(entries.kind, 'struck'),
          subject ? eq(entries.subject, subject) : undefined,
          or(gt(entries.happenedAt, last.at), and(eq(entries.happenedAt, last.at), gt(entries.id, last.id))),
        ),
      )
      .orderBy(asc(entries.happenedAt), asc(entries.id))
      .limit(LOT);
    const end = rows.at(-1);
    if (!end) return isStruckBy(strikes);
    last = { at: end.at, id: end.id };
    for (const row of rows) strikes.push(row);
    await pauseIfDue();
  }
}

/** Readings that stand, in lots; of one subject, or of all. */
export async function* readingsInLots(db: Db, subject?: Subject): AsyncGenerator<Entry[]> {
  const isStruck = await struckOf(db, subject);
  const asked = { kinds: ['read', 'source.tested'], ...(subject ? { subject } : {}) } as const;
  for await (const lot of entriesInLots(db, asked)) yield lot.filter(e => !isStruck(e.id));
}

/** Standing entries that are dated later than a moment, in the log's order: all of them, or the first so many. */
export async function entriesAfter(db: Db, moment: string, most?: number): Promise<Entry[]> {
  const later = await collected(entriesInLots(db, { after: moment }));
  if (later.length === 0) return [];
  const isStruck = await struckOf(db);
  return later.filter(e => e.kind !== 'struck' && !isStruck(e.id)).slice(0, most);
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
export const entriesOf = (db: Db | Tx, subject: Subject): Promise<Entry[]> =>
  collected(entriesInLots(db, { subject }));
