import { plan as planFields } from '#core/areas/plan/fields.ts';
import { mainsGrade } from '#core/areas/sources/known.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { buildingSources, countedL, type BuildingWater as Water } from '#core/planning/need/building.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

const nothing: Water = { heaterL: 0, pressureL: 0, cisternL: 0, counts: false };

/** Water that is in the building already: counted only when somebody has looked and answers for it. */
export function BuildingWater() {
  const say = useSay();
  const facts = useFacts();
  const now = useStateNow();
  const { plan } = facts;
  const { recordAndTell } = useRecord();
  const building = plan.building ?? nothing;
  const set = (change: Partial<Water>) =>
    void recordAndTell(
      [draft('plan.set', 'plan', { building: { ...building, ...change } })],
      say('plan.changed'),
    );
  const litres = countedL(building, mainsGrade(facts, now));
  return (
    <section>
      <h2 className="mb-1 text-base">{say('building-water.title')}</h2>
      <Sentence>
        <Phrase
          text="building-water.sentence"
          blanks={{
            ...Object.fromEntries(
              buildingSources.map(source => [
                source,
                <QuantityBlank
                  key={source}
                  onLeave
                  label={say(`building-water.${source}`)}
                  dimension="volumeL"
                  value={building[source]}
                  onValue={value =>
                    value !== undefined && value !== building[source] && set({ [source]: value })
                  }
                  {...boundsOf(planFields, `building.${source}`)}
                />,
              ]),
            ),
            counts: (
              <ChoiceBlank
                label={say('building-water.counts')}
                value={building.counts ? 'yes' : 'no'}
                onValue={value => set({ counts: value === 'yes' })}
                choices={[
                  { value: 'no', label: say('building-water.no') },
                  { value: 'yes', label: say('building-water.yes') },
                ]}
              />
            ),
          }}
        />
      </Sentence>
      {building.counts && <p>{say('building-water.sum', { ...litres })}</p>}
      <p className="max-w-[80ch] text-small text-ash">{say('building-water.caution')}</p>
    </section>
  );
}
