import { memo, startTransition, useEffect, useMemo, useState } from 'react';
import { routes } from '#contract/routes.ts';
import { pointOf, readingCaseAt, readingsAt } from '#core/areas/readings/points.ts';
import { addDays } from '#core/base/day.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Decay } from '#core/treatment/chlorine/decay.ts';
import { sinceLastDose } from '#core/treatment/chlorine/decay.ts';
import { isFreeFigure } from '#core/water/quality/fitness.ts';
import { type ParameterId, parameterRow, unitText } from '#core/water/quality/parameters.ts';
import { type StripPoint, stripScale } from '#core/water/quality/strip.ts';
import { useSession } from '../session/hooks.ts';
import { useAppSelector, useFacts, useToday } from '../session/state.ts';
import * as dates from '../texts/dates.ts';
import { useSay } from '../texts/texts.ts';
import { Strip, type StripCurve } from '../ui/Strip.tsx';
import { askReadings } from './readings.ts';

const DAY_MS = 86_400_000;
/** A strip shows a year, or as long as there are readings. */
const YEAR_MS = 365 * DAY_MS;

interface Props {
  readonly subject: Subject;
  readonly parameter: ParameterId;
  /** Its name at the left; the parameter's where nothing else is said. */
  readonly name?: string;
  /** All that the log has of it, fetched and thinned by a worker; otherwise what is at hand. */
  readonly isWhole?: boolean;
}

/** One strip with its name, its last reading in words, and for chlorine the day it passes 0.2. */
export const SubjectStrip = memo(function SubjectStrip({ subject, parameter, name, isWhole = false }: Props) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { clock } = useSession();
  const atHand = readingsAt(facts, subject, parameter);
  const near = useMemo(() => {
    const c = readingCaseAt(facts, subject, today);
    // what goes into a filter stands with what comes out, pair by pair
    return atHand.flatMap(r => (r.point === 'inlet' ? [] : (pointOf(r, c) ?? [])));
  }, [facts, subject, today, atHand]);
  const history = useHistory(subject, parameter, isWhole, near);
  const forecast = useFit(subject, parameter, isWhole);
  const points = history?.points ?? near;
  const last = points.at(-1);
  if (!last) return null;
  const now = Date.parse(clock.now());
  const first = Date.parse(points[0]!.at);
  const curve = forecast && curveOf(forecast, now);
  const until = curve ? Math.max(now, curve.line.at(-1)!.at) : now;
  const from = Math.min(first, now - YEAR_MS);
  const scale = stripScale(parameter, points);
  const words =
    parameterRow(parameter).unit === ''
      ? say('strip.found', {
          found: last.value === 0 ? 'found-word.none' : 'strip.something',
          standing: `standing.${last.standing}`,
          at: last.at,
        })
      : say('strip.last', {
          figure: last.value,
          sign: last.beyond === 'below' ? '<' : last.beyond === 'above' ? '>' : '',
          unit: unitText(parameter),
          standing: `standing.${last.standing}`,
          at: last.at,
        });
  const label = name ?? say(`parameter.${parameter}`);
  return (
    <div
      className={`grid items-center ${isWhole ? '' : 'grid-cols-[150px_1fr] gap-3 max-wide:grid-cols-1 max-wide:gap-0'}`}
      data-strip={parameter}
    >
      <div className="min-w-0">
        <p className="truncate font-semibold">{label}</p>
        <p className="text-small text-ash">{words}</p>
      </div>
      <div>
        <Strip
          label={say('strip.label', { label, count: history?.count ?? points.length, last: words })}
          scale={scale}
          points={points}
          from={from}
          until={until}
          now={now}
          curve={curve}
        />
        <p className="flex justify-between text-small text-ash">
          <span>{dates.day(new Date(from).toISOString().slice(0, 10))}</span>
          {curve && forecast && (
            <span>
              {say('strip.passes', { day: addDays(forecast.from.slice(0, 10), Math.floor(forecast.days)) })}
            </span>
          )}
          <span>
            {until > now ? dates.day(new Date(until).toISOString().slice(0, 10)) : say('strip.today')}
          </span>
        </p>
      </div>
    </div>
  );
});

/** Everything that was ever read of it, once the worker has it; asked again when something is read. */
function useHistory(subject: Subject, parameter: ParameterId, isWhole: boolean, near: readonly StripPoint[]) {
  const facts = useFacts();
  const today = useToday();
  const waits = useAppSelector(s => s.log.queue.length);
  const [history, setHistory] = useState<{ points: readonly StripPoint[]; count: number } | undefined>();
  const lastAt = near.at(-1)?.at;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew when a reading more is there, not with every change elsewhere
  useEffect(() => {
    let isCurrent = true;
    if (isWhole && waits === 0) {
      const path = `${routes.readings}?subject=${encodeURIComponent(subject)}&parameter=${parameter}`;
      askReadings(w => w.history(path, readingCaseAt(facts, subject, today)))
        // strips whose histories come at once are drawn one after another
        .then(found => isCurrent && found.count > 0 && startTransition(() => setHistory(found)))
        // what is at hand stays when the server does not answer
        .catch(() => undefined);
    }
    return () => {
      isCurrent = false;
    };
  }, [subject, parameter, isWhole, waits, lastAt]);
  return history && history.points.length >= near.length ? history : undefined;
}

interface Fit {
  readonly from: string;
  readonly decay: Decay;
  readonly days: number;
}

/** Where a residual goes, fitted by the worker from the readings since the last dose. */
function useFit(subject: Subject, parameter: ParameterId, isAsked: boolean): Fit | undefined {
  const fill = useFacts().container[subject]?.fill;
  const [fit, setFit] = useState<Fit | undefined>();
  useEffect(() => {
    let isCurrent = true;
    setFit(undefined);
    const readings =
      isAsked && parameter === 'free-chlorine' && fill
        ? sinceLastDose(
            fill.readings.flatMap(r => (isFreeFigure(r) ? [{ at: r.at, mgL: r.mgL }] : [])),
            fill.batches,
          )
        : [];
    const from = readings[0]?.at;
    if (from && readings.length > 1)
      askReadings(w => w.fit(readings))
        .then(({ forecast }) => isCurrent && forecast && startTransition(() => setFit({ from, ...forecast })))
        .catch(() => undefined);
    return () => {
      isCurrent = false;
    };
  }, [parameter, fill, isAsked]);
  return fit;
}

/** Pieces that a curve is drawn in, and the longest it is drawn for (days). */
const PIECES = 40;
const LONGEST_DAYS = 730;

function curveOf({ from, decay, days }: Fit, now: number): StripCurve {
  const start = Date.parse(from);
  const length = Math.min(LONGEST_DAYS, Math.max(days, (now - start) / DAY_MS)) * 1.02;
  const at = Array.from({ length: PIECES + 1 }, (_, i) => (length * i) / PIECES);
  const value = (k: number, day: number) => decay.c0MgL * Math.exp(-k * day);
  const [slow, fast] = decay.bandPerDay ?? [];
  return {
    line: at.map(day => ({ at: start + day * DAY_MS, value: value(decay.kPerDay, day) })),
    ...(slow === undefined || fast === undefined
      ? {}
      : {
          band: at.map(day => ({ at: start + day * DAY_MS, low: value(fast, day), high: value(slow, day) })),
        }),
  };
}
