/** What comes in from outside: foreign pages, wrong bodies, spellings of ids, figures and texts that cannot be kept. */
import { mkdtemp, rm } from 'node:fs/promises';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import type { Hono } from 'hono';
import { v4 } from 'uuid';
import { edit } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { all } from '#core/model/show';
import { cleanText } from '#core/model/text';
import { demoShelf } from '#demo/shelf';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { fillShelf } from './furnish.js';
import { makeHub } from './live/hub.js';
import { type Running, start } from './start.js';
import { type Database, factOf, openDatabase } from './store/database.js';
import { makeShelfStore, type ShelfStore } from './store/shelf.js';
import { makeStore, type Store } from './store/store.js';

const demo = makeDemo();
let app: Hono;
let database: Database;
let store: Store;
let shelf: ShelfStore;
beforeAll(async () => {
  database = await openDatabase(null, undefined);
  store = makeStore(database);
  shelf = makeShelfStore(database);
  await fillShelf(shelf);
  app = makeApp({ store, shelf, database, hub: makeHub(database), web: null, hosts: ['localhost'] });
});
afterAll(() => database.close());

const json = { host: 'localhost:4600', 'content-type': 'application/json' };
const ask = async (method: string, path: string, body: unknown, headers: Record<string, string> = json) => {
  const response = await app.request(`http://localhost:4600/api${path}`, {
    method,
    headers,
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  const text = await response.text();
  return { status: response.status, body: text ? JSON.parse(text) : null };
};
const show = async (): Promise<{ id: string; fixture: Fixture }> => {
  const id = v4();
  await store.create(
    [...demo.records.values()].map((record) => (record.id === demoId ? { ...record, id } : record)),
    id,
  );
  return { id, fixture: all(demo, 'fixture')[0]! };
};
const post = (id: string, change: unknown, more: object = {}) =>
  ask('POST', `/shows/${id}/changes`, { key: v4(), label: 'test', change, ...more });
const adding = (record: unknown) => ({ added: [record], updated: [], removed: [] });

describe('other websites', () => {
  const item = demoShelf().items[0]!.record.id;
  const remove = (headers: Record<string, string>) =>
    ask('POST', '/shelf/remove', { ids: [item] }, { host: 'localhost:4600', ...headers });
  const type = { 'content-type': 'application/json' };
  test.each([
    ['a page without an origin (a sandboxed frame)', { ...type, origin: 'null' }, 403],
    ['a page of another site', { ...type, origin: 'https://evil.example' }, 403],
    ['another port of this machine', { ...type, origin: 'http://localhost:3000' }, 403],
    ['another name of this machine', { ...type, origin: 'http://127.0.0.1:4600' }, 403],
    ['no page at all', { ...type, origin: 'chrome-extension://abc' }, 403],
    ['cross-site, as the browser says', { ...type, 'sec-fetch-site': 'cross-site' }, 403],
    ['same site and another port, as the browser says', { ...type, 'sec-fetch-site': 'same-site' }, 403],
    ['a form', { 'content-type': 'application/x-www-form-urlencoded' }, 415],
    ['a form of text', { 'content-type': 'text/plain;charset=UTF-8' }, 415],
    ['a body of no type', { 'content-length': '50' }, 415],
  ])('%s is refused and changes nothing', async (_, headers, status) => {
    const answer = await remove(headers);
    expect(answer).toMatchObject({ status, body: { detail: expect.stringMatching(/\.$/) } });
    expect(await shelf.get([item])).toHaveLength(1);
  });
  test.each([
    ['files as a form', 'multipart/form-data; boundary=x', 415],
    ['files as plain text', 'text/plain', 415],
    ['files of no type', undefined, 415],
    ['files as they are', 'application/octet-stream', 422],
  ])('%s', async (_, contentType, status) => {
    const headers = { host: 'localhost:4600', ...(contentType ? { 'content-type': contentType } : {}) };
    const response = await app.request('http://localhost:4600/api/imports/mvr?preview', {
      method: 'POST',
      headers,
      body: new Uint8Array([1, 2, 3]) as unknown as string,
    });
    expect(response.status).toBe(status);
  });
  test('our own page, a script, and our own page behind a proxy that speaks TLS are served', async () => {
    for (const headers of [
      { ...json, origin: 'http://localhost:4600', 'sec-fetch-site': 'same-origin' },
      json,
      { ...json, host: 'localhost', origin: 'https://localhost' },
    ])
      expect((await ask('POST', '/shelf/items/read', { ids: [item] }, headers)).status).toBe(200);
  });
  test('ids of what ships are those of the installation', async () => {
    const secret = await factOf(database, 'secret', v4);
    expect(await factOf(database, 'secret', v4)).toBe(secret);
    const other = await openDatabase(null, undefined);
    expect(await factOf(other, 'secret', v4)).not.toBe(secret);
    await other.close();
  });
});

describe('ids, figures and texts', () => {
  test.each([
    ['capitals', (id: string) => id.toUpperCase()],
    ['a URN', (id: string) => `urn:uuid:${id}`],
    ['braces', (id: string) => `{${id}}`],
  ])('an id in %s is refused, in a show and on the Shelf', async (_, spelled) => {
    const { id, fixture } = await show();
    const fresh = { ...fixture, id: 'abcdefab-1111-4222-8333-444455556666' };
    expect(await post(id, adding({ ...fresh, id: spelled(fresh.id) }))).toMatchObject({ status: 422 });
    expect(await post(id, adding({ ...fresh, layer: spelled(fresh.layer) }))).toMatchObject({ status: 422 });
    expect(await post(id, adding(fresh), { key: spelled(v4()) })).toMatchObject({ status: 422 });
    const { record } = demoShelf().items[0]!;
    expect(
      await ask('POST', '/shelf/items', { put: [{ record: { ...record, id: spelled(record.id) }, base: null }] }),
    ).toMatchObject({
      status: 422,
    });
    expect((await store.load(id))!.show.records.size).toBe(demo.records.size);
  });

  test('1e999 is no number', async () => {
    const { id, fixture } = await show();
    for (const field of ['along', 'spin', 'drop', 'arm']) {
      const body = JSON.stringify({
        key: v4(),
        label: 'test',
        change: edit([fixture], { [field]: 7777.25 }),
      }).replaceAll('7777.25', '1e999');
      expect(await ask('POST', `/shows/${id}/changes`, body)).toMatchObject({ status: 422 });
    }
    const layer = [...demo.records.values()].find((record) => record.kind === 'layer')!;
    expect(await post(id, { added: [], updated: [[layer, { ...layer, order: 1e200 }]], removed: [] })).toMatchObject({
      status: 422,
      body: { detail: 'A layer is not sound: /order is a number out of all bounds.' },
    });
    expect((await post(id, edit([fixture], { along: 1234 }))).status).toBe(200);
  });

  test.each([
    ['half a character', 'a\ud83d', /half a character/],
    ['a control character', 'a\u0007', /control character/],
    ['NUL', 'a\u0000', /control character/],
  ])('%s is refused in a sentence wherever a text is taken', async (_, text, why) => {
    const { id, fixture } = await show();
    const answers = [
      await post(id, edit([fixture], { notes: text })),
      await post(id, edit([fixture], { notes: 'x' }), { label: text }),
      await post(id, edit([fixture], { notes: 'x' }), { author: text }),
      await ask('POST', '/shelf/items', {
        put: [{ record: { ...demoShelf().items.at(-1)!.record, id: v4(), name: text }, base: null }],
      }),
    ];
    for (const answer of answers) expect(answer).toMatchObject({ status: 422, body: { detail: expect.stringMatching(why) } });
  });
  test('names are cleaned: of shows, of files cut inside an emoji, of folders', async () => {
    const name = `${'x'.repeat(199)}💡`;
    const made = await ask('POST', '/shows', { name: 'Sa\ud83dlt', units: 'metric', stageWidth: 9000, stageDepth: 9000 });
    expect(made.status).toBe(201);
    expect((await store.list()).map((row) => row.name)).toContain('Salt');
    expect((await ask('PATCH', `/shows/${made.body.id}`, { name: 'Cafe\u0301\u0001' })).status).toBe(200);
    expect((await store.list()).map((row) => row.name)).toContain('Caf\u00e9');
    expect((await ask('POST', '/shelf/folders', { add: 'House \ud83d/stock' })).status).toBe(204);
    const { writeMvr } = await import('#core/formats/mvr/write');
    const response = await app.request(`http://localhost:4600/api/imports/mvr?name=${encodeURIComponent(name)}`, {
      method: 'POST',
      headers: { ...json, 'content-type': 'application/octet-stream' },
      body: writeMvr(demo) as unknown as string,
    });
    expect(response.status).toBe(201);
    expect(((await response.json()) as { name: string }).name).toBe('x'.repeat(199));
  });
  test('letters are kept composed, line ends as line feeds; what is shown is what is stored', async () => {
    const { id } = await show();
    const first = async () => all((await store.load(id))!.show, 'fixture')[0]!;
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 20 }), async (text) => {
        const { status, body } = await post(id, edit([await first()], { notes: `${text}!` }));
        if (status === 422) expect(body.detail).toMatch(/character/);
        else expect((await first()).notes).toBe(cleanText(`${text}!`));
      }),
      { numRuns: 60 },
    );
  });
  test.each([{ toString: 1 }, { toString: null }, [], ['fixture'], null, 7, 'constructor', '__proto__'])(
    'a record of the kind %j is refused in a sentence',
    async (kind) => {
      const { id, fixture } = await show();
      expect(await post(id, adding({ ...fixture, id: v4(), kind }))).toMatchObject({
        status: 422,
        body: { detail: expect.stringMatching(/kind/) },
      });
    },
  );
});

