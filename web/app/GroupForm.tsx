import { useMemo } from 'react';
import { type Draft, draft } from '../session/draft.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { Sentence, TextBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { Act } from './Act.tsx';
import { useTyped } from './typed.ts';

/** What of the group is said here, and what each may be; only a name there must be. */
const parts = [
  ['name', /\S/],
  ['codeLetters', /^(?:\p{L}[\p{L}\p{N}]{0,5})?$/u],
  ['address', /^(?:https?:\/\/\S+)?$/i],
] as const;
type Part = (typeof parts)[number][0];

/** What the group is called, what the codes of its new containers begin with, and where its labels lead. */
export function GroupForm() {
  const say = useSay();
  const { group } = useFacts();
  const [typed, setTyped] = useTyped<Readonly<Partial<Record<Part, string>>>>('group', 'typed', {});
  const textOf = (part: Part): string => typed[part] ?? group[part] ?? '';
  const drafts = useMemo((): Draft[] | undefined => {
    const changes = parts.flatMap(([part]) => {
      const text = typed[part]?.trim() ?? '';
      return text === '' || text === group[part] ? [] : [[part, text] as const];
    });
    return changes.length > 0 ? [draft('group.set', 'group', Object.fromEntries(changes))] : undefined;
  }, [typed, group]);
  const blanks = Object.fromEntries(
    parts.map(([part, fits]) => [
      part,
      <TextBlank
        key={part}
        label={say(`group-form.${part}`)}
        value={textOf(part)}
        onValue={text => setTyped(before => ({ ...before, [part]: text }))}
        placeholder={say(`group-form.${part}.hint`)}
        {...(fits.test(textOf(part)) ? {} : { fault: `group-form.${part}.odd` as const })}
      />,
    ]),
  );
  return (
    <Act
      typed="group"
      drafts={drafts}
      label={say('group-form.keep')}
      told={say('group-form.told')}
      look="plain"
    >
      <Sentence>
        <Phrase text="group-form.sentence" blanks={blanks} />
      </Sentence>
    </Act>
  );
}
