/** What `npm run backup` and `npm run restore` do. What they say is for people; a sentence that ends one is a StartError. */
import { existsSync, readFileSync, renameSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { FormatError } from '#core/formats/report';
import { lockFolder, StartError } from './lock.js';
import { closeWorkers, makeWorkers } from './routes/threaded.js';
import { wholeMaker } from './routes/whole.js';
import { type Backup, backUp } from './store/backup.js';
import { openDatabase } from './store/database.js';
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

/** The server that has the folder open, or null. */
function addressOf(data: string): string | null {
  try {
    return readFileSync(join(data, 'address'), 'utf8').trim();
  } catch {
    return null;
  }
}
/** A backup, by the server where it runs, else by this process. @returns what to say @throws StartError */
export async function backupCommand({ data, databaseUrl, backups, kept }: House): Promise<string> {
  const folder = resolve(data);
  const address = databaseUrl ? null : addressOf(folder);
  if (address) {
    const answer = await fetch(`${address.replace('//0.0.0.0', '//127.0.0.1')}/api/backup`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    }).catch(() => null);
    const said = (await answer?.json().catch(() => null)) as {
      file?: string;
      bytes?: number;
      shows?: number;
      detail?: string;
    } | null;
    if (answer?.ok && said?.file)
      return `Backup made by the server that is running: ${said.file} (${said.shows} shows, ${mb(said.bytes ?? 0)}).`;
    if (answer) throw new StartError(said?.detail ?? `The server at ${address} answered ${answer.status}.`);
    // It was killed, and left its address behind.
  }
  const unlock = databaseUrl ? () => undefined : await lockFolder(folder);
  try {
    const fault = databaseUrl ? null : faultOfFolder(folder, join(folder, 'none'));
    if (fault) throw new StartError(`The database in ${folder} is damaged: ${fault}. There is nothing to back up.`);
    if (!databaseUrl && !existsSync(databaseIn(folder)))
      throw new StartError(`There is no database in ${folder}. Start Dessin once, or set DESSIN_DATA.`);
    const database = await openDatabase(folder, databaseUrl);
    const workers = makeWorkers();
    try {
      const whole = wholeMaker(makeStore(database), makeShelfStore(database), workers);
      const made: Backup = await backUp({ database, whole }, resolve(backups), kept || Number.MAX_SAFE_INTEGER);
      return `Backup made: ${made.file} (${made.manifest.shows.length} shows, ${mb(made.bytes)}).`;
    } finally {
      await closeWorkers(workers);
      await database.close();
    }
  } finally {
    unlock();
  }
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
