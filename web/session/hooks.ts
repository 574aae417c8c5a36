import { createContext, useContext, useSyncExternalStore } from 'react';
import { type Day, dayOf, type Instant } from '#core/base/day.ts';
import type { Session } from './session.ts';

const SessionContext = createContext<Session | undefined>(undefined);
export const SessionProvider = SessionContext.Provider;

/** The session that this page shows. */
export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error('nothing is shown outside a session: put a SessionProvider around it');
  return session;
}

/** The moment that states on the screen are shown for. */
export function useStateNow(): Instant {
  const { moment } = useSession();
  return useSyncExternalStore(moment.subscribe, moment.now);
}

/** The day that it is where the group is. */
export function useDayIn(timeZone: string): Day {
  const { moment } = useSession();
  return useSyncExternalStore(moment.subscribe, () => dayOf(moment.now(), timeZone));
}

/** The time in whole seconds. */
export function useNow(): Instant {
  const { clock } = useSession();
  return useSyncExternalStore(clock.subscribe, clock.shown);
}
