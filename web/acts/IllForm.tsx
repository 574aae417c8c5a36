import { useMemo } from 'react';
import { illness } from '#core/areas/sources/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Subject } from '#core/base/subject.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useFacts, useToday } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { DateBlank } from '../ui/DateBlank.tsx';
import { Phrase } from '../ui/Phrase.tsx';

/** People fell ill who drank of it. */
export function IllForm({ subject, onDone }: { subject: Subject; onDone: () => void }) {
  const say = useSay();
  const today = useToday();
  const typed = `ill ${subject}`;
  const [people, setPeople] = useTyped<number | undefined>(typed, 'people', undefined);
  const [fellIllOn, setDay] = useTyped<string>(typed, 'fellIllOn', today);
  const homes = Object.values(useFacts().home);
  const [home, setHome] = useTyped<Subject | 'several'>(typed, 'home', 'several');
  const [signs, setSigns] = useTyped<'gut' | 'chemical'>(typed, 'signs', 'gut');
  const drafts = useMemo(
    () =>
      people && fellIllOn && fellIllOn <= today
        ? [
            draft('made-ill', subject, {
              ...{ people, fellIllOn },
              ...(home === 'several' ? {} : { home }),
              ...(signs === 'chemical' ? { isChemical: true as const } : {}),
            }),
          ]
        : undefined,
    [people, fellIllOn, home, signs, today, subject],
  );
  return (
    <Act
      typed={typed}
      drafts={drafts}
      label={say('ill-form.keep')}
      told={say('ill-form.told')}
      look="stop"
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="ill-form.sentence"
          cases={{ homes: homes.length > 1 ? 'yes' : 'no' }}
          blanks={{
            people: (
              <QuantityBlank
                label={say('ill-form.people')}
                dimension="people"
                value={people}
                onValue={setPeople}
                {...boundsOf(illness, 'people')}
              />
            ),
            home: (
              <ChoiceBlank<Subject | 'several'>
                label={say('ill-form.home')}
                value={home}
                onValue={setHome}
                choices={[
                  { value: 'several', label: say('ill-form.home.several') },
                  ...homes.map(({ id, name }) => ({ value: id, label: name })),
                ]}
              />
            ),
            signs: (
              <ChoiceBlank<'gut' | 'chemical'>
                label={say('ill-form.signs')}
                value={signs}
                onValue={setSigns}
                choices={(['gut', 'chemical'] as const).map(value => ({
                  value,
                  label: say(`ill-form.signs.${value}`),
                  note: say(`ill-form.signs.${value}.note`),
                }))}
              />
            ),
            day: <DateBlank label={say('ill-form.day')} value={fellIllOn} onValue={setDay} isPast />,
          }}
        />
      </Sentence>
      <p className="text-small">{say('ill-form.note')}</p>
      <p className="text-small text-ash">{say('sources.nobody-ill')}</p>
    </Act>
  );
}
