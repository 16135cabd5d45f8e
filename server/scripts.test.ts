/** The two commands say what is in the way in one sentence, before anything is installed, and end with a code that is not zero. */
import { spawn } from 'node:child_process';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from '@jest/globals';

const demo = (env: Record<string, string>): Promise<{ code: number | null; said: string }> =>
  new Promise((done) => {
    const child = spawn(process.execPath, [resolve('scripts/demo.mjs')], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stdout.on('data', (part) => {
      said += part;
    });
    child.stderr.on('data', (part) => {
      said += part;
    });
    const timer = setTimeout(() => child.kill('SIGKILL'), 20_000);
    child.on('exit', (code) => {
      clearTimeout(timer);
      done({ code, said: said.trim() });
    });
  });

test('a port that is taken', async () => {
  const other = createServer();
  await new Promise<void>((ready) => other.listen(0, '127.0.0.1', ready));
  const address = other.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  const { code, said } = await demo({ PORT: String(port) });
  other.close();
  expect(code).toBe(1);
  expect(said).toBe(
    `Port ${port} is taken by another program. Stop that one, or set PORT to a free one, for example PORT=${port + 1}.`,
  );
});

test('a port that is none', async () =>
  expect(await demo({ PORT: 'abc' })).toEqual({ code: 1, said: 'PORT is "abc", but a port is a whole number from 0 to 65535.' }));

test('a data folder that cannot be written', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'dessin-scripts-'));
  await writeFile(join(folder, 'file'), '');
  const { code, said } = await demo({ PORT: '0', DESSIN_DATA: join(folder, 'file', 'data') });
  await rm(folder, { recursive: true, force: true });
  expect(code).toBe(1);
  expect(said).toMatch(
    /^The data folder .* cannot be written \(ENOTDIR\)\. Give yourself the right to write there, or set DESSIN_DATA to another folder\.$/,
  );
});
