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
  it('rains on about half of the days, and is as warm as the month', async () => {
    const months = await Promise.all(
      ['2026-01-01', '2026-04-01', '2026-07-01', '2026-10-01'].map(from => ask(`from=${from}&days=31`)),
    );
    const days = months.flatMap(month => month.days);
    const wet = days.filter(d => d.rainMm > 0);
    expect(wet.length / days.length).toBeGreaterThan(0.38);
    expect(wet.length / days.length).toBeLessThan(0.62);
    // the sky is the cloudier half on a day with rain
    expect(wet.every(d => d.oktas >= 5)).toBe(true);
    const meanOf = (of: readonly { readonly meanC: number }[]) =>
      of.reduce((sum, d) => sum + d.meanC, 0) / of.length;
    expect(meanOf(months[0]!.days)).toBeGreaterThan(2);
    expect(meanOf(months[0]!.days)).toBeLessThan(6);
    expect(meanOf(months[2]!.days)).toBeGreaterThan(14);
    expect(meanOf(months[2]!.days)).toBeLessThan(18);
    // tenths of a degree and of a millimetre
    for (const { meanC, rainMm } of days)
      for (const figure of [meanC, rainMm]) expect(Math.round(figure * 10)).toBeCloseTo(figure * 10, 9);
  });

  it('turns away what is no day, or more than a month', async () => {
    for (const query of ['from=today&days=3', 'from=2026-11-25&days=400', 'from=2026-11-25'])
      expect(await ask(query)).toMatchObject({ status: 422 });
  });
});
