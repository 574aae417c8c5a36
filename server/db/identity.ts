import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ulid } from 'ulid';
import type { LogId } from '#contract/log.ts';
import type { Database } from './open.ts';
import { identity } from './schema.ts';

const ROW = 1;

/** The id that builds before this one kept in a file of the folder; undefined where that is gone or empty. */
function idInFile(folder: string): string | undefined {
  const file = join(folder, 'folder.id');
  return (existsSync(file) && readFileSync(file, 'utf8').trim()) || undefined;
}

const fresh = (folder: string): LogId => ({ folder: idInFile(folder) ?? ulid(), epoch: ulid() });

/** Which log the database of a folder holds; a database that does not know it yet is told. */
export async function identityOf({ db, write }: Database, folder: string): Promise<LogId> {
  const [kept] = await db.select({ folder: identity.folder, epoch: identity.epoch }).from(identity);
  if (kept) return kept;
  const made = fresh(folder);
  await write(async () => void (await db.insert(identity).values({ row: ROW, ...made })));
  return made;
}

/** From here on it is another log: what a page knows of the one before is not mixed with it. */
export async function beginEpoch(database: Database, folder: string): Promise<void> {
  const { folder: id } = await identityOf(database, folder);
  const values = { row: ROW, folder: id, epoch: ulid() };
  await database.write(async () => {
    await database.db
      .insert(identity)
      .values(values)
      .onConflictDoUpdate({ target: identity.row, set: values });
  });
}
