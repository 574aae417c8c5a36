import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { addMonths, type Day, daysBetween } from '#core/base/day.ts';
import { stockNeedL } from '#core/planning/need/need.ts';
import { rotationSchools } from '#core/storage/rotation/goodUntil.ts';
import type { Rotating, RoundsPlan, RoundsQuestion } from '#core/storage/rotation/rounds.ts';
import { checkRounds, type RoundsBreak } from '#core/storage/rotation/roundsCheck.ts';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useWaterState } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { keptWorker } from '../../workers/keptWorker.ts';
import type { RoundsWorker } from '../../workers/roundsWorker.ts';
import { RoundsCalendar, type StandingRound } from './RoundsCalendar.tsx';

const HORIZON_MONTHS = 24;

interface Blanks {
  readonly earlyDays: number;
  readonly floorPercent: number;
  readonly mostL: number;
}

/** Everything dated that is drinking water or was, with the days of its term counted from today. */
function useQuestion(blanks: Blanks): RoundsQuestion {
  const facts = useFacts();
  const { containers, today, need, reach } = useWaterState();
  return useMemo(() => {
    const termDays =
      daysBetween(today, addMonths(today, rotationSchools[facts.plan.rotationSchool].months)) - 3;
    const rotating = Object.values(facts.container).flatMap((c): Rotating[] => {
      const state = containers[c.id];
      const isTap = c.fill?.water === 'treated-tap' || state?.proof === 'residual';
      return state?.goodUntil && isTap && state.state !== 'open'
        ? [{ id: c.id, place: c.place, litres: state.litres, due: state.goodUntil.day, termDays }]
        : [];
    });
    const rotatingReadyL = rotating.reduce((sum, r) => sum + (r.due >= today ? r.litres : 0), 0);
    const needL = stockNeedL(need.drinkingL, facts.plan.targetDays, facts.plan.reserveShare);
    return {
      containers: rotating,
      today,
      horizonDays: daysBetween(today, addMonths(today, HORIZON_MONTHS)),
      earlyDays: blanks.earlyDays,
      floorL: Math.min((needL * blanks.floorPercent) / 100, reach.drinkingL * 0.9),
      otherReadyL: Math.max(0, reach.drinkingL - rotatingReadyL),
      mostL: blanks.mostL,
    };
  }, [facts, containers, today, need, reach, blanks]);
}

/** The rounds of a question, laid anew when what it follows from changed; and days that a hand moved them to. */
function useLaid(question: RoundsQuestion) {
  const [plan, setPlan] = useState<RoundsPlan | null>(null);
  const [moves, setMoves] = useState<ReadonlyMap<string, Day>>(new Map());
  // the key is the same with every tick of the clock that changes nothing
  const key = useMemo(() => JSON.stringify(question), [question]);

  useEffect(() => {
    const thread = keptWorker<RoundsWorker>(
      new Worker(new URL('../../workers/roundsWorker.ts', import.meta.url), { type: 'module' }),
    );
    setPlan(null);
    setMoves(new Map());
    void thread.remote.plan(JSON.parse(key) as RoundsQuestion).then(setPlan);
    return () => thread.end();
  }, [key]);
  return { plan, moves, setMoves };
}

