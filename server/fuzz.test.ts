/** Every way in is sent files that were sound once and are not any more: each is answered in a sentence, and the house stands behind all of them. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { unzipSync, zipSync } from 'fflate';
import type { Hono } from 'hono';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { fillShelf } from './furnish.js';
import { makeHub } from './live/hub.js';
import { closeWorkers, makeWorkers } from './routes/threaded.js';
import { newDatabase, randomOf } from './servers.arb.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore } from './store/store.js';

const headers = { host: 'localhost' };
/** Printed, so that a run can be repeated: FUZZ_SEED=... npm test. */
const seed = Number(process.env.FUZZ_SEED ?? Math.floor(Math.random() * 2 ** 31));
const ROUNDS = Number(process.env.FUZZ_FILES ?? 12);

/** Measured light, in as few words as the formats need (IES LM-63-2002; EULUMDAT after Stockmar 1990). */
const ies = 'IESNA:LM-63-2002\r\nTILT=NONE\r\n1 1000 1 3 1 1 2 0 0 0\r\n1 1 575\r\n0 45 90\r\n0\r\n1000 500 0\r\n';
const ldt = [
  ...['Example', '1', 1, 1, 0, 3, 45, 'r', 'Lamp one', '1', 'f', 'd', 100, 0, 50, 80, 0, 0, 0, 0, 0, 100, 100, 1, 0, 1],
  ...[1, 'lamp', 1000, 3200, 90, 575, ...Array<number>(10).fill(0.5), 0, 0, 45, 90, 100, 50, 0],
].join('\r\n');
const text = (value: string): Uint8Array => new TextEncoder().encode(value);

/** One thing about some bytes is changed, as disks, networks and foes do it. */
function harmed(bytes: Uint8Array, random: () => number): Uint8Array {
  const whole = (most: number) => Math.floor(random() * Math.max(1, most));
  const out = Uint8Array.from(bytes);
  const [at, length] = [whole(out.length), 1 + whole(40)];
  const join = (...parts: Uint8Array[]) => Uint8Array.from(Buffer.concat(parts));
  switch (whole(8)) {
    case 0:
      return out.subarray(0, at);
    case 1:
      return join(out.subarray(0, at), out.subarray(at + length));
    case 2:
      return join(out.subarray(0, at), out.subarray(whole(out.length)));
    case 3:
      return join(
        out.subarray(0, at),
        text(['"', '<', '&', '{', '[[[[', '\u0000', '1e999', '-1', '../', '\uFFFE', 'NaN', '9'.repeat(400)][whole(12)] ?? ''),
        out.subarray(at),
      );
    case 4:
      return join(
        out.subarray(0, at),
        ...Array.from({ length: whole(200) }, () => out.subarray(at, at + length)),
        out.subarray(at),
      );
    default:
      for (let i = 0; i < length; i++) out[whole(out.length)] = whole(256);
      return out;
  }
}
/** The same within an archive: an entry is harmed and packed again, so that what lies behind the archive's own checks is met too. */
function harmedWithin(bytes: Uint8Array, random: () => number): Uint8Array {
  const entries = unzipSync(bytes);
  const names = Object.keys(entries);
  const name = names[Math.floor(random() * names.length)];
  if (name === undefined) return bytes;
  if (random() < 0.1) delete entries[name];
  else entries[name] = Uint8Array.from(harmed(entries[name] ?? new Uint8Array(), random));
  return zipSync(entries, { level: 1 });
}

