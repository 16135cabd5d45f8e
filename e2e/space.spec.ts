/** The stage as a place: placed, seen from a seat in a look, and taken away as picture, film and sheet. */
import { expect, type Page, test } from './base.js';
import {
  clickAt,
  lookInSpace,
  newShow,
  openDemo,
  opened,
  recordsOf,
  saved,
  screenOf,
  seenInSpace,
  spaceLit,
  stored,
} from './helpers.js';

const three = (page: Page) => page.getByTestId('three');
test('people and things are placed on the plan, rest on each other, and are moved and painted', async ({ page }) => {
  const id = await newShow(page, 'Things');
  await page.getByRole('link', { name: /Stage/ }).click();
  await page.getByRole('button', { name: 'People and things', exact: true }).click();
  await page.getByLabel('What is placed').selectOption('riser');
  await clickAt(page, 1000, 3000);
  // The tool may still be on its way: what is placed is chosen when it is done.
  await expect(page.getByTestId('card')).toContainText('Riser 1');
  await page.getByLabel('What is placed').selectOption('person');
  await page.getByLabel('Posture', { exact: true }).first().selectOption('singing');
  await clickAt(page, 1000, 3000);
  await page.keyboard.press('Escape');
  const card = page.getByTestId('card');
  await expect(card).toContainText('Person 1');
  await expect(card.getByLabel('Foot at')).toHaveAttribute('placeholder', '0.40, rests');
  await card.getByLabel('Upstage').fill('5');
  await card.getByLabel('Upstage').press('Enter');
  await expect(card.getByLabel('Foot at')).toHaveAttribute('placeholder', '0.00, rests');
  await card.getByLabel('Turn').fill('30');
  await card.getByLabel('Turn').press('Enter');
  await card.getByLabel('Reflects').fill('140');
  await card.getByLabel('Reflects').press('Enter');
  await expect(card.getByText('From 0 to 100 %.')).toBeVisible();
  await card.getByLabel('Reflects').fill('25');
  await card.getByLabel('Reflects').press('Enter');
  await stored(page);
  const things = (await recordsOf(page, id)).filter(({ kind }) => kind === 'scenic');
  expect(things.find(({ shape }) => shape === 'person')).toMatchObject({
    posture: 'singing',
    at: [1000, 5000],
    turn: 30,
    reflects: 0.25,
  });
  // Dragged on the plan it goes along.
  const [from, to] = [await screenOf(page, 1000, 5000), await screenOf(page, 2000, 5000)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, from.y, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  await stored(page);
  const moved = (await recordsOf(page, id)).find(({ shape }) => shape === 'person')!;
  expect((moved.at as number[])[0]).toBeGreaterThan(1800);
});

test('a look from a seat: light, figures, kept views, tags; a picture and a sheet that can be opened, a film that is stopped', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const id = await openDemo(page, 'focus');
  await test.step('a click on a seat of the plan shows the stage from there', async () => {
    await page.getByTestId('drawing').focus();
    await page.keyboard.press('Control+k');
    await page.keyboard.type('from a seat');
    await page.getByRole('option', { name: /Look at the stage from a seat/ }).click();
    await page.keyboard.press('f');
    await clickAt(page, 1400, -5600);
    await expect(three(page)).toHaveAttribute('data-drawn', 'a seat', { timeout: 30_000 });
    await expect(three(page)).toHaveAttribute('data-lit', '0');
  });
  await test.step('in a look the picture is lit; a point of it says lux and channels', async () => {
    await page.getByLabel('Light of', { exact: true }).selectOption({ label: 'look: Harvest' });
    await spaceLit(page);
    const at = await seenInSpace(page, [-600, 1800, 0]);
    await page.mouse.move(at.x, at.y);
    await page.mouse.move(at.x + 1, at.y);
    const here = three(page).getByTestId('light-here');
    await expect(here).toContainText(/\d+ lx/);
    await expect(here).toContainText(/\d+: \d+/);
  });
  await test.step('the view is kept by a name, and gone to again', async () => {
    await page.getByRole('button', { name: 'Views', exact: true }).click();
    await page.getByRole('button', { name: 'Keep this view' }).click();
    await page.getByLabel('Name of View 4').fill('My seat');
    await page.getByLabel('Name of View 4').press('Enter');
    await page.keyboard.press('Escape');
    await stored(page);
    const kept = (await recordsOf(page, id)).find(({ name, kind }) => kind === 'viewpoint' && name === 'My seat')!;
    // Row 3 stands at -0.1 m; eyes are 1.2 m above it.
    expect((kept.at as number[]).map((mm) => Math.round(mm / 50) * 50)).toEqual([1400, -5600, 1100]);
    await lookInSpace(page, 'from above');
    await lookInSpace(page, 'My seat');
  });
  await test.step('sliders: work light makes it brighter, a double click puts it back', async () => {
    await page.getByRole('button', { name: 'Picture', exact: true }).click();
    await page.getByLabel('Haze', { exact: true }).fill('0');
    await page.getByLabel('Haze', { exact: true }).dblclick();
    await expect(page.getByText('18 %')).toBeVisible();
    await page.getByLabel('Tags in the picture').selectOption('channel');
    await page.keyboard.press('Escape');
  });
  await test.step('a picture of the size that was asked for', async () => {
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByLabel('Size of the picture').selectOption('3840 x 2160');
    await page.getByRole('button', { name: 'Put it on a sheet of paper' }).click();
    await expect(page.getByText(/is a sheet of the book now/)).toBeVisible({ timeout: 60_000 });
    const picture = await opened(page, await saved(page, 'Save the picture'), 'image/png');
    expect([picture.width, picture.height]).toEqual([3840, 2160]);
    expect(picture.bright).toBeGreaterThan(8);
  });
  await test.step('a film is stopped', async () => {
    await page.getByLabel('Seconds of the film').fill('60');
    await page.getByRole('button', { name: 'Save the film' }).click();
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(page.getByText('The film: stopped, nothing was saved.')).toBeVisible({ timeout: 30_000 });
    // A press beside it has closed the sheet; what was typed in it is kept.
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByLabel('Seconds of the film')).toHaveValue('60');
    await page.getByLabel('Seconds of the film').fill('0');
    await expect(page.getByText('A film takes 1 to 120 seconds.')).toBeVisible();
  });
  await test.step('a sheet with three pictures and a title', async () => {
    await page.getByLabel('Title of the sheet').fill('For the director');
    const pdf = (await saved(page, 'Save the sheet')).toString('latin1');
    expect(pdf.slice(0, 5)).toBe('%PDF-');
    expect(pdf.match(/\/Subtype \/Image/g)).toHaveLength(3);
    expect(pdf).toContain('DCTDecode');
  });
});
