import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ say }) => [
  { id: 'do compare', name: say('compare.title'), note: say('area.bench'), path: '/bench/methods' },
  { id: 'do safe', name: say('sources.page.safe'), note: say('area.sources'), path: '/sources/safe' },
];
