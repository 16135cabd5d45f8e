/** What goes wrong is said, and costs nothing that was done: failing servers, many tabs, foreign pages, machines without 3D, updates, keys in the wrong place. */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect, type Page, test } from './base.js';
import { byName, chooseType, dragFrom, drawPipe, newShow, recordsOf, stored } from './helpers.js';

async function smallRig(page: Page, name: string): Promise<string> {
  const id = await newShow(page, name);
  await drawPipe(page, [-5000, 3000], [5000, 3000], '6', 'LX 1');
  await page.getByRole('link', { name: /Hang/ }).click();
  await chooseType(page, 'aster 36');
  await dragFrom(page, [-2000, 3000], [2000, 3000]);
  await page.keyboard.press('Escape');
  await stored(page);
  return id;
}
const placesOf = async (page: Page, id: string): Promise<number[]> =>
  (await recordsOf(page, id)).filter((record) => record.kind === 'fixture').map((record) => record.along as number);
const note = async (page: Page, text: string, row = 0): Promise<void> => {
  await page.getByRole('row', { name: /^LX 1/ }).nth(row).getByRole('gridcell').nth(8).dblclick();
  await page.getByLabel('Edit Notes').fill(text);
  await page.keyboard.press('Enter');
};
const notes = async (page: Page, id: string): Promise<string[]> =>
  (await recordsOf(page, id)).flatMap((record) => (record.kind === 'fixture' && record.notes ? [String(record.notes)] : []));

test('an edit at which the server fails is named and set aside; those behind it are stored; it outlives a reload, is copied and tried again', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const id = await smallRig(page, 'Failing');
  let failing = true;
  await page.route('**/changes', (route) =>
    failing && route.request().postData()?.includes('breaks it')
      ? route.fulfill({ status: 500, contentType: 'application/problem+json', body: '{"detail":"Dessin could not do that."}' })
      : route.continue(),
  );
  await note(page, 'breaks it', 0);
  await note(page, 'innocent', 1);
  const aside = page.getByRole('alert', { name: 'Not stored' });
  await expect(aside).toContainText('An edit was not stored; the others were');
  await expect(aside).toContainText('Dessin could not do that.');
  await expect.poll(() => notes(page, id)).toEqual(['innocent']);
  await expect(page.getByTestId('stored')).toHaveText('1 not stored');
  await page.reload();
  await expect(aside).toContainText('Dessin could not do that.');
  await aside.getByRole('button', { name: 'Copy' }).click();
  await expect(aside.getByRole('button', { name: 'Copied' })).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain('breaks it');
  failing = false;
  await aside.getByRole('button', { name: 'Try again' }).click();
  await stored(page);
  await expect(aside).toBeHidden();
  expect((await notes(page, id)).sort()).toEqual(['breaks it', 'innocent']);
});

test('fifteen tabs of one browser stay alive, store and hear of each other', async ({ page, context }) => {
  test.setTimeout(180_000);
  const id = await smallRig(page, 'Fifteen');
  const tabs = [page];
  for (let i = 1; i < 15; i++) {
    const tab = await context.newPage();
    await tab.goto(`/shows/${id}/hang`);
    await expect(tab.getByTestId('ledger').getByRole('row')).toHaveCount(5);
    tabs.push(tab);
  }
  // The first, some between and the last store; all of them hear of it.
  const writers = [0, 5, 6, 10, 14];
  for (const [row, i] of writers.entries()) {
    await tabs[i]!.bringToFront();
    await note(tabs[i]!, `tab ${i}`, row);
    await stored(tabs[i]!);
  }
  const texts = writers.map((i) => `tab ${i}`);
  expect((await notes(page, id)).sort()).toEqual([...texts].sort());
  for (const tab of tabs) {
    await expect(tab.getByTestId('stored')).toHaveText('stored');
    for (const text of texts) await expect(tab.getByRole('gridcell', { name: text, exact: true })).toHaveCount(1);
  }
});

