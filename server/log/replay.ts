import { isDeepStrictEqual } from 'node:util';
import { asc, gt } from 'drizzle-orm';
import type { Entry } from '#core/areas/entries.ts';
import { foldSubject } from '#core/areas/entries.ts';
import type { Subject } from '#core/base/subject.ts';
import { inOrder } from '#core/log/entry.ts';
import { bySubject } from '#core/log/fold.ts';
import type { Database, Db } from '../db/open.ts';
import { entries, facts } from '../db/schema.ts';
import { entryOf, lotsOf } from './rows.ts';

export interface Replay {
  readonly entries: number;
  readonly subjects: number;
  /** Subjects whose state row is not what the log says. */
  readonly differing: readonly Subject[];
}

/** Entries that are read at once. */
const READ = 50;

/** Every entry of the file in the order they arrived, some at a time: a log of a million is never in memory whole. */
export async function* logInLots(db: Db): AsyncGenerator<Entry[]> {
  for (let last = 0; ; ) {
    const rows = await db
      .select()
      .from(entries)
      .where(gt(entries.seq, last))
      .orderBy(asc(entries.seq))
      .limit(READ);
    if (rows.length === 0) return;
    last = rows.at(-1)!.seq;
    yield rows.map(entryOf);
  }
}

/** Every entry of the file, in the order they arrived. */
export async function wholeLog(db: Db): Promise<Entry[]> {
  return (await db.select().from(entries).orderBy(asc(entries.seq))).map(entryOf);
}

// what went through JSON once, as the state table has it
const asStored = (value: unknown): unknown =>
  value === undefined ? null : JSON.parse(JSON.stringify(value));

/**
 * Folds the whole log anew and compares it with the state table.
 * @param rebuild writes the state table anew, in one transaction
 */
export async function replay(database: Database, rebuild = false): Promise<Replay> {
  const log = await wholeLog(database.db);
  const stored = new Map((await database.db.select().from(facts)).map(row => [row.subject, row]));
  const rows = [...bySubject(log)].map(([subject, list]) => {
    const last = [...list].sort(inOrder).at(-1)!;
    return {
      subject,
      body: foldSubject(subject, list) ?? null,
      lastHappenedAt: last.happenedAt,
      lastEntry: last.id,
    };
  });
  const replayed = new Set(rows.map(r => r.subject));
  const differing = [
    ...rows
      .filter(row => !isDeepStrictEqual(asStored(row), asStored(stored.get(row.subject))))
      .map(row => row.subject),
    ...[...stored.keys()].filter(subject => !replayed.has(subject)),
  ];
  if (rebuild && differing.length > 0) {
    await database.write(() =>
      database.db.transaction(async tx => {
        await tx.delete(facts);
        for (const lot of lotsOf(rows)) await tx.insert(facts).values(lot);
      }),
    );
  }
  return { entries: log.length, subjects: rows.length, differing };
}
