import type { RouteObject } from 'react-router';

export const routes: readonly RouteObject[] = [
  { path: 'rain', lazy: async () => ({ Component: (await import('./TankPage.tsx')).TankPage }) },
  {
    path: 'rain/catch/:catchment?',
    lazy: async () => ({ Component: (await import('./CatchPage.tsx')).CatchPage }),
  },
  {
    path: 'rain/weather',
    lazy: async () => ({ Component: (await import('./WeatherPage.tsx')).WeatherPage }),
  },
];
