import { expect, type Page, test } from './base.js';
import { byName, chosen, lookInSpace, openDemo, recordsOf, screenOf, seenInSpace, settled, showIdOf, stored } from './helpers.js';

const card = (page: Page) => page.getByTestId('card');
const panel = (page: Page) => page.getByRole('region', { name: 'Focus' });
const areasOf = async (page: Page) => (await recordsOf(page, showIdOf(page))).filter(({ kind }) => kind === 'area');
const aimOf = async (page: Page, channel: string) =>
  (await recordsOf(page, showIdOf(page))).find(
    ({ kind, parts }) => kind === 'fixture' && (parts as { channel: string }[])[0]?.channel === channel,
  )?.aim;

test('areas: one by its middle, a grid in one drag, pulled larger by the handle, in section and by figures; what loses its aim is named', async ({
  page,
}) => {
  await openDemo(page, 'focus');
  const before = await areasOf(page);
  // One round area.
  await panel(page).getByRole('button', { name: 'Area', exact: true }).click();
  const [middle, edge] = [await screenOf(page, -3000, 2500), await screenOf(page, -2000, 2500)];
  await page.mouse.click(middle.x, middle.y);
  await page.mouse.move(edge.x, edge.y, { steps: 4 });
  await page.mouse.click(edge.x, edge.y);
  await expect.poll(async () => (await areasOf(page)).length).toBe(before.length + 1);
  const one = (await areasOf(page)).find(({ id }) => !before.some((area) => area.id === id))!;
  expect((one.at as number[])[2]).toBe(1500);
  expect(Math.abs((one.size as number) - 2000)).toBeLessThan(400);
  expect(one.name).toBe('K');
  // A grid in one drag.
  await panel(page).getByRole('button', { name: 'Grid of areas' }).click();
  await panel(page).getByLabel('Across').fill('3');
  await panel(page).getByLabel('Rows').fill('2');
  await panel(page).getByLabel('Names').selectOption('figures');
  const [a, b] = [await screenOf(page, -4000, 500), await screenOf(page, 4000, 5500)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(b.x, b.y, { steps: 6 });
  await page.mouse.up();
  const figures = async () =>
    (await areasOf(page))
      .map(({ name }) => String(name))
      .filter((name) => /^\d+$/.test(name))
      .sort();
  await expect.poll(figures).toEqual(['1', '2', '3', '4', '5', '6']);
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await areasOf(page)).length).toBe(before.length + 1);
  // By its handle, and by figures.
  await page.getByRole('list', { name: 'Focus areas' }).getByRole('button', { name: /^K / }).click();
  const handle = await screenOf(page, (one.at as number[])[0]! + (one.size as number) / 2, (one.at as number[])[1]!);
  const out = await screenOf(page, (one.at as number[])[0]! + 1500, (one.at as number[])[1]!);
  await page.mouse.move(handle.x, handle.y);
  await page.mouse.down();
  await page.mouse.move(out.x, out.y, { steps: 5 });
  await page.mouse.up();
  const size = async () => Math.round(((await areasOf(page)).find(({ id }) => id === one.id)!.size as number) / 100);
  await expect.poll(size).toBe(30);
  await card(page).getByLabel('Aimed at').fill('1.7');
  await card(page).getByLabel('Aimed at').press('Enter');
  await card(page).getByLabel('Shape of the area').selectOption('ellipse');
  await card(page).getByLabel('Depth').fill('2');
  await card(page).getByLabel('Depth').press('Enter');
  await expect
    .poll(async () => (await areasOf(page)).find(({ id }) => id === one.id))
    .toMatchObject({
      shape: 'ellipse',
      depth: 2000,
      at: [expect.anything(), expect.anything(), 1700],
    });
  // What loses its aim is named, and may keep the point.
  const area = before.find(({ name }) => name === 'B')!;
  await page.getByRole('list', { name: 'Focus areas' }).getByRole('button', { name: /^B / }).click();
  await byName(page, 'delete the selection');
  await expect(page.getByText(/^4, 24, 45, 51, 57.* lost their aim\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Aim where it was' }).click();
  await expect.poll(() => aimOf(page, '4')).toEqual({ kind: 'point', at: area.at });
});

test('aims: three fronts to areas in order, by a click; all at one by its name', async ({ page }) => {
  await openDemo(page, 'focus');
  const areas = await areasOf(page);
  const named = (name: string) => areas.find((area) => area.name === name)!;
  await chosen(page, 'channel = 1 or channel = 2 or channel = 3');
  await page.getByTestId('drawing').focus();
  // The view went to what was chosen: all of it again.
  await page.keyboard.press('f');
  await settled(page);
  await page.keyboard.press('a');
  await panel(page).getByLabel('Several units').selectOption('each in order');
  await settled(page);
  const at = await screenOf(page, ...((named('A').at as number[]).slice(0, 2) as [number, number]));
  await page.mouse.move(at.x + 3, at.y + 3, { steps: 3 });
  await page.mouse.click(at.x, at.y);
  const aims = () => Promise.all(['1', '2', '3'].map((channel) => aimOf(page, channel)));
  await expect
    .poll(async () => new Set((await aims()).map((aim) => (aim as { area: string }).area)))
    .toEqual(new Set(['A', 'Apple tree', 'B'].map((name) => named(name).id)));
  // By name, and by figures with a height.
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('a');
  await panel(page).getByLabel('Several units').selectOption('all there');
  const next = page.getByLabel('Next point');
  await next.fill('apple tree');
  await next.press('Enter');
  await expect.poll(aims).toEqual(Array(3).fill({ kind: 'area', area: named('Apple tree').id }));
  // The Card says what one of them does, and by Ctrl K another is aimed as its mirror image.
  await page
    .getByRole('row', { name: /^FOH 1 3 / })
    .first()
    .click();
  await expect(card(page)).toContainText(/Angle\d+deg to the floor/);
  await expect(card(page)).toContainText(/At the aim\d+lx/);
  await chosen(page, 'channel = 1 or channel = 21');
  await byName(page, 'aim the second half of the selection');
  const tree = named('Apple tree').at as number[];
  await expect.poll(() => aimOf(page, '21')).toEqual({ kind: 'point', at: [-tree[0]!, tree[1], tree[2]] });
});

test('light: the field of a purpose on the plan, who gives how much under the pointer, evenness in the matrix; a unit moved changes it', async ({
  page,
}) => {
  await openDemo(page, 'focus');
  await page.getByLabel('Light of').selectOption('purpose: Front warm');
  await page.getByRole('tab', { name: 'Matrix' }).click();
  const scale = page.getByRole('figure', { name: 'Scale of the light' });
  await expect(scale).toContainText('lx at +1.50, facing the house');
  const matrix = page.getByRole('table', { name: 'Matrix of areas and purposes' });
  const row = (name: string) => matrix.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) });
  const figure = async (name: string, i: number) => Number(await row(name).getByRole('cell').nth(i).textContent());
  await expect.poll(() => figure('C', 0)).toBeGreaterThan(300);
  const before = await figure('C', 0);
  const even = await figure('C', 3);
  expect(even).toBeGreaterThan(0);
  expect(even).toBeLessThan(1);
  // Who gives how much: the warm front of C most of it.
  const area = (await areasOf(page)).find(({ name }) => name === 'C')!;
  const at = await screenOf(page, (area.at as number[])[0]! + 200, (area.at as number[])[1]! + 200);
  await page.mouse.move(at.x, at.y, { steps: 3 });
  await expect(page.getByTestId('light-here')).toHaveText(/^\d+ lx3: \d+/);
  // Its light goes elsewhere.
  await row('C')
    .getByRole('button', { name: /^Front warm at C/ })
    .focus();
  await page.keyboard.press(' ');
  await card(page).getByLabel('Aim', { exact: true }).fill('A');
  await card(page).getByLabel('Aim', { exact: true }).press('Enter');
  await expect.poll(() => figure('C', 0)).toBeLessThan(before * 0.8);
  // On the floor and in footcandles.
  await page.getByLabel('Unit of light').selectOption('fc');
  await page.getByLabel('Height of the light').fill('0');
  await page.getByLabel('Height of the light').press('Enter');
  await page.getByLabel('Light facing').selectOption('up');
  await expect(scale).toContainText('fc at +0.00, facing up');
  await page.getByLabel('Light of').selectOption('nothing');
  await expect(scale).toBeHidden();
});

