/** Starts the server: lock, database, demo show, routes, port. */
import { rmSync, writeFileSync } from 'node:fs';
import type { IncomingMessage, Server } from 'node:http';
import { join, resolve } from 'node:path';
import { serve, type WebSocketServerLike } from '@hono/node-server';
import { Hono } from 'hono';
import { WebSocketServer } from 'ws';
import { firstOf } from '#core/measure/list';
import type { House } from './furnish.js';
import { addressesOut, isEverywhere } from './hosts.js';
import { lockFolder, StartError } from './lock.js';
import type { Cost } from './people/passwords.js';
import { problem } from './problem.js';
import { type Database, isAway, NewerDatabase, openDatabase } from './store/database.js';
import { faultOfFolder, faultOfRoom, isFresh, wayBack } from './store/folder.js';

export interface Running {
  readonly port: number;
  readonly url: string;
  /** All by which others reach it, where it listens on all addresses of the machine. */
  readonly urls: readonly string[];
  stop(): Promise<void>;
}
export interface StartOptions {
  readonly port: number;
  readonly host: string;
  readonly data: string;
  readonly databaseUrl: string | undefined;
  /** Folder of the backups; without, one in the data folder. */
  readonly backups?: string;
  /** How many are kept of those that are made every night; 0 makes none. */
  readonly backupsKept?: number;
  /** Folder of the log of requests, or `-` for the output; without, there is none. */
  readonly log?: string;
  /** Further names under which the server may be called. */
  readonly allowedHosts?: readonly string[];
  /** Part of an address under which it lies behind a proxy, as "/dessin"; left out, at the root. */
  readonly base?: string;
  /** Addresses of proxies that are trusted, as "127.0.0.1, 10.0.0.0/8". */
  readonly proxies?: string;
  /** Whether one has to sign in; without, wherever others may reach the server. */
  readonly asks?: boolean;
  /** Cost of the hashes of passwords; left out, what is safe. For tests, which make many. */
  readonly cost?: Cost;
  /** Fill an empty database with the demo show. */
  readonly demo: boolean;
  /** Waits for a PostgreSQL that does not answer; without, that is a reason not to start. */
  readonly waits?: boolean;
  /** Ports of the wires, where they are not the standards'. */
  readonly wires?: { readonly e131: number; readonly artnet: number };
}

/** What answers until the database is open. */
function waitingApp(): Hono {
  const app = new Hono();
  app.all('*', (c) => {
    c.header('retry-after', '2');
    const sentence = 'Dessin is starting, or its database does not answer yet.';
    // A page that is asked for now asks again by itself.
    return c.req.path.startsWith('/api/')
      ? problem(c, 503, 'Not open yet', `${sentence} Try again in a moment.`)
      : c.html(
          `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="2"><title>Dessin</title>
<body style="margin:0;display:grid;place-content:center;height:100vh;background:#e7e0d3;color:#1f2a3d;font:16px system-ui,sans-serif">
<h1 style="font-size:20px;margin:0">Dessin</h1><p>${sentence}<br>This page looks again by itself; nothing is lost.`,
          503,
        );
  });
  return app;
}
/**
 * Takes the part of the address away that is ours, where a proxy has left it. Before anybody hears of a request: whoever listens beside the one who answers
 * WebSockets keeps him from refusing any.
 */
function strip(server: Server, base: string): void {
  const emit = server.emit.bind(server);
  server.emit = (name: string | symbol, ...what: unknown[]): boolean => {
    if (name === 'request' || name === 'upgrade') {
      const incoming = what[0] as IncomingMessage;
      const { url = '/' } = incoming;
      const [path = '', ...query] = url.split('?');
      if (path === base || path.startsWith(`${base}/`)) incoming.url = [path.slice(base.length) || '/', ...query].join('?');
    }
    return emit(name as string, ...what);
  };
}
/** Listens; who answers can be exchanged. */
async function listen(
  { port, host, base = '' }: StartOptions,
  fetch: (...args: Parameters<Hono['fetch']>) => ReturnType<Hono['fetch']>,
) {
  // A window says little: what it looks at, and levels of one universe at a time.
  const sockets = new WebSocketServer({ noServer: true, maxPayload: 4096 });
  const server = await new Promise<Server>((ready, failed) => {
    const made = serve({ fetch, port, hostname: host, websocket: { server: sockets as unknown as WebSocketServerLike } }, () =>
      ready(made as Server),
    ) as Server;
    if (base) strip(made, base);
    made.once('error', (error: NodeJS.ErrnoException) => failed(new StartError(portSentence(port, error))));
  });
  const address = server.address();
  return {
    port: typeof address === 'object' && address ? address.port : port,
    close: async () => {
      for (const socket of sockets.clients) socket.terminate();
      const closed = new Promise((done) => server.close(done));
      server.closeAllConnections();
      await closed;
    },
  };
}

