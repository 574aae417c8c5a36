import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { connect } from '../log/connect.ts';
import { fetchLayers, router } from './router.tsx';
import { store } from './store.ts';

/** Connects to the server and draws the application. */
export function start(root: HTMLElement): void {
  void connect(store).then(fetchLayers);
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        {/* a running clock ticks each second, and every tick would start a navigation in transition anew: it would never end */}
        <RouterProvider router={router} useTransitions={false} />
      </Provider>
    </StrictMode>,
  );
}
