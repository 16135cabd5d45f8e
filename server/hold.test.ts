/** What holds up nobody: while a large or hostile file is read, others are answered, and what takes too long is ended in a sentence. No times are taken here; the bench does (`npm run bench -- hold`). */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { zipSync } from 'fflate';
import type { Hono } from 'hono';
import { writeMvr } from '#core/formats/mvr/write';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { makeHub } from './live/hub.js';
import { closeWorkers, makeWorkers, type Workers } from './routes/threaded.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore } from './store/store.js';
import { Threads, usual } from './threads/threads.js';

let database: Database;
let app: Hono;
const workers = makeWorkers();
const appWith = (threads: Workers): Hono =>
  makeApp({
    store: makeStore(database),
    shelf: makeShelfStore(database),
    database,
    hub: makeHub(database),
    workers: threads,
    web: null,
    hosts: ['localhost'],
  });
beforeAll(async () => {
  database = await openDatabase(null, undefined);
  await makeStore(database).create([...makeDemo().records.values()], demoId);
  app = appWith(workers);
});
afterAll(async () => {
  await closeWorkers(workers);
  await database.close();
});
const post = (to: Hono, path: string, body: Uint8Array, type = 'application/octet-stream') =>
  to.request(`http://localhost/api${path}`, {
    method: 'POST',
    headers: { host: 'localhost', 'content-type': type, 'content-length': String(body.length) },
    body: body as Uint8Array<ArrayBuffer>,
  });
const text = (value: string): Uint8Array => new TextEncoder().encode(value);
const elements = (n: number) =>
  zipSync(
    {
      'GeneralSceneDescription.xml': text(
        `<GeneralSceneDescription verMajor="1" verMinor="6"><Scene>${'<a/>'.repeat(n)}</Scene></GeneralSceneDescription>`,
      ),
    },
    { level: 1 },
  );

test('while half a million elements are read, health is answered many times', async () => {
  let open = true;
  const read = Promise.resolve(post(app, '/imports/mvr?name=a.mvr&preview', elements(500_000))).finally(() => {
    open = false;
  });
  let answered = 0;
  while (open) {
    expect((await app.request('http://localhost/api/health', { headers: { host: 'localhost' } })).status).toBe(200);
    answered++;
    await new Promise((next) => setTimeout(next, 10));
  }
  expect((await read).status).toBe(201);
  expect(answered).toBeGreaterThan(10);
}, 60_000);
test('what takes too long to read is ended in a sentence, and nothing is stored', async () => {
  const short = { making: workers.making, reading: new Threads({ ...usual, time: 150 }) };
  const answer = await post(appWith(short), '/imports/mvr?name=slow.mvr', elements(1_900_000));
  expect([answer.status, answer.headers.get('retry-after')]).toEqual([503, '60']);
  expect(((await answer.json()) as { detail: string }).detail).toBe(
    'Reading slow.mvr took longer than 0.15 s and was ended. Nothing was stored. Is it the right file?',
  );
  expect(await makeStore(database).list()).toHaveLength(1);
  // The next one is read as ever.
  expect((await post(app, '/imports/mvr?name=a.mvr&preview', writeMvr(makeDemo()))).status).toBe(201);
  await short.reading.close();
}, 60_000);
test.each<[string, string, () => Uint8Array, number, RegExp]>([
  [
    'a change of 20 million objects',
    `/shows/${demoId}/changes`,
    () => text(`{"change":[${'{},'.repeat(2_000_000)}{}]}`),
    413,
    /more than 1,500,000 objects and lists/,
  ],
  [
    'a show of as many',
    '/imports/show?name=a.dessin',
    () => zipSync({ 'show.json': [text(`[${'{},'.repeat(5_000_000)}{}]`), { level: 0 }] }),
    422,
    /more than 4,000,000 objects and lists/,
  ],
  [
    'a table of quotes',
    '/incoming?name=a.csv',
    () => new Uint8Array(5_000_000).fill(34),
    422,
    /a cell of more than 1000000 letters/,
  ],
  [
    'a body nested a thousand deep',
    `/shows/${demoId}/changes`,
    () => text(`{"change":${'['.repeat(70_000)}`),
    413,
    /nested deeper than 100/,
  ],
])(
  '%s is counted before it is built',
  async (_, path, body, status, said) => {
    const answer = await post(app, path, body(), path.startsWith('/shows') ? 'application/json' : 'application/octet-stream');
    expect(answer.status).toBe(status);
    expect(((await answer.json()) as { detail: string }).detail).toMatch(said);
  },
  60_000,
);
