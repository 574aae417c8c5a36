import { execFile } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dayPath, routes } from '#contract/routes.ts';
import { fold } from '#core/areas/entries.ts';
import { planOf } from '#core/areas/rain/plan.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { hand } from '#demo/hand.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import { seeded } from '../../scripts/generate.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

const NOW = '2026-11-25T09:00:00.000Z';
const run = promisify(execFile);
const folder = tempFolder();
const entries = tarnHollow(NOW, seeded(5));
const facts = fold(entries);
const plan = { ...planOf(facts, stateAt(facts, NOW)), years: 30 };
const h = hand(NOW);
const work = h.subject('work');
let server: TestServer;

beforeAll(async () => {
  server = await startServer(folder);
  server.clock.set(NOW);
  expect((await server.post(entries, 'happened')).status).toBe(201);
  const awake = [{ from: 0, until: 900 }];
  h.write('work.laid', work, {
    problem: {
      ...{ needL: 20, waitingL: 80, readyL: 200, daylight: [], eveningMin: 780, horizonMin: 4320 },
      hands: [{ id: 'Ash', awake }],
      tools: [{ id: 'filter-1', kind: 'filter', litres: 20 }],
      lines: [
        {
          ...{ id: '1', heldL: 0 },
          stages: [
            {
              ...{ id: '1.0', method: 'fetch', sizesL: [10], outShare: 1, uses: [] },
              phases: [{ id: 'trip', minutes: [12], hand: true, away: true }],
            },
            {
              ...{ id: '1.1', method: 'filter', tool: 'filter', sizesL: [20], outShare: 1, uses: [] },
              phases: [{ id: 'run', minutes: [40] }],
            },
          ],
        },
      ],
    },
    ...{ boundMin: 24, methods: [['filter']], choices: { order: [0, 1], fill: [1, 1], most: [1] } },
  } as never);
  expect((await server.post(h.entries, 'happened')).status).toBe(201);
});
afterAll(async () => {
  await server.stop();
  removeFolder(folder);
});

const post = (path: string, body: object) =>
  fetch(new URL(path, server.address), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
const get = (path: string) => fetch(new URL(path, server.address));
type Printed = Record<string, string>;

/** Every page that is printed whole; labels have sheets of their own. */
const pages: Readonly<Record<string, (printed: Printed) => Promise<Response>>> = {
  train: printed =>
    post(routes.trainCard, {
      form: {
        ...{ water: 'river', origin: { upstream: 'nobody' }, volumeL: 20, turbidityNtu: 4 },
        ...{ grain: 'silt', without: [], also: ['stove'] },
      },
      steps: ['stove'],
      ...printed,
    }),
  method: printed => post(routes.methodCard, { method: 'boil', inputs: {}, ...printed }),
  rain: printed => post(routes.rainPdf, { plan, ...printed }),
  report: printed => get(`${routes.report}?${new URLSearchParams({ month: '2026-11', ...printed })}`),
  methods: printed => get(`${routes.methodsPdf}?${new URLSearchParams(printed)}`),
  day: printed => get(dayPath('dayPdf', work, printed)),
};

const lying = ['day', 'methods'];

it('of all methods is one page, with every way on it', async () => {
  const file = join(folder, 'all.pdf');
  for (const units of ['metric', 'US'] as const) {
    writeFileSync(file, Buffer.from(await (await pages.methods!({ units })).arrayBuffer()));
    expect((await run('pdfinfo', [file])).stdout).toMatch(/Pages:\s+1\n/);
    const text = (await run('pdftotext', ['-layout', file, '-'])).stdout;
    for (const way of ['a stove and fuel', 'fresh plain bleach', 'iodine tablets', 'a still'])
      expect(text).toContain(way);
    expect(text).toContain(units === 'US' ? 'gallon' : 'litre');
  }
});

describe.each(Object.keys(pages))('the page of a %s', name => {
  it.each([
    [{}, '595 x 842'],
    [{ units: 'US' }, '612 x 792'],
    [{ units: 'imperial' }, '595 x 842'],
    [{ units: 'US', paper: 'a4' }, '595 x 842'],
    [{ units: 'metric', paper: 'letter' }, '612 x 792'],
  ])('for %j lies on %s', async (printed, size) => {
    const res = await pages[name]!(printed as Printed);
    expect(res.status, await res.clone().text()).toBe(200);
    const file = join(folder, `${name}.pdf`);
    writeFileSync(file, Buffer.from(await res.arrayBuffer()));
    const [, width, height] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec((await run('pdfinfo', [file])).stdout)!;
    // whole points: a page that lies is told by its width first
    const sides = (lying.includes(name) ? [height, width] : [width, height]).map(side =>
      Math.round(Number(side)),
    );
    expect(sides.join(' x ')).toBe(size);
  });

  it('is refused on paper that nobody sells', async () => {
    expect((await pages[name]!({ paper: 'scroll' })).status).toBe(422);
  });
});
