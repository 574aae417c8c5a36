import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { caseOfForm, meansOf, trainContext } from '#core/bench/safe.ts';
import { addMinutes, dayOf, type Instant } from '#core/calendar/day.ts';
import { message } from '#core/judgement.ts';
import type { InLots } from '#core/lots.ts';
import type { Context } from '#core/methods/method.ts';
import { type Care, judgeCare } from '#core/plan/care.ts';
import type { More, Thing } from '#core/schedule/more.ts';
import type { Problem } from '#core/schedule/problem.ts';
import { readyBy, type Schedule } from '#core/schedule/schedule.ts';
import { supplyKinds } from '#core/stock/kinds.ts';
import { answerTrains } from '#core/trains/answer.ts';
import type { Tier } from '#core/trains/grade.ts';
import type { Train } from '#core/trains/train.ts';
import { NITRATE_INFANT_MG_L } from '#core/water/hazards.ts';
import { type DayForm, firstLook, problemOf, tierOfAll, toolsFor } from '#core/work/form.ts';
import { asMeasured, lastDone } from '#core/work/measured.ts';
import { usedUp } from '#core/work/uses.ts';
import { Act } from '../../app/Act.tsx';
import { useCalmWater, useFacts, useReader, useToday, useWorkedOut } from '../../app/hooks.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { shortWords } from '../../texts/trainWords.ts';
import { Button } from '../../ui/Button.tsx';
import { useIsFaulty } from '../../ui/FaultGate.tsx';
import { JudgementLine, Judgements } from '../../ui/JudgementLine.tsx';
import type { DayAnswer } from '../../workers/dayWorker.ts';
import { DaySentence } from './DaySentence.tsx';
import { DaySheet } from './DaySheet.tsx';
import { freshForm, toolRow } from './dayForm.ts';
import { Fit } from './Fit.tsx';
import { HandLists } from './HandList.tsx';
import { trainId, trainWords } from './trains.ts';
import { type DaySolving, useDay } from './useDay.ts';

/** The beginning of a plan moves on in steps of so many minutes: it is not laid anew with each tick. */
const STEP_MS = 5 * 60_000;

/** The clock, as far as a plan looks at it. */
const steady = (now: Instant): Instant =>
  new Date(Math.floor(Date.parse(now) / STEP_MS) * STEP_MS).toISOString();

function useDayForm() {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { need } = useCalmWater().state;
  const [search] = useSearchParams();
  const [form, setForm] = useState<DayForm>(() =>
    freshForm({
      ...{ facts, today, needL: need.drinkingL, sourceId: search.get('source') },
      people: Object.values(facts.home).reduce((sum, home) => sum + home.people.length, 0),
      nameOf: number => say('day.hand', { number }),
    }),
  );
  const [chosen, setChosen] = useState<readonly string[] | undefined>(undefined);
  return { form, setForm, chosen, setChosen };
}

