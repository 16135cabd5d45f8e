/** Shows in the database, and the one way to change them: a change is confirmed when its transaction has committed. */

import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { PastEdit } from '#core/formats/show/archive';
import { firstOf } from '#core/measure/list';
import { type Aside, SHOW_FORMAT, sortingOf } from '#core/model/aside';
import { apply, type Change, isEmpty } from '#core/model/change';
import { type Collision, rebase } from '#core/model/merge';
import type { DessinRecord, Id } from '#core/model/records';
import { faultsOfChange } from '#core/model/references';
import { type Show, settingsOf } from '#core/model/show';
import { faultOfRecord } from '../validate.js';
import { type Database, type Db, within } from './database.js';
import { issueStood, keepIssues, type PackedIssue, packedIssues, type StoodThen } from './issues.js';
import {
  allRuns,
  editsSince,
  historyOf,
  type LoggedChange,
  type LogLine,
  logBefore,
  longLogs,
  looseSince,
  takenBack,
} from './log.js';
import { keptAs, looseByKey, type PackedKeys, packedKeys, packOnce, pastByKey, type Run } from './past.js';
import { BATCH, breath, LETTERS, listsOf, paced, textsOf, writeRows } from './rows.js';
import { aside as asideTable, changes, records, shows } from './schema.js';
import {
  createShow,
  isEmptyHouse,
  listShows,
  type PreparedShow,
  removeShow,
  restoreShow,
  rowOf,
  type ShowRow,
  sweepShows,
  takeShow,
} from './shows.js';

export interface Loaded {
  readonly show: Show;
  readonly revision: number;
  /** Records of the show that are not sound, and stand in it nowhere. */
  readonly aside: readonly Aside[];
}
/** A show that a newer program wrote. */
export class NewerShow extends Error {
  constructor(name: string, format: number) {
    super(
      `"${name}" was written by a newer Dessin (form ${format}; this one reads up to form ${SHOW_FORMAT}). Nothing was changed. Update Dessin on this machine, then open it again.`,
    );
  }
}
export interface Posted {
  readonly key: string;
  readonly author: string;
  readonly label: string;
  readonly change: Change;
  /** Why whoever posts it may not do what comes of it, as a sentence; null where he may. Asked of the change as it meets what stands. */
  readonly mayNot?: (change: Change) => string | null;
}
export type Outcome =
  /** `altered`: it is not what was posted, for it met other edits, or was stored before. */
  | { readonly kind: 'stored'; readonly revision: number; readonly change: Change; readonly altered: boolean }
  | { readonly kind: 'collision'; readonly revision: number; readonly collisions: readonly Collision[] }
  | { readonly kind: 'refused'; readonly why: string }
  | { readonly kind: 'forbidden'; readonly why: string }
  | { readonly kind: 'missing' };

export const CHANNEL = 'dessin_changes';
export interface Store {
  list(): Promise<ShowRow[]>;
  listDeleted(): Promise<ShowRow[]>;
  /** Makes a show of records (shows.ts). */
  create(content: readonly DessinRecord[], id: Id, aside?: readonly Aside[], from?: Id): Promise<void>;
  /** Makes a show of what a thread has prepared, or a backup holds. */
  take(show: PreparedShow): Promise<void>;
  /** The whole log, from the first edit that is kept to the last. */
  history(id: Id): Promise<PastEdit[]>;
  /** The same as it lies there: runs, and what is not packed yet as another. */
  runs(id: Id): Promise<Run[]>;
  /** Shows with a log that is long enough to be packed. */
  longLogs(): Promise<Id[]>;
  /** Packs a run of what is old of the log of a show. @returns whether there was one */
  compact(id: Id): Promise<boolean>;
  load(id: Id): Promise<Loaded | null>;
  remove(id: Id): Promise<boolean>;
  restore(id: Id): Promise<boolean>;
  sweep(olderThan: Date): Promise<void>;
  post(id: Id, posted: Posted): Promise<Outcome>;
  /** The revision that stands; null where there is no such show. */
  revisionOf(id: Id): Promise<number | null>;
  /** What a show is known by: its revision and when that was stored, since a show that was restored from a backup counts on from an earlier one. */
  stampOf(id: Id): Promise<string | null>;
  since(id: Id, revision: number): Promise<LoggedChange[]>;
  /** The show as it stood at a revision, by the log taken back; null where the log does not reach that far. */
  at(id: Id, revision: number): Promise<Show | null>;
  /** The last edits before a revision, newest first. */
  log(id: Id, before: number, most: number): Promise<LogLine[]>;
  /** The last edit of a record; null where it has none since the show was made, or is not there. */
  lastEdit(id: Id, record: Id): Promise<LogLine | null>;
  /** All issues of a show as they lie there. */
  issues(id: Id): Promise<PackedIssue[]>;
  /** What a show held when an issue of it was given out; null where nothing was kept. */
  stood(id: Id, issue: Id): Promise<StoodThen | null>;
  isEmpty(): Promise<boolean>;
}

