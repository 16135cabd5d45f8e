/** A server of its own in a process of its own, on a fresh data folder: what is measured does not share its thread. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import { writeShowFile } from '#core/formats/show/archive';
import type { Show } from '#core/model/show';

export interface House {
  readonly url: string;
  readonly data: string;
  readonly pid: number;
  ask(method: string, path: string, body?: unknown): Promise<Response>;
  /** Sends a file. */
  file(path: string, bytes: Uint8Array): Promise<Response>;
  /** Brings a show in as a file. @returns its id there */
  bring(show: Show): Promise<string>;
  stop(signal?: NodeJS.Signals): Promise<void>;
  /** Ends it, and takes the folder away. */
  done(): Promise<void>;
}

const freePort = (): Promise<number> =>
  new Promise((found) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => found(typeof address === 'object' && address ? address.port : 0));
    });
  });
export const showFile = (show: Show): Uint8Array =>
  writeShowFile({ id: show.id, records: [...show.records.values()], files: [], issues: [] });

/** ms until it answers, from its start. */
export async function openHouse(data?: string, env: Record<string, string> = {}): Promise<House & { readonly started: number }> {
  const folder = data ?? (await mkdtemp(join(tmpdir(), 'dessin-bench-')));
  const port = await freePort();
  const from = performance.now();
  const child: ChildProcess = spawn(process.execPath, [resolve('dist/start/main.js')], {
    env: { ...process.env, PORT: String(port), DESSIN_DATA: folder, DATABASE_URL: '', DESSIN_DEMO: 'no', ...env },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const gone = new Promise<void>((done) => child.once('exit', () => done()));
  const url = `http://127.0.0.1:${port}`;
  for (;;) {
    if (child.exitCode !== null) throw new Error('The server of the bench ended.');
    if (
      // No connection is left open: the server may close it just as the first file is sent on it.
      await fetch(`${url}/api/health`, { headers: { connection: 'close' } }).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      break;
    await new Promise((again) => setTimeout(again, 10));
  }
  const started = performance.now() - from;
  const ask = (method: string, path: string, body?: unknown) =>
    fetch(`${url}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  const file = (path: string, bytes: Uint8Array) =>
    fetch(`${url}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes as Uint8Array<ArrayBuffer>,
    });
  const stop = async (signal: NodeJS.Signals = 'SIGTERM') => {
    child.kill(signal);
    await gone;
  };
  return {
    url,
    data: folder,
    pid: child.pid ?? 0,
    started,
    ask,
    file,
    bring: async (show) => {
      const answer = await file('/imports/show?name=a.dessin', showFile(show));
      if (!answer.ok) throw new Error(await answer.text());
      return ((await answer.json()) as { id: string }).id;
    },
    stop,
    done: async () => {
      await stop('SIGKILL');
      await rm(folder, { recursive: true, force: true });
    },
  };
}
/** Runs in a thread: whoever sends a file of 200 MB is busy with that, and would find the server slow. */
const asker = `
  const { parentPort, workerData } = require('node:worker_threads');
  let open = true;
  const worst = workerData.map(() => 0);
  parentPort.on('message', () => { open = false; });
  (async () => {
    while (open) {
      for (const [i, url] of workerData.entries()) {
        const from = performance.now();
        // A connection of its own: one that was kept may just be closed by the server.
        await (await fetch(url, { headers: { connection: 'close' } })).text();
        worst[i] = Math.max(worst[i], performance.now() - from);
      }
      await new Promise((again) => setTimeout(again, 20));
    }
    parentPort.postMessage(worst);
    parentPort.close();
  })();`;
/** A server that does nothing but answer, in a process of its own: how long it is held up is what the machine does, and not the house. */
export async function bareServer(): Promise<{ readonly url: string; stop(): void }> {
  const port = await freePort();
  const child = spawn(
    process.execPath,
    ['-e', `require('node:http').createServer((_, answer) => answer.end('ok')).listen(${port}, '127.0.0.1')`],
    { stdio: 'ignore' },
  );
  const url = `http://127.0.0.1:${port}`;
  const answers = () =>
    fetch(url, { headers: { connection: 'close' } }).then(
      () => true,
      () => false,
    );
  while (!(await answers())) await new Promise((again) => setTimeout(again, 10));
  return { url, stop: () => void child.kill() };
}
/** Asks for health, and what else is to be compared, every 20 ms while something is done. @returns the longest answers, ms, and how long it took */
export async function healthDuring(
  url: string,
  work: () => Promise<unknown>,
  beside?: string,
): Promise<{ readonly worst: number; readonly beside: number; readonly took: number }> {
  const worker = new Worker(asker, { eval: true, workerData: [`${url}/api/health`, ...(beside ? [beside] : [])] });
  await new Promise((ready) => setTimeout(ready, 150));
  const from = performance.now();
  await work();
  const took = performance.now() - from;
  const told = new Promise<number[]>((hear) => worker.once('message', hear));
  worker.postMessage('end');
  const [worst = 0, other = 0] = await told;
  return { worst, beside: other, took };
}
