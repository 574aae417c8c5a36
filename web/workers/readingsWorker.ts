import { expose } from 'comlink';
import type { Kept } from '#core/areas/readings/facts.ts';
import { pointOf } from '#core/areas/readings/points.ts';
import { type Forecast, forecastResidual, type Reading } from '#core/treatment/chlorine/decay.ts';
import type { ReadingCase } from '#core/water/quality/limits.ts';
import { type StripPoint, thinned } from '#core/water/quality/strip.ts';

/** Columns of a strip: more readings than it has are shown by the lowest, the highest and the worst of each. */
const COLUMNS = 300;

export interface StripHistory {
  readonly points: readonly StripPoint[];
  readonly count: number;
}

/** Readings without end, off the main thread: fetched, read, judged and thinned to what a strip can show. */
const api = {
  history: async (path: string, c: ReadingCase): Promise<StripHistory> => {
    const res = await fetch(path);
    if (!res.ok) throw new Error(`${res.status} for ${path}`);
    const lines = (await res.text()).split('\n').filter(line => line !== '');
    const points = lines.flatMap(line => {
      const reading = JSON.parse(line) as Kept;
      return reading.point === 'inlet' ? [] : (pointOf(reading, c) ?? []);
    });
    return { points: thinned(points, COLUMNS), count: lines.length };
  },
  thin: (points: readonly StripPoint[]): StripHistory => ({
    points: thinned(points, COLUMNS),
    count: points.length,
  }),
  /** Where a residual goes; nothing where nobody can say. */
  fit: (readings: readonly Reading[]): { readonly forecast?: Forecast } => {
    const forecast = forecastResidual(readings);
    return typeof forecast === 'string' ? {} : { forecast };
  },
};

export type ReadingsWorker = typeof api;

expose(api);
