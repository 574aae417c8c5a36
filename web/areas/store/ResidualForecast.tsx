import { Link } from 'react-router';
import { offersTopUp } from '#core/areas/store/acts.ts';
import type { Fill } from '#core/areas/store/facts.ts';
import type { ContainerState } from '#core/areas/store/state.ts';
import { addDays, dayOf } from '#core/base/day.ts';
import { forecastResidual, sinceLastDose } from '#core/treatment/chlorine/decay.ts';
import { TOP_UP_MG_L } from '#core/treatment/chlorine/schools.ts';
import { isFreeFigure, lastFree } from '#core/water/quality/fitness.ts';
import { useReader, useToday } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';

/** The day a residual in store passes 0.2 mg/L, from the readings of this fill; or why nobody can say. */
export function ResidualForecast({ fill, state }: { fill: Fill; state: ContainerState }) {
  return (
    <>
      <Passing fill={fill} />
      {offersTopUp(state) && <TopUp container={state.id} fill={fill} />}
    </>
  );
}

/** One click to the bench, with the dose that brings the residual back to 1 mg/L. */
function TopUp({ container, fill }: { container: string; fill: Fill }) {
  const say = useSay();
  const last = lastFree(fill.readings);
  if (last?.mgL === undefined || last.mgL >= TOP_UP_MG_L) return null;
  return (
    <Link
      to={`/bench?container=${encodeURIComponent(container)}&school=tap-top-up`}
      className="block underline decoration-rule underline-offset-3"
    >
      {say('forecast.top-up', { topUpMgL: TOP_UP_MG_L })}
    </Link>
  );
}

function Passing({ fill }: { fill: Fill }) {
  const say = useSay();
  const { timeZone } = useReader();
  const today = useToday();
  const readings = sinceLastDose(
    fill.readings.flatMap(r => (isFreeFigure(r) ? [{ at: r.at, mgL: r.mgL }] : [])),
    fill.batches,
  );
  const first = readings[0];
  if (!first || readings.length < 2) return null;
  const forecast = forecastResidual(readings);
  if (typeof forecast === 'string') return <span>{say(`forecast.${forecast}`)}</span>;
  const dayAfter = (days: number) => dates.day(addDays(dayOf(first.at, timeZone), Math.floor(days)));
  const [soonest, latest] = forecast.bandDays ?? [];
  const isPast = addDays(dayOf(first.at, timeZone), Math.floor(forecast.days)) < today;
  return (
    <span data-testid="forecast">
      {say(isPast ? 'forecast.passed' : 'forecast.passes', { day: dayAfter(forecast.days) })}{' '}
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
