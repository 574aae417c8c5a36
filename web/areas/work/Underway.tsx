import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { dayPath } from '#contract/routes.ts';
import { trainContext } from '#core/bench/safe.ts';
import { dayOf, type Instant } from '#core/calendar/day.ts';
import { readyBy, type Schedule } from '#core/schedule/schedule.ts';
import { type Turn, turnsOf } from '#core/schedule/turns.ts';
import { scheduleOfMinute } from '#core/work/duties.ts';
import type { BatchFacts, WorkFacts } from '#core/work/facts.ts';
import { instantOf, minuteOf, problemNow, underwayOf } from '#core/work/underway.ts';
import { useCalmWater, useFacts, useReader, useToday } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { beginBatch } from './beginBatch.ts';
import { DaySheet } from './DaySheet.tsx';
import { Fit } from './Fit.tsx';
import { HandLists, useTurnWords } from './HandList.tsx';
import { type DayQuestion, useDay } from './useDay.ts';
import { batchName, toolName } from './words.ts';

/** A day's work that goes on: what is ready, whose hands are wanted next, and what may go otherwise than it was thought. */
export function Underway({ work }: { readonly work: WorkFacts }) {
  const say = useSay();
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
        <a className={link} href={dayPath('dayPdf', work.id)} download>
          {say('day.print')}
        </a>
        <a className={link} href={dayPath('dayCalendar', work.id)} download>
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

interface At {
  readonly work: WorkFacts;
  readonly schedule: Schedule;
  readonly now: Instant;
}

const clockOf = (at: Instant, today: string, timeZone: string): string =>
  dayOf(at, timeZone) === today ? format.time(at, timeZone) : format.dayAndTime(at, timeZone);

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

/** So many next hands are told; the rest stands in the lists. */
const MOST_NEXT = 6;

/** Whose hands are wanted next, and for what: begun from here, with its sheet. */
function NextHands({ work, schedule, now }: At) {
  const say = useSay();
  const minute = minuteOf(work, now);
  const words = useTurnWords(work.problem, schedule);
  const next = turnsOf(schedule)
    .filter(turn => turn.until > minute)
    .slice(0, MOST_NEXT);
  return (
    <section aria-label={say('day.next')} data-testid="day-next">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('day.next')}</h2>
      {next.length === 0 && <p className="py-2 text-ash">{say('day.next.none')}</p>}
      <ol className="m-0 list-none p-0">
        {next.map(turn => (
          <NextHand
            key={`${turn.batch} ${turn.phases[0]}`}
            {...{ work, schedule, now, turn }}
            words={words(turn)}
          />
        ))}
      </ol>
    </section>
  );
}

function NextHand({
  work,
  schedule,
  now,
  turn,
  words,
}: At & { readonly turn: Turn; readonly words: string }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { timeZone } = useReader();
  const { state } = useCalmWater();
  const { recordAndTell } = useRecord();
  const batch = work.batches.find(b => b.batch === turn.batch);
  const isNow = turn.from <= minuteOf(work, now);
  const isFirst = !schedule.bars.some(b => b.batch === turn.batch && b.from < turn.from);
  const begin = () => {
    const drafts = beginBatch(work, turn, schedule, facts, trainContext(facts, state), today);
    if (drafts) void recordAndTell(drafts, say('day.begun', { words }));
  };
  return (
    <li className="grid grid-cols-[52px_1fr_auto] items-center gap-x-3 border-b border-rule py-1.5">
      <span className={`tabular-nums ${isNow ? 'font-bold' : 'text-ash'}`}>
        {isNow ? say('day.now') : format.time(instantOf(work, turn.from), timeZone)}
      </span>
      <span>
        <strong>{turn.hand}</strong> <span className="block text-small">{words}</span>
      </span>
      {batch ? (
        <BatchEnd work={work} batch={batch} />
      ) : (
        isFirst && (
          <Button
            look={isNow ? 'primary' : 'plain'}
            onClick={begin}
            aria-label={say('label.of', { what: say('day.begin'), of: words })}
          >
            {say('day.begin')}
          </Button>
        )
      )}
    </li>
  );
}

