/** A house that others can reach: who comes in, by which name, and what ends when somebody may not any more. */

import { mkdtemp, readdir, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Context } from 'hono';
import WebSocket from 'ws';
import { plannedSheets } from '#core/paper/plates';
import { makeDemo } from '#demo/show';
import { backupCommand, ownerCommand } from '../commands.js';
import { hostsOf } from '../hosts.js';
import { type Running, start } from '../start.js';
import { placeOf, proxiesOf } from './gate.js';

const word = 'four plain words here';
/** Passwords are many here; what they cost is tried in people.test.ts. */
const cost = { ln: 4, r: 1, p: 1 };
let data = '';
let running: Running;
const HOST = '127.0.0.2';
const begin = (more: object = {}) => start({ port: 0, host: HOST, data, databaseUrl: undefined, demo: true, cost, ...more });
beforeAll(async () => {
  data = join(await mkdtemp(join(tmpdir(), 'dessin-house-')), 'data');
  await expect(begin()).rejects.toThrow(/HOST is 127\.0\.0\.2.*no owner yet.*npm run owner/);
  await expect(ownerCommand({ data, databaseUrl: undefined }, 'Ines Falk', 'short')).rejects.toThrow('at least 10');
  expect(await ownerCommand({ data, databaseUrl: undefined }, 'Ines Falk', word)).toMatch('Ines Falk owns this house now');
  running = await begin();
}, 60_000);
afterAll(() => running.stop());

const ask = (path: string, init: RequestInit = {}, cookie = '') =>
  fetch(`${running.url}/api${path}`, { ...init, headers: { 'content-type': 'application/json', cookie, ...init.headers } });
const post = (path: string, body: unknown, cookie = '', method = 'POST') =>
  ask(path, { method, body: JSON.stringify(body) }, cookie);
const signIn = async (name: string, password: string, before = ''): Promise<string> => {
  const answer = await post('/me/sign-in', { name, password }, before);
  expect(answer.status).toBe(200);
  return answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
};

