/** The board under the hand: boxes, small drags, the menu at the right button, trackpads, hiding, aiming. */
import { expect, type Page, test } from './base.js';
import { byName, clickAt, heldBack, openDemo, recordsOf, screenOf, settled, stored } from './helpers.js';

interface Probe {
  readonly view: { readonly k: number; readonly tx: number; readonly ty: number };
  readonly place: (id: string) => readonly [number, number] | null;
  readonly all: (kind: string) => { readonly id: string }[];
}
/** Where a record is drawn, pixels of the window. */
async function placeOf(page: Page, id: string): Promise<{ x: number; y: number }> {
  const box = (await page.getByTestId('drawing').boundingBox())!;
  const at = await page.evaluate((own) => (globalThis as unknown as { dessinSurface: Probe }).dessinSurface.place(own), id);
  return { x: box.x + at![0], y: box.y + at![1] };
}
const chosen = (page: Page) => page.getByTestId('card').getByRole('heading').first();
/** A unit by its channel, and the others of its position. */
async function unit(page: Page, show: string, channel: string) {
  const records = await recordsOf(page, show);
  const own = records.find(({ kind, parts }) => kind === 'fixture' && (parts as { channel: string }[])[0]!.channel === channel)!;
  return { own, records };
}

test('a box begins on a unit with Ctrl, shows what it takes, and with Alt takes what it touches; a small drag beside a unit moves nothing', async ({
  page,
}) => {
  const show = await openDemo(page, 'hang');
  const { own } = await unit(page, show, '27');
  await clickAt(page, 0, 2500);
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Do anything by name').last().fill('Go to LX 1');
  await page.keyboard.press('Enter');
  await settled(page);
  const at = await placeOf(page, own.id);
  // On the unit: a box, not a move.
  await page.keyboard.down('Control');
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.keyboard.up('Control');
  await page.mouse.move(at.x + 30, at.y + 3, { steps: 4 });
  const would = () =>
    page.evaluate(
      () => (globalThis as unknown as { dessinSurface: { lit: { would: string[] } } }).dessinSurface.lit.would.length,
    );
  expect(await would()).toBe(0);
  await page.keyboard.down('Alt');
  await page.mouse.move(at.x + 31, at.y + 3);
  expect(await would()).toBeGreaterThan(0);
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect(chosen(page)).toBeVisible();
  expect((await recordsOf(page, show)).find(({ id }) => id === own.id)!.along).toBe(own.along);

  // Beside it, near enough to be meant: a click chooses it, a short way of the pointer moves nothing.
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  const k = await page.evaluate(() => (globalThis as unknown as { dessinSurface: Probe }).dessinSurface.view.k);
  const beside = { x: at.x + 250 * k + 3, y: at.y };
  await page.mouse.move(beside.x, beside.y);
  await page.mouse.down();
  await page.mouse.move(beside.x + 9, beside.y + 2, { steps: 3 });
  await page.mouse.up();
  await settled(page);
  await stored(page);
  expect((await recordsOf(page, show)).find(({ id }) => id === own.id)!.along).toBe(own.along);
});

