import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { expect, it } from 'vitest';
import type { Entry } from '#core/areas/entries.ts';
import { addMinutes } from '#core/base/day.ts';
import { hand } from '#demo/hand.ts';
import { databaseFile } from '../db/folder.ts';
import { openDatabase } from '../db/open.ts';
import { postTo, removeFolder, tempFolder } from '../testServer.ts';
import { replay, wholeLog } from './replay.ts';

async function spawnServer(folder: string): Promise<{ child: ChildProcess; address: string }> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
    env: { ...process.env, ZEOLITE_DATA: folder, ZEOLITE_PORT: '0', ZEOLITE_TEST_CLOCK: '1' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const [line] = await once(child.stdout!, 'data');
  return { child, address: /http:\S+/.exec(String(line))![0] };
}

/** Posts entries four at a time, one a request, until the server is gone; the ids that were acknowledged. */
async function burst(
  address: string,
  entries: readonly Entry[],
  afterEach: (count: number) => void,
): Promise<string[]> {
  const acknowledged: string[] = [];
  const waiting = [...entries];
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const { status, body } = await postTo(address, [next], 'happened');
      if (status === 201) acknowledged.push(...body.accepted);
      afterEach(acknowledged.length);
    }
  };
  await Promise.allSettled([worker(), worker(), worker(), worker()]);
  return acknowledged;
}

it('loses no acknowledged entry to a kill during a burst of 500, and doubles none', async () => {
  const folder = tempFolder();
  const h = hand(addMinutes(new Date().toISOString(), -600));
  for (let i = 0; i < 500; i++) h.write('noted', 'group', { text: `note ${i}` });

  const first = await spawnServer(folder);
  const exited = once(first.child, 'exit');
  const acknowledged = await burst(first.address, h.entries, count => {
    if (count === 150) first.child.kill('SIGKILL');
  });
  await exited;
  expect(acknowledged.length).toBeGreaterThanOrEqual(150);
  expect(acknowledged.length).toBeLessThan(500);

  // the machine comes up with its clock an hour behind, and the browser sends its whole queue again
  const second = await spawnServer(folder);
  const behind = addMinutes(new Date().toISOString(), -60);
  await fetch(new URL('/api/clock', second.address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ now: behind }),
  });
  const { status } = await postTo(second.address, h.entries, 'happened');
  expect(status).toBe(201);
  second.child.kill('SIGTERM');
  await once(second.child, 'exit');

  const database = await openDatabase(databaseFile(folder));
  const ids = (await wholeLog(database.db)).map(e => e.id);
  const replayed = await replay(database);
  await database.close();
  expect(new Set(ids).size).toBe(ids.length);
  expect(acknowledged.filter(id => !ids.includes(id))).toEqual([]);
  expect(ids).toHaveLength(500);
  expect(replayed.differing).toEqual([]);
  removeFolder(folder);
});
