/** Servers in processes of their own, for tests that kill them: on PGlite, and on a PostgreSQL where DATABASE_URL names one. */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { resolve } from 'node:path';
import { v4 } from 'uuid';

const main = resolve('dist/server/main.js');

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

/** A new, empty database on the PostgreSQL of DATABASE_URL. @returns its address, and what takes it away */
export async function newDatabase(): Promise<{ readonly url: string; readonly drop: () => Promise<void> }> {
  const { default: pg } = await import('pg');
  const name = `dessin_${v4().replaceAll('-', '')}`;
  const admin = async (sql: string) => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
    client.on('error', () => undefined);
    await client.connect();
    await client.query(sql);
    await client.end();
  };
  await admin(`create database ${name}`);
  const url = new URL(process.env.DATABASE_URL ?? '');
  url.pathname = `/${name}`;
  return { url: url.href, drop: () => admin(`drop database ${name} with (force)`) };
}
/** Restarts PostgreSQL as a crash does, where the script that started it says how; else cuts every connection to a database. */
export async function restartPostgres(url: string): Promise<void> {
  if (process.env.DESSIN_PG) {
    const { command, args, ...options } = JSON.parse(process.env.DESSIN_PG) as { command: string; args: string[]; cwd: string };
    spawnSync(command, args, { ...options, stdio: 'ignore' });
    return;
  }
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
  );
  await client.end();
}

/** A linear congruence as in Numerical Recipes (Press and others 1992): 0 to 1, the same again from the same seed. */
export const randomOf = (seed: number): (() => number) => {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return state / 2 ** 32;
  };
};
