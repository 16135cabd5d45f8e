/** Paper: from the demo to a book, a card corrected by hand, a list of one's own, tiles for a small printer, loads. */
import { readFile } from 'node:fs/promises';
import { inflateSync } from 'node:zlib';
import { expect, type Page, test } from './base.js';
import { byName, openDemo, recordsOf, showIdOf, stored } from './helpers.js';

const panel = (page: Page) => page.getByRole('region', { name: 'Paper', exact: true });
const sheets = (page: Page) => page.getByRole('navigation', { name: 'Sheets' }).getByRole('button');
const platesOf = async (page: Page) => (await recordsOf(page, showIdOf(page))).filter(({ kind }) => kind === 'plate');
/** Pages of a PDF, in points. */
const pagesOf = (bytes: Buffer): [number, number][] =>
  [...bytes.toString('latin1').matchAll(/\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/g)].map(([, w, h]) => [Number(w), Number(h)]);
/** Its texts, as far as they are written in one piece: hexadecimal strings of the embedded face are read by its own table. */
const streamsOf = (bytes: Buffer): string[] =>
  [...bytes.toString('latin1').matchAll(/stream\r?\n/g)].flatMap((match) => {
    const from = match.index + match[0].length;
    try {
      return [inflateSync(bytes.subarray(from)).toString('latin1')];
    } catch {
      return [];
    }
  });
async function download(page: Page, name: RegExp | string): Promise<Buffer> {
  const href = await panel(page).getByRole('link', { name }).first().getAttribute('href');
  const answer = await page.request.get(href!);
  expect(answer.status()).toBe(200);
  return Buffer.from(await answer.body());
}

test('a book of at least 25 sheets in at most 20 gestures', async ({ page }) => {
  await openDemo(page, 'paper');
  let gestures = 0;
  const choose = async (label: string, value: string) => {
    gestures += 2;
    await panel(page).getByLabel(label).selectOption(value);
  };
  await expect(sheets(page)).toHaveCount(1);
  for (const set of ['contents', 'cards', 'booms', 'sections', 'lux', 'loads', 'cuts']) await choose('Add a ready set', set);
  gestures++;
  await panel(page).getByRole('button', { name: 'All lists' }).click();
  await expect.poll(() => sheets(page).count()).toBeGreaterThanOrEqual(25);
  await stored(page);
  gestures++;
  const count = await sheets(page).count();
  const [saved] = await Promise.all([
    page.waitForEvent('download', { timeout: 60_000 }),
    panel(page)
      .getByRole('link', { name: /^Book as PDF/ })
      .click(),
  ]);
  const book = await readFile((await saved.path())!);
  expect(gestures).toBeLessThanOrEqual(20);
  process.stdout.write(`\ngestures: book of ${count} sheets ${gestures}\n`);
  const pages = pagesOf(book);
  expect(pages).toHaveLength(count);
  // The list of contents is first, upright A4; the plot, the section and the elevation are A1 (ISO 216), 841 by 594 mm.
  expect(pages[0]).toEqual([expect.closeTo(595.28, 1), expect.closeTo(841.89, 1)]);
  const large = pages.filter(([wide]) => wide > 2000);
  expect(large).toEqual([
    [expect.closeTo(2383.94, 1), expect.closeTo(1683.78, 1)],
    [expect.closeTo(2383.94, 1), expect.closeTo(1683.78, 1)],
    [expect.closeTo(2383.94, 1), expect.closeTo(1683.78, 1)],
  ]);
  // Bookmarks, one a sheet, and no face that is not in the file.
  const text = book.toString('latin1');
  expect(text).toMatch(/\/Outlines/);
  expect(text.match(/\/FontFile/g)!.length).toBe(text.match(/\/FontDescriptor\b(?! \d+ \d+ R)/g)!.length);
  expect(streamsOf(book).length).toBeGreaterThan(count);
});

