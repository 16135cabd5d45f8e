/** The description of the API, held against the routes: the same ways, the same refusals, the same answers. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Validator } from '@seriousme/openapi-schema-validator';
import type { TObject } from '@sinclair/typebox';
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { makeDemo } from '#demo/show';
import { type GatedHouse, gatedHouse } from '../gated.arb.js';
import { ways } from '../ways.js';
import { answers } from './answers.js';
import { misfit } from './forms.js';
import { bodies, nameOf } from './openapi.js';
import { told } from './told.js';

interface Description {
  readonly openapi: string;
  readonly paths: Record<string, Record<string, { summary: string; 'x-own'?: true; requestBody?: object }>>;
  readonly components: { readonly schemas: Record<string, object> };
}
let house: GatedHouse;
let description: Description;
let owner: { readonly id: string; readonly cookie: string };
const demo = makeDemo();
const ask = (method: string, path: string, body?: unknown) =>
  house.app.request(`http://localhost${path}`, {
    method,
    headers: { host: 'localhost', 'content-type': 'application/json', cookie: owner.cookie },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
beforeAll(async () => {
  house = await gatedHouse();
  if (!(await house.store.revisionOf(demo.id))) await house.store.create([...demo.records.values()], demo.id);
  owner = await house.comes(`Owner ${v4()}`, 'owner');
  // Told to anybody: a script reads it before it has a token.
  description = (await (
    await house.app.request('http://localhost/api/openapi.json', { headers: { host: 'localhost' } })
  ).json()) as Description;
}, 60_000);
afterAll(() => house.close());

test('it is sound by the schema of OpenAPI 3.1 (spec.openapis.org, 2022-10-07)', async () => {
  expect(description.openapi).toBe('3.1.0');
  const { valid, errors } = await new Validator().validate(structuredClone(description) as unknown as Record<string, unknown>);
  expect([valid, errors]).toEqual([true, undefined]);
});
test('it has the routes, each with what it does, and nothing else', () => {
  const routes = house.app.routes
    .filter(({ method, path }) => method !== 'ALL' && path.startsWith('/api/'))
    .map(({ method, path }) => `${method} ${path}`);
  const described = Object.entries(description.paths).flatMap(([path, by]) =>
    Object.keys(by).map((method) => `${method.toUpperCase()} ${path.replace(/\{(\w+)\}/g, ':$1')}`),
  );
  expect(new Set(described)).toEqual(new Set(routes));
  const names = new Set(ways.map(nameOf));
  for (const list of [told, bodies, answers]) for (const name of Object.keys(list)) expect(names).toContain(name);
  for (const by of Object.values(description.paths)) for (const { summary } of Object.values(by)) expect(summary).toMatch(/\.$/);
  // What is promised and takes a body says which; all of it that is JSON says what comes back.
  for (const way of ways) {
    const name = nameOf(way);
    const { own, sends, gives } = told[name] ?? {};
    const empty = ['POST /api/backup', 'POST /api/me/sign-out', 'POST /api/shows/:id/restore'];
    if ((way.method === 'POST' || way.method === 'PATCH') && !own && !sends && !empty.includes(name))
      expect(Object.keys(bodies)).toContain(name);
    const open = ['GET /api/openapi.json', 'GET /api/shelf/items', 'GET /api/shows/:id/issues/:issue'];
    if (way.method === 'GET' && !own && gives === undefined && !open.includes(name)) expect(Object.keys(answers)).toContain(name);
  }
});

/** Things of any shape, and of the shape that is asked for with one part of it another one. */
const bent = (form: TObject) =>
  fc.oneof(
    fc.jsonValue(),
    fc.record(
      Object.fromEntries(
        Object.keys(form.properties).map((key) => [
          key,
          fc.oneof(fc.jsonValue(), fc.constantFrom('', 'show', 7, null, [])) as fc.Arbitrary<unknown>,
        ]),
      ),
      { requiredKeys: [] },
    ),
  );
const at = (path: string) => path.replace(':id', demo.id).replace(':account', v4()).replace(':issue', v4());
test.each(Object.entries(bodies))('law: what does not fit its form is refused in a sentence: %s', async (name, form) => {
  const [method = '', path = ''] = name.split(' ');
  const all = (Array.isArray(form) ? form : [form]) as TObject[];
  await fc.assert(
    fc.asyncProperty(fc.oneof(...all.map(bent)), async (value) => {
      const object = typeof value === 'object' && value !== null && !Array.isArray(value);
      const fits = object && all.some((one) => misfit(one, value) === null);
      const answer = await ask(method, at(path), value);
      if (fits) return;
      expect([value, answer.status >= 400 && answer.status < 500]).toEqual([value, true]);
      expect(((await answer.json()) as { detail: string }).detail).toMatch(/[.)]$/);
    }),
    { numRuns: 12 },
  );
});
test('answers are as they are told, one by one', async () => {
  const ajv = new Ajv({ strict: false, allErrors: false, validateFormats: false });
  const [fixture] = [...demo.records.values()].filter(({ kind }) => kind === 'fixture') as unknown as [
    { id: string; notes: string },
  ];
  const change = { added: [], updated: [[fixture, { ...fixture, notes: 'by the API' }]], removed: [] };
  const requests: Record<string, unknown> = {
    'POST /api/people': { name: `Guest ${v4()}`, password: 'four plain words here', standing: 'guest' },
    'POST /api/shows': { name: 'Low Tide', units: 'metric', stageWidth: 9000, stageDepth: 7000 },
    'PATCH /api/shows/:id': { name: 'The Salt Orchard' },
    'POST /api/shows/:id/links': { what: 'script', role: 'viewer', sheet: 'Watch', days: 1 },
    'POST /api/shows/:id/changes': { key: v4(), label: 'A note', change },
  };
  const places: Record<string, string> = { ':record': fixture.id, ':revision': '1', ':account': owner.id, ':id': demo.id };
  const order = Object.keys(answers).sort((a, b) => (a < b ? 1 : -1));
  for (const name of order) {
    const [method = '', path = ''] = name.split(' ');
    const where =
      path.replace(/:[a-z]+/g, (part) => places[part] ?? part) +
      (path.endsWith('/changes') && method === 'GET' ? '?since=1' : '');
    const answer = await ask(method, where, requests[name]);
    expect([name, answer.status < 300]).toEqual([name, true]);
    const schema = { ...(answers[name] as object), components: description.components };
    const check = ajv.compile(schema);
    const value = await answer.json();
    expect([name, check(value), check.errors?.[0]]).toEqual([name, true, undefined]);
  }
});
