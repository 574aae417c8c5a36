import { useState } from 'react';
import { useNavigate } from 'react-router';
import { plan as planFields } from '#core/areas/plan/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { personChanged } from '../person/person.ts';
import { draft, newSubject } from '../session/draft.ts';
import { useSession } from '../session/hooks.ts';
import { useAppDispatch, useAppSelector, useUnits } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { QuantityBlank, Sentence, TextBlank } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { useTyped } from './typed.ts';
import { UnitsBlank } from './UnitsBlank.tsx';

/** Three questions: how many people, for how many days, in which units. Everything else can wait. */
export function FirstRun() {
  const say = useSay();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const person = useAppSelector(s => s.person);
  const units = useUnits();
  const typed = 'first-run';
  const [people, setPeople] = useTyped<number | undefined>(typed, 'people', 4);
  const [days, setDays] = useTyped<number | undefined>(typed, 'days', 14);
  const { outbox } = useSession();
  const [busy, setBusy] = useState(false);

  const begin = async () => {
    if (people === undefined || days === undefined) return;
    setBusy(true);
    const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';
    const by = person.name.trim() || say('first.hand');
    if (by !== person.name) dispatch(personChanged({ name: by }));
    await outbox.record([
      draft('group.set', 'group', {
        name: say('first.group'),
        timeZone,
        // a second device of the household starts in them
        units,
        toolIds: ['syringe-10', 'spoon-eighth-tsp', 'spoon-tsp'],
      }),
      draft('plan.set', 'plan', { targetDays: days }),
      draft('home.set', newSubject('home'), {
        name: say('first.home'),
        people: Array.from({ length: people }, () => ({})),
      }),
    ]);
    await navigate('/store');
  };

  return (
    <main className="mx-auto flex max-w-[720px] flex-col gap-6 px-6 py-14">
      <div>
        <h1 className="text-title">Zeolite</h1>
        <p className="mt-1 max-w-[60ch] text-ash">{say('first.lead')}</p>
      </div>
      <FirstSentence people={people} setPeople={setPeople} days={days} setDays={setDays} />
      <p className="max-w-[60ch]">{say('first.ladder')}</p>
      <div>
        <Button
          look="primary"
          disabled={busy || people === undefined || days === undefined}
          onClick={() => void begin()}
        >
          {say('first.begin')}
        </Button>
      </div>
      <p className="max-w-[65ch] border-l-4 border-iron py-1 pl-3 text-small">{say('first.caution')}</p>
    </main>
  );
}

interface SentenceProps {
  readonly people: number | undefined;
  readonly setPeople: (people: number | undefined) => void;
  readonly days: number | undefined;
  readonly setDays: (days: number | undefined) => void;
}

function FirstSentence({ people, setPeople, days, setDays }: SentenceProps) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const person = useAppSelector(s => s.person);
  return (
    <Sentence>
      <Phrase
        text="first.sentence"
        blanks={{
          people: (
            <QuantityBlank
              label={say('first.people')}
              dimension="people"
              value={people}
              onValue={setPeople}
              least={1}
              most={500}
              wholeNumbers
              autoFocus
            />
          ),
          days: (
            <QuantityBlank
              label={say('first.days')}
              dimension="timeDays"
              value={days}
              onValue={setDays}
              {...boundsOf(planFields, 'targetDays')}
            />
          ),
          units: <UnitsBlank />,
          name: (
            <TextBlank
              label={say('first.name')}
              value={person.name}
              onValue={name => dispatch(personChanged({ name }))}
              placeholder={say('first.name-hint')}
            />
          ),
        }}
      />
    </Sentence>
  );
}
