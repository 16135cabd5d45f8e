/** The Shelf in the database. A change of content makes a new version; what is removed can be brought back. */
import { and, asc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { equal } from '#core/model/equal';
import type { Id, ShelfRecord } from '#core/model/records';
import type { ImportPlan, Kept, ShelfArchive, ShelfFile } from '#core/shelf/archive';
import { filesOf } from '#core/shelf/archive';
import { bare, needs } from '#core/shelf/copy';
import { folderTree, type Listed, type Summary, summaryOf } from '#core/shelf/search';
import { type Database, type Db, within } from './database.js';
import { files, folders, shelf } from './schema.js';

export interface Stored extends Kept {
  readonly version: number;
}
export interface Clash {
  readonly id: Id;
  /** Version that stands; 0 when the item is gone. */
  readonly version: number;
}
export interface ShelfList {
  readonly revision: string;
  readonly folders: readonly string[];
  readonly items: readonly Listed[];
}

export interface ShelfStore {
  revision(): Promise<string>;
  list(): Promise<ShelfList>;
  /** Items with everything that they need. */
  get(ids: readonly Id[]): Promise<Stored[]>;
  /** Writes records; `base` is the version that the writer saw, null for a new one. Nothing is written when any of them clashes. */
  put(
    entries: readonly { readonly record: ShelfRecord; readonly base: number | null; readonly folder?: string }[],
  ): Promise<{ readonly stored: readonly { id: Id; version: number }[]; readonly clashes: readonly Clash[] }>;
  mark(ids: readonly Id[], patch: { folder?: string; favourite?: boolean }): Promise<void>;
  remove(ids: readonly Id[]): Promise<void>;
  restore(ids: readonly Id[]): Promise<void>;
  addFolder(path: string): Promise<void>;
  renameFolder(from: string, to: string): Promise<void>;
  /** Takes a folder away; what lies in it moves up. */
  removeFolder(path: string): Promise<void>;
  everything(): Promise<ShelfArchive>;
  take(plan: ImportPlan, archive: ShelfArchive, replace: boolean): Promise<void>;
  isEmpty(): Promise<boolean>;
  keepFiles(list: readonly ShelfFile[]): Promise<void>;
  file(hash: string): Promise<ShelfFile | null>;
  filesNamed(hashes: readonly string[]): Promise<ShelfFile[]>;
}

export const SHELF_CHANNEL = 'dessin_shelf';
const BATCH = 500;
const now = sql<Date>`clock_timestamp()`;

// Long: one closure holds the state, and its functions, short by themselves, are what it answers with.
export function makeShelfStore({ db }: Database): ShelfStore {
  const alive = isNull(shelf.deleted);
  /** Whatever moves the Shelf tells the windows of it, of every process. */
  const moving =
    <A extends readonly unknown[], T>(work: (...args: A) => Promise<T>) =>
    async (...args: A): Promise<T> => {
      const done = await work(...args);
      await db.execute(sql`select pg_notify(${SHELF_CHANNEL}, '')`);
      return done;
    };
  const revision = async (): Promise<string> => {
    const [row] = await db
      .select({ n: sql<string>`count(*)`, at: sql<string>`coalesce(max(${shelf.edited}), 'epoch')::text` })
      .from(shelf);
    const [paths] = await db
      .select({ n: sql<string>`count(*)`, at: sql<string>`coalesce(max(${folders.edited}), 'epoch')::text` })
      .from(folders);
    return `${row!.n} ${row!.at} ${paths!.n} ${paths!.at}`;
  };
  const insert = async (tx: Db, list: readonly Kept[]) => {
    for (let at = 0; at < list.length; at += BATCH)
      await tx
        .insert(shelf)
        .values(
          list.slice(at, at + BATCH).map(({ record, folder, favourite }) => ({
            id: record.id,
            kind: record.kind,
            folder,
            favourite,
            summary: summaryOf(record),
            data: bare(record),
          })),
        )
        .onConflictDoUpdate({
          target: shelf.id,
          // An item that was removed comes back under its id as the next version.
          set: {
            kind: sql`excluded.kind`,
            folder: sql`excluded.folder`,
            summary: sql`excluded.summary`,
            data: sql`excluded.data`,
            version: sql`${shelf.version} + 1`,
            deleted: null,
            edited: now,
          },
        });
  };
  const insertFiles = async (tx: Db, list: readonly ShelfFile[]) => {
    for (const file of list) await tx.insert(files).values(file).onConflictDoNothing();
  };
  const rows = async (ids: readonly Id[]) =>
    ids.length
      ? db
          .select()
          .from(shelf)
          .where(and(alive, inArray(shelf.id, [...ids])))
      : [];

  const store: ShelfStore = {
    revision,
    list: async () => {
      const stamp = await revision();
      const items = await db
        .select({
          id: shelf.id,
          kind: shelf.kind,
          folder: shelf.folder,
          favourite: shelf.favourite,
          version: shelf.version,
          summary: shelf.summary,
        })
        .from(shelf)
        .where(alive)
        .orderBy(asc(shelf.id));
      const paths = await db.select({ path: folders.path }).from(folders);
      return {
        revision: stamp,
        folders: folderTree([...paths.map((row) => row.path), ...items.map((item) => item.folder)]),
        items: items.map((item) => ({ ...item, kind: item.kind as Listed['kind'], summary: item.summary as Summary })),
      };
    },
    get: async (ids) => {
      const found = new Map<Id, Stored>();
      let wanted: readonly Id[] = ids;
      // What an item needs may itself need something; the Shelf has no deeper chains than this.
      for (let depth = 0; depth < 3 && wanted.length; depth++) {
        for (const row of await rows(wanted)) {
          const record = row.data as ShelfRecord;
          found.set(row.id, { record, version: row.version, folder: row.folder, favourite: row.favourite });
        }
        wanted = [...found.values()].flatMap(({ record }) => needs(record)).filter((id) => !found.has(id));
      }
      return [...found.values()];
    },
    put: (entries) =>
      db.transaction(async (raw) => {
        const tx = within(raw);
        const stored: { id: Id; version: number }[] = [];
        const clashes: Clash[] = [];
        const ids = entries.map(({ record }) => record.id);
        const known = new Map(
          (await tx.select().from(shelf).where(inArray(shelf.id, ids)).for('update')).map((row) => [row.id, row]),
        );
        for (const { record, base } of entries) {
          const row = known.get(record.id);
          const version = row && !row.deleted ? row.version : 0;
          if (version !== (base ?? 0) && !(version && equal(row!.data, bare(record)))) clashes.push({ id: record.id, version });
        }
        if (clashes.length) return { stored, clashes };
        for (const { record, folder } of entries) {
          const row = known.get(record.id);
          const content = bare(record);
          if (!row || row.deleted) {
            await insert(tx, [{ record: content, folder: folder ?? row?.folder ?? '', favourite: row?.favourite ?? false }]);
            stored.push({ id: record.id, version: row ? row.version + 1 : 1 });
          } else if (equal(row.data, content)) stored.push({ id: record.id, version: row.version });
          else {
            const version = row.version + 1;
            await tx
              .update(shelf)
              .set({ kind: content.kind, data: content, summary: summaryOf(content), version, edited: now })
              .where(eq(shelf.id, record.id));
            stored.push({ id: record.id, version });
          }
        }
        return { stored, clashes };
      }),
    mark: async (ids, patch) => {
      if (ids.length)
        await db
          .update(shelf)
          .set({ ...patch, edited: now })
          .where(inArray(shelf.id, [...ids]));
    },
    remove: async (ids) => {
      if (ids.length)
        await db
          .update(shelf)
          .set({ deleted: new Date(), edited: now })
          .where(and(alive, inArray(shelf.id, [...ids])));
    },
    restore: async (ids) => {
      if (ids.length)
        await db
          .update(shelf)
          .set({ deleted: null, edited: now })
          .where(and(isNotNull(shelf.deleted), inArray(shelf.id, [...ids])));
    },
    addFolder: async (path) => {
      await db.insert(folders).values({ path }).onConflictDoNothing();
    },
    renameFolder: (from, to) => moveFolder(db, from, to),
    removeFolder: (path) => moveFolder(db, path, path.split('/').slice(0, -1).join('/')),
    everything: async () => {
      const items = await db.select().from(shelf).where(alive).orderBy(asc(shelf.id));
      const paths = await db.select().from(folders);
      const records = items.map((row) => ({ record: row.data as ShelfRecord, folder: row.folder, favourite: row.favourite }));
      return {
        folders: paths.map((row) => row.path),
        items: records,
        files: await filesNamed(
          db,
          records.flatMap(({ record }) => filesOf(record)),
        ),
      };
    },
    take: (plan, archive, replace) =>
      db.transaction(async (raw) => {
        const tx = within(raw);
        for (const path of archive.folders) await tx.insert(folders).values({ path }).onConflictDoNothing();
        await insert(tx, [...plan.fresh, ...(replace ? plan.differing : [])]);
        await insertFiles(tx, archive.files);
      }),
    isEmpty: async () => (await db.select({ id: shelf.id }).from(shelf).limit(1)).length === 0,
    keepFiles: (list) => db.transaction((tx) => insertFiles(within(tx), list)),
    file: async (hash) => (await filesNamed(db, [hash]))[0] ?? null,
    filesNamed: (hashes) => filesNamed(db, hashes),
  };
  return {
    ...store,
    put: moving(store.put),
    mark: moving(store.mark),
    remove: moving(store.remove),
    restore: moving(store.restore),
    addFolder: moving(store.addFolder),
    renameFolder: moving(store.renameFolder),
    removeFolder: moving(store.removeFolder),
    take: moving(store.take),
  };
}

async function filesNamed(db: Db, hashes: readonly string[]): Promise<ShelfFile[]> {
  const wanted = [...new Set(hashes)];
  const found = wanted.length ? await db.select().from(files).where(inArray(files.hash, wanted)) : [];
  return found.map(({ hash, mime, bytes }) => ({ hash, mime, bytes: new Uint8Array(bytes) }));
}

/** Everything below a path gets another beginning. */
async function moveFolder(db: Db, from: string, to: string): Promise<void> {
  if (!from || from === to || to.startsWith(`${from}/`)) return;
  await db.transaction(async (raw) => {
    const tx = within(raw);
    const moved = (path: string) =>
      path === from ? to : path.startsWith(`${from}/`) ? [to, path.slice(from.length + 1)].filter(Boolean).join('/') : path;
    for (const { path } of await tx.select({ path: folders.path }).from(folders)) {
      const next = moved(path);
      if (next === path) continue;
      await tx.delete(folders).where(eq(folders.path, path));
      if (next) await tx.insert(folders).values({ path: next }).onConflictDoNothing();
    }
    const used = await tx.selectDistinct({ folder: shelf.folder }).from(shelf);
    for (const { folder } of used) {
      const next = moved(folder);
      if (next !== folder) await tx.update(shelf).set({ folder: next, edited: now }).where(eq(shelf.folder, folder));
    }
  });
}