test('a cookie is no script\u2019s and no other site\u2019s, and one that was brought along is not taken over', async () => {
  const fixed = `dessin=${'A'.repeat(43)}`;
  const answer = await post('/me/sign-in', { name: 'ines falk', password: word }, fixed);
  const [cookie = ''] = answer.headers.getSetCookie();
  expect(cookie).toMatch(/^dessin=[\w-]{43}; Max-Age=\d+; Path=\/; HttpOnly; SameSite=Strict$/);
  expect(cookie).not.toContain(fixed);
  expect((await ask('/shows', {}, fixed)).status).toBe(401);
  const own = cookie.split(';')[0] ?? '';
  expect(await (await ask('/me', {}, own)).json()).toMatchObject({ asks: true, who: { name: 'Ines Falk', standing: 'owner' } });
  // Whoever signs in anew leaves nothing behind that still opens.
  const next = await signIn('Ines Falk', word, own);
  expect((await ask('/shows', {}, own)).status).toBe(401);
  expect((await ask('/shows', {}, next)).status).toBe(200);
  expect((await post('/me/sign-out', {}, next)).status).toBe(204);
  expect((await ask('/shows', {}, next)).status).toBe(401);
});
test('nobody who has not signed in gets further than the door', async () => {
  expect(await (await ask('/me')).json()).toEqual({ asks: true, who: null, look: null });
  expect((await ask('/health')).status).toBe(200);
  const refused = await ask('/shows');
  expect([refused.status, ((await refused.json()) as { detail: string }).detail]).toEqual([
    401,
    expect.stringMatching('Sign in first'),
  ]);
  for (const [name, password] of [
    ['Ines Falk', 'wrong words here'],
    ['Nobody', word],
  ] as const) {
    const wrong = await post('/me/sign-in', { name, password });
    expect([wrong.status, await wrong.json()]).toEqual([
      401,
      expect.objectContaining({ detail: expect.stringMatching('no account with this name and this password') }),
    ]);
  }
  expect((await post('/me/sign-in', { name: 7, password: [] })).status).toBe(422);
  // The page itself comes to everybody: it asks for the rest.
  expect((await ask('/shows', { headers: { authorization: 'Bearer nothing' } })).status).toBe(401);
});
test('a member makes shows, a guest sees those that somebody asked into, and each does what the role may', async () => {
  const owner = await signIn('Ines Falk', word);
  const make = async (name: string, standing: string) =>
    ((await (await post('/people', { name, password: word, standing }, owner)).json()) as { id: string }).id;
  const tomas = await make('Tomas Reed', 'member');
  const guest = await make('Lena Vos', 'guest');
  const [member, lena] = [await signIn('Tomas Reed', word), await signIn('Lena Vos', word)];
  const made = await post('/shows', { name: 'Low Tide', units: 'metric', stageWidth: 9000, stageDepth: 7000 }, member);
  const { id } = (await made.json()) as { id: string };
  const names = async (cookie: string) =>
    ((await (await ask('/shows', {}, cookie)).json()) as { shows: { name: string; role: string }[] }).shows
      .map(({ name, role }) => `${name}: ${role}`)
      .sort();
  expect(await names(member)).toEqual(['Low Tide: owner']);
  expect(await names(lena)).toEqual([]);
  expect(await names(owner)).toEqual(['Low Tide: owner', 'The Salt Orchard: owner']);
  expect((await ask(`/shows/${id}`, {}, lena)).status).toBe(404);
  expect((await post('/shows', { name: 'Mine', units: 'metric', stageWidth: 9000, stageDepth: 7000 }, lena)).status).toBe(403);
  expect((await post(`/shows/${id}/people/${guest}`, { role: 'electrician' }, member, 'PATCH')).status).toBe(204);
  expect(await names(lena)).toEqual(['Low Tide: electrician']);
  const { records } = (await (await ask(`/shows/${id}`, {}, lena)).json()) as { records: { kind: string; name?: string }[] };
  const layers = records.filter(({ kind }) => kind === 'layer');
  const edit = (cookie: string, n = 0) =>
    post(
      `/shows/${id}/changes`,
      {
        key: crypto.randomUUID(),
        label: 'Rename',
        author: 'somebody else',
        change: { added: [], updated: [[layers[n], { ...layers[n], name: 'Mine' }]], removed: [] },
      },
      cookie,
    );
  const refused = await edit(lena);
  expect([refused.status, await refused.json()]).toEqual([
    403,
    expect.objectContaining({
      detail: 'You are an electrician in this show, and may not draft. That is for: owner and designer.',
    }),
  ]);
  expect((await edit(member)).status).toBe(200);
  // Asked of every edit: the second one takes the quick way.
  expect((await edit(member, 1)).status).toBe(200);
  expect((await edit(lena, 2)).status).toBe(403);
  // Notes to each other and ticks are signed with the account, whatever the window said; answers and ticks of others stay theirs.
  const at = '2026-11-30T18:00:00.000Z';
  const note = {
    id: crypto.randomUUID(),
    kind: 'remark',
    on: { sheet: 'Plot', name: 'Plot' },
    text: 'Which?',
    by: 'Tomas Reed',
    at,
  };
  const work = { id: crypto.randomUUID(), kind: 'work', fixture: note.id, what: 'hung', was: '', by: 'Tomas Reed', at };
  const put = (cookie: string, change: object) =>
    post(
      `/shows/${id}/changes`,
      { key: crypto.randomUUID(), label: 'Note', change: { added: [], updated: [], removed: [], ...change } },
      cookie,
    );
  expect((await put(lena, { added: [note, work] })).status).toBe(200);
  const signed = { ...note, by: 'Lena Vos' };
  const done = { by: 'Lena Vos', at };
  expect((await put(member, { updated: [[signed, { ...signed, by: 'Tomas Reed', done }]] })).status).toBe(200);
  const kept = (await (await ask(`/shows/${id}`, {}, lena)).json()) as { records: { id: string }[] };
  expect(kept.records.find((record) => record.id === note.id)).toMatchObject({ by: 'Lena Vos', done: { by: 'Tomas Reed' } });
  expect(kept.records.find((record) => record.id === work.id)).toMatchObject({ by: 'Lena Vos' });
  // The log says who it was, whatever the window said.
  const { log } = (await (await ask(`/shows/${id}/log`, {}, member)).json()) as { log: { author: string }[] };
  expect(log.map(({ author }) => author).slice(0, 4)).toEqual(['Tomas Reed', 'Lena Vos', 'Tomas Reed', 'Tomas Reed']);
  expect((await ask(`/people/${tomas}`, { method: 'DELETE' }, member)).status).toBe(403);
  expect((await post('/people/owner', { name: 'Thief', password: word }, owner)).status).toBe(403);
});
test('what stays open ends when its session does, or the role in the show', async () => {
  const owner = await signIn('Ines Falk', word);
  const { shows } = (await (await ask('/shows', {}, owner)).json()) as { shows: { id: string; name: string }[] };
  const show = shows.find(({ name }) => name === 'The Salt Orchard')!.id;
  const made = await post('/people', { name: 'Odd Brandt', password: word, standing: 'guest' }, owner);
  const { id: odd } = (await made.json()) as { id: string };
  await post(`/shows/${show}/people/${odd}`, { role: 'viewer' }, owner, 'PATCH');
  const cookie = await signIn('Odd Brandt', word);
  const open = (path: string) => {
    const socket = new WebSocket(`${running.url.replace('http', 'ws')}/api${path}`, { headers: { cookie } });
    const ended = new Promise<number>((done) => socket.once('close', done));
    return new Promise<Promise<number>[]>((done, failed) => {
      socket.once('message', () => done([ended]));
      socket.once('unexpected-response', (_, { statusCode }) => failed(new Error(String(statusCode))));
    });
  };
  // What is refused is answered, and not left open.
  const refused = new WebSocket(`${running.url.replace('http', 'ws')}/api/shows/${show}/live`);
  expect(await new Promise((done) => refused.once('unexpected-response', (_, answer) => done(answer.statusCode)))).toBe(401);
  // Who may put light on may have it taken: the connection that could ends, and one that looks comes in its place.
  await post(`/shows/${show}/people/${odd}`, { role: 'electrician' }, owner, 'PATCH');
  const [light] = await open('/wires/levels');
  await post(`/shows/${show}/people/${odd}`, { role: 'viewer' }, owner, 'PATCH');
  expect(await light).toBe(4401);
  await open('/wires/levels');
  // What somebody is in the show is told to the window that is open.
  const told = new WebSocket(`${running.url.replace('http', 'ws')}/api/shows/${show}/live`, { headers: { cookie } });
  const roles: string[] = [];
  told.on('message', (data) => {
    const said = JSON.parse(String(data)) as { event: string; role: string };
    if (said.event === 'role') roles.push(said.role);
  });
  await new Promise((opened) => told.once('message', opened));
  for (const role of ['designer', 'designer', 'viewer']) await post(`/shows/${show}/people/${odd}`, { role }, owner, 'PATCH');
  for (let i = 0; i < 100 && roles.length < 2; i++) await new Promise((later) => setTimeout(later, 20));
  expect(roles).toEqual(['designer', 'viewer']);
  told.terminate();
  const [ended] = await open(`/shows/${show}/live`);
  const [ofShelf] = await open('/shelf/live');
  const events = await ask(`/shows/${show}/events`, {}, cookie);
  await post(`/shows/${show}/people/${odd}`, { role: null }, owner, 'PATCH');
  expect(await ended).toBe(4401);
  // What the Shelf tells is still theirs.
  expect(await events.text()).toMatch('event: hello');
  expect((await ask(`/people/${odd}`, { method: 'DELETE' }, owner)).status).toBe(204);
  expect(await ofShelf).toBe(4401);
  expect((await ask('/me', {}, cookie)).status).toBe(200);
  expect((await ask('/shows', {}, cookie)).status).toBe(401);
}, 30_000);
const orchard = async (owner: string): Promise<string> => {
  const { shows } = (await (await ask('/shows', {}, owner)).json()) as { shows: { id: string; name: string }[] };
  return shows.find(({ name }) => name === 'The Salt Orchard')!.id;
};
const linkTo = async (show: string, owner: string, input: object): Promise<string> => {
  const made = await post(`/shows/${show}/links`, { days: 1, ...input }, owner);
  expect(made.status).toBe(201);
  return ((await made.json()) as { token: string }).token;
};
const cookieOf = (answer: Response, name: string): string =>
  answer.headers
    .getSetCookie()
    .find((line) => line.startsWith(`${name}=`))
    ?.split(';')[0] ?? '';

