/** Maps of one's own: filled in one gesture, drawn on by hand, tapped, listed, printed. */
import { expect, type Page, test } from './base.js';
import { openDemo, recordsOf, stored } from './helpers.js';

interface Item {
  readonly what: string;
  readonly channel?: string;
  readonly box: readonly [number, number, number, number];
}
interface MapRecord {
  readonly kind: string;
  readonly name: string;
  readonly items: readonly Item[];
}
const mapOf = async (page: Page, id: string): Promise<MapRecord> =>
  ((await recordsOf(page, id)) as unknown as MapRecord[]).find(({ kind }) => kind === 'map')!;
const board = (page: Page) => page.getByTestId('map board');
const thing = (page: Page, name: string) => board(page).getByRole('button', { name, exact: true });

test('a map is filled from a selection, its things are moved and set in order, tapped they select; it is listed and printed', async ({
  page,
}) => {
  const id = await openDemo(page, 'hang');
  await page
    .getByRole('row', { name: /^FOH 1/ })
    .first()
    .click();
  await page.getByRole('link', { name: /^Rig check/ }).click();
  await page.getByRole('tab', { name: 'Maps', exact: true }).first().click();
  await page.getByRole('button', { name: 'New map' }).click();
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await expect(page.getByText('1 thing put on Map 1.')).toBeVisible();
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await expect(page.getByText('All channels of the selection stand on this map already.')).toBeVisible();
  // All of it, by purpose, with headings.
  await page
    .getByRole('row', { name: /^FOH 1/ })
    .first()
    .click();
  await page.keyboard.press('Control+a');
  await page.getByLabel('How it is filled').selectOption('by purpose');
  await page.getByRole('button', { name: 'Fill', exact: true }).click();
  await stored(page);
  const filled = await mapOf(page, id);
  expect(filled.items.filter(({ channel }) => channel).length).toBeGreaterThan(140);
  expect(filled.items.filter(({ what }) => what === 'text').length).toBeGreaterThan(5);
  await page.keyboard.press('Control+z');
  await stored(page);
  expect((await mapOf(page, id)).items).toHaveLength(1);
  // By hand: a button for a group, words and a box; moved with the mouse and the keys, set in line.
  const lines = page.getByRole('complementary', { name: "The map's things" });
  await lines.getByLabel('Add a button for a group').selectOption({ label: 'Front cool' });
  await lines.getByRole('button', { name: 'box', exact: true }).click();
  await lines.getByRole('button', { name: 'text', exact: true }).click();
  await lines.getByLabel('Words of the thing').fill('Prompt side');
  await page.keyboard.press('Enter');
  await expect(thing(page, 'Prompt side')).toBeVisible();
  const at = (await thing(page, 'Prompt side').boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + 120, at.y + 90, { steps: 5 });
  await page.mouse.up();
  await stored(page);
  const moved = (await mapOf(page, id)).items.find(({ what }) => what === 'text')!;
  expect(moved.box[0]).toBeGreaterThan(40);
  expect(moved.box[0] % 2).toBe(0);
  await page.keyboard.press('ArrowRight');
  await stored(page);
  expect((await mapOf(page, id)).items.find(({ what }) => what === 'text')!.box[0]).toBe(moved.box[0] + 2);
  await thing(page, 'Front cool').click({ modifiers: ['Shift'] });
  await lines.getByRole('button', { name: 'left', exact: true }).click();
  await stored(page);
  const lined = (await mapOf(page, id)).items;
  expect(lined.find(({ what }) => what === 'text')!.box[0]).toBe(lined.find(({ what }) => what === 'group')!.box[0]);
  // Tapped, a button selects its group everywhere.
  await page.getByRole('button', { name: 'Done drawing' }).click();
  await thing(page, 'Front cool').click();
  await expect(page.locator('[role="row"][aria-selected="true"]').first()).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Card' })).toContainText('12 fixtures');
  // The table has a filter under every heading.
  await page.getByRole('tab', { name: 'Maps', exact: true }).last().click();
  const table = page.getByRole('table', { name: 'Things of maps' });
  await expect(table.locator('tbody tr')).toHaveCount(3);
  await table.getByLabel('Filter of As').fill('group');
  await expect(table.locator('tbody tr')).toHaveCount(1);
  await table.getByLabel('Filter of Lights').fill('99');
  await expect(table.locator('tbody tr')).toHaveCount(0);
  // On paper it is a magic sheet.
  await page.getByRole('link', { name: /^Paper/ }).click();
  await page.getByLabel('Add a ready set').selectOption({ label: 'Magic sheets' });
  await expect(page.getByText('2. Map 1')).toBeVisible();
});
