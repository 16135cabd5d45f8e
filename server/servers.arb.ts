/** Servers in processes of their own, for tests that kill them: on PGlite, and on a PostgreSQL where DATABASE_URL names one. */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { resolve } from 'node:path';
import { v4 } from 'uuid';

// What users start.
const main = resolve('dist/start/main.js');

export const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });

export interface Served {
  readonly url: string;
  readonly child: ChildProcess;
  /** When it has ended. */
  readonly gone: Promise<void>;
}
/** Starts a server; it need not answer yet. */
export function launch(port: number, env: Record<string, string>): Served {
  const child = spawn(process.execPath, [main], {
    env: { ...process.env, DATABASE_URL: '', ...env, PORT: String(port) },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  // Read, or its own words would hold it up.
  child.stderr?.on('data', () => undefined);
  return { url: `http://127.0.0.1:${port}`, child, gone: new Promise((done) => child.once('exit', () => done())) };
}
/** Waits until it answers. On a machine that runs all tests at once, filling an empty database takes its time; a server that ended is not waited for. */
export async function answering({ url, child }: Served): Promise<void> {
  for (let i = 0; i < 900 && child.exitCode === null; i++) {
    if (
      await fetch(`${url}/api/health`).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return;
    await new Promise((again) => setTimeout(again, 100));
  }
  throw new Error(`The server did not start${child.exitCode === null ? ' in 90 seconds' : `: it ended with ${child.exitCode}`}.`);
}

/** A new, empty database on a PostgreSQL, that of DATABASE_URL where no other is named. @returns its address, and what takes it away */
export async function newDatabase(
  on = process.env.DATABASE_URL ?? '',
): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
  const { default: pg } = await import('pg');
  const name = `dessin_${v4().replaceAll('-', '')}`;
  const admin = async (sql: string) => {
    const client = new pg.Client({ connectionString: on });
    client.on('error', () => undefined);
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await admin(`create database ${name}`);
  const url = new URL(on);
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => admin(`drop database ${name} with (force)`) };
}
export interface OwnPostgres {
  readonly url: string;
  /** As after a crash of the machine. */
  readonly restart: () => void;
  readonly stop: () => Promise<void>;
}
/** A PostgreSQL of its own, which may be restarted while other tests use another. */
export async function ownPostgres(): Promise<OwnPostgres> {
  const child = spawn(
    process.execPath,
    [
      resolve('scripts/postgres.mjs'),
      process.execPath,
      '-e',
      'console.log(JSON.stringify([process.env.DATABASE_URL, process.env.DESSIN_PG])); setInterval(() => {}, 1000)',
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const gone = new Promise<void>((done) => child.once('exit', () => done()));
  const line = await new Promise<string>((told, failed) => {
    child.stdout.once('data', (part) => told(String(part)));
    child.once('exit', (code) => failed(new Error(`scripts/postgres.mjs ended with ${code}.`)));
  });
  const [url, how] = JSON.parse(line) as [string, string];
  const { command, args, ...options } = JSON.parse(how) as { command: string; args: string[]; cwd: string };
  return {
    url,
    restart: () => void spawnSync(command, args, { ...options, stdio: 'ignore' }),
    stop: async () => {
      child.kill('SIGTERM');
      await gone;
    },
  };
}

/** A linear congruence as in Numerical Recipes (Press and others 1992): 0 to 1, the same again from the same seed. */
export const randomOf = (seed: number): (() => number) => {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return state / 2 ** 32;
  };
};
