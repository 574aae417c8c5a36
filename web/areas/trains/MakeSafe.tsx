import { useEffect, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { routes } from '#contract/routes.ts';
import { answerSafe, lookAt } from '#core/areas/daywork/answer.ts';
import { judgeCare } from '#core/areas/plan/care.ts';
import { sourcesOf } from '#core/areas/sources/known.ts';
import {
  caresOf,
  caseOfForm,
  fearsOfForm,
  meansOf,
  ofContainer,
  ofSource,
  ofWater,
  type SafeForm,
} from '#core/areas/trains/safe.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import type { TrainAnswer } from '#core/treatment/trains/answer.ts';
import { otherSchools, unsettled } from '#core/treatment/trains/beside.ts';
import { isTimeShort, type TrainCase } from '#core/treatment/trains/grade.ts';
import type { Means } from '#core/treatment/trains/step.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { beginTrain, isOfPart } from '../../acts/beginTrain.ts';
import { CardButton } from '../../acts/CardButton.tsx';
import { SourcesHead } from '../../acts/SourcesHead.tsx';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useCalmWater, useFacts, useReader, useToday, useWorkedOut } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { shortWords } from '../../texts/trainWords.ts';
import { FaultGate, useIsFaulty } from '../../ui/FaultGate.tsx';
import { JudgementLine, Judgements } from '../../ui/JudgementLine.tsx';
import { useMomentWords } from './momentWords.ts';
import { OtherTrains } from './OtherTrains.tsx';
import { SafeSentence } from './SafeSentence.tsx';
import { TrainDrawing } from './TrainDrawing.tsx';
import { Work } from './TrainWork.tsx';

/** This water, here, today: can it be made safe, with what is here, and by when? */
export function MakeSafe() {
  return (
    <FaultGate>
      <MakeSafePage />
    </FaultGate>
  );
}

/** What one person carries to the bench and treats at once (L). */
const BATCH_L = 40;
const litresOf = (needL: number, units: UnitSystem): number =>
  format.roundStart(Math.min(BATCH_L, Math.max(1, Math.ceil(needL))), 'volumeL', units);

function useSafeForm(): readonly [SafeForm, (change: Partial<SafeForm>) => void] {
  const { units } = useReader();
  const facts = useFacts();
  const now = useStateNow();
  const { need } = useCalmWater().state;
  const [search] = useSearchParams();
  const typed = `safe ${search}`;
  const [form, setForm] = useTyped<SafeForm>(typed, 'form', () => {
    const asked = facts.source[search.get('source') ?? ''];
    const held = facts.container[search.get('container') ?? ''];
    const first = asked ?? sourcesOf(facts).find(s => s.kind !== 'tap');
    return {
      water: 'river',
      origin: {},
      ...(first ? ofSource(first, facts, now) : ofWater('river')),
      volumeL: litresOf(need.drinkingL, units),
      grain: 'silt',
      temperatureC: undefined,
      without: [],
      also: [],
      ...(held ? ofContainer(held) : {}),
    } as SafeForm;
  });
  return [form, change => setForm(before => ({ ...before, ...change }))];
}

function MakeSafePage() {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const now = useStateNow();
  const [form, onForm] = useSafeForm();
  const isFaulty = useIsFaulty();
  const { state } = useCalmWater();
  const means = useMemo(() => meansOf(form, facts, today), [form, facts, today]);
  // the clock moves on each second: an answer is worked out for the minute
  const minute = now.slice(0, 16);
  const asked = useMemo(
    () => (isFaulty ? undefined : caseOfForm(form, facts, `${minute}:00.000Z`)),
    [isFaulty, form, facts, minute],
  );
  const work = useMemo(
    () => (asked ? () => answerSafe(asked, form, facts, state) : null),
    [asked, form, facts, state],
  );
  const fresh = useWorkedOut(work, true);
  // while a blank is changed the last answer stays where it is
  const [shown, setShown] = useState<{ of: TrainCase; answer: TrainAnswer } | null>(null);
  useEffect(() => {
    if (fresh && asked) setShown({ of: asked, answer: fresh });
  }, [fresh, asked]);
  return (
    <div className="flex h-full flex-col gap-4 overflow-y-auto p-6 pt-4 max-wide:p-4">
      <SourcesHead />
      <div data-arrival tabIndex={-1} className="flex flex-col gap-4 outline-none">
        {asked && shown ? (
          <Answer answer={shown.answer} form={form} />
        ) : (
          <p className="text-large">{say('safe.blank')}</p>
        )}
        <SafeSentence form={form} atHand={means.atHand} onForm={onForm} />
        {asked && shown && <Details of={shown.of} answer={shown.answer} form={form} means={means.owned} />}
        <p className="max-w-[80ch] border-l-4 border-clay py-1 pl-3 text-small">
          {say('safe.caution')} {say('caution.authority')}
        </p>
      </div>
    </div>
  );
}

/** The same question as a day's work. */
const dayPath = ({ source, volumeL }: SafeForm): string =>
  `/bench/day?${new URLSearchParams({ ...(source ? { source } : {}), ...(volumeL ? { litres: `${volumeL}` } : {}) })}`;

interface Answered {
  readonly of: TrainCase;
  readonly answer: TrainAnswer;
}

