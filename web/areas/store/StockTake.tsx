import { useMemo, useState } from 'react';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useKindName } from '../../texts/kindName.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** Walk through a place and tick what stands there; what was not seen is listed before it is closed. */
export function StockTake({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const { recordAndTell } = useRecord();
  const places = Object.values(facts.place);
  const [place, setPlace] = useState(places[0]?.id ?? '');
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const here = useMemo(
    () =>
      Object.values(facts.container)
        .filter(c => c.place === place)
        .sort((a, b) => (a.code < b.code ? -1 : 1)),
    [facts.container, place],
  );
  const missing = here.filter(c => !seen.has(c.id));
  const tick = (id: string) => {
    const next = new Set(seen);
    if (!next.delete(id)) next.add(id);
    setSeen(next);
  };
  const close = async () => {
    const drafts = here.filter(c => seen.has(c.id)).map(c => draft('inspected', c.id, { found: 'sound' }));
    drafts.push(...missing.map(c => draft('noted', c.id, { text: 'why.not-seen' })));
    await recordAndTell(drafts, say('stock-take.told', { count: here.length - missing.length }));
    onClose();
  };
  return (
    <Dialog title={say('stock-take.title')} open onClose={onClose}>
      <p>
        <Phrase
          text="stock-take.sentence"
          blanks={{
            place: (
              <ChoiceBlank
                label={say('move.place')}
                value={place}
                onValue={id => {
                  setPlace(id);
                  setSeen(new Set());
                }}
                choices={places.map(p => ({ value: p.id, label: p.name }))}
              />
            ),
          }}
        />
      </p>
      <ul className="my-3 max-h-[46vh] list-none overflow-auto p-0">
        {here.map(c => (
          <li key={c.id}>
            <label className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule">
              <input
                type="checkbox"
                className="h-5 w-5 accent-[var(--pool)]"
                checked={seen.has(c.id)}
                onChange={() => tick(c.id)}
              />
              <span className="font-semibold">{c.code}</span>{' '}
              <span className="text-ash">{kindName(c.kind)}</span>
            </label>
          </li>
        ))}
      </ul>
      <p role="status" className="mb-3">
        {missing.length === 0
          ? say('stock-take.all-seen')
          : say('stock-take.not-seen', { codes: listing(missing.map(c => c.code)) })}
      </p>
      <Button look="primary" disabled={here.length === 0} onClick={() => void close()}>
        {say('stock-take.close')}
      </Button>
    </Dialog>
  );
}
