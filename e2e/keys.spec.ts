/** Keys: the overview, changing and switching off, going round the parts, panels that take the focus and give it back. */
import { expect, type Page, test } from '@playwright/test';
import { byName, newShow, openDemo, settled } from './helpers.js';

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
  await page.getByTestId('drawing').focus();
  const parts = ['[data-keys]', 'aside', '[data-scope="ledger"]'];
  for (const at of [1, 2, 0, 1]) {
    await page.keyboard.press('F6');
    expect(await focusIn(page, parts[at]!)).toBe(true);
  }
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

test('a panel that a command opens takes the focus to its first field, and what closes it gives it back', async ({ page }) => {
  await newShow(page, `Focus ${Date.now()}`);
  await byName(page, 'Own columns and pick lists');
  await expect.poll(() => focusIn(page, '[data-panel] input')).toBe(true);
  await page.getByRole('button', { name: 'Close Own columns' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => focusIn(page, '[data-keys]')).toBe(true);
  await settled(page);
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
