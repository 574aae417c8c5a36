import type { SafeForm } from '#core/areas/trains/safe.ts';
import { type Short, shorts } from '#core/treatment/trains/grade.ts';
import type { Means } from '#core/treatment/trains/step.ts';
import type { Passing } from '#core/water/passing.ts';
import { MeansBlank } from '../../acts/MeansBlank.tsx';
import { OriginBlank } from '../../acts/WaterBlanks.tsx';
import { WaterChoice } from '../../acts/WaterChoice.tsx';
import { useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, WarmthBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

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
          short: (
            <ChoiceBlank<Short>
              label={say('safe.short-of')}
              value={form.short ?? 'nothing'}
              onValue={short => onForm({ short })}
              choices={shorts.map(value => ({
                value,
                label: say(`safe.short-of.${value}`),
                note: say(`safe.short-of.${value}.note`),
              }))}
            />
          ),
          means: <MeansBlank form={form} atHand={atHand} onForm={onForm} />,
        }}
      />
    </Sentence>
  );
}