test('a book that is being made says at which sheet it is, and is ended', async ({ page }) => {
  await openDemo(page, 'paper');
  for (const set of ['purposes', 'lux', 'cards']) await panel(page).getByLabel('Add a ready set').selectOption(set);
  await expect.poll(() => sheets(page).count()).toBeGreaterThan(40);
  await stored(page);
  await panel(page)
    .getByRole('link', { name: /^Book as PDF/ })
    .click();
  await expect(panel(page).getByText(/, \d+ of \d+$/)).toBeVisible();
  await panel(page).getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Making book.pdf was ended.')).toBeVisible();
  await expect(panel(page).getByRole('link', { name: /^Book as PDF/ })).toBeVisible();
});

test('a hanging card is corrected by hand: a window moved, pulled, scaled and looked into, a note; the others follow the show', async ({
  page,
}) => {
  await openDemo(page, 'paper');
  await panel(page).getByLabel('Add a ready set').selectOption('cards');
  await expect(sheets(page)).toHaveCount(18);
  await sheets(page).filter({ hasText: 'LX 1' }).click();
  const window = (what: string) => page.locator(`[data-testid="plate-window"][data-what="${what}"]`);
  await expect(window('position')).toBeVisible();
  const centre = async (what: string) => {
    const box = (await window(what).boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2, box };
  };
  // Chosen by a click, then moved down by a drag.
  const before = await centre('position');
  await page.mouse.click(before.x, before.y);
  const side = panel(page).getByRole('region', { name: 'Window' });
  await expect(side.getByText('Detail: a position laid flat')).toBeVisible();
  await page.mouse.move(before.x, before.y);
  await page.mouse.down();
  await page.mouse.move(before.x, before.y + 30, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await platesOf(page)).find(({ of }) => of !== undefined)?.ready).toBe('cards');
  const own = async () => (await platesOf(page)).find(({ of }) => of !== undefined)!;
  const windowsOf = async () =>
    (await own()).windows as { id: string; what: string; box: number[]; scale?: number; crop?: number[]; text?: string }[];
  const drawing = async () => (await windowsOf()).find(({ what }) => what === 'position')!;
  expect((await drawing()).box[1]).toBeLessThan(169);
  // Pulled by a corner.
  const wide = (await drawing()).box[2]!;
  const corner = (await window('position').locator('[data-handle="1 -1"]').boundingBox())!;
  await page.mouse.move(corner.x + 4, corner.y + 4);
  await page.mouse.down();
  await page.mouse.move(corner.x - 40, corner.y + 4, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await drawing()).box[2]).toBeLessThan(wide - 5);
  // By figures, and at a scale of its own.
  await side.getByLabel('Left').fill('15');
  await side.getByLabel('Left').press('Enter');
  await expect.poll(async () => (await drawing()).box[0]).toBe(15);
  await side.getByLabel('Scale of the window').selectOption({ label: '1:25' });
  await expect.poll(async () => (await drawing()).scale).toBe(25);
  // What falls off is said; a part of the stage is chosen by hand.
  await expect(page.getByRole('list', { name: 'What is wrong with this sheet' })).toContainText('would fall off the sheet');
  await side.getByRole('button', { name: 'Done' }).click();
  // A note, typed.
  await panel(page).getByLabel('Add a window').selectOption('notes');
  await side.getByLabel('Text of the window').fill('Mind the salt on the ladder');
  await side.getByLabel('Text of the window').blur();
  await expect
    .poll(async () => (await windowsOf()).find(({ what }) => what === 'notes')?.text)
    .toBe('Mind the salt on the ladder');
  // By keys: the window is moved by a millimetre, and taken away.
  const notes = async () => (await windowsOf()).find(({ what }) => what === 'notes');
  const left = (await notes())!.box[0]!;
  await page.locator('[data-scope="plate"]').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await notes())?.box[0]).toBe(left + 10);
  await page.keyboard.press('Delete');
  await expect.poll(notes).toBeUndefined();
  // Undone with its name, like everything.
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await notes())?.text).toBe('Mind the salt on the ladder');
  // The set is as long as it was, and the card can be as it is made.
  await expect(sheets(page)).toHaveCount(18);
  await panel(page).getByRole('button', { name: 'As the set makes it' }).click();
  await expect.poll(async () => (await platesOf(page)).filter(({ of }) => of !== undefined)).toEqual([]);
});