test('the menu at the right button chooses alike, hides and isolates, copies and goes; it is there by keyboard too', async ({
  page,
}) => {
  const show = await openDemo(page, 'hang');
  const { own, records } = await unit(page, show, '27');
  const at = await placeOf(page, own.id);
  const menu = page.getByRole('menu', { name: 'Menu' });
  await page.mouse.click(at.x, at.y, { button: 'right' });
  await expect(menu).toContainText('1 fixture chosen');
  await menu.getByRole('menuitem', { name: 'Same purpose' }).click();
  const alike = records.filter(({ kind, purpose }) => kind === 'fixture' && purpose === own.purpose).length;
  await expect(chosen(page)).toHaveText(`${alike} fixtures`);
  expect(alike).toBeGreaterThan(3);

  // A press on one of them keeps the others.
  await page.mouse.click(at.x, at.y, { button: 'right' });
  await expect(menu).toContainText(`${alike} fixtures chosen`);
  await menu.getByRole('menuitem', { name: 'Isolate' }).click();
  const drawn = () =>
    page.evaluate(() => (globalThis as unknown as { dessinSurface: Probe }).dessinSurface.all('fixture').length);
  await expect.poll(drawn).toBe(alike);
  await page.keyboard.press('Shift+F10');
  await menu.getByRole('menuitem', { name: 'Show all' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(drawn).toBeGreaterThan(100);
  // The focus is the drawing's again.
  await expect(page.getByTestId('drawing')).toBeFocused();

  await page.keyboard.press('Escape');
  await page.mouse.click(at.x, at.y, { button: 'right' });
  await menu.getByRole('menuitem', { name: 'Copy to' }).hover();
  await page.getByRole('menuitem', { name: 'LX 4', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Undo: Copy/ })).toBeVisible();
  await stored(page);
  const after = await recordsOf(page, show);
  const four = after.find(({ kind, name }) => kind === 'position' && name === 'LX 4')!;
  const on = (list: typeof after) => list.filter(({ kind, position }) => kind === 'fixture' && position === four.id).length;
  expect(on(after)).toBe(on(records) + 1);

  await page.mouse.click(at.x, at.y, { button: 'right' });
  await menu.getByRole('menuitem', { name: 'Move to layer' }).press('ArrowRight');
  await page.getByRole('menuitem', { name: 'Scenery' }).click();
  const layer = after.find(({ kind, name }) => kind === 'layer' && name === 'Scenery')!;
  await expect.poll(async () => (await recordsOf(page, show)).find(({ id }) => id === own.id)!.layer).toBe(layer.id);
});

test('fingers pan, a pinch and a wheel zoom, and the wheel pans for those who want it', async ({ page }) => {
  await openDemo(page, 'hang');
  const view = () => page.evaluate(() => ({ ...(globalThis as unknown as { dessinSurface: Probe }).dessinSurface.view }));
  await settled(page);
  const box = (await page.getByTestId('drawing').boundingBox())!;
  const turn = (given: object) =>
    page.getByTestId('drawing').evaluate(
      (element, { time, ...init }) => {
        const event = new WheelEvent('wheel', { bubbles: true, cancelable: true, ...init });
        Object.defineProperty(event, 'timeStamp', { value: time });
        element.dispatchEvent(event);
      },
      { clientX: box.x + 300, clientY: box.y + 200, time: clock, ...given },
    );
  // ms: the events say their time themselves.
  let clock = 1000;
  const pause = () => {
    clock += 300;
  };
  const start = await view();
  await expect
    .poll(async () => {
      await turn({ deltaX: 12, deltaY: 7.5 });
      return (await view()).tx;
    })
    .toBeLessThan(start.tx);
  const panned = await view();
  expect(panned.k).toBe(start.k);
  expect(panned.ty).toBeLessThan(start.ty);
  await turn({ deltaY: -10, ctrlKey: true });
  const pinched = await view();
  expect(pinched.k).toBeGreaterThan(panned.k);
  pause();
  await turn({ deltaY: -120 });
  const zoomed = await view();
  expect(zoomed.k).toBeGreaterThan(pinched.k);
  await byName(page, 'Wheel: pan the paper, or zoom');
  pause();
  await turn({ deltaY: 120 });
  const wheeled = await view();
  expect([wheeled.k, wheeled.ty]).toEqual([zoomed.k, zoomed.ty - 120]);
});

test('a double click on a unit goes to the first field of its Card', async ({ page }) => {
  // Its Card is fetched when it is first wanted; over a slow network that takes a while.
  await page.clock.install();
  const release = await heldBack(page, 'FixtureCard');
  const show = await openDemo(page, 'hang');
  const { own } = await unit(page, show, '27');
  const at = await placeOf(page, own.id);
  await page.mouse.dblclick(at.x, at.y);
  await expect(page.locator('html')).toHaveAttribute('data-coming');
  await page.clock.runFor(1000);
  release();
  await expect(page.getByTestId('card').getByLabel('Channel')).toBeFocused();
  await page.keyboard.type('927');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await unit(page, show, '927')).own?.id).toBe(own.id);
});

