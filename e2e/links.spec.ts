/** Ways into a house beside its accounts: links to look and to join, tokens of scripts, and a proxy in front of it. */
import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer, type IncomingMessage, request, type Server } from 'node:http';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from './base.js';
import { recordsOf, stored } from './helpers.js';
import { makeHouse, makeOwner, noteIn } from './houses.js';

const house = makeHouse(60);
const { home, word, port, come, signIn } = house;
test.use({ baseURL: home });
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  test.setTimeout(120_000);
  await house.open('Ines Falk');
});
test.afterAll(() => house.close());

test('a link lets somebody look without an account until it is taken back; another one lets somebody join', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const owner = await come(browser);
  await owner.goto('/');
  await signIn(owner, 'Ines Falk');
  await owner.getByRole('button', { name: 'People of The Salt Orchard' }).click();
  const part = owner.getByRole('region', { name: 'Links into The Salt Orchard' });
  const make = async (what: string): Promise<string> => {
    await part.getByLabel('Link', { exact: true }).selectOption({ label: what });
    const before = await part.getByRole('listitem').count();
    await part.getByRole('button', { name: 'Make a link' }).click();
    await expect(part.getByRole('listitem')).toHaveCount(before + 1);
    return part.getByLabel('The link', { exact: true }).inputValue();
  };
  const look = await come(browser);
  await look.goto(await make('to look at the show'));
  await expect(look.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
  await expect(look.getByRole('banner').getByText('viewer', { exact: true })).toBeVisible();
  await part.getByRole('button', { name: 'Take back the link to look at the show' }).click();
  await expect(look.getByRole('form', { name: 'Sign in' })).toBeVisible();

  // A token for a script: made, used and taken back in the same place.
  await part.getByLabel('Link', { exact: true }).selectOption({ label: 'for a script, as electrician' });
  await part.getByLabel('Name of the script').fill('Hookup watch');
  await part.getByRole('button', { name: 'Make a token' }).click();
  await expect(part.getByLabel('The link', { exact: true })).toHaveValue(/^[\w-]{43}$/);
  const token = await part.getByLabel('The link', { exact: true }).inputValue();
  const { shows } = (await (await owner.request.get('/api/shows')).json()) as { shows: { id: string; name: string }[] };
  const orchard = shows.find(({ name }) => name === 'The Salt Orchard')?.id;
  const asScript = async () =>
    (await fetch(`${home}/api/shows/${orchard}/log`, { headers: { authorization: `Bearer ${token}` } })).status;
  expect(await asScript()).toBe(200);
  await part.getByRole('button', { name: 'Take back the link for the script Hookup watch, as electrician' }).click();
  await expect.poll(asScript).toBe(401);

  const fresh = await come(browser, 390, 844);
  await fresh.goto(await make('to join as electrician'));
  await expect(fresh.getByText('Ines Falk asks you into The Salt Orchard as electrician.')).toBeVisible();
  await fresh.getByLabel('Name').fill('Jon Arle');
  await fresh.getByLabel('Password').fill(word);
  await fresh.getByRole('button', { name: 'Make the account and join' }).click();
  await expect(fresh).toHaveURL(/\/shows\/[0-9a-f-]{36}\/hang$/);
  await expect(fresh.getByRole('banner').getByText('electrician', { exact: true })).toBeVisible();
  // What he does is told to the others with his name.
  await owner.getByRole('link', { name: 'Open The Salt Orchard' }).click();
  await expect(owner.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
  const show = /shows\/([0-9a-f-]{36})/.exec(owner.url())![1]!;
  const fixture = (await recordsOf(fresh, show)).find(({ kind, unit }) => kind === 'fixture' && unit === '1')!;
  await fresh.request.post(`/api/shows/${show}/changes`, {
    headers: { origin: home },
    data: {
      key: crypto.randomUUID(),
      label: 'Notes lens cap',
      change: { added: [], updated: [[fixture, { ...fixture, notes: 'lens cap' }]], removed: [] },
    },
  });
  await owner.getByRole('button', { name: 'Jon Arle Notes lens cap' }).click();
  const edits = owner.getByRole('region', { name: 'Edits' });
  await expect(edits.getByRole('listitem').first()).toContainText('Notes lens cap');
  await expect(edits.getByRole('listitem').first()).toContainText('Jon Arle');
  await owner.getByRole('row').filter({ hasText: 'lens cap' }).first().click();
  await expect(owner.getByTestId('last-edit')).toContainText(/Notes lens cap, by Jon Arle, today \d\d:\d\d/);
  for (const page of [owner, look, fresh]) await page.context().close();
});

test('behind a proxy, under a part of its address: pages, edits and what is heard of others go through it', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const [front, back] = [port + 3, port + 4];
  const folder = await mkdtemp(join(tmpdir(), 'dessin-behind-'));
  await makeOwner(folder, 'Ines Falk');
  const behind = spawn(process.execPath, ['dist/start/main.js'], {
    env: {
      ...process.env,
      PORT: String(back),
      HOST: '127.0.0.1',
      TRUST_PROXY: '127.0.0.1',
      BASE_PATH: '/dessin/',
      DESSIN_DATA: folder,
      DATABASE_URL: '',
    },
    stdio: 'ignore',
  });
  const proxy = proxyTo(back, '/dessin');
  await new Promise<void>((open) => proxy.listen(front, '127.0.0.1', open));
  try {
    const at = `http://127.0.0.1:${front}/dessin`;
    await expect
      .poll(async () => (await fetch(`${at}/api/health`).catch(() => null))?.ok ?? false, { timeout: 60_000 })
      .toBe(true);
    const page = await come(browser);
    const outside: string[] = [];
    page.on('request', (request) => {
      const { pathname, protocol } = new URL(request.url());
      if (/^(http|ws)/.test(protocol) && !pathname.startsWith('/dessin/')) outside.push(request.url());
    });
    await page.goto(`${at}/`);
    await signIn(page, 'Ines Falk');
    await page.getByRole('link', { name: 'Open The Salt Orchard' }).click();
    await expect(page).toHaveURL(/\/dessin\/shows\/[0-9a-f-]{36}\/hang$/);
    await expect(page.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
    await page.reload();
    await expect(page.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
    await noteIn(page, 'through the proxy', /^FOH 1/);
    await stored(page);
    // Another window hears of it, by its WebSocket.
    const other = await page.context().newPage();
    await other.goto(page.url());
    await expect(other.getByRole('gridcell', { name: 'through the proxy' })).toBeVisible();
    await noteIn(other, 'and back', /^FOH 1/);
    await expect(page.getByRole('gridcell', { name: 'and back' })).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      (async () => {
        await page.getByRole('link', { name: 'Dessin' }).click();
        await page.getByRole('link', { name: 'The Salt Orchard as one file', exact: true }).click();
      })(),
    ]);
    expect(download.suggestedFilename()).toMatch(/\.dessin$/);
    expect(outside).toEqual([]);
    await page.context().close();
  } finally {
    proxy.close();
    proxy.closeAllConnections();
    behind.kill('SIGTERM');
    await new Promise((done) => behind.once('exit', done));
    await rm(folder, { recursive: true, force: true });
  }
});

/** A proxy as a house has one: it takes its part of the address away, says who asked, and passes WebSockets on. */
function proxyTo(back: number, part: string): Server {
  const inner = (path = '/') => (path.startsWith(part) ? path.slice(part.length) || '/' : path);
  const told = (from: IncomingMessage) => ({ ...from.headers, 'x-forwarded-for': from.socket.remoteAddress ?? '' });
  const proxy = createServer((from, to) => {
    const passed = request(
      { port: back, host: '127.0.0.1', method: from.method, path: inner(from.url), headers: told(from) },
      (answer) => {
        to.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(to);
      },
    );
    passed.on('error', () => to.writeHead(502).end());
    from.pipe(passed);
  });
  proxy.on('upgrade', (from: IncomingMessage, socket: Socket, head: Buffer) => {
    const passed = connect(back, '127.0.0.1', () => {
      const lines = Object.entries(told(from)).map(([name, value]) => `${name}: ${value}`);
      passed.write(`${from.method} ${inner(from.url)} HTTP/1.1\r\n${lines.join('\r\n')}\r\n\r\n`);
      passed.write(head);
      passed.pipe(socket).pipe(passed);
    });
    for (const end of [socket, passed]) end.on('error', () => undefined);
  });
  return proxy;
}
