/**
 * Whoever guesses passwords is slowed down: by the name from one place, by the place, and by the name from wherever. Kept in the database, so that neither a
 * restart nor another process begins it anew. Nobody is locked out by others for long: a name from a place of its own waits for what that place did, and for
 * guesses from everywhere only when there are many.
 */
import { createHash } from 'node:crypto';
import { asc, eq, inArray, lt, sql } from 'drizzle-orm';
import { type Db, within } from '../store/database.js';
import { guesses } from '../store/schema.js';

interface Rule {
  /** Wrong tries that cost no wait. */
  readonly free: number;
  /** The longest wait, s. */
  readonly longest: number;
}
const rules = { both: { free: 5, longest: 900 }, place: { free: 30, longest: 900 }, name: { free: 50, longest: 60 } } as const;
/** After how long all is forgotten, s. */
const FORGOTTEN = 24 * 3600;

/** How long after the last wrong try the next is looked at, s: nothing at first, then a second, and twice as long each time. */
export const waitAfter = (count: number, { free, longest }: Rule): number =>
  count < free ? 0 : Math.min(longest, 2 ** Math.min(30, count - free));

const keyOf = (what: string, ...of: readonly string[]): string =>
  createHash('sha256')
    .update(JSON.stringify([what, ...of]))
    .digest('base64url');
/** @param place  address that it comes from */
const keysOf = (name: string, place: string): readonly (readonly [key: string, rule: Rule])[] => [
  [keyOf('both', name, place), rules.both],
  [keyOf('place', place), rules.place],
  [keyOf('name', name), rules.name],
];

/**
 * Asks whether a try may be looked at, and counts it where it may. Rows are held meanwhile: of many tries at once each is counted before the next is looked at.
 * @returns whole seconds that it has to wait; 0 where it may be made
 */
export async function countTry(db: Db, name: string, place: string): Promise<number> {
  const keys = new Map([...keysOf(name, place)].sort(([a], [b]) => (a < b ? -1 : 1)));
  return db.transaction(async (raw) => {
    const tx = within(raw);
    await tx
      .insert(guesses)
      .values([...keys.keys()].map((key) => ({ key, count: 0, last: new Date() })))
      .onConflictDoNothing();
    const rows = await tx
      .select({
        key: guesses.key,
        count: guesses.count,
        ago: sql<number>`extract(epoch from clock_timestamp() - ${guesses.last})::float8`,
      })
      .from(guesses)
      .where(inArray(guesses.key, [...keys.keys()]))
      .orderBy(asc(guesses.key))
      .for('update');
    const left = rows.map(({ key, count, ago }) => {
      const rule = keys.get(key);
      return !rule || ago > FORGOTTEN ? 0 : waitAfter(count, rule) - ago;
    });
    const seconds = Math.ceil(Math.max(0, ...left));
    if (!seconds)
      for (const { key, count, ago } of rows)
        await tx
          .update(guesses)
          .set({ count: ago > FORGOTTEN ? 1 : count + 1, last: sql`clock_timestamp()` })
          .where(eq(guesses.key, key));
    return seconds;
  });
}
/** It was the right one: what counted against the name from there is forgotten, and the place gets back what this try cost. */
export async function forget(db: Db, name: string, place: string): Promise<void> {
  const [both, ofPlace, ofName] = keysOf(name, place).map(([key]) => key) as [string, string, string];
  await db.delete(guesses).where(inArray(guesses.key, [both]));
  await db
    .update(guesses)
    .set({ count: sql`greatest(0, ${guesses.count} - 1)` })
    .where(inArray(guesses.key, [ofPlace, ofName]));
}
export async function sweepGuesses(db: Db): Promise<void> {
  await db.delete(guesses).where(lt(guesses.last, new Date(Date.now() - FORGOTTEN * 1000)));
}