test('an invitation is joined by whoever has it, under an account that is made or is there, until it ends or is taken back', async () => {
  const owner = await signIn('Ines Falk', word);
  const show = await orchard(owner);
  const token = await linkTo(show, owner, { role: 'electrician', what: 'show' });
  expect(await (await post('/me/link', { token })).json()).toMatchObject({
    name: 'The Salt Orchard',
    role: 'electrician',
    by: 'Ines Falk',
  });
  expect((await post('/me/join', { token, name: 'Jon Arle', password: 'short' })).status).toBe(422);
  const joined = await post('/me/join', { token, name: 'Jon Arle', password: word });
  expect(joined.status).toBe(201);
  const jon = cookieOf(joined, 'dessin');
  const roleOf = async (cookie: string) => ((await (await ask(`/shows/${show}`, {}, cookie)).json()) as { role?: string }).role;
  expect(await roleOf(jon)).toBe('electrician');
  // Somebody who is there already joins under that; who is more already stays it.
  await post('/people', { name: 'Wim Osk', password: word, standing: 'guest' }, owner);
  const wim = await signIn('Wim Osk', word);
  expect((await post('/me/join', { token }, wim)).status).toBe(200);
  expect(await roleOf(wim)).toBe('electrician');
  await post(
    `/shows/${show}/people/${((await (await ask('/me', {}, wim)).json()) as { who: { id: string } }).who.id}`,
    { role: 'owner' },
    owner,
    'PATCH',
  );
  expect((await post('/me/join', { token }, wim)).status).toBe(200);
  expect(await roleOf(wim)).toBe('owner');
  // A link to join is none to look, and the other way round.
  expect((await post('/me/look', { token })).status).toBe(404);
  const { links } = (await (await ask(`/shows/${show}/links`, {}, owner)).json()) as { links: { id: string }[] };
  expect(JSON.stringify(links)).not.toContain(token);
  expect((await ask(`/shows/${show}/links/${links[0]!.id}`, { method: 'DELETE' }, jon)).status).toBe(403);
  expect((await ask(`/shows/${show}/links/${links[0]!.id}`, { method: 'DELETE' }, owner)).status).toBe(204);
  for (const path of ['/me/link', '/me/join']) expect((await post(path, { token })).status).toBe(404);
  const less = await linkTo(show, owner, { role: 'viewer', what: 'show' });
  expect((await post('/me/join', { token: less }, jon)).status).toBe(200);
  expect(await roleOf(jon)).toBe('electrician');
  const short = await linkTo(show, owner, { role: 'viewer', what: 'show', days: 1e-6 });
  await new Promise((later) => setTimeout(later, 100));
  expect((await post('/me/link', { token: short })).status).toBe(404);
  for (const bad of [
    { role: 'king', what: 'show' },
    { what: 'house' },
    { what: 'sheet' },
    { what: 'show', days: 0 },
    { what: 'show', days: 1e9 },
  ])
    expect((await post(`/shows/${show}/links`, { days: 1, ...bad }, owner)).status).toBe(422);
});
test('whoever looks by a link sees that show and nothing else, changes nothing, and sees nothing more when it is taken back', async () => {
  const owner = await signIn('Ines Falk', word);
  const show = await orchard(owner);
  const token = await linkTo(show, owner, { what: 'show' });
  const looked = await post('/me/look', { token });
  expect(looked.headers.getSetCookie()[0]).toMatch(/^dessin_look=.*HttpOnly; SameSite=Strict$/);
  const cookie = cookieOf(looked, 'dessin_look');
  expect(await (await ask('/me', {}, cookie)).json()).toMatchObject({ who: null, look: { show, what: 'show' } });
  const { role, records } = (await (await ask(`/shows/${show}`, {}, cookie)).json()) as {
    role: string;
    records: { kind: string }[];
  };
  expect(role).toBe('viewer');
  const fixture = records.find(({ kind }) => kind === 'fixture')!;
  const change = { added: [], updated: [[fixture, { ...fixture, notes: 'mine' }]], removed: [] };
  expect((await post(`/shows/${show}/changes`, { key: crypto.randomUUID(), label: 'x', change }, cookie)).status).toBe(403);
  for (const path of ['/shows', '/shelf', '/people', '/me/sessions']) expect((await ask(path, {}, cookie)).status).toBe(401);
  // Files that the show names are seen; here there is none by that hash.
  expect((await ask(`/files/${'0'.repeat(64)}`, {}, cookie)).status).toBe(404);
  expect((await ask(`/shows/${show}/out/thumbnail.svg`, {}, cookie)).headers.get('vary')).toMatch('Cookie');
  const other = (await (
    await post('/shows', { name: 'Other', units: 'metric', stageWidth: 9000, stageDepth: 7000 }, owner)
  ).json()) as { id: string };
  expect((await ask(`/shows/${other.id}`, {}, cookie)).status).toBe(404);
  // A show that is deleted is deleted for links too.
  const dead = await linkTo(other.id, owner, { what: 'show' });
  expect((await post('/me/link', { token: dead })).status).toBe(200);
  await ask(`/shows/${other.id}`, { method: 'DELETE' }, owner);
  expect((await post('/me/link', { token: dead })).status).toBe(404);
  expect((await ask(`/shows/${show}/links`, {}, cookie)).status).toBe(403);
  const socket = new WebSocket(`${running.url.replace('http', 'ws')}/api/shows/${show}/live`, { headers: { cookie } });
  const ended = new Promise<number>((done) => socket.once('close', done));
  await new Promise((open) => socket.once('message', open));
  const { links } = (await (await ask(`/shows/${show}/links`, {}, owner)).json()) as { links: { id: string; what: string }[] };
  await ask(`/shows/${show}/links/${links.find(({ what }) => what === 'show')!.id}`, { method: 'DELETE' }, owner);
  expect(await ended).toBe(4401);
  expect((await ask(`/shows/${show}`, {}, cookie)).status).toBe(401);
}, 30_000);
test('a link to a sheet opens that sheet alone', async () => {
  const owner = await signIn('Ines Falk', word);
  const show = await orchard(owner);
  const [sheet = ''] = plannedSheets(makeDemo()).map(({ name }) => name);
  const cookie = cookieOf(await post('/me/look', { token: await linkTo(show, owner, { what: 'sheet', sheet }) }), 'dessin_look');
  const get = async (path: string) => (await ask(`/shows/${show}${path}`, {}, cookie)).status;
  const refusal = async (path: string) => {
    const answer = await ask(`/shows/${show}${path}`, {}, cookie);
    return `${answer.status} ${((await answer.json()) as { title: string }).title}`;
  };
  expect(await get(`/out/sheet.svg?named=${encodeURIComponent(sheet)}`)).toBe(200);
  // There is no such show for whoever has the link: nothing of it is asked whether there is this or that.
  for (const path of [
    '',
    '/log',
    '/out/sheet.svg',
    '/out/sheet.svg?sheet=1',
    `/out/sheet.svg?named=${encodeURIComponent('Focus plan')}`,
    // As it stood in an issue that was given to others.
    `/out/sheet.svg?named=${encodeURIComponent(sheet)}&issue=3f2b6c1e-0000-4000-8000-000000000001`,
    `/issues/sheet.svg?named=${encodeURIComponent(sheet)}`,
    `/out/book.pdf?named=${encodeURIComponent(sheet)}`,
    `/out/list.csv?named=${encodeURIComponent(sheet)}`,
  ])
    expect(`${path}: ${await refusal(path)}`).toBe(`${path}: 404 No such show`);
  expect((await ask('/wires', {}, cookie)).status).toBe(403);
}, 30_000);

