// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';
import { freshSampling } from './facts.ts';

export const test: SubjectDefinition<'test'> = {
  named: 'ulid',
  bornBy: 'test.begun',
  absent: 'guard.no-test',
  isOver: t => t.givenUp !== undefined || t.parameters.every(p => t.read[p] !== undefined),
};
export const sampling: SubjectDefinition<'sampling'> = { fresh: freshSampling, absent: 'guard.not-there' };
