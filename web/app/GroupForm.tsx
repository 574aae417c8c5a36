import { useMemo, useState } from 'react';
import { type Draft, draft } from '../session/draft.ts';
import { useSay } from '../texts/texts.ts';
import { Sentence, TextBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { Act } from './Act.tsx';
import { useFacts } from './hooks.ts';

const LETTERS = /^\p{L}[\p{L}\p{N}]{0,5}$/u;

/** What the group is called, what the codes of its new containers begin with, and where its labels lead. */
export function GroupForm() {
  const say = useSay();
  const { group } = useFacts();
  const [name, setName] = useState(group.name);
  const [letters, setLetters] = useState(group.codeLetters ?? '');
  const [address, setAddress] = useState(group.address ?? '');
  const faults = {
    name: name.trim() === '' ? ('group-form.name.none' as const) : undefined,
    letters: letters !== '' && !LETTERS.test(letters) ? ('group-form.letters.odd' as const) : undefined,
    address: address !== '' && !/^https?:/.test(address) ? ('group-form.address.odd' as const) : undefined,
  };
  const drafts = useMemo((): Draft[] | undefined => {
    const changes = {
      ...(name.trim() !== group.name ? { name: name.trim() } : {}),
      ...(letters !== '' && letters !== group.codeLetters ? { codeLetters: letters } : {}),
      ...(address !== '' && address !== group.address ? { address } : {}),
    };
    return Object.keys(changes).length > 0 ? [draft('group.set', 'group', changes)] : undefined;
  }, [name, letters, address, group]);
  return (
    <Act drafts={drafts} label={say('group-form.keep')} told={say('group-form.told')} look="plain">
      <Sentence>
        <Phrase
          text="group-form.sentence"
          blanks={{
            name: (
              <TextBlank
                label={say('group-form.name')}
                value={name}
                onValue={setName}
                {...(faults.name ? { fault: faults.name } : {})}
              />
            ),
            letters: (
              <TextBlank
                label={say('group-form.letters')}
                value={letters}
                onValue={setLetters}
                placeholder={say('group-form.letters.hint')}
                {...(faults.letters ? { fault: faults.letters } : {})}
              />
            ),
            address: (
              <TextBlank
                label={say('group-form.address')}
                value={address}
                onValue={setAddress}
                placeholder={say('group-form.address.hint')}
                {...(faults.address ? { fault: faults.address } : {})}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
