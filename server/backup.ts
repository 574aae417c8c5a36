import { resolve } from 'node:path';
import { databaseFile, FolderProblem, ownFolder, requireThere } from './db/folder.ts';
import { copyTo } from './db/sqliteCopy.ts';

/** `npm run backup -- <file> [folder]`: one file with everything, also while the server runs. */
const [target, folder = ownFolder()] = process.argv.slice(2);
if (!target) {
  console.error('Name the file to write: npm run backup -- water-2026-11-26.backup');
  process.exit(2);
}
try {
  requireThere(folder);
  // a copy is as private as what it is of
  process.umask(0o077);
  const { entries, bytes } = await copyTo(databaseFile(folder), resolve(target));
  console.log(`${entries} entries, ${(bytes / 1e6).toFixed(1)} MB in ${target}; opened and replayed.`);
} catch (error) {
  if (!(error instanceof FolderProblem)) throw error;
  console.error(error.message);
  process.exit(1);
}
