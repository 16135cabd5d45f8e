/** The server through its routes, on PGlite in memory; on PostgreSQL as well when DATABASE_URL is given. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Hono } from 'hono';
import { v4 } from 'uuid';
import { writeMvr } from '#core/formats/mvr/write';
import { type Change, edit, removing } from '#core/model/change';
import type { DessinRecord, Fixture } from '#core/model/records';
import { all, type Show, showOf } from '#core/model/show';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { makeHub } from './live/hub.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore, type Store } from './store/store.js';

const demo = makeDemo();

async function rig(url: string | undefined): Promise<{ app: Hono; store: Store; database: Database }> {
  const database = await openDatabase(null, url);
  const store = makeStore(database);
  const hub = makeHub(database);
  await hub.start();
  return { app: makeApp({ store, shelf: makeShelfStore(database), hub, web: null, hosts: ['localhost'] }), store, database };
}

const headers = { host: 'localhost', 'content-type': 'application/json' };
const where: readonly (readonly [string, string | undefined])[] = [
  ['PGlite', undefined],
  ...(process.env.DATABASE_URL ? [['PostgreSQL', process.env.DATABASE_URL] as const] : []),
];

describe.each(where)('on %s', (_, url) => {
  let app: Hono;
  let database: Database;
  let store: Store;
  beforeAll(async () => {
    ({ app, database, store } = await rig(url));
  });
  afterAll(() => database.close());

  const ask = async (method: string, path: string, body?: unknown) => {
    const response = await app.request(`http://localhost${path}`, {
      method,
      headers,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await response.text();
    return { status: response.status, body: text ? JSON.parse(text) : null, type: response.headers.get('content-type') };
  };
  const newShow = async (name = 'Test'): Promise<string> =>
    (await ask('POST', '/api/shows', { name, units: 'metric', stageWidth: 12000, stageDepth: 8000 })).body.id;
  const demoCopy = async (): Promise<string> => {
    const id = v4();
    await store.create(
      [...demo.records.values()].map((record) => (record.id === demoId ? { ...record, id } : record)),
      id,
    );
    return id;
  };
  const load = async (id: string): Promise<Show> =>
    showOf(id, (await ask('GET', `/api/shows/${id}`)).body.records as DessinRecord[]);
  const post = (id: string, change: Change, key = v4()) =>
    ask('POST', `/api/shows/${id}/changes`, { key, label: 'test', change });
  const firstOf = (show: Show): Fixture => all(show, 'fixture')[0]!;

  test('health', async () => expect(await ask('GET', '/api/health')).toMatchObject({ status: 200, body: { ok: true } }));

  test('create, rename, duplicate, delete and bring back', async () => {
    const id = await newShow('First light');
    expect((await ask('PATCH', `/api/shows/${id}`, { name: 'Second light' })).status).toBe(200);
    const copy = (await ask('POST', '/api/shows', { copyOf: id })).body.id;
    const names = async () => (await ask('GET', '/api/shows')).body.shows.map((show: { name: string }) => show.name);
    expect(await names()).toEqual(expect.arrayContaining(['Second light', 'Second light, copy']));
    expect((await ask('DELETE', `/api/shows/${id}`)).status).toBe(204);
    expect(await names()).not.toContain('Second light');
    expect((await ask('GET', `/api/shows/${id}`)).status).toBe(404);
    expect((await ask('POST', `/api/shows/${id}/restore`)).status).toBe(204);
    expect(await names()).toContain('Second light');
    expect((await load(copy)).records.size).toBe((await load(id)).records.size);
  });

  test('records come back in the order in which they entered', async () => {
    const id = await demoCopy();
    expect([...(await load(id)).records.values()].slice(1)).toEqual([...demo.records.values()].slice(1));
  });

  test('a change is stored, counted and logged', async () => {
    const id = await demoCopy();
    const change = edit([firstOf(await load(id))], { purpose: 'Changed' });
    expect(await post(id, change)).toMatchObject({ status: 200, body: { revision: 1 } });
    expect(firstOf(await load(id)).purpose).toBe('Changed');
    expect(await store.since(id, 0)).toMatchObject([{ revision: 1, label: 'test', change }]);
  });

  test('the same change posted twice, as after a lost answer, is stored once', async () => {
    const id = await demoCopy();
    const [change, key] = [edit([firstOf(await load(id))], { notes: 'once' }), v4()];
    expect((await post(id, change, key)).body.revision).toBe(1);
    expect((await post(id, change, key)).body.revision).toBe(1);
    expect(await store.since(id, 0)).toHaveLength(1);
  });

  test('edits to different fields of one fixture both survive; the same field is answered 409 with what stands', async () => {
    const id = await demoCopy();
    const fixture = firstOf(await load(id));
    await post(id, edit([fixture], { purpose: 'Theirs' }));
    expect((await post(id, edit([fixture], { notes: 'Ours' }))).status).toBe(200);
    expect(firstOf(await load(id))).toMatchObject({ purpose: 'Theirs', notes: 'Ours' });
    const clash = await post(id, edit([fixture], { purpose: 'Ours too' }));
    expect(clash).toMatchObject({
      status: 409,
      type: 'application/problem+json',
      body: { collisions: [{ field: 'purpose', mine: 'Ours too', stands: 'Theirs' }] },
    });
    expect(firstOf(await load(id)).purpose).toBe('Theirs');
  });

  test('many at once: every confirmed edit is there', async () => {
    const id = await demoCopy();
    const fixtures = all(await load(id), 'fixture').slice(0, 30);
    const answers = await Promise.all(fixtures.map((fixture, i) => post(id, edit([fixture], { notes: `n${i}` }))));
    expect(answers.map((answer) => answer.status)).toEqual(fixtures.map(() => 200));
    expect(answers.map((answer) => answer.body.revision).sort((a, b) => a - b)).toEqual(fixtures.map((_, i) => i + 1));
    const after = await load(id);
    fixtures.forEach((fixture, i) => {
      expect(after.records.get(fixture.id)).toMatchObject({ notes: `n${i}` });
    });
  });

  test('a change that would leave an id pointing nowhere is refused, and nothing is stored', async () => {
    const id = await demoCopy();
    const show = await load(id);
    const answer = await post(id, removing(all(show, 'position')[0]!));
    expect(answer).toMatchObject({ status: 422, type: 'application/problem+json' });
    expect(answer.body.detail).toMatch(/names a position/);
    expect((await ask('GET', `/api/shows/${id}`)).body.revision).toBe(0);
  });

  test('two stores on one database see each other (several server processes)', async () => {
    const other = makeStore(database);
    const id = await demoCopy();
    const fixture = firstOf((await store.load(id))!.show);
    await other.load(id);
    await store.post(id, { key: v4(), author: '', label: 'a', change: edit([fixture], { notes: 'from one' }) });
    expect(firstOf((await other.load(id))!.show).notes).toBe('from one');
    const now = firstOf((await other.load(id))!.show);
    await other.post(id, { key: v4(), author: '', label: 'b', change: edit([now], { purpose: 'from two' }) });
    expect(firstOf((await store.load(id))!.show)).toMatchObject({ notes: 'from one', purpose: 'from two' });
  });

  test('the event stream tells of a change', async () => {
    const id = await demoCopy();
    const stop = new AbortController();
    const response = await app.request(`http://localhost/api/shows/${id}/events`, { headers, signal: stop.signal });
    const reader = response.body!.getReader();
    const seen = (async () => {
      let text = '';
      while (!text.includes('event: change')) text += new TextDecoder().decode((await reader.read()).value);
      return text;
    })();
    await post(id, edit([firstOf(await load(id))], { notes: 'live' }));
    expect(await seen).toMatch(/"revision":1/);
    stop.abort();
    await reader.cancel().catch(() => undefined);
  });

  test('another host and another site are refused', async () => {
    expect((await app.request('http://localhost/api/shows', { headers: { host: 'evil.example' } })).status).toBe(421);
    expect(
      (
        await app.request('http://localhost/api/shows', {
          method: 'POST',
          headers: { host: 'localhost', origin: 'https://evil.example' },
          body: '{}',
        })
      ).status,
    ).toBe(403);
  });

  test.each([
    'plot.pdf',
    'plot.svg',
    'thumbnail.svg',
    'hookup.csv',
    'hookup.pdf',
    'schedule.csv',
    'schedule.pdf',
    'handover.mvr',
  ])('%s of the demo comes out', async (file) => {
    const id = await demoCopy();
    const response = await app.request(`http://localhost/api/shows/${id}/out/${file}`, { headers });
    expect(response.status).toBe(200);
    expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(1000);
  });

  test('an output that is not known, a paper that is not, a scale that is not: a sentence each', async () => {
    const id = await demoCopy();
    for (const path of ['nothing.pdf', 'plot.pdf?paper=B9', 'plot.pdf?scale=big', 'toString']) {
      const answer = await ask('GET', `/api/shows/${id}/out/${path}`);
      expect([404, 422]).toContain(answer.status);
      expect(answer.body.detail).toMatch(/\.$/);
    }
  });

  test('a plot that does not fit is refused in words that name what falls off; fit=1 takes the scale that fits', async () => {
    const id = await demoCopy();
    for (const file of ['plot.svg', 'plot.pdf']) {
      const off = await ask('GET', `/api/shows/${id}/out/${file}?paper=A3&scale=1:50`);
      expect(off).toMatchObject({ status: 422, type: 'application/problem+json' });
      expect(off.body.detail).toMatch(/\d+ of 144 fixtures.* would fall off the sheet\. It fits at 1:\d+; .*fit=1/);
    }
    const fitted = await app.request(`http://localhost/api/shows/${id}/out/plot.svg?paper=A3&scale=1:50&fit=1`, { headers });
    expect(fitted.status).toBe(200);
    const svg = await fitted.text();
    expect(svg).toMatch(/>Scale 1:(75|100|200) on A3</);
    expect(svg).toContain('width="420mm"');
  });

  test('an MVR file becomes a new show; a broken one a sentence', async () => {
    const send = (body: Uint8Array) =>
      app.request('http://localhost/api/imports/mvr?name=Back', {
        method: 'POST',
        headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
        body: body as unknown as unknown as string,
      });
    const good = await send(writeMvr(demo));
    expect(good.status).toBe(201);
    const made = (await good.json()) as { id: string; fixtures: number; report: unknown[] };
    expect(made).toMatchObject({ fixtures: all(demo, 'fixture').length, report: [] });
    expect(all(await load(made.id), 'fixture')).toHaveLength(made.fixtures);
    const bad = await send(new Uint8Array([1, 2, 3]));
    expect(bad.status).toBe(422);
    expect(((await bad.json()) as { code: string }).code).toBe('ZIP_BAD');
  });

  test('fuzz: 2000 random or mutated requests: no 500, no change of stored data by a refused request', async () => {
    const id = await demoCopy();
    const show = await load(id);
    const [fixture] = all(show, 'fixture');
    const before = JSON.stringify((await ask('GET', `/api/shows/${id}`)).body);
    const mvr = writeMvr(demo);
    const path = fc.oneof(
      fc.constantFrom(
        '/api/shows',
        `/api/shows/${id}`,
        `/api/shows/${id}/changes`,
        `/api/shows/${id}/out/plot.svg`,
        `/api/shows/${id}/restore`,
        '/api/imports/mvr?preview',
        '/api/imports/dxf',
        '/api/health',
        '/api/shelf',
        '/api/nothing',
        '/%00',
        '/..%2f..%2fetc',
        `/api/shows/${v4()}`,
        `/api/shows/${v4()}/changes`,
        '/api/shows/x/changes',
        `/api/shows/${id.toUpperCase()}`,
      ),
      fc.string({ maxLength: 40 }).map((text) => `/api/shows/${encodeURIComponent(text)}`),
      fc
        .string({ maxLength: 40 })
        .map((text) => `/api/shows/${id}/out/${encodeURIComponent(text)}?paper=${encodeURIComponent(text)}`),
    );
    const broken = fc.anything({ maxDepth: 2 }).map((value) => ({
      key: v4(),
      label: 'fuzz',
      change: {
        added: [],
        updated: [[fixture, { ...fixture, ...((typeof value === 'object' ? value : { along: value }) as object), mode: value }]],
        removed: [],
      },
    }));
    const wrongRecord = fc.constantFrom('along', 'parts', 'position', 'kind', 'id', 'aim', 'unit').chain((key) =>
      fc.jsonValue().map((value) => ({
        key: v4(),
        label: 'fuzz',
        change: { added: [{ ...fixture, id: v4(), [key]: value, mode: 'no such mode' }], updated: [], removed: [] },
      })),
    );
    const jsonBody = fc
      .oneof(
        fc.jsonValue(),
        broken,
        wrongRecord,
        fc.record({ name: fc.constantFrom('', 7, null, 'x'.repeat(300), '\u0000'), units: fc.anything(), copyOf: fc.anything() }),
      )
      .map((value) => {
        try {
          return JSON.stringify(value) ?? '';
        } catch {
          return '{';
        }
      });
    const fileBody = fc.array(fc.tuple(fc.nat(mvr.length - 1), fc.nat(255)), { minLength: 1, maxLength: 8 }).map((hits) => {
      const copy = Uint8Array.from(mvr.subarray(0, 4000 + (hits[0]![0] % (mvr.length - 4000))));
      for (const [at, value] of hits) if (at < copy.length) copy[at] = value;
      return copy;
    });
    const request = fc.record({
      method: fc.constantFrom('GET', 'POST', 'PATCH', 'PUT', 'OPTIONS'),
      path,
      body: fc.oneof(
        { weight: 5, arbitrary: jsonBody },
        { weight: 1, arbitrary: fileBody },
        { weight: 1, arbitrary: fc.string() },
      ),
    });
    let made = 0;
    const list = fc.sample(request, 2000);
    for (const { method, path: target, body } of list) {
      const response = await app.request(`http://localhost${target}`, {
        method,
        headers,
        ...(method === 'GET' || method === 'OPTIONS' ? {} : { body: body as unknown as string }),
      });
      if (response.status >= 500)
        throw new Error(`${method} ${target} ${String(body).slice(0, 500)} answered ${response.status}`);
      if (response.status === 201) made++;
      if (response.status >= 400 && target.startsWith('/api'))
        expect(response.headers.get('content-type')).toBe('application/problem+json');
      await response.body?.cancel();
    }
    expect(JSON.stringify((await ask('GET', `/api/shows/${id}`)).body)).toBe(before);
    // A preview stores nothing; only well-formed requests for a new show may have made one.
    expect(made).toBeLessThan(list.length / 4);
  }, 240_000);
});