test('a page of another site, in a frame without an origin, changes nothing', async ({ page, context, baseURL }) => {
  await newShow(page, 'Left alone');
  const items = async () => ((await (await page.request.get('/api/shelf')).json()) as { items: { id: string }[] }).items;
  const before = await items();
  // By names: another story may be making shows and types on the same server.
  const names = async () =>
    ((await (await page.request.get('/api/shows')).json()) as { shows: { name: string }[] }).shows.map(({ name }) => name);
  const foreign = await context.newPage();
  const ids = JSON.stringify(before.map((item) => item.id));
  // A server without a guard, which shows that the browser lets the frame ask: without an origin, and from another site.
  const heard: string[] = [];
  const open = createServer((request, response) => {
    heard.push(`${request.method} ${request.headers.origin} ${request.headers['sec-fetch-site']}`);
    response.end();
  });
  await new Promise<void>((ready) => open.listen(0, '127.0.0.1', ready));
  const portOf = (server: typeof open) => (server.address() as AddressInfo).port;
  const attack = `
    const ask = (path, type, body, to = '${baseURL}/api') => fetch(to + path, { method: 'POST', mode: 'no-cors', headers: { 'content-type': type }, body }).catch(() => 0);
    Promise.all([
      ask('/shelf/remove', 'text/plain', JSON.stringify({ ids: ${ids} })),
      ask('/shows', 'text/plain', JSON.stringify({ name: 'Evil', units: 'metric', stageWidth: 9000, stageDepth: 9000 })),
      ask('/imports/mvr', 'text/plain', 'x'),
      ask('/', 'text/plain', 'x', 'http://127.0.0.1:${portOf(open)}'),
    ]).then(() => parent.postMessage('tried', '*'));`;
  // On another port of this machine, so that no rule of the browser about networks stands before ours.
  const elsewhere = createServer((_, response) => {
    response.setHeader('content-type', 'text/html');
    response.end(
      `<!doctype html><title>waits</title><script>onmessage = () => (document.title = 'tried')</script><iframe sandbox="allow-scripts" srcdoc="${`<script>${attack}</script>`.replaceAll('"', '&quot;')}"></iframe>`,
    );
  });
  await new Promise<void>((ready) => elsewhere.listen(0, '127.0.0.1', ready));
  await foreign.goto(`http://127.0.0.1:${portOf(elsewhere)}/`);
  await expect(foreign).toHaveTitle('tried');
  expect((await items()).map(({ id }) => id)).toEqual(expect.arrayContaining(before.map(({ id }) => id)));
  expect(before.length).toBeGreaterThan(0);
  expect(await names()).not.toContain('Evil');
  expect(heard).toEqual(['POST null cross-site']);
  open.close();
  elsewhere.close();
});

test('a machine without WebGL says so, and works on without 3D', async ({ page }) => {
  await page.addInitScript(() => {
    const get = HTMLCanvasElement.prototype.getContext;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...more: unknown[]) {
      return kind.startsWith('webgl') ? null : (get as (...all: unknown[]) => unknown).call(this, kind, ...more);
    } as typeof get;
  });
  await smallRig(page, 'No 3D');
  await page.keyboard.press('2');
  const fault = page.getByRole('alert');
  await expect(fault).toContainText('3D needs WebGL, which this browser or machine does not offer');
  await expect(page.getByTestId('ledger').getByRole('row')).toHaveCount(5);
  await fault.getByRole('button', { name: 'Open without 3D' }).click();
  await expect(page.getByTestId('drawing')).toBeVisible();
  await page.keyboard.press('3');
  await expect(fault).toContainText('3D needs WebGL');
  await expect(page.getByTestId('drawing')).toBeVisible();
});