test('two installations have ids of their own, in the Shelf and in the demo, and the demo knows its Shelf', async () => {
  const seen: { shows: string[]; items: string[] }[] = [];
  for (let i = 0; i < 2; i++) {
    const data = await mkdtemp(join(tmpdir(), 'dessin-ids-'));
    const running = await start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: true });
    const get = async <T>(path: string) => (await (await fetch(`${running.url}/api${path}`)).json()) as T;
    const { shows } = await get<{ shows: { id: string }[] }>('/shows');
    const { items } = await get<{ items: { id: string; kind: string }[] }>('/shelf');
    const { records } = await get<{ records: { id: string; kind: string; shelf?: { item: string } }[] }>(
      `/shows/${shows[0]!.id}`,
    );
    const known = new Set(items.map((item) => item.id));
    const types = records.filter((record) => record.kind === 'type');
    expect(types.length).toBeGreaterThan(10);
    for (const type of types) expect(known.has(type.shelf!.item)).toBe(true);
    seen.push({ shows: shows.map((show) => show.id), items: items.map((item) => item.id) });
    await running.stop();
    await rm(data, { recursive: true, force: true });
  }
  const [a, b] = seen;
  expect(a!.shows).not.toEqual(b!.shows);
  expect(a!.items.filter((id) => b!.items.includes(id))).toEqual([]);
  expect(a!.items).not.toContain(demoShelf().items[0]!.record.id);
});

