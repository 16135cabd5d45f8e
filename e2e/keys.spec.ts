/** Keys: the overview, changing and switching off, going round the parts, panels that take the focus and give it back. */
import { expect, type Page, test } from './base.js';
import { byName, newShow, openDemo, recordsOf, settled, stored } from './helpers.js';

const focusIn = (page: Page, selector: string) =>
  page.evaluate((part) => document.activeElement?.closest(part) !== null, selector);

test('? lists every key, one is changed and at once obeyed, doubles are refused, and singles can be switched off', async ({
  page,
}) => {
  await openDemo(page, 'hang');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('?');
  const keys = page.getByRole('region', { name: 'Keys' });
  // What was opened has the focus in its first field.
  await expect(keys.getByLabel('Search the keys')).toBeFocused();
  await page.keyboard.type('next snag');
  const button = keys.getByRole('button', { name: /^Key of ".*snag/ });
  await expect(button).toHaveCount(1);
  await button.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('h');
  await expect(keys.getByRole('alert')).toContainText('H is the key of "Hang fixtures"');
  await page.keyboard.press('y');
  await expect(button).toHaveText('Y');
  // Escape closes the panel and gives the focus back; a second panel is not opened by it.
  await page.keyboard.press('Escape');
  await expect(keys).toHaveCount(0);
  await expect.poll(() => focusIn(page, '[data-keys]')).toBe(true);
  await page.keyboard.press('n');
  await settled(page);
  await expect(page.getByTestId('card')).toHaveCount(0);
  await expect(page.getByText('Nothing is selected.')).toBeVisible();
  await page.keyboard.press('y');
  await expect(page.getByTestId('card')).toContainText('share 1.17');

  // Kept over a reload.
  await page.reload();
  await expect(page.getByTestId('drawing')).toBeVisible();
  await settled(page);
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('?');
  await page.keyboard.type('snag');
  await expect(keys.getByRole('button', { name: /next snag/i })).toHaveText('Y');
  await keys.getByLabel('Search the keys').fill('');
  await keys.getByLabel('Single letters, figures and signs are keys').uncheck();
  await keys.getByRole('button', { name: 'Close Keys' }).click();
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('b');
  await page.keyboard.press('x');
  await settled(page);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page).toHaveURL(/\/hang/);
  // Keys with Ctrl still act, and so does F6.
  await page.keyboard.press('Control+k');
  await expect(page.getByPlaceholder('Do anything by name')).toBeVisible();
  await page.keyboard.press('Escape');
});

test('F6 goes round drawing, panel and Ledger, Shift F6 the other way; Escape leaves a field and runs nothing', async ({
  page,
}) => {
  await openDemo(page, 'hang');
  // A part in which nothing can have the focus yet is passed over.
  await expect(page.getByLabel("Search the show's types")).toBeVisible();
  await page.getByTestId('drawing').focus();
  const parts = ['[data-keys]', 'aside', '[data-scope="ledger"]'];
  for (const at of [1, 2, 0, 1]) {
    await page.keyboard.press('F6');
    expect(await focusIn(page, parts[at]!)).toBe(true);
  }
  // Who comes by keyboard sees where the keys are, on the drawing too.
  await page.keyboard.press('Shift+F6');
  const ring = () =>
    page.getByTestId('drawing').evaluate((element) => getComputedStyle(element, '::after').outlineStyle === 'solid');
  expect(await ring()).toBe(true);
  await page.keyboard.press('F6');
  expect(await ring()).toBe(false);
  for (const at of [0, 2, 1]) {
    await page.keyboard.press('Shift+F6');
    expect(await focusIn(page, parts[at]!)).toBe(true);
  }
  // In the search of types: what is typed is text, and Escape gives the keys to the drawing with everything as it was.
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+a');
  await expect(page.getByText(/^\d+ fixtures$/).first()).toBeVisible();
  await page.getByLabel("Search the show's types").focus();
  await page.keyboard.type('spot');
  await expect(page.getByLabel("Search the show's types")).toHaveValue('spot');
  await page.keyboard.press('Escape');
  expect(await focusIn(page, '[data-keys]')).toBe(true);
  await expect(page.getByText(/^\d+ fixtures$/).first()).toBeVisible();
});

test('F1 opens the guide from a field too, searched and with pictures; three hints come once', async ({ page }) => {
  // From the list of shows too, and back to it.
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Shows' })).toBeVisible();
  await page.keyboard.press('F1');
  await expect(page.getByRole('heading', { name: 'A first show, step by step' })).toBeVisible();
  await page.getByRole('button', { name: 'Close The guide' }).click();
  await expect(page.getByRole('heading', { name: 'Shows' })).toBeVisible();
  await openDemo(page, 'hang');
  const hint = page.getByTestId('hint');
  await expect(hint).toContainText('Ctrl K does anything by its name');
  await hint.getByRole('button').click();
  await expect(hint).toContainText('F1 opens the guide');
  await page.getByLabel("Search the show's types").focus();
  await page.keyboard.press('F1');
  const guide = page.getByRole('region', { name: 'The guide' });
  await expect(guide.getByRole('heading', { name: 'A first show, step by step' })).toBeVisible();
  await expect
    .poll(() =>
      guide
        .getByRole('img')
        .first()
        .evaluate((picture: HTMLImageElement) => picture.naturalWidth),
    )
    .toBe(1280);
  await guide.getByLabel('Search the guide').fill('plaster line');
  await expect(guide.getByRole('heading', { name: 'Glossary' })).toBeVisible();
  await expect(guide.getByRole('heading', { name: 'Patch' })).toHaveCount(0);
  await guide.getByLabel('Search the guide').fill('zebra');
  await expect(guide.getByRole('status')).toContainText('Nothing in the guide');
  await page.keyboard.press('F1');
  await expect(guide).toHaveCount(0);
  await hint.getByRole('button').click();
  await hint.getByRole('button').click();
  await expect(hint).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('Nothing is selected.')).toBeVisible();
  await expect(hint).toHaveCount(0);
});

