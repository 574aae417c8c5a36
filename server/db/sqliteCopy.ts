import { existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { type Client, createClient } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { type Replay, replay } from '../log/replay.ts';
import { FolderProblem, requireWhole } from './folder.ts';
import * as schema from './schema.ts';

/** What a copy holds. */
export interface Copy {
  readonly entries: number;
  readonly bytes: number;
}

/** Files that the engine keeps beside a database, and what a copy that was cut left of itself. */
const BESIDE = ['-wal', '-shm', '-journal'] as const;

/** Removes what is kept beside a database; what is in it must have gone into the file before. */
export function removeBeside(file: string): void {
  for (const end of BESIDE) rmSync(file + end, { force: true });
}

/** Removes a database with all that is kept beside it. */
export function removeDatabase(file: string): void {
  rmSync(file, { force: true });
  removeBeside(file);
}

/** What a log holds: how many entries, and the last of them. */
export interface Extent {
  readonly entries: number;
  /** When the last entry was recorded, and its id. */
  readonly last?: string;
  readonly id?: string;
}

async function ask<T>(file: string, work: (client: Client) => Promise<T>): Promise<T> {
  const client = createClient({ url: `file:${file}` });
  try {
    return await work(client);
  } finally {
    client.close();
  }
}

/** @throws FolderProblem when it is no database, cut or damaged */
export async function extentOf(file: string): Promise<Extent> {
  await requireSoundFile(file);
  return ask(file, async client => {
    const counted = await client.execute('SELECT count(*) AS entries FROM entries');
    const { rows } = await client.execute('SELECT id, recorded_at FROM entries ORDER BY seq DESC LIMIT 1');
    const entries = Number(counted.rows[0]!.entries);
    return rows[0] ? { entries, last: String(rows[0].recorded_at), id: String(rows[0].id) } : { entries };
  });
}

export const isSameExtent = (a: Extent, b: Extent): boolean => a.entries === b.entries && a.id === b.id;

/** What is in the log of the last writes goes into the file. */
export const settleInto = (file: string): Promise<unknown> =>
  ask(file, client => client.execute('PRAGMA wal_checkpoint(TRUNCATE)'));

/**
 * Copies a database by SQLite itself, with what a killed server left beside the file; what an earlier try left is removed first.
 * @throws FolderProblem when the source is damaged, or the copy does not hold what it holds
 */
export async function copyWhole(source: string, target: string): Promise<void> {
  const told = await extentOf(source);
  removeDatabase(target);
  await ask(source, client => client.execute({ sql: 'VACUUM INTO ?', args: [target] }));
  const copied = await extentOf(target);
  // entries may have come in meanwhile: never fewer
  if (copied.entries < told.entries)
    throw new FolderProblem(`${source} holds ${told.entries} entries, the copy of it ${copied.entries}.`);
}

/**
 * Writes the whole database, photos and all, into one file, also while entries come in; opened and replayed before it
 * counts as a copy.
 * @throws FolderProblem when the target is there already, or the copy is not equal to its own log
 */
export async function copyTo(file: string, target: string): Promise<Copy> {
  if (existsSync(target)) throw new FolderProblem(`${target} is there already: it is not written over.`);
  const part = `${target}.part`;
  try {
    await copyWhole(file, part);
    const copy = await verify(part);
    renameSync(part, target);
    return copy;
  } finally {
    removeDatabase(part);
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
      commit: async () => undefined,
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
