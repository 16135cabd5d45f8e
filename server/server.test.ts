/** The server through its routes, on PGlite in memory; on PostgreSQL as well when DATABASE_URL is given. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { Hono } from 'hono';
import { v4 } from 'uuid';
import { writeMvr } from '#core/formats/mvr/write';
import { adding, type Change, edit, removing } from '#core/model/change';
import type { DessinRecord, Fixture } from '#core/model/records';
import { faults } from '#core/model/references';
import { all, type Show, showOf } from '#core/model/show';
import { cleanText } from '#core/model/text';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { makeHub } from './live/hub.js';
import { writeXlsx } from './print/xlsx.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore, type Store } from './store/store.js';

const demo = makeDemo();

async function rig(url: string | undefined): Promise<{ app: Hono; store: Store; database: Database }> {
  const database = await openDatabase(null, url);
  const store = makeStore(database);
  const hub = makeHub(database);
  await hub.start();
  return {
    app: makeApp({ store, shelf: makeShelfStore(database), database, hub, web: null, hosts: ['localhost'] }),
    store,
    database,
  };
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
    // One that is there was not deleted.
    expect((await ask('POST', `/api/shows/${id}/restore`)).status).toBe(404);
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

  test('what was missed since a revision is told change by change; what never was, in null; nonsense in a sentence', async () => {
    const id = await demoCopy();
    for (const notes of ['one', 'two', 'three']) await post(id, edit([firstOf(await load(id))], { notes }));
    const told = await ask('GET', `/api/shows/${id}/changes?since=1`);
    expect(told).toMatchObject({
      status: 200,
      body: {
        revision: 3,
        changes: [{ revision: 2 }, { revision: 3, change: { updated: [[{ notes: 'two' }, { notes: 'three' }]] } }],
      },
    });
    expect((await ask('GET', `/api/shows/${id}/changes?since=3`)).body).toEqual({ revision: 3, changes: [] });
    expect((await ask('GET', `/api/shows/${id}/changes?since=4`)).body).toEqual({ revision: 3, changes: null });
    for (const since of ['', '?since=', '?since=-1', '?since=1.5', '?since=x'])
      expect((await ask('GET', `/api/shows/${id}/changes${since}`)).status).toBe(422);
    expect((await ask('GET', `/api/shows/${v4()}/changes?since=0`)).status).toBe(404);
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
    'hanging-cards.pdf',
    'plot.svg',
    'thumbnail.svg',
    'hookup.csv',
    'hookup.pdf',
    'schedule.csv',
    'schedule.pdf',
    'focus.csv',
    'focus.pdf',
    'handover.mvr',
  ])('%s of the demo comes out', async (file) => {
    const id = await demoCopy();
    const response = await app.request(`http://localhost/api/shows/${id}/out/${file}`, { headers });
    expect(response.status).toBe(200);
    expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(500);
  });

  test('an output that is asked for by its revision may be kept; any other is asked for anew', async () => {
    const id = await demoCopy();
    const { revision } = (await ask('GET', `/api/shows/${id}`)).body as { revision: number };
    const kept = async (query: string) =>
      (await app.request(`http://localhost/api/shows/${id}/out/thumbnail.svg${query}`, { headers })).headers.get('cache-control');
    expect(await kept(`?r=${revision}`)).toContain('max-age');
    expect(await kept(`?r=${revision + 1}`)).toBe('no-cache');
    expect(await kept('')).toBe('no-cache');
    const book = await app.request(`http://localhost/api/shows/${id}/out/sheet.svg`, { headers });
    expect(book.headers.get('cache-control')).toBe('no-store');
  });
  test('a show and its small drawing are not sent again to who has them; after an edit they are', async () => {
    const again = async (path: string, tag: string) =>
      app.request(`http://localhost/api/shows/${path}`, { headers: { ...headers, 'if-none-match': tag } });
    const id = await newShow('Tagged');
    for (const path of [id, `${id}/out/thumbnail.svg`]) {
      const first = await app.request(`http://localhost/api/shows/${path}`, { headers });
      const tag = first.headers.get('etag') ?? '';
      const text = await first.text();
      expect(tag).toMatch(/^W\/"/);
      const second = await again(path, `"other", ${tag}`);
      expect([second.status, await second.text()]).toEqual([304, '']);
      expect(await (await again(path, '')).text()).toBe(text);
      await ask('PATCH', `/api/shows/${id}`, { name: `Tagged ${path.length}` });
      const third = await again(path, tag);
      expect(third.status).toBe(200);
      expect(third.headers.get('etag')).not.toBe(tag);
    }
  });
  test('a change comes back where it was altered, and else not', async () => {
    const id = await newShow('Back');
    const { records } = (await ask('GET', `/api/shows/${id}`)).body as { records: DessinRecord[] };
    const settings = records.find((record) => record.kind === 'settings')!;
    const post = async (key: string, venue: string, more: object = {}) =>
      (await ask('POST', `/api/shows/${id}/changes`, { key, label: 'x', change: edit([settings], { venue, ...more }) })).body as {
        revision: number;
        change?: Change;
      };
    const key = v4();
    expect(await post(key, 'Boathouse')).toEqual({ revision: 1 });
    // Sent once more, after a lost answer: what stands may be something else.
    expect((await post(key, 'Boathouse')).change?.updated).toHaveLength(1);
    // It met another edit, of another field.
    const other = (
      await ask('POST', `/api/shows/${id}/changes`, { key: v4(), label: 'x', change: edit([settings], { designer: 'Imke' }) })
    ).body as { change: Change };
    expect(other.change.updated[0]![1]).toMatchObject({ designer: 'Imke', venue: 'Boathouse' });
    // A name of two lines is one.
    const { records: now } = (await ask('GET', `/api/shows/${id}`)).body as { records: DessinRecord[] };
    const named = (
      await ask('POST', `/api/shows/${id}/changes`, {
        key: v4(),
        label: 'x',
        change: edit([now.find((record) => record.kind === 'settings')!], { name: 'Two\nlines\u2028here' }),
      })
    ).body as { change: Change };
    expect(named.change.updated[0]![1]).toMatchObject({ name: 'Two lines here' });
  });
  test('an output that is not known, a paper that is not, a scale that is not: a sentence each', async () => {
    const id = await demoCopy();
    for (const path of ['nothing.pdf', 'plot.pdf?paper=B9', 'plot.pdf?scale=big', 'hanging-cards.pdf?paper=B9', 'toString']) {
      const answer = await ask('GET', `/api/shows/${id}/out/${path}`);
      expect([404, 422]).toContain(answer.status);
      expect(answer.body.detail).toMatch(/\.$/);
    }
  });

  test('the plot as DXF: with its own kind of file, at a scale that is one', async () => {
    const id = await demoCopy();
    const good = await app.request(`http://localhost/api/shows/${id}/out/plot.dxf?scale=1:100`, { headers });
    expect([good.status, good.headers.get('content-type')]).toEqual([200, 'image/vnd.dxf']);
    expect((await good.text()).match(/\n0?\s*INSERT\r?\n/g)?.length).toBeGreaterThanOrEqual(144);
    const bad = await ask('GET', `/api/shows/${id}/out/plot.dxf?scale=1:0`);
    expect(bad).toMatchObject({ status: 422, type: 'application/problem+json' });
    expect(bad.body.detail).toMatch(/The scale "1:0" is not one/);
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

  test('fuzz: 2500 random, mutated, foreign and hostile requests: no 500, a sentence for each refusal, what is stored is what is shown', async () => {
    const seed = Number(process.env.FUZZ_SEED ?? Math.floor(Math.random() * 2 ** 31));
    // Printed, so that a run can be repeated: FUZZ_SEED=... npm test
    console.info(`fuzz seed ${seed}`);
    // One show that no request may change, and one that sound ones may.
    const [id, open] = [await demoCopy(), await demoCopy()];
    const show = await load(id);
    const [fixture] = all(show, 'fixture');
    const before = JSON.stringify((await ask('GET', `/api/shows/${id}`)).body);
    const mvr = writeMvr(demo);
    const book = unzipSync(
      await writeXlsx({ headings: ['Dessin id', 'Notes'], rows: [['a', 'b']], widths: [80, 80], numbers: [] }, 'x'),
    );
    const path = fc.oneof(
      fc.constant(`/api/shows/${open}/changes`),
      fc.constantFrom(
        '/api/shows',
        `/api/shows/${id}`,
        `/api/shows/${id}/changes`,
        `/api/shows/${open}/changes`,
        `/api/shows/${id}/out/plot.svg`,
        `/api/shows/${id}/live`,
        `/api/shows/${id}/restore`,
        '/api/imports/mvr?preview',
        '/api/imports/gdtf?preview',
        '/api/imports/photometric',
        '/api/imports/dxf',
        '/api/incoming',
        '/api/tables/xlsx',
        '/api/health',
        '/api/shelf',
        '/api/shelf/items',
        '/api/shelf/import?preview',
        '/api/nothing',
        '/%00',
        '/%zz',
        '/..%2f..%2fetc',
        `/api/shows/${v4()}`,
        `/api/shows/${v4()}/changes`,
        '/api/shows/x/changes',
        `/api/shows/${id.toUpperCase()}`,
        `/api/shows/${open.toUpperCase()}/changes`,
      ),
      fc.string({ maxLength: 40 }).map((text) => `/api/shows/${encodeURIComponent(text)}`),
      fc
        .string({ maxLength: 40 })
        .map((text) => `/api/shows/${id}/out/${encodeURIComponent(text)}?paper=${encodeURIComponent(text)}`),
    );
    // Halves of characters and control characters among letters.
    const text = fc.string({
      unit: fc.oneof(
        fc.constantFrom('a', 'é', 'e\u0301', '💡', '\r\n', '"'),
        fc.integer({ min: 0, max: 0xffff }).map((code) => String.fromCharCode(code)),
      ),
      maxLength: 12,
    });
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
    const odd = fc
      .record({
        notes: text,
        label: text,
        capitals: fc.constantFrom('', '', '', 'id', 'layer', 'key'),
        along: fc.constantFrom('1', '2', '3', '1e999', '-1e999', '1e308', '-0', '1e-400'),
      })
      .map(({ notes, label, capitals, along }) => {
        const up = (name: string, value: string) => (capitals === name ? value.toUpperCase() : value);
        const record = { ...fixture, id: up('id', v4()), layer: up('layer', fixture!.layer), notes, along: 31415 };
        const change = { added: [record], updated: [], removed: [] };
        return JSON.stringify({ key: up('key', v4()), label, change }).replace('31415', along);
      });
    const jsonBody = fc.oneof(
      { weight: 3, arbitrary: odd },
      {
        weight: 4,
        arbitrary: fc
          .oneof(
            fc.jsonValue(),
            broken,
            wrongRecord,
            fc.record({
              name: fc.oneof(text, fc.constantFrom(7, null, 'x'.repeat(300))),
              units: fc.anything(),
              copyOf: fc.anything(),
            }),
            fc.record({ put: fc.array(fc.record({ record: fc.jsonValue(), base: fc.jsonValue() }), { maxLength: 2 }) }),
            fc
              .record({ added: fc.constant([]), updated: fc.constant([]), removed: fc.constant([{ kind: { toString: 1 } }]) })
              .map((change) => ({ key: v4(), label: '', change })),
          )
          .map((value) => {
            try {
              return JSON.stringify(value) ?? '';
            } catch {
              return '{';
            }
          }),
      },
    );
    const mutated = fc.array(fc.tuple(fc.nat(mvr.length - 1), fc.nat(255)), { minLength: 1, maxLength: 8 }).map((hits) => {
      const copy = mvr.slice(0, 4000 + (hits[0]![0] % (mvr.length - 4000)));
      for (const [at, value] of hits) if (at < copy.length) copy[at] = value;
      return copy;
    });
    const figure = fc.oneof(
      fc.integer({ min: -5, max: 20000 }).map(String),
      fc.constantFrom('4000000000', '999999999999', '1e9', '&#49;', 'A', ''),
    );
    const workbook = fc
      .record({
        row: figure,
        cell: fc.oneof(
          figure.map((n) => `A${n}`),
          fc.constantFrom('XFD1', 'ZZZZ9', '$A$1'),
        ),
        min: figure,
        max: figure,
        from: fc.constantFrom('A1', 'B7', 'XFD1048576'),
        to: fc.constantFrom('A2', 'C9', 'XFD1048576', 'ZZZ9'),
      })
      .map(({ row, cell, min, max, from, to }) => {
        const sheet = strFromU8(book['xl/worksheets/sheet1.xml']!)
          .replace('<sheetData>', `<cols><col min="${min}" max="${max}" width="9"/></cols><sheetData>`)
          .replace(
            '</sheetData>',
            `<row r="${row}"><c r="${cell}"><v>1</v></c></row></sheetData><mergeCells><mergeCell ref="${from}:${to}"/></mergeCells>`,
          );
        return zipSync({ ...book, 'xl/worksheets/sheet1.xml': strToU8(sheet) }, { level: 1 });
      });
    const markup = fc
      .constantFrom('<!--', '<![CDATA[', '<?', '<a ', '<!x')
      .map((begin) => zipSync({ 'description.xml': strToU8(`<GDTF>${begin.repeat(50_000)}`) }, { level: 0 }));
    const request = fc.record({
      method: fc.constantFrom('GET', 'POST', 'POST', 'POST', 'PATCH', 'PUT', 'OPTIONS'),
      path,
      body: fc.oneof(
        { weight: 6, arbitrary: jsonBody },
        { weight: 1, arbitrary: mutated },
        { weight: 1, arbitrary: workbook },
        { weight: 1, arbitrary: markup },
        { weight: 1, arbitrary: fc.string() },
      ),
      from: fc.oneof(
        { weight: 5, arbitrary: fc.constant<Record<string, string>>({}) },
        {
          weight: 1,
          arbitrary: fc.constantFrom<Record<string, string>>(
            { origin: 'null' },
            { origin: 'https://evil.example' },
            { origin: 'http://localhost:1' },
            { 'sec-fetch-site': 'cross-site' },
            { 'sec-fetch-site': 'same-site' },
            { origin: '\\' },
          ),
        },
      ),
      type: fc.constantFrom('json', 'json', 'json', 'file', 'text/plain', 'multipart/form-data'),
    });
    let made = 0;
    let stored = 0;
    // Sound ones among them: odd letters that can be kept, and line ends and composition that are brought into one form.
    const sound = text.map((notes) => ({
      method: 'POST',
      path: `/api/shows/${open}/changes`,
      body: JSON.stringify({
        key: v4(),
        label: 'sound',
        change: adding({ ...fixture!, id: v4(), notes: cleanText(notes).replaceAll('\n', '\r\n').normalize('NFD') }),
      }),
      from: {},
      type: 'json',
    }));
    const renamed = { method: 'PATCH', path: `/api/shows/${id}`, body: '{"name":"Another"}', from: {}, type: 'json' };
    const list = [...fc.sample(request, { numRuns: 2500, seed }), ...fc.sample(sound, { numRuns: 40, seed }), renamed];
    // What is sound may not be sent to the show that nothing may change: there its layer is one that it does not have.
    const nowhere = '00000000-0000-4000-8000-00000000dead';
    for (const { method, path: asked, body: drawn, from, type } of list) {
      // Nor may it be renamed, which any request with a name in it would do.
      const target = method === 'PATCH' && asked.toLowerCase() === `/api/shows/${id}` ? `/api/shows/${open}` : asked;
      const body =
        target === `/api/shows/${id}/changes` && typeof drawn === 'string' ? drawn.replaceAll(fixture!.layer, nowhere) : drawn;
      const reading = method === 'GET' || method === 'OPTIONS';
      const contentType = type === 'json' ? 'application/json' : type === 'file' ? 'application/octet-stream' : type;
      const response = await app.request(`http://localhost${target}`, {
        method,
        headers: { host: 'localhost', 'content-type': contentType, ...from },
        ...(reading ? {} : { body: body as unknown as string }),
      });
      const what = `${method} ${target} ${String(body).slice(0, 500)} (seed ${seed})`;
      if (response.status >= 500) throw new Error(`${what} answered ${response.status}`);
      if (response.status === 201) made++;
      if (response.status === 200 && target.endsWith('/changes')) stored++;
      if (Object.keys(from).length && (method === 'POST' || method === 'PATCH') && response.status < 400)
        throw new Error(`${what} was taken from ${JSON.stringify(from)}`);
      if (response.status >= 400) {
        if (response.headers.get('content-type') !== 'application/problem+json')
          throw new Error(`${what} was refused without words`);
        if (!/[.)]$/.test(((await response.json()) as { detail: string }).detail))
          throw new Error(`${what} was refused without a sentence`);
      } else await response.body?.cancel();
    }
    expect(JSON.stringify((await ask('GET', `/api/shows/${id}`)).body)).toBe(before);
    // Some were sound, and stored: what a server that starts now reads is what this one shows, and all of it is sound.
    expect(stored).toBeGreaterThanOrEqual(40);
    const shown = (await ask('GET', `/api/shows/${open}`)).body as { records: DessinRecord[] };
    const fresh = (await makeStore(database).load(open))!;
    expect(fresh.aside).toEqual([]);
    const byId = (records: readonly DessinRecord[]) => JSON.stringify([...records].sort((a, b) => (a.id < b.id ? -1 : 1)));
    expect(byId([...fresh.show.records.values()])).toBe(byId(shown.records));
    expect(faults(fresh.show)).toEqual([]);
    // A preview stores nothing; only well-formed requests for a new show may have made one.
    expect(made).toBeLessThan(list.length / 4);
  }, 240_000);
});
