import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'bench/day', lazy: async () => ({ Component: (await import('./DayPage.tsx')).DayPage }) },
];
