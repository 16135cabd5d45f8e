/** Hand-over: issues, what changed, the way back, and the package for the console programmer. */
import { readFile } from 'node:fs/promises';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { expect, type Page, test } from './base.js';
import { openDemo, recordsOf, showIdOf, stored } from './helpers.js';

const panel = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
const rowOf = (page: Page, name: RegExp) => page.getByRole('row', { name }).first();
async function typeIn(page: Page, row: RegExp, cell: number, text: string): Promise<void> {
  await rowOf(page, row).getByRole('gridcell').nth(cell).dblclick();
  await page.keyboard.press('Control+A');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
  await stored(page);
}
async function byPalette(page: Page, text: string): Promise<void> {
  await page.keyboard.press('Control+K');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

test('issue A is compared with today on the drawing and in words; one unit and then all is taken back; A is read beside it', async ({
  page,
  context,
}) => {
  const id = await openDemo(page, 'paper');
  await panel(page, 'Paper').getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await stored(page);
  await typeIn(page, /^FOH 1 1 /, 7, 'Sm 1a');
  await typeIn(page, /^FOH 1 2 /, 2, '399');
  await page.getByRole('link', { name: /^Hang/ }).click();
  await byPalette(page, 'revisions');
  const revisions = panel(page, 'Revisions');
  await expect(revisions.getByRole('status')).toHaveText('2 units: 1 renumbered, 1 recoloured.');
  await expect(revisions.getByRole('img', { name: 'The plot in issue A' })).toBeVisible();
  const units = revisions.getByRole('list', { name: 'Units that changed' });
  await expect(units.getByRole('listitem')).toHaveCount(2);
  await expect(units).toContainText('Channel 22 → 399');
  // Narrowed to what one asks about; a click goes there.
  await revisions.getByRole('button', { name: '1 recoloured' }).click();
  await expect(units.getByRole('listitem')).toHaveCount(1);
  await units.getByRole('button', { name: 'FOH 1 1', exact: true }).click();
  await expect(page.getByTestId('card').getByRole('heading').first()).toContainText('Unit 1 on FOH 1');
  await revisions.getByRole('button', { name: 'Take FOH 1 1 back' }).click();
  await expect(revisions.getByRole('status')).toHaveText('1 unit: 1 renumbered.');
  // The old issue is read beside today's show: nothing is changed in it.
  const [old] = await Promise.all([context.waitForEvent('page'), revisions.getByRole('link', { name: 'Read it' }).click()]);
  await expect(old.getByText('as it stood. Nothing is changed here.')).toBeVisible();
  await expect(rowOf(old, /^FOH 1 2 /)).toContainText('22');
  await old.getByRole('link', { name: /^Positions/ }).click();
  await expect(old).toHaveURL(/issue=/);
  await old.close();
  await revisions.getByRole('button', { name: 'Take the whole show back' }).click();
  await expect(revisions.getByRole('status')).toHaveText('Nothing changed.');
  await stored(page);
  // One step, which is undone; a moment of the log can be compared with too.
  await page.keyboard.press('Control+z');
  await expect(revisions.getByRole('status')).toHaveText('1 unit: 1 renumbered.');
  await stored(page);
  const log = (await (await page.request.get(`/api/shows/${id}/log`)).json()) as { log: { revision: number; label: string }[] };
  const first = log.log.at(-1)!;
  await revisions.getByLabel('Compare from').selectOption(`revision ${first.revision - 1}`);
  await expect(revisions.getByRole('status')).toContainText('1 unit: 1 renumbered.');
});

test('the package is chosen, weighed, asked about once more where a snag would stop the show, and written with a manifest', async ({
  page,
}) => {
  const id = await openDemo(page, 'paper');
  await panel(page, 'Paper').getByLabel('For whom').fill('the programmer');
  await panel(page, 'Paper').getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await stored(page);
  await page.getByRole('link', { name: /^Hand-over/ }).click();
  const hand = panel(page, 'Hand-over');
  await hand.locator('summary', { hasText: 'Families' }).click();
  await hand.getByLabel('follow spot', { exact: true }).click();
  await hand.locator('summary', { hasText: 'Groups' }).click();
  await hand.getByLabel('by type', { exact: true }).click();
  await hand.getByLabel('Name of the group All', { exact: true }).fill('Whole rig');
  await hand.getByLabel('Name of the group All', { exact: true }).press('Enter');
  await hand.getByLabel('For which readers the MVR is written').selectOption('1.5');
  await expect(hand.getByText('Channels go out as texts alone')).toBeVisible();
  await stored(page);
  await hand.locator('summary', { hasText: 'In the package' }).click();
  await hand.getByLabel('schedules.pdf goes along').click();
  await expect(hand.getByLabel('schedules.pdf goes along')).not.toBeChecked();
  await stored(page);
  await expect(hand.getByText(/^, 1[0-9] files, /)).toBeVisible();
  await hand.getByRole('button', { name: 'Write the package' }).click();
  await expect(hand.getByRole('alert')).toContainText('would stop the show');
  const [saved] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    hand.getByRole('button', { name: 'Write it all the same' }).click(),
  ]);
  expect(saved.suggestedFilename()).toMatch(/, issue A\.zip$/);
  const entries = unzipSync(new Uint8Array(await readFile((await saved.path())!)));
  const manifest = JSON.parse(strFromU8(entries['manifest.json']!)) as {
    issue: { name: string; to: string };
    home: { families: string[] };
    mvr: { version: string };
    counts: { units: number };
  };
  expect(manifest).toMatchObject({
    issue: { name: 'A', to: 'the programmer' },
    home: { families: ['follow spot'] },
    mvr: { version: '1.5' },
  });
  const records = await recordsOf(page, id);
  expect(manifest.counts.units).toBeLessThan(records.filter(({ kind }) => kind === 'fixture').length);
  expect(Object.keys(entries)).not.toContain('schedules.pdf');
  const console_ = strFromU8(entries['console.asc']!);
  expect(console_).toContain('TEXT Whole rig');
  expect(console_.endsWith('ENDDATA\r\n')).toBe(true);
  expect(strFromU8(unzipSync(entries['rig.mvr']!)['GeneralSceneDescription.xml']!)).toContain('verMinor="5"');
});

