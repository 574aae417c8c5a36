import { useMemo, useState } from 'react';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { sourcesOf } from '#core/areas/sources/known.ts';
import type { Day } from '#core/base/day.ts';
import { given } from '#core/base/given.ts';
import type { Subject } from '#core/base/subject.ts';
import { type NoticeAllows, type NoticeKind, noticeAllows, noticeKinds } from '#core/water/notices.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** The blanks of a notice. */
interface Notice {
  readonly authority: string;
  readonly kind: NoticeKind;
  readonly sources: readonly Subject[];
  readonly givenOn: Day | '';
  readonly suspectedFrom: Day | '';
  readonly allows: readonly NoticeAllows[];
  readonly area: string;
}

/** What an authority says: which notice, for which taps, since when, and from when on the water is suspected. */
export function NoticeForm({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const [id] = useState(() => newSubject('notice'));
  const supplied = sourcesOf(facts).filter(s => kindRow(s.kind).isSupplied);
  const offered = supplied.length > 0 ? supplied : sourcesOf(facts);
  const typed = 'notice';
  const blanks = useBlanks<Notice>(typed, () => ({
    ...{ authority: '', kind: 'boil', allows: [], area: '', givenOn: today, suspectedFrom: today },
    sources: supplied.filter(s => s.kind === 'tap').map(s => s.id),
  }));
  const { values } = blanks;
  const isBefore = values.givenOn !== '' && values.suspectedFrom > values.givenOn;
  const drafts = useMemo(() => draftsOf(id, values), [id, values]);
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
          <NoticeSentence blanks={blanks} offered={offered} />
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

/** What is recorded of a notice; undefined until it says who gave it, of which water and since when. */
function draftsOf(id: Subject, { authority, kind, sources, givenOn, suspectedFrom, allows, area }: Notice) {
  if (!authority.trim() || sources.length === 0) return undefined;
  if (!givenOn || !suspectedFrom || suspectedFrom > givenOn) return undefined;
  return [
    draft('notice.given', id, {
      ...{ kind, sources, givenOn, suspectedFrom, authority: authority.trim() },
      ...given({
        allows: kind === 'boil' && allows.length > 0 ? allows : undefined,
        area: area.trim() || undefined,
      }),
    }),
  ];
}

function NoticeSentence({ blanks, offered }: { blanks: Blanks<Notice>; offered: readonly SourceFacts[] }) {
  const { values, text, choice, many, day } = blanks;
  const allowed = (value: NoticeAllows) => `allows.${value}` as const;
  return (
    <Sentence>
      <Phrase
        text="notice-form.sentence"
        cases={{ boil: values.kind === 'boil' ? 'yes' : undefined }}
        blanks={{
          authority: text('authority', 'notice-form.authority', 'notice-form.authority-hint'),
          kind: choice('kind', 'notice-form.kind', noticeKinds, kind => `notice.${kind}`),
          sources: many(
            'sources',
            'notice-form.sources',
            offered.map(s => ({ value: s.id, label: s.name })),
          ),
          given: day('givenOn', 'notice-form.given', true),
          suspected: day('suspectedFrom', 'notice-form.suspected', true),
          allows: many('allows', 'notice-form.allows', noticeAllows, allowed, 'notice-form.allows.nothing'),
          area: text('area', 'notice-form.area', 'notice-form.area-hint'),
        }}
      />
    </Sentence>
  );
}
