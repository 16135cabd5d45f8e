/** The lock of a data folder: one holds it, whoever comes at the same time; one whose process is gone holds nothing. */
import { spawn } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { lockFolder, take } from './lock.js';

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-lock-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));
const lock = () => join(folder, 'lock');

test('it is held by one, and given back', async () => {
  const unlock = await lockFolder(folder);
  expect(await readFile(lock(), 'utf8')).toMatch(new RegExp(`^${process.pid} `));
  await expect(lockFolder(folder)).rejects.toThrow(`is in use by another Dessin (process ${process.pid})`);
  unlock();
  expect(await readdir(folder)).toEqual([]);
});
// A number below 1 means a group of processes, and asking whether a group is there says yes.
test.each([
  ['a process that is gone', '999999999 1'],
  ['a number that was given to another process since', `${process.pid} 1`],
  ['a group', '-1 0'],
  ['every group', '0 0'],
  ['nothing', ''],
  ['no number', 'me'],
  ['not a whole number', '1.5 0'],
])('the lock of %s is stale', async (_, content) => {
  await writeFile(lock(), content);
  const unlock = await lockFolder(folder);
  await expect(lockFolder(folder)).rejects.toThrow('is in use');
  unlock();
  expect(await readdir(folder)).toEqual([]);
});
test('who finds a stale lock that another has taken over meanwhile leaves it to that one', async () => {
  await writeFile(lock(), '999999999 1');
  let times = 0;
  const other = `${process.pid}  other`;
  const held = take(lock(), `${process.pid}  late`, () => {
    if (times++ === 0) expect(take(lock(), other)).toBeNull();
  });
  expect([times, held, await readFile(lock(), 'utf8')]).toEqual([1, process.pid, other]);
});
test('a lock that is another’s by now is not given back', async () => {
  const unlock = await lockFolder(folder);
  await writeFile(lock(), 'of another');
  unlock();
  expect(await readFile(lock(), 'utf8')).toBe('of another');
});
test('a claim whose process is gone does not hold up the next one', async () => {
  const content = '999999999 1';
  await writeFile(lock(), content);
  const { createHash } = await import('node:crypto');
  await writeFile(`${lock()}.${createHash('sha256').update(content).digest('hex').slice(0, 16)}`, '999999998 1');
  (await lockFolder(folder))();
  expect(await readdir(folder)).toEqual([]);
});

/** A process of its own that takes the lock at a moment, says so, and holds it. */
const starter = (at: number) => {
  const child = spawn(
    process.execPath,
    [
      '--input-type=module',
      '-e',
      `const { lockFolder } = await import(process.argv[1]);
       while (Date.now() < Number(process.argv[3]));
       await lockFolder(process.argv[2]).then(() => { console.log('held'); setInterval(() => {}, 1000); }, (error) => console.log(error.message));`,
      pathToFileURL(resolve('dist/server/lock.js')).href,
      folder,
      String(at),
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const said = new Promise<string>((done) => child.stdout.once('data', (part) => done(String(part).trim())));
  return { child, said };
};
test.each([
  ['no lock', null],
  ['the lock of a killed process', '999999999 1'],
])(
  'three that start together on %s: one holds it, and the others say which',
  async (_, content) => {
    for (let round = 0; round < 3; round++) {
      await rm(lock(), { force: true });
      if (content !== null) await writeFile(lock(), content);
      const at = Date.now() + 700;
      const all = [starter(at), starter(at), starter(at)];
      const said = await Promise.all(all.map((one) => one.said));
      const holder = all[said.indexOf('held')]!;
      expect(said.filter((text) => text === 'held')).toHaveLength(1);
      expect(said.filter((text) => text.includes(`in use by another Dessin (process ${holder.child.pid})`))).toHaveLength(2);
      for (const { child } of all) child.kill('SIGKILL');
      await Promise.all(
        all.map(({ child }) => child.exitCode ?? child.signalCode ?? new Promise((gone) => child.once('exit', gone))),
      );
    }
  },
  60_000,
);
