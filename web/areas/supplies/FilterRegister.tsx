import { useState } from 'react';
import { filterStanding } from '#core/filters/register.ts';
import type { FilterEvent } from '#core/log/entry.ts';
import type { SupplyFacts } from '#core/log/facts.ts';
import { useFacts, useReader, useWaterState } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../log/record.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { JudgementLine } from '../../ui/JudgementLine.tsx';

const events: readonly FilterEvent[] = ['commissioned', 'flow', 'backflushed', 'frozen', 'condemned'];
/** Events that come with a flow. */
const hasFlow = (event: FilterEvent): boolean => event === 'flow' || event === 'commissioned';

/** Every filter of the group and its homes: litres of its life, its flow, what happened to it, and its next visit. */
export function FilterRegister() {
  const say = useSay();
  const facts = useFacts();
  const filters = Object.values(facts.supply)
    .filter(s => s.kind === 'filter')
    .sort((a, b) => (a.name < b.name ? -1 : 1));
  if (filters.length === 0) return null;
  return (
    <section aria-label={say('register.title')}>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('register.title')}</h2>
      <ul className="m-0 list-none p-0">
        {filters.map(filter => (
          <FilterRow key={filter.id} filter={filter} />
        ))}
      </ul>
    </section>
  );
}

function FilterRow({ filter }: { filter: SupplyFacts }) {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const { recordAndTell } = useRecord();
  const [event, setEvent] = useState<FilterEvent>('flow');
  const [flowLH, setFlowLH] = useState<number | undefined>(undefined);
  const { today } = useWaterState();
  const at = filterStanding(filter, timeZone, today);
  const home = filter.home && facts.home[filter.home]?.name;
  const record = async () => {
    const flow = hasFlow(event) && flowLH !== undefined ? { flowLH } : {};
    await recordAndTell(
      [draft('filter.logged', filter.id, { what: event, ...flow })],
      say('register.told', { name: filter.name }),
    );
    setFlowLH(undefined);
  };
  return (
    <li className="border-b border-rule py-2">
      <p>
        <strong>{filter.name}</strong>{' '}
        <span className="text-ash">
          {[home, filter.where].filter(Boolean).join(', ')} ·{' '}
          {say('register.life', { usedL: at.usedL, lifeL: at.lifeL })}
          {at.newLH !== undefined &&
            ` · ${say('register.flow', { newLH: at.newLH, lastLH: at.lastLH ?? at.newLH })}`}
          {at.until && ` · ${say('register.until', { until: at.until })}`}
          {at.backflushedOn && ` · ${say('register.backflushed', { on: at.backflushedOn })}`} ·{' '}
          {say('register.visit', { visitOn: at.visitOn })}
        </span>
      </p>
      <JudgementLine judgement={at.judgement} />
      <p className="mt-1 flex flex-wrap items-center gap-2">
        <ChoiceBlank<FilterEvent>
          label={say('register.event', { name: filter.name })}
          value={event}
          onValue={setEvent}
          choices={events.map(value => ({ value, label: say(`filter-event.${value}`) }))}
        />
        {hasFlow(event) && (
          <>
            <QuantityBlank
              label={say('register.flow-label', { name: filter.name })}
              dimension="number"
              value={flowLH}
              onValue={setFlowLH}
              least={0}
              most={100_000}
            />
            L/h
          </>
        )}
        <Button
          className="min-h-9!"
          disabled={event === 'flow' && flowLH === undefined}
          onClick={() => void record()}
        >
          {say('register.record')}
        </Button>
      </p>
    </li>
  );
}
