/** The log of a show as it is asked for, its loose part and its packed one (past.ts) as one. */
import { and, desc, eq, lt, sql } from 'drizzle-orm';
import type { PastEdit } from '#core/formats/show/archive';
import { apply, type Change, ChangeError, invert } from '#core/model/change';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import type { Db } from './database.js';
import { LONG, looseEdits, packRun, pastBefore, pastSince, type Run, runsOf } from './past.js';
import { paced } from './rows.js';
import { changes, shows } from './schema.js';

export interface LoggedChange {
  readonly revision: number;
  readonly key: string;
  readonly label: string;
  readonly author: string;
  readonly change: Change;
}
/** A line of the change log, without what it changed. */
export interface LogLine {
  readonly revision: number;
  readonly at: string;
  readonly author: string;
  readonly label: string;
}

/** The last edits before a revision, newest first. */
export async function logBefore(db: Db, id: Id, before: number, most: number): Promise<LogLine[]> {
  const rows = await db
    .select({ revision: changes.revision, at: changes.at, author: changes.author, label: changes.label })
    .from(changes)
    .where(and(eq(changes.show, id), lt(changes.revision, before)))
    .orderBy(desc(changes.revision))
    .limit(most);
  const lines: LogLine[] = rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
  if (lines.length < most)
    for await (const { revision, at, author, label } of pastBefore(db, id, lines.at(-1)?.revision ?? before)) {
      lines.push({ revision, at, author, label });
      if (lines.length >= most) break;
    }
  return lines;
}

/** The whole log, from the first edit that is kept to the last. */
export async function historyOf(db: Db, id: Id): Promise<PastEdit[]> {
  const old = (await pastSince(db, id, -1)).map(({ key: _, ...edit }) => edit);
  const loose = (await looseEdits(db, id, 0)).map(({ key: _, change, ...edit }) => ({
    ...edit,
    change: JSON.parse(change) as Change,
  }));
  return [...old, ...loose];
}
/** The same as it lies there: runs, and what is not packed yet as another. */
export async function allRuns(db: Db, id: Id): Promise<Run[]> {
  const runs = await runsOf(db, id);
  const loose = await looseEdits(db, id, 0);
  return loose.length ? [...runs, await packRun(loose)] : runs;
}
/** Shows with a log that is long enough to be packed. */
export async function longLogs(db: Db): Promise<Id[]> {
  const rows = await db.select({ id: shows.id }).from(shows).where(sql`${shows.revision} - ${shows.packed} >= ${LONG}`);
  return rows.map((row) => row.id);
}

/** The edits of the loose log after a revision, in order. */
export async function looseSince(db: Db, id: Id, revision: number): Promise<LoggedChange[]> {
  const due = paced();
  const out: LoggedChange[] = [];
  for (const { revision: at, key, label, author, change } of await looseEdits(db, id, revision)) {
    out.push({ revision: at, key, label, author, change: JSON.parse(change) as Change });
    await due();
  }
  return out;
}
/** All edits after a revision, in order. */
export async function editsSince(db: Db, id: Id, revision: number): Promise<LoggedChange[]> {
  const loose = await looseSince(db, id, revision);
  // Whoever asks from further back is told from there.
  if ((loose[0]?.revision ?? 0) === revision + 1) return loose;
  const old = await pastSince(db, id, revision);
  return [...old.map(({ revision: at, key, label, author, change }) => ({ revision: at, key, label, author, change })), ...loose];
}

/** A show taken back by its log, from the revision at which it stands to an earlier one; null where the log does not reach that far. */
export async function takenBack(db: Db, show: Show, stands: number, revision: number): Promise<Show | null> {
  // Meanwhile another edit may have been stored.
  const loose = (await looseSince(db, show.id, revision)).filter((edit) => edit.revision <= stands);
  try {
    let then = loose.reduceRight((now, { change }) => apply(now, invert(change)), show);
    let reached = stands - loose.length;
    if (reached > revision)
      for await (const edit of pastBefore(db, show.id, reached + 1)) {
        if (edit.revision !== reached || reached === revision) break;
        then = apply(then, invert(edit.change));
        reached--;
      }
    return reached === revision ? then : null;
  } catch (error) {
    // A record that was set aside stands in the log and not in the show: what it was cannot be told.
    if (error instanceof ChangeError) return null;
    throw error;
  }
}
