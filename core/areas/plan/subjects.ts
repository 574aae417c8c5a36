// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';
import { freshGroup, freshPlan } from './facts.ts';

export const group: SubjectDefinition<'group'> = { fresh: freshGroup, absent: 'guard.not-there' };
export const plan: SubjectDefinition<'plan'> = { fresh: freshPlan, absent: 'guard.not-there' };
export const home: SubjectDefinition<'home'> = { named: 'ulid', absent: 'guard.not-there' };
