/**
 * The data folder: what lies in it, and what is wrong with it. A folder that has held a database never begins afresh without a word: somebody's
 * shows were in it.
 */
import { existsSync, readdirSync, rmSync, statfsSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';

/** Where PGlite keeps its files. */
export const databaseIn = (folder: string): string => join(folder, 'db');
/** Says that a database was made here; it stays when the database is gone. */
const madeIn = (folder: string): string => join(folder, 'made');
/** Stands while the first database is being made: what lies there then was never anybody's. */
const makingIn = (folder: string): string => join(folder, 'making');

/** Parts of a database without which PostgreSQL does not begin (PostgreSQL manual, 66.1: Database File Layout). */
const parts = [
  'PG_VERSION',
  'postgresql.conf',
  'base',
  'global',
  join('global', 'pg_control'),
  'pg_wal',
  'pg_xact',
  'pg_multixact',
] as const;

const listed = (folder: string): string[] => {
  try {
    return readdirSync(folder);
  } catch {
    return [];
  }
};
const isEmpty = (path: string): boolean => (statSync(path).isDirectory() ? listed(path).length === 0 : statSync(path).size === 0);

/** What is missing of a database that was here, as the end of a sentence; null for a sound one, and where there never was one. */
export function faultOfFolder(folder: string, backups = join(folder, 'backups')): string | null {
  const database = databaseIn(folder);
  const known = existsSync(madeIn(folder)) || backupsIn(backups).length > 0;
  if (!existsSync(database)) return known ? `its folder ${basename(database)} is gone` : null;
  // A first start that was cut off left it half made.
  if (existsSync(makingIn(folder))) return null;
  if (!listed(database).length) return `its folder ${basename(database)} is empty`;
  const lost = parts.find((part) => !existsSync(join(database, part)));
  if (lost) return `${join(basename(database), lost)} is missing`;
  const empty = parts.find((part) => isEmpty(join(database, part)));
  return empty ? `${join(basename(database), empty)} is empty` : null;
}

/** Begins the first database. What an unfinished first start left is taken away. */
export function beginMaking(folder: string): void {
  if (existsSync(makingIn(folder))) rmSync(databaseIn(folder), { recursive: true, force: true });
  writeFileSync(makingIn(folder), `${process.pid}`);
}
/** Whether a database is to be made: there is none, or one that was never finished. */
export const isFresh = (folder: string): boolean => !existsSync(databaseIn(folder)) || existsSync(makingIn(folder));
/** The database stands. */
export function endMaking(folder: string): void {
  if (!existsSync(madeIn(folder)))
    writeFileSync(madeIn(folder), `A database of Dessin was made here, ${new Date().toISOString()}\n`);
  rmSync(makingIn(folder), { force: true });
}

/** Room that a new database takes with its first log, and some to work in, bytes. */
const ROOM = 150e6;
/** Whether too little room is left on the disk of a folder for a new database, as a sentence; null where there is enough, or the system does not say. */
export function faultOfRoom(folder: string, least = ROOM, free = freeOn(folder)): string | null {
  if (free === null || free >= least) return null;
  const mb = (bytes: number) => `${Math.floor(bytes / 1e6)} MB`;
  return `The disk of the data folder ${folder} is full: ${mb(free)} are free, and a new database needs ${mb(least)}. Make room there, or set DESSIN_DATA to a folder on another disk.`;
}
function freeOn(folder: string): number | null {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return null;
  }
}

export interface BackupFile {
  readonly file: string;
  readonly at: Date;
}
/** Names of backups carry their moment, in UTC: dessin-2026-11-30-031200.zip. */
export const backupName = (at: Date): string =>
  `dessin-${at.toISOString().slice(0, 19).replace('T', '-').replaceAll(':', '')}.zip`;
const momentOf = (name: string): Date | null => {
  const found = /^dessin-(\d{4}-\d\d-\d\d)-(\d\d)(\d\d)(\d\d)\.zip$/.exec(name);
  const at = found ? new Date(`${found[1]}T${found[2]}:${found[3]}:${found[4]}Z`) : null;
  return at && Number.isFinite(at.getTime()) ? at : null;
};
/** Backups in a folder, the newest first. */
export function backupsIn(folder: string): BackupFile[] {
  return listed(folder)
    .flatMap((name) => {
      const at = momentOf(name);
      return at ? [{ file: join(folder, name), at }] : [];
    })
    .sort((a, b) => b.at.getTime() - a.at.getTime());
}

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short' });
/** What to do where a database is damaged: the last backup, and the command that restores it. */
export function wayBack(folder: string, backups: string): string {
  const [last] = backupsIn(backups);
  return last
    ? `The last backup is from ${day.format(last.at)}. To have it again: npm run restore ${JSON.stringify(last.file)}. What lies in ${folder} now is kept beside it.`
    : `There is no backup in ${backups}. Keep the folder ${folder} as it is and copy it; to begin with an empty house, set DESSIN_DATA to another folder.`;
}
