import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ say }) => [
  { id: 'do day', name: say('day.title'), note: say('area.bench'), path: '/bench/day' },
];
