/** Each role meets each route: what the list of ways says is what happens, and no route stands outside it. */

import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import { houseActs, may, mayInHouse, type Role, roles, type Standing, showActs, standings } from '#core/access/roles';
import { makeShow } from '#core/model/make';
import { type GatedHouse, gatedHouse } from './gated.arb.js';
import { type Way, wayOf, ways } from './ways.js';

let house: GatedHouse;
const show = v4();
/** Cookies by who it is: a standing, or a role of a guest in the one show. */
const cookies = new Map<string, string>();
const headers = (who: string | null) => ({
  host: 'localhost',
  'content-type': 'application/json',
  ...(who === null ? {} : { cookie: cookies.get(who) ?? '' }),
});

beforeAll(async () => {
  house = await gatedHouse();
  await house.store.create(makeShow(show, 'The Salt Orchard', 'metric', 12_000, 9000, v4), show);
  const signIn = async (as: string, standing: Standing) => {
    const { id, cookie } = await house.comes(`${as} ${v4()}`, standing);
    cookies.set(as, cookie);
    return id;
  };
  for (const standing of standings) await signIn(standing, standing);
  for (const role of roles) await house.people.setRole(show, await signIn(`${role} of the show`, 'guest'), role);
});
afterAll(() => house.close());

test('the list of ways is the list of routes', () => {
  const routes = new Set(
    house.app.routes
      .filter(({ method, path }) => method !== 'ALL' && path.startsWith('/api/'))
      .map(({ method, path }) => `${method} ${path}`),
  );
  expect(new Set(ways.map(({ method, path }) => `${method} ${path}`))).toEqual(routes);
});
test('what is named goes before what may be anything, and a question for the head is one for the whole', () => {
  expect(wayOf('GET', `/api/shows/${show}/out/show.dessin`)?.way.path).toBe('/api/shows/:id/out/show.dessin');
  expect(wayOf('GET', `/api/shows/${show}/out/hookup.csv`)).toMatchObject({
    id: show,
    way: { path: '/api/shows/:id/out/:file' },
  });
  expect(wayOf('HEAD', '/api/shows')?.way.method).toBe('GET');
  expect(wayOf('POST', '/api/people/owner')?.way.path).toBe('/api/people/owner');
  for (const path of ['/api/nothing', '/api/shows/a/b/c', '/api', '/api/shelfs', `/api/shows/${show}/out/showxdessin/x`])
    expect(wayOf('GET', path)).toBeNull();
});

/** A request along a way, empty as it is: what it lacks is said behind the gate alone. */
const along = async (way: Way, who: string | null): Promise<number> => {
  const path = way.path
    .replace(':id', way.path.startsWith('/api/shelf') ? v4() : show)
    .replace(':what', 'gdtf')
    .replace(':file', 'nothing.here')
    .replace(':hash', '0'.repeat(64))
    .replace(/:[a-z]+/g, v4());
  const { status } = await house.app.request(`http://localhost${path}`, {
    method: way.method,
    headers: {
      ...headers(who),
      ...(/imports|incoming|shelf\/import/.test(path) && { 'content-type': 'application/octet-stream' }),
    },
    ...(way.method === 'POST' || way.method === 'PATCH' ? { body: '{}' } : {}),
  });
  return status;
};
/** What the table says of somebody: in, signed out (401), not seen (404) or not for him (403). */
function expected({ takes }: Way, who: string | null): 'in' | 401 | 403 | 404 {
  if (takes === 'anyone') return 'in';
  if (who === null) return 401;
  const role = roles.find((each) => who === `${each} of the show`) ?? null;
  const standing = role ? 'guest' : (who as (typeof standings)[number]);
  if ('house' in takes) return mayInHouse(standing, takes.house) ? 'in' : 403;
  if ('anywhere' in takes) return standing !== 'guest' || (role && may(role, takes.anywhere)) ? 'in' : 403;
  const inShow: Role | null = standing === 'owner' ? 'owner' : role;
  return inShow === null ? 404 : may(inShow, takes.show) ? 'in' : 403;
}
// Those that would end what the others are tried with, or stay open.
const apart = [
  'DELETE /api/shows/:id',
  'POST /api/me/sign-out',
  'DELETE /api/me/sessions',
  'GET /api/shows/:id/events',
  'POST /api/backup',
];
test.each([null, ...standings, ...roles.map((role) => `${role} of the show`)])(
  '%s goes where the table says, and nowhere else',
  async (who) => {
    const odd: string[] = [];
    let met = 0;
    for (const way of ways) {
      const name = `${way.method} ${way.path}`;
      const wanted = expected(way, who);
      if (wanted === 'in' && apart.includes(name)) continue;
      const status = await along(way, who);
      met++;
      // Behind the gate an empty request is answered with what it lacks; nothing there says 401, and 403 only what the machine itself may.
      const isIn = wanted === 'in';
      const fits = isIn ? status !== 401 && (status !== 403 || name === 'POST /api/people/owner') : status === wanted;
      if (!fits) odd.push(`${name}: ${status}, not ${wanted}`);
    }
    expect(odd).toEqual([]);
    expect(met).toBeGreaterThan(ways.length - apart.length - 1);
  },
);
test('every act is taken by some way or by an edit, and all may be done by an owner', () => {
  const taken = new Set(ways.flatMap(({ takes }) => (takes === 'anyone' ? [] : Object.values(takes))));
  const edits = ['note', 'talk', 'circuit', 'work', 'check'];
  for (const act of [...Object.keys(houseActs), ...Object.keys(showActs)]) expect([...taken, ...edits]).toContain(act);
  for (const { roles: of } of Object.values(showActs)) expect(of).toContain('owner');
});

test('docs/roles.md holds the table', () => {
  const people = [null, ...standings, ...roles.map((role) => `${role} of the show`)];
  const said = { in: 'yes', 401: 'sign in', 403: 'no', 404: 'not seen' } as const;
  const heads = people.map((who) => who ?? 'signed out');
  const table = [
    `| Way | ${heads.join(' | ')} |`,
    `| --- |${heads.map(() => ' --- |').join('')}`,
    ...ways.map((way) => `| ${way.method} ${way.path} | ${people.map((who) => said[expected(way, who)]).join(' | ')} |`),
  ].join('\n');
  if (process.env.TELL_TABLES) console.log(table);
  // Its columns stand under each other there.
  const kept = readFileSync('docs/roles.md', 'utf8').replace(/ {2,}/g, ' ').replace(/-{3,}/g, '---');
  expect(kept).toContain(table);
});
