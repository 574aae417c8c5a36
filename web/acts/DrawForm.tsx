import { useMemo } from 'react';
import { type DrawUse, drawUses } from '#core/areas/store/fields.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { isPack } from '#core/storage/containers/pack.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { type ActFormProps, actForm } from './actForm.ts';
import { TakeOutForm } from './TakeOutForm.tsx';

type Way = 'tap' | 'opened';

/** Draws water off, to drink or for the rest; whole bottles out of a pack. */
export function DrawForm(props: ActFormProps) {
  const kind = kindOf(useFacts(), props.container.kind);
  return kind && isPack(kind) ? <TakeOutForm {...props} pack={kind} /> : <DrawOff {...props} />;
}

function DrawOff({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const typed = actForm('draw', container);
  const [volumeL, setVolumeL] = useTyped<number | undefined>(typed, 'volumeL', undefined);
  const [use, setUse] = useTyped<DrawUse>(typed, 'use', 'drinking');
  const [way, setWay] = useTyped<Way>(typed, 'way', kindOf(facts, container.kind)?.tap ? 'tap' : 'opened');
  const drafts = useMemo(
    () =>
      volumeL === undefined || volumeL <= 0
        ? undefined
        : [draft('drawn', container.id, { volumeL, use, byTap: way === 'tap' && use !== 'lost' })],
    [volumeL, use, way, container.id],
  );
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('draw.do')}
      told={say('draw.told', { code: container.code, volumeL: volumeL ?? 0 })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="draw.sentence"
          cases={{ use: use === 'lost' ? 'lost' : 'drawn' }}
          blanks={{
            volume: (
              <QuantityBlank
                label={say('draw.volume')}
                dimension="volumeL"
                value={volumeL}
                onValue={setVolumeL}
              />
            ),
            use: (
              <ChoiceBlank
                label={say('draw.use')}
                value={use}
                onValue={setUse}
                choices={drawUses.map(value => ({
                  value,
                  label: say(`draw.${value}`),
                }))}
              />
            ),
            way: (
              <ChoiceBlank<Way>
                label={say('draw.way')}
                value={way}
                onValue={setWay}
                choices={(['tap', 'opened'] as const).map(value => ({ value, label: say(`draw.${value}`) }))}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
