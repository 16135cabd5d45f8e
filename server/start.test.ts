/** Starting: each thing in the way is one clear sentence. */
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { lockFolder } from './lock.js';
import { start } from './start.js';

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-start-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));
const options = (more: Partial<Parameters<typeof start>[0]>) => ({
  port: 0,
  host: '127.0.0.1',
  data: folder,
  databaseUrl: undefined,
  demo: false,
  ...more,
});

test('a taken port', async () => {
  const other = createServer();
  await new Promise<void>((done) => other.listen(0, '127.0.0.1', done));
  const address = other.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  await expect(start(options({ port }))).rejects.toThrow(
    `Port ${port} is taken by another program. Stop that one, or set PORT to a free one`,
  );
  other.close();
});
test('a port that is none', () => expect(start(options({ port: 99999 }))).rejects.toThrow('a whole number from 0 to 65535'));
test('a data folder that cannot be written', async () => {
  await writeFile(join(folder, 'file'), '');
  await expect(start(options({ data: join(folder, 'file', 'data') }))).rejects.toThrow(
    /cannot be written \(ENOTDIR\).*DESSIN_DATA/,
  );
});
test('a data folder in use; the lock of a process that is gone does not count', async () => {
  const unlock = await lockFolder(folder);
  await expect(lockFolder(folder)).rejects.toThrow(`is in use by another Dessin (process ${process.pid})`);
  unlock();
  await writeFile(join(folder, 'lock'), '999999999 1');
  const again = await lockFolder(folder);
  again();
  // The number was given to another process since: ours, born at another time.
  await writeFile(join(folder, 'lock'), `${process.pid} 1`);
  (await lockFolder(folder))();
});
test('a missing database server', () =>
  expect(start(options({ databaseUrl: 'postgres://nobody@127.0.0.1:1/none' }))).rejects.toThrow(
    'The database at DATABASE_URL cannot be opened',
  ));
