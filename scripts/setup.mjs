// Runs every README command on a machine that has nothing but Node: installs what is missing, then does the work.
// No dependencies, because it runs before there are any.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const [command = 'demo', ...rest] = process.argv.slice(2);

/** Runs a program in the project's folder; its exit code. */
function run(program, args, more = {}) {
  const { env, ...options } = more;
  const done = spawnSync(program, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
    ...options,
  });
  if (done.error) throw done.error;
  return done.status ?? 1;
}

function need(status, what) {
  if (status === 0) return;
  console.error(`${what} did not work (exit code ${status}). The lines above say why.`);
  process.exit(status);
}

/** The script of a program that a package brings: run by Node itself, it needs no shell of any kind. */
function bin(name, packageName = name) {
  const folder = join(root, 'node_modules', packageName);
  const { bin: scripts } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  return join(folder, typeof scripts === 'string' ? scripts : scripts[name]);
}
/** Runs such a script. */
const script = (file, args, more) => run(process.execPath, [file, ...args], more);
const node = (script, args = [], env = {}) =>
  run(process.execPath, ['--import', 'tsx', script, ...args], { env });

function ensureModules() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = join(root, 'node_modules', '.zeolite-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages (about a minute, once) …');
  const shell = process.platform === 'win32';
  need(run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { shell }), 'Installing packages');
  writeFileSync(stamp, lock);
}

/** The first port from one on that nobody listens on, and that is not taken for something else here. */
async function freePort(first, taken) {
  for (let port = first; ; port++) {
    const isFree = await new Promise(resolve => {
      const server = createServer().once('error', () => resolve(false));
      server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
    });
    if (isFree && port !== taken) return port;
  }
}

/** Newest change among the files that a build is made from. */
function newestMs(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map(name => newestMs(join(path, name))));
}

/** Whether something was built since any of what it is built from was changed. */
function isBuilt(built, from) {
  const newest = Math.max(...from.map(name => newestMs(join(root, name))));
  return existsSync(join(root, built)) && statSync(join(root, built)).mtimeMs >= newest;
}

function ensureBuild() {
  if (isBuilt('dist/index.html', ['core', 'contract', 'web', 'vite.config.ts', 'package-lock.json'])) return;
  console.log('Building …');
  need(script(bin('vite'), ['build', '--logLevel', 'warn']), 'Building');
}

/** Runs a program of the server in one piece: read file by file it takes two seconds longer to begin. */
function served(program, args) {
  ensureBuild();
  const from = ['core', 'contract', 'server', 'demo', 'web', 'scripts/bundle.ts', 'package-lock.json'];
  const isHere =
    isBuilt('programs/done', from) && readFileSync(join(root, 'programs/done'), 'utf8') === resolve(root);
  if (!isHere) need(node('scripts/programs.ts'), 'Building the server');
  process.exit(script(join(root, 'programs', `${program.replace(/\W+/g, '-')}.js`), args));
}

/** Installs a Debian package; whether it did. */
function aptInstall(name) {
  console.log(`Installing ${name} from the system packages (once) …`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = args => {
    const [program, ...all] = [...sudo, 'apt-get', ...args];
    return run(program, all, {
      env: { DEBIAN_FRONTEND: 'noninteractive' },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
  };
  apt(['update', '-qq']);
  return apt(['install', '-y', '-qq', '--no-install-recommends', name]) === 0;
}

/** pdftoppm, which the test of the labels looks at the PDF with. */
function ensurePoppler() {
  if (!existsSync('/usr/bin/pdftoppm')) need(aptInstall('poppler-utils') ? 0 : 1, 'Installing poppler-utils');
}

/** Path of a Chromium; Debian's package is installed when there is none: the one without a window, which is the quicker. */
function ensureChromium() {
  const places = [
    process.env.CHROMIUM,
    '/usr/bin/chromium-headless-shell',
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ];
  const found = () => places.find(path => path && existsSync(path));
  for (const name of ['chromium-headless-shell', 'chromium']) if (!found()) aptInstall(name);
  need(found() ? 0 : 1, 'Installing Chromium');
  return found();
}

/** One line of a suite's result, for the sum at the end. */
const results = [];
const tally = (passed, failed) => results.push({ passed, failed });

function checks() {
  const each = [
    ['types', bin('tsc', 'typescript'), ['--noEmit']],
    ['lint, format and dependency rule', bin('biome', '@biomejs/biome'), ['check', '--error-on-warnings']],
    ['dead code', bin('knip'), []],
  ];
  for (const [what, program, args] of each) {
    const ok = script(program, args) === 0;
    console.log(`${ok ? 'passed' : 'FAILED'}: ${what}`);
    tally(ok ? 1 : 0, ok ? 0 : 1);
  }
}

const report = name => join(root, 'test-results', name);

function unitTests(args) {
  const file = report('vitest.json');
  const status = script(bin('vitest'), [
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
    ...args,
  ]);
  if (!existsSync(file)) return tally(0, 1);
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(file, 'utf8'));
  tally(numPassedTests, status === 0 ? numFailedTests : Math.max(1, numFailedTests));
}

function browserTests() {
  const file = report('playwright.json');
  const env = { CHROMIUM: ensureChromium(), PLAYWRIGHT_JSON_OUTPUT_NAME: file };
  const status = script(bin('playwright', '@playwright/test'), ['test', '--reporter=list,json'], { env });
  if (!existsSync(file)) return tally(0, 1);
  const { expected, unexpected, flaky } = JSON.parse(readFileSync(file, 'utf8')).stats;
  tally(expected + flaky, status === 0 ? unexpected : Math.max(1, unexpected));
}

function summary() {
  const sum = key => results.reduce((total, r) => total + r[key], 0);
  console.log(`${sum('passed')} passed, ${sum('failed')} failed`);
  process.exit(sum('failed') === 0 ? 0 : 1);
}

const commands = {
  demo() {
    served('demo/main.ts', rest);
  },
  start() {
    served('server/main.ts', rest);
  },
  async dev() {
    const api = await freePort(4871);
    const page = await freePort(4870, api);
    const env = { ZEOLITE_PORT: String(api), ZEOLITE_API: `http://127.0.0.1:${api}` };
    const programs = ['node --watch --import tsx server/main.ts', `vite --port ${page} --strictPort`];
    process.exit(script(bin('concurrently'), ['-k', '-n', 'server,web', ...programs], { env }));
  },
  check() {
    checks();
    summary();
  },
  test() {
    mkdirSync(join(root, 'test-results'), { recursive: true });
    checks();
    ensurePoppler();
    unitTests([]);
    ensureBuild();
    browserTests();
    summary();
  },
  pictures() {
    ensureBuild();
    process.exit(node('scripts/pictures.ts', rest, { CHROMIUM: ensureChromium() }));
  },
  bench() {
    ensureBuild();
    process.exit(node('scripts/bench.ts', rest, { CHROMIUM: ensureChromium() }));
  },
  backup() {
    process.exit(node('server/backup.ts', rest));
  },
  restore() {
    process.exit(node('server/restore.ts', rest));
  },
  fuzz() {
    process.exit(node('scripts/fuzz.ts', rest));
  },
  kill() {
    process.exit(node('scripts/kill.ts', rest));
  },
  mutate() {
    process.exit(node('scripts/mutate.ts', rest));
  },
  kernel() {
    process.exit(node('scripts/kernel.ts', rest));
  },
  replay() {
    process.exit(node('server/replay.ts', rest));
  },
};

if (!(command in commands)) {
  console.error(`"${command}" is not a command; there are ${Object.keys(commands).join(', ')}.`);
  process.exit(2);
}
ensureModules();
await commands[command]();
