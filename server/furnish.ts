/** What stands behind the routes of an open database: stores, threads, wires, what is done every night; and what an empty house begins with. */
import { access, constants } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import type { Hono } from 'hono';
import { v4, v5 } from 'uuid';
import { withIds } from '#core/model/ids';
import type { Id } from '#core/model/records';
import { makeApp } from './app.js';
import { keepHouse } from './keeper.js';
import { makeHub } from './live/hub.js';
import { logTo, logToOutput } from './log.js';
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
  /** Puts out what it sends on the wires. */
  quiet(): Promise<void>;
  close(): Promise<void>;
}
const BACKUPS_KEPT = 14;

export async function furnish(database: Database, folder: string, options: StartOptions): Promise<House> {
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