/** The answer first: how much, fit for what, by when; and the steps in one line. */
function Answer({ answer, form }: Pick<Answered, 'answer'> & { readonly form: SafeForm }) {
  const say = useSay();
  const facts = useFacts();
  const { state } = useCalmWater();
  const [best] = answer.trains;
  const train = best ?? answer.resort;
  const look = useMemo(() => train && lookAt(form, train, facts, state), [form, train, facts, state]);
  const moment = useMomentWords();
  const head = () => {
    if (answer.stop) return say('safe.answer.stop');
    if (answer.isFitAsItComes) return say('safe.answer.as-it-comes');
    if (answer.isFitFresh && !best) return say('safe.answer.fresh');
    if (!train) return say('safe.answer.none');
    return say(`safe.answer.${train.tier}`, {
      volumeL: train.endL,
      whenText: look?.endMin === undefined ? say('safe.when.later') : moment(state.now, look.endMin),
    });
  };
  return (
    <div data-testid="safe-answer" aria-live="polite">
      <p className={`text-title leading-tight font-bold ${answer.stop ? 'text-iron' : ''}`}>{head()}</p>
      {train && (
        <Work train={train} look={look} leastL={answer.leastL} isFetched={form.source !== undefined} />
      )}
    </div>
  );
}

function Details({
  of,
  answer,
  form,
  means,
}: Answered & { readonly form: SafeForm; readonly means: readonly Means[] }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const [best, ...others] = answer.trains;
  const train = best ?? answer.resort;
  if (answer.stop) return <JudgementLine judgement={answer.stop} />;
  if (answer.isFitAsItComes || (answer.isFitFresh && !best)) return null;
  const cares = caresOf(train);
  return (
    <>
      {train && (
        <section aria-label={say('safe.train')} className="flex flex-col gap-1">
          <h2 className="text-base">{say('safe.to-take-out')}</h2>
          <TrainDrawing of={of} train={train} />
          <Left train={train} />
          {answer.isUncleared && (
            <p className="text-small">
              {say(isTimeShort(of.short) ? 'safe.uncleared.time' : 'safe.uncleared')}
            </p>
          )}
          {means.some(m => m.method === 'carbon') && (
            <p className="text-small">
              {say(train.steps.at(-1)?.after.isChlorinated ? 'safe.taste.residual' : 'safe.taste')}
            </p>
          )}
          {train.cost > 0 && <p className="text-small text-ash">{say('safe.cost', { cost: train.cost })}</p>}
          <Judgements of={judgeCare(facts, cares, today)} />
          <div className="flex flex-wrap items-start gap-3">
            <Begin train={train} container={form.container} />
            <CardButton
              path={routes.trainCard}
              of={{
                form: { ...form, volumeL: answer.leastL ?? form.volumeL },
                steps: train.steps.map(step => step.means.id),
              }}
              file="train.pdf"
            />
            <Link
              to={dayPath(form)}
              className="inline-flex min-h-11 items-center underline decoration-rule underline-offset-3"
            >
              {say('safe.day')}
            </Link>
          </div>
        </section>
      )}
      <Beside of={of} form={form} train={train} answer={answer} means={means} />
      <OtherTrains of={of} answer={answer} others={others} />
    </>
  );
}

/** What was feared there and is not settled by it, and what others would do, with why not. */
function Beside({
  of,
  form,
  train,
  answer,
  means,
}: Answered & {
  readonly form: SafeForm;
  readonly train: Train | undefined;
  readonly means: readonly Means[];
}) {
  const say = useSay();
  const facts = useFacts();
  const open = unsettled(train, fearsOfForm(form, facts, of.now));
  const schools = otherSchools(of, means, answer.trains);
  return (
    <>
      {open.length > 0 && (
        <section aria-label={say('safe.open')} data-testid="safe-open">
          <h2 className="text-base">{say('safe.open')}</h2>
          <ul className="m-0 list-none p-0 text-small">
            {open.map(fear => (
              <li key={fear.of}>
                {say('safe.open.of', { what: `feared.${fear.of}`, why: `fear.${fear.why}` })}
              </li>
            ))}
          </ul>
        </section>
      )}
      {schools.length > 0 && (
        <section aria-label={say('safe.schools')} data-testid="safe-schools">
          <h2 className="text-base">{say('safe.schools')}</h2>
          <Judgements of={schools} />
        </section>
      )}
    </>
  );
}

/** What stays in it, in words, and for how long it is good. */
function Left({ train }: { train: Train }) {
  const say = useSay();
  if (train.tier === 'whole') return null;
  return (
    <p className="border-l-4 border-clay py-1 pl-3" data-testid="safe-left">
      {say(`safe.left.${train.tier}`)} {shortWords(train, say)}
    </p>
  );
}

/** The train is begun on the water of a container, as one sheet; without one it is said how. */
function Begin({ train, container }: { readonly train: Train; readonly container: string | undefined }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const navigate = useNavigate();
  const drafts = useMemo(
    () => (container ? beginTrain(train, container, facts, today) : undefined),
    [train, container, facts, today],
  );
  if (!container) return <p className="text-small text-ash">{say('safe.begin.how')}</p>;
  if (isOfPart(train))
    return (
      <p className="max-w-[60ch] text-small">{say('safe.begin.part', { endL: train.amount!.batchL })}</p>
    );
  if (!drafts) return <p className="text-small text-ash">{say('safe.begin.not')}</p>;
  return (
    <Act
      drafts={drafts}
      label={say('safe.begin')}
      told={say('bench.sheet-begun', { name: 'method.train' })}
      onDone={() => void navigate(`/bench/${drafts[0]!.subject}`)}
    />
  );
}
