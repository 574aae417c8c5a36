import { none } from '../../log/define.ts';

export { entries } from './entries.ts';
export * as subjects from './subjects.ts';
/** Nothing waits in the plan. */
export const duties = none;