test('units are aimed at a point that is typed with its height, or clicked, and in the Card in every spelling', async ({
  page,
}) => {
  const show = await openDemo(page, 'hang');
  const { own } = await unit(page, show, '27');
  const aim = async () => (await recordsOf(page, show)).find(({ id }) => id === own.id)!.aim as { kind: string; at: number[] };
  const at = await placeOf(page, own.id);
  await page.mouse.click(at.x, at.y);
  await page.keyboard.press('a');
  await page.keyboard.type('1');
  await page.getByLabel('Next point').fill('1.2 SR 2.5 US +1.6');
  await page.keyboard.press('Enter');
  await expect.poll(aim).toEqual({ kind: 'point', at: [-1200, 2500, 1600] });
  await page.keyboard.press('a');
  const to = await screenOf(page, 2000, 3000);
  await page.mouse.move(to.x, to.y);
  await page.mouse.click(to.x, to.y);
  await expect.poll(async () => Math.abs((await aim()).at[0]! - 2000)).toBeLessThan(120);
  // The height stays.
  expect((await aim()).at[2]).toBe(1600);
  const field = page.getByTestId('card').getByLabel('Aim', { exact: true });
  for (const [text, wanted] of [
    ['0.5, 1', [500, 1000, 1600]],
    ['by 0.5, 0, 2', [1000, 1000, 2000]],
    ['CL 3 US', [0, 3000, 2000]],
  ] as const) {
    await field.fill(text);
    await page.keyboard.press('Enter');
    await expect.poll(async () => (await aim()).at.map((value) => Math.round(value))).toEqual(wanted);
  }
  await field.fill('nowhere at all');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('There is no focus area named "nowhere at all".');
});

test('the plate is zoomed at the pointer, dragged, and fitted again by F', async ({ page }) => {
  await openDemo(page, 'paper');
  const plate = page.getByTestId('plate');
  await expect(plate).toBeVisible();
  const before = (await plate.boundingBox())!;
  // A point of the sheet that stays under the pointer while it grows.
  const at = { x: before.x + before.width * 0.75, y: before.y + before.height * 0.25 };
  await page.mouse.move(at.x, at.y);
  await expect
    .poll(async () => {
      await page.mouse.wheel(0, -360);
      return (await plate.boundingBox())!.width;
    })
    .toBeGreaterThan(before.width * 1.3);
  const zoomed = (await plate.boundingBox())!;
  expect((at.x - zoomed.x) / zoomed.width).toBeCloseTo(0.75, 2);
  expect((at.y - zoomed.y) / zoomed.height).toBeCloseTo(0.25, 2);
  await page.mouse.down();
  await page.mouse.move(at.x - 100, at.y + 60, { steps: 4 });
  await page.mouse.up();
  const dragged = (await plate.boundingBox())!;
  expect([Math.round(dragged.x - zoomed.x), Math.round(dragged.y - zoomed.y)]).toEqual([-100, 60]);
  await page.keyboard.press('f');
  await expect.poll(async () => Math.round((await plate.boundingBox())!.width)).toBe(Math.round(before.width));
});

test('a position is turned by its handle, by figures and by a key; its units go along', async ({ page }) => {
  const show = await openDemo(page, 'positions');
  await byName(page, 'LX 2');
  await settled(page);
  const card = page.getByTestId('card');
  const curve = async () =>
    (await recordsOf(page, show)).find(({ kind, name }) => kind === 'position' && name === 'LX 2')!.curve as {
      a: number[];
      b: number[];
    };
  const angle = async () => {
    const { a, b } = await curve();
    return Math.round((Math.atan2(b[1]! - a[1]!, b[0]! - a[0]!) * 180) / Math.PI);
  };
  expect(await angle()).toBe(0);
  await card.getByLabel('Angle').fill('+15');
  await page.keyboard.press('Enter');
  await expect.poll(angle).toBe(15);
  await card.getByLabel('Angle').fill('_15');
  await page.keyboard.press('Enter');
  await expect.poll(angle).toBe(0);
  const { a, b } = await curve();
  const k = await page.evaluate(() => (globalThis as unknown as { dessinSurface: Probe }).dessinSurface.view.k);
  const middle = [(a[0]! + b[0]!) / 2, (a[1]! + b[1]!) / 2] as const;
  const far = (b[0]! - a[0]!) / 2 + 26 / k;
  const from = await screenOf(page, middle[0] + far, middle[1]);
  const to = await screenOf(page, middle[0] + far * Math.cos(0.55), middle[1] + far * Math.sin(0.55));
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  // 0.55 rad are 31.5 degrees: the nearest of the steps of 15.
  await expect.poll(angle).toBe(30);
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('.');
  await expect.poll(angle).toBe(-15);
});
