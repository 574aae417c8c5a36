// The areas of core: what can happen, to what, and what waits there. To add one is to add its folder and its line.
export * as daywork from './daywork/area.ts';
export * as plan from './plan/area.ts';
export * as rain from './rain/area.ts';
export * as readings from './readings/area.ts';
export * as sheets from './sheets/area.ts';
export * as sources from './sources/area.ts';
export * as store from './store/area.ts';
export * as supplies from './supplies/area.ts';
