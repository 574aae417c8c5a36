import { useMemo } from 'react';
import { ofContainer, ofSource, ofWater, type SafeForm, treatable } from '#core/bench/safe.ts';
import { sourcesOf } from '#core/sources/known.ts';
import { buyable } from '#core/trains/buyable.ts';
import type { Means } from '#core/trains/step.ts';
import type { Passing } from '#core/water/passing.ts';
import { type Water, waterIds } from '#core/water/waters.ts';
import { OriginBlank } from '../../acts/WaterBlanks.tsx';
import { useCalmWater, useFacts, useReader, useToday } from '../../app/hooks.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, WarmthBlank } from '../../ui/Blank.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { nameOf } from './safe.ts';

/** So many containers are offered. */
const MOST_CONTAINERS = 12;

interface Props {
  readonly form: SafeForm;
  readonly atHand: readonly Means[];
  readonly onForm: (change: Partial<SafeForm>) => void;
}

/** The water, as far as somebody measured it, and what is there to treat it with: as a sentence. */
export function SafeSentence({ form, atHand, onForm }: Props) {
  const say = useSay();
  const { units } = useReader();
  const quantity = (
    id: 'volumeL' | 'turbidityNtu' | 'ph' | 'nitrateMgL',
    dimension: 'volumeL' | 'turbidityNtu' | 'ph' | 'concentrationMgL',
    [least, most]: readonly [number, number],
  ) => (
    <QuantityBlank
      label={say(`safe.${id}`)}
      dimension={dimension}
      value={form[id]}
      onValue={value => onForm({ [id]: value })}
      least={least}
      most={most}
      placeholder={say('safe.not-read')}
    />
  );
  return (
    <Sentence>
      <Phrase
        text="safe.sentence"
        cases={{ cloudy: form.turbidityNtu !== undefined && form.turbidityNtu >= 5 ? 'yes' : 'no' }}
        blanks={{
          // a train is run on all that a vessel holds
          volume: form.container ? (
            <strong>{format.litres(form.volumeL ?? 0, units)}</strong>
          ) : (
            quantity('volumeL', 'volumeL', [0.2, 100_000])
          ),
          water: <WaterChoice form={form} onForm={onForm} />,
          origin:
            form.source || form.container ? null : (
              <OriginBlank
                water={form.water}
                origin={form.origin}
                onOrigin={origin => onForm({ origin })}
                isAfter
              />
            ),
          turbidity: quantity('turbidityNtu', 'turbidityNtu', [0, 5000]),
          grain: (
            <ChoiceBlank<Passing['grain']>
              label={say('safe.grain')}
              value={form.grain}
              onValue={grain => onForm({ grain })}
              choices={(['silt', 'clay'] as const).map(value => ({
                value,
                label: say(`safe.grain.${value}`),
                note: say(`safe.grain.${value}.note`),
              }))}
            />
          ),
          temperature: (
            <WarmthBlank
              label={say('safe.temperatureC')}
              value={form.temperatureC}
              onValue={temperatureC => onForm({ temperatureC })}
            />
          ),
          ph: quantity('ph', 'ph', [3, 12]),
          nitrate: quantity('nitrateMgL', 'concentrationMgL', [0, 10_000]),
          means: <MeansBlank form={form} atHand={atHand} onForm={onForm} />,
        }}
      />
    </Sentence>
  );
}

/** Water of no source of the walk and of no vessel here. */
const OTHER = 'other';

/** A source of the walk, or a vessel that holds some; else a water by its word. */
function WaterChoice({ form, onForm }: Omit<Props, 'atHand'>) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const { state } = useCalmWater();
  const inVessels = useMemo(() => treatable(facts, state), [facts, state]);
  const vessels = [...new Set([facts.container[form.container ?? ''], ...inVessels])]
    .flatMap(c => (c?.fill ? [{ ...c, fill: c.fill }] : []))
    .slice(0, MOST_CONTAINERS);
  const places = [
    ...sourcesOf(facts).map(s => ({
      value: s.id as string,
      label: s.name,
      note: say(`source-kind.${s.kind}`),
    })),
    ...vessels.map(c => ({
      value: c.id as string,
      label: say('safe.water.in', { code: c.code }),
      note: say(`water.${c.fill.water}`),
    })),
  ];
  const take = (value: string) => {
    const [source, container] = [facts.source[value], facts.container[value]];
    if (container) onForm(ofContainer(container));
    else onForm(source ? ofSource(source, facts, today) : ofWater(form.water));
  };
  const isOther = !form.container && !form.source;
  return (
    <>
      {places.length > 0 && (
        <ChoiceBlank<string>
          label={say('safe.from')}
          value={form.container ?? form.source ?? OTHER}
          onValue={take}
          choices={[...places, { value: OTHER, label: say('safe.from.other') }]}
        />
      )}{' '}
      {isOther && (
        <ChoiceBlank<Water>
          label={say('safe.water')}
          value={form.water}
          onValue={water => onForm(ofWater(water))}
          choices={waterIds.map(water => ({
            value: water,
            label: say(water === 'snow' ? 'safe.water.snow' : `water.${water}`),
          }))}
        />
      )}
    </>
  );
}

/** What is kept, each to be left out for once; and what else may be there. */
function MeansBlank({ form, atHand, onForm }: Props) {
  const say = useSay();
  // a bottle of bleach is one thing, however long its water stands
  const kept = atHand.filter(means => means.inputs.stand !== 'giardia');
  const values = [...kept.map(m => m.id).filter(id => !form.without.includes(id)), ...form.also];
  return (
    <ManyBlank<string>
      label={say('safe.means')}
      values={values}
      placeholder={say('safe.means.none')}
      said={say(
        values.length === kept.length && form.also.length === 0 ? 'safe.means.all' : 'safe.means.some',
        {
          count: values.length,
        },
      )}
      onValues={next => {
        const out = kept.filter(m => !next.includes(m.id)).map(m => m.id);
        onForm({
          without: [...out, ...out.map(id => `${id}:long`)],
          also: buyable.filter(b => next.includes(b.id)).map(b => b.id),
        });
      }}
      choices={[
        ...kept.map(m => ({ value: m.id, label: nameOf(m, say), note: say(`method.${m.method}`) })),
        ...buyable.map(m => ({ value: m.id, label: nameOf(m, say), note: say('safe.also') })),
      ]}
    />
  );
}
