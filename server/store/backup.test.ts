/** A house in a zip, and out of it again: everything is there as it stood, on both databases, and a damaged zip restores nothing. */
import { randomUUID } from 'node:crypto';
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { eq, sql } from 'drizzle-orm';
import { strToU8, zipSync } from 'fflate';
import { v4 } from 'uuid';
import { Report } from '#core/formats/report';
import { readShowFile } from '#core/formats/show/archive';
import { openZip } from '#core/formats/zip/read';
import { edit } from '#core/model/change';
import { makeShow } from '#core/model/make';
import { settingsOf } from '#core/model/show';
import { demoShelf } from '#demo/shelf';
import { demoId, makeDemo } from '#demo/show';
import { fillShelf } from '../furnish.js';
import { dueBefore, keepHouse } from '../keeper.js';
import { makePeople } from '../people/people.js';
import { closeWorkers, makeWorkers } from '../routes/threaded.js';
import { wholeMaker } from '../routes/whole.js';
import { newDatabase } from '../servers.arb.js';
import { faultOfRecord } from '../validate.js';
import { type Backing, backUp, tables, writeBackup } from './backup.js';
import { type Database, factOf, openDatabase } from './database.js';
import { backupName, backupsIn } from './folder.js';
import { sha256 } from './hash.js';
import { packOnce } from './past.js';
import { openBackup, restoreInto, told } from './restore.js';
import { records } from './schema.js';
import { makeShelfStore } from './shelf.js';
import { makeStore, type Store } from './store.js';

let room = '';
let database: Database;
let backing: Backing;
const workers = makeWorkers();
const deletedShow = randomUUID();
const AT = new Date('2026-11-30T03:00:00Z');

/** Renames a show, n times. */
async function renamed(db: Database, id: string, n: number, name: string): Promise<string[]> {
  const store = makeStore(db);
  const keys: string[] = [];
  for (let i = 1; i <= n; i++) {
    const { show } = (await store.load(id))!;
    keys.push(v4());
    await store.post(id, {
      key: keys.at(-1)!,
      author: 'test',
      label: `rename ${i}`,
      change: edit([settingsOf(show)], { name: `${name} ${i}` }),
    });
  }
  return keys;
}
/** A house with a Shelf, the demo with an issue, a packed log and a record that cannot be read, and a deleted show. */
async function furnish(db: Database): Promise<void> {
  const [store, shelf] = [makeStore(db), makeShelfStore(db)];
  await factOf(db, 'secret', () => 'a secret');
  await fillShelf(shelf);
  const bytes = new TextEncoder().encode('a file with "quotes", \\ and \u0000');
  await shelf.keepFiles([{ hash: sha256(bytes), mime: 'image/png', bytes }]);
  await store.create([...makeDemo().records.values()], demoId);
  await renamed(db, demoId, 30, 'The Salt Orchard');
  while ((await packOnce(db, demoId, 10)) !== null);
  const issue = { id: randomUUID(), kind: 'issue' as const, name: 'Rev A', day: '2026-11-30', order: 1 };
  const { show } = (await store.load(demoId))!;
  const posted = await store.post(demoId, {
    key: v4(),
    author: '',
    label: 'issue',
    change: { added: [issue], updated: [], removed: [] },
  });
  expect(posted.kind).toBe('stored');
  expect(settingsOf(show).name).toBe('The Salt Orchard 30');
  await db.db.insert(records).values({ show: demoId, id: randomUUID(), kind: 'fixture', data: { odd: true }, revision: 0 });
  // What cannot be read is set aside when it is read first.
  await makeStore(db).load(demoId);
  const people = makePeople(db, { ln: 4, r: 1, p: 1 });
  const owner = await people.make({ name: 'Ines Falk', password: 'four plain words here', standing: 'owner' });
  const guest = await people.make({ name: 'Lena Vos', password: 'four plain words here', standing: 'guest' });
  await people.setRole(demoId, owner.id, 'owner');
  await people.setRole(demoId, guest.id, 'electrician');
  await store.create(makeShow(deletedShow, 'Last season', 'imperial', 9000, 9000, v4), deletedShow);
  await store.remove(deletedShow);
}
const backingOf = (db: Database): Backing => ({ database: db, whole: wholeMaker(makeStore(db), makeShelfStore(db), workers) });
/** Everything in a database, row by row, as it says it itself. */
async function dumped(db: Database): Promise<Record<string, string[]>> {
  const out: Record<string, string[]> = {};
  for (const table of tables) {
    const answer = (await db.db.execute(sql`select row_to_json(t)::text as row from ${sql.identifier(table)} t`)) as unknown as {
      rows: { row: string }[];
    };
    out[table] = answer.rows.map(({ row }) => row).sort();
  }
  return out;
}
const restored = async (file: string, url?: string) => {
  const backup = await openBackup(file);
  return openDatabase(null, url, {
    restoring: { migrations: backup.manifest.migrations, fill: (empty) => restoreInto(empty, backup, file) },
  });
};

