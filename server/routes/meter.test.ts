import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MeterAnswer } from '#contract/meter.ts';
import { routes } from '#contract/routes.ts';
import { testClock } from '../clock.ts';
import { removeFolder, startServer, type TestServer, tempFolder } from '../testServer.ts';

let folder: string;
let server: TestServer;
beforeAll(async () => {
  folder = tempFolder();
  server = await startServer(folder, testClock(), true);
});
afterAll(async () => {
  await server.stop();
  removeFolder(folder);
});

const ask = (from: string, until: string, more = 'latitude=10') =>
  server.get<MeterAnswer>(`${routes.meter}?from=${from}&until=${until}&${more}`);

it('of one’s own water there is no made-up meter: it proves nothing of real bottles', async () => {
  const own = tempFolder();
  const real = await startServer(own);
  const span = 'from=2026-03-21T06:00:00.000Z&until=2026-03-21T09:00:00.000Z&latitude=10';
  expect(await real.get(`${routes.meter}?${span}`)).toMatchObject({ status: 404 });
  await real.stop();
  removeFolder(own);
});

describe('the exposure meter stand-in', () => {
  it('says that it is simulated, and goes on adding up', async () => {
    const morning = await ask('2026-03-21T06:00:00.000Z', '2026-03-21T09:00:00.000Z');
    const noon = await ask('2026-03-21T06:00:00.000Z', '2026-03-21T12:00:00.000Z');
    expect(morning.isSimulated).toBe(true);
    expect(noon.whM2).toBeGreaterThan(morning.whM2);
    // six hours to noon near the equator are at most 1,037 W/m² × 6 h × 2/π
    expect(noon.whM2).toBeLessThan(1037 * 6 * 0.64);
  });
  it('takes the shade off', async () => {
    const span = ['2026-03-21T06:00:00.000Z', '2026-03-21T18:00:00.000Z'] as const;
    const open = await ask(...span);
    expect((await ask(...span, 'latitude=10&shade=50')).whM2).toBeCloseTo(open.whM2 / 2, 6);
  });
  it('turns away a time that ends before it begins, a month of it, and no place', async () => {
    for (const [from, until, more] of [
      ['2026-03-21T12:00:00.000Z', '2026-03-21T06:00:00.000Z', 'latitude=10'],
      ['2026-03-21T12:00:00.000Z', '2026-04-21T06:00:00.000Z', 'latitude=10'],
      ['2026-03-21T06:00:00.000Z', '2026-03-21T12:00:00.000Z', 'latitude=north'],
    ] as const)
      expect(await ask(from, until, more)).toMatchObject({ status: 422 });
  });
});
