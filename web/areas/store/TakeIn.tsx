import { useCallback } from 'react';
import type { ListField } from '#core/storage/containers/listFields.ts';
import { forgetTyped, useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft, drawId } from '../../session/draft.ts';
import { useSession } from '../../session/hooks.ts';
import { useFacts, useUnits } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { ListColumns } from './ListColumns.tsx';
import { ListFindings } from './ListFindings.tsx';
import { ListHead, ListMeaning, ListWaters } from './ListQuestions.tsx';
import { ListText } from './ListText.tsx';
import { type Gallon, type ListAnswers, noAnswers } from './listAnswers.ts';
import { takingIn } from './takingIn.ts';
import { useReadList } from './useReadList.ts';

/** A short name for a text, the same for the same text (FNV-1a). */
function digestOf(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${text.length}-${(hash >>> 0).toString(36)}`;
}

const namesGallons = (text: string): boolean => /gal|\boz\b|\bqt/i.test(text);

/** A cell of a row written anew. */
const mended = (answers: ListAnswers, line: number, column: number, cell: string): ListAnswers => ({
  ...answers,
  mended: { ...answers.mended, [line]: { ...answers.mended[line], [column]: cell } },
});

/** Takes in a list as people keep them: judged row by row, written only when confirmed, undone as a whole. */
export function TakeIn({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const { clock } = useSession();
  const facts = useFacts();
  const units = useUnits();
  const { recordAndTell } = useRecord();
  const typed = 'list';
  const [text, setText] = useTyped(typed, 'text', '');
  const [answers, setAnswers] = useTyped(typed, 'answers', noAnswers);
  const [gallon, setGallon] = useTyped<Gallon>(typed, 'gallon', units === 'imperial' ? 'imperial' : 'US');
  const read = useReadList(text, answers, gallon);
  const { reading } = read;
  const chooseField = useCallback(
    (column: number, field: ListField) =>
      setAnswers(a => ({ ...a, fields: { ...a.fields, [column]: field } })),
    [],
  );
  // another list is another matter: what was answered about the last one does not hold for it
  const begin = (list: string) => {
    setText(list);
    setAnswers(noAnswers);
  };

  const take = async (count: number) => {
    const named = takingIn(reading, facts, say('first.home'), clock).map(d => ({
      ...d,
      id: d.id ?? drawId(),
    }));
    const taken = { digest: digestOf(text), rows: reading.rows.length, of: named.map(d => d.id) };
    const drafts = [...named, draft('list.taken', 'group', taken)];
    const outcome = await recordAndTell(drafts, say('take-in.told', { count }), 'happened');
    if (outcome.is !== 'recorded' && outcome.is !== 'waiting') return;
    forgetTyped(typed);
    onClose();
  };

  const questions = { read, answers, onAnswers: setAnswers };
  return (
    <Dialog title={say('take-in.title')} open onClose={onClose} wide>
      <p>{say('take-in.how')}</p>
      <ListText text={text} onType={setText} onList={begin} />
      {reading.rows.length > 0 && (
        <div className="mt-3 flex flex-col gap-3">
          <InTurn>
            <ListHead {...questions} />
            <ListColumns heading={read.heading} fields={read.fields} onField={chooseField} />
            <ListMeaning
              {...questions}
              gallon={namesGallons(text) ? gallon : undefined}
              onGallon={setGallon}
            />
            <ListWaters {...questions} />
            <ListFindings
              read={read}
              takenAt={facts.group.listsTaken?.[digestOf(text)]}
              onMend={(line, column, cell) => setAnswers(a => mended(a, line, column, cell))}
              onTake={take}
            />
          </InTurn>
        </div>
      )}
    </Dialog>
  );
}
