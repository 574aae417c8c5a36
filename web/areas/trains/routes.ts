import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  {
    path: 'sources/safe',
    lazy: async () => ({ Component: (await import('./MakeSafe.tsx')).MakeSafe }),
  },
];
