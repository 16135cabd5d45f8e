import { createContext, useCallback, useContext, useSyncExternalStore } from 'react';
import { may, type ShowAct } from '#core/access/roles';
import type { Show } from '#core/model/show';
import { at } from './base';
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
/** The show alone: what is said of storing it makes nobody draw anew. */
export function useShow(): Show {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.get().show);
}

/** As what one is in the open show; in an old issue nobody changes anything. */
const roleNow = ({ role, reading }: SessionState) => (reading ? 'viewer' : role);

/** Whether one may do something in the open show, asked once. */
export const mayNow = (session: Session, act: ShowAct): boolean => may(roleNow(session.get()), act);
/** The same, as it becomes. */
export const useMay = (act: ShowAct): boolean => useSessionPart((state) => may(roleNow(state), act));

/** The same for any act. */
export function useMayDo(): (act: ShowAct) => boolean {
  const role = useSessionPart(roleNow);
  return useCallback((act) => may(role, act), [role]);
}

/** The address of a file that the server makes: of today's show, or of the issue that is read. */
export function useOut(): (file: string, query?: Readonly<Record<string, string>>) => string {
  const session = useSession();
  const { show, reading } = session.get();
  return (file, query = {}) => {
    const asked = new URLSearchParams({ ...query, ...(reading ? { issue: reading.issue } : {}) }).toString();
    return at(`/api/shows/${show.id}/out/${file}${asked ? `?${asked}` : ''}`);
  };
}

/** One part of the session's state. */
export function useSessionPart<T>(part: (state: SessionState) => T): T {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => part(session.get()));
}
