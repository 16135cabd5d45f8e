/** The old log packed: everything that was asked of the log is answered as before, and a key that was posted once is known for ever. */
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { and, eq, sql } from 'drizzle-orm';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { adding, type Change, edit } from '#core/model/change';
import { makeShow } from '#core/model/make';
import type { Backdrop } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { type Database, openDatabase } from './database.js';
import { sha256 } from './hash.js';
import { takenBack } from './log.js';
import { keyBytes, PackedKeys, packOnce, packRun, unpackRun } from './past.js';
import { changes, past } from './schema.js';
import { makeStore, type Store } from './store.js';

let database: Database;
let store: Store;
beforeAll(async () => {
  database = await openDatabase(null, undefined);
  store = makeStore(database);
});
afterAll(() => database.close());

/** A show with so many edits behind it. */
async function edited(n: number): Promise<{ id: string; keys: string[] }> {
  const id = randomUUID();
  await store.create(makeShow(id, 'Name 0', 'metric', 9000, 9000, v4), id);
  const keys: string[] = [];
  for (let i = 1; i <= n; i++) {
    const { show } = (await store.load(id))!;
    keys.push(v4());
    await store.post(id, {
      key: keys.at(-1)!,
      author: `author ${i % 3}`,
      label: `edit "${i}"\n`,
      change: edit([settingsOf(show)], { name: `Name ${i}` }),
    });
  }
  return { id, keys };
}
const packAll = async (id: string, loose: number) => {
  let runs = 0;
  while ((await packOnce(database, id, loose)) !== null) runs++;
  return runs;
};
const looseOf = async (id: string) =>
  (await database.db.select({ revision: changes.revision }).from(changes).where(eq(changes.show, id)))
    .map((row) => row.revision)
    .sort((a, b) => a - b);

