import type { Amount } from '#core/base/units/amount.ts';
import type { Dimension } from '#core/base/units/dimension.ts';
import { type Vessel, type VesselWay, vesselVolume } from '#core/base/units/vessel.ts';
import { useTyped } from '../app/typed.ts';
import { useReader } from '../session/state.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Phrase } from '../ui/Phrase.tsx';

/** What is measured for each way. */
const measures: Record<VesselWay, readonly string[]> = {
  cylinder: ['diameterCm', 'heightCm'],
  bucket: ['topCm', 'bottomCm', 'heightCm'],
  box: ['lengthCm', 'widthCm', 'heightCm'],
  'lying-drum': ['diameterCm', 'lengthCm', 'depthCm'],
  weight: ['waterKg'],
  flow: ['minutes', 'litresPerMinute'],
  pours: ['count', 'pourL'],
};
/** What each measure is of; lengths but for these. */
const dimensionOf = (name: string): Dimension =>
  (
    ({
      waterKg: 'massKg',
      minutes: 'timeMin',
      litresPerMinute: 'flowLMin',
      count: 'number',
      pourL: 'volumeL',
    }) as const
  )[name] ?? 'lengthCm';
const ways = Object.keys(measures) as VesselWay[];

/** How much an unmarked vessel holds: by a tape, a scale, a clock at the tap, or counted pours. */
export function VesselDialog({
  onAmount,
  onClose,
}: {
  onAmount: (amount: Amount) => void;
  onClose: () => void;
}) {
  const say = useSay();
  const { units } = useReader();
  const typed = 'vessel';
  const [way, setWay] = useTyped<VesselWay>(typed, 'way', 'bucket');
  const [values, setValues] = useTyped<Record<string, number | undefined>>(typed, 'values', {});
  const asked = measures[way];
  const isComplete = asked.every(name => (values[name] ?? 0) > 0);
  const amount = isComplete
    ? vesselVolume({ by: way, ...Object.fromEntries(asked.map(name => [name, values[name]])) } as Vessel)
    : undefined;
  return (
    <Dialog title={say('vessel.title')} open onClose={onClose}>
      <Sentence>
        <Phrase
          text={`vessel.sentence.${way}`}
          blanks={{
            way: (
              <ChoiceBlank<VesselWay>
                label={say('vessel.way')}
                value={way}
                onValue={setWay}
                choices={ways.map(value => ({ value, label: say(`vessel.way.${value}`) }))}
              />
            ),
            ...Object.fromEntries(
              asked.map(name => [
                name,
                <QuantityBlank
                  key={`${way} ${name}`}
                  label={say(`vessel.${name}`)}
                  dimension={dimensionOf(name)}
                  value={values[name]}
                  onValue={value => setValues(v => ({ ...v, [name]: value }))}
                  least={0}
                  most={100000}
                />,
              ]),
            ),
          }}
        />
      </Sentence>
      {amount && (
        <>
          <p className="my-3 text-title font-extrabold" data-testid="vessel-answer">
            {say('vessel.answer', {
              volume: format.bothVolumes(amount.value, units),
              share: amount.spread ?? 0,
            })}
          </p>
          <Button look="primary" onClick={() => onAmount(amount)}>
            {say('vessel.take')}
          </Button>
        </>
      )}
    </Dialog>
  );
}