describe('through a real connection', () => {
  let running: Running;
  beforeAll(async () => {
    running = await start({
      port: 0,
      host: '127.0.0.1',
      data: await mkdtemp(join(tmpdir(), 'dessin-borders-')),
      databaseUrl: undefined,
      demo: false,
    });
  });
  afterAll(() => running.stop());
  /** What a server answers to bytes, before it closes or falls silent. */
  const raw = async (text: string): Promise<string> => {
    return new Promise((done) => {
      let said = '';
      const socket = connect(running.port, '127.0.0.1', () => socket.write(text.replaceAll('HOST', `127.0.0.1:${running.port}`)));
      socket.on('data', (part) => {
        said += part;
      });
      socket.on('close', () => done(said));
      socket.on('error', () => done(said));
    });
  };
  test.each([
    [
      'markup that never ends, in a GDTF',
      '/imports/gdtf?preview',
      () => zipSync({ 'description.xml': strToU8(`<GDTF>${'<!--'.repeat(500_000)}`) }, { level: 0 }),
    ],
    [
      'sections that never end, in an MVR',
      '/imports/mvr?preview',
      () => zipSync({ 'GeneralSceneDescription.xml': strToU8('<![CDATA['.repeat(500_000)) }, { level: 0 }),
    ],
    [
      'a merge of a whole sheet',
      '/incoming',
      () =>
        zipSync({
          'xl/workbook.xml': strToU8('<workbook><sheets><sheet name="x" sheetId="1"/></sheets></workbook>'),
          'xl/worksheets/sheet1.xml': strToU8(
            '<worksheet><sheetData/><mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells></worksheet>',
          ),
        }),
    ],
  ])('%s is answered, and health and the others go on', async (_, path, make) => {
    const hostile = fetch(`${running.url}/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: make() as Uint8Array<ArrayBuffer>,
    });
    const health = await fetch(`${running.url}/api/health`);
    expect([health.status, (await hostile).status]).toEqual([200, 422]);
    expect((await fetch(`${running.url}/api/shows`)).status).toBe(200);
  });
  test.each([
    ['TRACE', 'TRACE /api/shows HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\n\r\n', 405],
    [
      'TRACE with a body',
      'TRACE /api/shows HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\nTransfer-Encoding: chunked\r\n\r\n2\r\n{}\r\n0\r\n\r\n',
      405,
    ],
    ['PROPFIND', 'PROPFIND / HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\n\r\n', 405],
    ['a broken percent sign', 'GET /api/shows/%zz HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\n\r\n', 400],
    ['half a letter in the address', 'GET /api/shows/%E0%A4 HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\n\r\n', 400],
    ['a broken percent sign in a query', 'GET /api/shelf/items?ids=%zz HTTP/1.1\r\nHost: HOST\r\nConnection: close\r\n\r\n', 400],
  ])('%s is answered in a sentence', async (_, request, status) => {
    const answer = await raw(request);
    expect(answer).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
    expect(answer).toMatch(/application\/problem\+json/);
    expect(answer).toMatch(/"detail":"[^"]+\."/);
  });
});