beforeAll(async () => {
  room = await mkdtemp(join(tmpdir(), 'dessin-backup-'));
  database = await openDatabase(null, undefined);
  await furnish(database);
  backing = backingOf(database);
}, 60_000);
afterAll(async () => {
  await database.close();
  await closeWorkers(workers);
  await rm(room, { recursive: true, force: true });
});

describe('a backup', () => {
  test('restored, every row of every table is there; what comes next is counted on', async () => {
    const { file, manifest } = await backUp(backing, join(room, 'all'), 14, AT);
    expect(manifest).toMatchObject({ dessin: 'backup', form: 1, at: AT.toISOString() });
    expect(manifest.rows).toMatchObject({ shows: 2, issues: 1, files: 1, installation: 1, shelf: demoShelf().items.length });
    const other = await restored(file);
    expect(await dumped(other)).toEqual(await dumped(database));
    const store = makeStore(other);
    expect((await store.history(demoId)).map((one) => one.revision)).toEqual(Array.from({ length: 31 }, (_, i) => i + 1));
    expect(settingsOf((await store.at(demoId, 5))!).name).toBe('The Salt Orchard 5');
    expect((await store.load(demoId))!.aside).toHaveLength(1);
    expect(await store.listDeleted()).toMatchObject([{ id: deletedShow, name: 'Last season' }]);
    // A record that enters now enters behind the others.
    await renamed(other, demoId, 1, 'On');
    const added = makeShow(randomUUID(), 'x', 'metric', 900, 900, v4).find(({ kind }) => kind === 'layer')!;
    expect(
      await store.post(demoId, { key: v4(), author: '', label: '', change: { added: [added], updated: [], removed: [] } }),
    ).toMatchObject({ kind: 'stored' });
    expect([...(await makeStore(other).load(demoId))!.show.records.keys()].at(-1)).toBe(added.id);
    await other.close();
  }, 60_000);
  test('says what is in it', async () => {
    const { file } = await backUp(backing, join(room, 'told'), 14, AT);
    const lines = told(await openBackup(file));
    expect(lines[0]).toMatch(/^Backup from 30 November 2026/);
    expect(lines[1]).toMatch(
      /^ {2}(The Salt Orchard 30: 145 fixtures, 1 issue, 31 edits|Last season: 0 fixtures, 0 issues, 0 edits), the last .*/,
    );
    expect(lines.join('\n')).toContain('(deleted, can be brought back)');
    expect(lines.at(-1)).toBe(`  Shelf: ${demoShelf().items.length} items; 1 file`);
  });
  test('holds each show also as the one file that another Dessin opens', async () => {
    const { file, manifest } = await backUp(backing, join(room, 'files'), 14, AT);
    const [demo] = manifest.shows.filter(({ id }) => id === demoId);
    expect(manifest.shows.find(({ id }) => id === deletedShow)!.file).toBeNull();
    const zip = openZip(new Uint8Array(await readFile(file)), new Report(), file, { left: 1e9 });
    const { value } = readShowFile(zip.read(demo!.file!)!, { showId: demoId, validate: faultOfRecord, hash: sha256 });
    const { show } = (await makeStore(database).load(demoId))!;
    expect(value.records).toEqual([...show.records.values()]);
    expect(value.issues).toHaveLength(1);
  });
  test('is one moment of each show, whatever is edited meanwhile', async () => {
    const other = await openDatabase(null, undefined);
    const store = makeStore(other);
    const ids = [randomUUID(), randomUUID(), randomUUID()];
    for (const id of ids)
      await store.create(
        [...makeDemo().records.values()].map((record) => (record.kind === 'settings' ? { ...record, id } : record)),
        id,
      );
    let open = true;
    let stored = 0;
    const editing = (async () => {
      while (open) for (const id of ids) stored += (await renamed(other, id, 1, `${stored}`)).length;
    })();
    const { file, manifest } = await backUp(backingOf(other), join(room, 'moment'), 14, AT);
    open = false;
    await editing;
    const during = manifest.shows.reduce((sum, { revision }) => sum + revision, 0);
    // It did not hold up the edits, and they did not hold up it.
    expect(during).toBeGreaterThan(0);
    expect(stored).toBeGreaterThan(during);
    const then = await restored(file);
    for (const { id, revision } of manifest.shows) {
      const loaded = (await makeStore(then).load(id))!;
      expect(loaded.revision).toBe(revision);
      expect([...loaded.show.records.values()]).toEqual([...(await store.at(id, revision))!.records.values()]);
      expect(await makeStore(then).history(id)).toEqual((await store.history(id)).slice(0, revision));
    }
    await then.close();
    await other.close();
  }, 60_000);
  test('as many as wanted are kept, and what was cut off is taken away', async () => {
    const folder = join(room, 'kept');
    await mkdir(folder);
    await writeFile(join(folder, `${backupName(new Date('2026-11-01T03:00:00Z'))}.part`), 'half');
    await writeFile(join(folder, 'mine.zip'), 'mine');
    for (let day = 1; day <= 4; day++) await backUp(backing, folder, 2, new Date(`2026-11-0${day}T03:00:00Z`));
    expect((await readdir(folder)).sort()).toEqual(['dessin-2026-11-03-030000.zip', 'dessin-2026-11-04-030000.zip', 'mine.zip']);
  });
  test('that cannot be written leaves nothing, and says why', async () => {
    const folder = join(room, 'none');
    await mkdir(folder);
    await expect(
      writeBackup({ ...backing, whole: () => Promise.reject(new Error('the thread broke')) }, join(folder, 'a.zip'), AT),
    ).rejects.toThrow('the thread broke');
    expect(await readdir(folder)).toEqual([]);
    await writeFile(join(room, 'file'), '');
    await expect(backUp(backing, join(room, 'file', 'x'), 2, AT)).rejects.toThrow(/ENOTDIR|EEXIST/);
  });
});

