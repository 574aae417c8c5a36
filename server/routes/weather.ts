import { Router } from 'express';
import { routes } from '#contract/routes.ts';
import { type WeatherAnswer, WeatherRequestSchema } from '#contract/weather.ts';
import type { Weather } from '#core/rain/weather/weather.ts';
import { parsed } from '../parsed.ts';
import { simulatedWeather } from '../simulated/weather.ts';

/** What a weather service says, with whose figures they are. */
export function weatherRoutes(): Router {
  // a real service would take its place here
  const weather: Weather = simulatedWeather;
  const router = Router();
  router.get(routes.weather, async (req, res) => {
    const { from, days } = parsed(WeatherRequestSchema, req.query);
    res.json({
      name: weather.name,
      isSimulated: weather.isSimulated,
      days: await weather.days(from, days),
    } satisfies WeatherAnswer);
  });
  return router;
}
