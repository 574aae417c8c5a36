import { useMemo, useState } from 'react';
import { dayPath } from '#contract/routes.ts';
import { scheduleOfMinute } from '#core/areas/daywork/duties.ts';
import type { WorkFacts } from '#core/areas/daywork/facts.ts';
import { instantOf, minuteOf, problemNow, underwayOf } from '#core/areas/daywork/underway.ts';
import { dayOf, type Instant } from '#core/base/day.ts';
import { readyBy } from '#core/planning/schedule/schedule.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { usePrinted, useReader, useToday } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { DaySheet } from './DaySheet.tsx';
import { Fit } from './Fit.tsx';
import { HandLists } from './HandList.tsx';
import { type At, NextHands } from './NextHands.tsx';
import { Hands, Running } from './Running.tsx';
import { type DayQuestion, useDay } from './useDay.ts';

/** A day's work that goes on: what is ready, whose hands are wanted next, and what may go otherwise than it was thought. */
export function Underway({ work }: { readonly work: WorkFacts }) {
  const say = useSay();
  const printed = usePrinted();
  const now = useStateNow();
  const { recordAndTell } = useRecord();
  const schedule = scheduleOfMinute(work, now);
  const problem = useMemo(() => problemNow(work), [work]);
  const begun = useMemo(() => new Set(work.batches.map(b => b.batch)), [work]);
  const link =
    'inline-flex min-h-11 items-center rounded-md border-[1.5px] border-slate bg-paper px-4 font-semibold';
  return (
    <div data-arrival tabIndex={-1} className="flex flex-col gap-4 outline-none">
      <Answer work={work} schedule={schedule} now={now} />
      <div className="grid gap-x-8 gap-y-4 wide:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <NextHands work={work} schedule={schedule} now={now} />
        <div className="flex flex-col gap-4">
          <Running work={work} now={now} />
          <Hands work={work} />
        </div>
      </div>
      <DaySheet
        problem={problem}
        schedule={schedule}
        from={work.laidAt}
        nowMin={minuteOf(work, now)}
        begun={begun}
      />
      <Rearrange work={work} schedule={schedule} now={now} />
      <div className="flex flex-wrap gap-3">
        <a className={link} href={dayPath('dayPdf', work.id, printed)} download>
          {say('day.print')}
        </a>
        <a className={link} href={dayPath('dayCalendar', work.id, printed)} download>
          {say('day.calendar')}
        </a>
        <Button onClick={() => void recordAndTell([draft('work.closed', work.id, {})], say('day.closed'))}>
          {say('day.close')}
        </Button>
      </div>
      <HandLists problem={problem} schedule={schedule} from={work.laidAt} />
      <p className="max-w-[80ch] border-l-4 border-clay py-1 pl-3 text-small">
        {say('day.caution')} {say('caution.authority')}
      </p>
    </div>
  );
}

const clockOf = (at: Instant, today: string, timeZone: string): string =>
  dayOf(at, timeZone) === today ? dates.time(at, timeZone) : dates.dayAndTime(at, timeZone);

/** What is ready, and by when the rest will be. */
function Answer({ work, schedule, now }: At) {
  const say = useSay();
  const { timeZone } = useReader();
  const today = useToday();
  const { needL, eveningMin } = work.problem;
  const doneL = work.batches
    .filter(b => b.ended && work.problem.lines.some(l => l.stages.at(-1)?.id === b.stage))
    .reduce((sum, b) => sum + (schedule.batches.find(s => s.id === b.batch)?.outL ?? 0), 0);
  const { endMin } = schedule;
  const end = endMin === undefined ? undefined : instantOf(work, endMin);
  const isDone = doneL >= needL - 0.05;
  const id =
    isDone || end === undefined
      ? isDone
        ? 'day.live.done'
        : 'day.live.never'
      : endMin! <= eveningMin
        ? 'day.live'
        : 'day.live.late';
  return (
    <div data-testid="day-answer" aria-live="polite">
      <p className="text-title leading-tight font-bold">
        {say(id, {
          doneL,
          needL,
          byEvening: Math.min(needL, readyBy(schedule, eveningMin)),
          endText: end ? clockOf(end, today, timeZone) : '',
          eveningText: clockOf(instantOf(work, eveningMin), today, timeZone),
        })}
      </p>
      <Fit tier={work.tier} />
      <p className="text-ash">
        {say('day.live.since', {
          at: work.laidAt,
          by: work.by,
          boundAt: instantOf(work, work.boundMin),
          minute: now,
        })}
      </p>
    </div>
  );
}

/** A better order is looked for from where the day is; it is taken only when somebody says so. */
function Rearrange({ work, schedule, now }: At) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const [asked, setAsked] = useState<DayQuestion | undefined>(undefined);
  const { answer, share, stop } = useDay(asked);
  const look = () =>
    setAsked({
      problem: problemNow(work),
      from: work.laidAt,
      underway: underwayOf(work, now),
      known: [work.choices],
    });
  const [end, better] = [schedule.endMin, answer?.found.schedule.endMin];
  const savesMin = asked && better !== undefined ? (end ?? better + 1) - better : 0;
  const take = () => {
    if (!answer) return;
    void recordAndTell(
      [draft('work.rearranged', work.id, { choices: answer.found.choices })],
      say('day.rearranged'),
    );
    setAsked(undefined);
  };
  return (
    <p className="flex min-h-11 flex-wrap items-center gap-3" role="status">
      {share === undefined && <Button onClick={look}>{say('day.rearrange')}</Button>}
      {share !== undefined && (
        <>
          <progress value={share} max={1} aria-label={say('day.progress')} className="w-40 accent-slate" />
          <Button look="quiet" onClick={stop}>
            {say('rain.stop')}
          </Button>
        </>
      )}
      {asked && answer && share === undefined && (
        <>
          {savesMin > 0 ? say('day.rearrange.better', { minutes: savesMin }) : say('day.rearrange.none')}
          {savesMin > 0 && (
            <Button look="primary" onClick={take}>
              {say('day.rearrange.take')}
            </Button>
          )}
        </>
      )}
    </p>
  );
}
