/**
 * The rig check from end to end, against the stand-ins and on a server of its own, since levels of one server are seen in all of its windows: the package is handed over, twelve cues
 * are followed, the whole rig is checked light by light while three things hang wrong, walls are painted, and a desk that falls silent is seen.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from './base.js';
import { openDemo, recordsOf, stored } from './helpers.js';

const port = Number(process.env.E2E_PORT ?? 4655) + 20;
const home = `http://127.0.0.1:${port}`;
process.env.DESSIN_E131_PORT = String(port + 1);
process.env.DESSIN_ARTNET_PORT = String(port + 2);
test.use({ baseURL: home });

interface Started {
  readonly url: string;
  readonly stop: () => void;
}
let server: ChildProcess;
let data: string;
const ends: (() => void)[] = [];
const standIns: Record<'desk' | 'node' | 'wall', Started> = {} as never;

test.beforeAll(async () => {
  test.setTimeout(120_000);
  data = await mkdtemp(join(tmpdir(), 'dessin-rig-'));
  server = spawn(process.execPath, ['dist/start/main.js'], {
    env: { ...process.env, PORT: String(port), DESSIN_DATA: data, DATABASE_URL: '' },
    stdio: 'ignore',
  });
  await expect
    .poll(async () => (await fetch(`${home}/api/health`).catch(() => null))?.ok ?? false, { timeout: 60_000 })
    .toBe(true);
  // Their ports are read when they are loaded.
  const [{ startDesk }, { startNode }, { startWall }] = await Promise.all([
    import('../stand-in/desk/main.js'),
    import('../stand-in/node/main.js'),
    import('../stand-in/wall/main.js'),
  ]);
  standIns.desk = await startDesk(0, home);
  standIns.node = await startNode(0, home);
  standIns.wall = await startWall(0, home);
  ends.push(...Object.values(standIns).map(({ stop }) => stop));
});
test.afterAll(async () => {
  for (const end of ends) end();
  server.kill('SIGTERM');
  await new Promise((done) => server.once('exit', done));
  await rm(data, { recursive: true, force: true });
});

async function ask<T>(
  of: keyof typeof standIns,
  path: string,
  form: Record<string, string> = {},
): Promise<T & { readonly said: string }> {
  const answer = await fetch(standIns[of].url + path, {
    method: 'POST',
    headers: { accept: 'application/json' },
    body: new URLSearchParams(form),
  });
  const said = (await answer.json()) as T & { readonly said: string; readonly fault?: string };
  if (said.fault) throw new Error(`${of} ${path}: ${said.fault}`);
  return said;
}
interface Lit {
  readonly channel: number;
  readonly level: number;
  readonly colour: string;
}
const look = async <T>(of: keyof typeof standIns): Promise<T> =>
  (await (await fetch(`${standIns[of].url}/state.json`)).json()) as T;
/** What lights up on the node, waited for until it stands still. */
async function lights(): Promise<readonly Lit[]> {
  let before = '';
  for (let i = 0; i < 40; i++) {
    const { lit } = await look<{ lit: readonly Lit[] }>('node');
    const now = JSON.stringify(lit);
    if (now === before && i > 1) return lit;
    before = now;
    await new Promise((done) => setTimeout(done, 30));
  }
  return [];
}
const check = (page: Page) => page.getByRole('region', { name: 'Rig check', exact: true });
async function handOver(id: string): Promise<void> {
  const link = `${home}/api/shows/${id}/out/package.zip`;
  for (const of of ['desk', 'node', 'wall'] as const) await ask(of, '/fetch', { link });
}
const tab = (page: Page, name: string) => page.getByRole('tab', { name, exact: true });

