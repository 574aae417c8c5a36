import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css';
import '@fontsource/atkinson-hyperlegible-mono/latin-600.css';
import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { router } from './app/router.tsx';
import { store } from './app/store.ts';
import { connect } from './log/connect.ts';
import './texts/catalogue.ts';

connect(store);

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      {/* a running clock ticks each second, and every tick would start a navigation in transition anew: it would never end */}
      <RouterProvider router={router} useTransitions={false} />
    </Provider>
  </StrictMode>,
);
