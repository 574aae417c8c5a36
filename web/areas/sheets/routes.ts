import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'bench', lazy: async () => ({ Component: (await import('./Bench.tsx')).Bench }) },
  { path: 'bench/many', lazy: async () => ({ Component: (await import('./DoseMany.tsx')).DoseMany }) },
  {
    path: 'bench/:container',
    lazy: async () => ({ Component: (await import('./LargeSheet.tsx')).LargeSheet }),
  },
];
