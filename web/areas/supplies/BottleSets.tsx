import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import type { BottleEvent } from '#core/storage/stock/supply.ts';
import { rotaOf, setStanding } from '#core/treatment/sun/sets.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts, useReader, useToday, useWaterState } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useSay } from '../../texts/texts.ts';
import { RegisterRow } from './RegisterRow.tsx';

const events: readonly BottleEvent[] = ['laid-out', 'taken-in', 'washed', 'retired', 'lost'];
const isCounted = (event: BottleEvent): boolean => event === 'retired' || event === 'lost';
const ROTA_DAYS = 7;

/** Sets of bottles for the sun: where each is in its round, what is left of it, and who lies when. */
export function BottleSets() {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const sets = Object.values(facts.supply)
    .filter(s => s.kind === 'bottles')
    .sort((a, b) => (a.name < b.name ? -1 : 1));
  if (sets.length === 0) return null;
  const rota = rotaOf(sets, today, ROTA_DAYS);
  return (
    <section aria-label={say('sets.title')}>
      <h2 className="mb-1 border-b border-slate pb-1 text-base">{say('sets.title')}</h2>
      <ul className="m-0 list-none p-0">
        {sets.map(set => (
          <SetRow key={set.id} set={set} />
        ))}
      </ul>
      {rota.length > 0 ? (
        <div className="mt-2 overflow-x-auto">
          <table className="border-collapse text-left text-small">
            <caption className="pb-1 text-left text-ash">
              {say('sets.rota', { days: sets.length - 1 })}
            </caption>
            <thead>
              <tr className="border-b-2 border-slate">
                <th scope="col" className="pr-4" />
                {rota.map(({ day }) => (
                  <th key={day} scope="col" className="pr-4 font-semibold">
                    {dates.weekday(day, today)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sets.map(set => (
                <tr key={set.id} className="border-b border-rule">
                  <th scope="row" className="pr-4 font-semibold">
                    {set.name}
                  </th>
                  {rota.map(({ day, drunk }) => (
                    <td key={day} className={`pr-4 ${drunk === set ? 'font-bold' : 'text-ash'}`}>
                      {say(drunk === set ? 'sets.is-drunk' : 'sets.lies')}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <p className="mt-1 text-ash">{say('sets.one-only')}</p>
      )}
    </section>
  );
}

function SetRow({ set }: { set: SupplyFacts }) {
  const say = useSay();
  const { timeZone } = useReader();
  const { now } = useWaterState();
  const { recordAndTell } = useRecord();
  const at = setStanding(set, now, timeZone);
  const { name } = set;
  const words = [
    say('sets.count', { left: at.count, of: set.amount, litres: at.litres }),
    say('sets.wash-on', { washOn: at.washOn }),
    at.since &&
      at.phase !== 'resting' &&
      say(`sets.since.${at.phase}`, { at: dates.dayAndTime(at.since, timeZone) }),
  ];
  return (
    <RegisterRow<BottleEvent>
      name={name}
      facts={words.filter(Boolean).join(' · ')}
      judgement={at.judgement}
      events={events}
      first="laid-out"
      label={say('sets.event', { name })}
      wordOf={event => say(`bottle-event.${event}`)}
      figureOf={event =>
        isCounted(event)
          ? {
              label: say('sets.how-many', { name }),
              least: 1,
              most: Math.max(1, at.count),
              wholeNumbers: true,
              isRequired: true,
            }
          : undefined
      }
      onRecord={async (what, count) => {
        await recordAndTell(
          [draft('bottles.logged', set.id, { what, ...(count === undefined ? {} : { count }) })],
          say('sets.told', { name, what: `bottle-event.${what}` }),
        );
      }}
    />
  );
}
