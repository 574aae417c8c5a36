import { execFile } from 'node:child_process';
import {
  appendFileSync,
  cpSync,
  existsSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { createClient } from '@libsql/client';
import { pino } from 'pino';
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Snapshot } from '#contract/log.ts';
import { routes } from '#contract/routes.ts';
import { addMinutes } from '#core/base/day.ts';
import { hand } from '#demo/hand.ts';
import { household } from '#demo/household.ts';
import { bundleIn, bundleInto } from '../scripts/bundle.ts';
import { copyAside, copyOfDay, keepCopies, tooMany } from './db/dailyCopies.ts';
import { databaseFile, holdFolder, logFile, requireWhole, rotateLog } from './db/folder.ts';
import { openDatabase } from './db/open.ts';
import { copyTo, extentOf, verify } from './db/sqliteCopy.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from './testServer.ts';

const run = promisify(execFile);
const BUNDLES = 'test-results/scripts';
beforeAll(
  () =>
    bundleInto(
      BUNDLES,
      ['main', 'backup', 'restore', 'replay'].map(name => `server/${name}.ts`),
    ),
  120_000,
);
let folder: string;
let server: TestServer;

beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  expect((await server.post(household(server.clock.now()), 'happened')).status).toBe(201);
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

/** Runs one of the server's scripts; what it said, and whether it went well. */
async function script(name: string, ...args: string[]): Promise<{ ok: boolean; said: string }> {
  try {
    const { stdout } = await run(process.execPath, [bundleIn(BUNDLES, `server/${name}.ts`), ...args]);
    return { ok: true, said: stdout };
  } catch (error) {
    const { stdout, stderr } = error as { stdout: string; stderr: string };
    return { ok: false, said: stdout + stderr };
  }
}

