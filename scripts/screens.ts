import { execFileSync, spawnSync } from 'node:child_process';
import { readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { type Edit, NOT_MADE, quiet } from './mutants.ts';

// Tries small wrong edits of the screens with the browser tests: one build holds all of them, each switched on by itself.

const COPY = resolve('test-results/screens');
/** So many tests that pass an edit's line are tried on it, the quickest first. */
const MOST_TESTS = 4;

/** A browser test, how long it takes, and the edits whose lines it passes. */
interface Passed {
  readonly at: string;
  readonly ms: number;
  readonly ids: readonly string[];
}

const run = (command: string, args: readonly string[], env: Readonly<Record<string, string>> = {}) =>
  spawnSync(command, args, { cwd: COPY, encoding: 'utf8', env: { ...process.env, ...env } });

/** A copy of what is committed, in which every one of the edits can be switched on. */
async function copyWith(edits: readonly Edit[]): Promise<Map<Edit, string>> {
  rmSync(COPY, { recursive: true, force: true });
  execFileSync('git', ['clone', '--quiet', '.', COPY]);
  symlinkSync(resolve('node_modules'), join(COPY, 'node_modules'));
  const files = [...new Set(edits.map(edit => edit.file))];
  const { mutants, files: made } = await new Instrumenter(quiet as never).instrument(
    files.map(name => ({ name, mutate: true, content: readFileSync(join(COPY, name), 'utf8') })),
    { plugins: null, excludedMutations: NOT_MADE, ignorers: [] },
  );
  for (const { name, content } of made) writeFileSync(join(COPY, name), content);
  const page = join(COPY, 'web/index.html');
  const switched = readFileSync(page, 'utf8').replace('<head>', '<head><script src="/edit.js"></script>');
  writeFileSync(page, switched);
  watchPages();
  const built = run('npx', ['vite', 'build', '--logLevel', 'error']);
  if (built.status !== 0) throw new Error(built.stderr);
  return new Map(
    edits.flatMap(edit => {
      const same = mutants.find(
        ({ fileName, location: { start }, replacement }) =>
          fileName === edit.file &&
          start.line === edit.from.line &&
          start.column === edit.from.column &&
          replacement === edit.replacement,
      );
      return same ? [[edit, same.id] as const] : [];
    }),
  );
}

/** Each browser test of the copy writes down which edits its pages passed. */
function watchPages(): void {
  const fixtures = join(COPY, 'e2e/zeolite.ts');
  const source = readFileSync(fixtures, 'utf8').replace(
    '  zeolite: async ({ browserName',
    `  context: async ({ context }, use, info) => {
    const ids = new Set<string>();
    const from = Date.now();
    const list = process.env.PASSED;
    if (list) await context.exposeFunction('passed', (id: string) => void ids.add(id));
    await use(context);
    const passed = { at: info.file + ':' + info.line, ms: Date.now() - from, ids: [...ids] };
    if (list) noted(list, JSON.stringify(passed) + '\\n');
  },
  zeolite: async ({ browserName`,
  );
  writeFileSync(fixtures, `import { appendFileSync as noted } from 'node:fs';\n${source}`);
}

/** What the page reads first: which edit is on, or that what is passed is told. */
const setSwitch = (script: string): void => writeFileSync(join(COPY, 'dist/edit.js'), script);

const TELLS = `const told = new Set();
globalThis.__stryker__ = { mutantCoverage: { perTest: {}, static: new Proxy({}, { set(of, id, value) {
  of[id] = value;
  if (!told.has(id)) { told.add(id); globalThis.passed?.(id); }
  return true;
} }) } };`;

/** Which of the edits a browser test notices, of those that it passes. */
export async function noticedOnScreens(
  edits: readonly Edit[],
  tell: (line: string) => void,
): Promise<ReadonlyMap<Edit, 'Killed' | 'Survived' | 'NoCoverage'>> {
  const ids = await copyWith(edits);
  const list = join(COPY, 'passed.jsonl');
  setSwitch(TELLS);
  const whole = run('npx', ['playwright', 'test'], { PASSED: list });
  tell(whole.stdout.trim().split('\n').slice(-3).join(' '));
  const passed = readFileSync(list, 'utf8')
    .trim()
    .split('\n')
    .map(line => JSON.parse(line) as Passed);
  const became = new Map<Edit, 'Killed' | 'Survived' | 'NoCoverage'>();
  for (const [edit, id] of ids) {
    const tests = passed.filter(test => test.ids.includes(id)).sort((a, b) => a.ms - b.ms);
    const tried = tests.slice(0, MOST_TESTS).map(test => test.at.replace(`${COPY}/`, ''));
    setSwitch(`globalThis.__stryker__ = { activeMutant: '${id}' };`);
    const isNoticed = tried.length > 0 && run('npx', ['playwright', 'test', '-x', ...tried]).status !== 0;
    became.set(edit, tried.length === 0 ? 'NoCoverage' : isNoticed ? 'Killed' : 'Survived');
    tell(`${became.get(edit)} ${edit.file}:${edit.from.line + 1} by ${tests.length} tests`);
  }
  return became;
}