test('a sheet of one’s own: a part of the plan, looked into; snags tell what is wrong', async ({ page }) => {
  await openDemo(page, 'paper');
  await panel(page).getByRole('button', { name: 'Sheet of your own' }).click();
  await expect(sheets(page)).toHaveCount(2);
  await panel(page).getByLabel('Name of the sheet').fill('Ring in detail');
  await panel(page).getByLabel('Name of the sheet').press('Enter');
  await panel(page).getByLabel('Add a window').selectOption('plan');
  const plan = page.locator('[data-testid="plate-window"][data-what="plan"]');
  await expect(plan).toBeVisible();
  const own = async () =>
    (
      (await platesOf(page)).find(({ name }) => name === 'Ring in detail')!.windows as {
        what: string;
        scale?: number;
        crop?: number[];
      }[]
    ).find(({ what }) => what === 'plan')!;
  await expect(page.getByTestId('plate')).toHaveAttribute('data-now', 'true');
  const box = (await plan.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.dblclick(x, y);
  await page.mouse.move(x, y);
  await page.mouse.wheel(0, -100);
  await expect.poll(async () => (await own()).scale).toBeDefined();
  const first = (await own()).scale!;
  await page.mouse.wheel(0, -100);
  await expect.poll(async () => (await own()).scale).toBeLessThan(first);
  const crop = (await own()).crop!;
  await page.mouse.down();
  await page.mouse.move(x + 60, y, { steps: 6 });
  await page.mouse.up();
  // What was at the left comes into sight: the part that is shown lies farther to stage right.
  await expect.poll(async () => (await own()).crop![0]!).toBeLessThan(crop[0]! - 100);
  await page.keyboard.press('Escape');
  // An empty window is told, here and among the snags of the step.
  await panel(page).getByRole('button', { name: 'Done' }).click();
  await panel(page).getByLabel('Add a window').selectOption('picture');
  await expect(page.getByRole('list', { name: 'What is wrong with this sheet' })).toContainText('holds none yet');
  const snags = panel(page).getByRole('region', { name: 'Snags of paper' });
  await expect(snags).toContainText('Ring in detail: A window for a picture that holds none yet.');
  // The rail tells them from any step, and the list of snags leads back here.
  await page.getByRole('link', { name: /^Hang/ }).click();
  await expect(page.getByRole('link', { name: /^Paper/ })).toContainText('1 snag');
  await page.keyboard.press('Control+K');
  await page.keyboard.type('list of snags');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Ring in detail: A window for a picture' }).click();
  await expect(page).toHaveURL(/\/paper/);
  await page.getByRole('region', { name: 'Snags', exact: true }).getByRole('button', { name: 'Close' }).click();
  await expect(page.getByTestId('plate')).toHaveAttribute('alt', /Ring in detail/);
  // A picture from a file fills it: a square of two by two points.
  await panel(page)
    .getByTestId('plate-picture')
    .setInputFiles({
      name: 'model.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><rect width="200" height="100" fill="#c33"/></svg>',
      ),
    });
  await expect(snags).toBeHidden();
  await expect(page.getByRole('list', { name: 'What is wrong with this sheet' })).toBeHidden();
  await stored(page);
  const svg = await (await page.request.get(`/api/shows/${showIdOf(page)}/out/sheet.svg?sheet=2`)).text();
  expect(svg).toContain('data:image/png;base64,');
});

