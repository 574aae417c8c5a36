export { duties } from './duties.ts';
export { entries } from './entries.ts';
export * as subjects from './subjects.ts';