/** The rounds of the next two years: fewest visits, each container by its date, the ready litres above a floor. */
export function Rounds() {
  const say = useSay();
  const facts = useFacts();
  const typed = 'rounds';
  const [blanks, setBlanks] = useTyped<Blanks>(typed, 'blanks', {
    earlyDays: 30,
    floorPercent: 70,
    mostL: 1500,
  });
  const set = (change: Partial<Blanks>) => setBlanks(b => ({ ...b, ...change }));
  const question = useQuestion(blanks);
  const { recordAndTell } = useRecord();
  const { plan, moves, setMoves } = useLaid(question);
  const rounds = useMemo(
    () =>
      (plan?.rounds ?? []).map((round): StandingRound => {
        const key = `${round.day} ${round.place}`;
        return { ...round, key, day: moves.get(key) ?? round.day };
      }),
    [plan, moves],
  );
  const breaks = useMemo(() => (plan ? checkRounds(question, rounds) : []), [plan, question, rounds]);
  const isKept = JSON.stringify(facts.plan.rounds ?? []) === JSON.stringify(rounds.map(r => adoptedOf(r)));
  const move = (key: string, day: Day) => setMoves(before => new Map(before).set(key, day));
  const keep = () =>
    void recordAndTell([draft('plan.set', 'plan', { rounds: rounds.map(adoptedOf) })], say('rounds.kept'));

  return (
    <div className="flex max-w-[1040px] flex-col gap-4 p-6 max-wide:p-4">
      <p>
        <Link to="/store" className="underline decoration-rule underline-offset-3">
          {say('round.back')}
        </Link>
      </p>
      <RoundsHead plan={plan} question={question} />
      <RoundsSentence blanks={blanks} set={set} />
      {plan && rounds.length > 0 && (
        <div className="flex flex-wrap items-center gap-3">
          <Button look="primary" disabled={isKept} onClick={keep}>
            {say(isKept ? 'rounds.are-kept' : 'rounds.keep')}
          </Button>
          {moves.size > 0 && (
            <Button look="quiet" onClick={() => setMoves(new Map())}>
              {say('rounds.back')}
            </Button>
          )}
          <span className="text-small text-ash">{say('rounds.hint')}</span>
        </div>
      )}
      {plan && <Breaks breaks={breaks} />}
      {plan && rounds.length > 0 && (
        <RoundsCalendar
          rounds={rounds}
          today={question.today}
          broken={new Set(breaks.map(b => b.day))}
          onMove={move}
        />
      )}
    </div>
  );
}

function RoundsHead({ plan, question }: { plan: RoundsPlan | null; question: RoundsQuestion }) {
  const say = useSay();
  return (
    <div>
      <h1 className="text-title">{say('rounds.title')}</h1>
      <p className="text-[34px] leading-10 font-extrabold" data-testid="rounds-answer" role="status">
        {plan
          ? question.containers.length === 0
            ? say('rounds.none')
            : say('rounds.answer', { rounds: plan.rounds.length })
          : say('rounds.working')}
      </p>
      {plan && question.containers.length > 0 && (
        <p className="text-ash">
          {say(plan.unmet.length === 0 ? 'rounds.bound' : 'rounds.bound-unmet', {
            least: plan.leastVisits,
            count: plan.unmet.length,
          })}
        </p>
      )}
    </div>
  );
}

function RoundsSentence({ blanks, set }: { blanks: Blanks; set: (change: Partial<Blanks>) => void }) {
  const say = useSay();
  return (
    <Sentence>
      <Phrase
        text="rounds.sentence"
        blanks={{
          early: (
            <QuantityBlank
              onLeave
              label={say('rounds.early')}
              dimension="timeDays"
              value={blanks.earlyDays}
              onValue={earlyDays => earlyDays !== undefined && set({ earlyDays })}
              least={0}
              most={120}
              wholeNumbers
            />
          ),
          floor: (
            <QuantityBlank
              onLeave
              label={say('rounds.floor')}
              dimension="percent"
              value={blanks.floorPercent}
              onValue={floorPercent => floorPercent !== undefined && set({ floorPercent })}
              least={0}
              most={100}
            />
          ),
          most: (
            <QuantityBlank
              onLeave
              label={say('rounds.most')}
              dimension="volumeL"
              value={blanks.mostL}
              onValue={mostL => mostL !== undefined && set({ mostL })}
              least={10}
              most={100000}
            />
          ),
        }}
      />
    </Sentence>
  );
}

const adoptedOf = ({ day, place, containers, litres }: StandingRound) => ({
  day,
  place,
  containers,
  litres,
});

/** Breaks told one by one before the rest is counted. */
const BREAKS_FIRST = 6;

/** What the rounds as they stand would break. */
function Breaks({ breaks }: { breaks: readonly RoundsBreak[] }) {
  const say = useSay();
  const facts = useFacts();
  return (
    <div role="status" data-testid="rounds-breaks">
      {breaks.slice(0, BREAKS_FIRST).map(b => (
        <p
          key={JSON.stringify(b)}
          className={`my-1 border-l-4 py-1 pl-3 ${b.why === 'early' ? 'border-rule' : 'border-clay'}`}
        >
          {say(`rounds.break.${b.why}`, {
            breakDay: b.day,
            code: 'container' in b ? (facts.container[b.container]?.code ?? '') : '',
            count: 'days' in b ? b.days : 0,
            litres: 'litres' in b ? b.litres : 0,
          })}
        </p>
      ))}
      {breaks.length > BREAKS_FIRST && (
        <p className="text-ash">{say('rounds.break.more', { count: breaks.length - BREAKS_FIRST })}</p>
      )}
    </div>
  );
}
