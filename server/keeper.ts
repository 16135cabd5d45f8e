/** What is done without being asked: a backup every night, old logs packed, deleted shows taken away in time. */
import { type Backing, type Backup, backUp } from './store/backup.js';
import { backupsIn } from './store/folder.js';
import { KEPT_DAYS } from './store/shows.js';
import type { Store } from './store/store.js';

const DAY = 24 * 3600 * 1000;
/** How often is looked for something to do, ms. */
const ROUND = 5 * 60 * 1000;
/** Hour of the night from which a backup is due. */
const HOUR = 3;

/** Where backups lie, and how many are kept; 0 makes none by itself. */
export interface Backups {
  readonly folder: string;
  readonly kept: number;
}
export interface Keeper {
  /** Does now what is due. */
  round(now?: Date): Promise<void>;
  /** A backup, now. @throws what the disk and the database throw */
  backUp(now?: Date): Promise<Backup>;
  /** When the last backup was made, as far as this process knows without looking. */
  last(): Date | null;
  stop(): Promise<void>;
}

/** The last time that a backup was due. */
export function dueBefore(now: Date): Date {
  const due = new Date(now);
  due.setHours(HOUR, 0, 0, 0);
  if (due > now) due.setDate(due.getDate() - 1);
  return due;
}

/** Begins to keep a house. A round that fails is told, and the next one comes. */
/** @param sweeps  what else forgets what is old, each round */
export function keepHouse(
  backing: Backing,
  store: Store,
  { folder, kept }: Backups,
  sweeps: () => Promise<void> = async () => undefined,
): Keeper {
  const { database } = backing;
  let ended = false;
  let working: Promise<unknown> = Promise.resolve();
  /** One thing after the other. */
  const next = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = working.then(work, work);
    working = turn.catch(() => undefined);
    return turn;
  };
  /** When the work of the night was done last. */
  let night: Date | null = null;
  let known = backupsIn(folder)[0]?.at ?? null;
  const made = async (now: Date): Promise<Backup> => {
    const backup = await backUp(backing, folder, kept || Number.MAX_SAFE_INTEGER, now);
    known = now;
    return backup;
  };
  const round = async (now: Date): Promise<void> => {
    await store.sweep(new Date(now.getTime() - KEPT_DAYS * DAY));
    await sweeps();
    let packed = false;
    for (const id of await store.longLogs()) while (!ended && (await store.compact(id))) packed = true;
    if (packed && !ended) await database.tidy();
    const [last] = backupsIn(folder);
    if (ended || (night ?? last?.at ?? new Date(0)) >= dueBefore(now)) return;
    night = now;
    if (kept) await made(now);
    if (!ended) await database.tidy(true);
  };
  const go = (now = new Date()): Promise<void> =>
    next(() => round(now)).catch((error: Error) => console.error(`What is kept in order by itself was not: ${error.message}`));
  // The first when the windows that came with the start have what they want.
  const first = setTimeout(() => void go(), 30_000);
  const timer = setInterval(() => void go(), ROUND);
  first.unref();
  timer.unref();
  return {
    round: go,
    last: () => known,
    backUp: (now = new Date()) => next(() => made(now)),
    stop: async () => {
      ended = true;
      clearTimeout(first);
      clearInterval(timer);
      await working;
    },
  };
}
