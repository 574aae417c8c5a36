import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Ahead, Snapshot } from '#contract/log.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { addMinutes } from '#core/base/day.ts';
import { type Hand, hand } from '#demo/hand.ts';
import { testClock } from './clock.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from './testServer.ts';

const YEARS = 3 * 365 * 1440;

let folder: string;
let server: TestServer;
let today: string;

beforeEach(async () => {
  folder = tempFolder();
  server = await startServer(folder);
  today = server.clock.now();
});
afterEach(async () => {
  await server.stop();
  removeFolder(folder);
});

/** A place with a drum, set down while the clock was right; and water put into it while the clock ran years ahead. */
async function filledAhead(): Promise<{ h: Hand; drum: string }> {
  const h = hand(addMinutes(today, -60));
  const [building, place, drum] = [h.subject('building'), h.subject('place'), h.subject('container')];
  h.write('building.set', building, { name: 'Hall', order: 0, roof: 'pitched' });
  h.write('place.set', place, { name: 'Cellar', building, level: 0, widthM: 4, heightM: 2, shelves: [] });
  h.write('container.added', drum, {
    code: 'A-1',
    kind: 'drum-208l',
    place,
    role: 'clean',
    heldBefore: 'new',
  });
  await server.post(h.entries);
  server.clock.set(addMinutes(today, YEARS));
  const filled = h
    .at(server.clock.now())
    .write('filled', drum, { volumeL: { value: 198, known: 'measured' }, water: 'well', sealed: true });
  expect((await server.post([filled])).status).toBe(201);
  // the machine's clock is set right, and the server started again
  await server.stop();
  server = await startServer(folder, testClock());
  return { h, drum };
}

const snapshot = () => server.get<Snapshot>('/api/snapshot');
const drumOf = async (drum: string) =>
  (await snapshot()).facts.find(([subject]) => subject === drum)?.[1] as ContainerFacts | undefined;

describe('a clock that ran ahead once', () => {
  it('is found at the start: time stands still, on the safe side, until somebody says which is wrong', async () => {
    await filledAhead();
    const head = await snapshot();
    expect(head.isAhead).toBe(true);
    expect(head.now > addMinutes(today, YEARS - 5)).toBe(true);
    const ahead = await server.get<Ahead>('/api/ahead');
    expect(ahead.machine < addMinutes(today, 60)).toBe(true);
    expect(ahead.entries.map(e => e.kind)).toEqual(['filled']);
  });

  /** One entry says it, as the page does. */
  const putRight = async (h: Hand) => {
    const { now, machine } = await server.get<Ahead>('/api/ahead');
    return server.post(
      [h.at(machine).write('clock.put-right', 'group', { wasAt: now, anew: true })],
      'happened',
    );
  };

  it('is put right by one entry, which tells anew what is dated later; also after the next start', async () => {
    const { h, drum } = await filledAhead();
    expect((await putRight(h)).status).toBe(201);
    expect((await snapshot()).isAhead).toBeUndefined();
    expect((await snapshot()).now < addMinutes(today, 60)).toBe(true);
    const fill = (await drumOf(drum))?.fill;
    expect(fill?.remainingL).toBe(198);
    expect(fill!.at < addMinutes(today, 60)).toBe(true);
    const later = (await server.get<Ahead>('/api/ahead')).entries;
    expect(later.filter(e => e.happenedAt > addMinutes(today, 60))).toEqual([]);
    // what is done now is done to what is told anew
    expect(
      (await server.post([h.at(server.clock.now()).write('emptied', drum, { to: 'drain' })])).status,
    ).toBe(201);
    expect((await drumOf(drum))?.fill).toBeUndefined();

    server = await server.restart();
    const head = await snapshot();
    expect(head.isAhead).toBeUndefined();
    expect(head.now < addMinutes(today, 60)).toBe(true);
    expect((await server.replay()).differing).toEqual([]);
    // and a clock that runs ahead after that is found again
    server.clock.set(addMinutes(today, YEARS));
    await server.post([h.at(server.clock.now()).write('noted', 'group', { text: 'ahead again' })]);
    await server.stop();
    server = await startServer(folder, testClock());
    expect((await snapshot()).isAhead).toBe(true);
  });

  it('is put right whatever the number, in the order in which it was told, and once', async () => {
    const { h, drum } = await filledAhead();
    // more than a request has room for, told while the server still believed the clock
    const now = server.clock.now();
    const drawn = Array.from({ length: 6000 }, () =>
      h.at(now).write('drawn', drum, { volumeL: 0.01, use: 'utility', byTap: true }),
    );
    for (const lot of [drawn.slice(0, 3000), drawn.slice(3000)])
      expect((await server.post(lot, 'happened')).status).toBe(201);
    const { entries: before } = await server.replay();
    const right = [
      h.at((await server.get<Ahead>('/api/ahead')).machine).write('clock.put-right', 'group', {
        ...{ wasAt: server.clock.now(), anew: true as const },
      }),
    ];
    expect((await server.post(right, 'happened')).status).toBe(201);
    // sent once more, because the answer was lost
    expect((await server.post(right, 'happened')).body.accepted).toEqual([]);
    const { entries: after, differing } = await server.replay();
    expect([after - before, differing]).toEqual([1 + 2 * 6001, []]);
    expect((await drumOf(drum))?.fill?.remainingL).toBeCloseTo(198 - 60, 6);
    expect((await server.get<Ahead>('/api/ahead')).entries).toEqual([]);
  });

  it('of which something was left by a build before this one is still seen, and nothing is recorded under it', async () => {
    const { h, drum } = await filledAhead();
    const { now, machine } = await server.get<Ahead>('/api/ahead');
    const half = h.at(machine).write('clock.put-right', 'group', { wasAt: now });
    expect((await server.post([half], 'happened')).status).toBe(201);
    expect((await snapshot()).isAhead).toBe(true);
    const refused = await server.post([h.at(machine).write('emptied', drum, { to: 'drain' })]);
    expect(refused).toMatchObject({
      status: 409,
      body: { judgements: [{ verdict: 'refuse', reason: { id: 'guard.later-than-now' } }] },
    });
    expect((await putRight(h)).status).toBe(201);
    expect(
      (await server.post([h.at(server.clock.now()).write('emptied', drum, { to: 'drain' })])).status,
    ).toBe(201);
    expect((await drumOf(drum))?.fill).toBeUndefined();
    expect((await snapshot()).isAhead).toBeUndefined();
  });

  it('is not what a few minutes are: the clock stands until the time catches up, as before', async () => {
    const h = hand(addMinutes(today, -60));
    await server.post([h.write('noted', 'group', { text: 'here' })]);
    server.clock.set(addMinutes(today, -4));
    expect((await snapshot()).isAhead).toBeUndefined();
    expect(server.clock.now() >= today).toBe(true);
  });
});
