import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'tests/walk', lazy: async () => ({ Component: (await import('./Walk.tsx')).Walk }) },
  { path: 'tests/sheet', lazy: async () => ({ Component: (await import('./TakeInSheet.tsx')).TakeInSheet }) },
  { path: 'tests/:subject?', lazy: async () => ({ Component: (await import('./Tests.tsx')).Tests }) },
];
