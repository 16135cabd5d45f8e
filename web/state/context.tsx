import { createContext, useContext, useSyncExternalStore } from 'react';
import type { Show } from '#core/model/show';
import type { Session, SessionState } from './session/session';

export const SessionContext = createContext<Session | null>(null);

export function useSession(): Session {
  const session = useContext(SessionContext);
  if (!session) throw new Error('No show is open.');
  return session;
}
export function useSessionState(): SessionState {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, session.get);
}
export const useShow = (): Show => useSessionState().show;