test.describe('with all that comes later', () => {
  test.use({ ahead: true });
  test('a part that is not there yet is waited for while the server is away; what is there stays', async ({ page }) => {
    await smallRig(page, 'Away');
    // What comes in a quiet moment has come; 3D comes when it is looked at.
    await expect(page.locator('html')).toHaveAttribute('data-parts', 'all', { timeout: 30_000 });
    const looks: string[] = [];
    await page.route('**/assets/*.js', (route) => route.abort('connectionrefused'));
    await page.route('**/api/health', (route) => {
      looks.push(route.request().url());
      return route.abort('connectionrefused');
    });
    await page.keyboard.press('2');
    await expect.poll(() => looks.length).toBeGreaterThan(1);
    await expect(page.getByRole('alert')).toHaveCount(0);
    await expect(page.getByTestId('stored')).toBeVisible();
    await page.unroute('**/assets/*.js');
    await page.unroute('**/api/health');
    await expect(page.getByRole('tab', { name: '3D' })).toHaveAttribute('aria-selected', 'true');
    await expect(page.getByTestId('three').locator('canvas').first()).toBeVisible({ timeout: 30_000 });
    await expect(page.getByRole('alert')).toHaveCount(0);
  });
});

test('whoever saves data gets parts when they are wanted', async ({ page }) => {
  const fetched: string[] = [];
  page.on('request', (request) => fetched.push(request.url()));
  await smallRig(page, 'Saving');
  await expect(page.getByRole('separator', { name: 'Height of the Ledger' })).toBeVisible();
  const parts = () => fetched.filter((url) => /assets\/(SpaceView|PaperPanel)-/.test(url)).length;
  expect(parts()).toBe(0);
  await expect(page.locator('html')).not.toHaveAttribute('data-parts', 'all');
  await page.getByRole('link', { name: /^Paper/ }).click();
  await expect.poll(parts).toBeGreaterThan(0);
});

test('a part of the interface that is gone after an update asks to reload; a window of before an update says so', async ({
  page,
}) => {
  const id = await smallRig(page, 'Updated');
  await page.route('**/assets/*.js', (route) => route.fulfill({ status: 404, body: 'Not found' }));
  await page.keyboard.press('2');
  const fault = page.getByRole('alert');
  await expect(fault).toContainText('Dessin was updated while this window was open.');
  await expect(fault.getByRole('link', { name: 'Download the show' })).toHaveAttribute(
    'href',
    `/api/shows/${id}/out/handover.mvr?download`,
  );
  await page.unroute('**/assets/*.js');
  await fault.getByRole('button', { name: 'Reload' }).click();
  // It comes back where it was.
  await expect(page.getByRole('tab', { name: '3D' })).toHaveAttribute('aria-selected', 'true');
  await expect(fault).toHaveCount(0);
  await page.keyboard.press('1');
  await expect(page.getByTestId('drawing')).toBeVisible();

  await page.routeWebSocket('**/live?*', (socket) => {
    const server = socket.connectToServer();
    server.onMessage((text) => socket.send(String(text).replace(/"build":"[^"]*"/, '"build":"another"')));
  });
  await page.reload();
  await expect(page.getByText('Dessin was updated. This window still runs the version before')).toBeVisible();
  await page.getByRole('button', { name: 'Later' }).click();
  await expect(page.getByText('Dessin was updated. This window still runs the version before')).toBeHidden();
  // The list of shows and the Shelf have no connection of their own; they ask.
  await page.route('**/api/health', (route) => route.fulfill({ json: { ok: true, build: 'another' } }));
  for (const path of ['/', '/shelf']) {
    await page.goto(path);
    await expect(page.getByText('Dessin was updated. This window still runs the version before')).toBeVisible();
  }
  await page.unroute('**/api/health');
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'New show' })).toBeVisible();
  await expect(page.getByText('Dessin was updated. This window still runs the version before')).toBeHidden();
});

test('a drawing that fails leaves the rest of the page at work', async ({ page }) => {
  const id = await smallRig(page, 'Fails to draw');
  let broken = true;
  await page.route(`**/api/shows/${id}`, async (route) => {
    const response = await route.fetch();
    const body = (await response.json()) as { records: Record<string, unknown>[] };
    // What no server of ours would send: a note without its text.
    const layer = body.records.find((record) => record.kind === 'layer')!.id;
    if (broken)
      body.records.push({
        id: '99999999-1111-4222-8333-444455556666',
        kind: 'note',
        layer,
        at: [0, 0],
        text: null,
        size: 3,
        leader: null,
      });
    await route.fulfill({ response, json: body });
  });
  await page.reload();
  const fault = page.getByRole('alert').filter({ hasText: 'cannot be shown just now' }).first();
  await expect(fault).toBeVisible();
  await expect(fault).toContainText('What was stored is stored');
  await expect(page.getByText('Unexpected Application Error')).toHaveCount(0);
  await expect(page.getByTestId('ledger').getByRole('row')).toHaveCount(5);
  broken = false;
  await page.reload();
  await expect(page.getByTestId('drawing')).toBeVisible();
});

