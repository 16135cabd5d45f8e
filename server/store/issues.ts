/** What a show held when an issue was given out. It is written in the same transaction as the record of the issue, once, and never again. */
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { and, eq } from 'drizzle-orm';
import type { HeldIssue } from '#core/formats/show/archive';
import { SHOW_FORMAT, sortOut } from '#core/model/aside';
import type { Change } from '#core/model/change';
import type { Id } from '#core/model/records';
import type { Show } from '#core/model/show';
import { faultOfRecord } from '../validate.js';
import type { Db } from './database.js';
import { issues } from './schema.js';

const pack = promisify(gzip);
const unpack = promisify(gunzip);
/** Most bytes that an issue may unpack to. */
const MOST = 400_000_000;

/** What an issue of a show held. */
export interface StoodThen {
  readonly show: Show;
  readonly revision: number;
  readonly at: string;
}

/** Keeps the show for every issue that a change adds. One that was taken back and is there again holds what it held. */
export async function keepIssues(tx: Db, next: Show, change: Change, revision: number): Promise<void> {
  const added = change.added.filter(({ kind }) => kind === 'issue');
  if (!added.length) return;
  const records = await pack(JSON.stringify([...next.records.values()]));
  await tx
    .insert(issues)
    .values(added.map(({ id }) => ({ show: next.id, id, revision, format: SHOW_FORMAT, records })))
    .onConflictDoNothing();
}

/** @returns null where nothing was kept under this id, or a newer Dessin kept it */
export async function issueStood(db: Db, show: Id, id: Id): Promise<StoodThen | null> {
  const [row] = await db
    .select()
    .from(issues)
    .where(and(eq(issues.show, show), eq(issues.id, id)));
  return row ? unpackIssue(show, { ...row, at: row.at.toISOString() }) : null;
}
/** @returns null for what a newer Dessin kept */
export async function unpackIssue(show: Id, row: Omit<PackedIssue, 'id'>): Promise<StoodThen | null> {
  if (row.format > SHOW_FORMAT) return null;
  const text = await unpack(row.records, { maxOutputLength: MOST });
  const records = JSON.parse(text.toString('utf8')) as { readonly id: Id; readonly kind: string }[];
  // Of a show that was copied the settings bear the id of the copy.
  const rows = records.map((data) =>
    data.kind === 'settings'
      ? { id: show, kind: data.kind, data: { ...data, id: show } }
      : { id: data.id, kind: data.kind, data },
  );
  return { show: sortOut(show, rows, faultOfRecord).show, revision: row.revision, at: row.at };
}

/** An issue as it lies in the database, and in a backup. */
export interface PackedIssue {
  readonly id: Id;
  readonly revision: number;
  readonly at: string;
  readonly format: number;
  /** Its records as JSON, packed. */
  readonly records: Uint8Array;
}
export async function packedIssues(db: Db, show: Id): Promise<PackedIssue[]> {
  const rows = await db.select().from(issues).where(eq(issues.show, show));
  return rows.map(({ id, revision, at, format, records }) => ({ id, revision, at: at.toISOString(), format, records }));
}
/** What the issues of a show held that comes from a thread or a backup. */
export async function keepPacked(tx: Db, show: Id, list: readonly PackedIssue[]): Promise<void> {
  for (const { id, revision, at, format, records } of list)
    await tx
      .insert(issues)
      .values({ show, id, revision, at: new Date(at), format, records })
      .onConflictDoNothing();
}
/** Whatever in an issue may be the hash of a file; it is not built for that. */
export async function hashesHeld({ records }: Pick<PackedIssue, 'records'>): Promise<Set<string>> {
  const text = (await unpack(records, { maxOutputLength: MOST })).toString('latin1');
  return new Set(text.match(/(?<=")[0-9a-f]{64}(?=")/g) ?? []);
}
export const packIssue = async ({ id, at, revision, records }: HeldIssue): Promise<PackedIssue> => ({
  id,
  at,
  revision,
  format: SHOW_FORMAT,
  records: await pack(JSON.stringify(records)),
});

/** A copy of a show keeps what its issues held. */
export async function copyIssues(tx: Db, from: Id, to: Id): Promise<void> {
  const rows = await tx.select().from(issues).where(eq(issues.show, from));
  for (const row of rows)
    await tx
      .insert(issues)
      .values({ ...row, show: to })
      .onConflictDoNothing();
}
