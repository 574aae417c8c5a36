import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { useSay } from '../texts/texts.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { Swatch } from '../ui/Textures.tsx';
import { useFacts, useWaterState } from './hooks.ts';
import { layers, pathOf } from './layers.ts';

/** Rows offered at once: more are found by typing on. */
const MOST_ROWS = 60;

/** `/`: finds any container, place or layer. */
export function Search({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  return (
    <Dialog title={say('search.title')} open={open} onClose={onClose}>
      {open && <SearchList onClose={onClose} />}
    </Dialog>
  );
}

function SearchList({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const facts = useFacts();
  const { containers } = useWaterState();
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  const item = 'flex cursor-pointer items-center gap-2 rounded-sm px-2 py-2 data-[selected=true]:bg-pool-2';
  return (
    <Command label={say('search.title')} loop>
      <Command.Input className="blank w-full" placeholder={say('search.hint')} autoFocus />
      <Command.List className="mt-3 max-h-[50vh] overflow-auto">
        <Command.Empty className="p-2 text-ash">{say('search.none')}</Command.Empty>
        {layers.map(layer => (
          <Command.Item
            key={layer.area}
            value={`${layer.key} ${say(`area.${layer.area}`)}`}
            onSelect={() => go(pathOf(layer.area))}
            className={item}
          >
            {say(`area.${layer.area}`)}{' '}
            <span className="ml-auto text-small text-ash">{say('search.layer')}</span>
          </Command.Item>
        ))}
        {Object.values(facts.container)
          .slice(0, MOST_ROWS * 10)
          .map(c => (
            <Command.Item
              key={c.id}
              value={`${c.code} ${facts.place[c.place]?.name ?? ''} ${say(`state-name.${containers[c.id]?.state ?? 'empty'}`)}`}
              onSelect={() => go(`/store/${c.id}`)}
              className={item}
            >
              <Swatch state={containers[c.id]?.state ?? 'empty'} /> {c.code}
              <span className="ml-auto text-small text-ash">{facts.place[c.place]?.name}</span>
            </Command.Item>
          ))}
      </Command.List>
    </Command>
  );
}
