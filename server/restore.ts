import { existsSync, readFileSync, renameSync } from 'node:fs';
import { systemClock } from './clock.ts';
import {
  databaseFile,
  FolderProblem,
  holdFolder,
  keepPrivate,
  ownFolder,
  requireSound,
} from './db/folder.ts';
import { beginEpoch, identityOf } from './db/identity.ts';
import { openDatabase } from './db/open.ts';
import {
  copyWhole,
  extentOf,
  isSameExtent,
  removeBeside,
  removeDatabase,
  settleInto,
  verify,
} from './db/sqliteCopy.ts';
import { openLog } from './log/append.ts';
import { entriesById, lotsOf } from './log/rows.ts';
import { takenLog } from './log/taken.ts';

/**
 * Puts a backup in the place of a folder's database; what was there is kept beside it. Everything is copied by SQLite itself, so that
 * what a killed server left in the log of its last writes comes along; nothing is moved before all of it is whole.
 */
async function restoreFile(source: string, folder: string): Promise<string> {
  const told = await extentOf(source);
  const file = databaseFile(folder);
  const whole = `${file}.restoring`;
  await copyWhole(source, whole);
  // one of an older build is brought to this one's schema, and its facts are folded anew
  const brought = await openDatabase(whole);
  await beginEpoch(brought, folder);
  await brought.close();
  await verify(whole);
  await settleInto(whole);
  removeBeside(whole);
  const aside = await keepAside(file);
  renameSync(whole, file);
  await (await openDatabase(file)).close();
  await verify(file);
  const back = await extentOf(file);
  if (!isSameExtent(told, back))
    throw new FolderProblem(
      `${source} holds ${told.entries} entries, but ${back.entries} came back. What was there is ${aside ?? 'nothing'}.`,
    );
  const last = back.last ? `, the last of ${back.last}` : '';
  return `${back.entries} entries are back${last}.${aside ? ` What was there is kept as ${aside}.` : ''}`;
}

/** Keeps what is in the place of a database beside it; a database that is whole as one file, a damaged one with all that is left of it. */
async function keepAside(file: string): Promise<string | undefined> {
  if (!existsSync(file)) {
    removeDatabase(file);
    return undefined;
  }
  const aside = `${file}.before-${new Date().toISOString().replaceAll(':', '-')}`;
  try {
    await copyWhole(file, aside);
    // the log of the last writes goes into the file first: cut here, the folder is as it was
    await settleInto(file);
    removeBeside(file);
  } catch (error) {
    if (!(error instanceof FolderProblem)) throw error;
    removeDatabase(aside);
    for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) renameSync(file + end, aside + end);
  }
  return aside;
}

/**
 * Takes the entries of a log that was taken out as JSON into a folder: in any order, twice without harm, and all of them or none.
 * They go into a copy, which takes the place of the database once it is whole.
 */
async function restoreLog(source: string, folder: string): Promise<string> {
  const file = databaseFile(folder);
  const whole = `${file}.taking-in`;
  removeDatabase(whole);
  if (existsSync(file)) await copyWhole(file, whole);
  try {
    const database = await openDatabase(whole);
    let [all, fresh] = [0, 0];
    try {
      const clock = systemClock();
      const here = (ids: readonly string[]) => entriesById(database.db, ids);
      const list = await takenLog(source, readFileSync(source, 'utf8'), here, clock.machine());
      await identityOf(database, folder);
      const log = await openLog(database, clock);
      for (const lot of lotsOf(list)) fresh += (await log.takeOver(lot)).accepted.length;
      all = list.length;
    } finally {
      await database.close();
    }
    await verify(whole);
    await settleInto(whole);
    removeBeside(whole);
    if (existsSync(file)) await settleInto(file);
    removeBeside(file);
    renameSync(whole, file);
    return `${fresh} entries taken in, ${all - fresh} were here already.`;
  } finally {
    removeDatabase(whole);
  }
}

/** `npm run restore -- <file> [folder]`: a backup, or a log as JSON, into an empty or a used folder. */
const [source, folder = ownFolder()] = process.argv.slice(2);
if (!source || !existsSync(source)) {
  console.error(
    source ? `${source} is not there.` : 'Name the file: npm run restore -- <backup or log.json>',
  );
  process.exit(2);
}
try {
  const isLog = source.endsWith('.json');
  // a folder that lost its database is what a backup is for
  keepPrivate(folder);
  if (isLog) requireSound(folder);
  const release = await holdFolder(folder);
  console.log(await (isLog ? restoreLog(source, folder) : restoreFile(source, folder)));
  release();
} catch (error) {
  if (!(error instanceof FolderProblem)) throw error;
  console.error(error.message);
  process.exit(1);
}
