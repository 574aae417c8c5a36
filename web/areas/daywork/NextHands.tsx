import { Link } from 'react-router';
import type { BatchFacts, WorkFacts } from '#core/areas/daywork/facts.ts';
import { instantOf, minuteOf } from '#core/areas/daywork/underway.ts';
import { trainContext } from '#core/areas/trains/safe.ts';
import type { Instant } from '#core/base/day.ts';
import type { Schedule } from '#core/planning/schedule/schedule.ts';
import { type Turn, turnsOf } from '#core/planning/schedule/turns.ts';
import { draft } from '../../session/draft.ts';
import { useCalmWater, useFacts, useReader, useToday } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { beginBatch } from './beginBatch.ts';
import { useTurnWords } from './HandList.tsx';
import { Press } from './Press.tsx';

/** A day's work at a moment, as it stands then. */
export interface At {
  readonly work: WorkFacts;
  readonly schedule: Schedule;
  readonly now: Instant;
}

/** So many next hands are told; the rest stands in the lists. */
const MOST_NEXT = 6;

/** Whose hands are wanted next, and for what: begun from here, with its sheet. */
export function NextHands({ work, schedule, now }: At) {
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
  const batch = work.batches.find(b => b.batch === turn.batch);
  const isNow = turn.from <= minuteOf(work, now);
  const isFirst = !schedule.bars.some(b => b.batch === turn.batch && b.from < turn.from);
  return (
    <li className="grid grid-cols-[52px_1fr_auto] items-center gap-x-3 border-b border-rule py-1.5">
      <span className={`tabular-nums ${isNow ? 'font-bold' : 'text-ash'}`}>
        {isNow ? say('day.now') : dates.time(instantOf(work, turn.from), timeZone)}
      </span>
      <span>
        <strong>{turn.hand}</strong> <span className="block text-small">{words}</span>
      </span>
      {batch ? (
        <BatchEnd work={work} batch={batch} />
      ) : (
        isFirst && (
          <Press
            look={isNow ? 'primary' : 'plain'}
            label={say('day.begin')}
            of={words}
            told={say('day.begun', { words })}
            drafts={() => beginBatch(work, turn, schedule, facts, trainContext(facts, state), today)}
          />
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
  if (batch.ended) return null;
  if (batch.sheet)
    return (
      <Link to={`/bench/${batch.sheet}`} className={linkLook}>
        {say('day.sheet')}
      </Link>
    );
  return (
    <Press
      look="primary"
      label={say('day.home')}
      told={say('day.home.told')}
      drafts={() => [draft('work.done', work.id, { batch: batch.batch })]}
    />
  );
}
