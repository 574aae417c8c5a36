import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * `npm run kernel`: makes `core/rain/catchment/kernel/tanksBinary.ts` of `tanks.as`. The compiler weighs a hundred megabytes and is wanted
 * only when that file changes, so it is fetched for the moment and is none of the project's dependencies.
 */
const COMPILER = 'assemblyscript@0.28.20';
const kernel = new URL('../core/catchment/kernel/', import.meta.url);
const folder = mkdtempSync(join(tmpdir(), 'zeolite-kernel-'));
const source = join(folder, 'tanks.ts');
const binary = join(folder, 'tanks.wasm');
copyFileSync(new URL('tanks.as', kernel), source);
execFileSync(
  'npx',
  [
    ...['--yes', '-p', COMPILER, 'asc', source, '-o', binary],
    ...['-O3', '--enable', 'simd', '--runtime', 'stub', '--noAssert', '--initialMemory', '64'],
  ],
  { stdio: 'inherit' },
);
const lines = readFileSync(binary)
  .toString('base64')
  .match(/.{1,100}/g)!;
writeFileSync(
  new URL('tanksBinary.ts', kernel),
  `/** Compiled from \`tanks.as\` by \`npm run kernel\`. */\nexport const tanksBinary =\n${lines.map(line => `  '${line}'`).join(' +\n')};\n`,
);
rmSync(folder, { recursive: true, force: true });
