import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Changes, LogEvent, Snapshot } from '#contract/log.ts';
import { LINES_TYPE } from '#contract/snapshotLines.ts';
import { addMinutes } from '#core/base/day.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

let folder: string;
let server: TestServer;
let h: Hand;

beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  h = hand(addMinutes(server.clock.now(), -600));
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

const homes = (count: number) => {
  for (let i = 0; i < count; i++) h.write('home.set', h.subject('home'), { name: `Home ${i}`, people: [] });
  return h.entries.slice(-count);
};
const since = (seq: number | string) => server.get<Changes>(`/api/changes?since=${seq}`);

describe('what changed since', () => {
  it('is each subject that did, once, as it is now; and nothing where nothing did', async () => {
    const [first, second] = homes(2);
    await server.post([first, second]);
    await server.post([h.write('home.set', first!.subject, { name: 'Beck House', people: [{}] })]);
    await server.post([h.write('home.removed', second!.subject, {})]);
    const { seq, changed } = await since(2);
    expect(seq).toBe(4);
    expect(new Map(changed)).toEqual(
      new Map([
        [first!.subject, { id: first!.subject, name: 'Beck House', people: [{}] }],
        [second!.subject, null],
      ]),
    );
    expect((await since(4)).changed).toEqual([]);
  });

  it('is too much, or of another log, where the snapshot is the shorter way', async () => {
    await server.post(homes(3));
    for (let i = 0; i < 3; i++) await server.post(homes(400));
    expect(await since(0)).toMatchObject({ type: 'urn:zeolite:problem:too-large' });
    expect(await since(9999)).toMatchObject({ type: 'urn:zeolite:problem:too-large' });
    expect((await since(1000)).changed).toHaveLength(203);
    expect(await since('-1')).toMatchObject({ status: 422 });
  });

  it('comes over a line that was cut, from the last event that came over it', async () => {
    await server.post(homes(2));
    const { epoch } = await server.get<Snapshot>('/api/snapshot');
    // of another epoch nothing is told: the page asks for the whole by itself
    const first = async (last: string) => {
      const cut = new AbortController();
      const res = await fetch(new URL('/api/events', server.address), {
        headers: { 'Last-Event-ID': last },
        signal: cut.signal,
      });
      const reader = res.body!.pipeThrough(new TextDecoderStream()).getReader();
      const next = h.write('noted', 'group', { text: 'next' });
      let text = (await reader.read()).value!;
      await server.post([next]);
      while (!text.includes('data:')) text += (await reader.read()).value;
      cut.abort();
      return { event: JSON.parse(/^data: (.*)$/m.exec(text)![1]!) as LogEvent, text };
    };
    const { event, text } = await first(`${epoch}:1`);
    expect(event).toMatchObject({ epoch, seq: 2, ids: [h.entries[1]!.id] });
    expect(text).toContain(`id: ${epoch}:2\n`);
    for (const other of ['another:1', '1', '', `${epoch}:x`])
      expect((await first(other)).event.seq).toBeGreaterThan(3);
  });
});

it('what was recorded for another folder is not taken, and nothing of it is', async () => {
  const post = (body: object) =>
    fetch(new URL('/api/entries', server.address), {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
  const { folder: own } = await server.get<Snapshot>('/api/snapshot');
  const [entry] = homes(1);
  const refused = await post({ entries: [entry], mode: 'happened', folder: 'another' });
  expect(refused.status).toBe(409);
  expect(await refused.json()).toMatchObject({ errors: [{ pointer: '/folder' }] });
  expect((await since(0)).seq).toBe(0);
  expect((await post({ entries: [entry], mode: 'happened', folder: own })).status).toBe(201);
});

it('another epoch is answered with neither changes nor records; its own, or none that is said, is', async () => {
  const { folder: own, epoch } = await server.get<Snapshot>('/api/snapshot');
  const [entry] = homes(1);
  const post = async (of: object) =>
    (
      await fetch(new URL('/api/entries', server.address), {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ entries: [entry], mode: 'happened', ...of }),
      })
    ).status;
  expect(await post({ folder: own, epoch: 'before' })).toBe(409);
  expect(await since('0&epoch=before')).toMatchObject({ status: 409, errors: [{ pointer: '/epoch' }] });
  expect(await post({ folder: own, epoch })).toBe(201);
  for (const asked of ['0', `0&epoch=${epoch}`])
    expect(await since(asked)).toMatchObject({ epoch, folder: own, seq: 1 });
});

describe('what a browser starts from', () => {
  it('leaves out a sheet that has ended, and is pressed', async () => {
    const [running, ended] = [h.subject('sheet'), h.subject('sheet')];
    for (const sheet of [running, ended])
      h.write('sheet.begun', sheet, {
        method: 'settle',
        inputs: {},
        headline: { id: 'settle.headline' },
        steps: [{ id: 'wait', text: { id: 'step.settle.wait' }, kind: 'do' }],
        uses: [],
        credit: { bacteria: 0, viruses: 0, protozoa: 0, crypto: 0 },
      });
    h.write('sheet.ended', ended, { outcome: 'stopped', method: 'settle' });
    homes(40);
    await server.post(h.entries, 'happened');
    const { facts } = await server.get<Snapshot>('/api/snapshot');
    const subjects = facts.map(([subject]) => subject);
    expect(subjects).toContain(running);
    expect(subjects).not.toContain(ended);
    const pressed = await fetch(new URL('/api/snapshot', server.address), {
      headers: { 'Accept-Encoding': 'gzip', Accept: LINES_TYPE },
    });
    expect(pressed.headers.get('content-encoding')).toBe('gzip');
    const line = await fetch(new URL('/api/events', server.address), {
      headers: { 'Accept-Encoding': 'gzip' },
      signal: AbortSignal.timeout(5000),
    });
    expect(line.headers.get('content-encoding')).toBeNull();
    await line.body!.cancel();
    expect((await server.replay()).differing).toEqual([]);
  });
});
