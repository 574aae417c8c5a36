import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { pino } from 'pino';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Snapshot } from '#contract/log.ts';
import { routes } from '#contract/routes.ts';
import { LINES_TYPE, lotOfLine, type SnapshotHead } from '#contract/snapshotLines.ts';
import { hand } from '#demo/hand.ts';
import { createApp } from './app.ts';
import { systemClock, testClock } from './clock.ts';
import { listen } from './listen.ts';
import { onError, ProblemError, problemOf } from './problems.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from './testServer.ts';

let folder: string;
let server: TestServer;

beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

const post = (body: string, type = 'application/json') =>
  fetch(new URL(routes.entries, server.address), { method: 'POST', headers: { 'Content-Type': type }, body });

describe('a request that is not understood', () => {
  it.each([
    ['{"entries": [', 422, 'invalid'],
    ['{}', 422, 'invalid'],
    ['[]', 422, 'invalid'],
    [JSON.stringify({ entries: [], mode: 'intend' }), 422, 'invalid'],
    [JSON.stringify({ entries: 'x'.repeat(9_000_000) }), 413, 'too-large'],
  ])('%.40s is answered as a problem', async (body, status, kind) => {
    const res = await post(body);
    expect(res.status).toBe(status);
    expect(res.headers.get('content-type')).toContain('application/problem+json');
    expect(await res.json()).toMatchObject({ type: `urn:zeolite:problem:${kind}`, status });
  });

  it.each([
    ['/api/subjects/%E0%A4%A/entries', {}],
    ['/api/subjects/%00/entries', {}],
    ['/api/subjects/plan%2F..%2F..%2Fetc/entries', {}],
    ['/api/lists/constructor', {}],
    ['/api/photos/..%2F..%2Fetc%2Fpasswd', {}],
    ['/%E0%A4%A', {}],
    ['/index.html', { Range: 'bytes=999999999-' }],
    ['/api/nothing', {}],
  ])('%s is the asker’s fault', async (path, headers: Record<string, string>) => {
    const res = await fetch(server.address + path.slice(1), { headers });
    expect(res.status).toBeGreaterThanOrEqual(400);
    expect(res.status).toBeLessThan(500);
  });

  it.each([
    ['application/json; charset=klingon', {}],
    ['application/json', { 'Content-Encoding': 'rot13' }],
    ['application/json', { 'Content-Encoding': 'gzip' }],
    ['text/plain', {}],
  ])('a body as %s with %j is the asker’s fault', async (type, headers: Record<string, string>) => {
    const res = await fetch(new URL(routes.entries, server.address), {
      method: 'POST',
      headers: { 'Content-Type': type, ...headers },
      body: '{"entries":[],"mode":"intend"}',
    });
    expect(res.status).toBeGreaterThanOrEqual(400);
    expect(res.status).toBeLessThan(500);
  });

  it('records nothing', async () => {
    await post('{"entries": [');
    expect((await server.get<{ seq: number }>(routes.health)).seq).toBe(0);
  });
});

