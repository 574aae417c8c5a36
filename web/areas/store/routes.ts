import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'store/rounds', lazy: async () => ({ Component: (await import('./Rounds.tsx')).Rounds }) },
  { path: 'store/round/:place', lazy: async () => ({ Component: (await import('./Round.tsx')).Round }) },
  {
    path: 'store/:container/history',
    lazy: async () => ({ Component: (await import('./HistoryPage.tsx')).HistoryPage }),
  },
  { path: 'store/:container?', lazy: async () => ({ Component: (await import('./Store.tsx')).Store }) },
];