test('twelve cues of the desk are followed by plan, sheet, map and 3D; a desk that falls silent is lost, and comes back', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const id = await openDemo(page, 'hang');
  await handOver(id);
  await page.getByRole('link', { name: /^Rig check/ }).click();
  // A map of all lights, in one gesture.
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+a');
  await tab(page, 'Maps').first().click();
  await page.getByRole('button', { name: 'New map' }).click();
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await page.getByRole('button', { name: 'Done drawing' }).click();
  const { cues } = await look<{ cues: readonly { readonly name: string }[] }>('desk');
  expect(cues).toHaveLength(12);
  const board = page.getByTestId('map board');
  const seen = new Set<number>();
  for (let place = 0; place < cues.length; place++) {
    await ask('desk', '/cue', { place: String(place), cut: 'yes' });
    // What lights up on the node is what stands on the map, channel by channel.
    await expect
      .poll(
        async () => {
          const lit = await lights();
          const shown = await board.locator('[data-what="symbol"][data-state="lit"]').count();
          return lit.length > 0 && Math.abs(shown - new Set(lit.map(({ channel }) => channel)).size) <= 1
            ? 'the same'
            : `${shown} of ${lit.length}`;
        },
        { timeout: 15_000 },
      )
      .toBe('the same');
    seen.add(await board.locator('[data-what="symbol"][data-state="lit"]').count());
    if (place % 4 === 0) {
      await tab(page, 'Plan').click();
      await expect.poll(async () => Number(await page.getByTestId('live plan').getAttribute('data-lit'))).toBeGreaterThan(3);
      await tab(page, 'Channels').click();
      const [first] = await lights();
      await expect(page.getByRole('button', { name: `Channel ${first!.channel}`, exact: true })).toContainText(
        String(Math.round(first!.level * 100)),
      );
      await tab(page, 'Maps').first().click();
    }
  }
  // They are not all the same.
  expect(seen.size).toBeGreaterThan(5);
  await tab(page, '3D').click();
  // The picture of what is heard comes later, and on a machine that does other things too it takes a while.
  await expect(page.getByTestId('live picture')).toBeAttached({ timeout: 40_000 });
  await expect
    .poll(async () => Number(await page.getByTestId('live picture').getAttribute('data-lit')), { timeout: 20_000 })
    .toBeGreaterThan(3);
  await tab(page, 'Plan').click();
  await ask('desk', '/send', { how: 'silent' });
  await expect(page.getByTestId('live plan')).not.toHaveAttribute('data-lost', '0', { timeout: 4000 });
  await expect(check(page).getByTestId('sources')).toContainText('lost');
  // Where the frame is away it is told over the drawing.
  await check(page)
    .getByRole('button', { name: /drawing alone/ })
    .click();
  await expect(page.getByTestId('alone')).toContainText('Stand-in desk lost');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('navigation', { name: 'Steps' })).toBeVisible();
  // What stood last stays to be seen, and is marked.
  expect(Number(await page.getByTestId('live plan').getAttribute('data-lit'))).toBeGreaterThan(3);
  await ask('desk', '/send', { how: 'on' });
  await expect(page.getByTestId('live plan')).toHaveAttribute('data-lost', '0');
  await ask('desk', '/send', { how: 'end' });
});

interface Part {
  readonly channel: string;
  readonly address: number | null;
}
interface Rec {
  readonly id: string;
  readonly kind: string;
  readonly mode: string;
  readonly purpose: string;
  readonly parts: readonly Part[];
  readonly what: string;
  readonly cleared?: unknown;
}

