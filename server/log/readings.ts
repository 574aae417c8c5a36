import { and, asc, eq, gt, inArray, or } from 'drizzle-orm';
import { standing } from '#core/log/strikes.ts';
import type { Entry } from '#core/record.ts';
import type { Subject } from '#core/subject.ts';
import type { Db } from '../db/open.ts';
import { entries, entrySubjects } from '../db/schema.ts';
import { entryOf } from './rows.ts';

/** Kinds of entry that a reading comes by. */
const kinds = ['read', 'source.tested'] as const;
/** Entries that are read at once. */
const READ = 100;

/** Readings that stand, in the log's order, in lots; of one subject, or of all. */
export async function* readingsInLots(db: Db, subject?: Subject): AsyncGenerator<Entry[]> {
  const strikes = (
    await db
      .select()
      .from(entries)
      .where(
        subject ? and(eq(entries.kind, 'struck'), eq(entries.subject, subject)) : eq(entries.kind, 'struck'),
      )
  ).map(entryOf);
  for (let after = { at: '', id: '' }; ; ) {
    const later = or(
      gt(entrySubjects.happenedAt, after.at),
      and(eq(entrySubjects.happenedAt, after.at), gt(entrySubjects.entry, after.id)),
    );
    const rows = subject
      ? (
          await db
            .select({ entry: entries })
            .from(entrySubjects)
            .innerJoin(entries, eq(entries.id, entrySubjects.entry))
            .where(and(eq(entrySubjects.subject, subject), inArray(entries.kind, [...kinds]), later))
            .orderBy(asc(entrySubjects.happenedAt), asc(entrySubjects.entry))
            .limit(READ)
        ).map(row => row.entry)
      : await db
          .select()
          .from(entries)
          .where(
            and(
              inArray(entries.kind, [...kinds]),
              or(
                gt(entries.happenedAt, after.at),
                and(eq(entries.happenedAt, after.at), gt(entries.id, after.id)),
              ),
            ),
          )
          .orderBy(asc(entries.happenedAt), asc(entries.id))
          .limit(READ);
    const last = rows.at(-1);
    if (!last) return;
    after = { at: last.happenedAt, id: last.id };
    const read = rows.map(entryOf);
    yield standing([...read, ...strikes]).filter(e => e.kind !== 'struck');
  }
}
