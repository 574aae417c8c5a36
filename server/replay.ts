import { fileURLToPath } from 'node:url';
import { databaseFile } from './db/folder.ts';
import { openDatabase } from './db/open.ts';
import { replay } from './log/replay.ts';

/** `npm run replay [-- folder]`: rebuilds the state tables from the log, and says whether they were equal before. */
const folder = process.argv[2] ?? fileURLToPath(new URL('../data/own', import.meta.url));
const database = await openDatabase(databaseFile(folder));
const before = await replay(database, true);
const after = await replay(database);
await database.close();
console.log(
  `${before.entries} entries on ${before.subjects} subjects; ${before.differing.length} state rows differed from the log.`,
);
for (const subject of before.differing) console.log(`  rebuilt: ${subject}`);
console.log(
  after.differing.length === 0 ? 'The replay equals the state tables.' : 'The state tables still differ.',
);
process.exit(after.differing.length === 0 ? 0 : 1);
