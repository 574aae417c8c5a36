import { createHash } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { MOST_PHOTO_BYTES } from '#contract/photo.ts';
import type { Problem } from '#contract/problem.ts';
import { photoPath, routes } from '#contract/routes.ts';
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