/** Enough water by evening: what is wanted with what, and the order that makes it. */
export function Planning() {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { timeZone } = useReader();
  const { state } = useCalmWater();
  const now = steady(useStateNow());
  const isFaulty = useIsFaulty();
  const { form, setForm, chosen, setChosen } = useDayForm();
  const context = useMemo(() => trainContext(facts, state), [facts, state]);
  const asked = useMemo(() => caseOfForm(form.safe, facts, today, now), [form.safe, facts, today, now]);
  const means = useMemo(() => meansOf(form.safe, facts, today), [form.safe, facts, today]);
  const work = useMemo(
    () => (asked ? () => answerTrains(asked, means.owned, [], context) : null),
    [asked, means, context],
  );
  const fresh = useWorkedOut(work, true);
  const [answer, setAnswer] = useState(fresh);
  useEffect(() => {
    if (fresh) setAnswer(fresh);
  }, [fresh]);
  const offered = useMemo(() => answer?.trains ?? [], [answer]);
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

export type Looks = ReadonlyMap<string, NonNullable<ReturnType<typeof firstLook>>>;

/** How far each way would go, one after another with breath between. */
function* looksOf(
  form: DayForm,
  offered: readonly Train[],
  context: Context,
  now: Instant,
  timeZone: string,
): InLots<Looks> {
  const looks = new Map<string, NonNullable<ReturnType<typeof firstLook>>>();
  for (const train of offered) {
    const look = firstLook(form, train, context, now, timeZone);
    if (look) looks.set(trainId(train), look);
    yield;
  }
  return looks;
}

/** The ways that were chosen, as far as they are offered; else, of those as good as the best, the one that goes furthest. */
function chosenOf(
  offered: readonly Train[],
  chosen: readonly string[] | undefined,
  seen: Looks,
): readonly Train[] {
  const kept = offered.filter(train => chosen?.includes(trainId(train)));
  if (kept.length > 0) return kept;
  const [first] = offered;
  const rank = (train: Train): readonly [number, number] => {
    const look = seen.get(trainId(train));
    return [-(look?.byEveningL ?? 0), look?.endMin ?? Number.POSITIVE_INFINITY];
  };
  return offered
    .filter(train => train.tier === first?.tier && train.barriers >= Math.min(2, first.barriers))
    .sort((a, b) => rank(a)[0] - rank(b)[0] || rank(a)[1] - rank(b)[1])
    .slice(0, 1);
}

const timeOf = (from: Instant, minute: number, timeZone: string): string => {
  const at = addMinutes(from, minute);
  return dayOf(at, timeZone) === dayOf(from, timeZone)
    ? format.time(at, timeZone)
    : format.dayAndTime(at, timeZone);
};

interface Asked {
  readonly solving: DaySolving;
}

/** The answer first: whether it is enough by evening, else how much is. */
function Answer({
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

/** That the plan goes by what was measured the last time. */
function Measured() {
  const say = useSay();
  const { timeZone } = useReader();
  const last = lastDone(useFacts());
  if (!last) return null;
  return <p className="text-small text-ash">{say('day.measured', { day: dayOf(last.laidAt, timeZone) })}</p>;
}

/** What a way does not take out, and whom it is not for: said before the water is made, not after. */
function WayCautions({ trains }: { readonly trains: readonly Train[] }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const cares = new Set<Care>();
  for (const train of trains) {
    if (train.tier === 'limited' || train.tier === 'resort') cares.add('limited');
    if (train.steps.some(s => s.means.method === 'iodine')) cares.add('iodine');
    if (train.steps.some(s => s.after.isChlorinated)) cares.add('dialysis');
    if ((train.steps.at(-1)?.after.nitrateMgL ?? 0) > NITRATE_INFANT_MG_L) cares.add('nitrate');
  }
  const short = trains.filter(train => train.tier !== 'whole');
  return (
    <>
      {short.map(train => (
        <p key={trainId(train)} className="border-l-4 border-clay py-1 pl-3" data-testid="day-left">
          <strong>{trainWords(train, say)}.</strong> {say(message(`safe.left.${train.tier}`))}{' '}
          {shortWords(train, say)}
        </p>
      ))}
      {cares.size > 0 && <Judgements of={judgeCare(facts, [...cares], today)} />}
    </>
  );
}

/** How far the search is, and a way to leave it. */
function Progress({ solving }: { readonly solving: ReturnType<typeof useDay> }) {
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

/** So many things that would help are told. */
const MOST_MORE = 4;

/** What holds everything up, what one more of it would give, what is to be added, and what is used up. */
function Details({ solving }: Asked) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { units } = useReader();
  const { answer, more } = solving;
  if (!answer) return null;
  const { schedule } = answer.found;
  const helping = more?.more.filter(m => m.savesMin > 0 || m.gainsL > 0.5) ?? [];
  const uses = usedUp(answer.of, schedule, facts, today);
  return (
    <div className="grid gap-x-8 gap-y-4 wide:grid-cols-2">
      <section aria-label={say('day.holds-up')} data-testid="day-more">
        <h2 className="border-b border-slate pb-1 text-base">{say('day.holds-up')}</h2>
        {more ? (
          <ul className="m-0 list-none p-0">
            {more.least && <Least things={more.least} />}
            {helping.length === 0 && <li>{say('day.holds-up.none')}</li>}
            {helping.slice(0, MOST_MORE).map((m, i) => (
              <MoreLine key={m.thing} more={m} isFirst={i === 0} answer={answer} />
            ))}
          </ul>
        ) : (
          <p className="text-ash">{say('day.progress.more')}</p>
        )}
      </section>
      <section aria-label={say('day.uses')} data-testid="day-uses">
        <h2 className="border-b border-slate pb-1 text-base">{say('day.uses')}</h2>
        {uses.length === 0 && <p>{say('day.uses.none')}</p>}
        <ul className="m-0 list-none p-0">
          {uses.map(({ supply, amount, left, days, lastDay }) => (
            <li key={supply} className={days < 1 ? 'text-iron' : ''}>
              {say(lastDay ? 'day.uses.until' : 'day.uses.short', {
                ...{ name: `supply.${supply}`, days, lastDay: lastDay ?? today },
                amount: format.supply(amount, supplyKinds[supply].unit, units),
                left: format.supply(left, supplyKinds[supply].unit, units),
              })}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

function Least({ things }: { readonly things: readonly Thing[] }) {
  const say = useSay();
  const counts = [...new Set(things)].map(thing => ({
    thing,
    count: things.filter(t => t === thing).length,
  }));
  return (
    <li className="font-bold" data-testid="day-least">
      {things.length === 0
        ? say('day.least.none')
        : say('day.least', {
            things: format.list(counts.map(c => say(`day.more.${c.thing}`, { count: c.count }))),
          })}
    </li>
  );
}

interface MoreLineProps {
  readonly more: More;
  readonly isFirst: boolean;
  readonly answer: NonNullable<DaySolving['answer']>;
}

/** What one more of a thing gives: sooner, or more by evening where all of it is not to be had. */
function MoreLine({ more: { thing, oneMore, twice }, isFirst, answer }: MoreLineProps) {
  const say = useSay();
  const { timeZone } = useReader();
  const { of: problem, from, found } = answer;
  const end = found.schedule.endMin;
  const byEvening = ({ schedule }: typeof found) =>
    Math.min(problem.needL, readyBy(schedule, problem.eveningMin));
  const one = oneMore.schedule.endMin;
  const saves = end !== undefined && one !== undefined ? end - one : 0;
  const isOne = saves > 0 || byEvening(oneMore) > byEvening(found) + 0.5;
  const best = isOne ? oneMore : twice;
  const until = best.schedule.endMin;
  const gainsByEvening = byEvening(best) > byEvening(found) + 0.5 && (until ?? Infinity) > problem.eveningMin;
  const form = gainsByEvening || until === undefined ? 'by-evening' : 'sooner';
  return (
    <li className={isFirst ? 'font-bold' : ''}>
      {say(`day.more-line.${form}`, {
        how: isOne ? 'day.one-more' : 'day.twice',
        thing: say(`day.more.${thing}`, { count: 1 }),
        untilText: until === undefined ? '' : timeOf(from, until, timeZone),
        litres: byEvening(best),
        eveningText: timeOf(from, problem.eveningMin, timeZone),
      })}
    </li>
  );
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
