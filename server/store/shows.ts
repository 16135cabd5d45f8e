/** Shows as rows of a list: made, found, deleted and kept for a month. What is in them is the store's (store.ts). */
import { and, desc, eq, isNotNull, isNull, lt } from 'drizzle-orm';
import { type Aside, SHOW_FORMAT } from '#core/model/aside';
import type { DessinRecord, Id } from '#core/model/records';
import { settingsOf, showOf } from '#core/model/show';
import { type Database, type Db, within } from './database.js';
import { copyIssues, keepPacked, type PackedIssue } from './issues.js';
import { keepRuns, type Run } from './past.js';
import { BATCH, insertRecords, writeRows } from './rows.js';
import { records, shows } from './schema.js';

/** Days for which a deleted show can be brought back. */
export const KEPT_DAYS = 30;

export interface ShowRow {
  readonly id: Id;
  readonly name: string;
  readonly revision: number;
  readonly edited: string;
  /** When it was deleted, and null as long as it was not. */
  readonly deleted: string | null;
  /** Whether a newer program wrote it, which this one does not read. */
  readonly newer: boolean;
}
/** A show as text and bytes, ready for the database. */
export interface PreparedShow {
  readonly id: Id;
  readonly name: string;
  /** Lists of records as JSON (store/rows). */
  readonly rows: readonly string[];
  readonly issues: readonly PackedIssue[];
  readonly runs: readonly Run[];
  /** Revision that it stands at, where that is beyond its log; when it was made, edited, deleted. */
  readonly revision?: number;
  readonly created?: string;
  readonly edited?: string;
  readonly deleted?: string | null;
}

/** A show that is there and not deleted. */
const alive = (id: Id) => and(eq(shows.id, id), isNull(shows.deleted));

export async function listShows(db: Db, deleted: boolean): Promise<ShowRow[]> {
  const rows = await db
    .select()
    .from(shows)
    .where(deleted ? isNotNull(shows.deleted) : isNull(shows.deleted))
    .orderBy(desc(shows.edited));
  return rows.map(({ id, name, revision, edited, deleted: gone, format }) => ({
    id,
    name,
    revision,
    edited: edited.toISOString(),
    deleted: gone?.toISOString() ?? null,
    newer: format > SHOW_FORMAT,
  }));
}
/** The row of a show that is there, or null. @param locked  nobody else changes it until the transaction ends */
export async function rowOf(db: Db, id: Id, locked = false): Promise<typeof shows.$inferSelect | null> {
  const asked = db.select().from(shows).where(alive(id));
  const [row] = await (locked ? asked.for('update') : asked);
  return row ?? null;
}
export const isEmptyHouse = async (db: Db): Promise<boolean> =>
  (await db.select({ id: shows.id }).from(shows).limit(1)).length === 0;

/** Enters a show into the list; it is of the form that this program writes. */
const enter = (tx: Db, row: Omit<typeof shows.$inferInsert, 'format'>) =>
  tx.insert(shows).values({ ...row, format: SHOW_FORMAT });

/**
 * @param aside  of a show that is copied: what could not be read of it goes along as it was found
 * @param from  the show that it is a copy of: what its issues held is copied too
 */
export async function createShow(
  { db }: Pick<Database, 'db'>,
  content: readonly DessinRecord[],
  id: Id,
  aside: readonly Aside[],
  from: Id | undefined,
): Promise<void> {
  const show = showOf(id, content);
  await db.transaction(async (raw) => {
    const tx = within(raw);
    await enter(tx, { id, name: settingsOf(show).name });
    await insertRecords(tx, id, content, 0);
    if (from !== undefined) await copyIssues(tx, from, id);
    const lost = aside.filter((item) => !show.records.has(item.id) && item.data !== null);
    for (let at = 0; at < lost.length; at += BATCH)
      await tx
        .insert(records)
        .values(
          lost.slice(at, at + BATCH).map(({ id: record, kind, data }) => ({ show: id, id: record, kind, data, revision: 0 })),
        );
  });
}
/** Makes a show of what a thread has prepared, or a backup holds. */
export async function takeShow({ db }: Pick<Database, 'db'>, show: PreparedShow): Promise<void> {
  const { id, name, rows, issues, runs, revision, created, edited, deleted } = show;
  await db.transaction(async (raw) => {
    const tx = within(raw);
    const packed = runs.at(-1)?.last ?? 0;
    await enter(tx, {
      id,
      name,
      revision: Math.max(revision ?? 0, packed),
      packed,
      ...(created && { created: new Date(created) }),
      ...(edited && { edited: new Date(edited) }),
      ...(deleted && { deleted: new Date(deleted) }),
    });
    await keepRuns(tx, id, runs);
    await writeRows(tx, id, rows, 0);
    await keepPacked(tx, id, issues);
  });
}

/** @returns whether there was such a show */
export async function removeShow(db: Db, id: Id): Promise<boolean> {
  const gone = await db.update(shows).set({ deleted: new Date() }).where(alive(id)).returning({ id: shows.id });
  return gone.length > 0;
}
export async function restoreShow(db: Db, id: Id): Promise<boolean> {
  const back = await db
    .update(shows)
    .set({ deleted: null })
    .where(and(eq(shows.id, id), isNotNull(shows.deleted)))
    .returning({ id: shows.id });
  return back.length > 0;
}
export async function sweepShows(db: Db, olderThan: Date): Promise<void> {
  await db.delete(shows).where(lt(shows.deleted, olderThan));
}
