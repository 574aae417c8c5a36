// Each export is a type of subject, under its own name.
import type { SubjectDefinition } from '../../log/define.ts';
import { freshRain } from './facts.ts';

export const catchment: SubjectDefinition<'catchment'> = {
  named: 'ulid',
  bornBy: 'catchment.set',
  absent: 'guard.no-catchment',
};
export const rainfall: SubjectDefinition<'rainfall'> = {
  named: 'ulid',
  bornBy: 'rainfall.taken-in',
  absent: 'guard.no-rainfall',
};
export const rain: SubjectDefinition<'rain'> = { fresh: freshRain, absent: 'guard.not-there' };
