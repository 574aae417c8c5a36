import { createBrowserRouter, Navigate } from 'react-router';
import { Bench } from '../areas/bench/Bench.tsx';
import { LargeSheet } from '../areas/bench/LargeSheet.tsx';
import { Plan } from '../areas/plan/Plan.tsx';
import { Round } from '../areas/store/Round.tsx';
import { Rounds } from '../areas/store/Rounds.tsx';
import { Store } from '../areas/store/Store.tsx';
import { Stub } from '../areas/stub/Stub.tsx';
import { Today } from '../areas/today/Today.tsx';
import { layers } from './layers.ts';
import { Shell } from './Shell.tsx';

export const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    children: [
      { index: true, element: <Navigate to="/today" replace /> },
      { path: 'today', element: <Today /> },
      { path: 'plan', element: <Plan /> },
      { path: 'store/rounds', element: <Rounds /> },
      { path: 'store/round/:place', element: <Round /> },
      { path: 'store/:container?', element: <Store /> },
      { path: 'bench', element: <Bench /> },
      { path: 'bench/:container', element: <LargeSheet /> },
      ...layers.filter(l => !l.isBuilt).map(l => ({ path: l.area, element: <Stub area={l.area} /> })),
      { path: '*', element: <Navigate to="/today" replace /> },
    ],
  },
]);
