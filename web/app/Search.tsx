import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import * as finders from '../found.ts';
import { useFacts, useWaterState } from '../session/state.ts';
import { useKindName } from '../texts/kindName.ts';
import { useSay } from '../texts/texts.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { Swatch } from '../ui/Textures.tsx';
import { layers } from './builtLayers.ts';
import { answering, type Found } from './found.ts';
import { pathOf } from './layers.ts';

/** `/`: finds any container, place, supply, sheet, method, act or layer. */
export function Search({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  return (
    <Dialog title={say('search.title')} open={open} onClose={onClose}>
      {open && <SearchList onClose={onClose} />}
    </Dialog>
  );
}

/** Everything that can be gone to; ten thousand containers are looked through, a screenful is drawn. */
function useAll(): readonly Found[] {
  const say = useSay();
  const facts = useFacts();
  const { containers } = useWaterState();
  const kindName = useKindName();
  return useMemo(() => {
    const looked = { facts, containers, say, kindName };
    const ofLayers = layers.map(({ area }) => ({
      id: area,
      name: say(`area.${area}`),
      note: say('search.layer'),
      path: pathOf(area),
    }));
    return [...ofLayers, ...Object.values(finders).flatMap(find => find(looked))];
  }, [facts, containers, say, kindName]);
}

function SearchList({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const all = useAll();
  const [typed, setTyped] = useState('');
  const found = useMemo(() => answering(all, typed, say), [all, typed, say]);
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  const item = 'flex cursor-pointer items-center gap-2 rounded-sm px-2 py-2 data-[selected=true]:bg-pool-2';
  return (
    <Command label={say('search.title')} loop shouldFilter={false}>
      <Command.Input
        className="blank w-full"
        placeholder={say('search.hint')}
        autoFocus
        value={typed}
        onValueChange={setTyped}
      />
      <Command.List className="mt-3 max-h-[50vh] overflow-auto">
        <Command.Empty className="p-2 text-ash">{say('search.none')}</Command.Empty>
        {found.map(one => (
          <Command.Item key={one.id} value={one.id} onSelect={() => go(one.path)} className={item}>
            {one.state && <Swatch state={one.state} />} {one.name}
            <span className="ml-auto text-small text-ash">{one.shown?.() ?? one.note}</span>
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}
