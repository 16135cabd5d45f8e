/** The two commands: a backup with a server that runs and without, and the way back into a folder, whatever lies there. */
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { backupCommand, backupsTold, restoreCommand } from './commands.js';
import { type Running, start } from './start.js';
import { backupsIn } from './store/folder.js';

let room = '';
let data = '';
const started = (folder: string): Promise<Running> =>
  start({ port: 0, host: '127.0.0.1', data: folder, databaseUrl: undefined, demo: true });
const house = () => ({ data, databaseUrl: undefined, backups: join(data, 'backups'), kept: 14 });
const showsOf = async (folder: string): Promise<string[]> => {
  const running = await started(folder);
  const { shows } = (await (await fetch(`${running.url}/api/shows`)).json()) as { shows: { name: string }[] };
  await running.stop();
  return shows.map(({ name }) => name);
};
beforeAll(async () => {
  room = await mkdtemp(join(tmpdir(), 'dessin-commands-'));
  data = join(room, 'data');
});
afterAll(() => rm(room, { recursive: true, force: true }));
const restore = (file: string, into: string, yes = true, seen: string[] = []) =>
  restoreCommand({
    file,
    into,
    databaseUrl: undefined,
    ask: async (lines) => {
      seen.push(...lines);
      return yes;
    },
  });

test('there is nothing to back up where there is nothing', async () => {
  await expect(backupCommand(house())).rejects.toThrow(`There is no database in ${data}. Start Dessin once`);
  expect(backupsTold(house().backups)).toBe(`There is no backup in ${house().backups}.`);
});
test('the server that runs makes it, and goes on; without one the command does', async () => {
  const running = await started(data);
  expect(await backupCommand(house())).toMatch(
    /^Backup made by the server that is running: .*dessin-.*\.zip \(1 shows, 0\.\d MB\)\.$/,
  );
  await fetch(`${running.url}/api/shows`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Mine', units: 'metric', stageWidth: 9000, stageDepth: 9000 }),
  });
  await running.stop();
  expect(backupsIn(house().backups)).toHaveLength(1);
  // Named by the second.
  await new Promise((next) => setTimeout(next, 1100));
  expect(await backupCommand(house())).toMatch(/^Backup made: .*\(2 shows, /);
  expect(backupsTold(house().backups).split('\n')).toHaveLength(3);
  expect(await readdir(data)).not.toContain('lock');
}, 60_000);
test('an address that a killed server left behind is no server', async () => {
  await writeFile(join(data, 'address'), 'http://127.0.0.1:1');
  await new Promise((next) => setTimeout(next, 1100));
  expect(await backupCommand(house())).toMatch(/^Backup made: /);
}, 60_000);

test('a look is a look: nothing is restored; into an empty folder it is, whole', async () => {
  const [{ file } = { file: '' }] = backupsIn(house().backups);
  const seen: string[] = [];
  const into = join(room, 'other', 'place');
  expect(await restore(file, into, false, seen)).toBe('Nothing was restored.');
  expect(seen[0]).toMatch(/^Backup from /);
  expect(seen.join('\n')).toMatch(/The Salt Orchard: 144 fixtures/);
  expect(await readdir(into)).toEqual([]);
  expect(await restore(file, into)).toBe(`Restored into ${into}. Start Dessin with DESSIN_DATA=${into}`);
  expect((await showsOf(into)).sort()).toEqual(['Mine', 'The Salt Orchard']);
}, 60_000);
test('a sound database is never written over, nor one that is in use; a damaged one is kept beside', async () => {
  const [{ file } = { file: '' }] = backupsIn(house().backups);
  await expect(restore(file, data)).rejects.toThrow(`${data} holds a database that is sound. Restore into a folder of its own`);
  const running = await started(data);
  await expect(restore(file, data)).rejects.toThrow('is in use by another Dessin');
  await running.stop();
  await rm(join(data, 'db', 'PG_VERSION'));
  await expect(backupCommand(house())).rejects.toThrow('is damaged: db/PG_VERSION is missing. There is nothing to back up.');
  expect(await restore(file, data)).toMatch(/What lay there is kept as .*db-damaged-/);
  expect((await readdir(data)).filter((name) => name.startsWith('db'))).toHaveLength(2);
  expect((await showsOf(data)).sort()).toEqual(['Mine', 'The Salt Orchard']);
}, 60_000);
test('what is no backup restores nothing', async () => {
  const file = join(room, 'none.zip');
  await writeFile(file, 'text');
  await expect(restore(file, join(room, 'none'))).rejects.toThrow('is not a zip archive');
});
