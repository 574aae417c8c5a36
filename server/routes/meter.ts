import { Router } from 'express';
import { type MeterAnswer, MeterRequestSchema } from '#contract/meter.ts';
import { routes } from '#contract/routes.ts';
import { daysBetween } from '#core/base/day.ts';
import type { ExposureMeter } from '#core/treatment/sun/meter.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';
import { simulatedExposureMeter } from '../simulated/exposureMeter.ts';
import { simulatedWeather } from '../simulated/weather.ts';

/** Longer than this nothing lies in the sun. */
const MOST_DAYS = 14;

/** What an exposure meter has added up, with whose figure it is. */
export function meterRoutes({ demo }: Pick<RouteContext, 'demo'>): Router | undefined {
  // a made-up meter proves nothing of real bottles: it is there in a demo only
  if (!demo) return undefined;
  const meter: ExposureMeter = simulatedExposureMeter(simulatedWeather);
  const router = Router();
  router.get(routes.meter, async (req, res) => {
    const { from, until, latitude, longitude, shade } = parsed(MeterRequestSchema, req.query);
    const days = daysBetween(from.slice(0, 10), until.slice(0, 10));
    if (until < from || days > MOST_DAYS)
      throw new ProblemError('invalid', { errors: [{ pointer: '/until', reason: 'span' }] });
    const whM2 = await meter.exposureWhM2({
      from,
      until,
      latitudeDeg: latitude,
      longitudeDeg: longitude,
      shadeShare: shade / 100,
    });
    res.json({ name: meter.name, isSimulated: meter.isSimulated, whM2 } satisfies MeterAnswer);
  });
  return router;
}