/** @throws StartError with one sentence that says what to do */
export async function start(options: StartOptions): Promise<Running> {
  await checkPort(options.port, options.host);
  const folder = resolve(options.data);
  const unlock = options.databaseUrl ? () => undefined : await lockFolder(folder);
  let app = waitingApp();
  const front = await listen(options, (...args) => app.fetch(...args)).catch((error) => {
    unlock();
    throw error;
  });
  try {
    const house = await openHouse(folder, options);
    app = house.app;
    const host = isEverywhere(options.host) ? '127.0.0.1' : options.host.includes(':') ? `[${options.host}]` : options.host;
    const url = `http://${host}:${front.port}`;
    const [address, key] = [join(folder, 'address'), join(folder, 'key')];
    // Where `npm run backup` finds this server, and what it shows there: whoever can read this folder has all of it anyway.
    if (!options.databaseUrl) {
      rmSync(key, { force: true });
      writeFileSync(key, house.key, { mode: 0o600, flag: 'wx' });
      writeFileSync(address, url);
    }
    return {
      port: front.port,
      url,
      urls: isEverywhere(options.host)
        ? addressesOut().map((address) => `http://${address}:${front.port}${options.base ?? ''}/`)
        : [],
      stop: async () => {
        await house.quiet();
        await front.close();
        await house.close();
        if (!options.databaseUrl) for (const file of [address, key]) rmSync(file, { force: true });
        unlock();
      },
    };
  } catch (error) {
    await front.close();
    unlock();
    throw error;
  }
}

/** Pause between two tries to open a database that is away, ms. */
const AGAIN = 1000;
/** Opens what is behind the routes. A PostgreSQL that is away is waited for, where that is wanted. */
async function openHouse(folder: string, options: StartOptions): Promise<House> {
  for (let told = false; ; told = true) {
    let database: Database | null = null;
    try {
      const opening = opened(folder, options);
      // Loaded while the database begins, which waits for its files now and then.
      const loading = import('./furnish.js');
      database = await opening;
      const { furnish } = await loading;
      return await furnish(database, folder, options);
    } catch (error) {
      await database?.close().catch(() => undefined);
      const away = error instanceof StartError ? isAway(error.cause) : isAway(error);
      if (!options.waits || !options.databaseUrl || !away) throw error;
      if (!told)
        console.error('The database does not answer yet. It is tried again every second; until then requests are told to wait.');
      await new Promise((again) => setTimeout(again, AGAIN));
    }
  }
}
/** @throws StartError that says what is wrong with the database, and what to do */
async function opened(folder: string, { databaseUrl, backups = join(folder, 'backups') }: StartOptions): Promise<Database> {
  if (databaseUrl)
    return openDatabase(null, databaseUrl).catch((error: Error) => {
      throw new StartError(`The database at DATABASE_URL cannot be opened: ${error.message}`, { cause: error });
    });
  const damaged = (what: string) => new StartError(`The database in ${folder} is damaged: ${what}. ${wayBack(folder, backups)}`);
  const fault = faultOfFolder(folder, backups);
  if (fault) throw damaged(fault);
  const full = isFresh(folder) ? faultOfRoom(folder) : null;
  if (full) throw new StartError(full);
  return openDatabase(folder, undefined).catch((error: Error) => {
    if (error instanceof NewerDatabase) throw new StartError(error.message);
    // What PostgreSQL says ends with its process, and what is left is that it ended.
    const why = faultOfRoom(folder, 5e6);
    throw why
      ? new StartError(why)
      : damaged(`PostgreSQL does not begin with what lies there (${firstOf(error.message.split('\n'))})`);
  });
}

const portSentence = (port: number, error: NodeJS.ErrnoException): string =>
  error.code === 'EADDRINUSE'
    ? `Port ${port} is taken by another program. Stop that one, or set PORT to a free one, for example PORT=${port + 1}.`
    : `Port ${port} cannot be opened (${error.code ?? error.message}). Set PORT to another one.`;

/** Before anything is opened: a taken port should not cost the start of a database. */
async function checkPort(port: number, host: string): Promise<void> {
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new StartError(`PORT is ${port}, but a port is a whole number from 0 to 65535.`);
  if (port === 0) return;
  const { createServer } = await import('node:net');
  await new Promise<void>((done, failed) => {
    const probe = createServer();
    probe.once('error', (error: NodeJS.ErrnoException) => failed(new StartError(portSentence(port, error))));
    probe.listen(port, host, () => probe.close(() => done()));
  });
}
