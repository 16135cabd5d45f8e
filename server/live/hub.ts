/** Hands notifications of the database on to the open event streams. Several server processes on one database all hear of every change. */
import type { Id } from '#core/model/records';
import type { Database } from '../store/database.js';
import { CHANNEL } from '../store/store.js';

export interface Hub {
  /** Calls back with the newest revision of a show; the answer ends it. */
  watch(show: Id, call: (revision: number) => void): () => void;
  start(): Promise<void>;
}

export function makeHub(database: Database): Hub {
  const watchers = new Map<Id, Set<(revision: number) => void>>();
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
    start: () =>
      database.listen(CHANNEL, (payload) => {
        const [show, revision] = payload.split(' ');
        for (const call of watchers.get(show ?? '') ?? []) call(Number(revision));
      }),
  };
}
