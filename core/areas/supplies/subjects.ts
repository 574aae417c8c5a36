// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';

export const supply: SubjectDefinition<'supply'> = { named: 'ulid', absent: 'guard.not-there' };
