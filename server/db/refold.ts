import type { Client } from '@libsql/client';
import { FOLD_VERSION } from '#core/areas/entries.ts';
import { replay } from '../log/replay.ts';
import type { Database } from './open.ts';

/** Facts that another build folded are folded anew, once: the log is what was recorded, and they follow from it. */
export async function refoldIfOlder(client: Client, database: Database): Promise<void> {
  if ((await foldVersionOf(client)) === FOLD_VERSION) return;
  await replay(database, true);
  await client.execute(`PRAGMA user_version = ${FOLD_VERSION}`);
}

/** How the facts of a file were folded; 0 in one of before this was counted. */
export async function foldVersionOf(client: Client): Promise<number> {
  const { rows } = await client.execute('PRAGMA user_version');
  return Number(Object.values(rows[0] ?? {})[0]);
}