test('the matrix by keys: a cell to the right, a channel typed into it; a purpose renamed is renamed everywhere', async ({
  page,
}) => {
  await openDemo(page, 'focus');
  await page.getByRole('tab', { name: 'Matrix' }).click();
  const areas = await areasOf(page);
  const cell = (name: RegExp) => page.getByTestId('matrix').getByRole('button', { name });
  await cell(/^Front warm at A:/).focus();
  await page.keyboard.press('ArrowRight');
  await expect(cell(/^Front cool at A:/)).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await page.keyboard.type('3');
  await page.keyboard.press('Enter');
  await stored(page);
  expect(await aimOf(page, '3')).toEqual({ kind: 'area', area: areas.find(({ name }) => name === 'A')!.id });
  await expect(cell(/^Front warm at A: 3, 5, more than elsewhere$/)).toBeVisible();
  await page.getByRole('tab', { name: 'Purposes' }).click();
  const name = page.getByLabel('Name of Front warm', { exact: true });
  await name.fill('Straw front');
  await name.press('Enter');
  await stored(page);
  const records = await recordsOf(page, showIdOf(page));
  expect(records.filter(({ purpose }) => purpose === 'Front warm')).toEqual([]);
  expect(records.filter(({ purpose }) => purpose === 'Straw front').length).toBe(12);
  await page.getByLabel('Wished light of Straw front').fill('500');
  await page.getByLabel('Wished light of Straw front').press('Enter');
  await stored(page);
  expect(
    (await recordsOf(page, showIdOf(page))).find(({ kind, name: called }) => kind === 'purpose' && called === 'Straw front'),
  ).toMatchObject({ lux: 500 });
  // More than there is: the snag stands with the step, and the area is marked in the matrix.
  await page.getByLabel('Wished light of Straw front').fill('5000');
  await page.getByLabel('Wished light of Straw front').press('Enter');
  await page.getByRole('tab', { name: 'Matrix' }).click();
  await expect(page.getByTestId('matrix').getByRole('button', { name: 'B', exact: true })).toHaveAttribute(
    'title',
    /^Straw front gives \d+ lx at B, and 5000 lx are wished\.$/,
  );
});

