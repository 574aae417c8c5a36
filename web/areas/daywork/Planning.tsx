import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { measureFor } from '#core/areas/daywork/answer.ts';
import { type DayForm, problemOf, tierOfAll, toolsFor } from '#core/areas/daywork/form.ts';
import { freshForm } from '#core/areas/daywork/fresh.ts';
import { asMeasured, lastDone } from '#core/areas/daywork/measured.ts';
import { toolRow } from '#core/areas/daywork/tools.ts';
import { caseOfForm, meansOf, trainContext } from '#core/areas/trains/safe.ts';
import { dayOf, type Instant } from '#core/base/day.ts';
import { answerTrains } from '#core/treatment/trains/answer.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useCalmWater, useFacts, useReader, useToday, useWorkedOut } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { useIsFaulty } from '../../ui/FaultGate.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';
import { Answer, type Asked, Progress } from './DayAnswer.tsx';
import { Details } from './DayDetails.tsx';
import { DaySentence } from './DaySentence.tsx';
import { DaySheet } from './DaySheet.tsx';
import { HandLists } from './HandList.tsx';
import { chosenOf, type Looks, looksOf } from './looks.ts';
import { trainId } from './trains.ts';
import { useDay } from './useDay.ts';
import { WayCautions } from './WayCautions.tsx';

/** The beginning of a plan moves on in steps of so many minutes: it is not laid anew with each tick. */
const STEP_MS = 5 * 60_000;

/** The clock, as far as a plan looks at it. */
const steady = (now: Instant): Instant =>
  new Date(Math.floor(Date.parse(now) / STEP_MS) * STEP_MS).toISOString();

function useDayForm() {
  const say = useSay();
  const facts = useFacts();
  const { need, now } = useCalmWater().state;
  const [search] = useSearchParams();
  const typed = `day ${search}`;
  const [form, setForm] = useTyped<DayForm>(typed, 'form', () =>
    freshForm({
      ...{
        facts,
        now,
        needL: Number(search.get('litres')) || need.drinkingL,
        sourceId: search.get('source'),
      },
      nameOf: number => say('day.hand', { number }),
    }),
  );
  const [chosen, setChosen] = useTyped<readonly string[] | undefined>(typed, 'chosen', undefined);
  return { form, setForm, chosen, setChosen };
}

/** What is asked of a day, the ways that answer it, and its work as far as it is laid. */
function usePlanning() {
  const facts = useFacts();
  const today = useToday();
  const { timeZone } = useReader();
  const { state } = useCalmWater();
  const now = steady(useStateNow());
  const isFaulty = useIsFaulty();
  const { form, setForm, chosen, setChosen } = useDayForm();
  const context = useMemo(() => trainContext(facts, state), [facts, state]);
  const asked = useMemo(() => caseOfForm(form.safe, facts, now), [form.safe, facts, now]);
  const means = useMemo(() => meansOf(form.safe, facts, today), [form.safe, facts, today]);
  const work = useMemo(
    () => (asked ? () => answerTrains(asked, means.owned, [], context, measureFor(facts, state)) : null),
    [asked, means, context, facts, state],
  );
  const fresh = useWorkedOut(work, true);
  const [answer, setAnswer] = useState(fresh);
  useEffect(() => {
    if (fresh) setAnswer(fresh);
  }, [fresh]);
  // where the day is too short to clear the water first, the same way without that is one too
  const offered = useMemo(() => [...(answer?.trains ?? []), ...(answer?.uncleared ?? [])], [answer]);
  // every kind of tool that a way may need is there from the beginning, so that ways can be compared
  const kinds = useMemo(() => toolsFor(offered), [offered]);
  const whole = useMemo((): DayForm => {
    const missing = kinds.filter(kind => !form.tools.some(t => t.kind === kind));
    const begun = missing.map(kind => toolRow(kind, form.needL ?? 1, facts, today));
    return { ...form, tools: [...form.tools, ...begun] };
  }, [form, kinds, facts, today]);
  const looks = useWorkedOut(
    useMemo(
      () => () => looksOf(whole, offered, context, now, timeZone),
      [whole, offered, context, now, timeZone],
    ),
    true,
  );
  // the ways stay where they are while they are looked at anew
  const [seen, setSeen] = useState<Looks>(new Map());
  useEffect(() => {
    if (looks) setSeen(looks);
  }, [looks]);
  const trains = useMemo(() => chosenOf(offered, chosen, seen), [offered, chosen, seen]);
  const day = useMemo(
    () => problemOf(whole, trains, context, now, timeZone),
    [whole, trains, context, now, timeZone],
  );
  const problem = useMemo(
    () => ('problem' in day && !isFaulty ? asMeasured(day.problem, facts) : undefined),
    [day, isFaulty, facts],
  );
  const solving = useDay(problem && { problem, from: now });
  return {
    form,
    whole,
    setForm,
    setChosen,
    answer,
    offered,
    trains,
    means,
    seen,
    now,
    day,
    problem,
    solving,
  };
}

