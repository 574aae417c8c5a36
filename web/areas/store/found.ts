import type { Finder } from '../../app/found.ts';

/** Acts of the store that open a dialog, and the texts that name them. */
const acts = [
  ['set-down', 'store.set-down'],
  ['labels', 'store.labels'],
  ['stock-take', 'stock-take.title'],
  ['found', 'store.found'],
  ['read', 'reader.title'],
  ['take-in', 'take-in.title'],
  ['place', 'place.new'],
] as const;

export const found: Finder = ({ facts, containers, say, kindName }) => [
  ...acts.map(([act, name]) => ({
    id: `do ${act}`,
    name: say(name),
    note: say('search.act'),
    path: `/store?do=${act}`,
  })),
  { id: 'do rounds', name: say('rounds.title'), note: say('area.store'), path: '/store/rounds' },
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
];
