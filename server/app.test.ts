/** The interface's files and the guards around everything. */

import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Hono } from 'hono';
import { baseRecords, idOf } from '#core/model/show.arb';
import { makeApp } from './app.js';
import type { Hub } from './live/hub.js';
import type { Database } from './store/database.js';
import type { ShelfStore } from './store/shelf.js';
import type { Store } from './store/store.js';
import { faultOfChange, faultOfRecord } from './validate.js';

let folder = '';
let app: Hono;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-web-'));
  await mkdir(join(folder, 'web', 'assets'), { recursive: true });
  await writeFile(join(folder, 'web', 'index.html'), '<!doctype html><title>Dessin</title>');
  await writeFile(join(folder, 'web', 'assets', 'a.js'), 'export {}');
  await writeFile(join(folder, 'web', 'assets', 'a.js.gz'), gzipSync('export {}'));
  await writeFile(join(folder, 'secret.json'), '{"secret":true}');
  app = makeApp({
    store: {} as Store,
    shelf: {} as ShelfStore,
    database: {} as Database,
    hub: {} as Hub,
    web: join(folder, 'web'),
    hosts: ['localhost'],
  });
});
afterAll(() => rm(folder, { recursive: true, force: true }));
const get = (path: string) => app.request(`http://localhost${path}`, { headers: { host: 'localhost' } });

test('the page answers every path of its own; assets are kept for a year', async () => {
  expect(await (await get('/shows/x/hang')).text()).toContain('<title>Dessin</title>');
  const asset = await get('/assets/a.js');
  expect(asset.headers.get('cache-control')).toContain('immutable');
  expect([asset.headers.get('content-type'), await asset.text()]).toEqual([expect.stringContaining('javascript'), 'export {}']);
  expect((await get('/assets/gone.js')).status).toBe(404);
  expect((await get('/gone.svg')).status).toBe(404);
});
test('what was compressed at build goes out so, to those who take it', async () => {
  const ask = (accepts: string) =>
    app.request('http://localhost/assets/a.js', { headers: { host: 'localhost', 'accept-encoding': accepts } });
  const small = await ask('gzip, br');
  expect(small.headers.get('content-encoding')).toBe('gzip');
  expect(gunzipSync(Buffer.from(await small.arrayBuffer())).toString()).toBe('export {}');
  expect((await ask('identity')).headers.get('content-encoding')).toBeNull();
});
test.each(['/../secret.json', '/..%2fsecret.json', '/%2e%2e/secret.json', '/assets/..%2f..%2fsecret.json', '/%00.json'])(
  '%s does not lead outside',
  async (path) => {
    expect(await (await get(path)).text()).not.toContain('secret');
  },
);
test('no script from elsewhere, no frame around it', async () => {
  const policy = (await get('/')).headers.get('content-security-policy')!;
  expect(policy).toContain("script-src 'self'");
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(policy).toContain("frame-ancestors 'none'");
});
test('an unknown route of the API is a problem, not the page', async () =>
  expect((await get('/api/nothing')).headers.get('content-type')).toBe('application/problem+json'));

test.each(baseRecords.map((record) => [record.kind, record] as const))(
  'a sound %s passes; one with a field too many, missing or wrong does not',
  (_, record) => {
    expect(faultOfRecord(record)).toBeNull();
    expect(faultOfRecord({ ...record, more: 1 })).toMatch(/\.$/);
    expect(faultOfRecord({ ...record, id: 'x' })).toMatch(/\.$/);
    const { id: _gone, ...rest } = record;
    expect(faultOfRecord(rest)).toMatch(/\.$/);
  },
);
test.each([null, 7, 'x', [], {}, { kind: 'nothing' }, { kind: 'constructor' }])('%p is no record', (value) =>
  expect(faultOfRecord(value)).toMatch(/\.$/),
);
test('a change names every record once, and an update keeps its id', async () => {
  const record = baseRecords[0]!;
  const change = { added: [], updated: [], removed: [] };
  expect(await faultOfChange({ ...change, added: [record] })).toBeNull();
  expect(await faultOfChange({ ...change, added: [record], removed: [record] })).toMatch(/once/);
  expect(await faultOfChange({ ...change, updated: [[record, { ...record, id: idOf(77) }]] })).toMatch(/keeps the id/);
  expect(await faultOfChange({ ...change, updated: [[record]] })).toMatch(/pair/);
  expect(await faultOfChange({ added: [] })).toMatch(/three lists/);
});

test('what to do about damaged files is asked for when it is said: meanwhile another backup was made', async () => {
  let last = 'of Monday';
  const damaged = makeApp({
    store: {
      list: () => Promise.reject(Object.assign(new Error('invalid page in block 1'), { code: 'XX001' })),
    } as unknown as Store,
    shelf: {} as ShelfStore,
    database: {} as Database,
    hub: {} as Hub,
    web: null,
    hosts: ['localhost'],
    damage: () => `The last backup is ${last}.`,
  });
  const told = async () => {
    const answer = await damaged.request('http://localhost/api/shows', { headers: { host: 'localhost' } });
    return [answer.status, ((await answer.json()) as { detail: string }).detail];
  };
  expect(await told()).toEqual([500, 'The last backup is of Monday.']);
  last = 'of Tuesday';
  expect(await told()).toEqual([500, 'The last backup is of Tuesday.']);
});
