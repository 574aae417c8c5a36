import { writeFileSync } from 'node:fs';
import { bundleInto } from './bundle.ts';

// The programs that `npm start` and `npm run demo` run, each in one piece.

const FOLDER = 'programs';
await bundleInto(FOLDER, ['server/main.ts', 'demo/main.ts']);
// when they were built, and where: what they find beside their sources they find by that path
writeFileSync(`${FOLDER}/done`, process.cwd());
