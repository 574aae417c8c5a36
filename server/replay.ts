import {
  databaseFile,
  FolderProblem,
  holdFolder,
  ownFolder,
  requireSound,
  requireThere,
} from './db/folder.ts';
import { openDatabase } from './db/open.ts';
import { replay } from './log/replay.ts';

/** `npm run replay [-- folder]`: rebuilds the state tables from the log, and says whether they were equal before. */
async function rebuild(folder: string): Promise<boolean> {
  requireThere(folder);
  requireSound(folder);
  const release = await holdFolder(folder);
  const database = await openDatabase(databaseFile(folder));
  try {
    const before = await replay(database, true);
    const after = await replay(database);
    console.log(
      `${before.entries} entries on ${before.subjects} subjects; ${before.differing.length} state rows differed from the log.`,
    );
    for (const subject of before.differing) console.log(`  rebuilt: ${subject}`);
    const isEqual = after.differing.length === 0;
    console.log(isEqual ? 'The replay equals the state tables.' : 'The state tables still differ.');
    return isEqual;
  } finally {
    await database.close();
    release();
  }
}

const [folder = ownFolder()] = process.argv.slice(2);
try {
  process.exit((await rebuild(folder)) ? 0 : 1);
} catch (error) {
  if (!(error instanceof FolderProblem)) throw error;
  console.error(error.message);
  process.exit(1);
}
