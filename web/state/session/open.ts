/** A session on the server that this page came from, in this browser. */
import { createStore, entries, type UseStore } from 'idb-keyval';
import { v4 } from 'uuid';
import { call, isAway, send } from '../api';
import { accountHere, mayKeep } from '../me';
import { keepSteps, stepsKept } from '../memory';
import { forgetShow, keepShow, snapshots } from './kept';
import { type Later, openLive, socketAt } from './live';
import { type Loaded, type Missed, makeSession, type Session, type Stored } from './session';
import { type Channel, type KeyValue, makeKeeper, makePresence } from './waiting';

const later: Later = (ms, work) => {
  const timer = setTimeout(work, ms);
  return () => clearTimeout(timer);
};
/** An answer that takes longer than this will not come; the edit is sent again, and is stored once all the same. */
const PATIENCE = 60_000;

let opened: UseStore | null = null;
const database = (): UseStore => {
  opened ??= createStore('dessin', 'waiting');
  return opened;
};
const store: KeyValue = {
  entries: () => entries<string, unknown>(database()),
  rows: (prefix, wanted, changed) =>
    database()(
      'readwrite',
      (rows) =>
        new Promise<void>((done, failed) => {
          const reading = rows.getAllKeys(IDBKeyRange.bound(prefix, `${prefix}\uffff`));
          reading.onsuccess = () => {
            const there = new Set(reading.result.map(String));
            for (const [key, value] of wanted) if (changed.has(key) || !there.has(key)) rows.put(value, key);
            for (const key of there) if (!wanted.has(key)) rows.delete(key);
          };
          rows.transaction.oncomplete = () => done();
          rows.transaction.onabort = () => failed(rows.transaction.error);
        }),
    ),
  delIf: (key, value) =>
    database()(
      'readwrite',
      (rows) =>
        new Promise<void>((done, failed) => {
          const reading = rows.get(key);
          reading.onsuccess = () => {
            if (JSON.stringify(reading.result) === JSON.stringify(value)) rows.delete(key);
          };
          rows.transaction.oncomplete = () => done();
          rows.transaction.onabort = () => failed(rows.transaction.error);
        }),
    ),
};

/** The show as this browser kept it, where the server does not answer. @throws the error, where it does, or nothing is kept */
async function keptHere(account: string, id: string, error: unknown): Promise<Loaded & { readonly kept: true }> {
  if (!isAway(error)) {
    await forgetShow(account, id);
    throw error;
  }
  const show = await snapshots().read(account, id);
  if (!show)
    throw new Error('The server does not answer, and this browser has not kept this show. It opens when the server is back.');
  return { ...show, kept: true };
}

/** @throws Refused with the server's sentence when the show cannot be opened */
export async function openSession(id: string, say: (text: string) => void): Promise<Session> {
  const name = v4();
  const channel = new BroadcastChannel('dessin sessions') as unknown as Channel;
  // Both are on their way at once.
  let first: Promise<Loaded> | null = call<Loaded>(`/api/shows/${id}`);
  first.catch(() => undefined);
  const account = await accountHere();
  // What somebody has not stored yet is nobody else's, also where several use one browser.
  const keeper = makeKeeper(account ? `${id}~${account}` : id, name, store, makePresence(name, channel, later));
  try {
    let opened: number | null = null;
    const session = await makeSession({
      steps: stepsKept(sessionStorage, id),
      load: () => {
        // Opened without the server it is as it was kept here; later there is something better than that.
        const loading = first?.catch((error: unknown) => keptHere(account, id, error)) ?? call<Loaded>(`/api/shows/${id}`);
        first = null;
        return loading.then((show) => {
          opened = 'kept' in show ? show.revision : null;
          return show;
        });
      },
      since: async (revision) =>
        (await call<{ changes: readonly Missed[] | null }>(`/api/shows/${id}/changes?since=${revision}`)).changes,
      post: (edit) =>
        send<Stored>(`/api/shows/${id}/changes`, 'POST', { author: 'window', ...edit }, AbortSignal.timeout(PATIENCE)),
      live: (since, hearing) => openLive((from) => socketAt(`/api/shows/${id}/live?since=${from}`), since, hearing, later),
      keeper,
      later,
      say,
    });
    const keep = () => keepSteps(sessionStorage, id, session.get());
    window.addEventListener('pagehide', keep);
    const stopKeeping = keepShow(account, session, opened, () => mayKeep(account));
    return {
      ...session,
      close: () => {
        window.removeEventListener('pagehide', keep);
        stopKeeping();
        session.close();
      },
    };
  } catch (error) {
    keeper.close();
    throw error;
  }
}