const where: readonly string[] = ['PGlite', ...(process.env.DATABASE_URL ? ['PostgreSQL'] : [])];
describe.each(where)('files on %s', (kind) => {
  let app: Hono;
  let database: Database;
  let drop: () => Promise<void> = async () => undefined;
  const workers = makeWorkers();
  beforeAll(async () => {
    const made = kind === 'PGlite' ? null : await newDatabase();
    drop = made?.drop ?? drop;
    database = await openDatabase(null, made?.url);
    const [store, shelf, hub] = [makeStore(database), makeShelfStore(database), makeHub(database)];
    await hub.start();
    await fillShelf(shelf);
    await store.create([...makeDemo().records.values()], demoId);
    app = makeApp({ store, shelf, database, hub, workers, web: null, hosts: ['localhost'] });
  }, 60_000);
  afterAll(async () => {
    await closeWorkers(workers);
    await database.close();
    await drop();
  });
  const get = async (path: string) => app.request(`http://localhost/api${path}`, { headers });
  const bytesOf = async (path: string) => {
    const answer = await get(path);
    expect(answer.status).toBe(200);
    return new Uint8Array(await answer.arrayBuffer());
  };
  const send = async (path: string, body: Uint8Array) =>
    app.request(`http://localhost/api${path}`, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'application/octet-stream', 'content-length': String(body.length) },
      body: body as Uint8Array<ArrayBuffer>,
    });

  test(`${ROUNDS} harmed files by each way in`, async () => {
    console.info(`fuzz seed ${seed}`);
    const random = randomOf(seed);
    const out = `/shows/${demoId}/out`;
    const { items } = (await (await get('/shelf')).json()) as { items: { id: string; kind: string }[] };
    const type = items.find((item) => item.kind === 'type')!.id;
    const zip = await bytesOf(`${out}/package.zip`);
    const desk = Object.entries(unzipSync(zip)).find(([name]) => name.endsWith('.asc'))![1];
    const files: readonly (readonly [path: string, bytes: Uint8Array])[] = [
      ['/imports/mvr?name=a.mvr', await bytesOf(`${out}/handover.mvr`)],
      ['/imports/show?name=a.dessin', await bytesOf(`${out}/show.dessin?history`)],
      ['/imports/gdtf?name=a.gdtf', await bytesOf(`/shelf/${type}/type.gdtf`)],
      ['/imports/photometric?name=a.ies', text(ies)],
      ['/imports/photometric?name=a.ldt', text(ldt)],
      ['/shelf/import?name=Shelf.zip', await bytesOf('/shelf/export')],
      ['/incoming?name=a.csv', await bytesOf(`${out}/hookup.csv`)],
      ['/incoming?name=a.xlsx', await bytesOf(`${out}/list.xlsx`)],
      ['/incoming?name=a.asc', desk],
      ['/incoming?name=a.zip', zip],
      ['/incoming?name=a.mvr', await bytesOf(`${out}/handover.mvr`)],
    ];
    const before = await bytesOf(`/shows/${demoId}`);
    const statuses = new Map<number, number>();
    for (const [path, bytes] of files) {
      // As it is, it is taken.
      expect([path, (await send(`${path}&preview`, bytes)).ok]).toEqual([path, true]);
      const archive = bytes[0] === 0x50 && bytes[1] === 0x4b;
      for (let round = 0; round < ROUNDS; round++) {
        const harm = archive && random() < 0.7 ? harmedWithin(bytes, random) : harmed(bytes, random);
        const answer = await send(path, harm);
        const said = (await answer.json()) as { detail?: string; status?: number };
        statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
        if (answer.ok) continue;
        expect([path, round, [413, 422].includes(answer.status) || answer.status]).toEqual([path, round, true]);
        expect(said.detail).toMatch(/\S.*[.?]$/s);
      }
    }
    // Some were taken for all that, and some refused: both ways were tried.
    expect(statuses.get(422)).toBeGreaterThan(ROUNDS);
    expect(Math.max(statuses.get(201) ?? 0, statuses.get(200) ?? 0)).toBeGreaterThan(ROUNDS);
    expect((await (await get('/health')).json()) as object).toMatchObject({ ok: true, database: 'here' });
    expect(await bytesOf(`/shows/${demoId}`)).toEqual(before);
    const { shows } = (await (await get('/shows')).json()) as { shows: { id: string }[] };
    expect(shows.length).toBeGreaterThan(1);
    for (const { id } of shows) {
      const loaded = (await (await get(`/shows/${id}`)).json()) as { aside: unknown[]; records: unknown[] };
      expect(loaded.aside).toEqual([]);
      expect(loaded.records.length).toBeGreaterThan(0);
    }
    await (await get('/shelf')).json();
  }, 240_000);
});
