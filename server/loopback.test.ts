import { request } from 'node:http';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { removeFolder, startServer, type TestServer, tempFolder } from './testServer.ts';

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

const ask = (path: string, headers: Record<string, string>, method = 'GET') =>
  new Promise<number>((resolve, reject) => {
    const { port } = new URL(server.address);
    const asked = request({ host: '127.0.0.1', port, path, method, headers }, res => {
      res.resume();
      resolve(res.statusCode ?? 0);
    });
    asked.on('error', reject).end();
  });

const own = () => new URL(server.address).host;

it.each([
  ['a page of its own', () => ({ host: own(), origin: `http://${own()}` }), true],
  [
    'a page of its own, by the browser’s word',
    () => ({ host: own(), 'sec-fetch-site': 'same-origin' }),
    true,
  ],
  ['a script without a browser', () => ({ host: own() }), true],
  ['an address that a hand typed', () => ({ host: own(), 'sec-fetch-site': 'none' }), true],
  ['another port of this machine', () => ({ host: own(), origin: 'http://127.0.0.1:9' }), false],
  ['another port, by the browser’s word', () => ({ host: own(), 'sec-fetch-site': 'same-site' }), false],
  [
    'a foreign page',
    () => ({ host: own(), 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }),
    false,
  ],
  [
    'a foreign page that opens it',
    () => ({ host: own(), 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' }),
    false,
  ],
  ['a foreign origin over TLS', () => ({ host: own(), origin: `https://${own()}` }), false],
  ['an opaque origin', () => ({ host: own(), origin: 'null' }), false],
  ['a foreign name that was pointed here', () => ({ host: 'water.example' }), false],
  ['a foreign name that begins as ours', () => ({ host: '127.0.0.1.water.example' }), false],
  ['a foreign name that begins as ours, with a port', () => ({ host: 'localhost:80.water.example' }), false],
  ['a foreign name that ends as ours', () => ({ host: 'water-localhost' }), false],
  ['our address with a user before it', () => ({ host: 'water@127.0.0.1' }), false],
] as const)('what is stored is read by %s: %s', async (_, headers, may) => {
  for (const path of ['/api/snapshot', '/api/readings.csv', '/api/backup'])
    expect([path, await ask(path, headers())]).toEqual([path, may ? 200 : 403]);
});

it('a link that somebody follows opens a page, and asks for nothing else', async () => {
  const followed = { host: own(), 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' };
  expect(await ask('/today', followed)).not.toBe(403);
  expect(await ask('/api/snapshot', followed)).toBe(403);
  expect(await ask('/today', followed, 'POST')).toBe(403);
});
