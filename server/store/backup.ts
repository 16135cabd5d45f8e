/**
 * All of a house in one zip, while it is at work: its tables as rows of JSON, and each show also as the one file that another Dessin opens. A show is read
 * in one transaction, so that it stands there as it stood at one moment; files are named by what they hold, and are read last.
 */
import { createWriteStream } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { type SQL, sql } from 'drizzle-orm';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import { type Database, type Db, migrations, within } from './database.js';
import { backupName, backupsIn } from './folder.js';
import { breath } from './rows.js';

/** Form of the zip. What the tables look like is told by how many migrations they have gone through. */
export const BACKUP_FORM = 1;
export const MANIFEST = 'backup.json';

/** Tables by whose they are, in the order in which they can be written. */
export const houseTables = ['installation', 'accounts', 'folders', 'shelf', 'files'] as const;
export const showTables = ['shows', 'members', 'records', 'changes', 'past', 'aside', 'issues'] as const;
export const tables = [...houseTables, ...showTables] as const;
export type Table = (typeof tables)[number];
/** Tables that came later, by how many migrations there were then; a backup from before has none of them. */
const since: Partial<Record<Table, number>> = { accounts: 9, members: 9 };
export const hadTable = (table: Table, migrations: number): boolean => migrations >= (since[table] ?? 0);

export interface BackedShow {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly edited: string;
  readonly deleted: string | null;
  readonly fixtures: number;
  readonly issues: number;
  /** The show as the one file, where it could be made. */
  readonly file: string | null;
}
/** What stands first in the zip: what is in it. */
export interface Manifest {
  readonly dessin: 'backup';
  readonly form: number;
  readonly at: string;
  readonly migrations: number;
  readonly shows: readonly BackedShow[];
  /** Rows of each table. */
  readonly rows: Readonly<Record<Table, number>>;
}

/** Rows that are read at once, by what a row may weigh. */
const PAGE: Readonly<Record<Table, number>> = {
  accounts: 100,
  members: 1000,
  installation: 100,
  folders: 1000,
  shelf: 50,
  files: 1,
  shows: 1,
  records: 300,
  changes: 50,
  past: 5,
  aside: 100,
  issues: 1,
};
/** By what the rows of a table are gone through. */
const KEYS: Readonly<Record<Table, string>> = {
  accounts: 'id',
  members: 'account',
  installation: 'name',
  folders: 'path',
  shelf: 'id',
  files: 'hash',
  shows: 'id',
  records: 'entered',
  changes: 'revision',
  past: 'last',
  aside: 'id',
  issues: 'id',
};

/** Rows of a table as JSON, page by page, in the order of its key. */
async function* pages(db: Db, table: Table, show: string | null): AsyncGenerator<string[]> {
  const [name, key] = [sql.identifier(table), sql.identifier(KEYS[table])];
  let after: string | number | null = null;
  for (;;) {
    const where: SQL[] = [
      ...(show === null ? [] : [table === 'shows' ? sql`t.id = ${show}` : sql`t.show = ${show}`]),
      ...(after === null ? [] : [sql`t.${key} > ${after}`]),
    ];
    const answer: unknown = await db.execute(
      sql`select row_to_json(t)::text as row, t.${key} as key from ${name} t ${where.length ? sql`where ${sql.join(where, sql` and `)}` : sql``} order by t.${key} limit ${PAGE[table]}`,
    );
    const { rows } = answer as { readonly rows: readonly { readonly row: string; readonly key: string | number }[] };
    if (rows.length) yield rows.map(({ row }) => row);
    if (rows.length < PAGE[table]) return;
    after = rows.at(-1)?.key ?? null;
    await breath();
  }
}

/** A zip that is written as it comes; entries one after the other. */
class Writing {
  private readonly zip = new Zip();
  private readonly out;
  private failed: Error | null = null;
  private drained: Promise<void> = Promise.resolve();
  /** Whoever waits for the disk goes on. */
  private wake: () => void = () => undefined;
  constructor(file: string) {
    this.out = createWriteStream(file, { flags: 'wx' });
    this.out.on('error', (error) => {
      this.failed ??= error;
      this.wake();
    });
    this.out.on('drain', () => this.wake());
    this.zip.ondata = (error, part, last) => {
      if (error) this.failed ??= error;
      else if (last) this.out.end(part);
      else if (!this.out.write(part))
        this.drained = new Promise((done) => {
          this.wake = done;
        });
    };
  }
  private async ready(): Promise<void> {
    await this.drained;
    await breath();
    if (this.failed) throw this.failed;
  }
  /** @param packed  it is compressed already */
  async entry(name: string, parts: AsyncIterable<Uint8Array> | Iterable<Uint8Array>, packed = false): Promise<void> {
    const entry = packed ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
    this.zip.add(entry);
    for await (const part of parts) {
      entry.push(part);
      await this.ready();
    }
    entry.push(new Uint8Array(), true);
    await this.ready();
  }
  async end(): Promise<void> {
    this.zip.end();
    await new Promise<void>((done, fail) => {
      if (this.failed) fail(this.failed);
      this.out.once('close', () => (this.failed ? fail(this.failed) : done()));
    });
  }
  abandon(): void {
    this.out.destroy();
  }
}
const utf8 = new TextEncoder();

