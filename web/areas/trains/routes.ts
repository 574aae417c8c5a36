import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  {
    path: 'bench/methods',
    lazy: async () => ({ Component: (await import('./Compare.tsx')).Compare }),
  },
  {
    path: 'sources/safe',
    lazy: async () => ({ Component: (await import('./MakeSafe.tsx')).MakeSafe }),
  },
];
