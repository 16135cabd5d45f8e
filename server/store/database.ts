/** Opens the database: PGlite in the data folder, or PostgreSQL by DATABASE_URL. Both take the same schema and migrations. */
import { existsSync, readFileSync } from 'node:fs';
import { copyFile, mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { root } from '../places.js';
import { DurableFiles, durableParams } from './durable.js';
import { openEmbedded } from './embedded.js';
import { beginMaking, databaseIn, endMaking, faultOfRoom, isFresh } from './folder.js';
import { type Heard, keepListening } from './listener.js';
import { databaseProgram } from './program.js';
import { breath } from './rows.js';
import * as schema from './schema.js';

export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;
/** What runs inside a transaction takes the same questions as the database itself; the two drivers type it apart. */
export const within = (tx: unknown): Db => tx as Db;

export interface Database {
  readonly db: Db;
  /** Calls back with every notification on the channel, those of this process included, and when some may have been missed. */
  listen(channel: string, heard: Heard): Promise<void>;
  /** Does something that no other process on this database does at the same time: they come one after the other. */
  alone<T>(work: () => Promise<T>): Promise<T>;
  /**
   * Gives room that was freed back to what is written next; PostgreSQL does so by itself.
   * @param anew  writes shows anew as well, record beside record: a show that was edited for months lies strewn over its table, and opens the slower
   */
  tidy(anew?: boolean): Promise<void>;
  close(): Promise<void>;
}

// The migrations stay with the sources.
const migrationsFolder = join(root, 'server', 'store', 'migrations');
/** An empty database as the build leaves it. To unpack it takes a second, to make one takes five. */
const emptyDatabase = join(root, 'dist', 'empty-database.tar.gz');

const journal = (): { entries: { tag: string; when: number }[] } =>
  JSON.parse(readFileSync(join(migrationsFolder, 'meta', '_journal.json'), 'utf8'));
/** How many migrations there are: what tables look like is told by it. */
export const migrations = (): number => journal().entries.length;
/** The migrations up to a number, as a folder of their own. @returns what takes it away */
async function migrationsTo(count: number): Promise<{ readonly folder: string; readonly done: () => Promise<void> }> {
  const all = journal();
  if (count >= all.entries.length) return { folder: migrationsFolder, done: async () => undefined };
  const folder = await mkdtemp(join(tmpdir(), 'dessin-tables-'));
  const entries = all.entries.slice(0, count);
  await mkdir(join(folder, 'meta'));
  await writeFile(join(folder, 'meta', '_journal.json'), JSON.stringify({ ...all, entries }));
  for (const { tag } of entries) await copyFile(join(migrationsFolder, `${tag}.sql`), join(folder, `${tag}.sql`));
  return { folder, done: () => rm(folder, { recursive: true, force: true }) };
}

/** How an embedded database is opened; the defaults are right but for tests. */
export interface Opening {
  /** The files that it lies in; without, those of the folder, with syncs that reach the disk. */
  readonly files?: (folder: string) => DurableFiles;
  /** Pause before a database that ended itself is opened again, ms. */
  readonly pause?: number;
  /** Words with which the database begins. */
  readonly params?: string[];
  /** Where a backup is restored: how many migrations its tables had been through, and what fills them before the rest. Only into an empty database. */
  readonly restoring?: { readonly migrations: number; readonly fill: (database: Pick<Database, 'db'>) => Promise<void> };
}

/** @param folder  the data folder, or null for a database in memory (tests) */
export async function openDatabase(folder: string | null, url: string | undefined, opening: Opening = {}): Promise<Database> {
  return url ? openPostgres(url, opening) : openPglite(folder, opening);
}

/** Numbers of types (PostgreSQL, pg_type.dat). */
const [BYTEA, TEXT, JSON_TEXT] = [17, 25, 114];
/** Bytes as PostgreSQL spells them (manual, 8.4.1: hex format). PGlite's own way goes byte by byte, and holds up everybody for half a second at two megabytes. */
const readBytes = (text: string): Uint8Array => new Uint8Array(Buffer.from(text.slice(2), 'hex'));
/** Parameters that are bytes go to the database as they are (manual, 55.7: a parameter's format is its own); PGlite says that it takes texts alone. */
const asBytes = (value: Uint8Array): string => value as unknown as string;
/** From here on PGlite's own way to write a text, letter by letter and twice, takes longer than to make bytes of it. */
const LONG = 4096;
const asText = (value: unknown): string => {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length < LONG ? text : asBytes(Buffer.from(text));
};

async function openPglite(folder: string | null, opening: Opening): Promise<Database> {
  const { PGlite } = await import('@electric-sql/pglite');
  const { drizzle } = await import('drizzle-orm/pglite');
  const fresh = (folder === null || isFresh(folder)) && existsSync(emptyDatabase);
  if (folder !== null && isFresh(folder)) beginMaking(folder);
  const files = opening.files ?? ((at) => new DurableFiles(at));
  // The archive is for the first time alone: opened again, the database is there.
  let archive = fresh ? new File([new Uint8Array(await readFile(emptyDatabase))], 'empty-database.tar.gz') : null;
  let first = true;
  const embedded = await openEmbedded(async () => {
    // To be opened it writes: on a disk that is still full each try would cost much, and fail.
    const full = first || folder === null ? null : faultOfRoom(folder, 30e6);
    if (full) throw new Error(full);
    first = false;
    const made = new PGlite({
      pgliteWasmModule: await databaseProgram(),
      parsers: { [BYTEA]: readBytes },
      serializers: { [BYTEA]: asBytes, [TEXT]: asText, [JSON_TEXT]: asText },
      ...(folder === null ? {} : { fs: files(databaseIn(folder)), startParams: opening.params ?? durableParams() }),
      ...(archive && { loadDataDir: archive }),
    });
    await made.waitReady;
    archive = null;
    return made;
  }, opening.pause);
  const { client } = embedded;
  const db = drizzle(client, { schema });
  try {
    await prepare(
      db,
      async (migrationsFolder) => (await import('drizzle-orm/pglite/migrator')).migrate(db, { migrationsFolder }),
      opening,
    );
  } catch (error) {
    await embedded.close();
    throw error;
  }
  if (folder !== null) endMaking(folder);
  return {
    db,
    listen: embedded.listen,
    alone: (work) => work(),
    tidy: async (anew = false) => {
      for (const table of ['records', 'changes', 'past', 'shows', 'shelf', 'issues']) {
        await client.exec(anew && table === 'records' ? 'cluster records using records_show_id_pk' : `vacuum ${table}`);
        await breath();
      }
      await client.exec('checkpoint');
    },
    close: embedded.close,
  };
}

/** The tables are as a later release has made them: this one would not know what it does to them. */
export class NewerDatabase extends Error {
  constructor() {
    super(
      'The database was opened by a newer Dessin, and this one does not know its tables. Nothing was changed. Start the newer one, or restore the backup that was made before: npm run restore.',
    );
  }
}

/**
 * Whether the tables are as this release needs them. What brings them there is loaded, and asked, only where they are not.
 * @throws NewerDatabase
 */
async function isPrepared(db: Db): Promise<boolean> {
  const last = journal().entries.at(-1)?.when ?? 0;
  const at = await db.execute(sql`select max(created_at)::float8 as at from drizzle.__drizzle_migrations`).then(
    (answer) => (answer as unknown as { rows: { at: number | null }[] }).rows[0]?.at ?? 0,
    () => 0,
  );
  if (at > last) throw new NewerDatabase();
  return at === last;
}
/** Brings the tables to what this release needs; fills them on the way where a backup is restored. */
async function prepare(db: Db, migrate: (folder: string) => Promise<void>, { restoring }: Opening): Promise<void> {
  if (restoring) {
    const { folder, done } = await migrationsTo(restoring.migrations);
    await migrate(folder).finally(done);
    if (
      (
        (await db.execute(sql`select 1 from installation union all select 1 from shows limit 1`)) as unknown as {
          rows: unknown[];
        }
      ).rows.length
    )
      throw new Error('The database is not empty. A backup is restored into an empty one.');
    await restoring.fill({ db });
  }
  if (!(await isPrepared(db))) await migrate(migrationsFolder);
}

/** Number of the lock under which processes that start together prepare the database: the letters of "Dessin". */
const PREPARING = 0x446573;

async function openPostgres(url: string, opening: Opening): Promise<Database> {
  const { default: pg } = await import('pg');
  const { drizzle } = await import('drizzle-orm/node-postgres');
  const pool = new pg.Pool({
    connectionString: url,
    // A server that does not even refuse is away too.
    connectionTimeoutMillis: 5000,
    keepAlive: true,
  });
  // A connection that breaks while a transaction holds it says so itself, and would end the process if nobody listened.
  pool.on('connect', (client) => client.on('error', () => undefined));
  // Of a server that ends every connection says so; it is told once.
  let told = 0;
  pool.on('error', (error) => {
    if (Date.now() - told > 5000) console.error(`The database connection was lost: ${error.message}`);
    told = Date.now();
  });
  const db = drizzle(pool, { schema });
  // On a connection of its own: the lock is the connection's, and ends with it whatever becomes of this process.
  const alone = async <T>(work: () => Promise<T>): Promise<T> => {
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 5000 });
    client.on('error', () => undefined);
    await client.connect();
    try {
      await client.query('select pg_advisory_lock($1)', [PREPARING]);
      return await work();
    } finally {
      await client.end().catch(() => undefined);
    }
  };
  try {
    await alone(() =>
      prepare(
        db,
        async (migrationsFolder) => (await import('drizzle-orm/node-postgres/migrator')).migrate(db, { migrationsFolder }),
        opening,
      ),
    );
  } catch (error) {
    await pool.end().catch(() => undefined);
    throw error;
  }
  const listeners: (() => Promise<void>)[] = [];
  return {
    db,
    alone,
    tidy: async () => undefined,
    listen: async (channel, heard) => {
      listeners.push(await keepListening(() => new pg.Client({ connectionString: url }), channel, heard));
    },
    close: async () => {
      await Promise.all(listeners.map((end) => end()));
      await pool.end();
    },
  };
}