describe('a backup', () => {
  it('taken while 500 entries come in is restored, and equals the replay of its log', async () => {
    const h = hand(addMinutes(server.clock.now(), -60));
    for (let i = 0; i < 500; i++) h.write('noted', 'group', { text: `note ${i}` });
    const backup = join(folder, 'one.backup');
    const [copied] = await Promise.all([
      script('backup', backup, folder),
      (async () => {
        for (const entry of h.entries) expect((await server.post([entry], 'happened')).status).toBe(201);
      })(),
    ]);
    expect(copied.said).toMatch(/opened and replayed/);
    const other = tempFolder();
    const restored = await script('restore', backup, other);
    expect(restored).toMatchObject({ ok: true });
    const { entries } = await verify(databaseFile(other));
    expect(entries).toBeGreaterThan(0);
    const again = await startServer(other);
    expect((await again.replay()).differing).toEqual([]);
    await again.stop();
    removeFolder(other);
  });

  it('of an older build is brought to this one: its schema, and its facts, which are folded anew', async () => {
    const h = hand(addMinutes(server.clock.now(), -60));
    const home = h.subject('home');
    h.write('home.set', home, { name: 'Beck House', people: [] });
    expect((await server.post(h.entries)).status).toBe(201);
    const backup = join(folder, 'old.backup');
    await copyTo(databaseFile(folder), backup);
    // as it was before hands had an id, and with facts as another build folded them
    const old = createClient({ url: `file:${backup}` });
    for (const sql of [
      'DROP TABLE identity',
      'DROP INDEX entries_in_order',
      'DROP INDEX entries_of_a_kind',
      'ALTER TABLE entries DROP COLUMN hand',
      'DELETE FROM __drizzle_migrations WHERE created_at >= (SELECT created_at FROM __drizzle_migrations ORDER BY created_at LIMIT 1 OFFSET 2)',
      `UPDATE facts SET body = '{"id":"${home}","name":"otherwise"}' WHERE subject = '${home}'`,
      'PRAGMA user_version = 0',
    ])
      await old.execute(sql);
    old.close();
    const other = tempFolder();
    expect(await script('restore', backup, other)).toMatchObject({ ok: true });
    const again = await startServer(other);
    const { facts } = await again.get<Snapshot>('/api/snapshot');
    expect(new Map(facts).get(home)).toEqual({ id: home, name: 'Beck House', people: [] });
    expect((await again.replay()).differing).toEqual([]);
    await again.stop();
    removeFolder(other);
  });

  it('keeps the folder that it is of and begins another epoch, whatever became of the file of the id', async () => {
    const logOf = async ({ get }: TestServer) => {
      const { folder, epoch } = await get<Snapshot>('/api/snapshot');
      return { folder, epoch };
    };
    const before = await logOf(server);
    expect(before.folder).toMatch(/^[0-9A-Z]{26}$/);
    writeFileSync(join(folder, 'folder.id'), '');
    server = await server.restart();
    expect(await logOf(server)).toEqual(before);
    const backup = join(folder, 'one.backup');
    await copyTo(databaseFile(folder), backup);
    await server.stop();
    const epochs = new Set([before.epoch]);
    for (let i = 0; i < 2; i++) {
      expect(await script('restore', backup, folder)).toMatchObject({ ok: true });
      server = await startServer(folder);
      const after = await logOf(server);
      expect(after.folder).toBe(before.folder);
      epochs.add(after.epoch);
      await server.stop();
    }
    expect(epochs.size).toBe(3);
    server = await startServer(folder);
  });

  it('onto a used folder keeps what was there', async () => {
    const backup = join(folder, 'one.backup');
    await copyTo(databaseFile(folder), backup);
    const other = tempFolder();
    const used = await startServer(other);
    await used.stop();
    const { said } = await script('restore', backup, other);
    const kept = /kept as (\S+)\.$/m.exec(said.trim())![1]!;
    expect(existsSync(kept)).toBe(true);
    expect(await verify(databaseFile(other))).toEqual({
      ...(await verify(backup)),
      bytes: expect.any(Number),
    });
    removeFolder(other);
  });

  it('is the same file that a person takes out by the browser', async () => {
    const res = await fetch(new URL(routes.backup, server.address));
    expect(res.headers.get('content-disposition')).toMatch(/zeolite-\d{4}-\d\d-\d\d\.backup/);
    const taken = join(folder, 'taken.backup');
    writeFileSync(taken, Buffer.from(await res.arrayBuffer()));
    expect((await verify(taken)).entries).toBe((await server.replay()).entries);
  });

  it('is a plain copy of the file, once the server is stopped', async () => {
    const { entries } = await server.replay();
    await server.stop();
    const other = tempFolder();
    cpSync(databaseFile(folder), databaseFile(other));
    expect((await verify(databaseFile(other))).entries).toBe(entries);
    server = await startServer(folder);
    removeFolder(other);
  });

  it('is not written over another file, nor made of a damaged one', async () => {
    const backup = join(folder, 'one.backup');
    writeFileSync(backup, 'something else');
    await expect(copyTo(databaseFile(folder), backup)).rejects.toThrow(/not written over/);
    await expect(copyTo(backup, join(folder, 'two.backup'))).rejects.toThrow(/not a Zeolite database/);
  });

  it('of the day is made once, in a folder of choice, and can be restored', async () => {
    const into = join(folder, 'kept elsewhere');
    expect(await copyOfDay(folder, into, '2026-11-26')).toBe(true);
    expect(await copyOfDay(folder, into, '2026-11-26')).toBe(false);
    expect(readdirSync(into)).toEqual(['zeolite-2026-11-26.backup']);
    const fresh = join(folder, 'not there yet');
    expect(await script('restore', join(into, 'zeolite-2026-11-26.backup'), fresh)).toMatchObject({
      ok: true,
    });
    expect((await verify(databaseFile(fresh))).entries).toBe((await server.replay()).entries);
  });

  it('that fails is told of until one is made, with the day of the newest', async () => {
    const into = join(folder, 'kept elsewhere');
    const day = new Date().toISOString().slice(0, 10);
    const logger = pino({ level: 'silent' });
    writeFileSync(into, 'a file where the folder should be');
    const copies = keepCopies(folder, into, logger);
    expect(copies.told()).toEqual({ into });
    await copies.ofDay();
    expect(copies.told()).toEqual({ into, failedAt: expect.stringMatching(/^\d{4}-/) });
    rmSync(into);
    await copies.ofDay();
    expect(copies.told()).toEqual({ into, lastDay: day });
    copies.close();
    // what else is done daily is no copy
    const other = keepCopies(folder, into, logger, () => Promise.reject(new Error('photos')));
    await other.ofDay();
    expect(other.told()).toEqual({ into, lastDay: day });
    other.close();
    expect(await server.get(routes.copies)).toBeNull();
  });

  it('is made one at a time, however many ask; nobody’s that has gone is made at all', async () => {
    const targets = ['a', 'b', 'c'].map(name => join(folder, `${name}.backup`));
    await Promise.all(targets.map((target, i) => copyAside(folder, target, () => i !== 1)));
    expect(targets.map(target => existsSync(target))).toEqual([true, false, true]);
    const [first, , last] = targets.map(target => existsSync(target) && statSync(target));
    expect(last && first && last.birthtimeMs >= first.mtimeMs).toBe(true);
  });

  it('of every day is kept for a fortnight', () => {
    const names = Array.from(
      { length: 20 },
      (_, i) => `zeolite-2026-11-${String(i + 1).padStart(2, '0')}.backup`,
    );
    expect(tooMany([...names, 'my own.backup'], 14)).toEqual(names.slice(0, 6).reverse());
    // made while the clock stood in an earlier year: it is the newest all the same
    const [wrong, ...rest] = names;
    expect(tooMany(names, 14, wrong)).toEqual(rest.slice(0, 6).reverse());
  });
});

