/** An old issue that is read: the show as it stood then, in which nothing is changed. Today's stays open elsewhere. */
import { issuesInOrder } from '#core/compare/since';
import type { Id } from '#core/model/records';
import { showOf } from '#core/model/show';
import { call } from '../api';
import type { Loaded, Session, SessionState } from './session';

/** @throws Refused with the server's sentence when nothing is kept of the issue */
export async function openReading(id: Id, issue: Id, say: (text: string) => void): Promise<Session> {
  const { records, revision } = await call<Loaded>(`/api/shows/${id}/issues/${issue}`);
  const show = showOf(id, records);
  const name = issuesInOrder(show).find((item) => item.id === issue)?.name ?? '';
  const state: SessionState = {
    show,
    revision,
    waiting: 0,
    link: 'open',
    undo: [],
    redo: [],
    aside: [],
    unsound: [],
    role: 'owner',
    heard: null,
    people: [],
    build: null,
    reading: { issue, name },
  };
  const refuse = () => say(`This is issue ${name} as it stood, and nothing is changed in it. Edit today's show.`);
  const nothing = () => undefined;
  return {
    get: () => state,
    subscribe: () => nothing,
    edit: refuse,
    undo: nothing,
    redo: nothing,
    settle: nothing,
    tryAgain: nothing,
    letGo: nothing,
    look: nothing,
    close: nothing,
  };
}
