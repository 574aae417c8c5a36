import { useMemo, useState } from 'react';
import { sourcesOf } from '#core/areas/sources/known.ts';
import { type NoticeAllows, type NoticeKind, noticeAllows, noticeKinds } from '#core/water/notices.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** What an authority says: which notice, for which taps, since when, and from when on the water is suspected. */
export function NoticeForm({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const [id] = useState(() => newSubject('notice'));
  const supplied = sourcesOf(facts).filter(s => kindRow(s.kind).isSupplied);
  const offered = supplied.length > 0 ? supplied : sourcesOf(facts);
  const typed = 'notice';
  const [authority, setAuthority] = useTyped(typed, 'authority', '');
  const [kind, setKind] = useTyped<NoticeKind>(typed, 'kind', 'boil');
  const [sources, setSources] = useTyped<readonly string[]>(
    typed,
    'sources',
    supplied.filter(s => s.kind === 'tap').map(s => s.id),
  );
  const [givenOn, setGiven] = useTyped<string>(typed, 'givenOn', today);
  const [suspectedFrom, setSuspected] = useTyped<string>(typed, 'suspectedFrom', today);
  const [allows, setAllows] = useTyped<readonly NoticeAllows[]>(typed, 'allows', []);
  const [area, setArea] = useTyped(typed, 'area', '');
  const isBefore = givenOn !== '' && suspectedFrom > givenOn;
  const drafts = useMemo(
    () =>
      authority.trim() && sources.length > 0 && givenOn && suspectedFrom && suspectedFrom <= givenOn
        ? [
            draft('notice.given', id, {
              kind,
              authority: authority.trim(),
              sources,
              givenOn,
              suspectedFrom,
              ...(kind === 'boil' && allows.length > 0 ? { allows } : {}),
              ...(area.trim() ? { area: area.trim() } : {}),
            }),
          ]
        : undefined,
    [id, kind, authority, sources, givenOn, suspectedFrom, allows, area],
  );
  return (
    <Dialog title={say('notice-form.title')} open onClose={onClose} wide>
      {offered.length === 0 ? (
        <p>{say('notice-form.no-tap')}</p>
      ) : (
        <Act
          typed={typed}
          drafts={drafts}
          label={say('notice-form.keep')}
          told={say('notice-form.told')}
          look="stop"
          onDone={onClose}
        >
          <Sentence>
            <Phrase
              text="notice-form.sentence"
              cases={{ boil: kind === 'boil' ? 'yes' : undefined }}
              blanks={{
                authority: (
                  <TextBlank
                    label={say('notice-form.authority')}
                    value={authority}
                    onValue={setAuthority}
                    placeholder={say('notice-form.authority-hint')}
                  />
                ),
                kind: (
                  <ChoiceBlank<NoticeKind>
                    label={say('notice-form.kind')}
                    value={kind}
                    onValue={setKind}
                    choices={noticeKinds.map(value => ({ value, label: say(`notice.${value}`) }))}
                  />
                ),
                sources: (
                  <ManyBlank<string>
                    label={say('notice-form.sources')}
                    values={sources}
                    onValues={setSources}
                    choices={offered.map(s => ({ value: s.id, label: s.name }))}
                  />
                ),
                given: (
                  <DateBlank label={say('notice-form.given')} value={givenOn} onValue={setGiven} isPast />
                ),
                suspected: (
                  <DateBlank
                    label={say('notice-form.suspected')}
                    value={suspectedFrom}
                    onValue={setSuspected}
                    isPast
                  />
                ),
                allows: (
                  <ManyBlank<NoticeAllows>
                    label={say('notice-form.allows')}
                    values={allows}
                    onValues={setAllows}
                    placeholder={say('notice-form.allows.nothing')}
                    choices={noticeAllows.map(value => ({ value, label: say(`allows.${value}`) }))}
                  />
                ),
                area: (
                  <TextBlank
                    label={say('notice-form.area')}
                    value={area}
                    onValue={setArea}
                    placeholder={say('notice-form.area-hint')}
                  />
                ),
              }}
            />
          </Sentence>
          {isBefore && (
            <p role="alert" className="text-iron">
              {say('notice-form.before')}
            </p>
          )}
        </Act>
      )}
    </Dialog>
  );
}
