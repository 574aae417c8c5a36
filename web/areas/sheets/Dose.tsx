import { useEffect, useMemo, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { promiseOfDose } from '#core/areas/sheets/expected.ts';
import { judgeTreating } from '#core/areas/sheets/treating.ts';
import { look } from '#core/areas/sources/fields.ts';
import { filling } from '#core/areas/store/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { type Judgement, refusals } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import { isRunning } from '#core/treatment/chlorine/batch.ts';
import {
  type DosePlan,
  type DoseQuestion,
  instructionOf,
  planDose,
} from '#core/treatment/chlorine/instruct.ts';
import { type Clarity, clarityOf, type DoseSchoolId } from '#core/treatment/chlorine/schools.ts';
import { Act } from '../../app/Act.tsx';
import { type Draft, draft, newSubject } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useFacts, useWaterState } from '../../session/state.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { useIsFaulty } from '../../ui/FaultGate.tsx';
import { Judgements } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ProvenanceBlank } from '../../ui/Provenance.tsx';
import { Answer, OtherRules, Stop } from './Answer.tsx';
import { BleachBlanks } from './BleachBlanks.tsx';
import { ContainerBlank } from './ContainerBlank.tsx';
import { readJars } from './jars.ts';
import {
  type BenchForm,
  bleachOf,
  filledFrom,
  NEW_BLEACH,
  NO_CONTAINER,
  questionOf,
  useBenchForm,
} from './question.ts';
import { DoseScale, ResidualScale, StandScale } from './Scales.tsx';
import { ToolsBlank } from './ToolsBlank.tsx';
import { WaterAsItIs } from './WaterAsItIs.tsx';

const clarities: readonly Clarity[] = ['clear', 'cloudy', 'muddy'];
/** A stop that another rule or another tool may lift: the rules then stay in sight, to be chosen from. */
const isOfTheRule = ({ source }: Judgement): boolean => source === 'record' || source === 'arithmetic';

/** A fresh bottle holds this much, until somebody says otherwise. */
const BOTTLE_ML = 1000;

/** The form of the bench, filled with what a link asked for. */
function useAskedForm(facts: Facts) {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('container');
  const cameFor = useRef(asked);
  const [form, set] = useBenchForm(facts, asked);
  useEffect(() => {
    const clarity = search.get('clarity');
    const school = search.get('school');
    if (!asked && !clarity) return;
    set({
      ...(asked && facts.container[asked] ? filledFrom(facts, asked) : {}),
      ...(clarity ? { clarity: clarity as Clarity } : {}),
      ...(school ? { school: school as DoseSchoolId } : {}),
    });
    setSearch({}, { replace: true });
  }, [asked, facts, search, set, setSearch]);
  return { form, set, isAsked: cameFor.current === form.container };
}

/** What a form asks, the plan that answers it, what forbids it, and the entries that begin its sheet. */
function useDose(form: BenchForm, facts: Facts) {
  const say = useSay();
  const { today, containers } = useWaterState();
  const question = useMemo(() => questionOf(form, facts, today), [form, facts, today]);
  // what was typed and not understood is not left out of the sum
  const isFaulty = useIsFaulty();
  const plan = useMemo(() => (isFaulty ? undefined : question && planDose(question)), [question, isFaulty]);
  const now = useStateNow();
  const treated = facts.container[form.container];
  const begunPhase = containers[form.container]?.standing?.phase;
  // its own sheet asks when each of its steps was done
  const isBegun = begunPhase !== undefined && isRunning(begunPhase);
  // the water or its vessel may forbid any dose; where nothing is added there is nothing to forbid
  const byWater = useMemo(
    () =>
      treated && plan?.chosen.answers && plan.chosen.doseMl > 0 ? judgeTreating(facts, treated, now) : [],
    [facts, treated, plan, now],
  );
  const stops = plan ? refusals([...plan.judgements, ...byWater]) : [];
  const promised = useMemo(
    () =>
      treated && question && plan ? promiseOfDose(facts, treated, question, plan, now)?.says : undefined,
    [facts, treated, question, plan, now],
  );
  const drafts = useMemo(
    () => question && plan && beginning(form, facts, question, plan, say),
    [question, plan, form, facts, say],
  );
  return { question, plan, byWater, stops, promised, drafts, isBegun };
}

/** The batch that is begun, with a bottle that is new; undefined where nothing is to be begun. */
function beginning(
  form: BenchForm,
  facts: Facts,
  question: DoseQuestion,
  plan: DosePlan,
  say: Say,
): Draft[] | undefined {
  if (!plan.chosen.answers || plan.chosen.doseMl === 0 || form.container === NO_CONTAINER) return undefined;
  if (!plan.strength.mgMl || refusals(plan.judgements).length > 0) return undefined;
  const list: Draft[] = [];
  const isNew = form.supply === NEW_BLEACH;
  const supply = isNew ? newSubject('supply') : form.supply;
  const bleach = bleachOf(form, facts);
  if (isNew && bleach) {
    list.push(
      draft('supply.set', supply, {
        name: say('bench.bottle-name', { strength: bleach.strength, basis: `basis.${bleach.basis}` }),
        bleach,
        kind: 'bleach',
        amount: BOTTLE_ML,
      }),
    );
  }
  list.push(draft('batch.begun', form.container, { ...instructionOf(question, plan), supply }));
  return list;
}

