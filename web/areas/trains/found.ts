import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ say }) => [
  { id: 'do safe', name: say('sources.page.safe'), note: say('area.sources'), path: '/sources/safe' },
];
