import { useMemo, useState } from 'react';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { TextBlank } from '../../ui/Blank.tsx';
import { type Tested, testedBy, testedOf } from './subjects.ts';

/** Names offered while typing; the rest is found by typing on. */
const MOST_OFFERS = 200;

/** What is tested, by its code or name. */
export function SubjectBlank({ onSubject }: { onSubject: (subject: Tested | undefined) => void }) {
  const say = useSay();
  const facts = useFacts();
  const [typed, setTyped] = useState('');
  const offers = useMemo(
    () =>
      testedOf(facts)
        .slice(0, MOST_OFFERS)
        .map(t => t.name),
    [facts],
  );
  const word = typed.trim().toLowerCase();
  const isUnknown =
    word !== '' && !testedBy(facts, typed) && !offers.some(o => o.toLowerCase().startsWith(word));
  return (
    <TextBlank
      label={say('tests.subject')}
      placeholder={offers[0] ?? ''}
      value={typed}
      onValue={next => {
        setTyped(next);
        onSubject(testedBy(facts, next));
      }}
      offers={offers}
      fault={isUnknown ? 'tests.no-such' : undefined}
    />
  );
}