test('in the lens: a blade is dragged in and turned, the others are typed; the pool follows; moved since, it is in doubt', async ({
  page,
}) => {
  await openDemo(page, 'focus');
  await chosen(page, 'channel = 3');
  await page.getByLabel('Second view').selectOption('lens');
  const lens = page.getByTestId('lens');
  await expect(lens).toContainText('In the lens of 3');
  const optics = async () =>
    (await recordsOf(page, showIdOf(page))).find(
      ({ kind, parts }) => kind === 'fixture' && (parts as { channel: string }[])[0]?.channel === '3',
    )!.optics as { shutters?: { depth: number; angle: number }[] } | undefined;
  const drag = async (what: string, dx: number, dy: number) => {
    const box = (await page.getByTestId(what).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx, y + dy, { steps: 4 });
    await page.mouse.up();
    await stored(page);
  };
  // The whole field is as wide as the two blades lie apart.
  const [left, right] = await Promise.all(
    ['blade left', 'blade right'].map(async (id) => (await page.getByTestId(id).boundingBox())!.x),
  );
  await drag('blade left', (right! - left!) / 4, 0);
  expect((await optics())!.shutters!.map(({ depth }) => depth)).toEqual([0, 0, expect.closeTo(0.25, 1), 0]);
  await drag('turn left', 30, 10);
  expect(Math.abs((await optics())!.shutters![2]!.angle)).toBeGreaterThan(3);
  const down = card(page).getByLabel('Shutter down');
  await down.fill('30, -5');
  await down.press('Enter');
  await stored(page);
  expect((await optics())!.shutters![1]).toEqual({ depth: 0.3, angle: -5 });
  await down.fill('130');
  await down.press('Enter');
  await expect(down).toHaveAttribute('title', /^A depth from 0 to 100/);
  await down.press('Escape');
  // Its light is cut on the plan too: less of it than before, and it is in doubt once it hangs elsewhere.
  await card(page).getByLabel('Along').fill('+0.4');
  await card(page).getByLabel('Along').press('Enter');
  await stored(page);
  await expect(lens).toContainText('It has moved since its shutters were set.');
  await expect(card(page)).toContainText('Channel 3 has moved since its shutters were set.');
  for (const side of ['left', 'down']) {
    await card(page).getByLabel(`Shutter ${side}`).fill('0');
    await card(page).getByLabel(`Shutter ${side}`).press('Enter');
    await stored(page);
  }
  expect(await optics()).toBeUndefined();
  await expect(card(page)).not.toContainText('has moved since');
});