describe('a log of 60 edits, packed but for the last', () => {
  test('answers as it did: moments, lines, what came since, the whole of it', async () => {
    const { id, keys } = await edited(60);
    const asked = async (from: Store) => ({
      moments: await Promise.all(
        [0, 1, 17, 44, 45, 59, 60, 61].map(async (at) => {
          const then = await from.at(id, at);
          return then && settingsOf(then).name;
        }),
      ),
      lines: await Promise.all(
        [
          [61, 200],
          [61, 7],
          [46, 3],
          [44, 5],
          [1, 9],
        ].map(([before, most]) => from.log(id, before!, most!)),
      ),
      since: await Promise.all([0, 13, 44, 45, 59, 60].map((at) => from.since(id, at))),
      history: await from.history(id),
    });
    const before = await asked(store);
    expect(before.moments).toEqual(['Name 0', 'Name 1', 'Name 17', 'Name 44', 'Name 45', 'Name 59', 'Name 60', null]);
    expect(await packAll(id, 15)).toBeGreaterThan(0);
    const loose = await looseOf(id);
    expect(loose.length).toBeGreaterThanOrEqual(15);
    expect(loose.length).toBeLessThan(32);
    // In this process, which knows the show, and in another, which does not.
    expect(await asked(store)).toEqual(before);
    expect(await asked(makeStore(database))).toEqual(before);
    // Posted once more after a lost answer, each is what it was.
    for (const from of [store, makeStore(database)])
      for (const i of [0, 20, 59]) {
        const again = await from.post(id, {
          key: keys[i]!,
          author: '',
          label: 'again',
          change: { added: [], updated: [], removed: [] },
        });
        expect(again).toEqual({ kind: 'stored', revision: i + 1, change: before.history[i]!.change, altered: true });
      }
    expect((await store.load(id))!.revision).toBe(60);
    // And what is new is new.
    const { show } = (await store.load(id))!;
    expect(
      await store.post(id, { key: v4(), author: '', label: 'new', change: edit([settingsOf(show)], { name: 'New' }) }),
    ).toMatchObject({ kind: 'stored', revision: 61 });
  });
  test('packed by one process, known to another that has read its keys before', async () => {
    const { id, keys } = await edited(40);
    const other = makeStore(database);
    await packAll(id, 20);
    const empty: Change = { added: [], updated: [], removed: [] };
    await other.post(id, { key: keys[0]!, author: '', label: '', change: empty });
    for (let i = 0; i < 40; i++) {
      const { show } = (await store.load(id))!;
      keys.push(v4());
      await store.post(id, { key: keys.at(-1)!, author: '', label: '', change: edit([settingsOf(show)], { name: `More ${i}` }) });
    }
    await packAll(id, 20);
    expect(await other.post(id, { key: keys[45]!, author: '', label: '', change: empty })).toMatchObject({
      kind: 'stored',
      revision: 46,
    });
  });
  test('a key that is packed is known to the quick way of an edit too', async () => {
    const { id, keys } = await edited(60);
    await packAll(id, 15);
    const rename = async (name: string, key = v4()) =>
      store.post(id, {
        key,
        author: '',
        label: '',
        change: edit([settingsOf((await store.load(id))!.show)], { name }),
      });
    // This one goes the long way, and learns up to where the log is packed; from then on the quick one is taken.
    expect(await rename('After')).toMatchObject({ revision: 61 });
    expect(await rename('Quick')).toMatchObject({ revision: 62 });
    expect(await rename('Twice', keys[3])).toMatchObject({ kind: 'stored', revision: 4 });
    expect(settingsOf((await store.load(id))!.show).name).toBe('Quick');
  });
  test('a moment is gone back to from what is known, though another edit has been stored since', async () => {
    const { id } = await edited(5);
    const { show, revision } = (await store.load(id))!;
    const elsewhere = makeStore(database);
    await elsewhere.post(id, { key: v4(), author: '', label: 'later', change: edit([settingsOf(show)], { name: 'Later' }) });
    expect(settingsOf((await takenBack(database.db, show, revision, 3))!).name).toBe('Name 3');
  });
  test('behind a run that is lost no moment is made up', async () => {
    const { id } = await edited(40);
    for (const loose of [20, 10, 5]) expect(await packAll(id, loose)).toBe(1);
    const runs = await database.db.select().from(past).where(eq(past.show, id)).orderBy(past.last);
    const lost = runs[1]!;
    await database.db.delete(past).where(and(eq(past.show, id), eq(past.last, lost.last)));
    const name = async (at: number) => {
      const then = await store.at(id, at);
      return then && settingsOf(then).name;
    };
    expect(await Promise.all([lost.last, lost.last - 1, lost.first, lost.first - 1, lost.first - 2].map(name))).toEqual([
      `Name ${lost.last}`,
      null,
      null,
      null,
      null,
    ]);
  });
  test('packed by two at the same moment, it is packed once', async () => {
    const { id } = await edited(40);
    const done = await Promise.all([packOnce(database, id, 5), packOnce(database, id, 5)]);
    expect(done.filter((to) => to !== null)).toHaveLength(1);
    expect((await store.history(id)).map(({ revision }) => revision)).toEqual(Array.from({ length: 40 }, (_, i) => i + 1));
  });
  test('what lies packed and what does not is the whole log, once', async () => {
    const { id, keys } = await edited(50);
    await packAll(id, 10);
    const runs = await store.runs(id);
    const all = (await Promise.all(runs.map(unpackRun))).flat();
    expect(all.map((one) => one.key)).toEqual(keys);
    expect(all.map((one) => one.revision)).toEqual(keys.map((_, i) => i + 1));
    // A show that is made of them is the same, log and all.
    const copy = randomUUID();
    const { show } = (await store.load(id))!;
    await store.take({
      id: copy,
      name: 'Copy',
      rows: [
        JSON.stringify(
          [...show.records.values()].map((record) => (record.kind === 'settings' ? { ...record, id: copy } : record)),
        ),
      ],
      issues: [],
      runs,
    });
    expect((await store.load(copy))!.revision).toBe(50);
    expect(await store.history(copy)).toEqual(await store.history(id));
    expect(await store.log(copy, 51, 5)).toEqual(await store.log(id, 51, 5));
  });
  test('a log with a gap, and a short one, stay as they are', async () => {
    const { id } = await edited(40);
    await database.db.delete(changes).where(and(eq(changes.show, id), eq(changes.revision, 5)));
    expect(await packOnce(database, id, 15)).toBeNull();
    expect(await packOnce(database, id)).toBeNull();
    expect(await packOnce(database, randomUUID())).toBeNull();
  });
  test('a show that is deleted for good takes its packed log along', async () => {
    const { id } = await edited(40);
    await packAll(id, 15);
    await store.remove(id);
    await store.sweep(new Date(Date.now() + 1000));
    expect(await database.db.select({ n: sql<number>`count(*)::int` }).from(past).where(eq(past.show, id))).toEqual([{ n: 0 }]);
  });
});

