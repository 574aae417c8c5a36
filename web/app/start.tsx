import { type ReactNode, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { serverApi } from '../session/api.ts';
import { createClock } from '../session/clock.ts';
import { openConnection } from '../session/connection.ts';
import { SessionProvider } from '../session/hooks.ts';
import { idbStorage } from '../session/idbStorage.ts';
import { keptByBrowser } from '../session/logSlice.ts';
import { createSession, type Session } from '../session/session.ts';
import { ReaderProvider, useReaderOfPage } from '../session/state.ts';
import { pageLanguage } from '../texts/languages.ts';
import { fetchLayers, routes } from './router.tsx';

/** Connects to the server that this page came from, and draws the application. */
export async function start(root: HTMLElement): Promise<void> {
  const { tag, dates, direction } = pageLanguage;
  Object.assign(document.documentElement, { lang: dates ?? tag, dir: direction });
  const storage = idbStorage(isKept => session.store.dispatch(keptByBrowser(isKept)));
  const session: Session = createSession({ api: serverApi, clock: createClock(), storage, openConnection });
  void session.connect().then(fetchLayers);
  createRoot(root).render(
    <StrictMode>
      <Application session={session}>
        {/* a running clock ticks each second, and every tick would start a navigation in transition anew: it would never end */}
        <RouterProvider router={createBrowserRouter(routes)} useTransitions={false} />
      </Application>
    </StrictMode>,
  );
}

/** What everything that is drawn of a session stands in. */
export function Application({ session, children }: { session: Session; children: ReactNode }) {
  return (
    <SessionProvider value={session}>
      <Provider store={session.store}>
        <ForReader>{children}</ForReader>
      </Provider>
    </SessionProvider>
  );
}

/** What is drawn for the person at this page, as they read it. */
function ForReader({ children }: { children: ReactNode }) {
  return <ReaderProvider value={useReaderOfPage()}>{children}</ReaderProvider>;
}
