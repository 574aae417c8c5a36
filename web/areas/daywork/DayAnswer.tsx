import { addMinutes, dayOf, type Instant } from '#core/base/day.ts';
import { message } from '#core/base/judgement.ts';
import type { Problem } from '#core/planning/schedule/problem.ts';
import { readyBy, type Schedule } from '#core/planning/schedule/schedule.ts';
import type { Tier } from '#core/treatment/trains/grade.ts';
import { useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import type { DayAnswer } from '../../workers/dayWorker.ts';
import { Fit } from './Fit.tsx';
import type { DaySolving, useDay } from './useDay.ts';

export const timeOf = (from: Instant, minute: number, timeZone: string): string => {
  const at = addMinutes(from, minute);
  return dayOf(at, timeZone) === dayOf(from, timeZone)
    ? dates.time(at, timeZone)
    : dates.dayAndTime(at, timeZone);
};

export interface Asked {
  readonly solving: DaySolving;
}

/** The answer first: whether it is enough by evening, else how much is. */
export function Answer({
  solving,
  missing,
  tier,
}: Asked & { readonly missing: string | undefined; readonly tier: Tier }) {
  const say = useSay();
  const { timeZone } = useReader();
  const { answer } = solving;
  const head = () => {
    if (missing?.startsWith('method.')) return say('day.missing.tool', { method: missing });
    if (missing) return say(message(`day.missing.${missing}`));
    if (!answer) return say('day.working');
    return say(...headline(answer.of, answer.found.schedule, answer.from, timeZone));
  };
  return (
    <div data-testid="day-answer" aria-live="polite">
      <p className="text-title leading-tight font-bold">{head()}</p>
      <Fit tier={tier} />
      {answer && !missing && (
        <p className="text-large">
          {say(boundWords(answer), {
            boundText: timeOf(answer.from, answer.boundMin, timeZone),
            batches: answer.found.schedule.batches.length,
          })}
        </p>
      )}
    </div>
  );
}

const boundWords = ({ found: { schedule }, boundMin, of }: DayAnswer & { readonly of: Problem }) =>
  boundMin >= of.horizonMin
    ? ('day.bound.never' as const)
    : schedule.endMin === boundMin
      ? ('day.bound.met' as const)
      : ('day.bound' as const);

type Said = readonly [
  'day.answer' | 'day.answer.late' | 'day.answer.never',
  Readonly<Record<string, number | string>>,
];

function headline(problem: Problem, schedule: Schedule, from: Instant, timeZone: string): Said {
  const { endMin } = schedule;
  const eveningText = timeOf(from, problem.eveningMin, timeZone);
  const byEvening = Math.min(problem.needL, readyBy(schedule, problem.eveningMin));
  const params = { needL: problem.needL, byEvening, eveningText };
  if (endMin === undefined) return ['day.answer.never', params];
  const endText = timeOf(from, endMin, timeZone);
  return [endMin <= problem.eveningMin ? 'day.answer' : 'day.answer.late', { ...params, endText }];
}

/** How far the search is, and a way to leave it. */
export function Progress({ solving }: { readonly solving: ReturnType<typeof useDay> }) {
  const say = useSay();
  const { share, isStopped, answer, more, stop } = solving;
  return (
    <p role="status" className="flex h-7 items-center gap-3 text-small text-ash">
      {share !== undefined && (
        <>
          <progress value={share} max={1} aria-label={say('day.progress')} className="w-40 accent-slate" />
          {say(answer && !more ? 'day.progress.more' : 'day.progress')}
          <Button look="quiet" className="text-small" onClick={stop}>
            {say('rain.stop')}
          </Button>
        </>
      )}
      {isStopped && share === undefined && say('day.stopped')}
    </p>
  );
}
