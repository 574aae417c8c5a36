import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import { filterLine } from '#core/areas/supplies/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { FilterEvent } from '#core/storage/stock/supply.ts';
import { filterStanding } from '#core/treatment/filters/register.ts';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useToday } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { RegisterRow } from './RegisterRow.tsx';

const events: readonly FilterEvent[] = [
  'commissioned',
  'flow',
  'backflushed',
  'sound',
  'leaking',
  'frozen',
  'condemned',
];
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

interface FlowProps {
  readonly name: string;
  readonly waterC: number | undefined;
  readonly setWaterC: (waterC: number | undefined) => void;
  readonly headCm: number | undefined;
  readonly setHeadCm: (headCm: number | undefined) => void;
}

/** What a flow was measured with: how warm the water was, and how high it stood. */
function FlowBlanks({ name, waterC, setWaterC, headCm, setHeadCm }: FlowProps) {
  const say = useSay();
  return (
    <Phrase
      text="register.sentence"
      blanks={{
        water: (
          <QuantityBlank
            label={say('register.water', { name })}
            dimension="temperatureC"
            value={waterC}
            onValue={setWaterC}
            {...boundsOf(filterLine, 'waterC')}
            placeholder={say('bench.unknown')}
          />
        ),
        head: (
          <QuantityBlank
            label={say('register.head', { name })}
            dimension="lengthCm"
            value={headCm}
            onValue={setHeadCm}
            {...boundsOf(filterLine, 'headCm')}
            placeholder={say('bench.unknown')}
          />
        ),
      }}
    />
  );
}

function FilterRow({ filter }: { filter: SupplyFacts }) {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const today = useToday();
  const { recordAndTell } = useRecord();
  const typed = `filter ${filter.id}`;
  const [waterC, setWaterC] = useTyped<number | undefined>(typed, 'waterC', undefined);
  const [headCm, setHeadCm] = useTyped<number | undefined>(typed, 'headCm', undefined);
  const at = filterStanding(filter, timeZone, today);
  const { name } = filter;
  const home = filter.home && facts.home[filter.home]?.name;
  const words = [
    filter.device && say(`method.filter.device.${filter.device.kind}`),
    at.credit && say('register.holds-back', { ...at.credit }),
    [home, filter.where].filter(Boolean).join(', '),
    say('register.life', { usedL: at.usedL, lifeL: at.lifeL }),
    at.newLH !== undefined && say('register.flow', { newLH: at.newLH, lastLH: at.lastLH ?? at.newLH }),
    at.until && say('register.until', { until: at.until }),
    at.backflushedOn && say('register.backflushed', { on: at.backflushedOn }),
    say('register.visit', { visitOn: at.visitOn }),
  ];
  return (
    <RegisterRow<FilterEvent>
      name={name}
      facts={words.filter(Boolean).join(' · ')}
      judgement={at.judgement}
      events={events}
      first="flow"
      label={say('register.event', { name })}
      wordOf={event => say(`filter-event.${event}`)}
      figureOf={event =>
        hasFlow(event)
          ? {
              label: say('register.flow-label', { name }),
              unit: 'L/h',
              ...boundsOf(filterLine, 'flowLH'),
              isRequired: event === 'flow',
            }
          : undefined
      }
      more={event =>
        hasFlow(event) ? <FlowBlanks name={name} {...{ waterC, setWaterC, headCm, setHeadCm }} /> : null
      }
      onRecord={async (what, flowLH) => {
        const flow =
          flowLH === undefined
            ? {}
            : {
                flowLH,
                ...(waterC === undefined ? {} : { waterC }),
                ...(headCm === undefined ? {} : { headCm }),
              };
        await recordAndTell(
          [draft('filter.logged', filter.id, { what, ...flow })],
          say('register.told', { name }),
        );
      }}
    />
  );
}
