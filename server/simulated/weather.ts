import { addDays, type Day } from '#core/base/day.ts';
import type { Weather, WeatherDay } from '#core/rain/weather/weather.ts';

/** Numbers from 0 to 1 that a day always gives again (a hash of its characters, FNV-1a). */
function scatter(text: string): number {
  let hash = 0x811c9dc5;
  for (const char of text) hash = Math.imul(hash ^ char.charCodeAt(0), 0x01000193) >>> 0;
  return hash / 2 ** 32;
}

/** Warmth of a month in a temperate oceanic place (°C), January first. */
const monthMeanC = [4, 4, 6, 8, 11, 14, 16, 15, 13, 10, 7, 5] as const;
/** Share of days with rain, and its mean on such a day (mm). */
const WET_SHARE = 0.5;
const MEAN_RAIN_MM = 6;

function dayOf(day: Day): WeatherDay {
  const isWet = scatter(`${day} wet`) < WET_SHARE;
  const rainMm = isWet ? -MEAN_RAIN_MM * Math.log(1 - scatter(`${day} rain`)) : 0;
  const oktas = Math.round(isWet ? 5 + 3 * scatter(`${day} sky`) : 6 * scatter(`${day} sky`));
  const meanC = monthMeanC[Number(day.slice(5, 7)) - 1]! + 6 * (scatter(`${day} warmth`) - 0.5);
  return { day, oktas, rainMm: Math.round(rainMm * 10) / 10, meanC: Math.round(meanC * 10) / 10 };
}

/** A made-up weather service: the same day always has the same weather, and nothing is fetched from anywhere. */
export const simulatedWeather: Weather = {
  name: 'simulated weather',
  isSimulated: true,
  days: async (from, count) => Array.from({ length: count }, (_, i) => dayOf(addDays(from, i))),
};