test('the whole rig is checked light by light; three that hang wrong are found and set right from the check; walls are painted', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const id = await openDemo(page, 'hang');
  await handOver(id);
  await ask('node', '/mend');
  // Two addresses are swapped, one lamp is broken, one head is set to another mode.
  await ask('node', '/swap', { a: '41', b: '42' });
  await ask('node', '/dead', { channel: '73' });
  const changed = (await ask<{ said: string }>('node', '/mode', { channel: '202' })).said;
  await page.getByRole('link', { name: /^Rig check/ }).click();
  await check(page).getByLabel('Checked by').fill('Noor');
  await page.keyboard.press('Enter');
  // The universes are given to the node that answers: one by drag, the others by their choice.
  await tab(page, 'Nodes').click();
  const nodes = page.getByRole('list', { name: 'Nodes' });
  await expect(nodes.getByText('Stand-in node', { exact: true })).toBeVisible({ timeout: 15_000 });
  await page.getByRole('list', { name: 'Universes' }).getByText('Universe 1', { exact: true }).hover();
  // Pointed at, it fetches the package that drags; that one tells readers of the screen what happens.
  await expect(page.locator('[id^="DndLiveRegion"]')).toBeAttached();
  await page
    .getByRole('list', { name: 'Universes' })
    .getByText('Universe 1', { exact: true })
    .dragTo(nodes.getByText('Stand-in node', { exact: true }));
  for (const universe of [2, 3]) await page.getByLabel(`Node of universe ${universe}`).selectOption('Stand-in node');
  await expect(nodes.getByText('universe 3')).toBeVisible();
  await check(page).getByLabel('Order of the check').selectOption('channel');
  await check(page).getByRole('button', { name: 'Switch output on' }).click();
  const channelNow = async () => Number(await check(page).getByTestId('check light').locator('p').first().textContent());
  const next = check(page).getByRole('button', { name: /^(Works|Next light)/ });
  await next.focus();
  await page.keyboard.press('Space');
  const place = async () => (await check(page).getByTestId('check place').textContent()) ?? '';
  const many = Number(/ of (\d+)/.exec(await place())?.[1]);
  expect(many).toBeGreaterThan(130);
  const found: string[] = [];
  let before: number[] = [];
  for (let i = 0; i < many; i++) {
    const said = (await check(page).getByTestId('check light').locator('p').first().textContent()) ?? '';
    const wanted = said.split(/[-–, ]/).map(Number);
    let lit = await lights();
    // The hazer gives no light: it is heard.
    const hazer = wanted[0] === 299;
    const came = () => hazer || lit.some(({ channel }) => wanted.includes(channel));
    // The one before may still be on its way out.
    for (let tries = 0; tries < 12 && !came(); tries++) lit = await lights();
    for (let tries = 0; tries < 60 && !came() && lit.some(({ channel }) => before.includes(channel)); tries++)
      lit = await lights();
    before = wanted;
    const [brightest] = lit;
    const colours = new Set(lit.filter(({ channel }) => wanted.includes(channel)).map(({ colour }) => colour));
    if (!hazer && !brightest && wanted[0] === 202) {
      found.push('wrong mode, dark');
      await setMode(page);
    } else if (!hazer && !brightest) {
      found.push(`dark ${said}`);
      await check(page).getByRole('button', { name: 'Dark', exact: true }).click();
      // What is asked first when a light stays dark: its slots are heard, so it is the lamp.
      await check(page).getByText('Slots around').click();
      await expect(check(page).getByTestId('around')).toContainText('255');
      await expect(check(page).getByTestId('senders')).toContainText('Dessin sends universe');
      await check(page).getByRole('button', { name: 'Skip' }).click();
      await next.focus();
      continue;
    } else if (!hazer && brightest && !lit.some(({ channel }) => wanted.includes(channel))) {
      found.push(`${said} is ${brightest.channel}`);
      await check(page).getByLabel('The channel that came up instead').fill(String(brightest.channel));
      await page.keyboard.press('Enter');
      await expect.poll(async () => (await lights()).some(({ channel }) => channel === wanted[0])).toBe(true);
    } else if (wanted[0] === 202 && [...colours].every((colour) => colour !== '#ffffff')) {
      found.push('wrong mode, colour');
      await setMode(page);
    }
    await next.focus();
    await page.keyboard.press('Space');
  }
  expect(found).toEqual(['41 is 42', 'dark 73', expect.stringMatching(/^wrong mode/)]);
  await stored(page);
  const all = (await recordsOf(page, id)) as unknown as Rec[];
  const of = (channel: string) => all.find(({ kind, parts }) => kind === 'fixture' && parts[0]?.channel === channel);
  expect(changed).toContain(of('202')!.mode);
  const findings = all.filter(({ kind }) => kind === 'finding');
  // Everything is ticked but the broken lamp; what was set right stands as cleared.
  expect(findings.filter(({ what, cleared }) => what !== 'works' && !cleared).map(({ what }) => what)).toEqual(['dark']);
  expect(findings.filter(({ what }) => what === 'works')).toHaveLength(many - 1);
  expect(
    findings
      .filter(({ cleared }) => cleared)
      .map(({ what }) => what)
      .sort(),
  ).toEqual(['wrong address', 'wrong address', 'wrong mode']);
  // For whoever climbs next, on paper.
  const list = await (await page.request.get(`/api/shows/${id}/out/faults.csv`)).text();
  expect(list).toContain('73');
  expect(list).toContain('dark');
  // The lamp is mended: the light is gone to from the list, and works.
  await ask('node', '/mend');
  await ask('node', '/swap', { a: '41', b: '42' });
  await tab(page, 'Faults').click();
  await page.getByRole('table', { name: 'Faults' }).getByRole('button', { name: '73', exact: true }).click();
  expect(await channelNow()).toBe(73);
  await expect.poll(async () => (await lights()).some(({ channel }) => channel === 73)).toBe(true);
  await next.click();
  await expect(page.getByText(/^0 faults open/)).toBeVisible();

  // The wall is painted: tile by tile, in front and behind.
  await tab(page, 'Nodes').click();
  const wall = (
    all as unknown as { kind: string; address: number; slots: number; tiles: { rows: number; columns: number }[] }[]
  ).find(({ kind }) => kind === 'wall')!;
  const pixels = wall.tiles.reduce((sum, { rows, columns }) => sum + rows * columns, 0);
  for (const choice of await page.getByLabel(/^Node of universe ([5-9]|1\d)$/).all()) await choice.selectOption('Stand-in wall');
  await check(page).getByLabel('What comes up').selectOption('pixels');
  await check(page).getByLabel('What is painted').selectOption('tile');
  await check(page).getByLabel('Colour behind').fill('#000000');
  const tile = wall.tiles[0]!.rows * wall.tiles[0]!.columns;
  const onWall = async () => (await look<{ walls: { lit: number }[] }>('wall')).walls[0]?.lit;
  await expect.poll(onWall).toBe(tile);
  await check(page).getByLabel('What is painted').selectOption('wall');
  await expect.poll(onWall).toBe(pixels);
  await check(page).getByLabel('What is painted').selectOption('pixel');
  await expect.poll(onWall).toBe(1);
  await check(page).getByRole('button', { name: 'Switch output off' }).click();
  await expect.poll(onWall, { timeout: 8000 }).toBe(0);
});
async function setMode(page: Page): Promise<void> {
  const modes = check(page).getByLabel('The mode that it is set to');
  const now = await modes.inputValue();
  const other = (await modes.locator('option').allTextContents()).find((name) => name !== now);
  await modes.selectOption(other!);
  await expect
    .poll(async () => (await lights()).some(({ channel, colour }) => channel === 202 && colour === '#ffffff'))
    .toBe(true);
}

