import { copyFileSync, existsSync, mkdirSync, readFileSync, renameSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import * as v from 'valibot';
import { EntrySchema } from '#contract/entry.ts';
import { inOrder } from '#core/log/entry.ts';
import type { Entry } from '#core/record.ts';
import { systemClock } from './clock.ts';
import { requireSoundFile, verify } from './db/copy.ts';
import { databaseFile, FolderProblem, holdFolder, requireSound } from './db/folder.ts';
import { openDatabase } from './db/open.ts';
import { openLog } from './log/append.ts';
import { lotsOf } from './log/rows.ts';

const LogFileSchema = v.object({ format: v.literal('zeolite-log'), entries: v.array(v.unknown()) });

/** Puts a backup in the place of a folder's database; what was there is kept beside it. */
async function restoreFile(source: string, folder: string): Promise<string> {
  await requireSoundFile(source);
  const file = databaseFile(folder);
  // whole before anything is moved: a disk that is full loses nothing
  const whole = `${file}.restoring`;
  copyFileSync(source, whole);
  // one of an older build is brought to this one's schema, and its facts are folded anew
  await (await openDatabase(whole)).close();
  const { entries } = await verify(whole);
  const aside = `${file}.before-${new Date().toISOString().replaceAll(':', '-')}`;
  for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) renameSync(file + end, aside + end);
  renameSync(whole, file);
  await (await openDatabase(file)).close();
  await verify(file);
  return `${entries} entries are back.${existsSync(aside) ? ` What was there is kept as ${aside}.` : ''}`;
}

/** Takes the entries of a log that was taken out as JSON into a folder: in any order, and twice without harm. */
async function restoreLog(source: string, folder: string): Promise<string> {
  const { entries } = v.parse(LogFileSchema, JSON.parse(readFileSync(source, 'utf8')));
  const list = entries.map((entry, i): Entry => {
    const read = v.safeParse(EntrySchema, entry);
    if (read.success) return read.output;
    throw new FolderProblem(
      `Entry ${i + 1} of ${source} is none: ${read.issues[0].message}. Nothing was taken in.`,
    );
  });
  const database = await openDatabase(databaseFile(folder));
  const log = await openLog(database, systemClock());
  let fresh = 0;
  // a strike comes after what it strikes
  const ordered = [
    ...list.filter(e => e.kind !== 'struck').sort(inOrder),
    ...list.filter(e => e.kind === 'struck').sort(inOrder),
  ];
  for (const lot of lotsOf(ordered)) fresh += (await log.append(lot, 'happened')).accepted.length;
  await database.close();
  return `${fresh} entries taken in, ${list.length - fresh} were here already.`;
}

/** `npm run restore -- <file> [folder]`: a backup, or a log as JSON, into an empty or a used folder. */
const [source, folder = process.env.ZEOLITE_DATA ?? fileURLToPath(new URL('../data/own', import.meta.url))] =
  process.argv.slice(2);
if (!source || !existsSync(source)) {
  console.error(
    source ? `${source} is not there.` : 'Name the file: npm run restore -- <backup or log.json>',
  );
  process.exit(2);
}
try {
  const isLog = source.endsWith('.json');
  // a folder that lost its database is what a backup is for
  mkdirSync(folder, { recursive: true });
  if (isLog) requireSound(folder);
  const release = await holdFolder(folder);
  console.log(await (isLog ? restoreLog(source, folder) : restoreFile(source, folder)));
  release();
} catch (error) {
  if (!(error instanceof FolderProblem)) throw error;
  console.error(error.message);
  process.exit(1);
}
