import { useMemo } from 'react';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { look as lookFields, tested as testedFields } from '#core/areas/sources/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import {
  type Look,
  looks,
  type SourceEvent,
  type SourceSmell,
  sourceEvents,
  sourceSmells,
} from '#core/water/hazards.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, WarmthBlank } from '../../ui/Blank.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface Props {
  readonly source: SourceFacts;
  readonly onDone: () => void;
}

/** What somebody sees, smells and measures there now. */
export function LookForm({ source, onDone }: Props) {
  const say = useSay();
  const typed = `seen ${source.id}`;
  const [seen, setSeen] = useTyped<readonly Look[]>(typed, 'seen', []);
  const [smell, setSmell] = useTyped<SourceSmell | undefined>(typed, 'smell', undefined);
  const [turbidityNtu, setNtu] = useTyped<number | undefined>(typed, 'turbidityNtu', undefined);
  const [temperatureC, setTemperature] = useTyped<number | undefined>(typed, 'temperatureC', undefined);
  const [flowLMin, setFlow] = useTyped<number | undefined>(typed, 'flowLMin', undefined);
  const drafts = useMemo(
    () =>
      seen.length > 0 && smell
        ? [
            draft('source.looked', source.id, {
              looks: seen,
              smell,
              ...(turbidityNtu === undefined ? {} : { turbidityNtu }),
              ...(temperatureC === undefined ? {} : { temperatureC }),
              ...(flowLMin === undefined ? {} : { flowLMin }),
            }),
          ]
        : undefined,
    [seen, smell, turbidityNtu, temperatureC, flowLMin, source.id],
  );
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('look-form.keep')}
      told={say('look-form.told', { name: source.name })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="look-form.sentence"
          cases={{ flow: source.flowLMin === undefined ? undefined : 'yes' }}
          blanks={{
            looks: (
              <ManyBlank<Look>
                label={say('look-form.looks')}
                values={seen}
                onValues={setSeen}
                choices={looks.map(value => ({ value, label: say(`look.${value}`) }))}
              />
            ),
            smell: (
              <ChoiceBlank<SourceSmell>
                label={say('look-form.smell')}
                value={smell}
                onValue={setSmell}
                choices={sourceSmells.map(value => ({ value, label: say(`source-smell.${value}`) }))}
              />
            ),
            temperature: (
              <WarmthBlank
                label={say('look-form.temperature')}
                value={temperatureC}
                onValue={setTemperature}
              />
            ),
            ntu: (
              <QuantityBlank
                label={say('look-form.ntu')}
                dimension="turbidityNtu"
                value={turbidityNtu}
                onValue={setNtu}
                {...boundsOf(lookFields, 'turbidityNtu')}
              />
            ),
            flow: (
              <QuantityBlank
                label={say('look-form.flow')}
                dimension="flowLMin"
                value={flowLMin}
                onValue={setFlow}
                {...boundsOf(lookFields, 'flowLMin')}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}

/** What a laboratory or a kit found; nitrate is never taken without saying as what. */
export function TestForm({ source, onDone }: Props) {
  const say = useSay();
  const typed = `tested ${source.id}`;
  const [eColi, setEColi] = useTyped<number | undefined>(typed, 'eColi', undefined);
  const [nitrate, setNitrate] = useTyped<number | undefined>(typed, 'nitrate', undefined);
  const [as, setAs] = useTyped<'no3' | 'n' | undefined>(typed, 'as', undefined);
  const drafts = useMemo(() => {
    if (nitrate !== undefined && as === undefined) return undefined;
    if (eColi === undefined && nitrate === undefined) return undefined;
    return [
      ...(eColi === undefined
        ? []
        : [draft('read', source.id, { parameter: 'e-coli', method: 'laboratory', value: eColi })]),
      ...(nitrate === undefined || as === undefined
        ? []
        : [
            draft('read', source.id, {
              parameter: 'nitrate',
              method: 'laboratory',
              value: nitrate,
              as: as === 'n' ? 'N' : 'NO3',
            }),
          ]),
    ];
  }, [eColi, nitrate, as, source.id]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('test-form.keep')}
      told={say('test-form.told', { name: source.name })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="test-form.sentence"
          blanks={{
            eColi: (
              <QuantityBlank
                label={say('test-form.eColi')}
                dimension="number"
                value={eColi}
                onValue={setEColi}
                {...boundsOf(testedFields, 'eColi')}
              />
            ),
            nitrate: (
              <QuantityBlank
                label={say('test-form.nitrate')}
                dimension="number"
                value={nitrate}
                onValue={setNitrate}
                {...boundsOf(testedFields, 'nitrateMgL')}
              />
            ),
            as: (
              <ChoiceBlank<'no3' | 'n'>
                label={say('test-form.as')}
                value={as}
                placeholder={say('test-form.as.ask')}
                onValue={setAs}
                choices={(['no3', 'n'] as const).map(value => ({
                  value,
                  label: say(`test-form.as.${value}`),
                }))}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}

/** Flood, ash, smoke, spraying, works, a spill: it asks to be looked at again. */
export function HappenedForm({ source, onDone }: Props) {
  const say = useSay();
  const typed = `happened ${source.id}`;
  const [what, setWhat] = useTyped<SourceEvent | undefined>(typed, 'what', undefined);
  const drafts = useMemo(
    () => (what ? [draft('source.happened', source.id, { what })] : undefined),
    [what, source.id],
  );
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('happened-form.keep')}
      told={say('happened-form.told', { name: source.name })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="happened-form.sentence"
          blanks={{
            what: (
              <ChoiceBlank<SourceEvent>
                label={say('happened-form.what')}
                value={what}
                onValue={setWhat}
                choices={sourceEvents.map(value => ({ value, label: say(`source-event.${value}`) }))}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
