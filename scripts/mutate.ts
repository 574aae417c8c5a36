import { execFileSync } from 'node:child_process';
import { relative } from 'node:path';
import { dirname } from 'node:path/posix';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';
import { drawn, type Edit, editsOf, foldersOf, NOT_MADE, testsNear } from './mutants.ts';
import { noticedOnScreens } from './screens.ts';

// Makes small wrong edits, one at a time, and tells which no test notices:
//   npm run mutate -- core/log            every edit of a folder
//   npm run mutate -- server --edits 300  as many, drawn by a seed, from a room
//   npm run mutate -- core --edits 40     as many from each folder of core
//   npm run mutate -- web --edits 60 --screens   what goes unnoticed is tried with the browser tests too

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    edits: { type: 'string' },
    seed: { type: 'string', default: '1' },
    screens: { type: 'boolean' },
  },
});
const [room = 'core/log'] = positionals;
const edits = Number(values.edits ?? Number.POSITIVE_INFINITY);
const seed = Number(values.seed);

/** Says one edit in a line, the same for what was drawn and for what was tried. */
const keyOf = ({ file, from, replacement }: Pick<Edit, 'file' | 'from' | 'replacement'>): string =>
  `${file}:${from.line + 1}:${from.column} ${replacement.replace(/\s+/g, ' ')}`;

/** What became of each edit that was drawn, by its line. */
async function tried(folder: string, chosen: readonly Edit[]): Promise<Map<string, string>> {
  process.env.ZEOLITE_TESTS = testsNear(folder).join(',');
  const results = await new Stryker({
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: 'vitest.mutate.config.ts', related: false },
    tsconfigFile: 'tsconfig.none.json',
    disableTypeChecks: false,
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    // ranges count lines from one
    mutate: chosen.map(
      ({ file, from, to }) => `${file}:${from.line + 1}:${from.column}-${to.line + 1}:${to.column}`,
    ),
    mutator: { excludedMutations: [...NOT_MADE] },
    reporters: ['progress-append-only'],
    tempDirName: 'test-results/stryker',
    logLevel: 'error',
    concurrency: 2,
    timeoutMS: 10_000,
    dryRunTimeoutMinutes: 20,
  } as never).runMutationTest();
  // results count lines and columns from one
  return new Map(
    results.map(({ fileName, location: { start }, replacement, status }) => [
      keyOf({
        file: relative(process.cwd(), fileName),
        from: { line: start.line - 1, column: start.column - 1 },
        replacement,
      }),
      status,
    ]),
  );
}

const NOTICED = ['Killed', 'Timeout', 'RuntimeError'];
/** What does not compile, and constants that are read once, before any test runs. */
const SET_ASIDE = ['Ignored', 'CompileError'];

/** What no test without a browser notices is tried with the browser tests, where that is asked. */
async function triedOnScreens(chosen: readonly Edit[], became: Map<string, string>): Promise<void> {
  const left = chosen.filter(edit => {
    const status = became.get(keyOf(edit)) ?? 'Ignored';
    return ![...NOTICED, ...SET_ASIDE].includes(status);
  });
  for (const [edit, status] of await noticedOnScreens(left, line => console.error(line)))
    became.set(keyOf(edit), status);
}

/** One row of the table, and a line for each edit that went unnoticed. */
function measured(folder: string, chosen: readonly Edit[], became: ReadonlyMap<string, string>) {
  const counted = chosen
    .map(edit => ({ edit, status: became.get(keyOf(edit)) ?? 'Ignored' }))
    .filter(({ status }) => !SET_ASIDE.includes(status));
  const left = counted.filter(({ status }) => !NOTICED.includes(status));
  const reached = counted.filter(({ status }) => status !== 'NoCoverage').length;
  const noticed = counted.length - left.length;
  const share = (of: number) => (of === 0 ? '–' : `${Math.round((100 * noticed) / of)} %`);
  return {
    row: `| \`${folder}\` | ${counted.length} | ${share(reached)} | ${share(counted.length)} |`,
    unnoticed: left.map(({ edit, status }) => `${status} ${keyOf(edit)}`),
  };
}

const folders = room === 'core' ? foldersOf('core') : [room];
const isOwn = (folder: string, file: string): boolean =>
  folders.length === 1 || dirname(file) === folder || !folders.includes(dirname(file));

console.log('| folder | edits | noticed, of those a test reaches | of all |\n|---|---|---|---|');
for (const folder of folders) {
  const all = (await editsOf(folder)).filter(({ file }) => isOwn(folder, file));
  const chosen = drawn(all, edits, seed);
  if (chosen.length === 0) continue;
  const became = await tried(folder, chosen);
  if (values.screens) await triedOnScreens(chosen, became);
  const { row, unnoticed } = measured(folder, chosen, became);
  console.log(row);
  for (const line of unnoticed) console.error(line);
}
const commit = execFileSync('git', ['log', '-1', '--format=%cs'], { encoding: 'utf8' }).trim();
console.log(`Measured on the work of ${commit}, seed ${seed}.`);
