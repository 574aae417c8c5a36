import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'plan', lazy: async () => ({ Component: (await import('./Plan.tsx')).Plan }) },
];
