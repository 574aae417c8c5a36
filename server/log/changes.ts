import { and, gt, lte } from 'drizzle-orm';
import { type ChangedFacts, type LogEvent, MOST_CHANGED } from '#contract/log.ts';
import { subjectFactsOf } from '#core/areas/entries.ts';
import { subjectsOf } from '#core/log/entry.ts';
import type { Db } from '../db/open.ts';
import { entries } from '../db/schema.ts';
import type { Log } from './append.ts';

/**
 * What changed since a number of the log: each subject that did, as it is now.
 * @returns undefined where so much changed, or the number is none of this log's, that the snapshot is the shorter way
 */
export async function changesSince(
  db: Db,
  log: Log,
  since: number,
  epoch: string,
): Promise<LogEvent | undefined> {
  const { facts, seq } = await log.view();
  if (since > seq || seq - since > MOST_CHANGED) return undefined;
  const rows = await db
    .select({ id: entries.id, subject: entries.subject, also: entries.also })
    .from(entries)
    .where(and(gt(entries.seq, since), lte(entries.seq, seq)));
  const subjects = new Set(rows.flatMap(({ subject, also }) => subjectsOf({ subject, also: also ?? [] })));
  const changed = [...subjects].map(
    (subject): ChangedFacts => [subject, subjectFactsOf(facts, subject) ?? null],
  );
  return { epoch, seq, ids: rows.map(row => row.id), changed };
}
