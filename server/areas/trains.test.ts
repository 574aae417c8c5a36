import { execFile } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { hand } from '#demo/hand.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const run = promisify(execFile);
let folder: string;
let server: TestServer;
let bleach: string;
beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  server.clock.set(NOW);
  const h = hand('2026-11-20T08:00:00.000Z');
  h.write('group.set', 'group', { name: 'Mill', timeZone: 'UTC', toolIds: ['syringe-3'] });
  bleach = h.subject('supply');
  h.write('supply.set', bleach, {
    name: 'Bleach, kitchen',
    kind: 'bleach',
    amount: 500,
    bleach: { product: 'plain', basis: 'wt-naocl', strength: 6, keptC: 15, madeOn: '2026-02-10' },
  });
  expect((await server.post(h.entries, 'happened')).status).toBe(201);
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

const river = {
  water: 'river',
  origin: { upstream: 'nobody' },
  volumeL: 20,
  turbidityNtu: 40,
  grain: 'silt',
  without: [],
  also: ['ceramic'],
} as const;

const card = (form: object, steps: readonly string[]) =>
  fetch(new URL('/api/train.pdf', server.address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ form, steps }),
  });

describe('a card', () => {
  it('says what to do with the group’s own things, how long, and until when it may be gone by', async () => {
    const res = await card(river, ['settle', 'ceramic', bleach]);
    expect([res.status, res.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    writeFileSync(join(folder, 'card.pdf'), Buffer.from(await res.arrayBuffer()));
    const { stdout } = await run('pdftotext', ['-layout', join(folder, 'card.pdf'), '-']);
    const text = stdout.replaceAll('\u00a0', ' ').replaceAll(/\s+/g, ' ');
    expect(text).toContain('20 L to drink');
    expect(text).toContain('Bleach, kitchen');
    expect(text).toMatch(/1 let it stand .* 2 filter .* 3 .* mL of bleach for 60 min/);
    expect(text).toContain('Mark one vessel RAW');
    // bleach of 10 February is trusted for a year, which ends before half a year from now does
    expect(text).toContain('Void after 10 Feb 2027');
    expect((await run('pdfinfo', [join(folder, 'card.pdf')])).stdout).toMatch(/Pages:\s+[12]\b/);
  });

  it('is not made of what breaks an edge, is not there, or can never be drunk', async () => {
    const reason = async (form: object, steps: readonly string[]) => {
      const res = await card(form, steps);
      const { errors } = (await res.json()) as { errors: { pointer: string; reason: string }[] };
      return [res.status, errors[0]!.pointer, errors[0]!.reason];
    };
    expect(await reason({ ...river, turbidityNtu: 400 }, ['ceramic'])).toEqual([
      422,
      '/steps',
      'breaks-an-edge',
    ]);
    expect(await reason(river, ['lamp'])).toEqual([422, '/steps', 'not-at-hand']);
    expect(await reason({ ...river, water: 'flood' }, ['settle'])).toEqual([
      422,
      '/form/water',
      'never-drunk',
    ]);
    expect(await reason({ ...river, container: 'container:01J0' }, ['settle'])).toEqual([
      422,
      '/form',
      'no-water',
    ]);
    expect((await reason({ ...river, water: 'wine' }, ['settle'])).slice(0, 2)).toEqual([422, '/form/water']);
    expect((await reason({ ...river, volumeL: -1 }, ['settle'])).slice(0, 2)).toEqual([422, '/form/volumeL']);
    expect((await reason(river, [])).slice(0, 2)).toEqual([422, '/steps']);
  });
});
