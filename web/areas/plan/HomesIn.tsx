import { useMemo } from 'react';
import { readHomes } from '#core/areas/plan/homesTable.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts, useToday } from '../../session/state.ts';
import { cellsOf } from '../../texts/cells.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { Dialog } from '../../ui/Dialog.tsx';

const FORM = 'homes-in';
/** So many homes are named; the rest is counted. */
const MOST_NAMED = 12;

/** Homes and their people from a list that somebody keeps: pasted whole, read, and written down together. */
export function HomesIn({ onClose }: { readonly onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const [text, setText] = useTyped(FORM, 'text', '');
  const { homes, doubts } = useMemo(
    () =>
      readHomes(
        cellsOf(text),
        today,
        Object.values(facts.home).map(home => home.name),
      ),
    [text, today, facts.home],
  );
  const drafts = useMemo(
    () =>
      homes.length === 0
        ? undefined
        : homes.map(({ name, people }) => draft('home.set', newSubject('home'), { name, people })),
    [homes],
  );
  const count = homes.reduce((sum, home) => sum + home.people.length, 0);
  const named = homes.slice(0, MOST_NAMED).map(h => `${h.name} ${h.people.length}`);
  return (
    <Dialog title={say('homes-in.title')} open onClose={onClose} wide>
      <p className="mb-2">{say('homes-in.how')}</p>
      <textarea
        aria-label={say('homes-in.text')}
        className="h-40 w-full border-[1.5px] border-slate bg-paper p-2 font-mono text-small"
        wrap="off"
        spellCheck={false}
        value={text}
        onChange={e => setText(e.currentTarget.value)}
      />
      {homes.length > 0 && (
        <p data-testid="homes-read">
          <strong>{say('homes-in.read', { homes: homes.length, people: count })}</strong>{' '}
          {listing([...named, ...(homes.length > MOST_NAMED ? ['…'] : [])])}
        </p>
      )}
      <ul className="my-2 list-none p-0 text-small">
        {doubts.map(({ line, why, text: of }) => (
          <li key={`${line} ${why}`} className="border-b border-rule py-1 text-clay">
            {say('homes-in.at', { line })} {say(`homes-in.${why}`, { text: of })}
          </li>
        ))}
      </ul>
      <Act
        isBulk
        typed={FORM}
        drafts={drafts}
        label={say('homes-in.do', { homes: homes.length })}
        told={say('homes-in.told', { homes: homes.length })}
        onDone={onClose}
      />
    </Dialog>
  );
}
