import * as v from 'valibot';
import { day } from '#core/base/fields.ts';
import type { WeatherDay } from '#core/rain/weather/weather.ts';

/** Most days asked for at once. */
const MOST_DAYS = 31;

export const WeatherRequestSchema = v.object({
  from: day,
  days: v.pipe(v.string(), v.transform(Number), v.integer('whole'), v.minValue(1), v.maxValue(MOST_DAYS)),
});

export interface WeatherAnswer {
  readonly name: string;
  readonly isSimulated: boolean;
  readonly days: readonly WeatherDay[];
}
