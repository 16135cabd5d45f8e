/** Ten thousand requests of everybody but owners, along every way and beside them: none goes beyond what its sender may. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { v4, v5 } from 'uuid';
import { type Role, roles } from '#core/access/roles';
import { whyNot } from '#core/access/writes';
import type { Change } from '#core/model/change';
import { withIds } from '#core/model/ids';
import type { DessinRecord } from '#core/model/records';
import { demoId, makeDemo } from '#demo/show';
import { type GatedHouse, gatedHouse } from './gated.arb.js';
import { makeShelfStore } from './store/shelf.js';
import { ways } from './ways.js';

const MANY = 10_000;
/** Two copies of the demo, each with ids of its own: what the senders belong to, and what they do not. */
const [mine, theirs] = [v4(), v4()];
const [own, other] = [v5(demoId, mine), v5(demoId, theirs)];
const content = (namespace: string): DessinRecord[] => withIds([...makeDemo().records.values()], (id) => v5(id, namespace));
let house: GatedHouse;
const cookies = new Map<string, string>();
let token = '';
/** Whoever sends: nobody, somebody without a show, each role but the owner, and two links, and a script by its token. */
const senders = ['nobody', 'guest', ...roles.filter((role) => role !== 'owner'), 'look', 'sheet', 'script'];

beforeAll(async () => {
  house = await gatedHouse({ key: 'a key that nobody has', kept: false });
  const { people, store } = house;
  await store.create(content(mine), own);
  await store.create(content(theirs), other);
  for (const sender of senders.slice(1, -3)) {
    const { id, cookie } = await house.comes(sender, 'guest');
    if (sender !== 'guest') await people.setRole(own, id, sender as Role);
    cookies.set(sender, cookie);
  }
  const link = { role: null, by: '', days: 1 };
  cookies.set('look', `dessin_look=${await people.links.make(own, { ...link, what: 'show', sheet: '' })}`);
  // Its edits bear its name, and are asked by it below.
  token = await people.links.make(own, { ...link, role: 'electrician', what: 'script', sheet: 'electrician' });
  cookies.set('sheet', `dessin_look=${await people.links.make(own, { ...link, what: 'sheet', sheet: 'Plot' })}`);
});
afterAll(() => house.close());

const forged = fc.constantFrom(
  `dessin=${'A'.repeat(43)}`,
  'dessin=',
  'dessin=owner',
  "dessin=' or 1=1 --",
  `dessin_look=${'B'.repeat(43)}`,
  'dessin=%00',
  `dessin=${'x'.repeat(5000)}`,
);
const text = fc.oneof(
  fc.constantFrom('', 'owner', 'designer', 'Plot', "'; drop table shows; --", '../..', '\u0000', '%'),
  fc.string(),
);
/** Edits of what stands, of one field or another, of things that are not there, and of what is no edit. */
const change = (stands: readonly DessinRecord[]) =>
  fc.oneof(
    fc
      .tuple(fc.constantFrom(...stands), fc.constantFrom('name', 'notes', 'purpose', 'order', 'venue', 'id', 'kind'), text)
      .map(([record, field, value]) => ({ added: [], updated: [[record, { ...record, [field]: value }]], removed: [] })),
    fc.constantFrom(...stands).map((record) => ({ added: [], updated: [], removed: [record] })),
    fc.constantFrom(...stands).map((record) => ({ added: [{ ...record, id: v4() }], updated: [], removed: [] })),
    // What is said to have stood before is only the word of whoever sends it.
    fc.constantFrom(...stands).map((record) => ({
      added: [],
      updated: [
        [
          { ...record, name: 'x' },
          { ...record, name: 'x' },
        ],
      ],
      removed: [],
    })),
    fc.anything(),
  );
const body = (stands: readonly DessinRecord[]) =>
  fc.oneof(
    {
      weight: 3,
      arbitrary: fc.record({
        key: fc.uuid({ version: 4 }),
        label: fc.oneof(fc.constant('x'), text),
        author: fc.oneof(fc.constant('owner'), text),
        change: change(stands),
      }),
    },
    {
      weight: 2,
      arbitrary: fc.record(
        {
          name: text,
          password: text,
          standing: fc.constantFrom('owner', 'member', 'guest'),
          role: fc.constantFrom(...roles, null),
          what: fc.constantFrom('show', 'check', 'sheet', 'script'),
          sheet: text,
          days: fc.constantFrom(1, -1, 1e9),
          token: text,
          old: text,
          copyOf: fc.constantFrom(own, other),
          ids: fc.constantFrom([v4()], [], 'x'),
          by: text,
          read: fc.nat(3),
          of: fc.nat(3),
          units: fc.constantFrom('metric', 'x'),
          stageWidth: fc.constant(9000),
          stageDepth: fc.constant(7000),
        },
        { requiredKeys: [] },
      ),
    },
    fc.anything(),
  );