/** The files of a folder as a server that is killed now leaves them: the database, and the log of its last writes beside it. */
async function killedCopy(of: string): Promise<string> {
  const h = hand(addMinutes(server.clock.now(), -60));
  h.write('noted', 'group', { text: 'the last before it was killed' });
  expect((await server.post(h.entries, 'happened')).status).toBe(201);
  const other = tempFolder();
  for (const end of ['', '-wal', '-shm']) cpSync(databaseFile(of) + end, databaseFile(other) + end);
  expect(statSync(`${databaseFile(other)}-wal`).size).toBeGreaterThan(0);
  return other;
}

describe('a restore says what came back, and loses nothing on the way', () => {
  const told = (said: string) => /^(\d+) entries are back, the last of (\S+)\./m.exec(said.trim());

  it('of a server that was killed: with the last writes, which lie beside its file', async () => {
    const killed = await killedCopy(folder);
    const { entries } = await server.replay();
    // the file alone has not all of it
    const alone = tempFolder();
    cpSync(databaseFile(killed), databaseFile(alone));
    const held = await extentOf(databaseFile(alone)).then(
      extent => extent.entries,
      () => 0,
    );
    expect(held).toBeLessThan(entries);
    const other = tempFolder();
    const { ok, said } = await script('restore', databaseFile(killed), other);
    expect(ok).toBe(true);
    expect(Number(told(said)?.[1])).toBe(entries);
    expect((await verify(databaseFile(other))).entries).toBe(entries);
    for (const each of [killed, alone, other]) removeFolder(each);
  });

  it('over a folder whose server was killed: what was there is one file, and comes back as well', async () => {
    const killed = await killedCopy(folder);
    const { entries } = await server.replay();
    const before = join(folder, 'before.backup');
    await copyTo(databaseFile(folder), before);
    const h = hand(addMinutes(server.clock.now(), -60));
    h.write('noted', 'group', { text: 'later' });
    expect((await server.post(h.entries, 'happened')).status).toBe(201);
    const { said } = await script('restore', databaseFile(folder), killed);
    expect(Number(told(said)?.[1])).toBe(entries + 1);
    const kept = /kept as (\S+)\.$/m.exec(said.trim())![1]!;
    expect(existsSync(`${kept}-wal`)).toBe(false);
    const back = await script('restore', kept, killed);
    expect(Number(told(back.said)?.[1])).toBe(entries);
    removeFolder(killed);
  });

  it('after a restore that was cut: what it left is no part of the next', async () => {
    const { entries } = await server.replay();
    const backup = join(folder, 'one.backup');
    await copyTo(databaseFile(folder), backup);
    const other = await killedCopy(folder);
    for (const end of ['', '-wal', '-shm'])
      cpSync(databaseFile(other) + end, `${databaseFile(other)}.restoring${end}`);
    appendFileSync(`${databaseFile(other)}.restoring-wal`, 'half a frame');
    expect(Number(told((await script('restore', backup, other)).said)?.[1])).toBe(entries);
    expect(readdirSync(other).filter(name => name.includes('restoring'))).toEqual([]);
    removeFolder(other);
  });

  it('over a damaged database: all that is left of it is kept', async () => {
    const backup = join(folder, 'one.backup');
    await copyTo(databaseFile(folder), backup);
    const other = await killedCopy(folder);
    rmSync(`${databaseFile(other)}-wal`);
    writeFileSync(databaseFile(other), 'x'.repeat(9000));
    const { ok, said } = await script('restore', backup, other);
    expect(ok).toBe(true);
    const kept = /kept as (\S+)\.$/m.exec(said.trim())![1]!;
    expect(readFileSync(kept, 'latin1') === 'x'.repeat(9000)).toBe(true);
    removeFolder(other);
  });
});

