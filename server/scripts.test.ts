/** The two commands say what is in the way in one sentence, before anything is installed, and end with a code that is not zero. */
import { spawn } from 'node:child_process';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from '@jest/globals';

const demo = (env: Record<string, string>): Promise<{ code: number | null; said: string }> =>
  new Promise((done) => {
    const child = spawn(process.execPath, [resolve('scripts/demo.mjs')], {
      env: { ...process.env, DATABASE_URL: '', ...env },
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

/** Processes whose environment holds a text: what a command left behind, whoever its parent is by now. Linux. */
async function withEnvironment(text: string): Promise<string[]> {
  const found: string[] = [];
  for (const pid of (await readdir('/proc')).filter((name) => /^\d+$/.test(name))) {
    const environment = await readFile(`/proc/${pid}/environ`, 'utf8').catch(() => '');
    if (environment.includes(text)) found.push(await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => ''));
  }
  return found;
}

const onLinux = process.platform === 'linux' ? test : test.skip;
onLinux(
  'npm run demo that is told to stop leaves no process behind',
  async () => {
    const folder = await mkdtemp(join(tmpdir(), 'dessin-orphan-'));
    const child = spawn('npm', ['run', 'demo'], {
      env: { ...process.env, PORT: '0', DESSIN_DATA: join(folder, 'data'), DESSIN_DEMO: 'no', DATABASE_URL: '' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    await new Promise<void>((open, failed) => {
      for (const stream of [child.stdout, child.stderr])
        stream.on('data', (part) => {
          said += part;
          if (said.includes('Dessin is open at')) open();
        });
      child.on('exit', () => failed(new Error(said)));
    });
    expect((await withEnvironment(folder)).length).toBeGreaterThan(1);
    child.kill('SIGTERM');
    const until = Date.now() + 20_000;
    while ((await withEnvironment(folder)).length && Date.now() < until) await new Promise((wait) => setTimeout(wait, 100));
    expect(await withEnvironment(folder)).toEqual([]);
    // It ended itself, and was not cut off: the lock of its data folder is gone.
    expect((await readdir(join(folder, 'data'))).sort()).toEqual(['db', 'made']);
    await rm(folder, { recursive: true, force: true });
  },
  180_000,
);

test('the lock file is complete: what any platform would install has its entry, so that npm ci takes it', async () => {
  const lock = JSON.parse(await readFile(resolve('package-lock.json'), 'utf8')) as {
    packages: Record<string, { optionalDependencies?: Record<string, string> }>;
  };
  const missing = Object.entries(lock.packages).flatMap(([at, { optionalDependencies = {} }]) =>
    Object.keys(optionalDependencies)
      .filter((name) => !(`node_modules/${name}` in lock.packages) && !(`${at}/node_modules/${name}` in lock.packages))
      .map((name) => `${name} of ${at || 'Dessin'}`),
  );
  expect(missing).toEqual([]);
});
