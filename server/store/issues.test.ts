/** What a show held when an issue was given out stays whole, whatever becomes of the show. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import { compare } from '#core/compare/compare';
import { issuePlot } from '#core/compare/issuing';
import { issuesInOrder } from '#core/compare/since';
import { type Change, edit, invert, removing } from '#core/model/change';
import { all, type Show, settingsOf } from '#core/model/show';
import { makeDemo } from '#demo/show';
import { makeApp } from '../app.js';
import { makeHub } from '../live/hub.js';
import { type Database, openDatabase } from './database.js';
import { makeShelfStore } from './shelf.js';
import { makeStore, type Store } from './store.js';

const demo = makeDemo();
let database: Database;
let store: Store;
beforeAll(async () => {
  database = await openDatabase(null, undefined);
  store = makeStore(database);
});
afterAll(() => database.close());

const stored = async (): Promise<string> => {
  const id = v4();
  await store.create(
    [...demo.records.values()].map((record) => (record.id === demo.id ? { ...record, id } : record)),
    id,
  );
  return id;
};
const now = async (id: string): Promise<Show> => (await store.load(id))!.show;
const post = async (id: string, change: Change, label = 'x') => {
  const outcome = await store.post(id, { key: v4(), author: 't', label, change });
  expect(outcome.kind).toBe('stored');
};
const issue = async (id: string, name: string): Promise<string> => {
  const change = issuePlot(await now(id), { name, day: '2026-11-29' }, v4);
  if (typeof change === 'string') throw new Error(change);
  await post(id, change);
  return issuesInOrder(await now(id)).at(-1)!.id;
};
const web = () =>
  makeApp({ store, shelf: makeShelfStore(database), database, hub: makeHub(database), web: null, hosts: ['localhost'] });
const get = async (path: string) => web().request(`http://localhost/api/shows/${path}`, { headers: { host: 'localhost' } });

test('an issue holds what stood, and edits after it do not touch it', async () => {
  const id = await stored();
  const a = await issue(id, 'A');
  const then = await now(id);
  await post(id, removing(all(then, 'fixture')[0]!));
  const kept = await store.stood(id, a);
  expect(kept).toMatchObject({ revision: 1 });
  expect(compare(kept!.show, then).empty).toBe(true);
  expect(compare(kept!.show, await now(id)).counts.get('struck')).toBe(1);
  // As a window asks for it.
  const answer = await get(`${id}/issues/${a}`);
  expect(answer.status).toBe(200);
  expect(((await answer.json()) as { records: unknown[] }).records).toHaveLength(then.records.size);
});

test('taken back and done again it holds what it held the first time', async () => {
  const id = await stored();
  const before = await now(id);
  const change = issuePlot(before, { name: 'A', day: '2026-11-29' }, v4) as Change;
  await post(id, change);
  const a = issuesInOrder(await now(id))[0]!.id;
  const first = await store.stood(id, a);
  await post(id, invert(change));
  await post(id, edit([settingsOf(await now(id))], { venue: 'Elsewhere' }));
  await post(id, { ...change, updated: [] });
  expect(compare(first!.show, (await store.stood(id, a))!.show).empty).toBe(true);
});

test('a copy of the show keeps its issues, under its own id', async () => {
  const id = await stored();
  const a = await issue(id, 'A');
  const copied = await web().request('http://localhost/api/shows', {
    method: 'POST',
    headers: { host: 'localhost', 'content-type': 'application/json' },
    body: JSON.stringify({ copyOf: id, name: 'Copy' }),
  });
  const { id: copy } = (await copied.json()) as { id: string };
  const kept = await store.stood(copy, a);
  expect(kept!.show.id).toBe(copy);
  expect(settingsOf(kept!.show).name).toBe(settingsOf(demo).name);
  expect(all(kept!.show, 'fixture')).toHaveLength(all(demo, 'fixture').length);
});

test('paper marks what changed: the list says so, as it comes by its address', async () => {
  const id = await stored();
  await issue(id, 'A');
  const show = await now(id);
  const fixture = all(show, 'fixture')[0]!;
  await post(id, edit([fixture], { parts: fixture.parts.map((part) => ({ ...part, channel: '977' })) }));
  const html = await (await get(`${id}/out/list.html?of=hookup`)).text();
  expect(html.match(/<tr class="changed">/g)).toHaveLength(1);
  expect(html).toContain('1 row with a bar at the edge is not as in issue A; 1 row of issue A is not here any more.');
  // Where nothing is to be marked, nothing is.
  await post(id, edit([settingsOf(await now(id))], { marks: 'none' }));
  expect(await (await get(`${id}/out/list.html?of=hookup`)).text()).not.toContain('changed"');
});

test.each(['nothing', v4()])('there is no issue %s: a sentence', async (name) => {
  const id = await stored();
  const answer = await get(`${id}/issues/${name}`);
  expect(answer.status).toBe(404);
  expect(await answer.text()).toContain('Nothing is kept of an issue by this id.');
  expect((await get(`${v4()}/issues/${v4()}`)).status).toBe(404);
});

test('the show as it stood at any revision, by the log taken back', async () => {
  const id = await stored();
  const first = await now(id);
  const [a, b] = all(first, 'fixture');
  await post(id, edit([a!], { notes: 'one' }), 'note one');
  await post(id, removing(b!), 'strike it');
  await post(id, edit([settingsOf(await now(id))], { venue: 'Elsewhere' }), 'venue');
  expect(compare(first, (await store.at(id, 0))!).empty).toBe(true);
  const second = (await store.at(id, 1))!;
  expect(compare(first, second).fixtures.map(({ id: own }) => own)).toEqual([a!.id]);
  expect(compare((await store.at(id, 3))!, await now(id)).empty).toBe(true);
  expect(await store.at(id, 4)).toBeNull();
  const { log } = (await (await get(`${id}/log`)).json()) as { log: { revision: number; label: string }[] };
  expect(log.map(({ revision, label }) => [revision, label])).toEqual([
    [3, 'venue'],
    [2, 'strike it'],
    [1, 'note one'],
  ]);
  const { log: older } = (await (await get(`${id}/log?before=2`)).json()) as { log: { revision: number }[] };
  expect(older.map(({ revision }) => revision)).toEqual([1]);
  expect((await get(`${id}/at/1`)).status).toBe(200);
  for (const path of [`${id}/at/99`, `${id}/at/x`, `${v4()}/at/0`]) expect((await get(path)).status).toBe(404);
  expect((await get(`${id}/log?before=x`)).status).toBe(422);
});

test('a whole show as one file, out and in: the same records, and each issue holds what it held', async () => {
  const id = await stored();
  const a = await issue(id, 'A');
  await post(id, removing(all(await now(id), 'fixture')[0]!));
  const then = await store.stood(id, a);
  const saved = await get(`${id}/out/show.dessin`);
  expect(saved.status).toBe(200);
  expect(saved.headers.get('content-disposition')).toBe('attachment; filename="The Salt Orchard.dessin"');
  const body = new Uint8Array(await saved.arrayBuffer());
  const send = (path: string, bytes: Uint8Array) =>
    web().request(`http://localhost/api/imports/${path}`, {
      method: 'POST',
      headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
      body: Buffer.from(bytes),
    });
  const answer = (await (await send('show?name=Another%20name', body)).json()) as { id: string; name: string; report: unknown[] };
  // It says its own name: that of the file is not taken.
  expect(answer).toMatchObject({ name: 'The Salt Orchard', report: [], fixtures: all(demo, 'fixture').length - 1 });
  const own = (show: Show, of: string) =>
    [...show.records.values()].map((record) => (record.id === of ? { ...record, id: 'the show' } : record));
  expect(own(await now(answer.id), answer.id)).toEqual(own(await now(id), id));
  const again = await store.stood(answer.id, a);
  expect([again?.at, again?.revision]).toEqual([then!.at, then!.revision]);
  expect(own(again!.show, answer.id)).toEqual(own(then!.show, id));
  // Out once more it is the same file, but for the id of the show.
  const second = new Uint8Array(await (await get(`${answer.id}/out/show.dessin`)).arrayBuffer());
  expect(Math.abs(second.length - body.length)).toBeLessThan(200);
  // A file that breaks off makes nothing.
  const before = (await store.list()).length;
  const bad = await send('show', body.slice(0, body.length / 2));
  expect([bad.status, (await store.list()).length]).toEqual([422, before]);
});
