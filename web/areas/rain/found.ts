import { catchmentsOf } from '#core/areas/rain/known.ts';
import type { Finder } from '../../app/found.ts';

export const found: Finder = ({ facts, say }) => [
  { id: 'do catchment', name: say('catchment.add'), note: say('search.act'), path: '/rain/catch?do=add' },
  { id: 'do attend', name: say('attended.title'), note: say('search.act'), path: '/rain/catch?do=attend' },
  { id: 'do weather', name: say('rain.page.weather'), note: say('area.rain'), path: '/rain/weather' },
  ...catchmentsOf(facts).map(({ id, name }) => ({
    id,
    name,
    note: say('area.rain'),
    path: `/rain/catch/${id}`,
  })),
];
