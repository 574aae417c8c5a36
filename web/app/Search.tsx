import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { catchmentsOf } from '#core/areas/rain/known.ts';
import { sourcesOf } from '#core/areas/sources/known.ts';
import type { WaterState } from '#core/areas/store/state.ts';
import { type ClaimVerdict, claims, weigh } from '#core/treatment/claims/claims.ts';
import { methods } from '#core/treatment/methods/methods.ts';
import { useFacts, useWaterState } from '../session/state.ts';
import { useKindName } from '../texts/kindName.ts';
import { useSay } from '../texts/texts.ts';
import { Dialog } from '../ui/Dialog.tsx';
import { Swatch } from '../ui/Textures.tsx';
import { layers } from './builtLayers.ts';
import { pathOf } from './layers.ts';

/** Rows offered at once: more are found by typing on. */
const MOST_ROWS = 60;

/** `/`: finds any container, place, supply, sheet, method, act or layer. */
export function Search({ open, onClose }: { open: boolean; onClose: () => void }) {
  const say = useSay();
  return (
    <Dialog title={say('search.title')} open={open} onClose={onClose}>
      {open && <SearchList onClose={onClose} />}
    </Dialog>
  );
}

/** Acts of the store that open a dialog, and the texts that name them. */
const storeActs = [
  ['set-down', 'store.set-down'],
  ['labels', 'store.labels'],
  ['stock-take', 'stock-take.title'],
  ['found', 'store.found'],
  ['read', 'reader.title'],
  ['take-in', 'take-in.title'],
  ['place', 'place.new'],
] as const;

const verdicts = new Map<string, ClaimVerdict>();

/** What a statement is worth, worked out once. */
function weighed(id: string): ClaimVerdict {
  const known = verdicts.get(id) ?? weigh(claims.find(c => c.id === id)!).verdict;
  verdicts.set(id, known);
  return known;
}

/** How well a text answers what was typed: the exact code first, then a beginning, then a part of it. */
function rankOf(text: string, typed: string): number {
  // a figure and its unit are joined by a narrow space, which nobody types
  const at = text.replace(/\s/g, ' ').toLowerCase();
  if (at === typed) return 0;
  if (at.startsWith(typed)) return 1;
  if (at.split(/[\s,()-]+/).some(word => word.startsWith(typed))) return 2;
  return at.includes(typed) ? 3 : Number.POSITIVE_INFINITY;
}

interface Found {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly path: string;
  readonly state?: WaterState;
  /** What it is found by besides: the kind and the size of a vessel. */
  readonly words?: string;
  /** A statement: it never stands without what it is worth. */
  readonly claim?: string;
}

function SearchList({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const navigate = useNavigate();
  const facts = useFacts();
  const { containers } = useWaterState();
  const kindName = useKindName();
  const [typed, setTyped] = useState('');
  const go = (path: string) => {
    onClose();
    void navigate(path);
  };
  // everything that can be gone to; ten thousand containers are looked through, a screenful is drawn
  const all = useMemo(
    (): Found[] => [
      ...layers.map(l => ({
        id: l.area,
        name: say(`area.${l.area}`),
        note: say('search.layer'),
        path: pathOf(l.area),
      })),
      ...storeActs.map(([act, name]) => ({
        id: `do ${act}`,
        name: say(name),
        note: say('search.act'),
        path: `/store?do=${act}`,
      })),
      { id: 'do supply', name: say('supplies.add'), note: say('search.act'), path: '/supplies?do=add' },
      {
        id: 'do source',
        name: say('sources.add'),
        note: say('search.act'),
        path: '/sources?do=add',
      },
      {
        id: 'do notice',
        name: say('notice-form.title'),
        note: say('search.act'),
        path: '/sources?do=notice',
      },
      { id: 'do safe', name: say('sources.page.safe'), note: say('area.sources'), path: '/sources/safe' },
      { id: 'do catchment', name: say('catchment.add'), note: say('search.act'), path: '/rain/catch?do=add' },
      {
        id: 'do attend',
        name: say('attended.title'),
        note: say('search.act'),
        path: '/rain/catch?do=attend',
      },
      { id: 'do weather', name: say('rain.page.weather'), note: say('area.rain'), path: '/rain/weather' },
      { id: 'do reading', name: say('tests.read'), note: say('search.act'), path: '/tests?do=read' },
      { id: 'do sample', name: say('tests.begin'), note: say('search.act'), path: '/tests?do=begin' },
      { id: 'do walk', name: say('walk.title'), note: say('area.tests'), path: '/tests/walk' },
      { id: 'do sheet-in', name: say('sheet-in.title'), note: say('area.tests'), path: '/tests/sheet' },
      { id: 'do rounds', name: say('rounds.title'), note: say('area.store'), path: '/store/rounds' },
      { id: 'do day', name: say('day.title'), note: say('area.bench'), path: '/bench/day' },
      { id: 'do dose', name: say('method.dose'), note: say('area.bench'), path: '/bench' },
      ...methods.map(({ id }) => ({
        id: `method ${id}`,
        name: say(`method.${id}`),
        note: say('area.bench'),
        path: `/bench?method=${id}`,
      })),
      ...claims.map(({ id }) => ({
        id: `claim ${id}`,
        name: say(`claim.${id}`),
        note: say('said.search'),
        claim: id,
        path: `/sources/said?claim=${id}`,
      })),
      ...Object.values(facts.container).map(c => ({
        id: c.id,
        name: c.code,
        note: facts.place[c.place]?.name ?? '',
        words: kindName(c.kind),
        path: `/store/${c.id}`,
        state: containers[c.id]?.state ?? ('empty' as const),
      })),
      ...Object.values(facts.place).map(p => ({
        id: p.id,
        name: p.name,
        note: say('search.place'),
        path: `/store?place=${encodeURIComponent(p.id)}`,
      })),
      ...sourcesOf(facts).map(s => ({
        id: s.id,
        name: s.name,
        note: say('area.sources'),
        path: `/sources/${s.id}`,
      })),
      ...catchmentsOf(facts).map(c => ({
        id: c.id,
        name: c.name,
        note: say('area.rain'),
        path: `/rain/catch/${c.id}`,
      })),
      ...Object.values(facts.supply).map(s => ({
        id: s.id,
        name: s.name,
        note: say('area.supplies'),
        path: '/supplies',
      })),
      ...Object.values(facts.sheet)
        .filter(s => !s.ended)
        .map(s => ({
          id: s.id,
          name: say(`method.${s.method}`),
          note: facts.container[s.container ?? '']?.code ?? say('area.bench'),
          path: s.container ? `/bench/${s.container}` : '/bench',
        })),
    ],
    [facts, containers, say, kindName],
  );
  const found = useMemo(() => {
    const word = typed.trim().toLowerCase();
    if (word === '') return all.slice(0, MOST_ROWS);
    const ranked = all.flatMap(one => {
      const state = one.state ? say(`state-name.${one.state}`) : '';
      const rank = Math.min(
        rankOf(one.name, word),
        4 + rankOf(`${one.note} ${state} ${one.words ?? ''}`, word),
      );
      return Number.isFinite(rank) ? [{ one, rank }] : [];
    });
    return ranked
      .sort((a, b) => a.rank - b.rank)
      .slice(0, MOST_ROWS)
      .map(r => r.one);
  }, [all, typed, say]);
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
            <span className="ml-auto text-small text-ash">
              {one.claim ? say(`said.verdict.${weighed(one.claim)}`) : one.note}
            </span>
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}
