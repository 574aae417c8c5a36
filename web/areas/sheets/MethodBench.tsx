import { lazy, Suspense, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { routes } from '#contract/routes.ts';
import { type Care, judgeCare } from '#core/areas/plan/care.ts';
import { promiseOfRun } from '#core/areas/sheets/expected.ts';
import { judgeTreating } from '#core/areas/sheets/treating.ts';
import type { Day } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import { type Message, refusals } from '#core/base/judgement.ts';
import { type Credit, targets } from '#core/treatment/credit/credit.ts';
import { answerOf, type Guarded } from '#core/treatment/methods/answer.ts';
import {
  barrierOf,
  type Context,
  type Inputs,
  MEANT,
  type Method,
  type MethodAnswer,
  stripsResidual,
} from '#core/treatment/methods/method.ts';
import { clockLongitudeDeg } from '#core/treatment/sun/daylight.ts';
import { beginSheet } from '../../acts/beginSheet.ts';
import { CardButton } from '../../acts/CardButton.tsx';
import { Act } from '../../app/Act.tsx';
import { useStateNow } from '../../session/hooks.ts';
import { useAppSelector, useFacts, useWaterState } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { useIsFaulty } from '../../ui/FaultGate.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { RuleScale } from '../../ui/RuleScale.tsx';
import { ContainerBlank } from './ContainerBlank.tsx';
import { JarBoard } from './JarBoard.tsx';
import { LayerDrawing } from './LayerDrawing.tsx';
import { AnswerBox, CreditLine, MakeIt, stoppedAnswer } from './MethodAnswer.tsx';
import { MethodSentence } from './MethodSentence.tsx';
import { type SetBlank, useMethodForm } from './methodForm.ts';
import { NO_CONTAINER } from './question.ts';
import { SaidAbout } from './SaidAbout.tsx';
import { SkyNote } from './SkyNote.tsx';

const CurveChart = lazy(() => import('./CurveChart.tsx'));

/** What a method is worked out for: the group's height, place and need, today. */
function useContextOfGroup(): Context {
  const { group, plan } = useFacts();
  const { today, need } = useWaterState();
  return useMemo(
    (): Context => ({
      altitudeM: group.altitudeM,
      today,
      dailyNeedL: need.drinkingL,
      planDays: plan.targetDays,
      longitudeDeg: clockLongitudeDeg(group.timeZone, today),
    }),
    [group.altitudeM, group.timeZone, plan.targetDays, today, need.drinkingL],
  );
}

/** What a method takes out, as far as it is worked out. */
const creditOf = (method: Method, answer: MethodAnswer | undefined): Credit =>
  answer?.credit ?? method.credit;
const takesOut = (credit: Credit): boolean => targets.some(target => credit[target] > 0);

/** What the water that is treated makes of the answer: that it is stopped, and what it promises to be. */
function useTreated(method: Method, inputs: Inputs, answer: Guarded | undefined, container: string) {
  const facts = useFacts();
  const now = useStateNow();
  const treated = facts.container[container];
  const credit = creditOf(method, answer);
  // where the water or its vessel forbids it, no dose stands beside the stop either
  const isStopped =
    (answer?.isStopped ?? false) ||
    (treated !== undefined && takesOut(credit) && refusals(judgeTreating(facts, treated, now)).length > 0);
  if (!treated || !answer || isStopped || !takesOut(credit)) return { isStopped, promised: undefined };
  const run = {
    ...{ credit, barrier: barrierOf(method, inputs) },
    ...given({
      desalts: answer.desalts ? (true as const) : undefined,
      removes: answer.removes,
      dechlorinates: stripsResidual(method, inputs) ? (true as const) : undefined,
    }),
  };
  return { isStopped, promised: promiseOfRun(facts, treated, run, now)?.says };
}

/** Cautions that go with what a method adds, and with what it leaves. */
const heededOf = (method: Method, promised: Message | undefined): readonly Care[] => [
  ...(method.adds.includes('iodine') ? (['iodine'] as const) : []),
  ...(promised?.id === 'promise.limited' ? (['limited'] as const) : []),
  ...(method.adds.includes('chlorine') ? (['dialysis'] as const) : []),
];

interface BenchProps {
  readonly method: Method;
  readonly onBegun: (sheet: string) => void;
}

/** Any method from its declaration: one sentence, the answer, the working, the argument, and the sheet that runs it. */
export function MethodBench({ method, onBegun }: BenchProps) {
  const say = useSay();
  const facts = useFacts();
  const [search] = useSearchParams();
  const context = useContextOfGroup();
  const [inputs, set] = useMethodForm(method, context);
  const [container, setContainer] = useState(search.get('container') ?? NO_CONTAINER);
  // what was typed and not understood is not left out of the sum
  const isFaulty = useIsFaulty();
  const answer = useMemo(
    () => (isFaulty ? undefined : answerOf(method, inputs, context)),
    [method, inputs, context, isFaulty],
  );
  const takeContainer = (id: string) => {
    setContainer(id);
    const fill = facts.container[id]?.fill;
    if (!fill || fill.remainingL <= 0 || !method.blanks.some(blank => blank.id === 'volumeL')) return;
    set('volumeL', fill.remainingL);
    set('volumeL.known', fill.volumeL.known);
  };
  const chosen = answer?.scale?.marks.find(mark => mark.chosen)?.id;
  const isDemo = useAppSelector(s => s.log.demo);
  const { isStopped, promised } = useTreated(method, inputs, answer, container);
  const cares = judgeCare(facts, heededOf(method, promised), context.today);
  const said = [...(answer?.judgements ?? []), ...cares];
  return (
    <>
      <MethodSentence method={method} inputs={inputs} set={set} />
      {isDemo && method.blanks.some(blank => blank.id === 'oktas') && (
        <SkyNote onTake={oktas => set('oktas', oktas)} />
      )}
      {method.board && <JarBoard method={method} inputs={inputs} set={set} chosen={chosen} />}
      {/* a stop stands above the figure that it stops */}
      {answer && <Judgements of={refusals(said)} />}
      {answer ? (
        <AnswerBox answer={isStopped ? stoppedAnswer : answer} isStopped={isStopped} promised={promised} />
      ) : (
        <p className="text-ash">{say('bench.incomplete')}</p>
      )}
      <InTurn>
        {answer && <Judgements of={said.filter(j => j.verdict !== 'refuse')} />}
        {answer && <MakeIt answer={answer} set={set} />}
        {answer && !isStopped && answer.steps.length > 0 && (
          <div>
            <CardButton
              path={routes.methodCard}
              of={{ method: method.id, inputs: enteredOf(method, inputs) }}
              file={`${method.id}.pdf`}
            />
          </div>
        )}
        <RunIt
          {...{ method, inputs, answer, container, onBegun }}
          onContainer={takeContainer}
          today={context.today}
        />
        {!isStopped && answer?.scale && <Scale method={method} scale={answer.scale} set={set} />}
        {answer && <Drawings method={method} answer={answer} />}
        {!answer?.isStopped && <CreditLine method={method} credit={creditOf(method, answer)} />}
        <SaidAbout method={method.id} />
      </InTurn>
      <p className="max-w-[80ch] border-l-4 border-iron py-1 pl-3 text-small">
        {say(`method.${method.id}.caution`)} {say('caution.authority')}
      </p>
    </>
  );
}

interface RunProps extends BenchProps {
  readonly inputs: Inputs;
  readonly answer: MethodAnswer | undefined;
  readonly container: string;
  readonly onContainer: (id: string) => void;
  readonly today: Day;
}

/** The sheet that runs it, on the water of a vessel. */
function RunIt({ method, inputs, answer, container, onContainer, onBegun, today }: RunProps) {
  const say = useSay();
  const facts = useFacts();
  const treatable = useMemo(() => Object.values(facts.container), [facts.container]);
  const drafts = useMemo(
    () => beginSheet(method, inputs, answer, container, facts, today),
    [method, inputs, answer, container, facts, today],
  );
  if (!drafts) return null;
  return (
    <>
      <p>
        <Phrase
          text="bench.sheet-sentence"
          blanks={{ container: <ContainerBlank value={container} onValue={onContainer} of={treatable} /> }}
        />
      </p>
      <Act
        mayBePast
        drafts={drafts}
        label={say('bench.begin')}
        told={say('bench.sheet-begun', { name: `method.${method.id}` })}
        onDone={() => onBegun(drafts[0]!.subject)}
      />
    </>
  );
}

interface ScaleProps {
  readonly method: Method;
  readonly scale: NonNullable<MethodAnswer['scale']>;
  readonly set: SetBlank;
}

/** What the schools say, on one scale. */
function Scale({ method: { id }, scale, set }: ScaleProps) {
  const say = useSay();
  const { spacing, ticks, band, marks, sets } = scale;
  if (marks.length === 0) return null;
  return (
    <section>
      <h2 className="mb-2 text-base">{say(`method.${id}.scale`)}</h2>
      <RuleScale
        label={say(`method.${id}.scale`)}
        spacing={spacing}
        ticks={ticks}
        bands={band ? [{ from: band[0], to: band[1], tone: 'pool' }] : []}
        marks={marks.map(mark => ({
          id: mark.id,
          value: mark.value,
          label: say(`method.${id}.mark.${mark.id}`),
          note: say(mark.note),
          ...given({ tone: mark.chosen ? ('chosen' as const) : undefined }),
        }))}
        {...given({ onChoose: sets ? (mark: string) => set(sets, mark) : undefined })}
      />
    </section>
  );
}

function Drawings({ method, answer: { curve, layers, vessel } }: { method: Method; answer: MethodAnswer }) {
  return (
    <>
      {curve && (
        <Suspense fallback={<div className="h-[230px] border border-rule" />}>
          <CurveChart curve={curve} />
        </Suspense>
      )}
      {layers && vessel && <LayerDrawing method={method.id} vessel={vessel} layers={layers} />}
    </>
  );
}

/** What stands in the blanks of a sentence, by their names: what was only meant, and how it is known, is not asked for again. */
const enteredOf = ({ blanks }: Method, inputs: Inputs): Inputs =>
  Object.fromEntries(
    blanks.flatMap(({ id }) => (id === MEANT || inputs[id] === undefined ? [] : [[id, inputs[id]]])),
  );
