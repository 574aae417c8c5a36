import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import type { ContainerFacts } from '#core/areas/store/facts.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { type Draft, draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { RefillMany } from './RefillMany.tsx';

type BulkId = 'move' | 'sound' | 'empty' | 'fill' | 'refill' | 'dose' | 'note' | 'labels';
const bulkIds: readonly BulkId[] = ['move', 'sound', 'empty', 'fill', 'refill', 'dose', 'note', 'labels'];
/** Acts with a sentence or a page of their own. */
const apart: readonly BulkId[] = ['fill', 'refill', 'dose', 'labels'];

interface Props {
  readonly containers: readonly ContainerFacts[];
  readonly onLabels: (containers: readonly string[]) => void;
  readonly onDone: () => void;
}

/** What is told of an act that is done here; the others are done on pages of their own. */
const toldOf = (act: BulkId) => `bulk.told.${act as Exclude<BulkId, 'dose' | 'fill'>}` as const;

/** What an act makes of them; undefined while something is not said yet, or where it is done on a page of its own. */
function draftsOf(
  act: BulkId,
  containers: readonly ContainerFacts[],
  place: string | undefined,
  note: string,
): Draft[] | undefined {
  switch (act) {
    case 'move':
      return place
        ? containers.filter(c => c.place !== place || c.shelf).map(c => draft('moved', c.id, { place }))
        : undefined;
    case 'sound':
      return containers.map(c => draft('inspected', c.id, { found: 'sound' }));
    case 'empty':
      return containers
        .filter(c => (c.fill?.remainingL ?? 0) > 0)
        .map(c => draft('emptied', c.id, { to: 'utility' }));
    case 'note':
      return note ? containers.map(c => draft('noted', c.id, { text: note })) : undefined;
    default:
      return undefined;
  }
}

/** One act on all rows chosen in the table: recorded together or not at all, and undone as one. */
export function BulkActs({ containers, onLabels, onDone }: Props) {
  const say = useSay();
  const facts = useFacts();
  const typed = 'bulk';
  const [act, setAct] = useTyped<BulkId>(typed, 'act', 'move');
  const [place, setPlace] = useTyped<string | undefined>(typed, 'place', undefined);
  const [note, setNote] = useTyped(typed, 'note', '');
  const navigate = useNavigate();
  const count = containers.length;
  const full = containers.filter(c => (c.fill?.remainingL ?? 0) > 0);
  const empty = containers.filter(c => (c.fill?.remainingL ?? 0) <= 0);
  const doseThem = () => navigate('/bench/many', { state: { containers: full.map(c => c.id) } });
  const drafts = useMemo(() => draftsOf(act, containers, place, note.trim()), [act, place, note, containers]);
  return (
    <section aria-label={say('bulk.title')} className="border-y-[1.5px] border-slate bg-lime px-3 py-2">
      <Act
        typed={typed}
        isBulk
        mayBePast={!apart.includes(act)}
        drafts={drafts && drafts.length > 0 ? drafts : undefined}
        label={say('bulk.do', { count: drafts?.length ?? count })}
        told={apart.includes(act) ? '' : say(toldOf(act), { count: drafts?.length ?? count })}
        onDone={onDone}
        isHidden={apart.includes(act)}
      >
        <Sentence>
          <Phrase
            text="bulk.these"
            params={{ count }}
            cases={{ act }}
            blanks={{
              act: (
                <ChoiceBlank<BulkId>
                  label={say('bulk.act')}
                  value={act}
                  onValue={setAct}
                  choices={bulkIds.map(value => ({ value, label: say(`bulk.act.${value}`) }))}
                />
              ),
              place: (
                <ChoiceBlank
                  label={say('move.place')}
                  value={place}
                  onValue={setPlace}
                  choices={Object.values(facts.place).map(p => ({ value: p.id, label: p.name }))}
                />
              ),
              note: <TextBlank label={say('bulk.note')} value={note} onValue={setNote} />,
            }}
          />
        </Sentence>
        {act === 'dose' && (
          <Button look="primary" className="self-start" onClick={() => void doseThem()}>
            {say('bulk.dose-go', { count: full.length })}
          </Button>
        )}
        {act === 'labels' && (
          <div className="flex gap-2">
            <Button look="primary" onClick={() => onLabels(containers.map(c => c.id))}>
              {say('labels.title')}
            </Button>
          </div>
        )}
      </Act>
      {act === 'fill' && empty.length < count && (
        <p className="text-ash">{say('bulk.fill-empty', { count: empty.length })}</p>
      )}
      {(act === 'refill' || (act === 'fill' && empty.length > 0)) && (
        <RefillMany key={act} containers={act === 'fill' ? empty : containers} onDone={onDone} />
      )}
      <Button look="quiet" onClick={onDone}>
        {say('bulk.none')}
      </Button>
    </section>
  );
}