describe('nothing is restored', () => {
  const failing = async (file: string) =>
    restored(file).then(
      () => '',
      (error: Error) => error.message,
    );
  let file = '';
  let bytes: Buffer;
  beforeAll(async () => {
    ({ file } = await backUp(backing, join(room, 'damaged'), 14, AT));
    bytes = await readFile(file);
  });
  const changed = async (name: string, act: (bytes: Buffer) => Buffer) => {
    const path = join(room, 'damaged', name);
    await writeFile(path, act(Buffer.from(bytes)));
    return path;
  };
  test('of a file that is none, is cut off, or is not there', async () => {
    expect(await failing(join(room, 'nowhere.zip'))).toBe(`${join(room, 'nowhere.zip')} cannot be read (ENOENT).`);
    expect(await failing(await changed('cut.zip', (all) => all.subarray(0, all.length / 2)))).toMatch(
      /no zip archive|not a zip archive/,
    );
    expect(await failing(await changed('text.zip', () => Buffer.from('text')))).toMatch(/not a zip archive/);
  });
  test('of one in which a byte was turned, wherever the rows are', async () => {
    for (const part of [0.3]) {
      const path = await changed(`turned ${part}.zip`, (all) => {
        all[Math.floor(all.length * part)]! ^= 0x10;
        return all;
      });
      const said = await failing(path);
      // A turned byte in the file of a show harms no table.
      if (said) expect(said).toMatch(/damaged/);
    }
    const table = bytes.indexOf('tables/shelf.jsonl');
    const said = await failing(
      await changed('shelf.zip', (all) => {
        all[table + 2000]! ^= 0x10;
        return all;
      }),
    );
    expect(said).toMatch(/damaged/);
  });
  test.each([
    ['no shows', { shows: {} }],
    ['a show without a name', { shows: [{ id: randomUUID() }] }],
    ['a day that is none', { at: 'yesterday' }],
    ['rows that are no number', { rows: { records: 'all' } }],
  ])('of one whose list of contents says %s', async (_, more) => {
    const { manifest } = await openBackup(file);
    const path = join(room, 'damaged', 'odd.zip');
    await writeFile(path, zipSync({ 'backup.json': strToU8(JSON.stringify({ ...manifest, ...more })) }));
    expect(await failing(path)).toMatch(/odd.zip is damaged: backup.json does not say what is in it/);
  });
  test('a name in it steers no terminal', async () => {
    const { manifest } = await openBackup(file);
    const path = join(room, 'damaged', 'named.zip');
    const shows = manifest.shows.map((show) => ({ ...show, name: 'Harmless\u001b[2J\r\nBackup of nothing' }));
    await writeFile(path, zipSync({ 'backup.json': strToU8(JSON.stringify({ ...manifest, shows })) }));
    const lines = told(await openBackup(path));
    expect(lines[1]).toMatch(/^ {2}Harmless/);
    expect(lines.join('')).not.toMatch(/\p{Cc}/u);
  });
  test('of a newer Dessin, or into a database that is not empty', async () => {
    const backup = await openBackup(file);
    const manifest = (more: object) => ({ ...backup.manifest, ...more });
    for (const more of [{ form: 2 }, { migrations: 999 }]) {
      const path = join(room, 'damaged', 'newer.zip');
      await writeFile(path, zipSync({ 'backup.json': strToU8(JSON.stringify(manifest(more))) }));
      expect(await failing(path)).toMatch(/was made by a newer Dessin. Update Dessin/);
    }
    const folder = join(room, 'full');
    await mkdir(folder);
    const first = await openDatabase(folder, undefined);
    await factOf(first, 'secret', v4);
    await first.close();
    await expect(
      openDatabase(folder, undefined, {
        restoring: { migrations: backup.manifest.migrations, fill: (empty) => restoreInto(empty, backup, file) },
      }),
    ).rejects.toThrow('The database is not empty');
  }, 60_000);
  test('of one whose rows are fewer than it tells of', async () => {
    const backup = await openBackup(file);
    const short = {
      ...backup,
      manifest: { ...backup.manifest, rows: { ...backup.manifest.rows, records: backup.manifest.rows.records + 1 } },
    };
    const empty = await openDatabase(null, undefined);
    await expect(restoreInto(empty, short, file)).rejects.toThrow(/of \d+ rows of "records" \d+ are there/);
    expect((await dumped(empty)).shows).toEqual([]);
    await empty.close();
  });
});

