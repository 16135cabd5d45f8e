/** The Shelf through its routes, on PGlite in memory; on PostgreSQL as well when DATABASE_URL is given. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, unzipSync, zipSync } from 'fflate';
import type { Hono } from 'hono';
import { v4 } from 'uuid';
import { symbolFrom } from '#core/draw/shapes';
import { gdtfXml } from '#core/formats/gdtf/describe';
import { readGdtf } from '#core/formats/gdtf/read';
import { writeGdtf } from '#core/formats/gdtf/write';
import { makeFixture, makePosition } from '#core/model/make';
import type { DessinRecord, FixtureType, ShelfRecord } from '#core/model/records';
import type { Listed } from '#core/shelf/search';
import { demoShelf } from '#demo/shelf';
import { houseTypes, types } from '#demo/types';
import { makeApp } from './app.js';
import { fillShelf } from './furnish.js';
import { makeHub } from './live/hub.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore } from './store/store.js';

const headers = { host: 'localhost', 'content-type': 'application/json' };
const where: readonly (readonly [string, string | undefined])[] = [
  ['PGlite', undefined],
  ...(process.env.DATABASE_URL ? [['PostgreSQL', process.env.DATABASE_URL] as const] : []),
];

describe.each(where)('the Shelf on %s', (_, url) => {
  let app: Hono;
  let database: Database;
  beforeAll(async () => {
    database = await openDatabase(null, url);
    const shelf = makeShelfStore(database);
    await fillShelf(shelf);
    app = makeApp({ store: makeStore(database), shelf, database, hub: makeHub(database), web: null, hosts: ['localhost'] });
  });
  afterAll(() => database.close());

  const raw = async (method: string, path: string, body?: string | ArrayBuffer) =>
    app.request(`http://localhost/api${path}`, { method, headers, ...(body === undefined ? {} : { body }) });
  const ask = async (method: string, path: string, body?: unknown) => {
    const response = await raw(method, path, body === undefined ? undefined : JSON.stringify(body));
    const text = await response.text();
    return { status: response.status, body: text ? JSON.parse(text) : null };
  };
  const list = async (): Promise<{ revision: string; folders: string[]; items: Listed[] }> => (await ask('GET', '/shelf')).body;
  const get = async (id: string) =>
    (await ask('GET', `/shelf/items?ids=${id}`)).body.items as { record: ShelfRecord; version: number }[];
  const aster = houseTypes.find((type) => type.name === 'Aster 26')!;
  const put = (record: unknown, base: number | null, folder?: string) =>
    ask('POST', '/shelf/items', { put: [{ record, base, folder }] });

  test('lists what ships with Dessin, in folders, with summaries', async () => {
    const { items, folders } = await list();
    expect(items).toHaveLength(demoShelf().items.length);
    expect(folders).toEqual(expect.arrayContaining(['House stock', 'House stock/Profiles', 'Colour/Saltmarsh', 'Gobos']));
    expect(items.find((item) => item.id === aster.id)).toMatchObject({
      kind: 'type',
      favourite: true,
      version: 1,
      summary: { name: 'Aster 26', watts: 750 },
    });
  });
  test('a changed record is a new version, the same record is not; the revision tells of both', async () => {
    const before = (await ask('GET', '/shelf/revision')).body.revision;
    expect((await put(aster, 1)).body).toEqual({ stored: [{ id: aster.id, version: 1 }] });
    expect((await ask('GET', '/shelf/revision')).body.revision).toBe(before);
    expect((await put({ ...aster, watts: 760 }, 1)).body).toEqual({ stored: [{ id: aster.id, version: 2 }] });
    expect((await ask('GET', '/shelf/revision')).body.revision).not.toBe(before);
    expect((await get(aster.id))[0]).toMatchObject({ version: 2, record: { watts: 760 } });
  });
  test('who has not seen the last version is told, and nothing is written', async () => {
    const { version } = (await get(aster.id))[0]!;
    const answer = await put({ ...aster, watts: 1 }, version - 1);
    expect(answer.status).toBe(409);
    expect(answer.body.detail).toContain('Aster 26 was changed on the Shelf meanwhile');
    const two = await ask('POST', '/shelf/items', {
      put: [
        { record: { ...types.flood, watts: 3 }, base: 1 },
        { record: aster, base: null },
      ],
    });
    expect(two.status).toBe(409);
    expect((await get(types.flood.id))[0]!.version).toBe(1);
  });
  test.each([
    [{}, 'Items are missing', 'Send { "put": ['],
    [{ put: [] }, 'Items are missing', 'Send { "put": ['],
    [{ put: [{ base: null }] }, 'Items are missing', 'Each item has a "record".'],
    [{ put: [{ record: {}, base: -1 }] }, 'Version', 'The base is the version that was seen, or null for a new item.'],
    [{ put: [{ record: {}, base: null, folder: 7 }] }, 'Folder', 'A folder has a name of at most 200 characters'],
  ])('%j is refused by the part of it that does not fit', async (sent, title, said) => {
    const { status, body } = await ask('POST', '/shelf/items', sent);
    expect([status, body.title]).toEqual([422, title]);
    expect(body.detail).toContain(said);
  });
  test('a type comes with its symbol; a type whose symbol is not there is refused', async () => {
    const symbol = symbolFrom(v4(), 'Mine', 'profile', { length: 600, width: 250, nose: 300, yoke: 260, cells: 1, field: 26 });
    const type = { ...aster, id: v4(), name: 'Mine', symbol: symbol.id };
    const refused = await put(type, null);
    expect([refused.status, refused.body.detail]).toEqual([
      422,
      'Mine names a symbol that is not on the Shelf. Put the symbol there with it.',
    ]);
    await ask('POST', '/shelf/items', {
      put: [
        { record: symbol, base: null },
        { record: type, base: null, folder: 'New/Here' },
      ],
    });
    expect((await get(type.id)).map((item) => item.record.kind).sort()).toEqual(['symbol', 'type']);
    expect((await list()).folders).toContain('New/Here');
  });
  test('favourites, folders renamed with all that lies below, taken away upwards', async () => {
    const { items } = await list();
    const led = items.filter((item) => item.folder === 'House stock/LED').map((item) => item.id);
    await ask('PATCH', '/shelf/items', { ids: led, favourite: true, folder: 'House stock/Diodes/All' });
    await ask('POST', '/shelf/folders', { rename: 'House stock', to: 'Boathouse' });
    const moved = await list();
    expect(
      moved.items
        .filter((item) => led.includes(item.id))
        .every((item) => item.favourite && item.folder === 'Boathouse/Diodes/All'),
    ).toBe(true);
    expect(moved.folders.some((path) => path.startsWith('House stock'))).toBe(false);
    await ask('POST', '/shelf/folders', { remove: 'Boathouse/Diodes' });
    expect((await list()).items.find((item) => item.id === led[0])!.folder).toBe('Boathouse/All');
    await ask('POST', '/shelf/folders', { add: 'Empty one' });
    expect((await list()).folders).toContain('Empty one');
  });
  test('what is taken off can be brought back, with its version', async () => {
    await ask('POST', '/shelf/remove', { ids: [types.hazer.id] });
    expect((await list()).items.some((item) => item.id === types.hazer.id)).toBe(false);
    await ask('POST', '/shelf/restore', { ids: [types.hazer.id] });
    expect((await get(types.hazer.id))[0]!.version).toBe(1);
  });
  test('one file out, and in again: everything is recognised', async () => {
    const bytes = await (await raw('GET', '/shelf/export')).arrayBuffer();
    const answer = await raw('POST', '/shelf/import?preview', bytes);
    const body = (await answer.json()) as { fresh: unknown[]; same: unknown[]; differing: unknown[] };
    expect([answer.status, body.fresh.length, body.differing.length, body.same.length]).toEqual([
      200,
      0,
      0,
      (await list()).items.length,
    ]);
    await put({ ...types.strip, watts: 901 }, 1);
    const differs = (await (await raw('POST', '/shelf/import', bytes)).json()) as { differing: { name: string }[] };
    expect(differs.differing.map((item) => item.name)).toEqual(['Gutter strip']);
    expect((await get(types.strip.id))[0]!.record).toMatchObject({ watts: 901 });
    await raw('POST', '/shelf/import?replace', bytes);
    expect((await get(types.strip.id))[0]).toMatchObject({ version: 3, record: { watts: 900 } });
  });
  test('a GDTF comes in with its files and goes out as it came; the same through MVR', async () => {
    const given = writeGdtf({ ...(types.movingSpot as FixtureType), name: 'Foreign' });
    const answer = await raw(
      'POST',
      '/imports/gdtf?name=Foreign.gdtf',
      given.buffer.slice(given.byteOffset, given.byteOffset + given.byteLength) as ArrayBuffer,
    );
    const { record, report } = (await answer.json()) as { record: FixtureType; report: unknown[] };
    expect([answer.status, report]).toEqual([200, []]);
    await put({ ...record, id: v4() }, null);
    expect((await raw('GET', `/files/${record.gdtf}`)).status).toBe(200);
    const fresh = { ...record, id: v4() };
    await put(fresh, null);
    const out = new Uint8Array(await (await raw('GET', `/shelf/${fresh.id}/type.gdtf`)).arrayBuffer());
    expect(readGdtf(out, 'x').value.id).toBe(fresh.id);
    expect((await raw('GET', `/files/${'0'.repeat(64)}`)).status).toBe(404);
  });
  test('what a GDTF holds beyond what Dessin understands goes out with the hand-over of a show', async () => {
    const odd = gdtfXml({ ...(types.movingWash as FixtureType), id: v4(), name: 'Odd one' }).replace(
      '<FTPresets/>',
      '<FTPresets><Mine Deep="yes"/></FTPresets>',
    );
    const given = zipSync({ 'description.xml': strToU8(odd), 'notes.txt': strToU8('kept') });
    const answer = await raw(
      'POST',
      '/imports/gdtf',
      given.buffer.slice(given.byteOffset, given.byteOffset + given.byteLength) as ArrayBuffer,
    );
    const { record } = (await answer.json()) as { record: FixtureType };
    const { id } = (await ask('POST', '/shows', { name: 'Hand over', units: 'metric', stageWidth: 9000, stageDepth: 9000 }))
      .body as { id: string };
    const { records } = (await ask('GET', `/shows/${id}`)).body as { records: DessinRecord[] };
    const layer = (role: string) => records.find((item) => item.kind === 'layer' && item.role === role)!.id;
    const pipe = makePosition(
      v4(),
      layer('positions'),
      'LX 1',
      'pipe',
      { form: 'straight', a: [-3000, 2000], b: [3000, 2000], z: 6000 },
      1,
    );
    const fixture = makeFixture(v4(), layer('fixtures'), record, pipe, 2000);
    const posted = await ask('POST', `/shows/${id}/changes`, {
      key: v4(),
      label: 'hang',
      change: { added: [record, pipe, fixture], updated: [], removed: [] },
    });
    expect(posted.status).toBe(200);
    const mvr = unzipSync(new Uint8Array(await (await raw('GET', `/shows/${id}/out/handover.mvr`)).arrayBuffer()));
    const inside = Object.entries(mvr).find(([name]) => name.endsWith('.gdtf'))!;
    expect(inside[1]).toEqual(given);
  });
  test('a table of measured light is stored with its type; one that is too large is refused in a sentence', async () => {
    const light = (n: number) => ({
      name: 'x',
      form: 'C' as const,
      vertical: Array.from({ length: n }, (_, i) => (i * 180) / (n - 1)),
      horizontal: [0],
      candela: Array.from({ length: n }, (_, i) => i),
      watts: 0,
    });
    const type = { ...(types.flood as FixtureType), id: v4(), photometry: light(181) };
    expect((await put(type, null)).status).toBe(200);
    expect((await get(type.id))[0]!.record).toMatchObject({ photometry: { candela: type.photometry.candela } });
    expect((await put({ ...type, photometry: light(5000) }, 1)).status).toBe(422);
  });
  test('measured light comes in, or is refused with a code', async () => {
    const text = 'IESNA:LM-63-2002\n[MANUFAC] Example\nTILT=NONE\n1 -1 1 3 1 1 2 0 0 0\n1 1 750\n0 45 90\n0\n1000 500 0\n';
    const good = await raw('POST', '/imports/photometric?name=a.ies', text);
    expect(((await good.json()) as { light: { candela: number[] } }).light.candela).toEqual([1000, 500, 0]);
    const bad = await raw('POST', '/imports/photometric?name=a.ldt', text);
    expect([bad.status, ((await bad.json()) as { code: string }).code]).toEqual([422, 'LDT_NUMBER']);
  });
  test('records of other kinds, unknown fields, bad folders and bad ids are refused in sentences', async () => {
    for (const [record, part] of [
      [{ ...aster, odd: 1 }, 'not sound'],
      [null, 'missing'],
      [{ id: v4(), kind: 'area', layer: v4(), name: 'A', at: [0, 0, 0], size: 1 }, 'is not kept on the Shelf'],
    ] as const) {
      const answer = await put(record, null);
      expect([answer.status, answer.body.detail.includes(part)]).toEqual([422, true]);
    }
    expect((await put(aster, 1, 'x'.repeat(900))).status).toBe(422);
    expect((await ask('GET', '/shelf/items?ids=1')).status).toBe(422);
    expect((await ask('POST', '/shelf/folders', {})).status).toBe(422);
    expect((await raw('POST', '/shelf/import', 'no zip')).status).toBe(422);
  });
  test('500 odd requests: never a 500, and the Shelf is as it was', async () => {
    const before = JSON.stringify((await list()).items);
    const routes = ['items', 'remove', 'restore', 'folders', 'import', 'items/read'];
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...routes),
        fc.constantFrom('POST', 'PATCH', 'PUT'),
        fc.json(),
        async (route, method, body) => {
          const response = await raw(method, `/shelf/${route}`, body);
          expect(response.status).toBeGreaterThanOrEqual(400);
          expect(response.status).toBeLessThan(500);
        },
      ),
      { numRuns: 500 },
    );
    expect(JSON.stringify((await list()).items)).toBe(before);
  });
});
