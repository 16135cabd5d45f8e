/** Ledger, Card and what goes wrong: on the demo show, in a copy of its own. */
import { expect, test } from './base.js';
import { byName, clickAt, openDemo, recordsOf, screenOf, settled, stored } from './helpers.js';

test('sorting, filters, and the two together', async ({ page }) => {
  await openDemo(page, 'hang');
  const first = page.getByTestId('ledger').getByRole('row').first();
  await page
    .getByRole('columnheader', { name: /Channel/ })
    .getByRole('button', { name: /^Channel/ })
    .click();
  await expect(first.getByRole('gridcell').nth(2)).toHaveText('1');
  await page
    .getByRole('columnheader', { name: /Channel/ })
    .getByRole('button', { name: /^Channel/ })
    .click();
  await expect(first.getByRole('gridcell').nth(2)).toHaveText('299');
  // A filter that is typed into is never narrower than it was, and grows with what is typed.
  const filter = page.getByLabel('Filter Type');
  const wide = async () => (await filter.boundingBox())!.width;
  const before = await wide();
  await filter.focus();
  expect(await wide()).toBeGreaterThan(before - 2);
  await filter.fill('a type with a name that is longer than its column, not that one');
  expect(await wide()).toBeGreaterThan(before + 60);
  await filter.fill('');
  await page.getByLabel('Filter Purpose').fill('front');
  await expect(first.getByRole('gridcell').nth(6)).toHaveText(/Front/);
  await page.getByLabel('Filter Position').fill('nothing like this');
  await expect(page.getByText('No fixture matches the filters.')).toBeVisible();
});

test('Enter, Tab and arrows as in a spreadsheet; Escape leaves a cell as it was', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  const row = page.getByRole('row', { name: /^FOH 1/ }).first();
  await row.getByRole('gridcell').nth(6).click();
  await page.keyboard.type('Key');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Sm 1c');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('F2');
  await page.keyboard.type('barn doors');
  await page.keyboard.press('Enter');
  await stored(page);
  expect((await recordsOf(page, id)).find((record) => record.notes === 'barn doors')).toMatchObject({
    purpose: 'Key',
    unit: '1',
    parts: [{ colour: 'Sm 1c' }],
  });
  await row.getByRole('gridcell').nth(2).dblclick();
  await page.getByLabel('Edit Channel').fill('999');
  await page.keyboard.press('Escape');
  await expect(row.getByRole('gridcell').nth(2)).toHaveText('21');
});

test('what cannot be is said, and the cell keeps what it had', async ({ page }) => {
  await openDemo(page, 'patch');
  const row = page.getByRole('row', { name: /^FOH 1/ }).first();
  await row.getByRole('gridcell').nth(3).dblclick();
  await page.getByLabel('Edit Address').fill('1.600');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Slot 600 does not exist: a universe has slots 1 to 512/)).toBeVisible();
  await expect(row.getByRole('gridcell').nth(3)).toHaveText('1.13');
  await row.getByRole('gridcell').nth(4).dblclick();
  await page.getByLabel('Edit Type').fill('Nothing');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/no fixture type named "Nothing"/)).toBeVisible();
  await page.getByLabel('Start address').fill('70000.1');
  await expect(page.getByText(/Universe 70000 does not exist/)).toBeVisible();
});

test('multi-cell units have a row a cell, each with its own channel and address', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  await page.getByLabel('Filter Type').fill('skyline');
  const rows = page.getByTestId('ledger').getByRole('row');
  await expect(rows).toHaveCount(16);
  await expect(rows.first().getByRole('gridcell').nth(2)).toHaveText('151-153');
  await rows.nth(2).getByRole('gridcell').nth(7).dblclick();
  await page.getByLabel('Edit Colour').fill('Sm 10b');
  await page.keyboard.press('Enter');
  await stored(page);
  const unit = (await recordsOf(page, id)).find(
    (record) => record.kind === 'fixture' && (record.parts as { channel: string }[])[0]!.channel === '151',
  )!;
  expect((unit.parts as { colour: string }[]).map((part) => part.colour)).toEqual(['Sm 10f', 'Sm 10b', 'Sm 1c']);
});