/** A fact of this installation; made when it is asked for the first time. Several processes that ask together get one answer. */
export async function factOf({ db }: Database, name: string, make: () => string): Promise<string> {
  const read = async () => (await db.select().from(schema.installation).where(eq(schema.installation.name, name)))[0]?.value;
  const known = await read();
  if (known !== undefined) return known;
  await db.insert(schema.installation).values({ name, value: make() }).onConflictDoNothing();
  return (await read())!;
}

const gone = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOTFOUND',
  'EAI_AGAIN',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENETUNREACH',
]);

/** An error and what caused it, the innermost last: drivers and Drizzle wrap what the database said. */
function* causes(error: unknown): Generator<Error & { readonly code?: unknown }> {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 10; at = at.cause, depth++) yield at;
}
const hasCode = (error: unknown, pattern: RegExp): boolean =>
  [...causes(error)].some(({ code }) => typeof code === 'string' && pattern.test(code));
/** What was said at first, before anybody wrapped it. */
export const reasonOf = (error: Error): string => [...causes(error)].at(-1)?.message ?? error.message;

/** Whether an error says that the disk of the database is full (PostgreSQL manual, appendix A: disk_full). */
export const isFull = (error: unknown): boolean => hasCode(error, /^(53100|ENOSPC)$/);
/** Whether an error says that files of the database are damaged or gone (the same, classes 58 and XX). */
export const isDamaged = (error: unknown): boolean => hasCode(error, /^(58000|58030|58P0\d|XX00[12])$/);

/**
 * Whether an error says that the database is away or full for a while, and not that the request was wrong.
 * Source: PostgreSQL manual, appendix A: classes 08 (connection), 53 (resources), 57P01 to 57P03 (shut down, starting up); node-postgres'
 * own sentences for a connection that ended.
 */
export function isAway(error: unknown): boolean {
  for (const at of causes(error)) {
    const { code } = at;
    if (typeof code === 'string' && (gone.has(code) || /^(08|53)...$|^57P0[123]$/.test(code))) return true;
    if (
      /^(Connection terminated|Client has encountered a connection error|timeout exceeded when trying to connect)/.test(
        at.message,
      )
    )
      return true;
    if (at instanceof AggregateError && at.errors.some(isAway)) return true;
  }
  return false;
}
