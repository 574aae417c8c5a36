import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { routes } from '#contract/routes.ts';
import type { WeatherAnswer } from '#contract/weather.ts';
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

const ask = (query: string) => server.get<WeatherAnswer>(`${routes.weather}?${query}`);

describe('the weather stand-in', () => {
  it('says that it is simulated, and gives a day the same weather each time', async () => {
    const year = await ask('from=2026-11-25&days=31');
    expect(year.isSimulated).toBe(true);
    expect(await ask('from=2026-11-25&days=31')).toEqual(year);
    expect((await ask('from=2026-11-30&days=1')).days[0]).toEqual(year.days[5]);
    expect(year.days.every(d => d.oktas >= 0 && d.oktas <= 8 && d.rainMm >= 0)).toBe(true);
    expect(new Set(year.days.map(d => d.oktas)).size).toBeGreaterThan(3);
  });
  it('turns away what is no day, or more than a month', async () => {
    for (const query of ['from=today&days=3', 'from=2026-11-25&days=400', 'from=2026-11-25'])
      expect(await ask(query)).toMatchObject({ status: 422 });
  });
});
