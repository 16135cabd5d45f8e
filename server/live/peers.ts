/**
 * How many servers there are on one database: each says now and then that it is there. Edits, accounts and the Shelf are the same at all of them; levels on the
 * wires, the wheel of the check and who is here are of the one that a window is at, and with this it can be said so.
 */
import { sql } from 'drizzle-orm';
import { v4 } from 'uuid';
import type { Database } from '../store/database.js';

/** Notifies all processes that one is there, or goes. */
export const PEERS_CHANNEL = 'dessin_servers';
/** How often each says so, ms; one that has said nothing three times is gone. */
const EVERY = 20_000;

export interface Peers {
  /** Servers on this database, this one among them. */
  count(): number;
  stop(): Promise<void>;
}
/** @param every  ms, for tests */
export async function makePeers({ db, listen }: Pick<Database, 'db' | 'listen'>, every = EVERY): Promise<Peers> {
  const own = v4();
  const seen = new Map<string, number>();
  // The database may be away: what could not be said is said the next time.
  const say = (word: 'hello' | 'here' | 'gone') =>
    db.execute(sql`select pg_notify(${PEERS_CHANNEL}, ${`${word} ${own}`})`).then(
      () => undefined,
      () => undefined,
    );
  await listen(PEERS_CHANNEL, {
    notified: (payload) => {
      const [word, id = ''] = payload.split(' ');
      if (id === own || !id) return;
      if (word === 'gone') seen.delete(id);
      else seen.set(id, performance.now());
      // Whoever has just come hears of the others at once.
      if (word === 'hello') void say('here');
    },
    back: () => void say('hello'),
  });
  await say('hello');
  const timer = setInterval(() => void say('here'), every);
  timer.unref();
  return {
    count: () => {
      const oldest = performance.now() - 3 * every;
      for (const [id, at] of seen) if (at < oldest) seen.delete(id);
      return 1 + seen.size;
    },
    stop: async () => {
      clearInterval(timer);
      await say('gone');
    },
  };
}
/** Of a house whose database is this process's own. */
export const alone: Peers = { count: () => 1, stop: async () => undefined };