/** Dose: one sentence, the answer in the tool owned, every rule on one scale, and the sheet that runs it. */
export function Dose({ onBegun }: { onBegun: (container: string) => void }) {
  const say = useSay();
  const facts = useFacts();
  const { form, set, isAsked } = useAskedForm(facts);
  const { question, plan, byWater, stops, promised, drafts, isBegun } = useDose(form, facts);
  return (
    <>
      <Question form={form} set={set} strengths={plan?.strengths ?? []} />
      {/* a stop stands above the figure that it stops */}
      {plan && <Judgements of={refusals([...byWater, ...plan.judgements])} />}
      {plan && question ? (
        stops.length > 0 ? (
          <Stop />
        ) : (
          <Answer question={question} plan={plan} promised={promised} isAsked={isAsked} />
        )
      ) : (
        <p className="text-ash">{say('bench.incomplete')}</p>
      )}
      {plan && <Judgements of={[...byWater, ...plan.judgements].filter(j => j.verdict !== 'refuse')} />}
      {plan && !plan.chosen.answers && <OtherRules plan={plan} onChoose={school => set({ school })} />}
      {drafts && (
        <Act
          mayBePast={!isBegun}
          drafts={drafts}
          label={say('bench.begin')}
          told={say('bench.begun', { code: facts.container[form.container]?.code ?? '' })}
          onDone={() => onBegun(form.container)}
        />
      )}
      {plan?.chosen.answers && plan.chosen.doseMl > 0 && form.container === NO_CONTAINER && (
        <p className="text-ash">{say('bench.choose-container')}</p>
      )}
      {plan && question && stops.every(isOfTheRule) && (
        <>
          <DoseScale plan={plan} volumeL={question.volumeL.value} onChoose={school => set({ school })} />
          {plan.chosen.answers && plan.chosen.doseMl > 0 && <StandScale plan={plan} />}
          <ResidualScale />
        </>
      )}
      <p className="max-w-[80ch] border-l-4 border-iron py-1 pl-3 text-small">{say('bench.caution')}</p>
    </>
  );
}

interface QuestionProps {
  readonly form: BenchForm;
  readonly set: (change: Partial<BenchForm>) => void;
  readonly strengths: Parameters<typeof BleachBlanks>[0]['strengths'];
}

function Question({ form, set, strengths }: QuestionProps) {
  const say = useSay();
  const facts = useFacts();
  const water = facts.container[form.container]?.fill?.water;
  const full = useMemo(
    () => Object.values(facts.container).filter(c => (c.fill?.remainingL ?? 0) > 0),
    [facts.container],
  );
  return (
    <Sentence>
      <Phrase
        text="dose.sentence"
        blanks={{
          volume: (
            <QuantityBlank
              label={say('bench.volume')}
              dimension="volumeL"
              value={form.volumeL}
              onValue={volumeL => set({ volumeL })}
              least={0.05}
              most={100000}
            />
          ),
          provenance: <ProvenanceBlank value={form.known} onValue={known => set({ known })} />,
          container: (
            <ContainerBlank
              value={form.container}
              onValue={id => set(id === NO_CONTAINER ? { container: id } : filledFrom(facts, id))}
              of={full}
            />
          ),
          clarity: <ClarityBlank clarity={form.clarity} set={set} />,
          turbidity: water !== 'treated-tap' && <TurbidityBlank set={set} />,
          residual: water === 'treated-tap' && <ResidualBlank residualMgL={form.residualMgL} set={set} />,
          asItIs: <WaterAsItIs form={form} set={set} />,
          bleach: <BleachBlanks form={form} set={set} strengths={strengths} />,
          tools: <ToolsBlank />,
          jars: readJars().length > 0 && <JarsBlank usesJars={form.usesJars} set={set} />,
        }}
      />
    </Sentence>
  );
}

type SetForm = QuestionProps['set'];

function ClarityBlank({ clarity, set }: { clarity: Clarity; set: SetForm }) {
  const say = useSay();
  return (
    <ChoiceBlank<Clarity>
      label={say('bench.clarity')}
      value={clarity}
      onValue={value => set({ clarity: value })}
      choices={clarities.map(value => ({
        value,
        label: say(`clarity-name.${value}`),
        note: say(`clarity-name.${value}.note`),
      }))}
    />
  );
}

/** What a meter or a tube read; the clarity follows from it. */
function TurbidityBlank({ set }: { set: SetForm }) {
  const say = useSay();
  return (
    <Phrase
      text="dose.sentence.turbidity"
      blanks={{
        ntu: (
          <QuantityBlank
            label={say('bench.ntu')}
            dimension="turbidityNtu"
            value={undefined}
            onValue={ntu => ntu !== undefined && set({ clarity: clarityOf(ntu) })}
            {...boundsOf(look, 'turbidityNtu')}
            placeholder={say('bench.ntu-unread')}
          />
        ),
      }}
    />
  );
}

/** What tap water still holds of the chlorine that the works put into it. */
function ResidualBlank({ residualMgL, set }: { residualMgL: number | undefined; set: SetForm }) {
  const say = useSay();
  return (
    <Phrase
      text="dose.sentence.residual"
      blanks={{
        residual: (
          <QuantityBlank
            label={say('bench.residual')}
            dimension="concentrationMgL"
            value={residualMgL}
            onValue={value => set({ residualMgL: value })}
            {...boundsOf(filling, 'residualMgL')}
            placeholder={say('bench.unread')}
          />
        ),
      }}
    />
  );
}

/** Whether the jars of a trial say how much this water takes up. */
function JarsBlank({ usesJars, set }: { usesJars: boolean; set: SetForm }) {
  const say = useSay();
  return (
    <Phrase
      text="dose.sentence.jars"
      blanks={{
        jars: (
          <ChoiceBlank
            label={say('bench.jars-label')}
            value={usesJars ? 'yes' : 'no'}
            onValue={value => set({ usesJars: value === 'yes', school: undefined })}
            choices={[
              { value: 'no', label: say('bench.jars.no') },
              { value: 'yes', label: say('bench.jars.yes') },
            ]}
          />
        ),
      }}
    />
  );
}
