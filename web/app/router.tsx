import { createBrowserRouter, Navigate } from 'react-router';
import { Stub } from '../areas/stub/Stub.tsx';
import { Today } from '../areas/today/Today.tsx';
import { layers } from './layers.ts';
import { Shell } from './Shell.tsx';

// Today is there at once; the other layers come with the first step into them
export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      { path: 'today', element: <Today /> },
      { path: 'plan', lazy: async () => ({ Component: (await import('../areas/plan/Plan.tsx')).Plan }) },
      {
        path: 'store/rounds',
        lazy: async () => ({ Component: (await import('../areas/store/Rounds.tsx')).Rounds }),
      },
      {
        path: 'store/round/:place',
        lazy: async () => ({ Component: (await import('../areas/store/Round.tsx')).Round }),
      },
      {
        path: 'store/:container?',
        lazy: async () => ({ Component: (await import('../areas/store/Store.tsx')).Store }),
      },
      { path: 'bench', lazy: async () => ({ Component: (await import('../areas/bench/Bench.tsx')).Bench }) },
      {
        path: 'bench/:container',
        lazy: async () => ({ Component: (await import('../areas/bench/LargeSheet.tsx')).LargeSheet }),
      },
      ...layers.filter(l => !l.isBuilt).map(l => ({ path: l.area, element: <Stub area={l.area} /> })),
      { path: '*', element: <Navigate to="/today" replace /> },
    ],
    hydrateFallbackElement: <></>,
  },
]);
