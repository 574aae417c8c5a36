import { createBrowserRouter, redirect } from 'react-router';
import { Stub } from '../areas/stub/Stub.tsx';
import { Today } from '../areas/today/Today.tsx';
import { LayerFault } from './LayerFault.tsx';
import { layers } from './layers.ts';
import { Shell } from './Shell.tsx';

const toToday = () => redirect('/today');

const layerParts = {
  plan: () => import('../areas/plan/Plan.tsx'),
  rounds: () => import('../areas/store/Rounds.tsx'),
  round: () => import('../areas/store/Round.tsx'),
  store: () => import('../areas/store/Store.tsx'),
  table: () => import('../areas/store/StoreTable.tsx'),
  history: () => import('../areas/store/HistoryPage.tsx'),
  supplies: () => import('../areas/supplies/Supplies.tsx'),
  bench: () => import('../areas/bench/Bench.tsx'),
  doseMany: () => import('../areas/bench/DoseMany.tsx'),
  largeSheet: () => import('../areas/bench/LargeSheet.tsx'),
};

/** Fetches the layers that are not open yet, while nothing else happens: the first step into one does not wait. */
export async function fetchLayers(): Promise<void> {
  for (const part of Object.values(layerParts)) {
    await new Promise(resolve => requestIdleCallback(resolve));
    // what cannot be fetched now is asked for again with the step into it
    await part().catch(() => undefined);
  }
}

// Today is there at once; the other layers come with the first step into them, or before it
export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    children: [
      {
        // a layer that breaks, or cannot be fetched, is said in its place
        errorElement: <LayerFault />,
        children: [
          { index: true, loader: toToday },
          { path: 'today', element: <Today /> },
          { path: 'plan', lazy: async () => ({ Component: (await layerParts.plan()).Plan }) },
          {
            path: 'store/rounds',
            lazy: async () => ({ Component: (await layerParts.rounds()).Rounds }),
          },
          {
            path: 'store/round/:place',
            lazy: async () => ({ Component: (await layerParts.round()).Round }),
          },
          {
            path: 'store/:container/history',
            lazy: async () => ({ Component: (await layerParts.history()).HistoryPage }),
          },
          {
            path: 'store/:container?',
            lazy: async () => ({ Component: (await layerParts.store()).Store }),
          },
          { path: 'supplies', lazy: async () => ({ Component: (await layerParts.supplies()).Supplies }) },
          { path: 'bench', lazy: async () => ({ Component: (await layerParts.bench()).Bench }) },
          {
            path: 'bench/many',
            lazy: async () => ({ Component: (await layerParts.doseMany()).DoseMany }),
          },
          {
            path: 'bench/:container',
            lazy: async () => ({ Component: (await layerParts.largeSheet()).LargeSheet }),
          },
          ...layers.filter(l => !l.isBuilt).map(l => ({ path: l.area, element: <Stub area={l.area} /> })),
          { path: '*', loader: toToday },
        ],
      },
    ],
    hydrateFallbackElement: <></>,
  },
]);
