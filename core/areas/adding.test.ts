import { execFile } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

// What docs/adding.md says how to add is added to a copy of the project, and the copy is compiled and used.

const root = fileURLToPath(new URL('../..', import.meta.url));
const run = promisify(execFile);

/** A piece of code of the page: a file of its own, or lines that are added to one (`+`), at a place in it (`in`). */
interface Piece {
  readonly path: string;
  readonly isAdded: boolean;
  readonly within: string | undefined;
  readonly code: string;
}

const piecesOf = (text: string): Piece[] =>
  [...text.matchAll(/^```\w+ (\+ )?(\S+?)(?:, in (\w+))?\n(.*?)^```/gms)].map(
    ([, added, path, within, code]) => ({ path: path!, isAdded: added !== undefined, within, code: code! }),
  );

const page = readFileSync(join(root, 'docs/adding.md'), 'utf8');
const section = (from: string, to?: string): Piece[] => {
  const start = page.indexOf(from);
  expect(start, from).toBeGreaterThan(0);
  return piecesOf(page.slice(start, to ? page.indexOf(to, start) : undefined));
};
const kind = section('### An entry kind', '### A subject type');
const subject = section('### A subject type', '### An area');
const area = section('### An area');
/** A container kind, a school, a method, a language. */
const data = section('## A container kind', '## What can happen');

function put(copy: string, { path, isAdded, within, code }: Piece): void {
  const file = join(copy, path);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, isAdded ? added(readFileSync(file, 'utf8'), path, within, code) : code);
}

function added(before: string, path: string, within: string | undefined, code: string): string {
  if (path.endsWith('.json')) return before.replace('{\n', `{\n${code}`);
  if (!within) return before + code;
  const imports = code.match(/^import .*\n/gm) ?? [];
  const member = code.replace(/^import .*\n/gm, '');
  const opening = new RegExp(`const ${within}\\b[^=]*= [{[]\\n?`);
  expect(before).toMatch(opening);
  const isList = /^'[^']*',\n$/.test(member);
  return imports.join('') + before.replace(opening, open => open + (isList ? member.trim() : member));
}

