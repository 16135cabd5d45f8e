/** Edits that the server has not confirmed, kept in IndexedDB: they outlive a reload, a closed window and a restart of the server. */
import { createStore, del, entries, set } from 'idb-keyval';
import { v4 } from 'uuid';
import type { Change } from '#core/model/change';

export interface Waiting {
  readonly key: string;
  readonly label: string;
  readonly change: Change;
}

const database = () => createStore('dessin', 'waiting');
let opened: ReturnType<typeof database> | null = null;
const store = () => {
  opened ??= database();
  return opened;
};

/** Name of this window; it survives a reload, but not the window. */
const windowId = (): string => {
  const kept = sessionStorage.getItem('dessin-window');
  if (kept) return kept;
  const fresh = v4();
  sessionStorage.setItem('dessin-window', fresh);
  return fresh;
};
const nameOf = (window: string): string => `dessin window ${window}`;

/** Holds a lock as long as the window lives, so that others know whose edits are orphans. */
let claimed: Promise<void> | null = null;
const claim = (): Promise<void> => {
  claimed ??= new Promise((ready) => {
    if (!navigator.locks) return ready();
    void navigator.locks.request(nameOf(windowId()), () => {
      ready();
      return new Promise(() => undefined);
    });
    // A duplicated tab shares the name: it goes on under another one.
    setTimeout(ready, 500);
  });
  return claimed;
};

export async function keepWaiting(show: string, queue: readonly Waiting[]): Promise<void> {
  const key = `${show} ${windowId()}`;
  try {
    if (queue.length) await set(key, queue, store());
    else await del(key, store());
  } catch {
    // Without IndexedDB (a private window) edits wait in memory only.
  }
}

/** Edits of this window from before a reload, and those of windows that are gone. */
export async function adoptWaiting(show: string): Promise<Waiting[]> {
  try {
    await claim();
    const held = new Set((await navigator.locks?.query())?.held?.map((lock) => lock.name) ?? []);
    const mine = windowId();
    const out: Waiting[] = [];
    for (const [key, queue] of await entries<string, Waiting[]>(store())) {
      const [id, window = ''] = key.split(' ');
      if (id !== show || (window !== mine && held.has(nameOf(window)))) continue;
      out.push(...queue);
      if (window !== mine) await del(key, store());
    }
    if (out.length) await set(`${show} ${mine}`, out, store());
    return out;
  } catch {
    return [];
  }
}