const linkLook =
  'inline-flex min-h-11 items-center rounded-md border-[1.5px] border-slate bg-paper px-4 font-semibold';

/** The way on of a batch that has begun: its sheet, or that the walk is over. */
function BatchEnd({ work, batch }: { readonly work: WorkFacts; readonly batch: BatchFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  if (batch.ended) return null;
  if (batch.sheet)
    return (
      <Link to={`/bench/${batch.sheet}`} className={linkLook}>
        {say('day.sheet')}
      </Link>
    );
  return (
    <Button
      look="primary"
      onClick={() =>
        void recordAndTell([draft('work.done', work.id, { batch: batch.batch })], say('day.home.told'))
      }
    >
      {say('day.home')}
    </Button>
  );
}

/** A step that takes longer is said so in these. */
const LATER_MIN = [10, 20, 40] as const;

/** What has begun and goes on: it can take longer, or be lost. */
function Running({ work, now }: Omit<At, 'schedule'>) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const stages = new Map(work.problem.lines.flatMap(l => l.stages).map(s => [s.id, s]));
  const running = work.batches.filter(b => !b.ended);
  const tell = (drafts: readonly Draft[], told: string) => void recordAndTell(drafts, told);
  return (
    <section aria-label={say('day.running')} data-testid="day-running">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('day.running')}</h2>
      {running.length === 0 && <p className="py-2 text-ash">{say('day.running.none')}</p>}
      <ul className="m-0 list-none p-0">
        {running.map(batch => {
          const name = batchName(batch.batch, stages.get(batch.stage)?.method ?? 'fetch', say);
          const tool = work.problem.tools.find(t => t.id === batch.tool);
          return (
            <li key={batch.batch} className="border-b border-rule py-1.5">
              <p>
                <strong>{name}</strong>{' '}
                <span className="text-small">
                  {say(tool ? 'day.running.in' : 'day.running.by', {
                    tool: tool ? toolName(tool, say) : '',
                    hand: batch.hand ?? '',
                    litres: batch.litres,
                    minutes: minuteOf(work, now) - minuteOf(work, batch.at),
                  })}
                </span>
              </p>
              <p className="flex flex-wrap items-center gap-x-2 text-small">
                {LATER_MIN.map(minutes => (
                  <Button
                    key={minutes}
                    look="quiet"
                    className="text-small"
                    aria-label={say('label.of', { what: name, of: say('day.later', { minutes }) })}
                    onClick={() =>
                      tell(
                        [draft('work.late', work.id, { batch: batch.batch, minutes })],
                        say('day.later.told'),
                      )
                    }
                  >
                    {say('day.later', { minutes })}
                  </Button>
                ))}
                {!batch.sheet && (
                  <Button
                    look="quiet"
                    className="text-small"
                    aria-label={say('label.of', { what: name, of: say('day.lost') })}
                    onClick={() =>
                      tell(
                        [draft('work.done', work.id, { batch: batch.batch, isLost: true })],
                        say('day.lost.told'),
                      )
                    }
                  >
                    {say('day.lost')}
                  </Button>
                )}
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** Who is there; whoever is called away is counted on no more. */
function Hands({ work }: { readonly work: WorkFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  return (
    <section aria-label={say('day.hands')} data-testid="day-hands">
      <h2 className="border-b-2 border-slate pb-1 text-large">{say('day.hands')}</h2>
      <ul className="m-0 list-none p-0">
        {work.problem.hands.map(({ id }) => {
          const isGone = work.gone[id] !== undefined;
          return (
            <li key={id} className="flex min-h-9 items-center justify-between gap-2 border-b border-rule">
              <span className={isGone ? 'text-ash line-through' : ''}>{id}</span>
              <Button
                look="quiet"
                className="text-small"
                aria-label={say('label.of', { what: id, of: say(isGone ? 'day.back' : 'day.gone') })}
                onClick={() =>
                  void recordAndTell(
                    [draft('work.hand', work.id, { hand: id, isGone: !isGone })],
                    say(isGone ? 'day.back.told' : 'day.gone.told', { hand: id }),
                  )
                }
              >
                {say(isGone ? 'day.back' : 'day.gone')}
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
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
