/** The rig check: levels that a desk sends are seen at once, loss is not black, and a light comes up from here and ends with the window. */
import { createSocket } from 'node:dgram';
import { writeLevels } from '../core/wires/e131.js';
import { expect, type Page, test, type WebSocketRoute } from './base.js';
import { openDemo, recordsOf, stored } from './helpers.js';

const port = Number(process.env.E2E_PORT ?? 4655);

/** A desk on this machine that sends universe 1 forty times a second. */
function deskOn(name: string) {
  const socket = createSocket('udp4');
  const slots = new Uint8Array(512);
  let sequence = 0;
  const timer = setInterval(() => {
    sequence = (sequence + 1) & 255;
    const packet = writeLevels({
      cid: '5a'.repeat(16),
      name,
      priority: 100,
      sync: 0,
      sequence,
      preview: false,
      terminated: false,
      force: false,
      universe: 1,
      slots,
    });
    socket.send(packet, port, '127.0.0.1');
  }, 25);
  return {
    set: (slot: number, level: number) => {
      slots[slot - 1] = level;
    },
    end: () => {
      clearInterval(timer);
      socket.close();
    },
  };
}
interface Rec {
  readonly kind: string;
  readonly parts: readonly { readonly channel: string; readonly address: number | null }[];
}
/** A plain light of universe 1, by its channel. */
async function lightsOf(page: Page, id: string): Promise<{ channel: string; slot: number }[]> {
  const all = (await recordsOf(page, id)) as unknown as Rec[];
  const fixtures = all.filter(({ kind }) => kind === 'fixture');
  const uses = (address: number) => fixtures.filter(({ parts }) => parts.some((part) => part.address === address)).length;
  return fixtures.flatMap(({ parts: [part] }) =>
    part?.address && part.address <= 20 && part.channel && uses(part.address) === 1
      ? [{ channel: part.channel, slot: part.address }]
      : [],
  );
}
const check = (page: Page) => page.getByRole('region', { name: 'Rig check', exact: true });
const lit = (page: Page, many: string) => expect(page.getByTestId('live plan')).toHaveAttribute('data-lit', many);
const cell = (page: Page, channel: string) => page.getByRole('button', { name: `Channel ${channel}`, exact: true });

test('a server that was not heard yet is not said to be silent; one that ends the talk is', async ({ page }) => {
  let line: WebSocketRoute | undefined;
  await page.routeWebSocket(/\/api\/wires\/levels$/, (socket) => {
    line ??= socket;
  });
  await openDemo(page, 'rig-check');
  await expect.poll(() => line).toBeDefined();
  await expect(page.getByText('The server is asked what it hears.')).toBeVisible();
  await line?.close();
  await expect(page.getByText('The server does not answer: no levels are heard.')).toBeVisible();
});

test('levels of a desk are seen on plan and sheet; what nobody patched is told; a desk that falls silent is lost and not black', async ({
  page,
}) => {
  const id = await openDemo(page, 'hang');
  const [one, two] = await lightsOf(page, id);
  const desk = deskOn('Test desk');
  try {
    await page.getByRole('link', { name: /^Rig check/ }).click();
    await lit(page, '0');
    desk.set(one!.slot, 255);
    desk.set(two!.slot, 94);
    await lit(page, '2');
    await expect(check(page).getByTestId('sources')).toContainText('Test desk');
    await page.getByRole('tab', { name: 'Channels' }).click();
    await expect(cell(page, one!.channel)).toContainText('100');
    await expect(cell(page, two!.channel)).toContainText('37');
    desk.set(two!.slot, 0);
    await expect(cell(page, two!.channel)).toHaveAttribute('data-state', 'out');
    await page.getByLabel('Channels shown').selectOption('lit');
    await expect(cell(page, two!.channel)).toBeHidden();
    await cell(page, one!.channel).click();
    await expect(cell(page, one!.channel)).toHaveAttribute('aria-pressed', 'true');
    desk.set(500, 9);
    await expect(check(page).getByTestId('strangers')).toContainText('1.500');
    // On the sheet too, which may stand without the panel.
    await expect(page.getByTestId('strangers').first()).toContainText('1.500');
    await expect(page.getByTestId('strangers')).toHaveCount(2);
  } finally {
    desk.end();
  }
  await page.getByLabel('Channels shown').selectOption('lost');
  await expect(cell(page, one!.channel)).toHaveAttribute('data-state', 'lost');
  await expect(cell(page, one!.channel)).toContainText('100');
  await expect(check(page).getByTestId('sources')).toContainText('lost');
  await page.getByRole('tab', { name: 'Plan', exact: true }).click();
  await expect(page.getByTestId('live plan')).not.toHaveAttribute('data-lost', '0');
});

