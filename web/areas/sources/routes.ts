import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  {
    path: 'sources/said',
    lazy: async () => ({ Component: (await import('./Said.tsx')).Said }),
  },
  {
    path: 'sources/:source?',
    lazy: async () => ({ Component: (await import('./Sources.tsx')).Sources }),
  },
];
