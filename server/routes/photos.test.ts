import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { MOST_PHOTO_BYTES } from '#contract/photo.ts';
import type { Problem } from '#contract/problem.ts';
import { photoPath, routes } from '#contract/routes.ts';
import { addMinutes } from '#core/base/day.ts';
import { hand } from '#demo/hand.ts';
import { openDatabase } from '../db/open.ts';
import { removeUnnamedPhotos } from '../db/photos.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

let folder: string;
let server: TestServer;
beforeAll(async () => {
  folder = tempFolder();
  server = await startServer(folder);
});
afterAll(async () => {
  await server.stop();
  removeFolder(folder);
});

const send = (bytes: Uint8Array<ArrayBuffer>, type = 'image/jpeg') =>
  fetch(new URL(routes.photos, server.address), {
    method: 'POST',
    headers: { 'Content-Type': type },
    body: bytes,
  });

/** The first bytes of a JPEG file, then whatever. */
const jpeg = (length: number) => {
  const bytes = new Uint8Array(length).fill(7);
  bytes.set([0xff, 0xd8, 0xff, 0xe0]);
  return bytes;
};

describe('photos that no entry names', () => {
  const DAY = 1440;
  it('go after ninety days, but for those that are sent again; one that an entry names, struck too, stays', async () => {
    const own = tempFolder();
    const of = await startServer(own);
    const put = async (fill: number) => {
      const bytes = jpeg(300).fill(fill, 4);
      const res = await fetch(new URL(routes.photos, of.address), {
        method: 'POST',
        headers: { 'Content-Type': 'image/jpeg' },
        body: bytes,
      });
      return ((await res.json()) as { digest: string }).digest;
    };
    const there = async (digest: string) =>
      (await fetch(new URL(photoPath(digest), of.address))).status === 200;
    const [named, struck, alone, again] = [await put(1), await put(2), await put(3), await put(4)];
    const h = hand(of.clock.now());
    const place = h.subject('place');
    const photo = (digest: string) => h.write('photographed', place, { digest });
    const late = photo(struck);
    const entries = [photo(named), late, h.write('struck', place, { target: late.id })];
    expect((await of.post(entries, 'happened')).status).toBe(201);
    const database = await openDatabase(join(own, 'zeolite.db'));
    const start = of.clock.now();
    const at = (days: number) => addMinutes(start, days * DAY);
    await removeUnnamedPhotos(database, at(80));
    expect(await there(alone)).toBe(true);
    // a clock that says years later, where nothing was recorded since, removes nothing
    await removeUnnamedPhotos(database, at(900));
    expect(await there(alone)).toBe(true);
    of.clock.set(at(85));
    expect(await put(4)).toBe(again);
    const here = hand(of.clock.now()).write('noted', 'group', { text: 'still here' });
    expect((await of.post([here], 'happened')).status).toBe(201);
    await removeUnnamedPhotos(database, at(91));
    await database.close();
    expect(await Promise.all([named, struck, alone, again].map(there))).toEqual([true, true, false, true]);
    await of.stop();
    removeFolder(own);
  });
});

describe('photos', () => {
  it('are kept under the digest of their bytes, through a restart, and once however often they are sent', async () => {
    const bytes = jpeg(5000);
    const digest = createHash('sha256').update(bytes).digest('hex');
    for (let i = 0; i < 2; i++) expect(await (await send(bytes)).json()).toEqual({ digest });
    server = await server.restart();
    const res = await fetch(new URL(photoPath(digest), server.address));
    expect(res.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await res.arrayBuffer()).equals(Buffer.from(bytes))).toBe(true);
  });

  it('are told by their bytes, not by what they call themselves', async () => {
    const res = await send(new TextEncoder().encode('<svg onload="alert(1)"/>'));
    expect(res.status).toBe(422);
    expect(((await res.json()) as Problem).errors).toEqual([{ pointer: '', reason: 'no-photo' }]);
  });

  it('are turned away when they are too large, or asked for under no digest', async () => {
    expect((await send(jpeg(MOST_PHOTO_BYTES + 1))).status).toBe(413);
    expect((await fetch(new URL(photoPath('..%2Fsecret'), server.address))).status).toBe(422);
    expect((await fetch(new URL(photoPath('0'.repeat(64)), server.address))).status).toBe(404);
  });
});