test('a list of one’s own is kept in the Ledger, printed and exported; a letter-size printer gets tiles', async ({ page }) => {
  const id = await openDemo(page, 'paper');
  // The view of the Ledger that is kept is a list of paper.
  await page
    .getByLabel(/^Filter Purpose/)
    .first()
    .fill('front');
  await page.getByLabel('Group by').selectOption({ label: 'Position' });
  await page.getByLabel('View of the Ledger').fill('Fronts for the crew');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect
    .poll(async () => (await recordsOf(page, id)).some(({ kind, name }) => kind === 'view' && name === 'Fronts for the crew'))
    .toBe(true);
  await panel(page).getByLabel('Add a list').selectOption({ label: 'Fronts for the crew' });
  await expect(page.getByTestId('plate')).toHaveAttribute('alt', /Fronts for the crew/);
  // Headings of its own, sums, and a page a group.
  const list = panel(page).getByRole('region', { name: 'List' });
  await list.getByLabel('Heading of Colour').fill('Gel');
  await list.getByLabel('Heading of Colour').press('Enter');
  const pages = await sheets(page).count();
  await list.getByText('each group on a page of its own').click();
  await expect.poll(() => sheets(page).count()).toBeGreaterThan(pages);
  await stored(page);
  const csv = (await download(page, 'Fronts for the crew as CSV')).toString('utf8');
  expect(csv).toContain('Front warm');
  expect(csv).toContain('Gel');
  expect(csv).not.toContain('Back wash');
  const xlsx = await download(page, 'Fronts for the crew as XLSX');
  expect(xlsx.subarray(0, 2).toString()).toBe('PK');
  const html = await page.request.get(`/api/shows/${id}/out/list.html?of=hookup`);
  expect(html.headers()['content-type']).toContain('text/html');
  expect(await html.text()).toMatch(/<th[^>]*>Channel<\/th>/);
  // Put on the Shelf it can be had in other shows.
  await list.getByRole('button', { name: 'Put on the Shelf' }).click();
  await expect(page.getByText('Fronts for the crew is on the Shelf.')).toBeVisible();
  const shelf = (await (await page.request.get('/api/shelf')).json()) as { items: { kind: string; summary: { name: string } }[] };
  expect(shelf.items.filter(({ kind }) => kind === 'view').map(({ summary }) => summary.name)).toContain('Fronts for the crew');
  // The plot of A1 on a printer for letter: 11 by 8.5 in of 72 points each.
  await sheets(page).first().click();
  await panel(page).getByLabel('Printer').selectOption('letter');
  const tiles = pagesOf(await download(page, 'Plot as PDF'));
  expect(tiles.length).toBeGreaterThan(8);
  for (const size of tiles) expect([...size].sort((a, b) => a - b)).toEqual([612, 792]);
});

test('points of a pipe in the Card: what each carries, a limit that is too small is a snag', async ({ page }) => {
  await openDemo(page, 'positions');
  await page.getByRole('button', { name: /^LX 1/ }).first().click();
  const card = page.getByTestId('card');
  await expect(card.getByText(/^Carries \d+ kg/).first()).toBeVisible();
  await card.getByLabel('Limit of point 2').fill('40');
  await card.getByLabel('Limit of point 2').press('Enter');
  await expect(card.getByText(/kg too much/)).toBeVisible();
  await byName(page, 'the list of snags');
  await expect(page.getByText(/Line 2 of LX 1 carries \d+ kg, \d+ kg more than its 40 kg/).first()).toBeVisible();
});

test('cables are measured from the rack: farther off they are longer', async ({ page }) => {
  const id = await openDemo(page, 'paper');
  await panel(page).getByLabel('Add a list').selectOption({ label: 'Cables' });
  const lengths = async () => {
    await stored(page);
    const text = await (await page.request.get(`/api/shows/${id}/out/list.csv?of=cables`)).text();
    return text
      .split(/\r?\n/)
      .filter((line) => line.startsWith('Runs'))
      .map((line) => Number(line.split(',').at(-2)!.replaceAll('"', '')));
  };
  const first = await lengths();
  const rack = panel(page).getByRole('region', { name: 'Cables' });
  await rack.getByLabel('Rack: Height').fill('-12');
  await rack.getByLabel('Rack: Height').press('Enter');
  await expect.poll(async () => (await lengths())[0]).toBeGreaterThan(first[0]! + 12);
  await rack.getByLabel('Spare length of cables').fill('none');
  await rack.getByLabel('Spare length of cables').press('Enter');
  await expect(rack.getByLabel('Spare length of cables')).toHaveAttribute('aria-invalid', 'true');
});

