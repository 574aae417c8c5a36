import {
  accessSync,
  chmodSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  renameSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createClient } from '@libsql/client';

/** What keeps a server from a data folder, in a sentence that says the way on. */
export class FolderProblem extends Error {}

/** The folder that the scripts and the server work on where nobody names one. */
export const ownFolder = (): string =>
  process.env.ZEOLITE_DATA ?? fileURLToPath(new URL('../../data/own', import.meta.url));

/** @throws FolderProblem when there is no database of Zeolite in a folder */
export function requireThere(folder: string): void {
  if (!existsSync(databaseFile(folder)))
    throw new FolderProblem(
      existsSync(folder) ? `There is no Zeolite database in ${folder}.` : `${folder} is not there.`,
    );
}

/** The database in a data folder. */
export const databaseFile = (folder: string): string => join(folder, 'zeolite.db');
/** What a server holds of it as long as it runs. */
export const lockFile = (folder: string): string => join(folder, 'lock.db');
/** The server's own log in it. */
export const logFile = (folder: string): string => join(folder, 'server.log');

const RESTORE = 'npm run restore -- <backup file>';

/**
 * Holds a folder for one server as long as the process lives: a lock of the file system, which goes with the process
 * however that ends.
 * @throws FolderProblem when another server holds it
 */
export async function holdFolder(folder: string): Promise<() => void> {
  const client = createClient({ url: `file:${lockFile(folder)}` });
  try {
    const held = await client.transaction('write');
    return () => {
      held.close();
      client.close();
    };
  } catch (error) {
    client.close();
    if (!/busy|locked/i.test(String(error))) throw error;
    throw new FolderProblem(
      `Another Zeolite serves ${folder}. Stop that one first, or name another folder in ZEOLITE_DATA.`,
    );
  }
}

/** What is written from now on is its owner's alone: files 600, folders 700. A system without such rights goes on without. */
export function keepPrivate(folder: string): void {
  process.umask(0o077);
  try {
    mkdirSync(folder, { recursive: true });
    chmodSync(folder, 0o700);
  } catch {
    // whether the folder can be used at all is said where that is looked at
  }
}

/** The server's own log begins anew when it has grown so far; the one before is kept beside it (bytes). */
const MOST_LOG_BYTES = 5_000_000;

/** Puts a log that has grown aside, in the place of the one that was put aside before. */
export function rotateLog(folder: string): void {
  const log = logFile(folder);
  if (existsSync(log) && statSync(log).size > MOST_LOG_BYTES) renameSync(log, `${log}.1`);
}

const MAGIC = 'SQLite format 3\0';
const HEADER_BYTES = 100;

/**
 * Looks at a folder before anything is opened in it, so that a folder which lost its database, or a file that was cut, is
 * never begun anew in silence.
 * @throws FolderProblem not writable, emptied, damaged or cut
 */
export function requireSound(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.R_OK | constants.W_OK);
  } catch {
    throw new FolderProblem(
      `${folder} cannot be written to. Give this user the right to, or choose another.`,
    );
  }
  const file = databaseFile(folder);
  if (existsSync(file)) {
    requireWhole(file);
    return;
  }
  const log = logFile(folder);
  if (existsSync(log) && statSync(log).size > 0)
    throw new FolderProblem(
      `${folder} was used before, but its database zeolite.db is gone. Put it back, or restore a backup: ${RESTORE}`,
    );
}

/** @throws FolderProblem when a file is no database, or shorter than it says */
export function requireWhole(file: string): void {
  // a server that was killed while it wrote left the rest beside the file: the engine puts the two together
  if (existsSync(`${file}-wal`) && statSync(`${file}-wal`).size > 0) return;
  const header = Buffer.alloc(HEADER_BYTES);
  const handle = openSync(file, 'r');
  const bytes = readSync(handle, header, 0, HEADER_BYTES, 0);
  closeSync(handle);
  if (bytes < HEADER_BYTES || header.toString('latin1', 0, MAGIC.length) !== MAGIC)
    throw new FolderProblem(
      `${file} is not a Zeolite database, or nothing of it is left. Restore a backup: ${RESTORE}`,
    );
  // offsets of the page size and of the count of pages: SQLite file format, 1.3
  const pageBytes = header.readUInt16BE(16) === 1 ? 65_536 : header.readUInt16BE(16);
  if (statSync(file).size < pageBytes * header.readUInt32BE(28))
    throw new FolderProblem(`${file} was cut: a part of it is missing. Restore a backup: ${RESTORE}`);
}

/** What the engine says of a file, as a sentence; undefined for what has nothing to do with the file. */
export function fileProblem(file: string, error: unknown): FolderProblem | undefined {
  const said = String(error);
  if (/NOTADB|CORRUPT|malformed|not a database/i.test(said))
    return new FolderProblem(`${file} is damaged and cannot be read. Restore a backup: ${RESTORE}`);
  if (/READONLY|readonly|CANTOPEN|unable to open/i.test(said))
    return new FolderProblem(`${file} cannot be opened for writing. Give this user the right to it.`);
  return undefined;
}
