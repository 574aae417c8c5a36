import { and, inArray, lt } from 'drizzle-orm';
import { addMinutes, type Instant } from '#core/base/day.ts';
import { logInLots } from '../log/replay.ts';
import { lotsOf } from '../log/rows.ts';
import { pauses } from '../lots.ts';
import type { Database } from './open.ts';
import { photos } from './schema.ts';

/** A photo that no entry names waits so long for one: a phone that was away may still bring it (minutes). */
const WAITS_MIN = 90 * 1440;
/** Where nothing was recorded for so long, the clock may be wrong by years, and nothing goes (minutes). */
const QUIET_MIN = 30 * 1440;

const DIGEST = /[0-9a-f]{64}/g;

/** Removes the photos that no entry names, struck or not, and that came more than ninety days ago. */
export async function removeUnnamedPhotos({ db, write, commit }: Database, now: Instant): Promise<void> {
  const before = addMinutes(now, -WAITS_MIN);
  const old = await db.select({ digest: photos.digest }).from(photos).where(lt(photos.receivedAt, before));
  if (old.length === 0) return;
  const unnamed = new Set(old.map(photo => photo.digest));
  let newest = '';
  const pauseIfDue = pauses();
  for await (const lot of logInLots(db)) {
    for (const { recordedAt, data } of lot) {
      if (recordedAt > newest) newest = recordedAt;
      for (const [digest] of JSON.stringify(data).matchAll(DIGEST)) unnamed.delete(digest);
    }
    await pauseIfDue();
  }
  if (unnamed.size === 0 || newest < addMinutes(now, -QUIET_MIN)) return;
  await write(() =>
    commit(async tx => {
      for (const lot of lotsOf([...unnamed]))
        await tx.delete(photos).where(and(inArray(photos.digest, lot), lt(photos.receivedAt, before)));
    }),
  );
}