test('the Card writes to all that is selected; differing values read "several"', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  const rows = page.getByTestId('ledger').getByRole('row');
  await rows.nth(0).click();
  await rows.nth(3).click({ modifiers: ['Shift'] });
  await expect(page.getByRole('heading', { name: '4 fixtures on FOH 1' })).toBeVisible();
  const card = page.getByTestId('card');
  await expect(card.getByLabel('Channel')).toHaveAttribute('placeholder', 'several');
  await card.getByLabel('Notes').fill('check the lamp');
  await page.keyboard.press('Enter');
  await card.getByLabel('Along').fill('+0.1');
  await page.keyboard.press('Enter');
  await stored(page);
  const noted = (await recordsOf(page, id)).filter((record) => record.notes === 'check the lamp');
  expect(noted).toHaveLength(4);
  await card.getByLabel('Aim').fill('Nowhere');
  await page.keyboard.press('Enter');
  await expect(card.getByRole('alert')).toContainText('There is no focus area named "Nowhere".');
  await card.getByLabel('Aim').fill('Well');
  await page.keyboard.press('Enter');
  await stored(page);
  expect(
    (await recordsOf(page, id)).filter(
      (record) => record.notes === 'check the lamp' && (record.aim as { kind: string }).kind === 'area',
    ),
  ).toHaveLength(4);
});

test('N goes to the snags, and the repair in the Card mends one', async ({ page }) => {
  await openDemo(page, 'patch');
  await expect(page.getByRole('link', { name: /Patch/ })).toContainText('1 snag');
  await expect(page.getByRole('link', { name: /^Hang/ })).toContainText('1 snag');
  await page.keyboard.press('n');
  const card = page.getByTestId('card');
  await expect(card).toContainText('Channel 25 and channel 26 share 1.17.');
  await card.getByRole('button', { name: /^Move channel 26 to/ }).click();
  await expect(page.getByRole('link', { name: /Patch/ })).toContainText('no snags');
});

test('a boom is hung on in its detail beside the plan, at a true height', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  await page.keyboard.press('f');
  await settled(page);
  await page.getByLabel("Search the show's types").fill('can medium');
  await page.keyboard.press('Enter');
  // The detail of boom 1 SL stands at the right, its foot at the drawn origin: ask the fixtures where.
  const before = (await recordsOf(page, id)).filter((record) => record.kind === 'fixture').length;
  const box = (await page.getByTestId('drawing').boundingBox())!;
  let hung = false;
  for (let x = 9200; x <= 14000 && !hung; x += 250) {
    const at = await screenOf(page, x, 500);
    if (at.x > box.x + box.width) break;
    await page.mouse.move(at.x, at.y);
    await page.mouse.click(at.x, at.y);
    hung = await page.getByTestId('card').isVisible();
  }
  expect(hung).toBe(true);
  await stored(page);
  expect((await recordsOf(page, id)).filter((record) => record.kind === 'fixture').length).toBe(before + 1);
  await expect(page.getByTestId('card')).toContainText(/on (Boom|Ladder)/);
});

test('deleting a position asks what becomes of its units, and undo brings all of it back', async ({ page }) => {
  const id = await openDemo(page, 'positions');
  const count = async () => (await recordsOf(page, id)).filter((record) => record.kind === 'fixture').length;
  const before = await count();
  await page
    .getByRole('region', { name: 'Positions' })
    .getByRole('button', { name: /Ring truss/ })
    .click();
  await page
    .getByTestId('card')
    .getByRole('button', { name: /^Delete/ })
    .click();
  const asked = page.getByRole('region', { name: 'Delete' });
  await expect(asked).toContainText('8 units hang there');
  await asked.getByRole('button', { name: 'Keep everything' }).click();
  expect(await count()).toBe(before);
  await page
    .getByTestId('card')
    .getByRole('button', { name: /^Delete/ })
    .click();
  await asked.getByLabel('Move the units to').selectOption('LX 2');
  await asked.getByRole('button', { name: 'Move the units, then delete' }).click();
  await stored(page);
  expect(await count()).toBe(before);
  const records = await recordsOf(page, id);
  expect(records.some((record) => record.name === 'Ring truss')).toBe(false);
  await page.getByRole('button', { name: /Undo: Delete Ring truss, its units to LX 2/ }).click();
  await page
    .getByRole('region', { name: 'Positions' })
    .getByRole('button', { name: /Ring truss/ })
    .click();
  await page.keyboard.press('Delete');
  await asked.getByRole('button', { name: 'Delete them too' }).click();
  await stored(page);
  expect(await count()).toBe(before - 8);
  await page.getByRole('button', { name: /Undo: Delete Ring truss with 8 fixtures/ }).click();
  await stored(page);
  expect(await count()).toBe(before);
});