test('a light comes up from here once output is on, which every window says; it ends with the window that asked', async ({
  page,
  context,
}) => {
  const id = await openDemo(page, 'hang');
  await page.getByRole('link', { name: /^Rig check/ }).click();
  const state = async () => (await (await page.request.get('/api/wires')).json()) as { output: boolean; sending: number[] };
  await check(page).getByLabel('Order of the check').selectOption('channel');
  await check(page)
    .getByRole('button', { name: /^Next light/ })
    .click();
  await expect(check(page).getByTestId('check place')).toContainText('1 of');
  // Nothing is sent that nobody asked for.
  expect(await state()).toMatchObject({ output: false, sending: [] });
  const other = await context.newPage();
  await other.goto(`/shows/${id}/hang`);
  await check(page).getByRole('button', { name: 'Switch output on' }).click();
  await expect(other.getByRole('button', { name: /^Output on/ })).toBeVisible();
  await lit(page, '1');
  const first = (await check(page).getByTestId('check light').textContent()) ?? '';
  await check(page)
    .getByRole('button', { name: /^Works/ })
    .focus();
  await page.keyboard.press('ArrowRight');
  await expect(check(page).getByTestId('check place')).toContainText('2 of');
  await lit(page, '1');
  await expect(check(page).getByTestId('check light')).not.toHaveText(first);
  await page.keyboard.press('ArrowLeft');
  await expect(check(page).getByTestId('check light')).toHaveText(first);
  // All others glow, and the plan shows it.
  await check(page).getByLabel('Level of the others').selectOption({ label: 'at 10 %' });
  await expect.poll(async () => Number(await page.getByTestId('live plan').getAttribute('data-lit'))).toBeGreaterThan(100);
  await page.close();
  await expect(other.getByRole('button', { name: /^Output/ })).toHaveCount(0, { timeout: 8000 });
  const after = (await (await other.request.get('/api/wires')).json()) as { output: boolean; sending: number[] };
  expect(after).toMatchObject({ output: false, sending: [] });
});

test('light by light: ticked with Space, a fault with a word, cleared; two that are crossed are set right in one step', async ({
  page,
}) => {
  const id = await openDemo(page, 'hang');
  const part = async (channel: string) =>
    ((await recordsOf(page, id)) as unknown as Rec[]).find(
      ({ kind, parts }) => kind === 'fixture' && parts[0]?.channel === channel,
    )?.parts[0];
  const [one, two] = await lightsOf(page, id);
  await page.getByRole('link', { name: /^Rig check/ }).click();
  await check(page).getByLabel('Checked by').fill('Noor');
  await page.keyboard.press('Enter');
  await check(page)
    .getByRole('button', { name: /^Next light/ })
    .focus();
  await page.keyboard.press('Space');
  await expect(check(page).getByTestId('check place')).toHaveText(/^1 of \d+, by position$/);
  await page.keyboard.press('Space');
  await expect(check(page).getByTestId('check place')).toHaveText(/^2 of \d+, by position, 1 ticked$/);
  await check(page).getByRole('button', { name: 'Dark', exact: true }).click();
  await check(page).getByLabel('A word to this light').fill('lamp?');
  await page.keyboard.press('Enter');
  await expect(check(page).getByTestId('found')).toContainText('dark: lamp? Noor');
  await page.getByRole('tab', { name: 'Faults' }).click();
  const faults = page.getByRole('table', { name: 'Faults' });
  await expect(faults.getByRole('row')).toHaveCount(2);
  await faults.getByRole('button', { name: /^Clear dark/ }).click();
  await expect(page.getByText('0 faults open, 1 cleared')).toBeVisible();
  // Another one came up than was asked for.
  await check(page).getByLabel('Order of the check').selectOption('channel');
  await check(page).getByLabel('The channel that came up instead').fill('no such');
  await page.keyboard.press('Enter');
  await expect(check(page)).toContainText('There is no channel no such');
  await page.keyboard.press('Escape');
  await check(page).getByRole('button', { name: 'Skip' }).click();
  const asked = (await check(page).getByTestId('check light').locator('p').first().textContent()) ?? '';
  const other = one!.channel === asked ? two! : one!;
  const [before, theirs] = [await part(asked), await part(other.channel)];
  await check(page).getByLabel('The channel that came up instead').fill(other.channel);
  await page.keyboard.press('Enter');
  await stored(page);
  expect((await part(asked))?.address).toBe(theirs?.address);
  expect((await part(other.channel))?.address).toBe(before?.address);
  await expect(check(page).getByTestId('found')).toContainText('their addresses changed places');
  await page.getByRole('button', { name: /^Undo: Addresses of/ }).click();
  await stored(page);
  expect((await part(asked))?.address).toBe(before?.address);
});