test('colour is cut from the sheets that the user says: spares and another sheet change the list', async ({ page }) => {
  const id = await openDemo(page, 'paper');
  await panel(page).getByLabel('Add a list').selectOption({ label: 'Colour cut list' });
  const cut = panel(page).getByRole('region', { name: 'How colour is cut' });
  const said = async () => {
    await stored(page);
    const html = await (await page.request.get(`/api/shows/${id}/out/list.html?of=cuts`)).text();
    const [, row = ''] = /<tr class="sums">(.*?)<\/tr>/s.exec(html) ?? [];
    return [...row.matchAll(/>([^<]*)<\/td>/g)].map(([, text]) => text!).filter(Boolean);
  };
  const first = (await said()).map(Number);
  await cut.getByLabel('Cut besides').fill('20');
  await cut.getByLabel('Cut besides').press('Enter');
  await cut.getByLabel('Sheet width').fill('610');
  await cut.getByLabel('Sheet width').press('Enter');
  const second = (await said()).map(Number);
  // Sum, for units, pieces, sheets: the units are the same, a fifth more is cut, from more sheets of half the width.
  expect(second[1]).toBe(first[1]);
  expect(second[2]!).toBeGreaterThan(first[2]! * 1.15);
  expect(second[3]!).toBeGreaterThan(first[3]!);
  await cut.getByLabel('Lost between').fill('-3');
  await cut.getByLabel('Lost between').press('Enter');
  await expect(cut.getByLabel('Lost between')).toHaveAttribute('aria-invalid', 'true');
});

test('the plot is issued, changed, and its sheets and lists mark what changed since', async ({ page }) => {
  const id = await openDemo(page, 'paper');
  await panel(page).getByLabel('For whom').fill('the hanging crew');
  await panel(page).getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await expect(panel(page).getByRole('list', { name: 'Issues' })).toContainText('the hanging crew');
  await stored(page);
  // Another colour for the first unit of FOH 1, typed in the Ledger.
  const cell = page
    .getByRole('row', { name: /^FOH 1/ })
    .first()
    .getByRole('gridcell')
    .nth(7);
  await cell.dblclick();
  await page.keyboard.press('Control+A');
  await page.keyboard.type('Sm 1a');
  await page.keyboard.press('Enter');
  await stored(page);
  await expect(panel(page).getByText('Since issue A: 1 recoloured.')).toBeVisible();
  await expect(page.getByRole('list', { name: 'What is wrong with this sheet' })).toContainText('The sheet says issue A');
  const svg = await (await page.request.get(`/api/shows/${id}/out/plot.svg`)).text();
  // The letter of the issue to come, in its triangle.
  expect(svg).toMatch(/font-weight="700"[^>]*>B<\/text>/);
  expect(svg).toContain('issue A, changed since');
  const html = await (await page.request.get(`/api/shows/${id}/out/list.html?of=schedule`)).text();
  expect(html.match(/<tr class="changed">/g)).toHaveLength(1);
  // Issued again the sheet is as it was given out, and marks what B brought.
  await panel(page).getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await stored(page);
  await expect(page.getByRole('list', { name: 'What is wrong with this sheet' })).toBeHidden();
  const again = await (await page.request.get(`/api/shows/${id}/out/plot.svg`)).text();
  expect(again).toMatch(/font-weight="700"[^>]*>B<\/text>/);
  expect(again).not.toContain('changed since');
  // Nothing is marked where nothing is wanted, and one step takes an issue back.
  await panel(page).getByLabel('What paper marks as changed').selectOption('none');
  await stored(page);
  expect(await (await page.request.get(`/api/shows/${id}/out/list.html?of=schedule`)).text()).not.toContain('"changed"');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(panel(page).getByRole('list', { name: 'Issues' }).getByRole('listitem')).toHaveCount(1);
});

