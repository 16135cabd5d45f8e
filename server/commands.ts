/** What `npm run backup` and `npm run restore` do. What they say is for people; a sentence that ends one is a StartError. */
import { existsSync, readFileSync, renameSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { FormatError } from '#core/formats/report';
import { lockFolder, StartError } from './lock.js';
import { makePeople, PeopleFault } from './people/people.js';
import { closeWorkers, makeWorkers } from './routes/threaded.js';
import { wholeMaker } from './routes/whole.js';
import { type Backup, backUp } from './store/backup.js';
import { type Database, openDatabase } from './store/database.js';
import { backupsIn, databaseIn, faultOfFolder, isFresh } from './store/folder.js';
import { type OpenBackup, openBackup, restoreInto, told } from './store/restore.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore } from './store/store.js';

export interface House {
  /** Data folder. */
  readonly data: string;
  readonly databaseUrl: string | undefined;
  /** Folder of the backups. */
  readonly backups: string;
  readonly kept: number;
}
const mb = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

const lineIn = (file: string): string | null => {
  try {
    return readFileSync(file, 'utf8').trim();
  } catch {
    return null;
  }
};
/** What the server that has a folder open says to a request of this machine; null where there is none. @throws StartError with what it refuses */
async function askServer<T>(data: string, path: string, body: unknown): Promise<T | null> {
  const address = lineIn(join(data, 'address'));
  if (!address) return null;
  const answer = await fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', authorization: `Bearer ${lineIn(join(data, 'key')) ?? ''}` },
    body: JSON.stringify(body),
  }).catch(() => null);
  // It was killed, and left its address behind.
  if (!answer) return null;
  const said = (await answer.json().catch(() => ({}))) as T & { readonly detail?: string };
  if (!answer.ok) throw new StartError(said.detail ?? `The server at ${address} answered ${answer.status}.`);
  return said;
}
/** A backup, by the server where it runs, else by this process. @returns what to say @throws StartError */
export async function backupCommand({ data, databaseUrl, backups, kept }: House): Promise<string> {
  const folder = resolve(data);
  const made = databaseUrl
    ? null
    : await askServer<{ readonly file: string; readonly bytes: number; readonly shows: number }>(folder, '/api/backup', {});
  if (made) return `Backup made by the server that is running: ${made.file} (${made.shows} shows, ${mb(made.bytes)}).`;
  return withDatabase(folder, databaseUrl, 'back up', async (database) => {
    const workers = makeWorkers();
    try {
      const whole = wholeMaker(makeStore(database), makeShelfStore(database), workers);
      const own: Backup = await backUp({ database, whole }, resolve(backups), kept || Number.MAX_SAFE_INTEGER);
      return `Backup made: ${own.file} (${own.manifest.shows.length} shows, ${mb(own.bytes)}).`;
    } finally {
      await closeWorkers(workers);
    }
  });
}

/** Opens the database that no server has open, does something with it, and closes it. @param what  in words that go on after "nothing to" @throws StartError */
async function withDatabase<T>(
  folder: string,
  databaseUrl: string | undefined,
  what: string,
  act: (database: Database) => Promise<T>,
  /** One that was never started gets its database now. */
  alsoFresh = false,
): Promise<T> {
  const unlock = databaseUrl ? () => undefined : await lockFolder(folder);
  try {
    const fault = databaseUrl ? null : faultOfFolder(folder, join(folder, 'none'));
    if (fault) throw new StartError(`The database in ${folder} is damaged: ${fault}. There is nothing to ${what}.`);
    if (!databaseUrl && !existsSync(databaseIn(folder)) && !(alsoFresh && isFresh(folder)))
      throw new StartError(`There is no database in ${folder}. Start Dessin once, or set DESSIN_DATA.`);
    const database = await openDatabase(folder, databaseUrl);
    try {
      return await act(database);
    } finally {
      await database.close();
    }
  } finally {
    unlock();
  }
}