test('looks: a new one by purpose and by level, shown, blended with another; what is kept lit stays while the next is chosen', async ({
  page,
}) => {
  await openDemo(page, 'focus');
  await page.getByRole('tab', { name: 'Looks' }).click();
  const table = page.getByRole('table', { name: 'Looks' });
  await expect(table.getByRole('textbox', { name: /^Name of the look/ })).toHaveCount(3);
  await page.getByRole('button', { name: 'New look' }).click();
  const name = page.getByLabel('Name of the look New look');
  await name.fill('Storm');
  await name.press('Enter');
  const form = page.getByRole('form', { name: 'Set a level' });
  await expect(form).toContainText('in Storm');
  await form.getByLabel('Whose level').selectOption('Front warm');
  await form.getByLabel('Level', { exact: true }).fill('70');
  await form.getByLabel('Level', { exact: true }).press('Enter');
  await stored(page);
  const storm = async (called = 'Storm') =>
    (await recordsOf(page, showIdOf(page))).find((record) => record.kind === 'look' && record.name === called)!.levels as Record<
      string,
      number
    >;
  expect(Object.keys(await storm()).length).toBe(12);
  expect((await storm())['3']).toBe(0.7);
  const level = page.getByLabel('Level of 3 in Storm');
  await level.fill('+20');
  await level.press('Enter');
  await stored(page);
  expect((await storm())['3']).toBe(0.9);
  // Its light is on the plan: a square law of what all of it would be.
  const scale = page.getByRole('figure', { name: 'Scale of the light' });
  await expect(scale).toBeVisible();
  const blend = page.getByRole('form', { name: 'Blend two looks' });
  await blend.getByLabel('From the look').selectOption({ label: 'Low tide' });
  await blend.getByLabel('To the look').selectOption({ label: 'Storm' });
  await blend.getByLabel('How much of the second').fill('50');
  await blend.getByRole('button', { name: 'Blend' }).click();
  await stored(page);
  expect((await storm('Low tide to Storm'))['3']).toBeCloseTo(0.45, 3);
  // A look that is deleted is shown no more.
  await page.getByRole('button', { name: 'Delete the look Low tide to Storm' }).click();
  await expect(scale).toBeHidden();
  await expect(page.getByLabel('Light of', { exact: true })).toHaveValue('nothing');
  // Kept lit.
  await page.getByLabel('Light of', { exact: true }).selectOption('selection');
  await table.getByRole('button', { name: '1', exact: true }).click();
  await page.getByRole('button', { name: 'Keep lit' }).click();
  await expect(page.getByRole('button', { name: 'let 1 go' })).toBeVisible();
  await table.getByRole('button', { name: '2', exact: true }).click();
  await page.getByRole('tab', { name: 'Matrix' }).click();
  const figure = async (area: string) =>
    Number(
      await page
        .getByRole('table', { name: 'Matrix of areas and purposes' })
        .getByRole('row')
        .filter({ has: page.getByRole('rowheader', { name: area, exact: true }) })
        .getByRole('cell')
        .first()
        .textContent(),
    );
  // Channel 1 lights E and channel 2 lights D: both are lit now.
  await expect.poll(() => figure('E')).toBeGreaterThan(300);
  const both = await figure('E');
  expect(await figure('D')).toBeGreaterThan(300);
  await page.getByRole('button', { name: 'let 1 go' }).click();
  // The light of 2 alone reaches into E.
  await expect.poll(() => figure('E')).toBeLessThan(both * 0.6);
});

