import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'supplies', lazy: async () => ({ Component: (await import('./Supplies.tsx')).Supplies }) },
];
