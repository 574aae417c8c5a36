// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';
import './facts.ts';

export const source: SubjectDefinition<'source'> = {
  named: 'ulid',
  bornBy: 'source.set',
  absent: 'guard.no-source',
};
export const notice: SubjectDefinition<'notice'> = {
  named: 'ulid',
  bornBy: 'notice.given',
  absent: 'guard.no-notice',
};
