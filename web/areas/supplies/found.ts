import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ facts, say }) => [
  { id: 'do supply', name: say('supplies.add'), note: say('search.act'), path: '/supplies?do=add' },
  ...Object.values(facts.supply).map(({ id, name }) => ({
    id,
    name,
    note: say('area.supplies'),
    path: '/supplies',
  })),
];
