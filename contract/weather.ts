import * as v from 'valibot';
import type { WeatherDay } from '#core/weather/weather.ts';
import { DaySchema } from './scalars.ts';

/** Most days asked for at once. */
const MOST_DAYS = 31;

export const WeatherRequestSchema = v.object({
  from: DaySchema,
  days: v.pipe(v.string(), v.transform(Number), v.integer('whole'), v.minValue(1), v.maxValue(MOST_DAYS)),
});

export interface WeatherAnswer {
  readonly name: string;
  readonly isSimulated: boolean;
  readonly days: readonly WeatherDay[];
}