test('a show goes out as one file from the page of all shows, and comes back with its issue', async ({ page }) => {
  const id = await openDemo(page, 'paper');
  await panel(page, 'Paper').getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await stored(page);
  const name = String((await recordsOf(page, id)).find(({ kind }) => kind === 'settings')?.name);
  await page.goto('/');
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: `${name} as one file`, exact: true }).click(),
  ]);
  expect(saved.suggestedFilename()).toBe(`${name}.dessin`);
  const file = await readFile(await saved.path());
  await page.getByTestId('mvr-file').setInputFiles({ name: 'a.dessin', mimeType: 'application/zip', buffer: file });
  await expect(page.getByRole('region', { name: 'Report of the import' })).toContainText('Nothing was odd');
  await page.getByRole('link', { name: 'Open the show' }).click();
  await expect(page.getByRole('heading', { name }).first()).toBeVisible();
  await byPalette(page, 'revisions');
  const revisions = panel(page, 'Revisions');
  await expect(revisions.getByRole('list', { name: 'Issues' })).toContainText('144 fixtures on 17 positions');
  await expect(revisions.getByRole('status')).toHaveText('Nothing changed.');
  // With its history the log goes along, edit by edit, and goes on from there.
  await page.goto('/');
  const [whole] = await Promise.all([
    page.waitForEvent('download'),
    // The copy that was just made is called the same.
    page.locator(`a[href="/api/shows/${id}/out/show.dessin?history"]`).click(),
  ]);
  await page.getByTestId('mvr-file').setInputFiles({
    name: 'c.dessin',
    mimeType: 'application/zip',
    buffer: await readFile(await whole.path()),
  });
  await page.getByRole('link', { name: 'Open the show' }).click();
  await expect(page.getByRole('heading', { name }).first()).toBeVisible();
  const logOf = async (show: string) =>
    ((await (await page.request.get(`/api/shows/${show}/log`)).json()) as { log: { revision: number; label: string }[] }).log.map(
      ({ revision, label }) => [revision, label],
    );
  expect(await logOf(showIdOf(page))).toEqual(await logOf(id));
  expect((await logOf(id)).length).toBeGreaterThan(0);
  // What a newer Dessin wrote is refused in words.
  await page.goto('/');
  const entries = unzipSync(file);
  const newer = zipSync({ ...entries, 'show.json': strToU8(strFromU8(entries['show.json']!).replace('"form":1', '"form":9')) });
  await page.getByTestId('mvr-file').setInputFiles({ name: 'b.dessin', mimeType: 'application/zip', buffer: Buffer.from(newer) });
  await expect(page.getByText(/written by a newer Dessin \(form 9/)).toBeVisible();
});
