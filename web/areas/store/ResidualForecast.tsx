import { addDays, dayOf } from '#core/calendar/day.ts';
import { forecastResidual } from '#core/chlorine/decay.ts';
import type { Fill } from '#core/log/facts.ts';
import { useReader } from '../../app/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';

/** The day a residual in store passes 0.2 mg/L, from the readings of this fill; or why nobody can say. */
export function ResidualForecast({ fill }: { fill: Fill }) {
  const say = useSay();
  const { timeZone } = useReader();
  const readings = fill.readings.flatMap(r =>
    r.mgL !== undefined && r.method !== 'total' ? [{ at: r.at, mgL: r.mgL }] : [],
  );
  const first = readings[0];
  if (!first || readings.length < 2) return null;
  const forecast = forecastResidual(readings);
  if (typeof forecast === 'string') return <span>{say(`forecast.${forecast}`)}</span>;
  const dayAfter = (days: number) => format.day(addDays(dayOf(first.at, timeZone), Math.floor(days)));
  const [soonest, latest] = forecast.bandDays ?? [];
  return (
    <span data-testid="forecast">
      {say('forecast.passes', { day: dayAfter(forecast.days) })}{' '}
      <span className="text-ash">
        {soonest === undefined || latest === undefined
          ? say('forecast.no-band')
          : Number.isFinite(latest)
            ? say('forecast.band', { soonest: dayAfter(soonest), latest: dayAfter(latest) })
            : say('forecast.open', { soonest: dayAfter(soonest) })}
      </span>
    </span>
  );
}
