import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Ahead, Snapshot } from '#contract/log.ts';
import { addMinutes } from '#core/calendar/day.ts';
import type { ContainerFacts } from '#core/store/facts.ts';
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

  it('is put right by an entry, and time goes on; also after the next start', async () => {
    const { h, drum } = await filledAhead();
    const { now, machine, entries } = await server.get<Ahead>('/api/ahead');
    const right = h.at(machine).write('clock.put-right', 'group', { wasAt: now });
    expect((await server.post([right], 'happened')).status).toBe(201);
    expect((await snapshot()).isAhead).toBeUndefined();
    expect((await snapshot()).now < addMinutes(today, 60)).toBe(true);
    // what was dated later is told anew, as of now
    const [late] = entries;
    const again = [
      h.write('struck', drum, { target: late!.id }),
      h.write('filled', drum, { volumeL: { value: 198, known: 'measured' }, water: 'well', sealed: true }),
    ];
    expect((await server.post(again, 'happened')).status).toBe(201);
    const fill = (await drumOf(drum))?.fill;
    expect(fill?.remainingL).toBe(198);
    expect(fill!.at < addMinutes(today, 60)).toBe(true);
    const later = (await server.get<Ahead>('/api/ahead')).entries;
    expect(later.filter(e => e.happenedAt > addMinutes(today, 60))).toEqual([]);

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

  it('is not what a few minutes are: the clock stands until the time catches up, as before', async () => {
    const h = hand(addMinutes(today, -60));
    await server.post([h.write('noted', 'group', { text: 'here' })]);
    server.clock.set(addMinutes(today, -4));
    expect((await snapshot()).isAhead).toBeUndefined();
    expect(server.clock.now() >= today).toBe(true);
  });
});