test('all of a kind, a single slot, a light that is parked, a thread, and a walk with its film', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await openDemo(page, 'hang');
  await handOver(id);
  await ask('node', '/mend');
  await page.getByRole('link', { name: /^Rig check/ }).click();
  await tab(page, 'Nodes').click();
  await expect(page.getByRole('list', { name: 'Nodes' }).getByText('Stand-in node', { exact: true })).toBeVisible({
    timeout: 15_000,
  });
  for (const universe of [1, 2, 3])
    await page.getByLabel(`Node of universe ${universe}`, { exact: true }).selectOption('Stand-in node');
  await check(page).getByRole('button', { name: 'Switch output on' }).click();
  const channels = async () => (await lights()).map(({ channel }) => channel).sort((a, b) => a - b);
  // All of a purpose, steady; then one after the other.
  await check(page).getByLabel('What comes up').selectOption('kind');
  await check(page).getByLabel('Which of them').selectOption('Front straight');
  await expect.poll(channels).toEqual([41, 42, 43, 44, 45, 46]);
  await check(page).getByLabel('What they do').selectOption('chase');
  await check(page).getByLabel('Time of a step').selectOption('500');
  const seen = new Set<number>();
  await expect
    .poll(
      async () => {
        const lit = await channels();
        if (lit.length === 1) seen.add(lit[0]!);
        return seen.size;
      },
      { timeout: 20_000 },
    )
    .toBeGreaterThan(3);
  await check(page).getByLabel('What they do').selectOption('steady');
  // A single slot: what hangs on it is said.
  await check(page).getByLabel('What comes up').selectOption('slot');
  await check(page).getByLabel('The slot that is raised').fill('1.13');
  await page.keyboard.press('Enter');
  await expect(check(page).getByTestId('slot')).toContainText('channel 21');
  await expect.poll(channels).toEqual([21]);
  await check(page).getByRole('button', { name: 'Next slot' }).click();
  await expect.poll(channels).toEqual([22]);
  // Parked: it stays whatever else comes up.
  await check(page).getByLabel('What comes up').selectOption('one');
  await check(page).getByLabel('Order of the check').selectOption('channel');
  await check(page)
    .getByRole('button', { name: /^Next light/ })
    .click();
  await expect.poll(channels).toEqual([1]);
  await check(page).getByRole('button', { name: 'park this one' }).click();
  await check(page).getByRole('button', { name: 'Skip' }).click();
  await expect.poll(channels).toEqual([1, 2]);
  await check(page).getByRole('button', { name: 'Let go of 1', exact: true }).click();
  await expect.poll(channels).toEqual([2]);
  // A thread from what is selected, in its order; and a walk along it by the clock.
  await tab(page, 'Ledger').click();
  const rows = page.getByRole('row', { name: /^FOH 1/ });
  await rows.nth(1).click();
  await rows.nth(0).click({ modifiers: ['Control'] });
  await check(page).getByRole('button', { name: 'keep the selection as one' }).click();
  await expect(check(page).getByLabel('Order of the check')).toHaveValue(/^thread /);
  await check(page).getByLabel('Pace of the walk').selectOption('2');
  await check(page).getByRole('button', { name: 'Walk', exact: true }).click();
  await expect(check(page).getByTestId('check place')).toHaveText(/^1 of \d+, by Thread 1/);
  await check(page).getByRole('button', { name: 'Dark', exact: true }).click();
  await expect(check(page).getByTestId('check place')).toHaveText(/^2 of \d+/);
  await check(page)
    .getByRole('button', { name: /^End, 2 seen/ })
    .click();
  await tab(page, 'Walks').click();
  const film = page.getByRole('table', { name: 'Film of the walk' });
  await expect(film.getByRole('row')).toHaveCount(3);
  await expect(film.getByRole('row').nth(1)).toContainText('dark');
  await page.getByRole('button', { name: 'Tick the 1 light that showed nothing' }).click();
  await stored(page);
  const records = (await recordsOf(page, id)) as unknown as Rec[];
  expect(
    records
      .filter(({ kind }) => kind === 'finding')
      .map(({ what }) => what)
      .sort(),
  ).toEqual(['dark', 'works']);
  // A page without a show says it in red too, and can end it.
  const start = await page.context().newPage();
  await start.goto('/');
  await start.getByRole('button', { name: /^Output on/ }).click();
  await expect(start.getByRole('button', { name: /^Output/ })).toHaveCount(0, { timeout: 8000 });
  await expect(page.getByRole('button', { name: /^Output (on|fades)/ })).toHaveCount(0, { timeout: 8000 });
});