test('a gobo, an iris and a zoom in the lens: dragged, turned, typed; a picture of its own on the Shelf', async ({ page }) => {
  await openDemo(page, 'focus');
  const optics = async (channel: string) =>
    (await recordsOf(page, showIdOf(page))).find(
      ({ kind, parts }) => kind === 'fixture' && (parts as { channel: string }[])[0]?.channel === channel,
    )!.optics as { iris?: number; turn?: number; zoom?: number } | undefined;
  const drag = async (what: string, dx: number, dy: number) => {
    const box = (await page.getByTestId(what).boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + dx, y + dy, { steps: 4 });
    await page.mouse.up();
    await stored(page);
  };
  await chosen(page, 'channel = 64');
  await page.getByLabel('Second view').selectOption('lens');
  await expect(page.getByTestId('gobo')).toBeVisible();
  // A quarter of the way in along both sides.
  const field =
    (await page.getByTestId('blade right').boundingBox())!.x - (await page.getByTestId('blade left').boundingBox())!.x;
  await drag('iris handle', -field / 8, field / 8);
  expect((await optics('64'))!.iris).toBeGreaterThan(0.5);
  expect((await optics('64'))!.iris).toBeLessThan(0.8);
  await expect(page.getByTestId('iris')).toBeVisible();
  await drag('gobo handle', field / 3, field / 3);
  expect((await optics('64'))!.turn).toBeLessThan(-30);
  await card(page).getByLabel('Gobo turn').fill('15');
  await card(page).getByLabel('Gobo turn').press('Enter');
  await card(page).getByRole('button', { name: 'turn over' }).click();
  await expect.poll(async () => (await optics('64'))!.turn).toBe(-165);
  // A head of its zoom: wider by hand.
  await chosen(page, 'channel = 201');
  await expect(page.getByTestId('zoom handle')).toBeVisible();
  await drag('zoom handle', 60, 60);
  await expect.poll(async () => (await optics('201'))?.zoom ?? 0).toBeGreaterThan(0.1);
  // A picture that the user brings: half of it white.
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'Gobos' }).first().click();
  await page.getByRole('button', { name: 'New gobo' }).click();
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><rect width="100" height="100" fill="#fff"/></svg>';
  await page.getByTestId('gobo-picture').setInputFiles({ name: 'half.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  const picture = page.getByAltText(/^Gobo New 1/);
  await expect(picture).toBeVisible();
  const brightness = () =>
    picture.evaluate(async (image: HTMLImageElement) => {
      await image.decode();
      const canvas = document.createElement('canvas');
      canvas.width = image.naturalWidth;
      canvas.height = image.naturalHeight;
      const ctx = canvas.getContext('2d')!;
      ctx.drawImage(image, 0, 0);
      const { data } = ctx.getImageData(0, 0, canvas.width, canvas.height);
      let sum = 0;
      for (let i = 0; i < data.length; i += 4) sum += data[i]!;
      return sum / (data.length / 4) / 255;
    });
  // Half of half of a square.
  await expect.poll(brightness).toBeCloseTo(0.25, 1);
  await page.getByRole('button', { name: 'Swap black and white' }).click();
  await expect.poll(brightness).toBeCloseTo(0.75, 1);
  await page
    .getByTestId('gobo-picture')
    .setInputFiles({ name: 'none.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText('none.png cannot be read as a picture. PNG, JPEG, WebP, GIF and SVG are known.')).toBeVisible();
});

test('looks: a slider, an aim and a zoom of heads; a light that is held and compared', async ({ page }) => {
  await openDemo(page, 'focus');
  await page.getByRole('tab', { name: 'Looks' }).click();
  const look = async () =>
    (await recordsOf(page, showIdOf(page))).find(({ kind, name }) => kind === 'look' && name === 'Lamplight')!;
  await page.getByRole('button', { name: 'Show the light of Lamplight' }).click();
  const scale = page.getByRole('figure', { name: 'Scale of the light' });
  await expect(scale).toBeVisible();
  await page.getByRole('button', { name: 'Hold' }).click();
  await expect(page.getByText('The light is the same on this plane.')).toBeVisible();
  await page.getByLabel('Slider of 3 in Lamplight').fill('90');
  await expect(scale).toContainText('+');
  await expect.poll(async () => ((await look()).levels as Record<string, number>)['3']).toBe(0.9);
  await page.getByLabel('Compared with').selectOption({ label: 'less Harvest' });
  await expect(scale).toContainText(/most -\d+/);
  await page.getByLabel('Compared with').selectOption('nothing');
  // Levels of the moment: of this window until they are kept.
  await page.getByLabel('Slider of 3 in live levels').fill('50');
  await expect(page.getByLabel('Light of', { exact: true })).toHaveValue('live');
  await expect(scale).toBeVisible();
  await page.getByLabel('Level of 3 in live levels').fill('+10');
  await page.getByLabel('Level of 3 in live levels').press('Enter');
  await page.getByLabel('Whose level').selectOption('Front cool');
  const form3 = page.getByRole('form', { name: 'Set a level' });
  await expect(form3).toContainText('in live levels');
  await form3.getByLabel('Level', { exact: true }).fill('20');
  await form3.getByLabel('Level', { exact: true }).press('Enter');
  expect((await recordsOf(page, showIdOf(page))).filter(({ kind }) => kind === 'look')).toHaveLength(3);
  await page.getByRole('button', { name: 'Keep live levels as a look' }).click();
  await stored(page);
  const kept = (await recordsOf(page, showIdOf(page))).find(({ name }) => name === 'From live levels')!.levels as Record<
    string,
    number
  >;
  expect([kept['3'], kept['21'], Object.keys(kept).length]).toEqual([0.6, 0.2, 13]);
  await page.getByRole('button', { name: 'All live levels out' }).click();
  await expect(page.getByLabel('Level of 3 in live levels')).toHaveValue('');
  await page.getByRole('button', { name: 'Show the light of Lamplight' }).click();
  // Heads by their purpose.
  await page.getByLabel('Whose level').selectOption('Moving special');
  const form = page.getByRole('form', { name: 'Set colour, aim and zoom' });
  await form.getByLabel('Aim in the look').fill('Well');
  await form.getByLabel('Zoom in the look').fill('150');
  await form.getByRole('button', { name: 'Set', exact: true }).click();
  await expect(page.getByText('A zoom from 0, the narrow end, to 100.')).toBeVisible();
  await form.getByLabel('Zoom in the look').fill('30');
  await form.getByRole('button', { name: 'Set', exact: true }).click();
  const well = (await areasOf(page)).find(({ name }) => name === 'Well')!;
  const state = async () => ((await look()).states as Record<string, unknown>)['201'];
  await expect.poll(state).toMatchObject({ aim: { kind: 'area', area: well.id }, zoom: 0.3 });
  await expect(page.getByRole('table', { name: 'Looks' })).toContainText('to Well, zoom 30');
  await form.getByRole('button', { name: 'let go' }).click();
  await expect.poll(state).toBeUndefined();
});

test('aims in a section and in 3D: along what is seen, in height, and where the pointer is on the stage', async ({ page }) => {
  await openDemo(page, 'focus');
  await chosen(page, 'channel = 5');
  await page.getByRole('tab', { name: 'Section' }).click();
  await settled(page, 'section');
  const before = (await aimOf(page, '5')) as { area: string };
  const from = (await areasOf(page)).find(({ id }) => id === before.area)!.at as number[];
  await page.getByTestId('section').focus();
  await page.keyboard.press('a');
  const box = (await page.getByTestId('section').boundingBox())!;
  const [x, y] = [box.x + box.width * 0.46, box.y + box.height * 0.62];
  await page.mouse.move(x - 20, y, { steps: 3 });
  await page.mouse.click(x, y);
  await stored(page);
  const point = (await aimOf(page, '5')) as { kind: string; at: number[] };
  expect(point.kind).toBe('point');
  // Across what is seen it stays where it was.
  expect(point.at[0]).toBeCloseTo(from[0]!, 3);
  expect(point.at[2]).not.toBe(from[2]);
  await page.getByRole('tab', { name: '3D' }).click();
  await lookInSpace(page, 'from above');
  await page.getByTestId('three').focus();
  await page.keyboard.press('a');
  const c = (await areasOf(page)).find(({ name }) => name === 'C')!;
  const at = await seenInSpace(page, [(c.at as number[])[0]! + 150, (c.at as number[])[1]! - 150, 0]);
  await page.mouse.move(at.x - 3, at.y, { steps: 2 });
  await page.mouse.move(at.x, at.y);
  await expect(page.getByTestId('three')).toHaveAttribute('data-dragging', /^C: \d/);
  await page.mouse.click(at.x, at.y);
  await expect.poll(() => aimOf(page, '5')).toEqual({ kind: 'area', area: c.id });
  // Escape lays the tool down.
  await page.keyboard.press('a');
  await page.keyboard.press('Escape');
  await page.mouse.move(at.x + 30, at.y);
  await expect(page.getByTestId('three')).toHaveAttribute('data-dragging', '');
});
