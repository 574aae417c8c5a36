import { dayOf, daysBetween } from '#core/base/day.ts';
import type { Weather } from '#core/rain/weather/weather.ts';
import { type ExposureMeter, exposureBetween } from '#core/treatment/sun/meter.ts';

/** A made-up exposure meter under the sky of a weather service: what a real one beside the bottles would have added up. */
export const simulatedExposureMeter = (weather: Weather): ExposureMeter => ({
  name: 'simulated exposure meter',
  isSimulated: true,
  exposureWhM2: async lying => {
    const [first, last] = [dayOf(lying.from, 'UTC'), dayOf(lying.until, 'UTC')];
    const days = await weather.days(first, daysBetween(first, last) + 2);
    const oktas = new Map(days.map(d => [d.day, d.oktas]));
    return exposureBetween(lying, day => oktas.get(day) ?? 8);
  },
});
