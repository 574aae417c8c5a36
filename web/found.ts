// What each area offers to who looks for something, in the order in which equals are listed. It comes with the search itself.

export { found as daywork } from './areas/daywork/found.ts';
export { found as rain } from './areas/rain/found.ts';
export { found as readings } from './areas/readings/found.ts';
export { found as sheets } from './areas/sheets/found.ts';
export { found as sources } from './areas/sources/found.ts';
export { found as store } from './areas/store/found.ts';
export { found as supplies } from './areas/supplies/found.ts';
export { found as trains } from './areas/trains/found.ts';
