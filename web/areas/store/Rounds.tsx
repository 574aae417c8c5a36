import { wrap } from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { addMonths, daysBetween } from '#core/calendar/day.ts';
import { stockNeedL } from '#core/need/need.ts';
import { rotationSchools } from '#core/rotation/goodUntil.ts';
import type { Rotating, RoundsPlan, RoundsQuestion } from '#core/rotation/rounds.ts';
import { useFacts, useWaterState } from '../../app/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import type { RoundsWorker } from '../../workers/roundsWorker.ts';

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

/** The rounds of the next two years: fewest visits, each container by its date, the ready litres above a floor. */
export function Rounds() {
  const say = useSay();
  const facts = useFacts();
  const [blanks, setBlanks] = useState<Blanks>({ earlyDays: 30, floorPercent: 70, mostL: 1500 });
  const set = (change: Partial<Blanks>) => setBlanks(b => ({ ...b, ...change }));
  const question = useQuestion(blanks);
  const [plan, setPlan] = useState<RoundsPlan | null>(null);
  const key = useMemo(() => JSON.stringify(question), [question]);

  // laid anew when what it follows from changed, not with every tick of the clock
  useEffect(() => {
    const thread = new Worker(new URL('../../workers/roundsWorker.ts', import.meta.url), { type: 'module' });
    setPlan(null);
    void wrap<RoundsWorker>(thread)
      .plan(JSON.parse(key) as RoundsQuestion)
      .then(setPlan);
    return () => thread.terminate();
  }, [key]);

  const months = new Map<string, RoundsPlan['rounds'][number][]>();
  for (const round of plan?.rounds ?? [])
    months.set(round.day.slice(0, 7), [...(months.get(round.day.slice(0, 7)) ?? []), round]);
  return (
    <div className="flex max-w-[1040px] flex-col gap-4 p-6 max-wide:p-4">
      <p>
        <Link to="/store" className="underline decoration-rule underline-offset-3">
          {say('round.back')}
        </Link>
      </p>
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
          <p className="text-ash">{say('rounds.bound', { least: plan.leastVisits })}</p>
        )}
      </div>
      <Sentence>
        {say('rounds.for')}{' '}
        <QuantityBlank
          onLeave
          label={say('rounds.early')}
          dimension="number"
          value={blanks.earlyDays}
          onValue={earlyDays => earlyDays !== undefined && set({ earlyDays })}
          least={0}
          most={120}
          wholeNumbers
        />{' '}
        {say('rounds.early-word')}{' '}
        <QuantityBlank
          onLeave
          label={say('rounds.floor')}
          dimension="number"
          value={blanks.floorPercent}
          onValue={floorPercent => floorPercent !== undefined && set({ floorPercent })}
          least={0}
          most={100}
        />{' '}
        {say('rounds.floor-word')}{' '}
        <QuantityBlank
          onLeave
          label={say('rounds.most')}
          dimension="volumeL"
          value={blanks.mostL}
          onValue={mostL => mostL !== undefined && set({ mostL })}
          least={10}
          most={100000}
        />{' '}
        {say('rounds.most-word')}
      </Sentence>
      {plan?.unmet.map(u => (
        <p key={u.container + u.day} className="border-l-4 border-clay py-1 pl-3">
          {say('rounds.unmet', {
            code: facts.container[u.container]?.code ?? '',
            why: `rounds.why.${u.why}`,
          })}
        </p>
      ))}
      <div className="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-8 gap-y-4">
        {[...months].map(([month, rounds]) => (
          <section key={month} aria-labelledby={`month-${month}`}>
            <h2 id={`month-${month}`} className="border-b border-slate text-base">
              {format.month(month)}
            </h2>
            <ul className="m-0 list-none p-0">
              {rounds.map(round => (
                <li key={round.day + round.place} className="flex gap-3 border-b border-rule py-1">
                  <span className="w-[84px] shrink-0 text-ash">{format.weekday(round.day)}</span>
                  <Link
                    to={`/store/round/${round.place}`}
                    className="underline decoration-rule underline-offset-3"
                  >
                    {say('rounds.row', {
                      place: facts.place[round.place]?.name ?? '',
                      count: round.containers.length,
                      litres: round.litres,
                    })}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </div>
  );
}