// Long: one closure holds the state, and its functions, short by themselves, are what it answers with.
export function makeStore(database: Database): Store {
  const { db } = database;
  const cache = new Map<Id, Loaded>();
  const queues = new Map<Id, Promise<unknown>>();
  /** Keys of packed edits; read anew when more was packed, by this process or another. */
  const keys = new Map<Id, PackedKeys>();
  const keysOf = async (tx: Db, id: Id, packed: number): Promise<PackedKeys> => {
    const known = keys.get(id);
    if (known?.packed === packed) return known;
    const fresh = await packedKeys(tx, id, packed);
    keys.set(id, fresh);
    return fresh;
  };
  /** What was stored under a key, long ago or just now. */
  const postedBefore = async (tx: Db, { id, packed }: typeof shows.$inferSelect, key: string) => {
    const loose = await looseByKey(tx, id, key);
    if (loose) return { revision: loose.revision, change: JSON.parse(loose.change) as Change };
    return packed && (await keysOf(tx, id, packed)).mayHave(key) ? pastByKey(tx, id, key) : null;
  };

  /** One after the other per show in this process; the row lock does the same between processes. */
  const inTurn = <T>(id: Id, work: () => Promise<T>): Promise<T> => {
    const turn = (queues.get(id) ?? Promise.resolve()).then(work, work);
    const settled = turn.catch(() => undefined);
    queues.set(id, settled);
    void settled.then(() => queues.get(id) === settled && queues.delete(id));
    return turn;
  };

  /** @throws NewerShow */
  const read = async (tx: Db, { id, revision, name, format }: typeof shows.$inferSelect): Promise<Loaded> => {
    if (format > SHOW_FORMAT) throw new NewerShow(name, format);
    const kept = cache.get(id);
    if (kept?.revision === revision) return kept;
    if (kept && kept.revision < revision) {
      // Another process wrote: bring the kept show up by the log.
      const log = await looseSince(tx, id, kept.revision);
      if (log.length === revision - kept.revision)
        return { ...kept, show: log.reduce((show, { change }) => apply(show, change), kept.show), revision };
    }
    const rows = await tx
      .select({ id: records.id, kind: records.kind, data: records.data })
      .from(records)
      .where(eq(records.show, id))
      .orderBy(asc(records.entered));
    const [sorting, due] = [sortingOf(id, faultOfRecord), paced()];
    for (const row of rows) {
      sorting.take(row);
      await due();
    }
    const { show, aside } = sorting.done();
    // Kept as they were found, since what stands in for them may be written over them.
    for (let at = 0; at < aside.length; at += BATCH)
      await tx
        .insert(asideTable)
        .values(
          aside
            .slice(at, at + BATCH)
            .map(({ id: record, kind, why, data }) => ({ show: id, id: record, kind, why, data: data ?? {} })),
        )
        .onConflictDoNothing();
    return { show, revision, aside };
  };

  const keep = (id: Id, loaded: Loaded): Loaded => {
    cache.delete(id);
    cache.set(id, loaded);
    // A handful of shows is open at a time; the oldest leave.
    for (const old of cache.keys()) if (cache.size > 20) cache.delete(old);
    return loaded;
  };

  /** Up to where the log of each show was packed when it was looked at last. */
  const packedSeen = new Map<Id, number>();
  /**
   * The usual case in one statement: the show is known here, nobody else has edited it meanwhile, and the key is new. The statement holds that itself, so
   * that it is as safe as the long way; whatever does not hold is for that.
   * @returns null where it did not hold, and nothing was written
   */
  const postAtOnce = async (id: Id, posted: Posted): Promise<Outcome | null> => {
    const [loaded, packed] = [cache.get(id), packedSeen.get(id)];
    if (!loaded || packed === undefined || posted.change.added.some(({ kind }) => kind === 'issue')) return null;
    if (packed && (await keysOf(db, id, packed)).mayHave(posted.key)) return null;
    const { change, collisions } = rebase(loaded.show, posted.change);
    if (collisions.length || isEmpty(change) || posted.mayNot?.(change)) return null;
    const next = apply(loaded.show, change);
    if (faultsOfChange(next, change).length) return null;
    const written = [...change.updated.map(([, to]) => to), ...change.added];
    let writtenText = '';
    for (const record of written) {
      writtenText += `${writtenText ? ',' : ''}{"id":"${record.id}","kind":"${record.kind}","data":${JSON.stringify(record)}}`;
      // A great deal goes in several statements, between which others are answered.
      if (writtenText.length > LETTERS) return null;
    }
    const gone = change.removed.length ? JSON.stringify(change.removed.map((record) => record.id)) : null;
    const revision = loaded.revision + 1;
    const answer: unknown = await db.execute(
      sql`select post_change(${id}, ${loaded.revision}, ${packed}, ${posted.key}, ${settingsOf(next).name}, ${posted.author}, ${posted.label}, ${`[${writtenText}]`}, ${gone}, ${JSON.stringify(change)}, ${CHANNEL}) as done`,
    );
    if (!(answer as { rows: readonly { done: boolean }[] }).rows[0]?.done) return null;
    keep(id, after(loaded, next, revision, change));
    return { kind: 'stored', revision, change, altered: !isSame(change, posted.change) };
  };
  /** What is known of a show behind a change. What was written over is no longer aside. */
  const after = (loaded: Loaded, show: Show, revision: number, change: Change): Loaded => {
    const written = new Set([...change.added, ...change.updated.map(([, to]) => to)].map((record) => record.id));
    return { show, revision, aside: loaded.aside.filter((item) => !written.has(item.id)) };
  };

  const load = (id: Id): Promise<Loaded | null> =>
    inTurn(id, async () => {
      const row = await rowOf(db, id);
      return row ? keep(id, await read(db, row)) : null;
    });

  return {
    list: () => listShows(db, false),
    listDeleted: () => listShows(db, true),
    isEmpty: () => isEmptyHouse(db),
    create: (content, id, aside = [], from = undefined) => createShow(database, content, id, aside, from),
    take: (show) => takeShow(database, show),
    remove: (id) => removeShow(db, id),
    restore: (id) => restoreShow(db, id),
    sweep: (olderThan) => sweepShows(db, olderThan),
    load,
    at: async (id, revision) => {
      const loaded = revision < 0 ? null : await load(id);
      return loaded && revision <= loaded.revision ? takenBack(db, loaded.show, loaded.revision, revision) : null;
    },
    log: (id, before, most) => logBefore(db, id, before, most),
    lastEdit: async (id, record) => {
      const [row] = await db
        .select({ revision: records.revision })
        .from(records)
        .where(and(eq(records.show, id), eq(records.id, record)));
      const [line] = row?.revision ? await logBefore(db, id, row.revision + 1, 1) : [];
      return line && line.revision === row?.revision ? line : null;
    },
    history: (id) => historyOf(db, id),
    runs: (id) => allRuns(db, id),
    longLogs: () => longLogs(db),
    compact: async (id) => {
      // In turn with the edits of the show, and each run in a turn of its own.
      const to = await inTurn(id, () => packOnce(database, id));
      await breath();
      return to !== null;
    },
    issues: (id) => packedIssues(db, id),
    stood: (id, issue) => issueStood(db, id, issue),
    revisionOf: async (id) => (await rowOf(db, id))?.revision ?? null,
    stampOf: async (id) => {
      const row = await rowOf(db, id);
      return row ? `${row.revision}-${row.edited.getTime()}` : null;
    },
    since: (id, revision) => editsSince(db, id, revision),

    post: (id, posted) =>
      inTurn(id, async () => {
        const quick = await postAtOnce(id, posted);
        if (quick) return quick;
        let known: Loaded | null = null;
        const outcome = await db.transaction(async (raw): Promise<Outcome> => {
          const tx = within(raw);
          const row = await rowOf(tx, id, true);
          if (!row) return { kind: 'missing' };
          packedSeen.set(id, row.packed);
          const before = await postedBefore(tx, row, posted.key);
          if (before) return { kind: 'stored', revision: before.revision, change: before.change, altered: true };
          const loaded = await read(tx, row);
          const { change, collisions } = rebase(loaded.show, posted.change);
          if (collisions.length) return { kind: 'collision', revision: row.revision, collisions };
          const why = posted.mayNot?.(change);
          if (why) return { kind: 'forbidden', why };
          const next = apply(loaded.show, change);
          const faults = faultsOfChange(next, change);
          if (faults.length) return { kind: 'refused', why: firstOf(faults) };
          const altered = !isSame(change, posted.change);
          if (isEmpty(change)) return { kind: 'stored', revision: row.revision, change, altered };
          const revision = row.revision + 1;
          const text = await write(tx, id, change, revision);
          await keepIssues(tx, next, change, revision);
          await tx.insert(changes).values({
            show: id,
            revision,
            key: posted.key,
            author: posted.author,
            label: posted.label,
            ...(await keptAs(text)),
          });
          await tx
            .update(shows)
            .set({ revision, name: settingsOf(next).name, edited: new Date() })
            .where(eq(shows.id, id));
          await tx.execute(sql`select pg_notify(${CHANNEL}, ${`${id} ${revision}`})`);
          known = after(loaded, next, revision, change);
          return { kind: 'stored', revision, change, altered };
        });
        if (known) keep(id, known);
        return outcome;
      }),
  };
}

