export { duties } from './duties.ts';
export { entries } from './entries.ts';
export { subjects } from './subjects.ts';
