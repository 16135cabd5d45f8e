/** Shows that were stored otherwise than this program would: unsound records, and what a newer program wrote. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { and, eq } from 'drizzle-orm';
import type { Hono } from 'hono';
import { v4 } from 'uuid';
import { edit } from '#core/model/change';
import type { DessinRecord } from '#core/model/records';
import { faults } from '#core/model/references';
import { all, settingsOf, showOf } from '#core/model/show';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { makeHub } from './live/hub.js';
import { type Database, openDatabase } from './store/database.js';
import { aside as asideTable, records, shows } from './store/schema.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore } from './store/store.js';

const demo = makeDemo();
let database: Database;
let app: Hono;
beforeAll(async () => {
  database = await openDatabase(null, undefined);
  app = serverOn();
});
afterAll(() => database.close());
/** As after a restart: nothing is remembered. */
const serverOn = (): Hono =>
  makeApp({
    store: makeStore(database),
    shelf: makeShelfStore(database),
    database,
    hub: makeHub(database),
    web: null,
    hosts: ['localhost'],
  });
const ask = async (method: string, path: string, body?: unknown) => {
  const response = await app.request(`http://localhost/api${path}`, {
    method,
    headers: { host: 'localhost', 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  return {
    status: response.status,
    body: text && /json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text,
  };
};
const stored = async (): Promise<string> => {
  const id = v4();
  await makeStore(database).create(
    [...demo.records.values()].map((record) => (record.id === demoId ? { ...record, id } : record)),
    id,
  );
  return id;
};
const breaking = async (show: string, id: string, patch: object) => {
  const where = and(eq(records.show, show), eq(records.id, id));
  const [row] = await database.db.select().from(records).where(where);
  await database.db
    .update(records)
    .set({ data: { ...(row!.data as object), ...patch } })
    .where(where);
  app = serverOn();
};

test('an unsound record is set aside with a sentence, the show opens, is drawn, edited and handed over', async () => {
  const id = await stored();
  const fixture = all(demo, 'fixture')[3]!;
  await breaking(id, fixture.id, { along: null });
  const { status, body } = await ask('GET', `/shows/${id}`);
  expect(status).toBe(200);
  expect(body.aside).toMatchObject([{ id: fixture.id, kind: 'fixture', why: 'A fixture is not sound: /along must be number.' }]);
  expect(body.records).toHaveLength(demo.records.size - 1);
  expect(faults(showOf(id, body.records as DessinRecord[]))).toEqual([]);
  for (const file of ['plot.svg?fit=1', 'hookup.csv', 'handover.mvr', 'thumbnail.svg'])
    expect((await ask('GET', `/shows/${id}/out/${file}`)).status).toBe(200);
  const other = all(demo, 'fixture')[4]!;
  expect(
    (await ask('POST', `/shows/${id}/changes`, { key: v4(), label: 'x', change: edit([other], { notes: 'still' }) })).status,
  ).toBe(200);
  // A copy of the show has it too, set aside as here.
  const copy = (await ask('POST', '/shows', { copyOf: id })).body.id as string;
  expect((await ask('GET', `/shows/${copy}`)).body.aside).toMatchObject([{ id: fixture.id, data: { along: null } }]);
  // It lies where it lay, untouched.
  const [row] = await database.db
    .select()
    .from(records)
    .where(and(eq(records.show, id), eq(records.id, fixture.id)));
  expect(row!.data).toMatchObject({ along: null, id: fixture.id });
});

test('an id in capitals, as an older server took it, is one record, set aside', async () => {
  const id = await stored();
  const fixture = all(demo, 'fixture')[3]!;
  await breaking(id, fixture.id, { id: fixture.id.toUpperCase() });
  const { body } = await ask('GET', `/shows/${id}`);
  expect(body.aside).toMatchObject([{ id: fixture.id, kind: 'fixture' }]);
  expect(body.records).toHaveLength(demo.records.size - 1);
});

test('unsound settings: usual ones stand in, may be edited, and what was there is kept', async () => {
  const id = await stored();
  await breaking(id, id, { paper: null });
  const { body } = await ask('GET', `/shows/${id}`);
  expect(body.aside).toMatchObject([{ id, kind: 'settings' }]);
  const settings = settingsOf(showOf(id, body.records as DessinRecord[]));
  expect(settings).toMatchObject({ name: 'The Salt Orchard', venue: 'The Boathouse', paper: 'A1' });
  expect(
    (await ask('POST', `/shows/${id}/changes`, { key: v4(), label: 'x', change: edit([settings], { paper: 'A2' }) })).status,
  ).toBe(200);
  expect((await ask('GET', `/shows/${id}`)).body.aside).toEqual([]);
  app = serverOn();
  expect((await ask('GET', `/shows/${id}`)).body.aside).toEqual([]);
  const kept = await database.db.select().from(asideTable).where(eq(asideTable.show, id));
  expect(kept).toMatchObject([{ id, data: { paper: null, venue: 'The Boathouse' } }]);
});

test('what a newer program wrote is refused in words, and stays as it is', async () => {
  const id = await stored();
  await database.db.update(shows).set({ format: 99 }).where(eq(shows.id, id));
  app = serverOn();
  const words = /"The Salt Orchard" was written by a newer Dessin \(form 99; this one reads up to form \d+\)\. .* Update Dessin/;
  const fixture = all(demo, 'fixture')[0]!;
  for (const answer of [
    await ask('GET', `/shows/${id}`),
    await ask('GET', `/shows/${id}/out/plot.svg`),
    await ask('POST', `/shows/${id}/changes`, { key: v4(), label: 'x', change: edit([fixture], { notes: 'no' }) }),
    await ask('POST', '/shows', { copyOf: id }),
  ])
    expect(answer).toMatchObject({ status: 422, body: { detail: expect.stringMatching(words) } });
  expect((await ask('GET', '/shows')).body.shows.find((show: { id: string }) => show.id === id)).toMatchObject({ newer: true });
  const [row] = await database.db.select().from(shows).where(eq(shows.id, id));
  expect(row).toMatchObject({ revision: 0, format: 99 });
});