it.each([
  ['backup', (missing: string) => [join(folder, 'out.backup'), missing], /is not there\.$/],
  ['replay', (missing: string) => [missing], /is not there\.$/],
  ['restore', (missing: string) => [join(missing, 'x.backup')], /x\.backup is not there\.$/],
] as const)(
  '%s says in one sentence that a folder or a file is missing, and makes none',
  async (name, args, told) => {
    const missing = join(folder, 'nowhere');
    const { ok, said } = await script(name, ...args(missing));
    expect(ok).toBe(false);
    expect(said.trim()).toMatch(told);
    expect(said.trim().split('\n')).toHaveLength(1);
    expect(existsSync(missing)).toBe(false);
  },
);

it('a folder that a server holds is neither restored onto nor replayed meanwhile', async () => {
  const other = tempFolder();
  const backup = join(folder, 'one.backup');
  await copyTo(databaseFile(folder), backup);
  await copyTo(databaseFile(folder), databaseFile(other));
  const release = await holdFolder(other);
  for (const [name, args] of [
    ['restore', [backup, other]],
    ['replay', [other]],
  ] as const)
    expect(await script(name, ...args)).toEqual({
      ok: false,
      said: expect.stringMatching(/^Another Zeolite serves [^\n]*\n$/),
    });
  release();
  expect((await script('replay', other)).said).toContain('The replay equals the state tables.');
  removeFolder(other);
});

