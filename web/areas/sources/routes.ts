import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  {
    path: 'sources/safe',
    lazy: async () => ({ Component: (await import('./MakeSafe.tsx')).MakeSafe }),
  },
  {
    path: 'sources/:source?',
    lazy: async () => ({ Component: (await import('./Sources.tsx')).Sources }),
  },
];
