/** Hands notifications of the database on to the open connections. Several server processes on one database all hear of every change. */
import type { Id } from '#core/model/records';
import type { Database } from '../store/database.js';
import type { LoggedChange } from '../store/log.js';
import { SHELF_CHANNEL } from '../store/shelf.js';
import { CHANNEL, type Store } from '../store/store.js';

export interface Hub {
  /** Calls back when a show has, or may have, a newer revision; the answer ends it. */
  watch(show: Id, call: () => void): () => void;
  /** Calls back when the Shelf has, or may have, moved. */
  watchShelf(call: () => void): () => void;
  /**
   * What windows of a show ask for at the same moment, from the same revision on, is asked for once: twenty are told of an edit by one look into the
   * database. An answer that was asked for before the last notification is given to nobody else.
   */
  once<T>(show: Id, from: number, ask: () => Promise<T>): Promise<T>;
  /** How many watch. */
  count(): number;
  start(): Promise<void>;
}

export function makeHub(database: Database): Hub {
  const watchers = new Map<Id, Set<() => void>>();
  const ofShelf = new Set<() => void>();
  const asked = new Map<Id, Map<number, Promise<unknown>>>();
  return {
    watch(show, call) {
      const set = watchers.get(show) ?? new Set();
      watchers.set(show, set);
      set.add(call);
      return () => {
        set.delete(call);
        if (!set.size) watchers.delete(show);
      };
    },
    once<T>(show: Id, from: number, ask: () => Promise<T>): Promise<T> {
      const ofShow = asked.get(show) ?? new Map<number, Promise<unknown>>();
      asked.set(show, ofShow);
      const known = ofShow.get(from);
      if (known) return known as Promise<T>;
      const answer = ask();
      ofShow.set(from, answer);
      const over = () => {
        if (ofShow.get(from) === answer) ofShow.delete(from);
        if (!ofShow.size && asked.get(show) === ofShow) asked.delete(show);
      };
      answer.then(over, over);
      return answer;
    },
    watchShelf(call) {
      ofShelf.add(call);
      return () => ofShelf.delete(call);
    },
    count: () => [...watchers.values()].reduce((sum, set) => sum + set.size, 0),
    start: async () => {
      const tellShelf = () => {
        for (const call of ofShelf) call();
      };
      await database.listen(SHELF_CHANNEL, { notified: tellShelf, back: tellShelf });
      await database.listen(CHANNEL, {
        notified: (payload) => {
          const [show] = payload.split(' ');
          asked.delete(show ?? '');
          for (const call of watchers.get(show ?? '') ?? []) call();
        },
        // Whoever missed something finds it by its revision.
        back: () => {
          asked.clear();
          for (const set of watchers.values()) for (const call of set) call();
        },
      });
    },
  };
}

/** Quiet after which a sign of life is due, and the pause after the database did not answer, ms. */
const [BEAT, AGAIN] = [15_000, 1000];

/**
 * Every change of a show after a revision, in order, as it is stored, and a beat where it is quiet. A database that is away for a while
 * is waited for. Ends with the signal.
 */
export async function* follow(
  store: Pick<Store, 'since'>,
  hub: Pick<Hub, 'watch' | 'once'>,
  show: Id,
  from: number,
  signal: AbortSignal,
): AsyncGenerator<LoggedChange | 'beat'> {
  let sent = from;
  let due = true;
  let wake: () => void = () => undefined;
  const stop = hub.watch(show, () => {
    due = true;
    wake();
  });
  const ended = () => wake();
  signal.addEventListener('abort', ended);
  /** Waits until it is woken, at most so long; whether nobody woke it. */
  const quiet = (ms: number): Promise<boolean> =>
    new Promise((done) => {
      const timer = setTimeout(() => done(true), ms);
      wake = () => {
        clearTimeout(timer);
        done(false);
      };
    });
  try {
    while (!signal.aborted) {
      if (due) {
        due = false;
        let entries: LoggedChange[] = [];
        try {
          const after = sent;
          entries = await hub.once(show, after, () => store.since(show, after));
        } catch {
          due = true;
          await quiet(AGAIN);
        }
        for (const entry of entries) {
          yield entry;
          sent = entry.revision;
        }
      } else if (await quiet(BEAT)) yield 'beat';
    }
  } finally {
    stop();
    signal.removeEventListener('abort', ended);
  }
}
