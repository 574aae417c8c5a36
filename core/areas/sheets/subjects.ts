// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';

export const sheet: SubjectDefinition<'sheet'> = {
  named: 'ulid',
  bornBy: 'sheet.begun',
  absent: 'guard.no-sheet',
  isOver: facts => facts.ended !== undefined,
};