/** Every later release restores this file: what shows, Shelf and log of this one are must be readable for ever. `KEPT=write` makes one of today's release. */
describe('a backup of the release that first made them', () => {
  const [file, known] = ['server/store/kept/1.zip', 'server/store/kept/1.json'];
  const said = async (db: Database) => {
    const store = makeStore(db);
    const shows = [...(await store.list()), ...(await store.listDeleted())];
    const sum = (value: unknown) => sha256(new TextEncoder().encode(JSON.stringify(value)));
    const told = [];
    for (const { id, name, revision, deleted } of shows) {
      const loaded = await store.load(id);
      const issue = [...(loaded?.show.records.values() ?? [])].find(({ kind }) => kind === 'issue');
      const held = issue && (await store.stood(id, issue.id));
      told.push({
        name,
        revision,
        deleted: deleted !== null,
        records: sum([...(loaded?.show.records.values() ?? [])]),
        aside: loaded?.aside.length ?? 0,
        log: (await store.log(id, 999, 100)).map(({ label }) => label),
        issue: held ? sum([...held.show.records.values()]) : null,
      });
    }
    return { shows: told, shelf: (await makeShelfStore(db).list()).items.length };
  };
  test('is restored, and says what it said then', async () => {
    if (process.env.KEPT === 'write') {
      await rm(file, { force: true });
      await writeBackup(backing, file, AT);
      await writeFile(known, `${JSON.stringify(await said(database), null, 2)}\n`);
    }
    const other = await restored(file);
    expect(await said(other)).toEqual(JSON.parse(await readFile(known, 'utf8')));
    await other.close();
  }, 60_000);
});

(process.env.DATABASE_URL ? test : test.skip)(
  'from PGlite to PostgreSQL and back: the same rows',
  async () => {
    const { file } = await backUp(backing, join(room, 'there'), 14, AT);
    const { url, drop } = await newDatabase();
    try {
      const there = await restored(file, url);
      expect(await dumped(there)).toEqual(await dumped(database));
      const { file: back } = await backUp(backingOf(there), join(room, 'back'), 14, AT);
      const again = await restored(back);
      expect(await dumped(again)).toEqual(await dumped(database));
      await again.close();
      await there.close();
    } finally {
      await drop();
    }
  },
  60_000,
);

