import { renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Snapshot } from '#contract/log.ts';
import { addMinutes } from '#core/base/day.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';
import { databaseFile, holdFolder, lockFile } from './folder.ts';
import { copyWhole, extentOf } from './sqliteCopy.ts';

let folder: string;
let server: TestServer;
let release: () => void;
let h: Hand;

beforeEach(async () => {
  folder = tempFolder();
  release = await holdFolder(folder);
  server = await startServer(folder);
  h = hand(addMinutes(server.clock.now(), -60));
  expect((await server.post([h.write('noted', 'group', { text: 'before' })])).status).toBe(201);
});
afterEach(async () => {
  await server.stop();
  release();
  removeFolder(folder);
});

describe('the file under a running server', () => {
  const away = () => join(folder, 'away.db');
  /** What happens to it, and what a person does about it once the server is stopped. */
  const ways: Record<string, { happens: () => Promise<void>; mend?: () => void }> = {
    'was replaced by another': {
      happens: async () => {
        await copyWhole(databaseFile(folder), away());
        renameSync(away(), databaseFile(folder));
      },
    },
    'was moved away': {
      happens: async () => renameSync(databaseFile(folder), away()),
      mend: () => renameSync(away(), databaseFile(folder)),
    },
    'is held by nobody any more': { happens: async () => rmSync(lockFile(folder)) },
  };
  it.each(Object.entries(ways))(
    '%s: nothing is acknowledged, and it is said in a sentence',
    async (_, way) => {
      const home = h.subject('home');
      const before = await server.get<Snapshot>('/api/snapshot');
      await way.happens();
      const refused = await server.post([
        h.write('noted', 'group', { text: 'after' }),
        h.write('home.set', home, { name: 'Beck House', people: [{}] }),
      ]);
      expect(refused).toMatchObject({ status: 503, body: { type: 'urn:zeolite:problem:storage-gone' } });
      expect(refused.body.title).toMatch(/^The server’s data file was moved, replaced or removed/);
      const photo = await fetch(new URL('/api/photos', server.address), {
        method: 'POST',
        headers: { 'Content-Type': 'image/png' },
        body: Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex'),
      });
      expect(photo.status).toBe(503);
      // what could not be recorded is not shown either, and the log goes on from where it was
      const after = await server.get<Snapshot>('/api/snapshot');
      expect([after.facts, after.seq]).toEqual([before.facts, before.seq]);
      // nothing of it went into what lies there now, and what was there before is whole
      await server.stop();
      way.mend?.();
      expect(await extentOf(databaseFile(folder))).toMatchObject({ entries: 1, id: h.entries[0]!.id });
      server = await startServer(folder);
    },
  );

  it('that is where it was takes entries and photos', async () => {
    expect((await server.post([h.write('noted', 'group', { text: 'after' })])).status).toBe(201);
  });
});