test('a spare leaves the counts; tags can be switched off', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  await expect(page.getByRole('link', { name: /^Hang/ })).toContainText('144 fixtures');
  await page.getByTestId('ledger').getByRole('row').first().click();
  await byName(page, 'mark the selected fixtures as spare');
  await expect(page.getByRole('link', { name: /^Hang/ })).toContainText('143 fixtures');
  await stored(page);
  expect((await recordsOf(page, id)).filter((record) => record.spare)).toHaveLength(1);
  await page.getByRole('group', { name: 'Tags' }).getByRole('button', { name: 'none' }).click();
  await expect(page.getByRole('group', { name: 'Tags' }).getByRole('button', { name: 'none' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test('a file that is no MVR file is refused with a sentence, and no show is made of it', async ({ page }) => {
  await page.goto('/');
  const refused = page.waitForResponse((response) => response.url().includes('/api/imports/mvr'));
  await page
    .getByTestId('mvr-file')
    .setInputFiles({ name: 'holiday.mvr', mimeType: 'application/octet-stream', buffer: Buffer.from('not a zip') });
  await expect(page.getByText(/is not a zip archive, or its end is missing/)).toBeVisible();
  expect((await refused).status()).toBe(422);
  // By its name: another story may be making shows on the same server.
  const { shows } = (await (await page.request.get('/api/shows')).json()) as { shows: { name: string }[] };
  expect(shows.map(({ name }) => name).filter((name) => /holiday/i.test(name))).toEqual([]);
});

test('a show that does not exist says so and leads back', async ({ page }) => {
  await page.goto('/shows/00000000-0000-4000-8000-00000000dead/hang');
  await expect(page.getByText('This show does not exist, or it was deleted.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the list of shows' }).click();
  await expect(page.getByRole('heading', { name: 'Shows' })).toBeVisible();
});

test('a pipe under the floor, without a height or a length is refused in the gesture', async ({ page }) => {
  await openDemo(page, 'positions');
  await page.keyboard.press('e');
  await clickAt(page, -3000, 4300);
  await page.getByLabel('Trim height').fill('-2');
  await page.getByLabel('Pipe length').fill('4');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await expect(page.getByRole('alert')).toContainText('under the stage floor');
  await page.getByLabel('Trim height').fill('six');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await expect(page.getByRole('alert')).toContainText('"six" is not a length');
  await page.getByLabel('Trim height').fill('');
  await page.getByRole('button', { name: 'Draw it' }).click();
  await expect(page.getByRole('alert')).toContainText('Type the trim height');
});

test('the clipboard in the Ledger is for cells: Ctrl V pastes text there, not fixtures', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const id = await openDemo(page, 'hang');
  const count = async () => (await recordsOf(page, id)).filter((record) => record.kind === 'fixture').length;
  const before = await count();
  const row = page.getByRole('row', { name: /^FOH 1/ }).first();
  await row.getByRole('gridcell').nth(6).click();
  await page.evaluate(() => navigator.clipboard.writeText('Key light'));
  await page.keyboard.press('Control+v');
  await expect(row.getByRole('gridcell').nth(6)).toHaveText('Key light');
  await stored(page);
  expect(await count()).toBe(before);
});
