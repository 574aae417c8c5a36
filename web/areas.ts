// The areas that are built: each gives the pages of its layer, which stands in the column from then on.
export { routes as bench } from './areas/bench/routes.ts';
export { routes as daywork } from './areas/daywork/routes.ts';
export { routes as plan } from './areas/plan/routes.ts';
export { routes as rain } from './areas/rain/routes.ts';
export { routes as sources } from './areas/sources/routes.ts';
export { routes as store } from './areas/store/routes.ts';
export { routes as supplies } from './areas/supplies/routes.ts';
export { routes as tests } from './areas/tests/routes.ts';
export { routes as today } from './areas/today/routes.tsx';
