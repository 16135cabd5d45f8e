/** The main path of the issue, C 1 to 10, as one designer's evening. */
import { readFile } from 'node:fs/promises';
import { expect, test } from './base.js';
import {
  chooseType,
  clickAt,
  dragFrom,
  drawPipe,
  heldBack,
  lookInSpace,
  newShow,
  recordsOf,
  screenOf,
  showIdOf,
  stored,
} from './helpers.js';

test('a designer makes a small show from an empty stage to the hand-over', async ({ page }) => {
  test.setTimeout(120_000);

  await test.step('the start page lists the demo with its plot drawn small', async () => {
    await page.goto('/');
    const plot = page.getByAltText('Plot of The Salt Orchard').first();
    await plot.scrollIntoViewIfNeeded();
    await expect(plot).toBeVisible();
    await expect.poll(() => plot.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  });

  const id = await newShow(page, 'Low water');

  await test.step('a pipe in two clicks; its trim is asked in the same gesture', async () => {
    await page.keyboard.press('e');
    await clickAt(page, -5000, 3000);
    await expect(page.getByLabel('Trim height')).toBeFocused();
    const end = await screenOf(page, 5000, 3000);
    await page.mouse.move(end.x, end.y, { steps: 3 });
    await page.mouse.click(end.x, end.y);
    await expect(page.getByRole('alert')).toContainText('Type the trim height');
    await page.getByLabel('Trim height').fill('6.5');
    await page.mouse.click(end.x, end.y);
    await expect(page.getByRole('heading', { name: 'LX 1' })).toBeVisible();
    await stored(page);
    const pipe = (await recordsOf(page, id)).find((record) => record.kind === 'position')!;
    expect(pipe.curve).toEqual({ form: 'straight', a: [-5000, 3000], b: [5000, 3000], z: 6500 });
  });

  await test.step('a second pipe by typed length', async () => {
    await page.keyboard.press('e');
    await clickAt(page, -4000, 5000);
    await page.getByLabel('Trim height').fill('21\'4"');
    await page.getByLabel('Pipe length').fill('8m');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'LX 2' })).toBeVisible();
    await stored(page);
    const pipe = (await recordsOf(page, id)).find((record) => record.kind === 'position' && record.name === 'LX 2')!;
    expect(pipe.curve).toEqual({ form: 'straight', a: [-4000, 5000], b: [4000, 5000], z: 6502.4 });
  });

  await test.step('hang one by a click, a row of six by dragging, the count typed on the way', async () => {
    await page.keyboard.press('h');
    await chooseType(page, 'fresnel 1k');
    await clickAt(page, 30, 5040);
    await expect(page.getByTestId('card')).toContainText('Unit 1 on LX 2');
    await chooseType(page, 'aster 26');
    await dragFrom(page, [-2500, 3000], [2500, 3000], async () => {
      await page.keyboard.press('6');
    });
    await expect(page.getByRole('heading', { name: '6 fixtures on LX 1' })).toBeVisible();
    await stored(page);
    const fixtures = (await recordsOf(page, id)).filter((record) => record.kind === 'fixture');
    expect(fixtures).toHaveLength(7);
    // Six fixtures from -2.5 m to +2.5 m stand 1 m apart (reference practice 4); the pipe begins at -5 m.
    const row = fixtures.filter((record) => (record.along as number) !== 4000);
    expect(row.map((record) => record.along).sort((a, b) => Number(a) - Number(b))).toEqual([2500, 3500, 4500, 5500, 6500, 7500]);
    // Units count from stage left: the highest along is unit 1.
    expect(row.find((record) => record.along === 7500)!.unit).toBe('1');
  });

  await test.step('the wheel sets the count too; undo takes the row back with its name', async () => {
    await dragFrom(page, [-3000, 5000], [-1000, 5000], async () => {
      await page.mouse.wheel(0, -100);
      await page.mouse.wheel(0, 100);
      await page.mouse.wheel(0, 100);
    });
    await expect(page.getByRole('heading', { name: '4 fixtures on LX 2' })).toBeVisible();
    await expect(page.getByRole('button', { name: /Undo: Hang 4 Aster 26 on LX 2/ })).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('heading', { name: '4 fixtures on LX 2' })).toBeHidden();
    await page.keyboard.press('Escape');
  });

  await test.step('rotate, duplicate, delete, swap the type', async () => {
    await clickAt(page, 0, 5000);
    await expect(page.getByTestId('card')).toContainText('Unit 1 on LX 2');
    await page.keyboard.press(',');
    await stored(page);
    expect((await recordsOf(page, id)).find((record) => record.kind === 'fixture' && record.along === 4000)!.spin).toBe(45);
    await page.keyboard.press('Control+d');
    await expect(page.getByRole('button', { name: /Undo: Duplicate 1 fixture/ })).toBeVisible();
    await page.getByTestId('card').getByLabel('Type').selectOption({ label: 'Heron, Quillon' });
    await stored(page);
    // The type may have to come from the Shelf first.
    await expect
      .poll(
        async () =>
          (await recordsOf(page, id)).filter((record) => record.kind === 'fixture' && record.mode === '24 slots').length,
      )
      .toBe(1);
    await page.keyboard.press('Escape');
    await page.keyboard.press('Delete');
  });

  await test.step('number in selection order, seen on the drawing before it is applied', async () => {
    await page.getByRole('link', { name: /Number/ }).click();
    for (const x of [2500, 1500, 500, -500, -1500, -2500]) await clickAt(page, x, 3000, ['Shift']);
    await page.getByLabel('Start', { exact: true }).fill('101');
    await page.getByLabel('Step', { exact: true }).fill('2');
    await expect(page.getByTestId('run-summary')).toHaveText('Channels 101 to 111 for 6 fixtures.');
    expect(
      (await recordsOf(page, id)).some(
        (record) => record.kind === 'fixture' && (record.parts as { channel: string }[])[0]!.channel === '101',
      ),
    ).toBe(false);
    await expect(page.getByRole('gridcell', { name: '111', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Apply the numbers' }).click();
    await stored(page);
    const first = (await recordsOf(page, id)).find((record) => record.kind === 'fixture' && record.along === 7500)!;
    expect((first.parts as { channel: string }[])[0]!.channel).toBe('101');
  });

  await test.step('patch in channel order; a second use of an address is a snag at once', async () => {
    await page.getByRole('link', { name: /Patch/ }).click();
    await page.getByLabel('Start address').fill('1/510');
    await expect(page.getByTestId('patch-summary')).toContainText('1.510 to 2.3');
    await page.getByRole('button', { name: 'Give addresses' }).click();
    await stored(page);
    const grid = page.getByTestId('ledger');
    await expect(grid.getByText('2.3', { exact: true })).toBeVisible();
    await page.getByRole('gridcell', { name: '1.511', exact: true }).dblclick();
    await page.getByLabel('Edit Address').fill('U1 A510');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: /Patch/ })).toContainText('1 snag');
    await expect(grid.getByText('1.510 shared')).toHaveCount(2);
    await page.getByRole('button', { name: 'Channel 101 and channel 103 share 1.510.' }).click();
    await page.getByRole('button', { name: 'Move channel 103 to 1.511' }).click();
    await expect(page.getByRole('link', { name: /Patch/ })).not.toContainText('snag');
  });

  await test.step('the Ledger takes a block from a spreadsheet', async () => {
    await page.getByLabel('Filter Position').fill('LX 1');
    await page.getByRole('row').filter({ hasText: 'LX 1' }).first().getByRole('gridcell').nth(6).click();
    await page.evaluate(() => {
      const data = new DataTransfer();
      data.setData('text/plain', 'Front warm\tSm 3a\tiris\nFront cool\tSm 8a\t');
      document
        .querySelector('[data-testid=ledger]')!
        .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    });
    await expect(page.getByRole('gridcell', { name: 'Front cool' })).toBeVisible();
    await stored(page);
    const warm = (await recordsOf(page, id)).find((record) => record.kind === 'fixture' && record.purpose === 'Front warm')!;
    expect(warm).toMatchObject({ unit: '1', notes: 'iris' });
    await page.getByLabel('Filter Position').fill('');
  });

  await test.step('a pipe that moves carries its lights', async () => {
    await page.getByRole('link', { name: /Positions/ }).click();
    await page.getByRole('region', { name: 'Positions' }).getByRole('button', { name: /LX 1/ }).click();
    await page.getByTestId('card').getByLabel('Trim').fill('+0.25');
    await page.keyboard.press('Enter');
    await page.getByTestId('card').getByLabel('Length').fill('12');
    await page.keyboard.press('Enter');
    await stored(page);
    const records = await recordsOf(page, id);
    expect(records.find((record) => record.name === 'LX 1')!.curve).toEqual({
      form: 'straight',
      a: [-6000, 3000],
      b: [6000, 3000],
      z: 6750,
    });
    // Lengthened about its middle: the unit at 2.5 m stage left stays there, now 8.5 m from the end.
    expect(records.some((record) => record.kind === 'fixture' && record.along === 8500 && record.unit === '1')).toBe(true);
  });

  await test.step('3D shows every body, and the beams of what is selected', async () => {
    await page.getByRole('button', { name: 'Select its units' }).click();
    await page.getByRole('tab', { name: '3D', exact: true }).click();
    const three = page.getByTestId('three');
    await expect(three).toHaveAttribute('data-beams', '6', { timeout: 20_000 });
    await lookInSpace(page, 'from above');
    await lookInSpace(page, 'from the house');
    await page.getByRole('tab', { name: 'Plan', exact: true }).click();
  });

  await test.step('paper: the plate, the hookup and the schedule', async () => {
    await page.getByRole('link', { name: /Paper/ }).click();
    await expect(page.getByTestId('plate')).toBeVisible();
    await page.getByRole('combobox', { name: 'Paper' }).selectOption('A3');
    await page.getByLabel('Scale').selectOption('1:100');
    const [pdf] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Plot as PDF' }).click()]);
    expect((await readFile(await pdf.path())).subarray(0, 5).toString()).toBe('%PDF-');
    const csv = await (await page.request.get(`/api/shows/${id}/out/hookup.csv`)).text();
    expect(csv.split('\r\n')[1]).toMatch(/^101,1\.510,LX 1,1,Aster 26,1 slot,Front warm,Sm 3a,iris$/);
  });

  await test.step('the MVR file goes out, and comes back as a show of its own with the same fixtures', async () => {
    await page.getByRole('link', { name: /Hand-over/ }).click();
    const [mvr] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'The MVR file alone' }).click(),
    ]);
    const before = (await recordsOf(page, id)).filter((record) => record.kind === 'fixture');
    await page.goto('/');
    await page.getByTestId('mvr-file').setInputFiles({
      name: 'Low water back.mvr',
      mimeType: 'application/octet-stream',
      buffer: await readFile(await mvr.path()),
    });
    await expect(page.getByRole('region', { name: 'Report of the import' })).toContainText('Nothing was odd');
    await page.getByRole('link', { name: 'Open the show' }).click();
    await expect(page.getByRole('heading', { name: 'Low water back' }).first()).toBeVisible();
    const after = (await recordsOf(page, showIdOf(page))).filter((record) => record.kind === 'fixture');
    const facts = (list: typeof before) =>
      list.map(({ id: key, mode, unit, parts }) => ({ key, mode, unit, parts })).sort((a, b) => (a.key < b.key ? -1 : 1));
    expect(facts(after)).toEqual(facts(before));
  });
});

test('the pipe tool is there from the keyboard alone, and Escape leaves it', async ({ page }) => {
  await newShow(page, 'Keys');
  await drawPipe(page, [-3000, 2000], [3000, 2000], '5', 'LX A');
  await page.keyboard.press('e');
  await clickAt(page, 0, 4000);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Trim height')).toBeHidden();
});

test('a click that comes before its tool is not lost: it is done when the tool is there', async ({ page }) => {
  await newShow(page, 'Slow');
  // The tool of positions is held back, as a slow network would.
  const release = await heldBack(page, 'position-tool');
  await page.reload();
  await expect(page.getByTestId('drawing')).toBeVisible();
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('e');
  await clickAt(page, -2000, 3000);
  await expect(page.getByLabel('Trim height')).toBeHidden();
  release();
  await expect(page.getByLabel('Trim height')).toBeFocused();
});
