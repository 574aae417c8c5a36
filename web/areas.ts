// The areas that are built: each gives its pages. A layer stands in the column once an area is named for it here. Two layers are
// called by the word that people read, their areas by what they keep: Tests by its readings, Bench by its sheets.
export { routes as daywork } from './areas/daywork/routes.ts';
export { routes as plan } from './areas/plan/routes.ts';
export { routes as rain } from './areas/rain/routes.ts';
export { routes as tests } from './areas/readings/routes.ts';
export { routes as bench } from './areas/sheets/routes.ts';
export { routes as sources } from './areas/sources/routes.ts';
export { routes as store } from './areas/store/routes.ts';
export { routes as supplies } from './areas/supplies/routes.ts';
export { routes as today } from './areas/today/routes.tsx';
export { routes as trains } from './areas/trains/routes.ts';
