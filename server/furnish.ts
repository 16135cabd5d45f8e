/** What stands behind the routes of an open database: stores, threads, wires, what is done every night; and what an empty house begins with. */
import { access, constants } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Hono } from 'hono';
import { v4, v5 } from 'uuid';
import { withIds } from '#core/model/ids';
import type { Id } from '#core/model/records';
import { makeApp } from './app.js';
import { hostsOf, isLoopback } from './hosts.js';
import { keepHouse } from './keeper.js';
import { makeHub } from './live/hub.js';
import { alone, makePeers } from './live/peers.js';
import { StartError } from './lock.js';
import { logTo, logToOutput } from './log.js';
import { type Gate, proxiesOf } from './people/gate.js';
import { makePeople } from './people/people.js';
import { newToken } from './people/tokens.js';
import { root } from './places.js';
import { closeWorkers, makeWorkers } from './routes/threaded.js';
import { wholeMaker } from './routes/whole.js';
import type { StartOptions } from './start.js';
import { type Database, factOf } from './store/database.js';
import { wayBack } from './store/folder.js';
import { makeShelfStore, type ShelfStore } from './store/shelf.js';
import { makeStore, type Store } from './store/store.js';
import { warmChecks } from './validate.js';
import { makeRig } from './wires/rig.js';
import { makeWires } from './wires/wires.js';

export interface House {
  readonly app: Hono;
  /** What the commands of this machine show. */
  readonly key: string;
  /** Puts out what it sends on the wires. */
  quiet(): Promise<void>;
  close(): Promise<void>;
}
const BACKUPS_KEPT = 14;

export async function furnish(database: Database, folder: string, options: StartOptions): Promise<House> {
  const { backups = join(folder, 'backups'), allowedHosts = [] } = options;
  const gate = await openGate(database, options);
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
  const peers = options.databaseUrl ? await makePeers(database) : alone;
  const backing = { database, whole: wholeMaker(store, shelf, workers) };
  const keeper = keepHouse(backing, store, { folder: backups, kept: options.backupsKept ?? BACKUPS_KEPT }, () =>
    gate.people.sweep(),
  );
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
    peers,
    web: hasWeb ? web : null,
    hosts: hostsOf(options.host, allowedHosts),
    gate,
    base: options.base ?? '',
  });
  // What the first requests would wait for is loaded when the start is over.
  const warm = setTimeout(() => void warmChecks().then(() => import('./outputs.js')), 1500);
  warm.unref();
  return {
    app,
    key: gate.key ?? '',
    quiet: () => {
      clearTimeout(warm);
      return rig.close();
    },
    close: async () => {
      await peers.stop();
      await keeper.stop();
      await closeWorkers(workers);
      await log?.close();
      await database.close();
    },
  };
}

/** Who may come in. @throws StartError where others could, and nobody owns the house */
async function openGate(
  database: Database,
  { host, allowedHosts = [], proxies = '', asks, base = '', cost }: StartOptions,
): Promise<Gate> {
  const people = makePeople(database, cost);
  await people.start();
  const reached = !isLoopback(host) || allowedHosts.length > 0 || proxies !== '';
  const trusted = (() => {
    try {
      return proxiesOf(proxies);
    } catch (error) {
      throw new StartError(`TRUST_PROXY: ${(error as Error).message}`);
    }
  })();
  const gate: Gate = { people, asks: asks ?? reached, proxies: trusted, key: newToken(), base };
  if (gate.asks && !(await people.hasOwner()))
    throw new StartError(
      `Others can reach this Dessin (${isLoopback(host) ? 'through a proxy' : `HOST is ${host}`}), and it has no owner yet. Make one: npm run owner. Or start it without HOST, and make one on the page People.`,
    );
  return gate;
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