describe('the log as JSON', () => {
  interface Log {
    readonly format: string;
    readonly version: number;
    readonly entries: Record<string, unknown>[];
  }
  const textOf = async (address: string) => (await fetch(new URL(routes.logJson, address))).text();
  const restored = async (log: object | string, into: string) => {
    const file = join(folder, 'log.json');
    writeFileSync(file, typeof log === 'string' ? log : JSON.stringify(log));
    return script('restore', file, into);
  };

  it('goes through an empty folder, and another, letter by letter: strikes, a list, a clock that was put right', async () => {
    const h = hand(addMinutes(server.clock.now(), -60));
    const [one, two] = [
      h.write('noted', 'group', { text: 'one' }),
      h.write('noted', 'group', { text: 'two' }),
    ];
    const strike = h.write('struck', 'group', { target: two.id });
    const list = h.write('list.taken', 'group', { digest: 'd', rows: 2, of: [one.id, two.id] });
    const back = h.write('struck', 'group', { target: strike.id });
    expect((await server.post([two, one, list, strike, back], 'happened')).status).toBe(201);
    const right = h.write('clock.put-right', 'group', { wasAt: server.clock.now(), anew: true });
    expect((await server.post([right], 'happened')).status).toBe(201);
    const text = await textOf(server.address);
    let before = text;
    for (const _ of ['first', 'second']) {
      const other = tempFolder();
      expect((await restored(before, other)).said).toContain('entries taken in, 0 were');
      const again = await startServer(other);
      before = await textOf(again.address);
      // the list is the same entries there
      const { entries } = await again.get<{ entries: { id: string }[] }>(`/api/lists/${list.id}`);
      expect(entries.map(e => e.id)).toEqual([one.id, two.id, list.id]);
      expect((await again.replay()).differing).toEqual([]);
      await again.stop();
      removeFolder(other);
    }
    expect(before).toBe(text);
  });

  it('comes in in any order, and twice without harm', async () => {
    const log = JSON.parse(await textOf(server.address)) as Log;
    const other = tempFolder();
    const turned = { ...log, entries: [...log.entries].reverse() };
    expect((await restored(turned, other)).said).toContain(`${log.entries.length} entries taken in, 0 were`);
    expect((await restored(turned, other)).said).toContain(`0 entries taken in, ${log.entries.length} were`);
    const again = await startServer(other);
    expect((await again.replay()).differing).toEqual([]);
    await again.stop();
    removeFolder(other);
  });

  it.each<[string, (log: Log) => object | string, RegExp]>([
    ['cut', log => JSON.stringify(log).slice(0, -40), /is no JSON, or only a part of it/],
    ['another document', () => ({ entries: [] }), /is no log of Zeolite/],
    ['of a newer build', log => ({ ...log, version: 2 }), /was written by a newer Zeolite/],
    [
      'with an entry of a newer version',
      log => ({ ...log, entries: log.entries.map((e, i) => (i === 3 ? { ...e, v: 99 } : e)) }),
      /Entry 4, v: written by a newer Zeolite, update this one\./,
    ],
    [
      'with an entry of a kind that nobody knows',
      log => ({ ...log, entries: log.entries.map((e, i) => (i === 3 ? { ...e, kind: 'evaporated' } : e)) }),
      /Entry 4, kind: of a kind that this Zeolite does not know/,
    ],
    [
      'with an entry of tomorrow',
      log => ({
        ...log,
        entries: log.entries.map((e, i) => (i === 3 ? { ...e, happenedAt: '2033-01-01T00:00:00.000Z' } : e)),
      }),
      /is of 2033-01-01T00:00:00.000Z, later than this machine’s clock/,
    ],
    [
      'with two entries of an id',
      log => ({ ...log, entries: [...log.entries, { ...log.entries[0], by: 'another' }] }),
      /Two entries that differ have the id/,
    ],
    [
      'with a strike of nothing',
      log => ({
        ...log,
        entries: [
          ...log.entries,
          {
            ...log.entries[0],
            ...{ id: '01M88X6PY5AXMXFYXH43WSY7Q9', v: 1, kind: 'struck', subject: 'group' },
            data: { target: '01M88X6PY5AXMXFYXH43WSY7Q8' },
          },
        ],
      }),
      /which is neither in it nor here/,
    ],
  ])('%s is refused in a sentence, and nothing of it is taken in', async (_, spoil, said) => {
    const log = JSON.parse(await textOf(server.address)) as Log;
    const other = tempFolder();
    const used = await startServer(other);
    const h = hand(addMinutes(used.clock.now(), -60));
    expect((await used.post([h.write('noted', 'group', { text: 'here' })])).status).toBe(201);
    await used.stop();
    const refused = await restored(spoil(log), other);
    expect(refused.ok).toBe(false);
    expect(refused.said).toMatch(said);
    expect(refused.said).not.toContain('    at ');
    expect(await extentOf(databaseFile(other))).toMatchObject({ entries: 1, id: h.entries[0]!.id });
    expect(readdirSync(other).filter(name => name.includes('taking-in'))).toEqual([]);
    removeFolder(other);
  });
});