describe('by itself', () => {
  const local = (text: string) => new Date(text);
  test('a backup is due every night at three', () => {
    expect(dueBefore(local('2026-11-30T02:59:00'))).toEqual(local('2026-11-29T03:00:00'));
    expect(dueBefore(local('2026-11-30T03:00:00'))).toEqual(local('2026-11-30T03:00:00'));
    expect(dueBefore(local('2026-11-30T23:00:00'))).toEqual(local('2026-11-30T03:00:00'));
  });
  test('one is made when it is due, and not twice; a server that was off makes it when it comes', async () => {
    const folder = join(room, 'nights');
    const keeper = keepHouse(backing, makeStore(database), { folder, kept: 2 });
    const made = () => backupsIn(folder).map(({ at }) => at);
    await keeper.round(local('2026-11-10T14:00:00'));
    expect(made()).toEqual([local('2026-11-10T14:00:00')]);
    await keeper.round(local('2026-11-11T02:59:00'));
    expect(made()).toHaveLength(1);
    for (const time of ['03:00:00', '03:05:00', '12:00:00']) await keeper.round(local(`2026-11-11T${time}`));
    expect(made()).toEqual([local('2026-11-11T03:00:00'), local('2026-11-10T14:00:00')]);
    await keeper.round(local('2026-11-20T09:00:00'));
    expect(made()).toEqual([local('2026-11-20T09:00:00'), local('2026-11-11T03:00:00')]);
    await keeper.stop();
    const never = keepHouse(backing, makeStore(database), { folder: join(room, 'never'), kept: 0 });
    await never.round(local('2026-11-20T09:00:00'));
    expect(backupsIn(join(room, 'never'))).toEqual([]);
    await never.stop();
  });
  test('room that was packed is given back at once, and shows are written anew at night', async () => {
    const calls: string[] = [];
    let long = true;
    const none = [] as string[];
    const store = {
      sweep: async () => undefined,
      longLogs: async () => (long ? ['a'] : none),
      compact: async () => {
        const had = long;
        long = false;
        calls.push(had ? 'packed' : 'nothing to pack');
        return had;
      },
    } as unknown as Store;
    const tidied = { ...database, tidy: async (anew = false) => void calls.push(anew ? 'anew' : 'tidied') };
    const keeper = keepHouse({ ...backing, database: tidied }, store, { folder: join(room, 'tidied'), kept: 0 });
    const night = local('2026-11-20T03:10:00');
    await keeper.round(night);
    expect(calls).toEqual(['packed', 'nothing to pack', 'tidied', 'anew']);
    await keeper.round(new Date(night.getTime() + 3_600_000));
    expect(calls).toHaveLength(4);
    await keeper.stop();
  });
  test('a deleted show can be brought back for 30 days, over restarts, and not longer', async () => {
    const folder = join(room, 'deleted');
    const id = randomUUID();
    const day = 24 * 3600 * 1000;
    const open = async () => {
      const db = await openDatabase(folder, undefined);
      const store = makeStore(db);
      return { db, store, keeper: keepHouse(backingOf(db), store, { folder: join(room, 'never'), kept: 0 }) };
    };
    await mkdir(folder);
    const first = await open();
    await first.store.create(makeShow(id, 'Gone', 'metric', 9000, 9000, v4), id);
    await first.store.remove(id);
    const deleted = Date.parse((await first.store.listDeleted())[0]!.deleted!);
    await first.keeper.round(new Date(deleted + 29.9 * day));
    await first.keeper.stop();
    await first.db.close();
    const second = await open();
    await second.keeper.round(new Date(deleted + 29.9 * day));
    expect(await second.store.listDeleted()).toMatchObject([{ id }]);
    await second.keeper.round(new Date(deleted + 30.1 * day));
    expect(await second.store.listDeleted()).toEqual([]);
    expect(await second.db.db.select({ id: records.id }).from(records).where(eq(records.show, id))).toEqual([]);
    await second.keeper.stop();
    await second.db.close();
  }, 60_000);
});
