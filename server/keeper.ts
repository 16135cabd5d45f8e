/** What is done without being asked: old logs are packed, deleted shows leave in time. */
import type { Database } from './store/database.js';
import { KEPT_DAYS, type Store } from './store/store.js';

const DAY = 24 * 3600 * 1000;
/** How often is looked for something to do, ms. */
const ROUND = 5 * 60 * 1000;

export interface Keeper {
  /** Does now what is due. */
  round(now?: Date): Promise<void>;
  stop(): Promise<void>;
}

/** Begins to keep a house. A round that fails is told, and the next one comes. */
export function keepHouse(database: Database, store: Store): Keeper {
  let ended = false;
  let working: Promise<void> = Promise.resolve();
  const round = async (now: Date): Promise<void> => {
    await store.sweep(new Date(now.getTime() - KEPT_DAYS * DAY));
    let packed = false;
    for (const id of await store.longLogs()) while (!ended && (await store.compact(id))) packed = true;
    if (packed && !ended) await database.tidy();
  };
  const next = (now = new Date()): Promise<void> => {
    working = working
      .then(() => round(now))
      .catch((error: Error) => console.error(`What is kept in order by itself was not: ${error.message}`));
    return working;
  };
  // The first when the windows that came with the start have what they want.
  const first = setTimeout(() => void next(), 30_000);
  const timer = setInterval(() => void next(), ROUND);
  first.unref();
  timer.unref();
  return {
    round: next,
    stop: async () => {
      ended = true;
      clearTimeout(first);
      clearInterval(timer);
      await working;
    },
  };
}