test('a title block is drawn: words moved and typed, a picture, by mouse and keys; every sheet has it', async ({ page }) => {
  await openDemo(page, 'paper');
  await panel(page).getByRole('button', { name: 'Draw the title block' }).click();
  const block = async () =>
    (await recordsOf(page, showIdOf(page))).find(({ kind }) => kind === 'titleblock') as unknown as {
      items: { id: string; what: string; box: number[]; text?: string; picture?: string }[];
    };
  const items = page.getByTestId('title-item');
  await expect(items.first()).toBeVisible();
  await stored(page);
  const [first] = (await block()).items;
  const { x, y, width, height } = (await items.first().boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2 + 12, y + height / 2 + 30, { steps: 5 });
  await page.mouse.up();
  await stored(page);
  await expect.poll(async () => (await block()).items[0]!.box[1]).toBeLessThan(first!.box[1]! - 2);
  const moved = (await block()).items[0]!.box[0]!;
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (await block()).items[0]!.box[0]).toBeCloseTo(moved + 0.5, 6);
  const side = page.getByRole('region', { name: 'Things of the title block' });
  await side.getByLabel('Words', { exact: true }).fill('{show} in {venue}');
  await side.getByLabel('Width', { exact: true }).click();
  await expect.poll(async () => (await block()).items[0]!.text).toBe('{show} in {venue}');
  await side.getByLabel('Add to the title block').selectOption('picture');
  await page.getByTestId('title-picture').setInputFiles({
    name: 'mark.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="20" height="20"><circle cx="10" cy="10" r="9"/></svg>'),
  });
  await expect
    .poll(async () => (await block()).items.find(({ what }) => what === 'picture')?.picture?.length ?? 0)
    .toBeGreaterThan(50);
  await page.getByRole('button', { name: 'Back to the sheet' }).click();
  await expect(page.getByTestId('plate')).toBeVisible();
  const svg = await (await page.request.get(`/api/shows/${showIdOf(page)}/out/plot.svg`)).text();
  expect(svg).toMatch(/>[^<]* in The Boathouse<\/text>/);
  expect(svg).toContain('data:image/png;base64,');
});

test('labels on a sheet of typed measures; a code leads to its unit', async ({ page }) => {
  const id = await openDemo(page, 'paper');
  await panel(page).getByLabel('Add a ready set').selectOption('labels units');
  await expect(sheets(page)).toHaveCount(1 + 6);
  await expect(page.getByTestId('plate')).toHaveAttribute('alt', /Labels for units, page 1/);
  await panel(page).getByLabel('How many down').fill('5');
  await panel(page).getByLabel('Next down').fill('58');
  await panel(page).getByLabel('Label height').click();
  await expect.poll(() => sheets(page).count()).toBeGreaterThan(7);
  await panel(page).getByLabel('Address of this Dessin in the house').fill('lighting');
  await panel(page).getByLabel('Label height').click();
  await expect(panel(page).getByText('An address such as http://lighting:4646.')).toBeVisible();
  // What the code of a unit says is an address of this page: it opens with the unit chosen.
  const fixture = (await recordsOf(page, id)).find(({ kind }) => kind === 'fixture')!;
  await page.goto(`/shows/${id}/hang?chosen=${fixture.id}`);
  await expect(page.getByTestId('card').getByRole('heading').first()).toContainText('Unit');
});

test('the step is entered without the page going away for a moment', async ({ page }) => {
  await openDemo(page, 'hang');
  await page.evaluate(() => {
    const seen = { hidden: 0 };
    Object.assign(globalThis, { seen });
    const look = () => {
      if (!document.querySelector('main')?.checkVisibility()) seen.hidden++;
      requestAnimationFrame(look);
    };
    look();
  });
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('link', { name: /^Paper/ })
    .click();
  await expect(page.getByRole('navigation', { name: 'Sheets' })).toBeVisible();
  // The last that comes is what looks for the snags of paper; it is drawn in the pictures after.
  await expect
    .poll(() => page.evaluate(() => performance.getEntriesByType('resource').some(({ name }) => name.includes('PaperWatch'))))
    .toBe(true);
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        let left = 30;
        const next = () => (left-- ? requestAnimationFrame(next) : done());
        next();
      }),
  );
  expect(await page.evaluate(() => (globalThis as unknown as { seen: { hidden: number } }).seen.hidden)).toBe(0);
});
