import { useMemo } from 'react';
import type { Finding } from '#core/storage/containers/fitness.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { type ActFormProps, actForm } from './actForm.ts';

/** Empties a container: to where the water still serves, before the drain. */
export function EmptyForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const typed = actForm('empty', container);
  const [to, setTo] = useTyped<'utility' | 'drain'>(typed, 'to', 'utility');
  const drafts = useMemo(() => [draft('emptied', container.id, { to })], [container.id, to]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('empty.do')}
      told={say('empty.told', { code: container.code })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="empty.sentence"
          blanks={{
            to: (
              <ChoiceBlank
                label={say('empty.label')}
                value={to}
                onValue={setTo}
                choices={(['utility', 'drain'] as const).map(value => ({
                  value,
                  label: say(`empty.${value}`),
                }))}
              />
            ),
          }}
        />
      </Sentence>
      {to === 'drain' && <p className="text-small text-ash">{say('empty.dechlorinate')}</p>}
    </Act>
  );
}

const findings: readonly Finding[] = [
  'sound',
  'frozen-sound',
  'broken-seal',
  'leaking',
  'cracked',
  'smell',
  'algae',
  'near-fuel',
  'lime-gone',
];

/** Records what a look at the vessel found. */
export function InspectForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const typed = actForm('look', container);
  const [found, setFound] = useTyped<Finding>(typed, 'found', 'sound');
  const drafts = useMemo(() => [draft('inspected', container.id, { found })], [container.id, found]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('inspect.do')}
      told={say('inspect.told', { code: container.code })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="inspect.sentence"
          blanks={{
            found: (
              <ChoiceBlank<Finding>
                label={say('inspect.label')}
                value={found}
                onValue={setFound}
                choices={findings.map(value => ({ value, label: say(`finding.${value}`) }))}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}

type FailWhy = 'test' | 'recall' | 'smell' | 'broken-seal';
const whys: readonly FailWhy[] = ['test', 'recall', 'smell', 'broken-seal'];

/** Ends the water at once: a failed test, a recall, a wrong smell, a broken seal. */
export function FailForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const typed = actForm('fail', container);
  const [why, setWhy] = useTyped<FailWhy>(typed, 'why', 'test');
  const drafts = useMemo(() => [draft('failed', container.id, { why })], [container.id, why]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('fail.do')}
      told={say('fail.told', { code: container.code })}
      look="stop"
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="fail.sentence"
          blanks={{
            why: (
              <ChoiceBlank<FailWhy>
                label={say('fail.label')}
                value={why}
                onValue={setWhy}
                choices={whys.map(value => ({ value, label: say(`fail.${value}`) }))}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}

/** Takes a vessel out of use for good. */
export function CondemnForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const typed = actForm('condemn', container);
  const [why, setWhy] = useTyped(typed, 'why', '');
  const drafts = useMemo(
    () => (why.trim() ? [draft('condemned', container.id, { why: why.trim() })] : undefined),
    [container.id, why],
  );
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('condemn.do')}
      told={say('condemn.told', { code: container.code })}
      look="stop"
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="condemn.sentence"
          blanks={{
            why: (
              <TextBlank
                label={say('condemn.label')}
                value={why}
                onValue={setWhy}
                placeholder={say('condemn.hint')}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
