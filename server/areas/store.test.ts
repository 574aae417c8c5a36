import { execFile } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import jsQr from 'jsqr';
import ical from 'node-ical';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { routes } from '#contract/routes.ts';
import type { Entry } from '#core/areas/entries.ts';
import { fold } from '#core/areas/entries.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

let folder: string;
let server: TestServer;
let entries: Entry[];

beforeAll(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  entries = tarnHollow(server.clock.now());
  for (let i = 0; i < entries.length; i += 500)
    expect((await server.post(entries.slice(i, i + 500), 'happened')).status).toBe(201);
});
afterAll(async () => {
  await server.stop();
  removeFolder(folder);
});

const idOf = (code: string): string => Object.values(fold(entries).container).find(c => c.code === code)!.id;

const askLabels = (body: unknown) =>
  fetch(new URL(routes.labels, server.address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });

// the server runs in this process: a tool that is waited for would hold it up, and its connections would go
const run = promisify(execFile);

/** Pages of a PDF as pictures. */
async function rasterised(pdf: Buffer): Promise<PNG[]> {
  writeFileSync(join(folder, 'labels.pdf'), pdf);
  await run('pdftoppm', ['-r', '200', '-png', join(folder, 'labels.pdf'), join(folder, 'page')]);
  return readdirSync(folder)
    .filter(name => name.startsWith('page'))
    .sort()
    .map(name => PNG.sync.read(readFileSync(join(folder, name))));
}

describe('labels', () => {
  it('of a chemical are printed too, and say that nobody drinks it', async () => {
    const supply = Object.values(fold(entries).supply).find(x => x.name === 'Bleach 6 %, hall')!;
    const res = await askLabels({
      containers: [supply.id],
      sheet: 'single',
      skip: 0,
      address: 'http://water.example:4870',
      units: 'metric',
    });
    expect(res.status).toBe(200);
    writeFileSync(join(folder, 'chemical.pdf'), Buffer.from(await res.arrayBuffer()));
    const { stdout: text } = await run('pdftotext', ['-layout', join(folder, 'chemical.pdf'), '-']);
    expect(text).toMatch(/not for drinking/i);
    expect(text).toContain('CHEMICAL');
    expect(text).toMatch(/6\s.*wt|6\s/);
  });

  it('carry a code that leads to the container’s page, on every grid', async () => {
    for (const sheet of ['single', 'a4-24', 'letter-30']) {
      const id = idOf('TH-007');
      const res = await askLabels({
        containers: [id],
        sheet,
        skip: 0,
        address: 'http://water.example:4870',
        units: 'metric',
      });
      expect(res.headers.get('content-type')).toBe('application/pdf');
      const [page] = await rasterised(Buffer.from(await res.arrayBuffer()));
      const found = jsQr(new Uint8ClampedArray(page!.data), page!.width, page!.height);
      expect(found?.data, sheet).toBe(new URL(`/store/${id}`, 'http://water.example:4870').href);
    }
  });

  it('say code, grade, dates and place, and “not for drinking” where so', async () => {
    const text = async (code: string) => {
      const res = await askLabels({
        containers: [idOf(code)],
        sheet: 'a4-8',
        skip: 3,
        address: 'http://127.0.0.1:4870',
        units: 'metric',
      });
      writeFileSync(join(folder, 'one.pdf'), Buffer.from(await res.arrayBuffer()));
      return (await run('pdftotext', [join(folder, 'one.pdf'), '-'])).stdout;
    };
    expect(await text('TH-007')).toMatch(/TH-007[\s\S]*NOT FOR DRINKING[\s\S]*FAILED/);
    expect(await text('TH-079')).toMatch(
      /TH-079[\s\S]*Drinking water[\s\S]*198.L, spring water[\s\S]*Good until[\s\S]*safe-storage dose[\s\S]*by Bram[\s\S]*Old coal hole/,
    );
    expect(await text('TH-RT')).toMatch(/NOT FOR DRINKING/);
  });

  it('refuse what is not there', async () => {
    const res = await askLabels({
      containers: ['container:01M88X6PY5AXMXFYXH43WSY7QH'],
      sheet: 'a4-24',
      skip: 0,
      address: 'nowhere',
      units: 'metric',
    });
    expect(res.status).toBe(422);
  });
});

it('the calendar is read back with every rotation on its day', async () => {
  const text = await (await fetch(new URL(routes.calendar, server.address))).text();
  const events = Object.values(ical.sync.parseICS(text)).filter(e => e?.type === 'VEVENT');
  const summaries = events.map(e => String((e as { summary: unknown }).summary));
  expect(summaries.some(s => /TH-\d+ is good until .*: rotate it/.test(s))).toBe(true);
  expect(summaries.some(s => s.startsWith('Bleach 6 %, hall: replace it by'))).toBe(true);
  const uids = events.map(e => (e as { uid: string }).uid);
  expect(new Set(uids).size).toBe(events.length);
  // every date from the start: one for each container that has one, under an id of its filling
  const facts = fold(entries);
  const state = stateAt(facts, server.clock.now());
  const dated = Object.values(state.containers).filter(c => c.goodUntil && c.goodUntil.day > state.today);
  expect(dated.length).toBeGreaterThan(60);
  expect(uids.filter(uid => uid.startsWith('good-until-'))).toHaveLength(dated.length);
});

it('the containers go out as CSV, one row each, and the log as JSON that folds to the same facts', async () => {
  const csv = await (await fetch(new URL(routes.containersCsv, server.address))).text();
  const { data, errors } = Papa.parse<Record<string, string>>(csv, { header: true });
  expect(errors).toEqual([]);
  expect(data).toHaveLength(95);
  expect(data.find(r => r.code === 'TH-RT')).toMatchObject({
    water: 'rain',
    litres: '3120',
    state: 'utility',
  });
  const log = (await server.get(routes.logJson)) as { entries: Entry[] };
  expect(fold(log.entries)).toEqual(fold(entries));
});
