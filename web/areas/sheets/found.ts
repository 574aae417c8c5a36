import { methods } from '#core/treatment/methods/methods.ts';
import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ facts, say }) => [
  { id: 'do dose', name: say('method.dose'), note: say('area.bench'), path: '/bench' },
  ...methods.map(({ id }) => ({
    id: `method ${id}`,
    name: say(`method.${id}`),
    note: say('area.bench'),
    path: `/bench?method=${id}`,
  })),
  ...Object.values(facts.sheet)
    .filter(sheet => !sheet.ended)
    .map(({ id, method, container }) => ({
      id,
      name: say(`method.${method}`),
      note: facts.container[container ?? '']?.code ?? say('area.bench'),
      path: container ? `/bench/${container}` : '/bench',
    })),
];
