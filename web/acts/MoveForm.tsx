import { useMemo } from 'react';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useFacts } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, Sentence } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { type ActFormProps, actForm } from './actForm.ts';

const FLOOR = 'floor';

/** Moves a container to another place, on the floor or on a shelf. */
export function MoveForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const typed = actForm('move', container);
  const [place, setPlace] = useTyped(typed, 'place', container.place);
  const [shelf, setShelf] = useTyped(typed, 'shelf', container.shelf ?? FLOOR);
  const shelves = facts.place[place]?.shelves ?? [];
  const stays = place === container.place && shelf === (container.shelf ?? FLOOR);
  const drafts = useMemo(
    () =>
      stays ? undefined : [draft('moved', container.id, { place, ...(shelf === FLOOR ? {} : { shelf }) })],
    [stays, place, shelf, container.id],
  );
  const name = facts.place[place]?.name ?? '';
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('move.do')}
      told={say('move.told', { code: container.code, place: name })}
      onDone={onDone}
    >
      <Sentence>
        <Phrase
          text="move.sentence"
          blanks={{
            place: (
              <ChoiceBlank
                label={say('move.place')}
                value={place}
                onValue={id => {
                  setPlace(id);
                  setShelf(FLOOR);
                }}
                choices={Object.values(facts.place).map(p => ({ value: p.id, label: p.name }))}
              />
            ),
            shelf: (
              <ChoiceBlank
                label={say('move.shelf')}
                value={shelf}
                onValue={setShelf}
                choices={[
                  { value: FLOOR, label: say('move.floor') },
                  ...shelves.map(s => ({ value: s.id, label: say('move.on-shelf', { id: s.id }) })),
                ]}
              />
            ),
          }}
        />
      </Sentence>
    </Act>
  );
}
