import { useEffect, useState } from 'react';
import { routes } from '#contract/routes.ts';
import type { WeatherAnswer } from '#contract/weather.ts';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import { catcherOf, tanksOf } from '#core/areas/rain/known.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { Catching } from '#core/rain/catchment/catching.ts';
import { useFacts, useReader, useWaterState } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import * as format from '../texts/format.ts';
import { listing } from '../texts/lists.ts';
import { useSay } from '../texts/texts.ts';

/** Days ahead that are told. */
const DAYS = 5;

/** What the weather service says of the next days, and what that brings; a stand-in says that it is one. */
export function ForecastNote({ catchments }: { catchments: readonly CatchmentFacts[] }) {
  const say = useSay();
  const facts = useFacts();
  const { today, units } = useReader();
  const { containers } = useWaterState();
  const [answer, setAnswer] = useState<WeatherAnswer | null>(null);
  useEffect(() => {
    let isOver = false;
    fetch(`${routes.weather}?from=${today}&days=${DAYS}`)
      .then(async res => {
        if (res.ok && !isOver) setAnswer((await res.json()) as WeatherAnswer);
      })
      // without it everything else works
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [today]);
  if (!answer || catchments.length === 0) return null;
  const mm = answer.days.map(d => d.rainMm);
  const frozen = answer.days.map(d => (d.meanC < 0 ? 1 : 0));
  const caughtL = new Float64Array(mm.length);
  // a pipe that is turned away, or ends in no tank, brings nothing
  const running = catchments.filter(c => !c.fouled && tanksOf(facts, c).length > 0);
  for (const c of running) new Catching(catcherOf(c)).add(mm, frozen, caughtL);
  const comesL = caughtL.reduce((sum, litres) => sum + litres, 0);
  const tanks = new Set(running.flatMap(c => tanksOf(facts, c)));
  const roomL = [...tanks].reduce(
    (sum, t) => sum + Math.max(0, (kindOf(facts, t.kind)?.nominalL ?? 0) - (containers[t.id]?.litres ?? 0)),
    0,
  );
  return (
    <p className="border-l-4 border-pool pl-3" data-testid="forecast">
      {say(answer.isSimulated ? 'forecast-rain.simulated' : 'forecast-rain', {
        name: answer.name,
        days: DAYS,
        rainMm: mm.reduce((sum, one) => sum + one, 0),
        comesL,
        roomL,
      })}{' '}
      {comesL > roomL && <strong>{say('forecast-rain.spills')}</strong>}{' '}
      <span className="text-small text-ash">
        {listing(
          answer.days.map(d =>
            say('forecast-rain.day', {
              day: dates.weekday(d.day, today),
              rainText: format.rain(d.rainMm, units),
            }),
          ),
        )}
      </span>
    </p>
  );
}