/** Enough water by evening: what is wanted with what, and the order that makes it. */
export function Planning() {
  const say = useSay();
  const planning = usePlanning();
  const {
    form,
    whole,
    setForm,
    setChosen,
    answer,
    offered,
    trains,
    means,
    seen,
    now,
    day,
    problem,
    solving,
  } = planning;
  const shown = solving.answer;
  return (
    <div data-arrival tabIndex={-1} className="flex flex-col gap-4 outline-none">
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <Answer
          solving={solving}
          missing={'missing' in day ? day.missing : undefined}
          tier={tierOfAll(trains)}
        />
        <Progress solving={solving} />
      </div>
      {answer?.stop && <JudgementLine judgement={answer.stop} />}
      {shown && problem && <DaySheet problem={shown.of} schedule={shown.found.schedule} from={shown.from} />}
      <DaySentence
        form={whole}
        onForm={change => setForm({ ...whole, ...change })}
        trains={offered}
        chosen={trains.map(trainId)}
        onChosen={setChosen}
        kinds={toolsFor(trains)}
        looks={seen}
        atHand={means.atHand}
        from={now}
      />
      <Measured />
      <WayCautions trains={trains} />
      {shown && problem && (
        <>
          <Details solving={solving} />
          <Lay solving={solving} trains={trains} source={form.safe.container ?? form.safe.source} />
          <HandLists problem={shown.of} schedule={shown.found.schedule} from={shown.from} />
        </>
      )}
      <p className="max-w-[80ch] border-l-4 border-clay py-1 pl-3 text-small">
        {say('day.caution')} {say('caution.authority')}
      </p>
    </div>
  );
}

/** That the plan goes by what was measured the last time. */
function Measured() {
  const say = useSay();
  const { timeZone } = useReader();
  const last = lastDone(useFacts());
  if (!last) return null;
  return <p className="text-small text-ash">{say('day.measured', { day: dayOf(last.laidAt, timeZone) })}</p>;
}

/** The plan is worked by: it is recorded as it was found, so that every browser goes by the same. */
function Lay({
  solving,
  trains,
  source,
}: Asked & { readonly trains: readonly Train[]; readonly source: string | undefined }) {
  const say = useSay();
  const { answer } = solving;
  const drafts = useMemo(
    () =>
      answer
        ? [
            draft(
              'work.laid',
              newSubject('work'),
              {
                problem: answer.of,
                choices: answer.found.choices,
                boundMin: answer.boundMin,
                ...(tierOfAll(trains) === 'whole' ? {} : { tier: tierOfAll(trains) }),
                methods: trains.map(({ steps }) => steps.map(s => s.means.method)),
                ...(source ? { from: source } : {}),
              },
              { at: answer.from },
            ),
          ]
        : undefined,
    [answer, trains, source],
  );
  return <Act drafts={drafts} label={say('day.lay')} told={say('day.laid')} />;
}
