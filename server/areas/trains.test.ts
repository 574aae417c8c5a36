import { execFile } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { methodOf } from '#core/treatment/methods/methods.ts';
import { treatments } from '#core/treatment/methods/treatments.ts';
import { hand } from '#demo/hand.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const run = promisify(execFile);
let folder: string;
let server: TestServer;
let bleach: string;
beforeAll(async () => {
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
afterAll(async () => {
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
    expect(await reason({ ...river, container: 'container:01J1ZZZZZZZZZZZZZZZZZZZZZZ' }, ['settle'])).toEqual(
      [422, '/form', 'no-water'],
    );
    for (const key of ['constructor', '__proto__', 'source:toString'])
      expect((await reason({ ...river, source: key }, ['settle'])).slice(0, 2)).toEqual([
        422,
        '/form/source',
      ]);
    expect(await reason(river, ['constructor'])).toEqual([422, '/steps', 'not-at-hand']);
    expect((await reason({ ...river, water: 'wine' }, ['settle'])).slice(0, 2)).toEqual([422, '/form/water']);
    expect((await reason({ ...river, volumeL: -1 }, ['settle'])).slice(0, 2)).toEqual([422, '/form/volumeL']);
    expect((await reason(river, [])).slice(0, 2)).toEqual([422, '/steps']);
  });
});

describe('a card of a method', () => {
  const ask = (method: string, inputs: object) =>
    fetch(new URL('/api/method.pdf', server.address), {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ method, inputs }),
    });

  it.each(treatments.filter(t => methodOf(t.id)).map(t => t.id))('of %s is a page or two', async id => {
    const clear: Record<string, object> = { 'reverse-osmosis': { rated: 'germs' }, sun: { latitude: 10 } };
    const res = await ask(id, clear[id] ?? {});
    expect([res.status, res.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  });

  it('says its minutes, its steps and its cautions', async () => {
    const res = await ask('boil', { volumeL: 10, altitudeM: 2000 });
    writeFileSync(join(folder, 'boil.pdf'), Buffer.from(await res.arrayBuffer()));
    const text = (await run('pdftotext', ['-layout', join(folder, 'boil.pdf'), '-'])).stdout;
    expect(text).toContain('3 min at a rolling boil');
    expect(text).toContain('Void after 25 May 2027');
  });

  it('is not made of what the method refuses, nor of what is no blank of it', async () => {
    const at = async (method: string, inputs: object) => {
      const res = await ask(method, inputs);
      const { errors } = (await res.json()) as { errors: { pointer: string }[] };
      return [res.status, errors[0]!.pointer];
    };
    expect(await at('magic', {})).toEqual([422, '/method']);
    expect(await at('boil', { looks: 'scum' })).toEqual([422, '/inputs']);
    expect(await at('boil', { volumeL: -3 })).toEqual([422, '/inputs/volumeL']);
    expect(await at('boil', { stove: 'reactor' })).toEqual([422, '/inputs/stove']);
    expect(await at('boil', { __proto__x: 1 })).toEqual([422, '/inputs/__proto__x']);
  });
});