test('two at one check: the telephone follows, takes the wheel, notes a fault, and the screen sees it', async ({
  page,
  context,
}) => {
  const id = await openDemo(page, 'hang');
  await page.getByRole('link', { name: /^Rig check/ }).click();
  await check(page).getByLabel('Checked by').fill('Noor');
  await page.keyboard.press('Enter');
  await check(page)
    .getByRole('button', { name: /^Next light/ })
    .click();
  await check(page).getByText('Hand this to a telephone').click();
  await expect(check(page).getByAltText(new RegExp(`^Code of ${home}/shows/${id}/in-hand$`))).toBeVisible();
  const phone = await context.newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.goto(`/shows/${id}/in-hand`);
  const big = (of: Page) => of.getByTestId('check light').locator('p');
  const channel = async (of: Page) => of.getByTestId('check light').locator('.leading-none').textContent();
  await expect(phone.getByTestId('wheel')).toContainText('Noor drives');
  await expect.poll(() => channel(phone)).toBe(await channel(page));
  // Who does not drive moves nothing.
  await phone.getByRole('button', { name: 'Skip' }).click();
  await expect(phone.getByText('Noor drives the check. Take it over first.')).toBeVisible();
  await phone.getByRole('button', { name: 'Take it over' }).click();
  await expect(check(page).getByTestId('driver')).toContainText('drives');
  const before = await channel(page);
  await phone.getByRole('button', { name: 'Skip' }).click();
  await expect.poll(() => channel(page)).not.toBe(before);
  expect(await channel(phone)).toBe(await channel(page));
  await phone.getByRole('button', { name: 'Dark' }).click();
  await tab(page, 'Faults').click();
  await expect(page.getByRole('table', { name: 'Faults' }).getByRole('row')).toHaveCount(2);
  await phone.getByRole('button', { name: '1 fault' }).click();
  await phone.getByRole('button', { name: /^Clear dark/ }).click();
  await expect(page.getByText(/^0 faults open/)).toBeVisible();
  // Large targets, and nothing beside the page.
  await phone.getByRole('button', { name: '0 faults' }).click();
  for (const button of await phone.getByRole('button').all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(43);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  expect(await big(phone).count()).toBeGreaterThan(3);
  await phone.close();
  await expect(check(page).getByTestId('driver')).toHaveCount(0);
});

test('the sheet as a list, a look beside what is heard, what flickered, and a report of what answers', async ({ page }) => {
  test.setTimeout(90_000);
  const id = await openDemo(page, 'hang');
  await handOver(id);
  await page.getByRole('link', { name: /^Rig check/ }).click();
  await ask('desk', '/cue', { place: '7', cut: 'yes' });
  await tab(page, 'Channels').click();
  await page.getByLabel('Form of the sheet').selectOption('list');
  await page.getByLabel('Filter of Level').fill('>75');
  await page.getByLabel('Filter of Position').fill('FOH 1');
  const list = page.getByRole('table', { name: 'Channels as a list' });
  await expect(list.locator('tbody tr[data-state]')).toHaveCount(5);
  await list.getByRole('button', { name: /^Channel/ }).click();
  await expect(list.locator('tbody tr[data-state]').first()).toContainText('5');
  await page.getByLabel('Filter of Level').fill('90-10');
  await expect(page.getByLabel('Filter of Level')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Filter of Level').fill('');
  // A look beside what is heard.
  await tab(page, 'Against a look').click();
  await page.getByLabel('Look that is compared').selectOption({ label: 'Harvest' });
  const other = page.getByRole('table', { name: 'Heard beside the look' });
  await ask('desk', '/hand', { what: '21', at: '10' });
  await expect(other.getByRole('row').nth(1)).toContainText('21');
  await expect(other.getByRole('row').nth(1)).toContainText('-45');
  await page.getByRole('button', { name: 'Keep what is heard as a look' }).click();
  await expect(page.getByLabel('Look that is compared').locator('option')).toHaveCount(4);
  // A light that flickers stands first in the log.
  await tab(page, 'Log').click();
  await tab(page, 'Channels').click();
  await page.getByLabel('Filter of Channel').fill('22');
  for (const at of ['80', '20', '80', '20', '80']) {
    await ask('desk', '/hand', { what: '22', at });
    await expect(list.getByRole('row', { name: new RegExp(`^22 .*\\b${at}\\b`) })).toBeVisible();
  }
  await tab(page, 'Log').click();
  await page.getByRole('list', { name: 'Restless lights' }).getByRole('button', { name: '22', exact: true }).click();
  await expect(page.getByTestId('log chart')).toHaveAttribute('aria-label', 'Levels of channel 22');
  await expect(page.getByTestId('log chart').locator('path').first()).toBeVisible();
  // A report of what answers.
  await tab(page, 'Answers').click();
  await page
    .getByLabel('Report of what answers')
    .fill('UID,Address,Footprint\n7ff0:00000001,13,1\n7ff0:00000002,400,8\nnothing,1,1');
  await expect(page.getByTestId('answered')).toContainText('2 devices answered, 1 other');
  await expect(page.getByText('Line 4: "nothing" is no identifier')).toBeVisible();
  await expect(page.getByRole('table', { name: 'What answers' })).toContainText('nothing is patched to 1.400');
  await ask('desk', '/send', { how: 'end' });
});
