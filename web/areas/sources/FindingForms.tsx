import { useMemo } from 'react';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { look as lookFields, tested as testedFields } from '#core/areas/sources/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
import {
  type Look,
  looks,
  type SourceEvent,
  type SourceSmell,
  sourceEvents,
  sourceSmells,
} from '#core/water/hazards.ts';
import { Act } from '../../app/Act.tsx';
import { useBlanks } from '../../app/blanks.tsx';
import { useTyped } from '../../app/typed.ts';
import { type Draft, draft } from '../../session/draft.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface Props {
  readonly source: SourceFacts;
  readonly onDone: () => void;
}

interface Seen {
  readonly seen: readonly Look[];
  readonly smell?: SourceSmell | undefined;
  readonly turbidityNtu?: number | undefined;
  readonly temperatureC?: number | undefined;
  readonly flowLMin?: number | undefined;
}

/** A look at a source, once it is said how the water looks and smells. */
function lookDrafts(source: SourceFacts, { seen, smell, ...measured }: Seen): Draft[] | undefined {
  if (seen.length === 0 || !smell) return undefined;
  return [draft('source.looked', source.id, { looks: seen, smell, ...given(measured) })];
}

/** What somebody sees, smells and measures there now. */
export function LookForm({ source, onDone }: Props) {
  const say = useSay();
  const typed = `seen ${source.id}`;
  const blanks = useBlanks<Seen>(typed, () => ({ seen: [] }));
  const { values, quantity, warmth, choice, many } = blanks;
  const drafts = useMemo(() => lookDrafts(source, values), [source, values]);
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
            looks: many('seen', 'look-form.looks', looks, look => `look.${look}`),
            smell: choice('smell', 'look-form.smell', sourceSmells, smell => `source-smell.${smell}`),
            temperature: warmth('temperatureC', 'look-form.temperature'),
            ntu: quantity(
              'turbidityNtu',
              'look-form.ntu',
              'turbidityNtu',
              boundsOf(lookFields, 'turbidityNtu'),
            ),
            flow: quantity('flowLMin', 'look-form.flow', 'flowLMin', boundsOf(lookFields, 'flowLMin')),
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
