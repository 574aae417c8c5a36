import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { type KitsDue, kitsDueInLots } from '#core/areas/readings/kitsDue.ts';
import { coverOf, independentWays, leftOf } from '#core/areas/supplies/cover.ts';
import { askedOfSupplies } from '#core/areas/supplies/demand.ts';
import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import { sharedSupply } from '#core/areas/supplies/homes.ts';
import type { KitFor } from '#core/areas/supplies/kit.ts';
import { supplyKinds } from '#core/storage/stock/kinds.ts';
import { supplyUntil } from '#core/storage/stock/until.ts';
import { useAsked } from '../../app/actAsked.ts';
import { download } from '../../app/download.ts';
import { askLabels } from '../../app/labelPdf.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useToday, useWaterState, useWorkedOut } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import * as format from '../../texts/format.ts';
import { list, listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { RuleScale } from '../../ui/RuleScale.tsx';
import { BottleSets } from './BottleSets.tsx';
import { FilterRegister } from './FilterRegister.tsx';
import { HomeWays } from './HomeWays.tsx';
import { Kits } from './Kits.tsx';
import { SupplyEditor } from './SupplyEditor.tsx';
import { wayWords } from './wayWords.ts';

/** Days of the scale that hold the cover without crowding what is near the goal. */
const TICKS = [1, 3, 7, 14, 30, 90, 365];

/** Ways to treat that do not break together: one may fail on the day. */
const WAYS_WANTED = 2;

/** What is kept to treat and test with: how long it lasts by each way, what is missing, and every bottle of it. */
export function Supplies() {
  const say = useSay();
  const facts = useFacts();
  const state = useWaterState();
  const { today, need, reach, now } = state;
  const [editing, setEditing] = useState<SupplyFacts | 'new' | null>(null);
  useAsked('supplies', { add: () => setEditing('new') });
  const planDays = facts.plan.targetDays;
  const covers = coverOf({ ...facts, supply: sharedSupply(facts) }, today, need.drinkingL, planDays);
  const ways = independentWays(covers, planDays, askedOfSupplies(facts, now, today));
  const kitsDue =
    useWorkedOut(
      useMemo(() => () => kitsDueInLots(facts, state, planDays), [facts, state, planDays]),
      true,
    ) ?? [];
  const chlorine = kitsDue.find(k => k.parameter === 'free-chlorine') ?? { due: 0, left: 0 };
  const kitFor: KitFor = {
    ...{ facts, today, covers, tests: chlorine, litres: need.drinkingL * planDays },
    people: Object.values(facts.home).reduce((sum, home) => sum + home.people.length, 0),
  };
  // what lasts, and does not do by itself for the water that would be fetched
  const short = covers.filter(c => c.days >= planDays && !ways.some(way => way.includes(c.way)));
  const supplies = Object.values(facts.supply).sort((a, b) => (a.name < b.name ? -1 : 1));
  return (
    <div className="flex max-w-[1080px] flex-col gap-6 p-6 max-wide:p-4">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1 className="text-title">{say('area.supplies')}</h1>
          <p className="text-[34px] leading-10 font-extrabold" data-testid="supplies-answer">
            {say('supplies.ways', { count: ways.length, days: planDays })}
          </p>
          <p
            className={`max-w-[80ch] ${ways.length < WAYS_WANTED ? 'border-l-4 border-clay pl-3' : 'text-ash'}`}
          >
            {ways.length > 0 &&
              say('supplies.ways-are', { ways: listing(ways.map(way => wayWords(way, say))) })}{' '}
            {say(ways.length < WAYS_WANTED ? 'supplies.too-few' : 'supplies.enough', {
              perDay: reach.drinkingNeedL,
            })}{' '}
            {short.length > 0 && say('supplies.short', { ways: list(short.map(c => say(`way.${c.way}`))) })}
          </p>
        </div>
        <Button look="primary" onClick={() => setEditing('new')}>
          {say('supplies.add')}
        </Button>
      </div>
      {covers.length > 0 && <Cover covers={covers} planDays={planDays} />}
      {supplies.length === 0 ? (
        <p className="max-w-[60ch] text-large">{say('supplies.empty')}</p>
      ) : (
        <SupplyTable supplies={supplies} onEdit={setEditing} />
      )}
      <FilterRegister />
      <BottleSets />
      <HomeWays />
      <div className="grid grid-cols-2 gap-8 max-wide:grid-cols-1">
        <Shopping covers={covers} ways={ways.length} kitsDue={kitsDue} />
        <Kits of={kitFor} />
      </div>
      <p className="max-w-[75ch] border-l-4 border-iron py-1 pl-3 text-small">{say('supplies.caution')}</p>
      {editing && (
        <SupplyEditor
          key={editing === 'new' ? 'new' : editing.id}
          supply={editing}
          onClose={() => setEditing(null)}
        />
      )}
    </div>
  );
}

/** How long each kind of supply lasts, on one scale with the goal. */
function Cover({ covers, planDays }: { covers: ReturnType<typeof coverOf>; planDays: number }) {
  const say = useSay();
  return (
    <section>
      <h2 className="mb-2 text-base">{say('supplies.cover')}</h2>
      <RuleScale
        label={say('supplies.cover')}
        spacing="log"
        ticks={TICKS}
        marks={[
          ...covers.map(c => ({
            id: c.kind,
            value: c.days,
            label: say(`supply.${c.kind}`),
            note: say('supplies.cover-note', { days: c.days, endsOn: c.endsOn }),
          })),
          {
            id: 'goal',
            value: planDays,
            label: say('supplies.goal', { days: planDays }),
            tone: 'chosen' as const,
          },
        ]}
      />
    </section>
  );
}

interface TableProps {
  readonly supplies: readonly SupplyFacts[];
  readonly onEdit: (supply: SupplyFacts) => void;
}

function SupplyTable({ supplies, onEdit }: TableProps) {
  const say = useSay();
  return (
    <div className="overflow-x-auto">
      <table className="w-full min-w-[720px] border-collapse text-left">
        <thead className="text-small text-ash">
          <tr className="border-b-2 border-slate">
            {(['name', 'left', 'until', 'where', 'acts'] as const).map(head => (
              <th key={head} scope="col" className="py-1 pr-3 font-semibold">
                {say(`supplies.table.${head}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {supplies.map(supply => (
            <SupplyRow key={supply.id} supply={supply} onEdit={onEdit} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RowProps {
  readonly supply: SupplyFacts;
  readonly onEdit: (supply: SupplyFacts) => void;
}

/** One supply: what is left of it, until when it is good, and where it stands. */
function SupplyRow({ supply, onEdit }: RowProps) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const today = useToday();
  const until = supplyUntil(supply);
  const isPast = until !== undefined && until < today;
  const left = Math.max(0, supply.amount - supply.used);
  return (
    <tr className="border-b border-rule align-top">
      <td className="py-1.5 pr-3">
        <strong>{supply.name}</strong>
        <span className="block text-small text-ash">{say(`supply.${supply.kind}`)}</span>
      </td>
      <td className="pr-3">
        {say('supplies.amount', {
          left: format.supplyLeft(left, supply.amount, supplyKinds[supply.kind].unit, units),
          of: format.supply(supply.amount, supplyKinds[supply.kind].unit, units),
        })}
        <span aria-hidden="true" className="mt-1 block h-1.5 w-24 border border-slate bg-chalk">
          <span
            className={`block h-full ${leftOf(supply, today) > 0 ? 'bg-slate' : ''}`}
            style={{ width: `${(100 * left) / Math.max(1e-9, supply.amount)}%` }}
          />
        </span>
      </td>
      <td className={`pr-3 ${isPast ? 'font-bold text-iron' : ''}`}>
        {until ? dates.day(until) : say('supplies.no-date')}
        {isPast && say('supplies.past')}
        {supply.openedOn && (
          <span className="block text-small font-normal text-ash">
            {say('supplies.opened', { openedOn: supply.openedOn })}
          </span>
        )}
      </td>
      <td className="pr-3">
        {[supply.home && facts.home[supply.home]?.name, supply.where].filter(Boolean).join(', ')}
      </td>
      <SupplyButtons supply={supply} onEdit={onEdit} />
    </tr>
  );
}

function SupplyButtons({ supply, onEdit }: RowProps) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { recordAndTell } = useRecord();
  const label = async () => {
    const made = await askLabels({
      containers: [supply.id],
      sheet: 'single',
      skip: 0,
      address: facts.group.address ?? location.origin,
      units,
    });
    if (typeof made === 'string') toast.error(made);
    else download(made, 'label.pdf');
  };
  return (
    <td className="whitespace-nowrap">
      <Button
        look="quiet"
        aria-label={say('supplies.edit-this', { name: supply.name })}
        onClick={() => onEdit(supply)}
      >
        {say('supplies.edit')}
      </Button>
      <Button
        look="quiet"
        aria-label={say('supplies.label-this', { name: supply.name })}
        onClick={() => void label()}
      >
        {say('supplies.label')}
      </Button>
      <Button
        look="quiet"
        aria-label={say('supplies.remove-this', { name: supply.name })}
        onClick={() =>
          void recordAndTell(
            [draft('supply.removed', supply.id, {})],
            say('supplies.removed', { name: supply.name }),
          )
        }
      >
        {say('supplies.remove')}
      </Button>
    </td>
  );
}

/** What would bring each way to the plan's days, and what must be replaced. */
function Shopping({
  covers,
  ways,
  kitsDue,
}: {
  readonly covers: ReturnType<typeof coverOf>;
  readonly ways: number;
  readonly kitsDue: readonly KitsDue[];
}) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const today = useToday();
  const short = covers.filter(c => c.lacks > 0);
  const tests = kitsDue.filter(k => k.due > k.left);
  const old = Object.values(facts.supply).filter(s => {
    const until = supplyUntil(s);
    return until !== undefined && until < today;
  });
  return (
    <section aria-label={say('supplies.shopping')}>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('supplies.shopping')}</h2>
      {short.length + old.length + tests.length === 0 && ways >= WAYS_WANTED && (
        <p className="text-ash">{say('supplies.nothing')}</p>
      )}
      <ul className="m-0 list-none p-0">
        {short.map(c => (
          <li key={c.kind} className="border-b border-rule py-1">
            {say('supplies.more', {
              amount: format.supply(c.lacks, supplyKinds[c.kind].unit, units),
              what: `supply.${c.kind}`,
              days: facts.plan.targetDays,
            })}
          </li>
        ))}
        {tests.map(({ parameter, due, left }) => (
          <li key={parameter} className="border-b border-rule py-1" data-testid="tests-lacking">
            {say('supplies.tests', {
              ...{ more: due - left, due, left, days: facts.plan.targetDays },
              name: `parameter.${parameter}`,
            })}
          </li>
        ))}
        {ways < WAYS_WANTED && (
          <li className="border-b border-rule py-1">
            {say(ways === 0 ? 'supplies.a-way' : 'supplies.another-way', { days: facts.plan.targetDays })}
          </li>
        )}
        {old.map(s => (
          <li key={s.id} className="border-b border-rule py-1">
            {say('supplies.replace', { name: s.name })}
          </li>
        ))}
      </ul>
    </section>
  );
}
