import { monotonicFactory } from 'ulid';
import { type Entry, type EntryKind, writeEntry } from '#core/areas/entries.ts';
import type { Instant } from '#core/base/day.ts';
import type { Db } from '../db/open.ts';
import { entriesAfter } from './rows.ts';

/** The entry that says that what came before it was stamped by a clock that ran ahead. */
export const PUT_RIGHT = 'clock.put-right' satisfies EntryKind;
export const isPutRight = (entry: Entry): entry is Entry & { kind: typeof PUT_RIGHT } =>
  entry.kind === PUT_RIGHT;

/** Data in which entries are named by the ids that they have now. */
const renamed = <T>(data: T, ids: ReadonlyMap<string, string>): T =>
  JSON.parse(JSON.stringify(data), (_, value: unknown) =>
    typeof value === 'string' ? (ids.get(value) ?? value) : value,
  ) as T;

/**
 * What belongs to a clock that is put right: everything that stands and is dated later is struck and told anew, as of now and in
 * its order, so that nothing that waits is over before its time. All of it goes into the log in the transaction of the entry that
 * says so.
 */
export async function toldAnew(db: Db, right: Entry, now: Instant): Promise<Entry[]> {
  const later = await entriesAfter(db, now);
  const [ulid, ms] = [monotonicFactory(), Date.parse(now)];
  const draw = () => ulid(ms);
  const moments = { happenedAt: now, recordedAt: now };
  const strikes = later.toReversed().map(({ id, subject, also }) =>
    writeEntry(
      'struck',
      subject,
      { target: id },
      {
        ...{ id: draw(), at: now, recordedAt: now, by: right.by },
        ...(right.hand ? { hand: right.hand } : {}),
        ...(also ? { also } : {}),
      },
    ),
  );
  const ids = new Map(later.map(e => [e.id, draw()]));
  const anew = later
    .filter(e => !isPutRight(e))
    .map((e): Entry => ({ ...e, ...moments, id: ids.get(e.id)!, data: renamed(e.data, ids) }) as Entry);
  return [...strikes, ...anew];
}
