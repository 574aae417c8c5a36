// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';
import { codeKey } from './code.ts';

export const building: SubjectDefinition<'building'> = { named: 'ulid', absent: 'guard.not-there' };
export const place: SubjectDefinition<'place'> = {
  named: 'ulid',
  absent: 'guard.not-there',
  indexes: { building: p => p.building },
};
export const kind: SubjectDefinition<'kind'> = { named: 'word', absent: 'guard.not-there' };
export const container: SubjectDefinition<'container'> = {
  named: 'ulid',
  bornBy: 'container.added',
  absent: 'guard.no-container',
  grounds: {
    // of what was found since it was set down empty there is no water to come that it tells of
    water: (c, told) => c.fill !== undefined || c.past !== undefined || told.happenedAt > c.addedAt,
  },
  indexes: {
    code: c => codeKey(c.code),
    place: c => c.place,
    alarm: c => (c.alarms?.length ? 'some' : ''),
    poured: c => (c.fill?.from?.some(part => part.vessel !== undefined) ? 'some' : ''),
  },
};
