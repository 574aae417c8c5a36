import { useMemo, useState } from 'react';
import type { Subject } from '#core/subject.ts';
import { Act } from '../app/Act.tsx';
import { useToday } from '../app/hooks.ts';
import { draft } from '../session/draft.ts';
import { useSay } from '../texts/texts.ts';
import { QuantityBlank, Sentence } from '../ui/Blank.tsx';
import { DateBlank } from '../ui/DateBlank.tsx';
import { Phrase } from '../ui/Phrase.tsx';

/** People fell ill who drank of it. */
export function IllForm({ subject, onDone }: { subject: Subject; onDone: () => void }) {
  const say = useSay();
  const today = useToday();
  const [people, setPeople] = useState<number | undefined>(undefined);
  const [fellIllOn, setDay] = useState<string>(today);
  const drafts = useMemo(
    () =>
      people && fellIllOn && fellIllOn <= today
        ? [draft('made-ill', subject, { people, fellIllOn })]
        : undefined,
    [people, fellIllOn, today, subject],
  );
  return (
    <Act drafts={drafts} label={say('ill-form.keep')} told={say('ill-form.told')} look="stop" onDone={onDone}>
      <Sentence>
        <Phrase
          text="ill-form.sentence"
          blanks={{
            people: (
              <QuantityBlank
                label={say('ill-form.people')}
                dimension="people"
                value={people}
                onValue={setPeople}
                least={1}
                most={10_000}
                wholeNumbers
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
