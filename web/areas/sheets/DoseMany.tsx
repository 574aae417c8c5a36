import { useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { judgeTreating } from '#core/areas/sheets/treating.ts';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { type Judgement, refusals } from '#core/base/judgement.ts';
import type { Facts } from '#core/log/facts.ts';
import { isRunning } from '#core/treatment/chlorine/batch.ts';
import {
  type DosePlan,
  type DoseQuestion,
  instructionOf,
  planDose,
} from '#core/treatment/chlorine/instruct.ts';
import { Act } from '../../app/Act.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { list } from '../../texts/lists.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { FaultGate } from '../../ui/FaultGate.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { useToolWords } from './Answer.tsx';
import { BleachBlanks } from './BleachBlanks.tsx';
import { type BenchForm, filledFrom, NEW_BLEACH, questionOf, useBenchForm } from './question.ts';
import { ToolsBlank } from './ToolsBlank.tsx';
import { WaterAsItIs } from './WaterAsItIs.tsx';

/** The dose of one of several vessels, or why it gets none here. */
interface Row {
  readonly container: ContainerFacts;
  readonly litres: number;
  readonly planned?: { readonly question: DoseQuestion; readonly plan: DosePlan };
  /** Something runs on it already: no second dose is put on top. */
  readonly isRunning: boolean;
  readonly stops: readonly Judgement[];
}

function rowOf(facts: Facts, container: ContainerFacts, form: BenchForm, today: string, now: string): Row {
  const litres = container.fill?.remainingL ?? 0;
  const question = questionOf({ ...form, ...filledFrom(facts, container.id) }, facts, today);
  const plan = question && planDose(question);
  const stops = plan ? refusals([...plan.judgements, ...judgeTreating(facts, container, now)]) : [];
  return {
    container,
    litres,
    isRunning: false,
    stops,
    ...(question && plan?.chosen.answers && plan.strength.mgMl ? { planned: { question, plan } } : {}),
  };
}

const toBegin = ({ planned, isRunning, stops }: Row): boolean =>
  planned !== undefined && !isRunning && stops.length === 0 && planned.plan.roundedMl > 0;

/** Several vessels dosed with one bleach: what each gets, in the tool owned, and a sheet for each. */
export function DoseMany() {
  return (
    <FaultGate>
      <Doses />
    </FaultGate>
  );
}

/** The vessels that were chosen, what is asked of them all, and the dose of each. */
function useDoses() {
  const facts = useFacts();
  const now = useStateNow();
  const { today, containers } = useWaterState();
  const ids = ((useLocation().state as { containers?: string[] } | null)?.containers ?? []).filter(
    id => facts.container[id],
  );
  const [kept] = useBenchForm(facts, null);
  const [form, setForm] = useState<BenchForm>({
    ...kept,
    clarity: 'clear',
    school: undefined,
    usesJars: false,
  });
  const set = (change: Partial<BenchForm>) => setForm(f => ({ ...f, ...change }));
  const rows = ids.map((id): Row => {
    const standing = containers[id]?.standing;
    const row = rowOf(facts, facts.container[id]!, form, today, now);
    return { ...row, isRunning: standing !== undefined && isRunning(standing.phase) };
  });
  const begun = rows.filter(({ container }) => {
    const phase = containers[container.id]?.standing?.phase;
    return phase === 'check' || phase === 'dose';
  });
  const due = rows.filter(toBegin);
  const key = due.map(r => `${r.container.id} ${r.planned!.plan.roundedMl}`).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the drafts follow from what is due, named by the key
  const drafts = useMemo(
    () =>
      due.map(({ container, planned }) =>
        draft('batch.begun', container.id, {
          ...instructionOf(planned!.question, planned!.plan),
          ...(form.supply === NEW_BLEACH ? {} : { supply: form.supply }),
        }),
      ),
    [key, form],
  );
  return { ids, form, set, begun, rows, drafts };
}

function Doses() {
  const say = useSay();
  const { ids, form, set, begun, rows, drafts } = useDoses();
  return (
    <div className="flex max-w-[900px] flex-col gap-4 p-6 max-wide:p-4">
      <p>
        <Link to="/store?view=table" className="underline decoration-rule underline-offset-3">
          {say('round.back')}
        </Link>
      </p>
      <h1 className="text-title">{say('dose-many.title', { count: ids.length })}</h1>
      {ids.length === 0 && <p className="text-large">{say('dose-many.none')}</p>}
      {ids.length > 0 && (
        <Sentence>
          <Phrase
            text="dose-many.sentence"
            blanks={{
              asItIs: <WaterAsItIs form={form} set={set} />,
              bleach: <BleachBlanks form={form} set={set} strengths={[]} />,
              tools: <ToolsBlank />,
            }}
          />
        </Sentence>
      )}
      {rows.length > 0 && <DoseTable rows={rows} />}
      {drafts.length > 0 && (
        <Act
          mayBePast
          drafts={drafts}
          label={say('dose-many.begin', { count: drafts.length })}
          told={say('dose-many.begun', { count: drafts.length })}
        />
      )}
      {begun.length > 0 && <PutIn containers={begun.map(r => r.container)} />}
      <p className="max-w-[80ch] border-l-4 border-iron py-1 pl-3 text-small">{say('bench.caution')}</p>
    </div>
  );
}

function DoseTable({ rows }: { rows: readonly Row[] }) {
  const say = useSay();
  const { units } = useReader();
  const words = useToolWords();
  return (
    <table className="border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-slate text-small">
          {(['code', 'volume', 'dose', 'with'] as const).map(head => (
            <th key={head} scope="col" className="py-1 pr-4 font-semibold">
              {say(`dose-many.${head}`)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(row => (
          <tr key={row.container.id} className="border-b border-rule align-top">
            <td className="py-1.5 pr-4 font-mono">
              <Link to={`/bench/${row.container.id}`} className="underline decoration-rule">
                {row.container.code}
              </Link>
            </td>
            <td className="pr-4">{format.litres(row.litres, units)}</td>
            <td className="pr-4 font-bold">
              {toBegin(row) ? format.dose(row.planned!.plan.roundedMl, units) : '–'}
            </td>
            <td>{withWords(row, words, say)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What it is dosed with; or why it gets none. */
function withWords(row: Row, words: ReturnType<typeof useToolWords>, say: Say): string {
  if (row.isRunning) return say('dose-many.runs');
  if (row.stops.length > 0) return say(row.stops[0]!.reason);
  return toBegin(row) ? pourWords(row.planned!.plan, words, say) : say('dose-many.nothing');
}

function pourWords({ measure }: DosePlan, words: ReturnType<typeof useToolWords>, say: Say): string {
  if (measure.way === 'tool') return words(measure.measured);
  if (measure.way === 'dilute')
    return say('dose-many.thinned', {
      factor: measure.dilution.factor,
      pour: words(measure.dilution.dose),
    });
  return say('dose-many.no-tool');
}

/** The sheets just begun: each looked at, dosed as written and stirred, recorded together. */
function PutIn({ containers }: { containers: readonly ContainerFacts[] }) {
  const say = useSay();
  const { containers: states } = useWaterState();
  const drafts = containers.flatMap((c): Draft[] => {
    const batch = states[c.id]?.batch;
    if (!batch) return [];
    const { doseMl, strengthMgMl, supply, clarity } = batch.instruction;
    const checked = states[c.id]?.standing?.phase === 'check';
    return [
      ...(checked ? [draft('checked', c.id, { clarity, chemicalSmell: false })] : []),
      draft('dosed', c.id, { doseMl, strengthMgMl, instructedMl: doseMl }, supply ? { also: [supply] } : {}),
      draft('mixed', c.id, {}),
    ];
  });
  // the state is new with each tick of the clock; what is judged is not, unless a sheet moved on
  const key = drafts.map(d => d.subject + d.kind).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: named by the key
  const steady = useMemo(() => drafts, [key]);
  return (
    <section className="border-[1.5px] border-slate bg-paper p-4">
      <Act
        mayBePast
        drafts={steady}
        label={say('dose-many.put-in', { count: containers.length })}
        told={say('dose-many.told', { count: containers.length })}
      >
        <p>{say('dose-many.how', { codes: list(containers.map(c => c.code)) })}</p>
      </Act>
    </section>
  );
}