test('a panel that a command opens takes the focus to its first field, and what closes it gives it back', async ({ page }) => {
  await newShow(page, `Focus ${Date.now()}`);
  await byName(page, 'Own columns and pick lists');
  await expect.poll(() => focusIn(page, '[data-panel] input')).toBe(true);
  await page.getByRole('button', { name: 'Close Own columns' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => focusIn(page, '[data-keys]')).toBe(true);
  await settled(page);
});

test('arrows go along the tabs, and nothing on the drawing is nudged', async ({ page }) => {
  const id = await openDemo(page, 'focus');
  await page
    .getByRole('row', { name: /^FOH 1/ })
    .first()
    .click();
  const before = await recordsOf(page, id);
  const tab = (name: string) => page.getByRole('tab', { name, exact: true });
  await tab('Ledger').focus();
  await page.keyboard.press('ArrowRight');
  await expect(tab('Work')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(tab('Work')).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('table', { name: 'Work' })).toBeVisible();
  await page.keyboard.press('End');
  await expect(tab('Looks')).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(tab('Ledger')).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(tab('Looks')).toBeFocused();
  await page.keyboard.press('Home');
  await expect(tab('Ledger')).toBeFocused();
  // The drawing's own views in the same way.
  await tab('Plan').focus();
  await page.keyboard.press('ArrowRight');
  await expect(tab('Section')).toBeFocused();
  expect(await recordsOf(page, id)).toEqual(before);
});

test('what is done, chosen and undone is said; the Ledger says its cell, leaves by one Tab, and tells what a filter left', async ({
  page,
}) => {
  await openDemo(page, 'hang');
  const said = page.getByTestId('said');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+a');
  await expect(said).toHaveText(/^144 fixtures chosen/);
  await page.keyboard.press(',');
  await expect(said).toHaveText(/^Turn 144 fixtures by 45 degrees/);
  await page.keyboard.press('Control+z');
  await expect(said).toHaveText(/^Undone: Turn 144 fixtures/);
  const grid = page.getByRole('grid', { name: 'All fixtures' });
  await expect(grid).toHaveAttribute('aria-rowcount', '157');
  await page.getByTestId('ledger').focus();
  await page.keyboard.press('Control+Home');
  await expect(said).toHaveText(/^Position FOH 1, row 1 of 156/);
  await expect(grid.getByRole('row', { name: /^FOH 1/ }).first()).toHaveAttribute('aria-rowindex', '2');
  await page.keyboard.press('ArrowRight');
  await expect(said).toHaveText(/^Unit 1, row 1 of 156/);
  await page.keyboard.press('Tab');
  expect(await focusIn(page, '[data-scope="ledger"]')).toBe(false);
  await page.getByLabel('Filter Channel').fill('21-24');
  await expect(said).toHaveText(/^4 rows/);
});

test('by keys alone: a block in the map of universes, the width and order of a column, a tag, a detail', async ({ page }) => {
  const id = await openDemo(page, 'patch');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('8');
  const list = page.getByRole('listbox', { name: 'List of universes' });
  await list.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  const map = page.getByTestId('universe-grid');
  await expect(map).toHaveAttribute('aria-label', /^Slots of universe 3/);
  await page.keyboard.press('Tab');
  for (let i = 0; i < 12 && !(await map.evaluate((node) => node === document.activeElement)); i++)
    await page.keyboard.press('Tab');
  await expect(map).toBeFocused();
  const addresses = async () => {
    await stored(page);
    return (await recordsOf(page, id)).flatMap((record) =>
      record.kind === 'fixture' ? (record.parts as { address: number | null }[]).map(({ address }) => address ?? 0) : [],
    );
  };
  // 3.1 holds the first batten: taken up, a row down and a slot on, into the next universe, put down.
  expect(await addresses()).toContain(1025);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  for (const key of ['ArrowDown', 'ArrowRight', 'PageDown']) await page.keyboard.press(key);
  await expect(page.getByTestId('universe-figures')).toContainText('to 4.34');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('universe-figures')).not.toContainText('to 4.34');
  await page.keyboard.press('PageUp');
  await page.keyboard.press('Space');
  for (const key of ['ArrowDown', 'ArrowRight', 'PageDown', 'Space']) await page.keyboard.press(key);
  await expect(page.getByRole('button', { name: 'Undo: Move 1 fixture to 4.34' })).toBeVisible();
  const after = await addresses();
  expect(after).toContain(3 * 512 + 34);
  expect(after).not.toContain(1025);
  // The next block as well: two are chosen.
  await page.keyboard.press('PageUp');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('heading', { name: /^2 fixtures/ })).toBeVisible();

  // A column: wider, and one to the left, from its heading.
  const heading = page.getByRole('columnheader', { name: /Purpose/ });
  const before = (await heading.boundingBox())!.width;
  await page.getByRole('button', { name: 'Column Purpose' }).focus();
  await page.keyboard.press('Enter');
  const width = page.getByLabel('Width of the column Purpose');
  await width.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('+60');
  await page.keyboard.press('Enter');
  await expect.poll(async () => Math.round((await heading.boundingBox())!.width - before)).toBeGreaterThan(30);
  const index = Number(await heading.getAttribute('aria-colindex'));
  await page.getByRole('button', { name: 'Left', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(heading).toHaveAttribute('aria-colindex', String(index - 1));
  await page.keyboard.press('Escape');

  // A tag and a detail by figures in the Card.
  await byName(page, 'LX 2 5');
  const card = page.getByTestId('card');
  await expect(card.getByRole('heading', { name: 'Unit 5 on LX 2' })).toBeVisible();
  await card.getByText('Tags moved by hand').focus();
  await page.keyboard.press('Enter');
  await card.getByLabel('The tag channel stands').focus();
  await page.keyboard.type('4, -6.5');
  await page.keyboard.press('Enter');
  await stored(page);
  const moved = (await recordsOf(page, id)).filter((record) => record.tagMoves);
  expect(moved.map((record) => record.tagMoves)).toEqual([[{ tag: 'channel', by: [4, -6.5] }]]);
  await byName(page, 'Boom 1 SR');
  await card.getByLabel('Where the detail lies').focus();
  await page.keyboard.type('-9, 4');
  await page.keyboard.press('Enter');
  await stored(page);
  expect((await recordsOf(page, id)).find((record) => record.name === 'Boom 1 SR')).toMatchObject({
    detail: { at: [-9000, 4000] },
  });
});