test('a run gives back what was packed, whatever stands in it', async () => {
  const one = fc.record({
    author: fc.string({ unit: 'binary' }),
    label: fc.string({ unit: 'binary' }),
    value: fc.jsonValue(),
    key: fc.uuid(),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(one, { minLength: 1, maxLength: 8 }), async (list) => {
      const edits = list.map(({ author, label, value, key }, i) => ({
        revision: i + 3,
        at: '2026-01-01T00:00:00.000Z',
        author,
        label,
        key,
        change: JSON.stringify(value),
      }));
      const run = await packRun(edits);
      expect([run.first, run.last]).toEqual([3, list.length + 2]);
      expect(await unpackRun(run)).toEqual(
        edits.map((edit) => JSON.parse(JSON.stringify({ ...edit, change: JSON.parse(edit.change) }))),
      );
    }),
    { numRuns: 40 },
  );
});
test('every packed key is found, by its first figure', () => {
  fc.assert(
    fc.property(fc.array(fc.uuid(), { maxLength: 50 }), fc.uuid(), (list, other) => {
      const keys = new PackedKeys(1, [keyBytes(list.slice(0, 3)), keyBytes(list.slice(3))]);
      for (const key of list) expect(keys.mayHave(key)).toBe(true);
      expect(keys.mayHave(other)).toBe(list.some((key) => key.slice(0, 8) === other.slice(0, 8)));
    }),
  );
});

/** A venue of many lines, as a drawing from elsewhere brings it: more than a million letters. */
const venueOf = (layer: string, name: string): Change =>
  adding({
    id: v4(),
    kind: 'backdrop',
    layer,
    name,
    paths: Array.from({ length: 1300 }, (_, i) => Array.from({ length: 100 }, (__, j) => (i * 100 + j) / 7)),
    texts: [],
  } as Backdrop);

test('an edit of more than a million letters is kept packed, and is what it was: told, taken back, posted again, packed with others', async () => {
  const { id } = await edited(3);
  const { show } = (await store.load(id))!;
  const change = venueOf(all(show, 'layer')[0]!.id, 'Hall "A"\n');
  expect(JSON.stringify(change).length).toBeGreaterThan(1_000_000);
  const key = v4();
  const first = await store.post(id, { key, author: 'a', label: 'venue', change });
  expect(first).toMatchObject({ kind: 'stored', revision: 4, altered: false });
  const moved = edit(change.added as Backdrop[], { name: 'Hall B' });
  await store.post(id, { key: v4(), author: 'a', label: 'named', change: moved });
  const rows = await database.db.select().from(changes).where(eq(changes.show, id)).orderBy(changes.revision);
  expect(rows.map((row) => [row.change !== null, row.packed !== null])).toEqual([
    [true, false],
    [true, false],
    [true, false],
    [false, true],
    [false, true],
  ]);
  // Packed it weighs a fraction.
  expect(rows[3]!.packed!.length).toBeLessThan(JSON.stringify(change).length / 2);
  /** Of what is large the sum: to compare it figure by figure takes longer than all the rest. */
  const sum = (value: unknown) => sha256(new TextEncoder().encode(JSON.stringify(value)));
  const asked = async (from: Store) => ({
    stood: sum(await Promise.all([3, 4, 5].map(async (at) => all((await from.at(id, at))!, 'backdrop')))),
    since: sum(await from.since(id, 3)),
    history: sum((await from.history(id)).slice(3).map((line) => line.change)),
    again: sum(await from.post(id, { key, author: '', label: 'again', change: adding() })),
  });
  const expected = {
    stood: sum([[], change.added, moved.updated.map(([, to]) => to)]),
    since: sum([
      { revision: 4, key, label: 'venue', author: 'a', change },
      { revision: 5, key: rows[4]!.key, label: 'named', author: 'a', change: moved },
    ]),
    history: sum([change, moved]),
    again: sum({ kind: 'stored', revision: 4, change, altered: true }),
  };
  expect(await asked(store)).toEqual(expected);
  expect(await asked(makeStore(database))).toEqual(expected);
  expect(await packAll(id, 1)).toBeGreaterThan(0);
  expect(await asked(makeStore(database))).toEqual(expected);
  // The same in what a copy is made of.
  const runs = await store.runs(id);
  expect(runs.at(-1)!.last).toBe(5);
}, 60_000);
