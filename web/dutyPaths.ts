// Where the duties of each area are done: the first that answers for a duty says it.

export { dutyPath as daywork } from './areas/daywork/dutyPath.ts';
export { dutyPath as rain } from './areas/rain/dutyPath.ts';
export { dutyPath as readings } from './areas/readings/dutyPath.ts';
export { dutyPath as sheets } from './areas/sheets/dutyPath.ts';
export { dutyPath as sources } from './areas/sources/dutyPath.ts';
export { dutyPath as store } from './areas/store/dutyPath.ts';
