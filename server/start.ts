/** Starts the server: lock, database, demo show, routes, port. */
import { rmSync, writeFileSync } from 'node:fs';
import { access, constants } from 'node:fs/promises';
import type { Server } from 'node:http';
import { join, resolve } from 'node:path';
import { serve, type WebSocketServerLike } from '@hono/node-server';
import { Hono } from 'hono';
import { v4, v5 } from 'uuid';
import { WebSocketServer } from 'ws';
import { firstOf } from '#core/measure/list';
import { withIds } from '#core/model/ids';
import type { Id } from '#core/model/records';
import { makeApp } from './app.js';
import { keepHouse } from './keeper.js';
import { makeHub } from './live/hub.js';
import { lockFolder, StartError } from './lock.js';
import { logTo, logToOutput } from './log.js';
import { root } from './places.js';
import { problem } from './problem.js';
import { closeWorkers, makeWorkers } from './routes/threaded.js';
import { wholeMaker } from './routes/whole.js';
import { type Database, factOf, isAway, openDatabase } from './store/database.js';
import { faultOfFolder, faultOfRoom, isFresh, wayBack } from './store/folder.js';
import { makeShelfStore, type ShelfStore } from './store/shelf.js';
import { makeStore, type Store } from './store/store.js';
import { warmChecks } from './validate.js';
import { makeRig } from './wires/rig.js';
import { makeWires } from './wires/wires.js';

export interface Running {
  readonly port: number;
  readonly url: string;
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
  /** Fill an empty database with the demo show. */
  readonly demo: boolean;
  /** Waits for a PostgreSQL that does not answer; without, that is a reason not to start. */
  readonly waits?: boolean;
  /** Ports of the wires, where they are not the standards'. */
  readonly wires?: { readonly e131: number; readonly artnet: number };
}

const BACKUPS_KEPT = 14;

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
          `<!doctype html><meta charset="utf-8"><meta http-equiv="refresh" content="2"><title>Dessin</title><p>${sentence}`,
          503,
        );
  });
  return app;
}
/** Listens; who answers can be exchanged. */
async function listen({ port, host }: StartOptions, fetch: (...args: Parameters<Hono['fetch']>) => ReturnType<Hono['fetch']>) {
  // A window says little: what it looks at, and levels of one universe at a time.
  const sockets = new WebSocketServer({ noServer: true, maxPayload: 4096 });
  const server = await new Promise<Server>((ready, failed) => {
    const made = serve({ fetch, port, hostname: host, websocket: { server: sockets as unknown as WebSocketServerLike } }, () =>
      ready(made as Server),
    ) as Server;
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
    const url = `http://${options.host}:${front.port}`;
    const address = join(folder, 'address');
    // Where `npm run backup` finds this server.
    if (!options.databaseUrl) writeFileSync(address, url);
    return {
      port: front.port,
      url,
      stop: async () => {
        await house.quiet();
        await front.close();
        await house.close();
        if (!options.databaseUrl) rmSync(address, { force: true });
        unlock();
      },
    };
  } catch (error) {
    await front.close();
    unlock();
    throw error;
  }
}

interface House {
  readonly app: Hono;
  /** Puts out what it sends on the wires. */
  quiet(): Promise<void>;
  close(): Promise<void>;
}
/** Pause between two tries to open a database that is away, ms. */
const AGAIN = 1000;
/** Opens what is behind the routes. A PostgreSQL that is away is waited for, where that is wanted. */
async function openHouse(folder: string, options: StartOptions): Promise<House> {
  for (let told = false; ; told = true) {
    let database: Database | null = null;
    try {
      database = await opened(folder, options);
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
async function furnish(database: Database, folder: string, options: StartOptions): Promise<House> {
  const { backups = join(folder, 'backups') } = options;
  const store = makeStore(database);
  const shelf = makeShelfStore(database);
  const hub = makeHub(database);
  await hub.start();
  // Of several processes that start on an empty database one fills it.
  if (options.demo) await database.alone(() => fill(database, store, shelf));
  const web = join(root, 'dist', 'web');
  const hasWeb = await access(join(web, 'index.html'), constants.R_OK).then(
    () => true,
    () => false,
  );
  // The same after every start: a receiver knows the server again.
  const cid = (await factOf(database, 'cid', v4)).replaceAll('-', '');
  const rig = makeRig(makeWires({ cid, name: 'Dessin', ...(options.wires && { ports: options.wires }) }));
  const workers = makeWorkers();
  const backing = { database, whole: wholeMaker(store, shelf, workers) };
  const keeper = keepHouse(backing, store, { folder: backups, kept: options.backupsKept ?? BACKUPS_KEPT });
  const log = options.log === '-' ? logToOutput() : options.log ? logTo(resolve(options.log)) : null;
  const app = makeApp({
    database,
    log,
    store,
    shelf,
    workers,
    hub,
    rig,
    keeper,
    ...(options.databaseUrl
      ? {}
      : { damage: () => `Files of the database in ${folder} are damaged. ${wayBack(folder, backups)}` }),
    web: hasWeb ? web : null,
    hosts: ['localhost', '127.0.0.1', '[::1]', options.host],
  });
  // What the first requests would wait for is loaded when the start is over.
  const warm = setTimeout(() => void warmChecks().then(() => import('./outputs.js')), 1500);
  warm.unref();
  return {
    app,
    quiet: () => {
      clearTimeout(warm);
      return rig.close();
    },
    close: async () => {
      await keeper.stop();
      await closeWorkers(workers);
      await log?.close();
      await database.close();
    },
  };
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
    // What PostgreSQL says ends with its process, and what is left is that it ended.
    const why = faultOfRoom(folder, 5e6);
    throw why
      ? new StartError(why)
      : damaged(`PostgreSQL does not begin with what lies there (${firstOf(error.message.split('\n'))})`);
  });
}

/**
 * An empty house gets the Shelf that ships with Dessin, and the demo show. The ids are its own, made from a secret of the installation:
 * nobody outside knows what to ask for.
 */
async function fill(database: Database, store: Store, shelf: ShelfStore): Promise<void> {
  const secret = await factOf(database, 'secret', v4);
  const own = (id: Id): Id => v5(id, secret);
  if (await shelf.isEmpty()) await fillShelf(shelf, own);
  if (!(await store.isEmpty())) return;
  const { demoId, makeDemo } = await import('#demo/show');
  await store.create(withIds([...makeDemo().records.values()], own), own(demoId));
}

/** The Shelf of a new house: what ships with Dessin. */
export async function fillShelf(shelf: ShelfStore, own: (id: Id) => Id = (id) => id): Promise<void> {
  const [{ demoShelf }, { planImport }] = await Promise.all([import('#demo/shelf'), import('#core/shelf/archive')]);
  const archive = withIds(demoShelf(), own);
  await shelf.take(planImport([], archive.items), archive, false);
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
