import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Hand, hand } from '#demo/hand.ts';
import { openDatabase } from '../db/open.ts';
import { removeFolder, startServer, type TestServer } from '../testServer.ts';
import { Lives } from './lives.ts';

let folder: string;
let server: TestServer;
let h: Hand;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'zeolite-'));
  server = await startServer(folder);
  server.clock.set('2026-06-10T09:00:00.000Z');
  h = hand('2026-06-01T08:00:00.000Z');
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

describe('lives', () => {
  it('of a source that entries come to in any order are replayed alike', async () => {
    const source = h.subject('source');
    h.write('source.set', source, { name: 'Spring', kind: 'spring', upstream: [], distanceM: 1, climbM: 0 });
    for (let i = 0; i < 60; i++)
      h.write('read', source, { parameter: 'turbidity', method: 'tube', value: i });
    const [set, ...reads] = h.entries;
    // the last first: each comes late, and a refused request between leaves nothing behind
    for (const read of [...reads].reverse()) {
      expect((await server.post([read], 'happened')).status).toBe(201);
      const wrong = {
        ...read,
        id: `${read.id.slice(0, -1)}${read.id.endsWith('A') ? 'B' : 'A'}`,
        kind: 'nothing',
      };
      expect((await server.post([wrong], 'happened')).status).toBe(422);
    }
    expect((await server.post([set], 'happened')).status).toBe(201);
    const { facts } = await server.get<{ facts: [string, { tests?: object }][] }>('/api/snapshot');
    expect(facts.find(([s]) => s === source)![1].tests).toMatchObject({ turbidity: { length: 24 } });
    expect(await server.replay()).toMatchObject({ entries: 61, differing: [] });
  });

  it('are let go when they grow too many, and read again', async () => {
    const ids = [0, 1, 2].map(() => h.subject('source'));
    for (const id of ids) {
      h.write('source.set', id, { name: id, kind: 'pond', upstream: [], distanceM: 1, climbM: 0 });
      for (let i = 0; i < 4; i++) h.write('source.looked', id, { looks: ['clear'], smell: 'none' });
    }
    await server.post(h.entries, 'happened');
    const { db, close } = await openDatabase(join(folder, 'zeolite.db')).then(d => ({
      db: d.db,
      close: () => d.close(),
    }));
    const lives = new Lives(db, 12);
    const lengths = async () => {
      const all: number[] = [];
      for (const id of ids) all.push((await lives.of(id)).length);
      return all;
    };
    expect(await lengths()).toEqual([5, 5, 5]);
    // what is kept takes in what is recorded; what was let go is read from the file, where it is not yet
    lives.add([h.write('source.looked', ids[2]!, { looks: ['clear'], smell: 'none' })]);
    lives.add([h.write('source.looked', ids[0]!, { looks: ['clear'], smell: 'none' })]);
    expect((await lives.of(ids[2]!)).length).toBe(6);
    expect((await lives.of(ids[0]!)).length).toBe(5);
    await close();
  });
});
