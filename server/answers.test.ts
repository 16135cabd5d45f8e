/** Answers are made smaller for who takes that, and left out for who has them (RFC 9110, 12.5.3 and 13.1.2). */
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { expect, test } from '@jest/globals';
import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import { accepts, smaller } from './answers.js';

const long = JSON.stringify({ text: 'light '.repeat(500) });
let told = 0;
const app = new Hono();
app.use(smaller());
app.get('/long', (c) => {
  told++;
  return c.body(long, 200, { 'content-type': 'application/json' });
});
app.get('/short', (c) => c.json({ a: 1 }));
app.get('/picture', (c) => c.body(long, 200, { 'content-type': 'image/png' }));
app.get('/once', (c) => c.body(long, 200, { 'content-type': 'text/csv', 'cache-control': 'no-store' }));
app.post('/long', (c) => c.body(long, 201, { 'content-type': 'application/json' }));
app.get('/fault', (c) => c.body(long, 404, { 'content-type': 'application/problem+json' }));
app.get('/events', (c) => streamSSE(c, (stream) => stream.writeSSE({ data: 'one' })));
const get = (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  app.request(`http://x${path}`, { method, headers });
const bytes = async (answer: Response) => Buffer.from(await answer.arrayBuffer());

test('the coding is one that is taken, and the answer is the same', async () => {
  const plain = await get('/long');
  expect([plain.headers.get('content-encoding'), await plain.text(), plain.headers.get('vary')]).toEqual([
    null,
    long,
    'Accept-Encoding',
  ]);
  const br = await get('/long', { 'accept-encoding': 'gzip, deflate, br' });
  expect(br.headers.get('content-encoding')).toBe('br');
  const small = await bytes(br);
  expect(small.length).toBeLessThan(long.length / 10);
  expect(brotliDecompressSync(small).toString()).toBe(long);
  const gz = await get('/long', { 'accept-encoding': 'gzip' });
  expect([gz.headers.get('content-encoding'), gunzipSync(await bytes(gz)).toString()]).toEqual(['gzip', long]);
  const posted = await get('/long', { 'accept-encoding': 'br' }, 'POST');
  expect([posted.status, posted.headers.get('content-encoding'), posted.headers.get('etag')]).toEqual([201, 'br', null]);
});
test.each<[string | undefined, string, boolean]>([
  ['gzip', 'gzip', true],
  ['gzip;q=0', 'gzip', false],
  ['br;q=0.5, *', 'gzip', true],
  ['*;q=0', 'br', false],
  ['GZIP ; q=0.2', 'gzip', true],
  ['identity', 'br', false],
  [undefined, 'br', false],
])('"%s" takes %s: %p', (header, coding, taken) => expect(accepts(header, coding)).toBe(taken));
test('what is short, small already, or comes piece by piece stays as it is', async () => {
  const takes = { 'accept-encoding': 'br' };
  for (const path of ['/short', '/picture', '/events'])
    expect((await get(path, takes)).headers.get('content-encoding')).toBeNull();
  expect(await (await get('/events', takes)).text()).toContain('data: one');
});
test('who has an answer gets none; what may not be kept, or is no success, has no tag', async () => {
  const tag = (await get('/long')).headers.get('etag') ?? '';
  const before = told;
  for (const header of [tag, `"x", ${tag}`, tag.replace('W/', ''), '*']) {
    const again = await get('/long', { 'if-none-match': header, 'accept-encoding': 'br' });
    expect([again.status, (await bytes(again)).length, again.headers.get('etag')]).toEqual([304, 0, tag]);
  }
  expect(told).toBe(before + 4);
  expect((await get('/long', { 'if-none-match': 'W/"x"' })).status).toBe(200);
  for (const path of ['/once', '/fault']) expect((await get(path)).headers.get('etag')).toBeNull();
});
