import type { RouteObject } from 'react-router';
import { Today } from './Today.tsx';

// Today is there at once; the other layers come with the first step into them, or before it
export const routes: readonly RouteObject[] = [{ path: 'today', element: <Today /> }];
