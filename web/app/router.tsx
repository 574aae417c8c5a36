import { type RouteObject, redirect } from 'react-router';
import * as areas from '../areas.ts';
import { LayerFault } from './LayerFault.tsx';
import { Shell } from './Shell.tsx';

const toToday = () => redirect('/today');

const pages: readonly RouteObject[] = Object.values(areas).flat();

/** Fetches the layers that are not open yet, while nothing else happens: the first step into one does not wait. */
export async function fetchLayers(): Promise<void> {
  for (const { lazy } of pages) {
    if (typeof lazy !== 'function') continue;
    await new Promise(resolve => requestIdleCallback(resolve));
    // what cannot be fetched now is asked for again with the step into it
    await lazy().catch(() => undefined);
  }
}

/** The shell, and the pages in it. */
export const routes: RouteObject[] = [
  {
    path: '/',
    element: <Shell />,
    children: [
      {
        // a layer that breaks, or cannot be fetched, is said in its place
        errorElement: <LayerFault />,
        children: [{ index: true, loader: toToday }, ...pages, { path: '*', loader: toToday }],
      },
    ],
    hydrateFallbackElement: <></>,
  },
];
