/** The sheet of pictures: what comes in is checked, and the PDF holds what was sent. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Hono } from 'hono';
import { demoId, makeDemo } from '#demo/show';
import { makeApp } from './app.js';
import { makeHub } from './live/hub.js';
import { jpegSize, sheetAsk } from './print/pictures.js';
import { type Database, openDatabase } from './store/database.js';
import { makeShelfStore } from './store/shelf.js';
import { makeStore } from './store/store.js';

/** The smallest JPEG that says a size: start, a frame header of 16 x 8, one scan of nothing, end. Source: ITU-T T.81, B.2. */
const jpeg = Buffer.from([
  0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0, 0xff, 0xc0, 0, 11, 8, 0, 8, 0, 16, 1, 1,
  0x11, 0, 0xff, 0xda, 0, 8, 1, 1, 0, 0, 0x3f, 0, 0xff, 0xd9,
]);
const base64 = jpeg.toString('base64');
let app: Hono;
let database: Database;
beforeAll(async () => {
  database = await openDatabase(null, undefined);
  const store = makeStore(database);
  await store.create([...makeDemo().records.values()], demoId);
  app = makeApp({ store, shelf: makeShelfStore(database), database, hub: makeHub(database), web: null, hosts: ['localhost'] });
});
afterAll(() => database.close());
const post = (body: unknown, id = demoId, type = 'application/json') =>
  app.request(`http://localhost:4600/api/shows/${id}/out/pictures.pdf`, {
    method: 'POST',
    headers: { host: 'localhost:4600', 'content-type': type },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });

describe('what is asked for', () => {
  test('the size of a JPEG is read from its frame, past other segments; of nothing else', () => {
    expect(jpegSize(new Uint8Array(jpeg))).toEqual({ width: 16, height: 8 });
    expect(jpegSize(new Uint8Array(jpeg.subarray(0, 24)))).toBeNull();
    expect(jpegSize(new Uint8Array([0x89, 0x50, 0x4e, 0x47]))).toBeNull();
    expect(jpegSize(new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]))).toBeNull();
  });
  test.each([
    [{ pictures: [{ jpeg: base64 }] }, 'The sheet needs a title.'],
    [{ title: 'A', pictures: [] }, 'A sheet holds one to three pictures.'],
    [{ title: 'A', pictures: Array(4).fill({ jpeg: base64 }) }, 'A sheet holds one to three pictures.'],
    [{ title: 'A', pictures: [{ jpeg: 'not base64 !' }] }, 'Picture 1 is no JPEG in base64 of at most 12 MB.'],
    [{ title: 'A', pictures: [{ jpeg: base64 }, null] }, 'Picture 2 is no JPEG in base64 of at most 12 MB.'],
    [{ title: 'A', pictures: [{ jpeg: 'iVBORw0KGgo=' }] }, 'Picture 1 cannot be read as a JPEG of at most 8192 points a side.'],
  ])('%j: %s', (input, sentence) => {
    expect(sheetAsk(input as Record<string, unknown>)).toBe(sentence);
  });
});

test('a sheet holds its pictures whole, at the form that they have', async () => {
  const response = await post({ title: 'For the director', pictures: [{ caption: 'Low tide', jpeg: base64 }, { jpeg: base64 }] });
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  const pdf = Buffer.from(await response.arrayBuffer()).toString('latin1');
  expect(pdf.slice(0, 5)).toBe('%PDF-');
  expect(pdf.match(/\/Width 16\b/g)).toHaveLength(2);
  expect(pdf.match(/\/Height 8\b/g)).toHaveLength(2);
  // A3 landscape, in points: 420 mm are 1190.55.
  expect(pdf).toMatch(/\/MediaBox \[0 0 1190\.55\d* 841\.8\d*\]/);
});
test('refused in a sentence: no show, no JSON, no picture', async () => {
  const said = async (response: Response | Promise<Response>) => {
    const answer = await response;
    return [answer.status, ((await answer.json()) as { detail: string }).detail];
  };
  expect((await said(post({ title: 'A' }, '00000000-0000-4000-8000-000000000000')))[0]).toBe(404);
  expect(await said(post('[1'))).toEqual([422, 'The request holds no JSON object.']);
  expect(await said(post({ title: 'A' }))).toEqual([422, 'A sheet holds one to three pictures.']);
  expect((await said(post('title=A', demoId, 'text/plain')))[0]).toBe(415);
});
