/** A damaged data folder never begins afresh: it says what is damaged, from when the last backup is, and what restores it. */
import { existsSync } from 'node:fs';
import { cp, mkdir, mkdtemp, readdir, rm, truncate, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { start } from '../start.js';
import { backupName, backupsIn, beginMaking, faultOfFolder, faultOfRoom, wayBack } from './folder.js';

let room = '';
const started = (data: string) => start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: true });
/** A house with a show of its own, ended as it should be; copied for each damage. */
const sound = () => join(room, 'sound');
beforeAll(async () => {
  room = await mkdtemp(join(tmpdir(), 'dessin-folder-'));
  await (await started(sound())).stop();
}, 120_000);
afterAll(() => rm(room, { recursive: true, force: true }));

let n = 0;
const copied = async (): Promise<string> => {
  const folder = join(room, `copy ${++n}`);
  await cp(sound(), folder, { recursive: true });
  return folder;
};

test.each<[string, (db: string) => Promise<unknown>, string]>([
  ['PG_VERSION is lost', (db) => rm(join(db, 'PG_VERSION')), 'db/PG_VERSION is missing'],
  ['PG_VERSION is emptied', (db) => truncate(join(db, 'PG_VERSION')), 'db/PG_VERSION is empty'],
  ['the folder is emptied', (db) => rm(db, { recursive: true }).then(() => mkdir(db)), 'its folder db is empty'],
  ['the folder is gone', (db) => rm(db, { recursive: true }), 'its folder db is gone'],
  ['the data are gone', (db) => rm(join(db, 'base'), { recursive: true }), 'db/base is missing'],
  ['the log is gone', (db) => rm(join(db, 'pg_wal'), { recursive: true }), 'db/pg_wal is missing'],
  ['the control file is cut', (db) => truncate(join(db, 'global', 'pg_control'), 100), 'PostgreSQL does not begin'],
  [
    'the control file holds nonsense',
    (db) => writeFile(join(db, 'global', 'pg_control'), new Uint8Array(8192)),
    'PostgreSQL does not begin',
  ],
])(
  '%s',
  async (_, damage, said) => {
    const folder = await copied();
    const backup = join(folder, 'backups', backupName(new Date('2026-11-29T03:15:00Z')));
    await mkdir(join(folder, 'backups'));
    await writeFile(backup, '');
    await damage(join(folder, 'db'));
    const inside = async () =>
      existsSync(join(folder, 'db')) ? (await readdir(join(folder, 'db'))).filter((name) => name !== 'postmaster.pid') : null;
    const before = await inside();
    const failed = started(folder);
    await expect(failed).rejects.toThrow(`The database in ${folder} is damaged: ${said}`);
    await expect(failed).rejects.toThrow(`The last backup is from 29 November 2026`);
    await expect(failed).rejects.toThrow(`npm run restore ${JSON.stringify(backup)}`);
    // Nothing was made in its place.
    expect(await inside()).toEqual(before);
  },
  60_000,
);

test('without a backup it says so, and what to do', async () => {
  const folder = await copied();
  await rm(join(folder, 'db', 'PG_VERSION'));
  await expect(started(folder)).rejects.toThrow(`There is no backup in ${join(folder, 'backups')}.`);
});
test('a folder without database and mark, in which backups lie, is no new house', async () => {
  const folder = await copied();
  await rm(join(folder, 'made'));
  await rm(join(folder, 'db'), { recursive: true });
  expect(faultOfFolder(folder)).toBeNull();
  await mkdir(join(folder, 'backups'));
  await writeFile(join(folder, 'backups', backupName(new Date('2026-11-29T03:15:00Z'))), '');
  expect(faultOfFolder(folder)).toBe('its folder db is gone');
});
test('a folder of the release before, which has no mark, is known by what is left of its database', async () => {
  const folder = await copied();
  await rm(join(folder, 'made'));
  expect(faultOfFolder(folder)).toBeNull();
  await rm(join(folder, 'db', 'PG_VERSION'));
  expect(faultOfFolder(folder)).toBe('db/PG_VERSION is missing');
});
test('a first start that was cut off begins again', async () => {
  const folder = join(room, 'cut');
  await mkdir(join(folder, 'db', 'base'), { recursive: true });
  await writeFile(join(folder, 'making'), '1');
  expect(faultOfFolder(folder)).toBeNull();
  beginMaking(folder);
  expect(await readdir(folder)).toEqual(['making']);
  await (await started(folder)).stop();
  expect((await readdir(folder)).sort()).toEqual(['db', 'made']);
}, 60_000);
test('a full disk is said in a sentence', () => {
  expect(faultOfRoom(room, 10, 9)).toMatch(/^The disk of the data folder .* is full: 0 MB are free.*DESSIN_DATA/);
  expect(faultOfRoom(room, 10, 10)).toBeNull();
  expect(faultOfRoom(room, 1e15)).toMatch(/is full: \d+ MB are free/);
  expect(faultOfRoom(join(room, 'nowhere'), 1e15)).toBeNull();
});
test('the newest backup is the first; other files are none', async () => {
  const folder = join(room, 'backups');
  await mkdir(folder);
  const at = ['2026-11-28T03:00:00Z', '2026-11-30T03:00:05Z', '2026-11-29T23:59:59Z'].map((text) => new Date(text));
  for (const moment of at) await writeFile(join(folder, backupName(moment)), '');
  for (const name of ['notes.txt', 'dessin-2026-13-40-990000.zip', `${backupName(at[0]!)}.part`])
    await writeFile(join(folder, name), '');
  expect(backupsIn(folder).map((backup) => backup.at.toISOString())).toEqual([
    '2026-11-30T03:00:05.000Z',
    '2026-11-29T23:59:59.000Z',
    '2026-11-28T03:00:00.000Z',
  ]);
  expect(wayBack(room, folder)).toContain(backupName(at[1]!));
});