it('what is kept is its owner’s alone: the folder, the database, a copy of it', async () => {
  const mode = (path: string) => (statSync(path).mode & 0o777).toString(8);
  const other = join(folder, 'kept');
  const backup = join(folder, 'one.backup');
  expect(await script('backup', backup, folder)).toMatchObject({ ok: true });
  expect(mode(backup)).toBe('600');
  expect(await script('restore', backup, other)).toMatchObject({ ok: true });
  expect([mode(other), mode(databaseFile(other))]).toEqual(['700', '600']);
});

it('the server’s log is put aside once it has grown', () => {
  const log = logFile(folder);
  writeFileSync(log, 'x'.repeat(1000));
  rotateLog(folder);
  expect(existsSync(`${log}.1`)).toBe(false);
  writeFileSync(log, 'x'.repeat(5_000_001));
  rotateLog(folder);
  expect([existsSync(log), statSync(`${log}.1`).size]).toEqual([false, 5_000_001]);
});

describe('a folder that cannot be served is told in one sentence, and nothing in it is begun anew', () => {
  const start = (env: NodeJS.ProcessEnv) =>
    run(process.execPath, [bundleIn(BUNDLES, 'server/main.ts')], {
      env: { ...process.env, ZEOLITE_PORT: '0', ...env },
    }).then(
      () => 'it served',
      (error: { stderr: string }) => error.stderr.trim(),
    );
  let other: string;
  beforeEach(async () => {
    other = tempFolder();
    await copyTo(databaseFile(folder), databaseFile(other));
  });
  afterEach(() => removeFolder(other));

  it('held by another server', async () => {
    const release = await holdFolder(other);
    expect(await start({ ZEOLITE_DATA: other })).toMatch(/^Another Zeolite serves/);
    release();
  });

  it('cut, damaged, emptied, or without its database', async () => {
    const file = databaseFile(other);
    truncateSync(file, 8192);
    expect(await start({ ZEOLITE_DATA: other })).toMatch(/was cut/);
    writeFileSync(file, 'x'.repeat(9000));
    expect(await start({ ZEOLITE_DATA: other })).toMatch(/is not a Zeolite database/);
    truncateSync(file, 0);
    expect(await start({ ZEOLITE_DATA: other })).toMatch(/is not a Zeolite database/);
    appendFileSync(join(other, 'server.log'), '{}\n');
    removeFolder(file);
    expect(await start({ ZEOLITE_DATA: other })).toMatch(/its database zeolite.db is gone/);
    expect(readdirSync(other)).not.toContain('zeolite.db');
  });

  it('but not one that was killed while it wrote: the rest lies beside the file', () => {
    const file = databaseFile(other);
    truncateSync(file, 8192);
    expect(() => requireWhole(file)).toThrow(/was cut/);
    writeFileSync(`${file}-wal`, 'frames');
    expect(() => requireWhole(file)).not.toThrow();
  });

  it('written by a newer build', async () => {
    const client = createClient({ url: `file:${databaseFile(other)}` });
    await client.execute(
      "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('newer', 9999999999999)",
    );
    client.close();
    const before = readFileSync(databaseFile(other));
    await expect(openDatabase(databaseFile(other))).rejects.toThrow(/newer Zeolite/);
    expect(readFileSync(databaseFile(other)).equals(before)).toBe(true);
  });
});
