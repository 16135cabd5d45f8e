/** The shows that this browser keeps (see snapshots), and how one that is open is kept. */
import { createStore, del, get, set } from 'idb-keyval';
import type { Id } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import type { Session } from './session';
import { makeSnapshots, type Snapshots } from './snapshots';

let made: Snapshots | null = null;
/** Made when it is first asked for: a page that opens no show needs none. */
export function snapshots(): Snapshots {
  if (!made) {
    const rows = createStore('dessin-shows', 'shows');
    made = makeSnapshots({
      get: (key) => get<unknown>(key, rows),
      set: (key, value) => set(key, value, rows),
      del: (key) => del(key, rows),
    });
  }
  return made;
}

/** How long an edit may wait until the show is kept with it, ms: a large one is some megabytes. */
const SETTLES = 10_000;
/** How long a show is open until it is kept, ms: what is seen first goes before. */
const OPENED = 3000;

/**
 * Keeps a show as it is confirmed: when it was opened, when it has been quiet for a while, and when the window goes out of sight. What waits lies elsewhere
 * (see waiting), and comes on top of what is kept.
 * @param opened  revision that is kept already
 * @param may  whether it may be kept now: its account may have signed out @returns what ends it
 */
export function keepShow(account: string, session: Session, opened: number | null, may: () => boolean): () => void {
  let kept = opened;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const keep = () => {
    clearTimeout(timer);
    timer = undefined;
    const { show, revision, waiting, role, unsound, link } = session.get();
    if (waiting || revision === kept || link === 'gone' || !may()) return;
    kept = revision;
    const { id } = show;
    void snapshots().keep(account, { id, revision, role, aside: unsound, records: [...show.records.values()] }, nameOf(session));
  };
  const later = () => {
    const { waiting, revision } = session.get();
    if (!waiting && revision !== kept) timer ??= setTimeout(keep, SETTLES);
  };
  const hidden = () => document.visibilityState === 'hidden' && keep();
  timer = setTimeout(keep, OPENED);
  const stop = session.subscribe(later);
  document.addEventListener('visibilitychange', hidden);
  return () => {
    stop();
    document.removeEventListener('visibilitychange', hidden);
    keep();
  };
}
const nameOf = (session: Session): string => settingsOf(session.get().show).name;

/** A show that cannot be opened any more is not opened from here either. */
export const forgetShow = (account: string, id: Id): Promise<void> => snapshots().forget(account, id);
