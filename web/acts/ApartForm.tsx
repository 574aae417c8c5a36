import { useMemo } from 'react';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useSay } from '../texts/texts.ts';
import { Sentence, TextBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { type ActFormProps, actForm } from './actForm.ts';

/** Sets a container apart for somebody who needs it: it is then not counted for the rest. */
export function ApartForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const typed = actForm('apart', container);
  const [what, setWhat] = useTyped(typed, 'what', container.setApart ?? '');
  const isSame = what.trim() === (container.setApart ?? '');
  const drafts = useMemo(
    () => (isSame ? undefined : [draft('container.changed', container.id, { setApart: what.trim() })]),
    [container.id, what, isSame],
  );
  return (
    <Act
      typed={typed}
      drafts={drafts}
      label={say(what.trim() ? 'apart.do' : 'apart.undo')}
      told={say(what.trim() ? 'apart.told' : 'apart.untold', { code: container.code })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="apart.sentence"
          blanks={{
            what: (
              <TextBlank
                label={say('apart.label')}
                value={what}
                onValue={setWhat}
                placeholder={say('apart.hint')}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