let copy: string;
beforeAll(() => {
  copy = mkdtempSync(join(tmpdir(), 'zeolite-adding-'));
  for (const name of [
    'core',
    'contract',
    'server',
    'web',
    'demo',
    'e2e',
    'scripts',
    'package.json',
    'tsconfig.json',
  ])
    cpSync(join(root, name), join(copy, name), { recursive: true });
  symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
  for (const piece of [...data, ...kind, ...subject, ...area]) put(copy, piece);
  // its words are a speaker's to write; here one of them tells which was read
  const german = readFileSync(join(copy, 'web/texts/en.json'), 'utf8').replace(
    /"problem.not-found": ".*"/,
    '"problem.not-found": "Das gibt es hier nicht"',
  );
  writeFileSync(join(copy, 'web/texts/de.json'), german);
  writeFileSync(
    join(copy, 'core.json'),
    JSON.stringify({ extends: './tsconfig.json', include: ['core'], exclude: ['**/*.test.ts'] }),
  );
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

/** A compiler beside other work may take long; it is not what is measured. */
const PATIENCE_MS = 300_000;

/** What the compiler finds wrong in the copy. */
async function compiled(project = 'tsconfig.json'): Promise<string> {
  const tsc = join(root, 'node_modules', '.bin', 'tsc');
  return run(tsc, ['-p', join(copy, project)]).then(
    () => '',
    ({ stdout }: { stdout: string }) => stdout,
  );
}

const own = (pieces: readonly Piece[]) => pieces.filter(p => !p.isAdded).map(p => p.path);
const lines = (pieces: readonly Piece[]) =>
  pieces.filter(p => p.isAdded && !p.path.endsWith('.json')).flatMap(p => p.code.trim().split('\n'));

describe('adding', () => {
  it('an entry kind is one file and its text; a subject type one file and one line; an area a folder a room and three lines', () => {
    expect(kind.map(p => p.path)).toEqual(['core/areas/store/entries.ts', 'web/texts/en.json']);
    expect(own(subject)).toHaveLength(1);
    expect(lines(subject)).toHaveLength(1);
    expect(new Set(own(area).map(dirname))).toEqual(new Set(['core/areas/book', 'web/areas/book']));
    expect(lines(area)).toHaveLength(3);
    expect(own(data)).toEqual(['core/treatment/methods/airing.ts']);
    for (const path of own([...data, ...subject, ...area]))
      expect(existsSync(join(root, path)), path).toBe(false);
  });

  it(
    'what the page shows compiles, and lives: it is posted, judged, folded, due, said and replayed',
    async () => {
      expect(await compiled()).toBe('');
      writeFileSync(join(copy, 'server', 'adding.ts'), script);
      const { stdout } = await run(process.execPath, ['--import', 'tsx', 'server/adding.ts'], { cwd: copy });
      expect(JSON.parse(stdout)).toEqual({
        statuses: [201, 201],
        refused: 'guard.gauge',
        wrong: '/entries/0/data/mm too-large',
        caughtMm: 12.5,
        duties: ['duty.gauge'],
        said: ['Gauge Roof set up', '12.5 mm read', 'Rinsed 2 times'],
        jug: 'jug-15l 14.25',
        goodUntil: '2026-04-10 three months, 3 months',
        method: '5\u00a0L, five times over',
        problem: 'Das gibt es hier nicht',
        languages: ['12.5 mm read', '12,5 mm read'],
        differing: [],
      });
    },
    PATIENCE_MS,
  );

  it(
    'does not compile where a part was not thought of',
    async () => {
      const forgotten: readonly (readonly [path: string, part: RegExp, missing: string])[] = [
        ['core/areas/book/entries.ts', /^ {4}guard: none,\n/m, "'guard' is missing"],
        ['core/areas/book/entries.ts', /^ {4}restsOn: none,\n(?!.*restsOn)/ms, "'restsOn' is missing"],
        ['core/areas/store/entries.ts', /^ {4}words: \(\{ times \}\).*\n/m, 'fold, words'],
        ['core/areas/store/entries.ts', /^ {4}fold: \{ container: none \},\n/m, 'fold, words'],
        ['core/areas/supplies/subjects.ts', /^export \{ hose \}.*\n/m, "'hose' is missing"],
        ['core/areas/book/area.ts', /^export \{ duties \}.*\n/m, "'duties' is missing"],
      ];
      for (const [path, part] of forgotten) {
        const file = join(copy, path);
        const whole = readFileSync(file, 'utf8');
        expect(whole, path).toMatch(part);
        writeFileSync(file, whole.replace(part, ''));
      }
      const said = await compiled('core.json');
      for (const [path, , missing] of forgotten) expect(said, path).toContain(missing);
    },
    PATIENCE_MS,
  );
});

/** What is done with the copy: on a real server, with a real file. */
const script = `
import { fold, wordsOf } from '#core/areas/entries.ts';
import { dutiesAt } from '#core/areas/duties.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import { addMinutes } from '#core/base/day.ts';
import { seedKinds, usableL } from '#core/storage/containers/kinds.ts';
import { goodUntil } from '#core/storage/rotation/goodUntil.ts';
import { methodOf } from '#core/treatment/methods/methods.ts';
import { hand } from '#demo/hand.ts';
import { removeFolder, startServer, tempFolder } from './testServer.ts';

const folder = tempFolder();
const server = await startServer(folder);
const h = hand(addMinutes(server.clock.now(), -600));
const [gauge, place, drum] = [h.subject('gauge'), h.subject('place'), h.subject('container')];
const setUp = h.write('gauge.set-up', gauge, { name: 'Roof' });
h.write('place.set', place, { name: 'Cellar', building: h.subject('building'), level: 0, widthM: 4, heightM: 2, shelves: [] });
h.write('container.added', drum, { code: 'A-1', kind: 'drum-208l', place, role: 'clean', heldBefore: 'new' });
const rinsed = h.write('rinsed', drum, { times: 2 });
const set = await server.post(h.entries);
const facts = fold(h.entries);
const duties = dutiesAt(facts, stateAt(facts, server.clock.now())).filter(d => d.area === 'book').map(d => d.what.id);
const read = h.write('gauge.read', gauge, { mm: 12.5 });
const more = await server.post([read]);
const refused = await server.post([h.write('gauge.read', gauge, { mm: 2000 })]);
const wrong = await server.post([h.write('gauge.read', gauge, { mm: 20_000 })]);
const [fault] = wrong.body.errors;
const snapshot = await server.get('/api/snapshot');
const { differing } = await server.replay();
const reader = { units: 'metric', timeZone: 'UTC' };
const jug = seedKinds.find(k => k.id === 'jug-15l');
const kept = { water: 'treated-tap', lasting: { by: 'rule' }, filledOn: '2026-01-10', sealed: true, lightProof: false, place: { dark: true }, timeZone: 'UTC' };
const rule = goodUntil(kept, 'three-months');
const nowhere = await fetch(new URL('/api/nowhere', server.address), { headers: { 'Accept-Language': 'de-CH, en;q=0.5' } });
console.log(JSON.stringify({
  statuses: [set.status, more.status],
  refused: refused.body.judgements[0].reason.id,
  wrong: fault.pointer + ' ' + fault.reason,
  caughtMm: snapshot.facts.find(([subject]) => subject === gauge)[1].caughtMm,
  duties,
  said: [setUp, read, rinsed].map(entry => sayTo(reader, wordsOf(entry, facts))),
  differing,
  jug: jug.id + ' ' + usableL(jug),
  goodUntil: rule.day + ' ' + sayTo(reader, rule.rule.rule),
  method: sayTo(reader, methodOf('airing').answer({ volumeL: 5 }, {}).headline),
  problem: (await nowhere.json()).title,
  languages: ['en', 'de'].map(language => sayTo({ ...reader, language }, wordsOf(read, facts))),
}));
await server.stop();
removeFolder(folder);
`;