export interface Backing {
  readonly database: Database;
  /** A show as one file; null where that cannot be made. */
  readonly whole: (show: string) => Promise<Uint8Array | null>;
}
export interface Backup {
  readonly file: string;
  readonly bytes: number;
  readonly manifest: Manifest;
}

/** @param file  where it is written; whole or not at all. @throws what the disk and the database throw */
export async function writeBackup({ database, whole }: Backing, file: string, at: Date): Promise<Backup> {
  await mkdir(dirname(file), { recursive: true });
  const part = `${file}.part`;
  await rm(part, { force: true });
  const writing = new Writing(part);
  try {
    const counts = Object.fromEntries(tables.map((table) => [table, 0])) as Record<Table, number>;
    const lines = async function* (db: Db, table: Table, show: string | null): AsyncGenerator<Uint8Array> {
      for await (const rows of pages(db, table, show)) {
        counts[table] += rows.length;
        yield utf8.encode(rows.map((row) => `${row}\n`).join(''));
      }
    };
    /** In one transaction: as it stood at one moment. */
    const moment = (work: (tx: Db) => Promise<void>): Promise<void> =>
      database.db.transaction((tx) => work(within(tx)), { isolationLevel: 'repeatable read', accessMode: 'read only' });
    const shows: BackedShow[] = [];
    const list = (await database.db.execute(sql`select id from shows order by id`)) as unknown as { rows: { id: string }[] };
    for (const { id } of list.rows) {
      await moment(async (tx) => {
        for (const table of showTables) await writing.entry(`tables/${id}/${table}.jsonl`, lines(tx, table, id));
        const told = (await tx.execute(sql`
          select name, revision, edited, deleted,
            (select count(*)::int from records where show = shows.id and kind = 'fixture') as fixtures,
            (select count(*)::int from issues where show = shows.id) as issues
          from shows where id = ${id}`)) as unknown as {
          rows: (Omit<BackedShow, 'id' | 'file'> & { edited: unknown; deleted: unknown })[];
        };
        const [row] = told.rows;
        const when = (value: unknown) => (value === null ? null : new Date(value as string).toISOString());
        if (row) shows.push({ ...row, id, edited: when(row.edited) ?? '', deleted: when(row.deleted), file: null });
      });
      const made = shows.at(-1)?.id === id && shows.at(-1)?.deleted === null ? await whole(id) : null;
      if (!made) continue;
      const name = `shows/${
        (shows.at(-1)?.name ?? '')
          .replace(/[^\p{L}\p{N} _-]+/gu, '')
          .trim()
          .slice(0, 60) || 'show'
      } ${id.slice(0, 8)}.dessin`;
      await writing.entry(name, [made], true);
      shows.push({ ...(shows.pop() as BackedShow), file: name });
    }
    await moment(async (tx) => {
      for (const table of houseTables) await writing.entry(`tables/${table}.jsonl`, lines(tx, table, null));
    });
    const manifest: Manifest = {
      dessin: 'backup',
      form: BACKUP_FORM,
      at: at.toISOString(),
      migrations: migrations(),
      shows,
      rows: counts,
    };
    await writing.entry(MANIFEST, [utf8.encode(JSON.stringify(manifest, null, 1))]);
    await writing.end();
    await synced(part);
    await rename(part, file);
    await synced(dirname(file));
    return { file, bytes: (await stat(file)).size, manifest };
  } catch (error) {
    writing.abandon();
    await rm(part, { force: true });
    throw error;
  }
}
async function synced(path: string): Promise<void> {
  const handle = await open(path, 'r');
  await handle.sync().catch((error: NodeJS.ErrnoException) => {
    // Folders of some systems cannot be.
    if (!['EINVAL', 'EPERM', 'EISDIR', 'EBADF'].includes(error.code ?? '')) throw error;
  });
  await handle.close();
}

/** Makes a backup in a folder, and takes away all but the newest ones. */
export async function backUp(backing: Backing, folder: string, kept: number, at = new Date()): Promise<Backup> {
  const made = await writeBackup(backing, join(folder, backupName(at)), at);
  // What an earlier one left that was cut off.
  for (const name of await readdir(folder))
    if (/^dessin-.*\.zip\.part$/.test(name)) await rm(join(folder, name), { force: true });
  for (const { file } of backupsIn(folder).slice(Math.max(1, kept)))
    if (basename(file) !== basename(made.file)) await rm(file, { force: true });
  return made;
}
