import { existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { type Replay, replay } from '../log/replay.ts';
import { FolderProblem, requireWhole } from './folder.ts';
import * as schema from './schema.ts';

/** What a copy holds. */
export interface Copy {
  readonly entries: number;
  readonly bytes: number;
}

/**
 * Writes the whole database, photos and all, into one file, also while entries come in; opened and replayed before it
 * counts as a copy.
 * @throws FolderProblem when the target is there already, or the copy is not equal to its own log
 */
export async function copyTo(file: string, target: string): Promise<Copy> {
  if (existsSync(target)) throw new FolderProblem(`${target} is there already: it is not written over.`);
  requireWhole(file);
  const part = `${target}.part`;
  rmSync(part, { force: true });
  const client = createClient({ url: `file:${file}` });
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [part] });
  } finally {
    client.close();
  }
  try {
    const copy = await verify(part);
    renameSync(part, target);
    return copy;
  } finally {
    rmSync(part, { force: true });
  }
}

/**
 * Looks whether a file is a whole database of Zeolite, of this build or an older one.
 * @throws FolderProblem when it is none, cut or damaged
 */
export async function requireSoundFile(file: string): Promise<void> {
  requireWhole(file);
  const client = createClient({ url: `file:${file}` });
  try {
    const { rows } = await client.execute('PRAGMA quick_check(1)');
    if (Object.values(rows[0] ?? {})[0] !== 'ok') throw new FolderProblem(`${file} is damaged.`);
    await client.execute('SELECT count(*) FROM entries');
  } catch (error) {
    if (error instanceof FolderProblem) throw error;
    throw new FolderProblem(`${file} is no Zeolite database, or damaged: ${String(error)}`);
  } finally {
    client.close();
  }
}

/**
 * Opens a copy and replays its log.
 * @throws FolderProblem when it is damaged, or its state is not what its log says
 */
export async function verify(file: string): Promise<Copy> {
  await requireSoundFile(file);
  const client = createClient({ url: `file:${file}` });
  let found: Replay;
  try {
    const db = drizzle(client, { schema });
    found = await replay({
      db,
      write: work => work(),
      wrote: () => undefined,
      settled: async () => undefined,
      close: async () => undefined,
    });
  } catch (error) {
    if (error instanceof FolderProblem) throw error;
    throw new FolderProblem(`${file} is no Zeolite database, or damaged: ${String(error)}`);
  } finally {
    client.close();
  }
  if (found.differing.length > 0)
    throw new FolderProblem(`${file}: ${found.differing.length} states are not what the log says.`);
  return { entries: found.entries, bytes: statSync(file).size };
}