test('a token lets a script into one show in its role, under its name, until it is taken back; it is no link, and no way into the house', async () => {
  const owner = await signIn('Ines Falk', word);
  const show = await orchard(owner);
  const script = { what: 'script', role: 'electrician', sheet: 'Hookup watch' };
  for (const bad of [
    { ...script, role: 'owner' },
    { ...script, role: null },
    { ...script, sheet: '' },
  ])
    expect((await post(`/shows/${show}/links`, { days: 1, ...bad }, owner)).status).toBe(422);
  const token = await linkTo(show, owner, script);
  const bearing = (path: string, init: RequestInit = {}, bearer = token) =>
    ask(path, { ...init, headers: { authorization: `Bearer ${bearer}` } });
  const { records } = (await (await bearing(`/shows/${show}`)).json()) as {
    records: { id: string; kind: string; notes: string }[];
  };
  expect((await bearing(`/shows/${show}/out/hookup.csv`)).status).toBe(200);
  // Another show of the same owner is none to it.
  const other = (await (
    await post('/shows', { name: 'Low Tide', units: 'metric', stageWidth: 12_000, stageDepth: 9000 }, owner)
  ).json()) as { id: string };
  for (const path of ['', '/log', '/out/hookup.csv'])
    expect(`${path} ${(await bearing(`/shows/${other.id}${path}`)).status}`).toBe(`${path} 404`);
  const fixture = records.find(({ kind }) => kind === 'fixture')!;
  const edit = (to: object) =>
    bearing(`/shows/${show}/changes`, {
      method: 'POST',
      body: JSON.stringify({
        key: crypto.randomUUID(),
        label: 'A note by a script',
        change: { added: [], updated: [[fixture, { ...fixture, ...to }]], removed: [] },
      }),
    });
  expect((await edit({ notes: 'seen by a script' })).status).toBe(200);
  expect((await edit({ purpose: 'Other' })).status).toBe(403);
  const { log } = (await (await bearing(`/shows/${show}/log`)).json()) as { log: { author: string }[] };
  expect(log[0]?.author).toBe('Hookup watch');
  // Nothing of the house, no other show, nobody's account; and no way to join or to look by it.
  for (const path of ['/shows', '/people', '/shelf', '/me/sessions', `/shows/${show}/links`])
    expect([path, (await bearing(path)).status]).toEqual([path, 403]);
  expect((await bearing(`/shows/${crypto.randomUUID()}`)).status).toBe(404);
  for (const path of ['/me/join', '/me/look', '/me/link'])
    expect([path, (await post(path, { token })).status]).toEqual([path, 404]);
  expect((await ask(`/shows/${show}`, {}, `dessin_look=${token}`)).status).toBe(401);
  // A link is no token either, and what nobody gave opens nothing.
  const link = await linkTo(show, owner, { role: 'viewer', what: 'show' });
  for (const other of [link, 'A'.repeat(43), 'x'.repeat(5000)])
    expect((await bearing(`/shows/${show}`, {}, other)).status).toBe(401);
  const { links } = (await (await ask(`/shows/${show}/links`, {}, owner)).json()) as { links: { id: string; what: string }[] };
  expect(JSON.stringify(links)).not.toContain(token);
  await ask(`/shows/${show}/links/${links.find(({ what }) => what === 'script')!.id}`, { method: 'DELETE' }, owner);
  expect((await bearing(`/shows/${show}`)).status).toBe(401);
});
test('a password is changed by who knows it, and ends every other session', async () => {
  const owner = await signIn('Ines Falk', word);
  await post('/people', { name: 'Mara Quist', password: word, standing: 'guest' }, owner);
  const [one, two] = [await signIn('Mara Quist', word), await signIn('Mara Quist', word)];
  expect((await post('/me/password', { old: 'not this one at all', password: 'another four words' }, one)).status).toBe(422);
  const changed = await post('/me/password', { old: word, password: 'another four words' }, one);
  expect(changed.status).toBe(204);
  const fresh = changed.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  for (const [cookie, status] of [
    [one, 401],
    [two, 401],
    [fresh, 200],
  ] as const)
    expect((await ask('/shows', {}, cookie)).status).toBe(status);
  const third = await signIn('Mara Quist', 'another four words');
  const { sessions } = (await (await ask('/me/sessions', {}, third)).json()) as { sessions: { id: string; own: boolean }[] };
  expect(sessions.map(({ own }) => own).sort()).toEqual([false, true]);
  expect((await ask(`/me/sessions/${sessions[0]!.id}`, { method: 'DELETE' }, owner)).status).toBe(404);
  expect((await ask('/me/sessions', { method: 'DELETE' }, third)).status).toBe(204);
  expect([(await ask('/shows', {}, fresh)).status, (await ask('/shows', {}, third)).status]).toEqual([401, 200]);
});
test('what this machine asks for it gets by what only it can read', async () => {
  expect((await stat(join(data, 'key'))).mode & 0o777).toBe(0o600);
  const backups = join(data, 'backups');
  expect(await backupCommand({ data, databaseUrl: undefined, backups, kept: 3 })).toMatch(
    'Backup made by the server that is running',
  );
  expect(await ownerCommand({ data, databaseUrl: undefined }, 'Ines Falk', 'a third row of words')).toMatch(
    'has the new password',
  );
  await signIn('Ines Falk', 'a third row of words');
  expect((await readdir(backups)).length).toBe(1);
});
test('a name that nobody gave to this server is refused, also where it listens everywhere', () => {
  const everywhere = hostsOf('0.0.0.0', ['Lights.house '], () => ['192.168.7.5', '[fe80::1]']);
  for (const name of ['localhost', '127.0.0.1', '[::1]', '192.168.7.5', '[fe80::1]', 'lights.house'])
    expect(everywhere.has(name)).toBe(true);
  for (const name of ['0.0.0.0', 'evil.example', '192.168.7.6', '']) expect(everywhere.has(name)).toBe(false);
  const one = hostsOf('192.168.7.5', [], () => ['10.0.0.1']);
  expect([one.has('192.168.7.5'), one.has('10.0.0.1')]).toEqual([true, false]);
});
test('the word of a proxy is taken where it is trusted, and of the last one that is', () => {
  const from = (peer: string, forwarded?: string) =>
    ({
      env: { incoming: { socket: { remoteAddress: peer } } },
      req: { header: (name: string) => (name === 'x-forwarded-for' ? forwarded : undefined) },
    }) as unknown as Context;
  const proxies = proxiesOf('127.0.0.1, 10.0.0.0/8, fd00::/8');
  expect(placeOf(from('192.168.7.9', '1.2.3.4'), { proxies })).toBe('192.168.7.9');
  expect(placeOf(from('::ffff:127.0.0.1', '6.6.6.6, 1.2.3.4'), { proxies })).toBe('1.2.3.4');
  expect(placeOf(from('127.0.0.1', '6.6.6.6, 1.2.3.4, 10.1.2.3'), { proxies })).toBe('1.2.3.4');
  expect(placeOf(from('fd00::7', 'rubbish'), { proxies })).toBe('fd00::7');
  expect(placeOf(from('127.0.0.1'), { proxies })).toBe('127.0.0.1');
  for (const bad of ['lights.house', '10.0.0.0/33', '10.0.0.0/x', '1.2.3'])
    expect(() => proxiesOf(bad)).toThrow('is no address of a proxy');
});
test('behind a proxy that gives it a part of its address, page, cookie and API lie there, whether the proxy takes it away or not', async () => {
  const folder = join(data, '..', 'behind');
  await ownerCommand({ data: folder, databaseUrl: undefined }, 'Ines Falk', word);
  const behind = await start({
    port: 0,
    host: '127.0.0.1',
    data: folder,
    databaseUrl: undefined,
    demo: false,
    base: '/dessin',
    proxies: '127.0.0.1',
    allowedHosts: ['lights.house'],
  });
  const at = (path: string, init: RequestInit = {}) => fetch(`${behind.url}${path}`, init);
  for (const path of ['/dessin/api/me', '/api/me']) expect(await (await at(path)).json()).toMatchObject({ asks: true });
  for (const path of ['/dessin', '/dessin/', '/dessin/shows/x/hang', '/shows/x/hang']) {
    const html = await (await at(path)).text();
    expect(html).toContain('<meta name="dessin-base" content="/dessin">');
    const [script = ''] = /(?<=src=")[^"]+assets[^"]+/.exec(html) ?? [];
    expect(script).toMatch(/^\/dessin\/assets\//);
    expect((await at(script)).headers.get('content-type')).toMatch('javascript');
  }
  const socket = (path: string) => new WebSocket(`${behind.url.replace('http', 'ws')}${path}`);
  const nobody = socket('/dessin/api/shelf/live');
  expect(await new Promise((done) => nobody.once('unexpected-response', (_, answer) => done(answer.statusCode)))).toBe(401);
  expect((await at('/dessinx/api/me')).headers.get('content-type')).toMatch('html');
  const signed = (more: Record<string, string>) =>
    at('/dessin/api/me/sign-in', {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...more },
      body: JSON.stringify({ name: 'Ines Falk', password: word }),
    });
  const [plain] = (await signed({ 'x-forwarded-for': '192.168.7.9' })).headers.getSetCookie();
  expect(plain).toMatch(/Path=\/dessin\/; HttpOnly; SameSite=Strict$/);
  const [shut] = (await signed({ 'x-forwarded-for': '192.168.7.9', 'x-forwarded-proto': 'https' })).headers.getSetCookie();
  expect(shut).toMatch(/HttpOnly; Secure; SameSite=Strict$/);
  await behind.stop();
}, 60_000);
test('where nobody is asked, what a proxy passes on is refused', async () => {
  const folder = join(data, '..', 'alone');
  const alone = await start({ port: 0, host: '127.0.0.1', data: folder, databaseUrl: undefined, demo: false });
  const get = (headers: Record<string, string>) => fetch(`${alone.url}/api/shows`, { headers });
  expect((await get({})).status).toBe(200);
  for (const name of ['x-forwarded-for', 'forwarded', 'x-real-ip'])
    expect((await get({ [name]: '192.168.7.9' })).status).toBe(403);
  await alone.stop();
  await expect(
    start({ port: 0, host: '127.0.0.1', data: folder, databaseUrl: undefined, demo: false, proxies: 'here' }),
  ).rejects.toThrow('TRUST_PROXY: "here"');
  await expect(
    start({ port: 0, host: '127.0.0.1', data: folder, databaseUrl: undefined, demo: false, proxies: '127.0.0.1' }),
  ).rejects.toThrow('through a proxy');
}, 60_000);