describe('headers', () => {
  it('let the page load from here only, and say nothing of the engine', async () => {
    const res = await fetch(new URL(routes.health, server.address));
    expect(res.headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(res.headers.get('content-security-policy')).toContain("connect-src 'self'");
    expect(res.headers.get('x-powered-by')).toBeNull();
  });
});

describe('the stream', () => {
  it('tells of what was recorded, with the facts that it changed', async () => {
    const gone = new AbortController();
    const res = await fetch(new URL(routes.events, server.address), { signal: gone.signal });
    const reader = res.body!.pipeThrough(new TextDecoderStream()).getReader();
    const h = hand(server.clock.now());
    const home = h.subject('home');
    const entry = h.write('home.set', home, { name: 'Beck House', people: [{}, {}] });
    await server.post([entry]);
    let heard = '';
    while (!heard.includes('event: entries')) heard += (await reader.read()).value ?? '';
    while (!heard.endsWith('\n\n')) heard += (await reader.read()).value ?? '';
    const event = JSON.parse(/data: (.*)\n\n$/.exec(heard)![1]!) as {
      seq: number;
      ids: string[];
      changed: unknown[];
    };
    expect(event).toMatchObject({ seq: 1, ids: [entry.id] });
    expect(event.changed).toEqual([[home, { id: home, name: 'Beck House', people: [{}, {}] }]]);
    gone.abort();
  });
});

describe('the snapshot', () => {
  it('by lines is the snapshot in one piece', async () => {
    const h = hand(server.clock.now());
    for (let i = 0; i < 250; i++) h.write('home.set', h.subject('home'), { name: `Home ${i}`, people: [] });
    await server.post(h.entries.slice(0, 250));
    const whole = await server.get<Snapshot>(routes.snapshot);
    const res = await fetch(new URL(routes.snapshot, server.address), { headers: { Accept: LINES_TYPE } });
    const [head = '', ...lots] = (await res.text()).trimEnd().split('\n');
    expect((JSON.parse(head) as SnapshotHead).seq).toBe(whole.seq);
    expect(lots).toHaveLength(3);
    expect(lots.flatMap(lotOfLine)).toEqual(whole.facts);
  });
});

describe('the clock', () => {
  it('cannot be set where nobody asked for a test', async () => {
    const other = tempFolder();
    const app = await createApp({
      file: `${other}/zeolite.db`,
      clock: systemClock(),
      logger: pino({ level: 'silent' }),
    });
    const { server: http, address } = await listen(app.express, 0);
    // papers take longer to make than Node keeps a waiting connection
    expect(http.keepAliveTimeout).toBeGreaterThan(60_000);
    const res = await fetch(new URL(routes.clock, address), {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: '{"now":"2030-01-01T00:00:00.000Z"}',
    });
    expect(res.status).toBe(404);
    http.close();
    http.closeAllConnections();
    await app.close();
    removeFolder(other);
  });

  it('stands still rather than go back', () => {
    let ms = Date.parse('2026-11-25T09:00:00.000Z');
    const clock = systemClock(() => ms);
    clock.raise('2026-11-25T09:30:00.000Z');
    expect(clock.now()).toBe('2026-11-25T09:30:00.000Z');
    ms += 20 * 60_000;
    expect(clock.now()).toBe('2026-11-25T09:30:00.000Z');
    ms += 20 * 60_000;
    expect(clock.now()).toBe('2026-11-25T09:40:00.000Z');
    const set = testClock();
    set.set('2030-01-01T00:00:00.000Z');
    expect(set.now().slice(0, 10)).toBe('2030-01-01');
  });
});

describe('problems', () => {
  /** What the error handler answers for an error. */
  const answered = (error: unknown) => {
    const sent: { status?: number; body?: string } = {};
    const res = {
      req: { acceptsLanguages: () => ['tlh', 'en'] },
      status: (status: number) => {
        sent.status = status;
        return res;
      },
      type: () => res,
      send: (body: string) => {
        sent.body = body;
        return res;
      },
    };
    onError(error, {} as never, res as never, () => undefined);
    return { status: sent.status, problem: JSON.parse(sent.body ?? '{}') as { type: string; title: string } };
  };

  it('tell a full disk from a fault, and that nothing was recorded', () => {
    const full = answered(
      Object.assign(new Error('query failed'), { cause: new Error('SQLITE_FULL: database or disk is full') }),
    );
    expect(full).toMatchObject({ status: 507, problem: { type: 'urn:zeolite:problem:storage-full' } });
    expect(full.problem.title).toContain('nothing was recorded');
    expect(answered(new Error('boom'))).toMatchObject({ status: 500 });
    expect(answered(new ProblemError('refused'))).toMatchObject({ status: 409 });
  });

  it('cut an answer that had begun, so that half of it is not taken for the whole', async () => {
    const app = express();
    app.get('/', (_req, res) => {
      res.set('Content-Length', '20').write('half of it');
      throw new Error('the other half is not to be had');
    });
    app.use(onError);
    const listening = app.listen(0, '127.0.0.1');
    await once(listening, 'listening');
    const { port } = listening.address() as AddressInfo;
    await expect(fetch(`http://127.0.0.1:${port}/`).then(res => res.text())).rejects.toThrow();
    listening.close();
  });

  it('never tell what went on inside', () => {
    expect(JSON.stringify(answered(new Error('password of /etc')).problem)).not.toContain('password');
    expect(problemOf('forbidden')).toEqual({
      type: 'urn:zeolite:problem:forbidden',
      title: 'Only this machine may ask',
      status: 403,
    });
  });
});
