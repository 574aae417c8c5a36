import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bundleInto } from './bundle.ts';
import { KILLED, Killing } from './killing.ts';

/**
 * `npm run kill [-- rounds] [seed] [minutes]`: kills the server, a copy, a restore, an import, a refold and a clock that is put
 * right, in their midst; nothing acknowledged may be missing after any of them.
 */
const [count = 1000, seed = 1, minutes = 120] = process.argv.slice(2).map(Number);
const folder = mkdtempSync(join(tmpdir(), 'zeolite-kill-'));
const bundles = 'test-results/kill';
await bundleInto(bundles, KILLED);
const began = Date.now();
const { rounds, acknowledged } = await new Killing(folder, bundles, seed).run(
  count,
  began + minutes * 60_000,
);
const done = Object.values(rounds).reduce((sum, n) => sum + n, 0);
console.log(
  `${done} kills (${Object.entries(rounds)
    .map(([deed, n]) => `${deed} ${n}`)
    .join(
      ', ',
    )}), ${acknowledged} acknowledged, nothing missing; ${Math.round((Date.now() - began) / 1000)} s.`,
);
rmSync(folder, { recursive: true, force: true });