/**
 * Makes an owner of the house, or lets one in again: an account of that name gets the password, and owns the house.
 * Whoever can do this has the data anyway. @returns what to say @throws StartError
 */
export async function ownerCommand(
  { data, databaseUrl }: Pick<House, 'data' | 'databaseUrl'>,
  name: string,
  password: string,
): Promise<string> {
  const folder = resolve(data);
  const asked = databaseUrl
    ? null
    : await askServer<{ readonly name: string; readonly fresh: boolean }>(folder, '/api/people/owner', { name, password });
  const made =
    asked ??
    (await withDatabase(
      folder,
      databaseUrl,
      'own',
      async (database) => {
        try {
          return await makePeople(database).makeOwner(name, password);
        } catch (error) {
          throw error instanceof PeopleFault ? new StartError(error.message) : error;
        }
      },
      true,
    ));
  return made.fresh
    ? `${made.name} owns this house now. Sign in with the name and the password.`
    : `There was an account of the name ${made.name}: it has the new password, owns this house, and is signed out everywhere.`;
}

export interface Restoring {
  readonly file: string;
  /** Data folder that it goes into. */
  readonly into: string;
  readonly databaseUrl: string | undefined;
  /** Shows what is in it, and says whether to go on. */
  readonly ask: (lines: readonly string[]) => Promise<boolean>;
}
const opened = async (file: string): Promise<OpenBackup> => {
  try {
    return await openBackup(file);
  } catch (error) {
    throw error instanceof FormatError ? new StartError(error.message) : error;
  }
};
/**
 * Restores a backup into a data folder that is empty, or whose database is damaged: that one is kept beside it.
 * @returns what to say @throws StartError
 */
export async function restoreCommand({ file, into, databaseUrl, ask }: Restoring): Promise<string> {
  const backup = await opened(resolve(file));
  const folder = resolve(into);
  const say = async () => ask(told(backup));
  if (databaseUrl) {
    if (!(await say())) return NOTHING;
    await fill(null, databaseUrl, backup, file);
    return 'Restored into the database at DATABASE_URL.';
  }
  const unlock = await lockFolder(folder);
  try {
    if (await opens(folder))
      throw new StartError(
        `${folder} holds a database that is sound. Restore into a folder of its own: npm run restore ${JSON.stringify(file)} -- --into FOLDER, and start with DESSIN_DATA=FOLDER.`,
      );
    if (!(await say())) return NOTHING;
    let beside = '';
    if (existsSync(databaseIn(folder))) {
      beside = `${databaseIn(folder)}-damaged-${new Date().toISOString().slice(0, 19).replaceAll(':', '')}`;
      renameSync(databaseIn(folder), beside);
    }
    await fill(folder, undefined, backup, file);
    return `Restored into ${folder}.${beside ? ` What lay there is kept as ${beside}.` : ''} Start Dessin with DESSIN_DATA=${folder}`;
  } finally {
    unlock();
  }
}
const NOTHING = 'Nothing was restored.';
/** Whether a folder holds a database that can be opened. */
async function opens(folder: string): Promise<boolean> {
  if (isFresh(folder) || faultOfFolder(folder) !== null) return false;
  const database = await openDatabase(folder, undefined).catch(() => null);
  await database?.close();
  return database !== null;
}
async function fill(folder: string | null, databaseUrl: string | undefined, backup: OpenBackup, file: string): Promise<void> {
  const database = await openDatabase(folder, databaseUrl, {
    restoring: { migrations: backup.manifest.migrations, fill: (empty) => restoreInto(empty, backup, file) },
  }).catch((error: Error) => {
    throw new StartError(`Nothing was restored: ${error.message}`);
  });
  await database.close();
}

/** What there is to restore from, where no file is named. */
export const backupsTold = (backups: string): string => {
  const list = backupsIn(resolve(backups));
  return list.length
    ? `Backups in ${resolve(backups)}:\n${list.map(({ file }) => `  ${file}`).join('\n')}`
    : `There is no backup in ${resolve(backups)}.`;
};
