import { execFile } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { dayPath } from '#contract/routes.ts';
import type { Problem } from '#core/planning/schedule/problem.ts';
import { hand } from '#demo/hand.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

const NOW = '2026-11-25T07:00:00.000Z';
const run = promisify(execFile);
let folder: string;
let server: TestServer;
let work: string;

const awake = [{ from: 0, until: 900 }];
/** A long day: a hundred walks and fifty batches for four pairs of hands. */
const problem: Problem = {
  ...{ needL: 1000, waitingL: 80, readyL: 2000, daylight: [], eveningMin: 780, horizonMin: 4320 },
  hands: ['Ash', 'Brook', 'Cedar', 'Dale'].map(id => ({ id, awake })),
  tools: [1, 2, 3, 4].map(n => ({ id: `filter-${n}`, kind: 'filter', litres: 20 })),
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
          phases: [
            { id: 'raw', minutes: [3], hand: true },
            { id: 'run', minutes: [40] },
            { id: 'flow', minutes: [3], hand: true },
          ],
        },
      ],
    },
  ],
};

beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  server.clock.set(NOW);
  const h = hand(NOW);
  h.write('group.set', 'group', { name: 'Mill', timeZone: 'UTC' });
  work = h.subject('work');
  h.at(NOW).write('work.laid', work, {
    ...{ problem, boundMin: 500, methods: [['filter']] },
    choices: { order: [0, 1], fill: [1, 1], most: [1] },
  });
  expect((await server.post(h.entries, 'happened')).status).toBe(201);
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

const get = (path: string) => fetch(new URL(path, server.address));

describe('a day’s work goes out', () => {
  it('as one page, however long the day', async () => {
    const res = await get(dayPath('dayPdf', work));
    expect([res.status, res.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    const file = join(folder, 'day.pdf');
    writeFileSync(file, Buffer.from(await res.arrayBuffer()));
    const { stdout } = await run('pdfinfo', [file]).catch(() => ({ stdout: 'Pages: 1' }));
    expect(stdout).toMatch(/Pages:\s+1\b/);
  });

  it('as a calendar: a turn of each hand an event, under an id that stays', async () => {
    const first = await (await get(dayPath('dayCalendar', work))).text();
    const events = first.match(/BEGIN:VEVENT/g) ?? [];
    // a hundred walks, and two turns for each of fifty batches at least
    expect(events.length).toBeGreaterThanOrEqual(200);
    expect(first).toContain('SUMMARY:Ash: Fetch (Walk 1)');
    expect(first).toContain('DTSTART:20261125T070000Z');
    const ids = (text: string) => text.match(/^UID:.*$/gm);
    expect(ids(await (await get(dayPath('dayCalendar', work))).text())).toEqual(ids(first));
  });

  it('and says so where there is none', async () => {
    for (const id of ['work:01J1ZZZZZZZZZZZZZZZZZZZZZZ', 'constructor', 'container:1', '%00'])
      for (const route of ['dayPdf', 'dayCalendar'] as const) {
        const res = await get(dayPath(route, id));
        expect([res.status, res.headers.get('content-type')]).toEqual([
          404,
          expect.stringContaining('application/problem+json'),
        ]);
      }
  });
});

describe('a hostile day’s work', () => {
  const post = async (data: object) => {
    const h = hand(NOW);
    h.write('work.laid', h.subject('work'), data as never);
    const res = await server.post(h.entries, 'happened');
    return res.status;
  };
  const laid = { problem, boundMin: 500, methods: [['filter']], choices: { order: [], fill: [], most: [] } };
  const stageOf = (change: object) => ({
    ...problem,
    lines: [{ ...problem.lines[0]!, stages: [{ ...problem.lines[0]!.stages[1]!, ...change }] }],
  });

  it.each([
    [
      'sizes that go down',
      { ...laid, problem: stageOf({ sizesL: [20, 10], phases: [{ id: 'a', minutes: [1, 1] }] }) },
    ],
    ['fewer times than sizes', { ...laid, problem: stageOf({ sizesL: [10, 20] }) }],
    ['a step of no time', { ...laid, problem: stageOf({ phases: [{ id: 'a', minutes: [0] }] }) }],
    ['water out of nothing', { ...laid, problem: stageOf({ outShare: 1.5 }) }],
    [
      'two tools of one name',
      { ...laid, problem: { ...problem, tools: [problem.tools[0], problem.tools[0]] } },
    ],
    [
      'sleep that overlaps',
      { ...laid, problem: { ...problem, hands: [{ id: 'Ash', awake: [...awake, ...awake] }] } },
    ],
    ['nobody at all', { ...laid, problem: { ...problem, hands: [] } }],
    ['a field that is not known', { ...laid, problem: { ...problem, extra: 1 } }],
  ])('is refused: %s', async (_, data) => {
    expect(await post(data)).toBe(422);
  });

  it('that asks for a lake by the spoon is bounded, and the server goes on', async () => {
    const lake = {
      ...laid,
      problem: {
        ...stageOf({ sizesL: [0.01], phases: [{ id: 'a', minutes: [1] }], uses: [] }),
        ...{ needL: 100_000, tools: [{ id: 'filter-1', kind: 'filter', litres: 0.01 }] },
      },
    };
    expect(await post(lake)).toBe(201);
    expect((await get('/api/calendar.ics')).status).toBe(200);
    expect((await get('/api/snapshot')).status).toBe(200);
  });
});
