// The areas of core: what can happen, to what, and what waits there. To add one is to add its folder and its line.
export * as bench from './bench/area.ts';
export * as daywork from './daywork/area.ts';
export * as plan from './plan/area.ts';
export * as rain from './rain/area.ts';
export * as sources from './sources/area.ts';
export * as store from './store/area.ts';
export * as supplies from './supplies/area.ts';
export * as tests from './tests/area.ts';
