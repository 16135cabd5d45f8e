/** A house that asks who comes, made in the test's own process and without a port. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Standing } from '#core/access/roles';
import { makeApp } from './app.js';
import { keepHouse } from './keeper.js';
import { makeHub } from './live/hub.js';
import { type Gate, proxiesOf } from './people/gate.js';
import { makePeople, type People } from './people/people.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore, type Store } from './store/store.js';
import { makeRig } from './wires/rig.js';
import { makeWires } from './wires/wires.js';

export const PASSWORD = 'four plain words here';
export interface GatedHouse {
  readonly database: Database;
  readonly store: Store;
  readonly people: People;
  readonly gate: Gate;
  readonly app: ReturnType<typeof makeApp>;
  /** Makes an account and signs it in. @returns its id, and the cookie that it comes with */
  readonly comes: (name: string, standing: Standing) => Promise<{ readonly id: string; readonly cookie: string }>;
  readonly close: () => Promise<void>;
}
/** @param key  what whoever starts the server could come in with @param kept  with backups and wires, which stay in a folder and on ports of their own */
export async function gatedHouse({ key = null as string | null, kept = true } = {}): Promise<GatedHouse> {
  const database = await openDatabase(null, process.env.DATABASE_URL);
  const store = makeStore(database);
  // Hashed as cheaply as scrypt allows: what a hash costs is tested in people.test.
  const people = makePeople(database, { ln: 1, r: 1, p: 1 });
  await people.start();
  const gate: Gate = { people, asks: true, proxies: proxiesOf(''), key, base: '' };
  const folder = kept ? await mkdtemp(join(tmpdir(), 'dessin-gated-')) : '';
  const rig = kept && makeRig(makeWires({ cid: '0'.repeat(32), name: 'test', ports: { e131: 0, artnet: 0 } }));
  const keeper = kept && keepHouse({ database, whole: async () => null }, store, { folder, kept: 0 });
  const app = makeApp({
    database,
    store,
    shelf: makeShelfStore(database),
    hub: makeHub(database),
    web: null,
    hosts: ['localhost'],
    gate,
    ...(rig && { rig }),
    ...(keeper && { keeper }),
  });
  return {
    database,
    store,
    people,
    gate,
    app,
    async comes(name, standing) {
      const { id } = await people.make({ name, password: PASSWORD, standing });
      return { id, cookie: `dessin=${await people.begin(id, 'test')}` };
    },
    async close() {
      if (rig) await rig.close();
      if (keeper) await keeper.stop();
      await database.close();
      if (kept) await rm(folder, { recursive: true, force: true });
    },
  };
}
