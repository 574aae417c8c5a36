// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';

export const work: SubjectDefinition<'work'> = {
  named: 'ulid',
  bornBy: 'work.laid',
  absent: 'guard.no-work',
};
