/** A line a request, without what was in it; what is counted; and a house that says how it is. */
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { Hono } from 'hono';
import { makeApp } from './app.js';
import type { Keeper } from './keeper.js';
import type { Hub } from './live/hub.js';
import { type Line, logged, logTo, Requests } from './log.js';
import { answering } from './routes/house.js';
import type { Database } from './store/database.js';
import type { ShelfStore } from './store/shelf.js';
import type { Store } from './store/store.js';

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-log-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));
const line = (at: string, more: Partial<Line> = {}): Line => ({
  at,
  method: 'GET',
  path: '/api/shows',
  status: 200,
  ms: 1,
  ...more,
});
const settled = () => new Promise((done) => setTimeout(done, 100));

test('one line of JSON a request, with its time and how long it took, and nothing of what was in it', async () => {
  const log = logTo(folder);
  const app = new Hono();
  app.use(logged(new Requests(), log));
  app.post('/api/imports/:what', async (c) => {
    await new Promise((done) => setTimeout(done, 30));
    return c.json({ secret: true }, 422);
  });
  await app.request('http://x/api/imports/mvr?name=Secret%20show.mvr', {
    method: 'POST',
    body: 'secret',
    headers: { cookie: 'secret' },
  });
  await settled();
  await log.close();
  const [name] = await readdir(folder);
  const text = await readFile(join(folder, name!), 'utf8');
  const said = JSON.parse(text) as Line;
  expect(said).toMatchObject({ method: 'POST', path: '/api/imports/mvr', status: 422 });
  expect(said.ms).toBeGreaterThanOrEqual(29);
  expect(Math.abs(Date.now() - Date.parse(said.at))).toBeLessThan(60_000);
  expect(Object.keys(said)).toEqual(['at', 'method', 'path', 'status', 'ms']);
  expect(text).not.toMatch(/secret/i);
  expect(name).toBe(`requests-${said.at.slice(0, 10)}.jsonl`);
});
test('a file a day; as many as wanted are kept, and nothing else is touched', async () => {
  await mkdir(folder, { recursive: true });
  for (const name of ['requests-2026-11-01.jsonl', 'requests-2026-11-02.jsonl', 'notes.txt'])
    await writeFile(join(folder, name), 'old\n');
  const log = logTo(folder, 2);
  log.write(line('2026-11-03T10:00:00Z'));
  await settled();
  log.write(line('2026-11-03T10:00:01Z'));
  log.write(line('2026-11-04T00:00:00Z'));
  await settled();
  await log.close();
  expect((await readdir(folder)).sort()).toEqual(['notes.txt', 'requests-2026-11-03.jsonl', 'requests-2026-11-04.jsonl']);
  expect((await readFile(join(folder, 'requests-2026-11-03.jsonl'), 'utf8')).split('\n')).toHaveLength(3);
});
test('a log that cannot be written disturbs nobody', async () => {
  await writeFile(join(folder, 'file'), '');
  const log = logTo(join(folder, 'file', 'log'));
  log.write(line('2026-11-03T10:00:00Z'));
  await settled();
  log.write(line('2026-11-03T10:00:01Z'));
  await log.close();
});

const database = (execute: () => Promise<unknown>) => ({ db: { execute } }) as unknown as Database;
test('the database is here, busy or away', async () => {
  expect(await answering(database(async () => ({})))).toBe('here');
  expect(await answering(database(() => new Promise((done) => setTimeout(done, 400))))).toBe('busy');
  expect(await answering(database(() => Promise.reject(new Error('gone'))))).toBe('away');
});
test('health says so, and when the last backup was; metrics count', async () => {
  let sound = true;
  const app = makeApp({
    store: { list: async () => [], listDeleted: async () => [] } as unknown as Store,
    shelf: {} as ShelfStore,
    hub: { count: () => 3 } as Hub,
    database: database(() => (sound ? Promise.resolve({}) : Promise.reject(new Error('gone')))),
    keeper: { last: () => new Date('2026-11-30T03:00:00Z') } as unknown as Keeper,
    web: null,
    hosts: ['localhost'],
  });
  const get = (path: string) => app.request(`http://localhost/api${path}`, { headers: { host: 'localhost' } });
  const well = await get('/health');
  expect([well.status, await well.json()]).toEqual([
    200,
    { ok: true, build: '', database: 'here', backup: '2026-11-30T03:00:00.000Z', servers: 1 },
  ]);
  await get('/shows');
  await get('/nothing');
  const text = await (await get('/metrics')).text();
  expect(text).toContain('dessin_requests_total{method="GET",status="2xx"} 2\n');
  expect(text).toContain('dessin_requests_total{method="GET",status="4xx"} 1\n');
  expect(text).toMatch(
    /dessin_request_seconds_bucket\{le="\+Inf"\} 3\ndessin_request_seconds_sum [\d.]+\ndessin_request_seconds_count 3\n/,
  );
  expect(text).toContain('dessin_windows 3\n');
  expect(text).toContain('dessin_database_answers 1\n');
  expect(text).toContain(`dessin_backup_timestamp_seconds ${Date.parse('2026-11-30T03:00:00Z') / 1000}\n`);
  expect(text).toMatch(/dessin_threads_running\{what="making"\} 0/);
  // Every line is a comment or a sample.
  for (const one of text.trim().split('\n'))
    expect(one).toMatch(/^(# (HELP|TYPE) \w+ .+|\w+(\{\w+="[^"]*"(,\w+="[^"]*")*\})? [\d.e+-]+)$/);
  sound = false;
  const ill = await get('/health');
  expect([ill.status, ill.headers.get('retry-after'), await ill.json()]).toMatchObject([
    503,
    '2',
    { ok: false, database: 'away' },
  ]);
});
test('times fall under their bounds', () => {
  const requests = new Requests();
  for (const ms of [1, 5, 6, 9999, 20_000]) requests.add(line('', { ms }));
  expect(requests.within).toEqual([2, 3, 3, 3, 3, 3, 3, 3, 3, 4]);
  expect([requests.count, requests.time]).toEqual([5, 30_011]);
});