/** Whether a change came through as it was posted: rebasing keeps the records themselves where it has nothing to do. */
const isSame = (change: Change, posted: Change): boolean =>
  change.added.length === posted.added.length &&
  change.updated.length === posted.updated.length &&
  change.removed.length === posted.removed.length &&
  change.added.every((record, i) => record === posted.added[i]) &&
  change.updated.every(([, to], i) => to === posted.updated[i]?.[1]);

/**
 * Writes the rows of a change: removals, then one upsert for all that is new or changed.
 * @returns the change as JSON: of records that are written anyway the text is made once
 */
async function write(tx: Db, show: Id, { added, updated, removed }: Change, revision: number): Promise<string> {
  for (let at = 0; at < removed.length; at += BATCH) {
    const ids = removed.slice(at, at + BATCH).map((record) => record.id);
    await tx.delete(records).where(and(eq(records.show, show), inArray(records.id, ids)));
  }
  const [fresh, before, now, gone] = [
    await textsOf(added),
    await textsOf(updated.map(([from]) => from)),
    await textsOf(updated.map(([, to]) => to)),
    await textsOf(removed),
  ];
  await writeRows(tx, show, listsOf([...now, ...fresh]), revision);
  const pairs = before.map((from, i) => `[${from},${now[i]}]`);
  return `{"added":[${fresh.join(',')}],"updated":[${pairs.join(',')}],"removed":[${gone.join(',')}]}`;
}
