import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { History } from '#contract/log.ts';
import { historyPath } from '#contract/routes.ts';
import { hand } from '#demo/hand.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { seeded } from '../../scripts/generate.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

const NOW = '2026-11-25T09:00:00.000Z';
let folder: string;
let server: TestServer;
beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  server.clock.set(NOW);
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

const text = async (path: string) => {
  const res = await fetch(new URL(path, server.address));
  return { status: res.status, body: await res.text() };
};

async function spring(count: number) {
  const h = hand('2026-10-01T08:00:00.000Z');
  const source = h.subject('source');
  h.write('source.set', source, { name: 'Spring', kind: 'spring', upstream: [], distanceM: 10, climbM: 0 });
  for (let i = 0; i < count; i++)
    h.write('read', source, { parameter: 'turbidity', method: 'tube', value: i / 10, depthCm: 50 });
  const bad = h.write('read', source, { parameter: 'ph', method: 'strip', value: 9 });
  h.write('struck', source, { target: bad.id });
  h.write('source.tested', source, { eColi: 3, nitrateMgL: 12 });
  expect((await server.post(h.entries, 'happened')).status).toBe(201);
  return { source, h };
}

describe('readings', () => {
  it('come line by line, of one parameter, without those that were struck', async () => {
    const { source } = await spring(250);
    const of = (parameter: string) =>
      text(`/api/readings?subject=${encodeURIComponent(source)}&parameter=${parameter}`);
    const lines = (await of('turbidity')).body.trim().split('\n');
    expect(lines).toHaveLength(250);
    expect(JSON.parse(lines[249]!)).toMatchObject({ value: 24.9, depthCm: 50 });
    expect((await of('ph')).body.trim()).toBe('');
    expect(JSON.parse((await of('nitrate')).body)).toMatchObject({ value: 12, as: 'NO3' });
    expect((await of('taste')).status).toBe(422);
  });

  it('of one moment come each once, however many, and none that was struck; struck strikes count', async () => {
    const h = hand('2026-10-01T08:00:00.000Z');
    const source = h.subject('source');
    h.write('source.set', source, { name: 'Spring', kind: 'spring', upstream: [], distanceM: 10, climbM: 0 });
    const at = '2026-10-02T08:00:00.000Z';
    const read = Array.from({ length: 1100 }, (_, i) =>
      h.at(at).write('read', source, { parameter: 'ph', method: 'strip', value: 6 + i / 1000 }),
    );
    const strikes = read.slice(0, 700).map(({ id }) => h.at(at).write('struck', source, { target: id }));
    for (const { id } of strikes.slice(600)) h.at(at).write('struck', source, { target: id });
    for (let i = 0; i < h.entries.length; i += 500)
      expect((await server.post(h.entries.slice(i, i + 500), 'happened')).status).toBe(201);
    const rows = (await text('/api/readings.csv')).body.trim().split('\r\n').slice(1);
    const ids = read.map(e => e.id);
    expect(rows.map(row => ids.find(id => row.includes(id)))).toEqual(ids.slice(600));
    const history = await server.get<History>(historyPath(source));
    expect(history.lines.map(line => line.entry.id)).toEqual(h.entries.map(e => e.id));
  });

  it('of a subject are told by the last few, with how many there are', async () => {
    const { source } = await spring(20);
    const history = (most: string) => server.get<History>(`${historyPath(source)}${most}`);
    const [last, all] = [await history('?most=3'), await history('')];
    expect([last.lines.length, last.count, all.lines.length]).toEqual([3, 24, 24]);
    expect(last.lines).toEqual(all.lines.slice(-3));
    // the reading that was struck is said to be, also where its strike is a line of its own
    expect(last.lines[0]).toMatchObject({ isStruck: true, entry: { data: { value: 9 } } });
    expect((await text(`${historyPath(source)}?most=all`)).status).toBe(422);
  });

  it('go out as a table in the words that they come in by', async () => {
    await spring(2);
    const { body } = await text('/api/readings.csv');
    const [header, first, ...rest] = body.split('\r\n');
    expect(header).toMatch(/^taken,sample,point,parameter,result,unit,as,method/);
    expect(first).toMatch(/^2026-10-01T08:00:01\.000Z,Spring,,turbidity,0,NTU,,tube/);
    expect(rest).toHaveLength(3);
  });

  it('of the demo make a page of each month', async () => {
    expect((await server.post(tarnHollow(NOW, seeded(4)), 'happened')).status).toBe(201);
    const res = await fetch(new URL('/api/report.pdf?month=2026-11', server.address));
    expect(res.headers.get('content-type')).toContain('application/pdf');
    const bytes = Buffer.from(await res.arrayBuffer());
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    // one page, whatever happened in it
    expect(bytes.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
    expect((await text('/api/report.pdf?month=2026-13')).status).toBe(422);
  });
});
