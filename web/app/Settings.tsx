import { type Paper, papers } from '#contract/paper.ts';
import { personChanged, type Theme, themes } from '../person/person.ts';
import { useAppDispatch, useAppSelector, usePrinted } from '../session/state.ts';
import { chooseLanguage, languages, pageLanguage } from '../texts/languages.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { GroupForm } from './GroupForm.tsx';
import { UnitsBlank } from './UnitsBlank.tsx';

const keys = ['digits', 'slash', 'n', 't', 'u', 'g', 'primary', 'question', 'escape'] as const;

/** `?`: the keys, and what belongs to the person at this browser. */
export function Settings({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  const dispatch = useAppDispatch();
  const person = useAppSelector(s => s.person);
  return (
    <Dialog title={say('settings.title')} open={open} onClose={onClose}>
      <SettingsSentence />
      <h3 className="mt-5 mb-2 text-base">{say('group-form.title')}</h3>
      <GroupForm />
      <h3 className="mt-5 mb-2 text-base">{say('keys.title')}</h3>
      <dl className="grid grid-cols-[90px_1fr] gap-y-1.5">
        {keys.map(key => (
          <div key={key} className="contents">
            <dt>
              <kbd className="rounded-sm border-[1.5px] border-slate px-1.5 font-mono text-small">
                {say(`keys.${key}.key`)}
              </kbd>
            </dt>
            <dd>{say(`keys.${key}`)}</dd>
          </div>
        ))}
      </dl>
      <Button
        look="plain"
        className="mt-4"
        aria-pressed={person.singleKeys}
        onClick={() => dispatch(personChanged({ singleKeys: !person.singleKeys }))}
      >
        {say(person.singleKeys ? 'keys.turn-off' : 'keys.turn-on')}
      </Button>
    </Dialog>
  );
}

/** The person's name, measures, paper, language and light. */
function SettingsSentence() {
  const say = useSay();
  const dispatch = useAppDispatch();
  const person = useAppSelector(s => s.person);
  const { units, paper } = usePrinted();
  return (
    <Sentence>
      <Phrase
        text="settings.sentence"
        cases={{ languages: languages.length > 1 ? 'many' : 'one' }}
        blanks={{
          name: (
            <TextBlank
              label={say('first.name')}
              value={person.name}
              onValue={name => dispatch(personChanged({ name }))}
            />
          ),
          units: <UnitsBlank />,
          paper: (
            <ChoiceBlank<Paper>
              label={say('settings.paper')}
              value={paper ?? (units === 'US' ? 'letter' : 'a4')}
              onValue={next => dispatch(personChanged({ paper: next }))}
              choices={papers.map(value => ({ value, label: say(`paper.${value}`) }))}
            />
          ),
          language: (
            <ChoiceBlank<string>
              label={say('settings.language')}
              value={pageLanguage.tag}
              onValue={chooseLanguage}
              choices={languages.map(({ tag, name }) => ({ value: tag, label: name }))}
            />
          ),
          theme: (
            <ChoiceBlank<Theme>
              label={say('settings.theme-label')}
              value={person.theme}
              onValue={theme => dispatch(personChanged({ theme }))}
              choices={themes.map(value => ({
                value,
                label: say(`theme.${value}`),
                note: say(`theme.${value}.note`),
              }))}
            />
          ),
        }}
      />
    </Sentence>
  );
}
