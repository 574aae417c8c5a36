import { lazy, Suspense, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { routes } from '#contract/routes.ts';
import { type Care, judgeCare } from '#core/areas/plan/care.ts';
import { promiseOfRun } from '#core/areas/sheets/expected.ts';
import { judgeTreating } from '#core/areas/sheets/treating.ts';
import { citations } from '#core/base/citations.ts';
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
import { listing } from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { useIsFaulty } from '../../ui/FaultGate.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { RuleScale } from '../../ui/RuleScale.tsx';
import { ContainerBlank } from './ContainerBlank.tsx';
import { JarBoard } from './JarBoard.tsx';
import { LayerDrawing } from './LayerDrawing.tsx';
import { MethodSentence } from './MethodSentence.tsx';
import { carryTo, type SetBlank, useMethodForm } from './methodForm.ts';
import { NO_CONTAINER } from './question.ts';
import { SaidAbout } from './SaidAbout.tsx';
import { SkyNote } from './SkyNote.tsx';

const CurveChart = lazy(() => import('./CurveChart.tsx'));

/** Any method from its declaration: one sentence, the answer, the working, the argument, and the sheet that runs it. */
export function MethodBench({ method, onBegun }: { method: Method; onBegun: (sheet: string) => void }) {
  const say = useSay();
  const facts = useFacts();
  const [search] = useSearchParams();
  const { today, need } = useWaterState();
  const context = useMemo(
    (): Context => ({
      altitudeM: facts.group.altitudeM,
      today,
      dailyNeedL: need.drinkingL,
      planDays: facts.plan.targetDays,
      longitudeDeg: clockLongitudeDeg(facts.group.timeZone, today),
    }),
    [facts.group.altitudeM, facts.group.timeZone, facts.plan.targetDays, today, need.drinkingL],
  );
  const [inputs, set] = useMethodForm(method, context);
  const [container, setContainer] = useState(search.get('container') ?? NO_CONTAINER);
  // what was typed and not understood is not left out of the sum
  const isFaulty = useIsFaulty();
  const answer = useMemo(
    () => (isFaulty ? undefined : answerOf(method, inputs, context)),
    [method, inputs, context, isFaulty],
  );
  const drafts = useMemo(
    () => beginSheet(method, inputs, answer, container, facts, today),
    [method, inputs, answer, container, facts, today],
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
  const treatable = useMemo(() => Object.values(facts.container), [facts.container]);
  const treated = facts.container[container];
  const now = useStateNow();
  const credit = answer?.credit ?? method.credit;
  // where the water or its vessel forbids it, no dose stands beside the stop either
  const isStopped =
    (answer?.isStopped ?? false) ||
    (treated !== undefined &&
      targets.some(target => credit[target] > 0) &&
      refusals(judgeTreating(facts, treated, now)).length > 0);
  const promised =
    treated && answer && !isStopped && targets.some(target => credit[target] > 0)
      ? promiseOfRun(
          facts,
          treated,
          {
            credit,
            barrier: barrierOf(method, inputs),
            ...(answer.desalts ? { desalts: true as const } : {}),
            ...(answer.removes ? { removes: answer.removes } : {}),
            ...(stripsResidual(method, inputs) ? { dechlorinates: true as const } : {}),
          },
          now,
        )?.says
      : undefined;
  const heeded: readonly Care[] = [
    ...(method.adds.includes('iodine') ? (['iodine'] as const) : []),
    ...(promised?.id === 'promise.limited' ? (['limited'] as const) : []),
    ...(method.adds.includes('chlorine') ? (['dialysis'] as const) : []),
  ];
  const said = [...(answer?.judgements ?? []), ...judgeCare(facts, heeded, today)];
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
        {drafts && (
          <p>
            <Phrase
              text="bench.sheet-sentence"
              blanks={{
                container: <ContainerBlank value={container} onValue={takeContainer} of={treatable} />,
              }}
            />
          </p>
        )}
        {drafts && (
          <Act
            mayBePast
            drafts={drafts}
            label={say('bench.begin')}
            told={say('bench.sheet-begun', { name: `method.${method.id}` })}
            onDone={() => onBegun(drafts[0]!.subject)}
          />
        )}
        {!isStopped && answer?.scale && answer.scale.marks.length > 0 && (
          <section>
            <h2 className="mb-2 text-base">{say(`method.${method.id}.scale`)}</h2>
            <RuleScale
              label={say(`method.${method.id}.scale`)}
              spacing={answer.scale.spacing}
              ticks={answer.scale.ticks}
              bands={
                answer.scale.band
                  ? [{ from: answer.scale.band[0], to: answer.scale.band[1], tone: 'pool' }]
                  : []
              }
              marks={answer.scale.marks.map(mark => ({
                id: mark.id,
                value: mark.value,
                label: say(`method.${method.id}.mark.${mark.id}`),
                note: say(mark.note),
                ...(mark.chosen ? { tone: 'chosen' as const } : {}),
              }))}
              {...(answer.scale.sets ? { onChoose: (id: string) => set(answer.scale!.sets!, id) } : {})}
            />
          </section>
        )}
        {answer?.curve && (
          <Suspense fallback={<div className="h-[230px] border border-rule" />}>
            <CurveChart curve={answer.curve} />
          </Suspense>
        )}
        {answer?.layers && answer.vessel && (
          <LayerDrawing method={method.id} vessel={answer.vessel} layers={answer.layers} />
        )}
        {!answer?.isStopped && <CreditLine method={method} credit={credit} />}
        <SaidAbout method={method.id} />
      </InTurn>
      <p className="max-w-[80ch] border-l-4 border-iron py-1 pl-3 text-small">
        {say(`method.${method.id}.caution`)} {say('caution.authority')}
      </p>
    </>
  );
}

/** What stands in the blanks of a sentence, by their names: what was only meant, and how it is known, is not asked for again. */
const enteredOf = ({ blanks }: Method, inputs: Inputs): Inputs =>
  Object.fromEntries(
    blanks.flatMap(({ id }) => (id === MEANT || inputs[id] === undefined ? [] : [[id, inputs[id]]])),
  );

/** What stands where the water itself forbids the method. */
const stoppedAnswer: MethodAnswer = {
  headline: { id: 'answer.stop' },
  working: [],
  judgements: [],
  steps: [],
  uses: [],
};

function AnswerBox({
  answer,
  isStopped,
  promised,
}: {
  answer: MethodAnswer;
  isStopped: boolean;
  promised: Message | undefined;
}) {
  const say = useSay();
  const navigate = useNavigate();
  const { carries } = answer;
  return (
    <div
      className={`border-[1.5px] bg-paper p-5 ${isStopped ? 'border-iron' : 'border-slate'}`}
      data-testid="method-answer"
      data-stopped={isStopped}
    >
      <p
        className={`text-[40px] leading-[46px] font-extrabold tracking-tight max-wide:text-title ${isStopped ? 'text-iron' : ''}`}
      >
        {say(answer.headline)}
      </p>
      {answer.under && <p className="text-large">{say(answer.under)}</p>}
      {promised && (
        <p className="mt-1 font-semibold" data-testid="promise">
          {say(promised)}
        </p>
      )}
      {answer.working.map(line => (
        <p key={line.id} className="mt-1 text-ash">
          {say(line)}
        </p>
      ))}
      {carries && (
        <Button
          className="mt-3"
          onClick={() => {
            carryTo(carries.method, carries.inputs);
            void navigate(`/bench?method=${carries.method}`);
          }}
        >
          {say('carries.to', { method: `method.${carries.method}` })}
        </Button>
      )}
    </div>
  );
}

/** The correction of what somebody would have done, one click away. */
function MakeIt({ answer, set }: { answer: Guarded; set: SetBlank }) {
  const say = useSay();
  const { due, guard } = answer;
  if (!due || !guard) return null;
  return (
    <p>
      <Button onClick={() => set(MEANT, due.amount)}>
        {say('due.make-it', { amount: due.amount, unit: `due.${due.unit}` })}
      </Button>
    </p>
  );
}

/** What this run earns for each kind of germ, and where that is published: said once, from this answer. */
function CreditLine({ method, credit }: { method: Method; credit: Credit }) {
  const say = useSay();
  const earns = targets.filter(target => credit[target] > 0);
  const named = (hazards: Method['removes']) => listing(hazards.map(h => say(`hazard.${h}`)));
  return (
    <p className="text-small text-ash" data-testid="credit-line">
      <Phrase
        text="credit.line"
        params={{
          figures: earns.map(t => say('credit.figure', { target: `log.${t}`, value: credit[t] })).join(' · '),
          removes: named(method.removes),
          concentrates: named(method.concentrates),
        }}
        blanks={{ source: <span>{citations['who-hwt']}</span> }}
        cases={{
          earns: earns.length > 0 ? 'yes' : 'no',
          removes: method.removes.length > 0 ? 'yes' : undefined,
          concentrates: method.concentrates.length > 0 ? 'yes' : undefined,
        }}
      />
    </p>
  );
}
