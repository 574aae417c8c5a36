import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ say }) => [
  { id: 'do reading', name: say('tests.read'), note: say('search.act'), path: '/tests?do=read' },
  { id: 'do sample', name: say('tests.begin'), note: say('search.act'), path: '/tests?do=begin' },
  { id: 'do walk', name: say('walk.title'), note: say('area.tests'), path: '/tests/walk' },
  { id: 'do sheet-in', name: say('sheet-in.title'), note: say('area.tests'), path: '/tests/sheet' },
];