test('keys on a control are the control’s: the rig is left alone, Space works, H takes the typing', async ({ page }) => {
  const id = await smallRig(page, 'Keys');
  const before = await placesOf(page, id);
  await page.keyboard.press('Control+a');
  await expect(page.getByRole('heading', { name: '5 fixtures on LX 1' })).toBeVisible();

  // A tab, a step, a tick, a summary, a button: none of them nudges, deletes, turns or doubles.
  const controls = [
    page.getByRole('tab', { name: 'Plan' }),
    page.getByRole('link', { name: /Positions/ }),
    page.getByRole('button', { name: 'Set out the selection' }),
    page.getByRole('checkbox').first(),
  ];
  for (const control of controls) {
    await control.focus();
    for (const key of ['ArrowRight', 'Backspace', 'Delete', 'd', 'r', 'm', '5']) await page.keyboard.press(key);
  }
  await expect(page.getByRole('tab', { name: 'Plan' })).toHaveAttribute('aria-selected', 'true');
  await stored(page);
  expect(await placesOf(page, id)).toEqual(before);

  // Space ticks a box while a drawing is shown, and opens what is folded.
  const box = page.getByRole('checkbox').first();
  const ticked = await box.isChecked();
  await box.focus();
  await page.keyboard.press('Space');
  expect(await box.isChecked()).toBe(!ticked);
  await page.keyboard.press('Space');
  const folded = page.locator('details').first();
  const open = await folded.evaluate((element: HTMLDetailsElement) => element.open);
  await folded.locator('summary').focus();
  await page.keyboard.press('Space');
  expect(await folded.evaluate((element: HTMLDetailsElement) => element.open)).toBe(!open);

  // On the drawing they act.
  await stored(page);
  const standing = await placesOf(page, id);
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('ArrowLeft');
  await stored(page);
  await expect
    .poll(async () => (await placesOf(page, id)).every((along, i) => Math.abs(along - standing[i]! + 100) < 1e-6))
    .toBe(true);

  // H: the letters of the type go into the search, and none of them is a command.
  await page.getByRole('link', { name: /Patch/ }).click();
  await page.keyboard.press('h');
  await expect(page.getByLabel("Search the show's types")).toBeFocused();
  await page.keyboard.type('spot');
  await expect(page.getByLabel("Search the show's types")).toHaveValue('spot');
  await expect(page.getByRole('heading', { name: 'Set out' })).toBeHidden();
  await byName(page, 'hang fixtures');
  await expect(page.getByLabel("Search the show's types")).toBeFocused();
});

test('a plot that does not fit its sheet says what falls off, and prints at the scale that fits', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Duplicate The Salt Orchard', exact: true }).click();
  await page.getByRole('link', { name: 'Open The Salt Orchard, copy' }).click();
  await page.getByRole('link', { name: /Paper/ }).click();
  await expect(page.getByRole('link', { name: 'Plot as PDF' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Paper' }).selectOption('A3');
  const said = page.getByText(/At 1:50 the plot is larger than its window by \d+ mm: \d+ of 144 fixtures/);
  await expect(said.first()).toBeVisible();
  await expect(page.getByRole('link', { name: 'Plot as PDF' })).toBeHidden();
  const fitted = page.getByRole('link', { name: /^SVG at 1:\d+$/ });
  const answer = await page.request.get((await fitted.getAttribute('href'))!);
  expect(answer.status()).toBe(200);
  expect(await answer.text()).toContain('on A3');
});
