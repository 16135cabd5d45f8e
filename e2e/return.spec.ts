/** What survives a reload, what the address says, and where Back leads. */
import { expect, test } from './base.js';
import { byName, demoIdOf, openDemo, recordsOf, settled, stored } from './helpers.js';

test('undo, zoom, view, tool, panel and selection are there again after a reload', async ({ page }) => {
  const show = await openDemo(page, 'hang');
  const cell = page.getByRole('row', { name: /^FOH 1/ }).first();
  await cell.getByRole('gridcell', { name: /Front/ }).first().click();
  await page.keyboard.press('Control+a');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Escape');
  await byName(page, 'LX 2 5');
  await page.keyboard.press(',');
  await expect(page.getByRole('button', { name: /^Undo: Turn 1 fixture/ })).toBeVisible();
  await stored(page);
  const turned = (await recordsOf(page, show)).find(({ kind, unit, spin }) => kind === 'fixture' && unit === '5' && spin);
  await page.keyboard.press('5');
  await expect(page.getByTestId('section')).toBeVisible();
  await page.keyboard.press('1');
  const box = (await page.getByTestId('drawing').boundingBox())!;
  await page.mouse.move(box.x + 500, box.y + 200);
  await page.mouse.wheel(0, -300);
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('i');
  await settled(page);
  const sight = () =>
    page.evaluate(() => {
      const { view } = (globalThis as unknown as { dessinSurface: { view: { k: number; tx: number; ty: number } } })
        .dessinSurface;
      return [view.k.toFixed(4), Math.round(view.tx), Math.round(view.ty)];
    });
  const before = await sight();
  await page.reload();
  await expect(page.getByTestId('drawing')).toBeVisible();
  await settled(page);
  expect(await sight()).toEqual(before);
  await expect(page.getByRole('button', { name: /^Undo: Turn 1 fixture/ })).toBeVisible();
  await expect(page.getByTestId('card').getByRole('heading').first()).toContainText('Unit 5 on LX 2');
  await expect(page.getByRole('button', { name: 'Close Snags' })).toBeVisible();
  await page.getByRole('button', { name: /^Undo: Turn 1 fixture/ }).click();
  await stored(page);
  const back = (await recordsOf(page, show)).find(({ id }) => id === turned!.id)!;
  expect([back.spin, back.aim]).not.toEqual([turned!.spin, turned!.aim]);
});

test('the address says view and what is chosen, and leads there in another window; the title says where one is', async ({
  page,
  context,
}) => {
  const show = await openDemo(page, 'patch');
  await expect(page).toHaveTitle(/^Patch - Copy .* - Dessin$/);
  await byName(page, 'LX 2 5');
  await page.keyboard.press('5');
  await expect(page).toHaveURL(/\/patch\?view=section&chosen=[0-9a-f-]{36}$/);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByTestId('section')).toBeVisible();
  await expect(other.getByTestId('card').getByRole('heading').first()).toContainText('Unit 5 on LX 2');
  await other.goto(`/shows/${show}/nowhere`);
  await expect(other).toHaveURL(/\/hang/);
  await other.goto('/no/such/page');
  await expect(other.getByRole('heading', { name: 'There is nothing here.' })).toBeVisible();
  await other.getByRole('link', { name: 'Go to the list of shows' }).click();
  await expect(other).toHaveTitle('Dessin');
});

test('Back closes the Shelf and stays in the show; closing it by its button leaves no step behind', async ({ page }) => {
  await openDemo(page, 'hang');
  await page.getByRole('link', { name: /^Patch/ }).click();
  await expect(page).toHaveURL(/patch/);
  const shelf = page.getByRole('dialog', { name: 'Shelf' });
  await page.getByRole('button', { name: 'Shelf', exact: true }).click();
  await expect(shelf).toBeVisible();
  await page.goBack();
  await expect(shelf).toHaveCount(0);
  await expect(page).toHaveURL(/patch/);
  await page.goForward();
  await expect(shelf).toBeVisible();
  // Escape leaves the search, and then the Shelf.
  await page.keyboard.press('Escape');
  await expect(shelf).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(shelf).toHaveCount(0);
  await page.goBack();
  await expect(page).toHaveURL(/hang/);
});

test('without a choice the theme is the one that the system asks for', async ({ browser }) => {
  for (const [colorScheme, theme] of [
    ['dark', 'blackout'],
    ['light', 'vellum'],
  ] as const) {
    const context = await browser.newContext({ colorScheme });
    const page = await context.newPage();
    await page.goto('/');
    await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
    await context.close();
  }
});

test('Ctrl K finds a channel, a unit, an address and a name, and commands by other words', async ({ page }) => {
  await openDemo(page, 'hang');
  const heading = page.getByTestId('card').getByRole('heading').first();
  const list = page.getByRole('listbox');
  for (const [typed, wanted, after] of [
    ['92', /^Channel 92/, /^Unit /],
    ['lx 2 5', /^LX 2 unit 5/, /^Unit 5 on LX 2/],
    ['1.13', /^Address 1\.13/, /^Unit 1 on FOH 1/],
    ['ring', /^Ring truss/, /Ring truss/],
  ] as const) {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('Do anything by name').last().fill(typed);
    await expect(list.getByRole('option').first()).toHaveText(wanted);
    await page.keyboard.press('Enter');
    await expect(heading).toHaveText(after);
  }
  for (const [typed, wanted] of [
    ['focus', 'Aim the selection at a point'],
    ['lights', 'Hang fixtures'],
    ['print', 'Go to the step Paper'],
  ] as const) {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('Do anything by name').last().fill(typed);
    await expect(list.getByRole('option', { name: wanted }).first()).toBeVisible();
    await page.keyboard.press('Escape');
  }
});

test('the list of shows is searched and sorted when there are many, and a file that is dropped on it is opened', async ({
  page,
}) => {
  const names = ['Anchor', 'Beacon', 'Channel 2', 'Channel 10', 'Dory', 'Ebb', 'Fathom'].map((name) => `${name} of the list`);
  for (const name of names)
    await page.request.post('/api/shows', { data: { name, units: 'metric', stageWidth: 8000, stageDepth: 6000 } });
  await page.goto('/');
  const list = page.getByRole('region', { name: 'Shows' });
  const titles = () => list.getByRole('listitem').locator('a.font-bold').allTextContents();
  await list.getByLabel('Search the shows').fill('channel list');
  await expect.poll(titles).toEqual(['Channel 10 of the list', 'Channel 2 of the list']);
  await list.getByLabel('Sort the shows').selectOption('by name');
  await expect.poll(titles).toEqual(['Channel 2 of the list', 'Channel 10 of the list']);
  await list.getByLabel('Search the shows').fill('nothing like it');
  await expect(list.getByText('No show has this in its name.')).toBeVisible();

  const mvr = await (await page.request.get(`/api/shows/${await demoIdOf(page)}/out/handover.mvr`)).body();
  const bytes = [...mvr];
  const data = await page.evaluateHandle((content) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([new Uint8Array(content)], 'dropped.mvr'));
    return transfer;
  }, bytes);
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: data });
  await expect(page.getByRole('region', { name: 'Report of the import' })).toContainText('fixtures were read');
});