test(`${MANY} hostile requests leave everything as it was that nobody of them may change`, async () => {
  const seed = Number(process.env.FUZZ_SEED ?? Date.now() % 2 ** 31);
  console.info(`hostile seed ${seed}`);
  const accounts = async () => JSON.stringify((await house.people.list()).map(({ name, standing }) => [name, standing]));
  const before = {
    accounts: await accounts(),
    members: JSON.stringify(await house.people.membersOf(own)),
    shelf: await makeShelfStore(house.database).revision(),
  };
  const stood = new Map((await house.store.load(own))!.show.records);
  const stands = [...stood.values()];
  const id = fc.constantFrom(own, own, own, own, own, own, other, v4(), 'x', '..', '%2e%2e', `${own}%00`, own.toUpperCase());
  const counts = new Map<string, number>();
  const odd: string[] = [];
  const sent = fc.record({
    sender: fc.constantFrom(...senders, 'forged'),
    way: fc.oneof(
      {
        weight: 4,
        arbitrary: fc.constantFrom(...ways.filter(({ path }) => !/live|levels|events|wires|backup|sign-out/.test(path))),
      },
      {
        weight: 1,
        arbitrary: fc.constantFrom(...ways.filter(({ method, path }) => method === 'POST' && path.endsWith('/changes'))),
      },
    ),
    ids: fc.array(id, { minLength: 3, maxLength: 3 }),
    method: fc.constantFrom(null, null, null, 'GET', 'POST', 'PATCH', 'DELETE', 'PUT'),
    cookie: forged,
    key: fc.boolean(),
    body: body(stands),
  });
  for (const { sender, way, ids, method, cookie, key, body: input } of fc.sample(sent, { numRuns: MANY, seed })) {
    let at = 0;
    const path = way.path.replace(/:[a-z]+/g, () => ids[at++] ?? 'x');
    const as = method ?? way.method;
    const json = ((): string | undefined => {
      try {
        return JSON.stringify(input);
      } catch {
        return '{';
      }
    })();
    const answer = await house.app.request(`http://localhost${path}${key ? '?named=Plot&preview' : ''}`, {
      method: as,
      headers: {
        host: 'localhost',
        'content-type': /imports|incoming|shelf\/import/.test(path) ? 'application/octet-stream' : 'application/json',
        cookie: sender === 'forged' ? cookie : (cookies.get(sender) ?? ''),
        ...(key && sender === 'nobody' ? { authorization: 'Bearer a guess' } : {}),
        ...(sender === 'script' && { authorization: `Bearer ${token}` }),
      },
      ...(as === 'POST' || as === 'PATCH' ? { body: json ?? '' } : {}),
    });
    counts.set(`${Math.floor(answer.status / 100)}xx`, (counts.get(`${Math.floor(answer.status / 100)}xx`) ?? 0) + 1);
    const isIn = answer.status < 400;
    if (answer.status >= 500) odd.push(`${as} ${path} of ${sender}: ${answer.status}`);
    if (isIn && way.path.includes('/shows/:id') && ids[0] === other) odd.push(`${as} ${path} of ${sender} opened another show`);
    if (isIn && ['nobody', 'forged'].includes(sender) && way.takes !== 'anyone' && !/^\/api\/(health|me)/.test(path))
      odd.push(`${as} ${path} of ${sender}: ${answer.status}`);
    await answer.arrayBuffer();
  }
  expect(odd).toEqual([]);
  // They are of all kinds: some get in, and most do not.
  expect(counts.get('2xx')).toBeGreaterThan(MANY / 50);
  expect(counts.get('4xx')).toBeGreaterThan(MANY / 2);
  expect(await accounts()).toBe(before.accounts);
  expect(JSON.stringify(await house.people.membersOf(own))).toBe(before.members);
  expect(await makeShelfStore(house.database).revision()).toBe(before.shelf);
  expect((await house.store.load(other))!.revision).toBe(0);
  // Whoever edited is named, and might.
  const edits = await house.store.since(own, 0);
  expect(edits.length).toBeGreaterThan(0);
  for (const { author, change: made } of edits)
    expect(`${author}: ${whyNot(author as Role, made as Change)}`).toBe(`${author}: null`);
  // Both who may edit have done so: the others were refused, and not all.
  expect([...new Set(edits.map(({ author }) => author))].sort()).toEqual(['designer', 'electrician']);
}, 240_000);
