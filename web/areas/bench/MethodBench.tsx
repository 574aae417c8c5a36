import { lazy, Suspense, useMemo, useState } from 'react';
import { citations } from '#core/citations.ts';
import { targets } from '#core/ct/credit.ts';
import { type Message, refusals } from '#core/judgement.ts';
import type { Blank, Context, Inputs, Method, MethodAnswer } from '#core/methods/method.ts';
import { Act } from '../../app/Act.tsx';
import { useFacts, useReader, useWaterState } from '../../app/hooks.ts';
import { type Draft, draft, newSubject } from '../../log/record.ts';
import { sayTo } from '../../texts/catalogue.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { RuleScale } from '../../ui/RuleScale.tsx';
import { LayerDrawing } from './LayerDrawing.tsx';
import { useMethodForm } from './methodForm.ts';
import { SkyNote } from './SkyNote.tsx';

const CurveChart = lazy(() => import('./CurveChart.tsx'));

const NO_CONTAINER = 'none';

/** Numbers that no entry can carry (a wait without end) stay on the screen. */
const storable = ({ id, params }: Message): Message => ({
  id,
  ...(params
    ? {
        params: Object.fromEntries(
          Object.entries(params).filter(([, v]) => typeof v === 'string' || Number.isFinite(v)),
        ),
      }
    : {}),
});

function beginDrafts(
  method: Method,
  inputs: Inputs,
  answer: MethodAnswer,
  container: string,
  supplyOf: (kind: string) => string | undefined,
): Draft[] {
  const uses = answer.uses.flatMap(use => {
    const supply = supplyOf(use.supply);
    return supply && use.amount > 0 ? [{ supply, amount: use.amount }] : [];
  });
  const also = [...(container === NO_CONTAINER ? [] : [container]), ...uses.map(u => u.supply)];
  const filled = Object.entries(inputs).filter(
    (pair): pair is [string, number | string] => pair[1] !== undefined,
  );
  return [
    draft(
      'sheet.begun',
      newSubject('sheet'),
      {
        method: method.id,
        inputs: Object.fromEntries(filled),
        headline: storable(answer.headline),
        steps: answer.steps.map(step => ({ ...step, text: storable(step.text) })),
        uses,
        credit: answer.credit ?? method.credit,
        ...(method.holds ? { holds: method.holds } : {}),
      },
      also.length > 0 ? { also } : {},
    ),
  ];
}

