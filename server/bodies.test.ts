import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { routes } from '#contract/routes.ts';
import { atOnce } from '#core/base/lots.ts';
import { isModest } from './bodies.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from './testServer.ts';

const modest = (text: string): boolean => atOnce(isModest(Buffer.from(text)));
const nested = (depth: number) => `${'['.repeat(depth)}1${']'.repeat(depth)}`;
const list = (members: number) => `[${Array.from({ length: members }, () => '0').join(',')}]`;

/** How deep a value is, told from the value itself. */
const depthOf = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depthOf)) : 0;

describe('a body', () => {
  it('may be forty levels deep and ten thousand members wide, and no more', () => {
    expect([40, 41].map(depth => modest(nested(depth)))).toEqual([true, false]);
    expect([10_000, 10_001].map(members => modest(list(members)))).toEqual([true, false]);
    const lists = (times: number) => `[${Array.from({ length: times }, () => list(9000)).join(',')}]`;
    expect([33, 34].map(times => modest(lists(times)))).toEqual([true, false]);
  });

  it('is not deep or wide by what its texts say', () => {
    for (const text of [
      '['.repeat(99),
      ','.repeat(20_000),
      '"[[[['.repeat(99),
      '\\"\\\\"'.repeat(99),
      '\\'.repeat(99),
    ])
      expect(modest(JSON.stringify({ [text]: text }))).toBe(true);
    // a text that hides the end of another does not hide what comes behind it
    expect(modest(`["\\\\",${nested(60)}]`)).toBe(false);
    expect(modest(`["\\"",${nested(60)}]`)).toBe(false);
  });

  it('is told from its bytes as from its values', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 60 }), fc.integer({ min: 0, max: 45 }), (value, more) => {
        let deep: unknown = value;
        for (let i = 0; i < more; i++) deep = i % 2 ? [deep, 'x'] : { a: 1, b: deep };
        expect(modest(JSON.stringify(deep))).toBe(depthOf(deep) <= 40);
      }),
    );
  });

  it('that ends in the midst is looked at to its end', () => {
    for (const text of ['', '"', '"\\', '[[', ']]]', ',,,', '{"a":"b']) expect(modest(text)).toBe(true);
  });
});

describe('over the wire', () => {
  const folder = tempFolder();
  let server: TestServer;
  beforeAll(async () => {
    server = await startServer(folder);
  });
  afterAll(async () => {
    await server.stop();
    removeFolder(folder);
  });
  const send = async (body: string | Buffer, type = 'application/json', path: string = routes.entries) => {
    const res = await fetch(new URL(path, server.address), {
      method: 'POST',
      headers: { 'Content-Type': type },
      body: typeof body === 'string' ? body : new Uint8Array(body),
    });
    return { status: res.status, body: (await res.json()) as { errors?: { pointer: string }[] } };
  };

  it('what is nested without end, or has a million members, is refused before it is read', async () => {
    const wide = `{"entries":${list(1_000_000)},"mode":"happened"}`;
    for (const path of Object.values(routes).filter(path => path !== routes.events))
      expect((await send(nested(300_000), undefined, path)).status, path).toBe(413);
    expect((await send(wide)).status).toBe(413);
    expect((await send(`{"entries":[${nested(99)}],"mode":"happened"}`)).status).toBe(413);
  });

  it('of text beside ASCII is the same text, wherever it is cut', async () => {
    const text = 'é€😀'.repeat(60_000);
    const { status, body } = await send(JSON.stringify({ entries: [{ id: text }], mode: text }));
    expect([status, body.errors!.map(e => e.pointer)]).toEqual([422, ['/mode']]);
  });

  it('in another charset than UTF-8 is not taken', async () => {
    const body = JSON.stringify({ entries: [{}], mode: 'happened' });
    expect((await send(Buffer.from(body, 'utf16le'), 'application/json; charset=utf-16le')).status).toBe(422);
    expect((await send(body, 'application/json;charset=UTF-8')).body.errors?.[0]?.pointer).toMatch(
      /^\/entries\/0/,
    );
  });

  it('with few faults is told each of them; with thousands, the first', async () => {
    const card = (wrong: number) =>
      send(
        JSON.stringify({ form: { without: Array(wrong).fill(0), also: [] }, steps: [] }),
        undefined,
        routes.trainCard,
      );
    expect((await card(30)).body.errors!.length).toBeGreaterThan(30);
    expect((await card(9000)).body.errors!.length).toBe(1);
  });
});