/** Any method from its declaration: one sentence, the answer, the working, the argument, and the sheet that runs it. */
export function MethodBench({ method, onBegun }: { method: Method; onBegun: (sheet: string) => void }) {
  const say = useSay();
  const facts = useFacts();
  const { today, need } = useWaterState();
  const context = useMemo(
    (): Context => ({ altitudeM: facts.group.altitudeM, today, dailyNeedL: need.drinkingL }),
    [facts.group.altitudeM, today, need.drinkingL],
  );
  const [inputs, set] = useMethodForm(method, context);
  const [container, setContainer] = useState(NO_CONTAINER);
  const answer = useMemo(() => method.answer(inputs, context), [method, inputs, context]);
  const drafts = useMemo(() => {
    if (!answer || answer.steps.length === 0 || refusals(answer.judgements).length > 0) return undefined;
    const fullest = (kind: string) =>
      Object.values(facts.supply)
        .filter(s => s.kind === kind)
        .sort((a, b) => b.amount - b.used - (a.amount - a.used))[0]?.id;
    return beginDrafts(method, inputs, answer, container, fullest);
  }, [answer, method, inputs, container, facts.supply]);
  return (
    <>
      <Sentence>
        <SentenceBlanks method={method} inputs={inputs} set={set} />
      </Sentence>
      {method.blanks.some(blank => blank.id === 'oktas') && <SkyNote onTake={oktas => set('oktas', oktas)} />}
      {answer ? (
        <div className="border-[1.5px] border-slate bg-paper p-5" data-testid="method-answer">
          <p className="text-[40px] leading-[46px] font-extrabold tracking-tight max-wide:text-title">
            {say(answer.headline)}
          </p>
          {answer.under && <p className="text-large">{say(answer.under)}</p>}
          {answer.working.map(line => (
            <p key={line.id} className="mt-1 text-ash">
              {say(line)}
            </p>
          ))}
        </div>
      ) : (
        <p className="text-ash">{say('bench.incomplete')}</p>
      )}
      {answer && <Judgements of={answer.judgements} />}
      {answer && answer.steps.length > 0 && refusals(answer.judgements).length === 0 && (
        <>
          <p>
            {say('bench.sheet-for')}{' '}
            <ChoiceBlank
              label={say('bench.container')}
              value={container}
              onValue={setContainer}
              choices={[
                { value: NO_CONTAINER, label: say('bench.no-container') },
                ...Object.values(facts.container)
                  .slice(0, 200)
                  .map(c => ({ value: c.id, label: c.code })),
              ]}
            />
          </p>
          {drafts && (
            <Act
              drafts={drafts}
              label={say('bench.begin')}
              told={say('bench.sheet-begun', { name: `method.${method.id}` })}
              onDone={() => onBegun(drafts[0]!.subject)}
            />
          )}
        </>
      )}
      {answer?.scale && answer.scale.marks.length > 0 && (
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
      {answer?.layers && <LayerDrawing method={method.id} layers={answer.layers} />}
      <CreditLine method={method} />
      <p className="max-w-[80ch] border-l-4 border-iron py-1 pl-3 text-small">
        {say(`method.${method.id}.caution`)} {say('caution.authority')}
      </p>
    </>
  );
}

interface BlanksProps {
  readonly method: Method;
  readonly inputs: Inputs;
  readonly set: (id: string, value: number | string | undefined) => void;
}

/** The method's sentence, with a blank where its text has one in brackets. */
function SentenceBlanks({ method, inputs, set }: BlanksProps) {
  const reader = useReader();
  const byId = new Map(method.blanks.map(blank => [blank.id, blank]));
  return sayTo(reader, `method.${method.id}.sentence`)
    .split(/\[([\w-]+)\]/)
    .map((part, i) => {
      const blank = i % 2 === 1 ? byId.get(part) : undefined;
      return blank ? (
        <MethodBlank key={part} method={method} blank={blank} value={inputs[part]} set={set} />
      ) : (
        // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a text stand where they stand
        <span key={i}>{part}</span>
      );
    });
}

interface BlankProps {
  readonly method: Method;
  readonly blank: Blank;
  readonly value: number | string | undefined;
  readonly set: BlanksProps['set'];
}

function MethodBlank({ method, blank, value, set }: BlankProps) {
  const say = useSay();
  const name = say(`method.${method.id}.${blank.id}`);
  if (blank.kind === 'choice') {
    return (
      <ChoiceBlank
        label={name}
        value={String(value ?? blank.start)}
        onValue={next => set(blank.id, next)}
        choices={blank.options.map(option => ({
          value: option,
          label: say(`method.${method.id}.${blank.id.replace(/\d+$/, '')}.${option}`),
        }))}
      />
    );
  }
  return (
    <QuantityBlank
      label={name}
      dimension={blank.dimension}
      value={typeof value === 'number' ? value : undefined}
      onValue={next => set(blank.id, next)}
      least={blank.least}
      most={blank.most}
      placeholder={say('bench.unknown')}
      {...(blank.wholeNumbers ? { wholeNumbers: true } : {})}
      {...(blank.powderKgL ? { powderKgL: blank.powderKgL } : {})}
    />
  );
}

/** What a documented run earns for each kind of germ, and where that is published. */
function CreditLine({ method }: { method: Method }) {
  const say = useSay();
  const earns = targets.filter(target => method.credit[target] > 0);
  return (
    <p className="text-small text-ash">
      {earns.length === 0
        ? say('credit.none')
        : `${say('credit.earns')} ${earns.map(t => `${say(`log.${t}`)} ${method.credit[t]}`).join(' · ')} log`}
      {method.removes.length > 0 &&
        ` · ${say('credit.removes')} ${method.removes.map(h => say(`hazard.${h}`)).join(', ')}`}
      {method.concentrates.length > 0 &&
        ` · ${say('credit.concentrates')} ${method.concentrates.map(h => say(`hazard.${h}`)).join(', ')}`}
      {'. '}
      {citations['who-gdwq']}
    </p>
  );
}
