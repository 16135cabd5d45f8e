/** Universes, modes, pixels, power and snags, by mouse and keyboard. */
import { readFile } from 'node:fs/promises';
import { expect, type Page, test } from './base.js';
import { byName, clickAt, openDemo, recordsOf, settled, stored } from './helpers.js';

const addressOf = async (page: Page, show: string, channel: string): Promise<number | null> => {
  for (const record of await recordsOf(page, show))
    if (record.kind === 'fixture')
      for (const part of record.parts as { channel: string; address: number | null }[])
        if (part.channel === channel) return part.address;
  throw new Error(`no channel ${channel}`);
};

test('the map of universes: a block is dragged to other slots and to another universe, and named', async ({ page }) => {
  const id = await openDemo(page, 'patch');
  await page.getByRole('tab', { name: 'Universes' }).click();
  await page.getByRole('option', { name: /^3 LED battens/ }).click();
  await expect(page.getByTestId('universe-figures')).toContainText('120 used, 392 free');
  const grid = (await page.getByTestId('universe-grid').boundingBox())!;
  const slot = (n: number) => ({
    x: grid.x + (((n - 1) % 32) + 0.5) * (grid.width / 32),
    y: grid.y + (Math.floor((n - 1) / 32) + 0.5) * (grid.height / 16),
  });
  const first = (await recordsOf(page, id))
    .flatMap((record) => (record.kind === 'fixture' ? (record.parts as { channel: string; address: number | null }[]) : []))
    .find((part) => part.address === 1025)!;
  const drag = async (to: { x: number; y: number }) => {
    await page.mouse.move(slot(2).x, slot(2).y);
    await page.mouse.down();
    await page.mouse.move((slot(2).x + to.x) / 2, (slot(2).y + to.y) / 2, { steps: 4 });
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await page.mouse.up();
    await stored(page);
  };
  await drag(slot(302));
  expect(await addressOf(page, id, first.channel)).toBe(1024 + 301);
  await page.getByRole('button', { name: /^Undo: Move 1 fixture to 3.301/ }).click();
  const other = (await page.getByRole('option', { name: /^4/ }).boundingBox())!;
  await drag({ x: other.x + 60, y: other.y + 12 });
  expect(await addressOf(page, id, first.channel)).toBe(1024 + 512 + 1);
  await page.getByLabel('Name of the universe').fill('Deck');
  await page.keyboard.press('Enter');
  await page.getByLabel('Node of the universe').fill('Node SL');
  await page.keyboard.press('Enter');
  await stored(page);
  expect((await recordsOf(page, id)).find((record) => record.kind === 'universe' && record.number === 4)).toMatchObject({
    name: 'Deck',
    node: 'Node SL',
  });
});

test('two plans are compared before one is taken; what cannot be is said', async ({ page }) => {
  await openDemo(page, 'patch');
  await page.getByLabel('For', { exact: true }).selectOption('all');
  await page.getByRole('button', { name: 'Set it beside another plan' }).click();
  await page.getByText('Gaps, round slots, blocks, universes').click();
  await page.getByLabel('A universe', { exact: true }).selectOption('type');
  const plans = page.getByTestId('patch-plans');
  await expect(plans.getByRole('row', { name: /^Universes/ }).getByRole('cell')).toHaveCount(2);
  const moved = async () =>
    (
      await plans
        .getByRole('row', { name: /^Slots wasted/ })
        .getByRole('cell')
        .allTextContents()
    ).map(Number);
  const [now, before] = await moved();
  expect(now!).toBeGreaterThan(before!);
  await page.getByLabel('Slots to keep free').fill('1-512');
  await expect(page.getByRole('region', { name: 'Patch' }).getByRole('alert')).toContainText('Every slot is reserved');
  for (const [text, said] of [
    ['0', 'Type the first address'],
    ['1.513', 'Slot 513 does not exist'],
    ['64000.1', 'Universe 64000 does not exist'],
    ['abc', 'is not an address'],
  ] as const) {
    await page.getByLabel('Start address').fill(text);
    await expect(page.getByRole('region', { name: 'Patch' }).getByRole('alert')).toContainText(said);
    await expect(page.getByRole('button', { name: 'Give addresses' })).toBeDisabled();
  }
});

test('a larger mode for many shows what it would overlap first, and moves only what does not fit', async ({ page }) => {
  const id = await openDemo(page, 'patch');
  await page.getByLabel('Filter Type').fill('=Heron');
  const rows = page.getByTestId('ledger').getByRole('row');
  await expect(rows).toHaveCount(4);
  await rows.first().click();
  await rows.last().click({ modifiers: ['Shift'] });
  const panel = page.getByRole('region', { name: 'Modes of the selection' });
  const open = () => page.getByRole('button', { name: 'Modes', exact: true }).click();
  await open();
  await panel.getByLabel('New mode').selectOption('16 slots');
  await expect(panel.getByTestId('mode-effect')).toContainText('4 fixtures: 96 slots become 64.Everything fits where it is.');
  await panel.getByRole('button', { name: 'Change, addresses stay' }).click();
  // Packed close, there is no room for the larger mode any more.
  await page.getByLabel('Start address').fill('2.1');
  await page.getByRole('button', { name: 'Give addresses' }).click();
  await open();
  await panel.getByLabel('New mode').selectOption('24 slots');
  await expect(panel.getByTestId('mode-effect')).toContainText('If addresses stay, 3 pairs overlap');
  // Every other one moves away, and makes room for the one after it.
  await panel.getByRole('button', { name: 'Change and move 2' }).click();
  await stored(page);
  await expect(page.getByRole('link', { name: /^Patch/ })).toContainText('1 snag');
  const records = await recordsOf(page, id);
  const heron = records.find((record) => record.kind === 'type' && record.name === 'Heron')!;
  expect(records.filter((record) => record.kind === 'fixture' && record.type === heron.id).map((record) => record.mode)).toEqual(
    Array(4).fill('24 slots'),
  );
  // In the Card such a change asks first.
  await page.getByTestId('card').getByLabel('Mode', { exact: true }).fill('16 slots');
  await page.keyboard.press('Enter');
  await stored(page);
  await expect(page.getByTestId('card').getByLabel('Mode', { exact: true })).toHaveValue('16 slots');
  // So does the Ledger, for all rows that are shown.
  await page.getByRole('button', { name: 'Set all' }).click();
  await page.getByLabel('Column to set').selectOption('mode');
  await page.getByLabel('Value for all').fill('24 SLOTS');
  await page.getByRole('button', { name: 'Set 4 cells of the rows shown' }).click();
  await expect(panel.getByLabel('New mode')).toHaveValue('24 slots');
  await expect(panel.getByTestId('mode-effect')).toContainText('4 fixtures: 64 slots become 96');
});

test('pixel tiles: a matrix, the wiring drawn by hand, the address of a pixel, the table', async ({ page }) => {
  const id = await openDemo(page, 'patch');
  await page.getByRole('tab', { name: 'Pixels' }).click();
  await page.getByRole('button', { name: 'New wall' }).click();
  await page.getByRole('button', { name: 'Place', exact: true }).click();
  await page.getByLabel('First address').fill('21.1');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('wall-figures')).toContainText('1024 pixels on 4 tiles, 21.1 to 27.12: 7 universes');
  const board = page.getByTestId('pixel-board');
  const box = (await board.boundingBox())!;
  const place = async () => {
    const k = Number(await board.getAttribute('data-scale'));
    const [ox, oy] = (await board.getAttribute('data-origin'))!.split(' ').map(Number) as [number, number];
    return (x: number, y: number) => ({ x: box.x + ox + x * k, y: box.y + oy - y * k });
  };
  const at = await place();
  // Tiles of 0.5 m at the top left of 4 x 3 m: their middles.
  const tiles = [at(250, 2750), at(750, 2750), at(750, 2250), at(250, 2250)];
  const corner = at(10, 2990);
  await page.mouse.move(corner.x, corner.y);
  await expect(page.getByTestId('pixel-address')).toContainText('21.1: pixel 1, row 1, column 1 of tile 1');
  await page.getByRole('button', { name: 'Draw the wiring' }).click();
  // Bottom left first, then up and round.
  const path = [tiles[3]!, tiles[0]!, tiles[1]!, tiles[2]!];
  await page.mouse.move(path[0]!.x, path[0]!.y);
  await page.mouse.down();
  for (const point of path) await page.mouse.move(point.x, point.y, { steps: 6 });
  await page.mouse.up();
  await stored(page);
  await page.mouse.move(corner.x, corner.y);
  await expect(page.getByTestId('pixel-address')).toContainText('of tile 2');
  await page.getByLabel('Start corner').selectOption('bottom right');
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  await expect(page.getByRole('table', { name: 'Pixels' }).getByRole('row')).not.toHaveCount(0);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('region', { name: 'Pixels' }).getByRole('button', { name: 'CSV' }).click(),
  ]);
  const csv = await readFile(await download.path(), 'utf8');
  expect(csv.split('\r\n').filter(Boolean)).toHaveLength(1025);
  await page.getByRole('button', { name: 'Table', exact: true }).click();
  await page.getByRole('button', { name: 'Choose and move' }).click();
  await page.mouse.click(tiles[0]!.x, tiles[0]!.y);
  await page.getByRole('button', { name: 'Turn the tiles' }).click();
  await page.getByRole('button', { name: 'Delete the tiles' }).click();
  await expect(page.getByTestId('wall-figures')).toContainText('768 pixels on 3 tiles');
  await stored(page);
  expect((await recordsOf(page, id)).filter((record) => record.kind === 'wall')).toHaveLength(2);
});

test('a pixel wall wired by clicks and by keys alone; it stands on the stage, and its fields as it stands', async ({ page }) => {
  const id = await openDemo(page, 'patch');
  await page.keyboard.press('9');
  const board = page.getByTestId('pixel-board');
  // The fields are those of the wall that is there: six tiles of a metre, three beside and two over each other.
  await expect(page.getByLabel('Width of a tile')).toHaveValue('1.00');
  await expect(page.getByLabel('Tiles across')).toHaveValue('3');
  await expect(page.getByLabel('Tiles down')).toHaveValue('2');
  const order = async () => {
    await stored(page);
    const wall = (await recordsOf(page, id)).find((record) => record.name === 'Tide glass')!;
    return (wall.tiles as { place: number }[])
      .map((tile, i) => [tile.place, i] as const)
      .sort((a, b) => a[0] - b[0])
      .map(([, i]) => i);
  };
  const before = await order();
  const box = (await board.boundingBox())!;
  const k = Number(await board.getAttribute('data-scale'));
  const [ox, oy] = (await board.getAttribute('data-origin'))!.split(' ').map(Number) as [number, number];
  const click = (x: number, y: number) => page.mouse.click(box.x + ox + x * k, box.y + oy - y * k);
  await page.getByRole('button', { name: 'Draw the wiring' }).click();
  // Below, from the left: the first, the third, the second.
  const bottom = [3, 4, 5];
  await click(1000, 500);
  await click(3000, 500);
  await click(2000, 500);
  await expect(page.getByTestId('wall-figures')).toContainText('1 wire over tiles it does not feed');
  const wiredNow = await order();
  expect(wiredNow.slice(0, 3)).toEqual([bottom[0], bottom[2], bottom[1]]);
  expect(wiredNow.slice(3)).toEqual(before.filter((index) => !bottom.includes(index)));
  // The next click after Escape begins anew; by keys alone it is the same.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Draw the wiring' }).focus();
  await page.keyboard.press('F6');
  await expect(board).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  expect((await order()).slice(0, 3)).toEqual([0, 1, bottom[0]]);
  // Chosen and moved by keys: a grid to the left.
  await page.getByRole('button', { name: 'Choose and move' }).click();
  await board.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(page.getByText('1 tile chosen')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByRole('button', { name: 'Undo: Move 1 tile' })).toBeVisible();
  // Places them by keys too: the cursor goes over the grid.
  await page.getByRole('button', { name: 'Place single tiles' }).click();
  await board.focus();
  for (const key of ['ArrowRight', 'ArrowUp', 'Space']) await page.keyboard.press(key);
  await expect(page.getByTestId('wall-figures')).toContainText('on 7 tiles');
  // It stands on the stage in the demo: the plan shows it, the Card has its figures.
  await page.getByRole('button', { name: 'Show it on the plan' }).click();
  await expect(page.getByTestId('card').getByLabel('Upstage')).toHaveValue('8.40');
  await page.getByTestId('card').getByLabel('Bottom').fill('3');
  await page.keyboard.press('Enter');
  await stored(page);
  expect((await recordsOf(page, id)).find((record) => record.name === 'Tide glass')).toMatchObject({ z: 3000 });
  // While the stage is drawn the pointer takes it as it takes cloths.
  await page.getByRole('link', { name: /^Stage/ }).click();
  await settled(page);
  await clickAt(page, 3200, 5600);
  await expect(page.getByTestId('card').getByRole('heading', { name: 'Tide glass' })).toHaveCount(0);
  await clickAt(page, 500, 8400);
  await expect(page.getByTestId('card').getByRole('heading', { name: 'Tide glass' })).toBeVisible();
  // It is grouped with a cloth as cloths are, copied and stored.
  await clickAt(page, -5000, 8600, ['Shift']);
  await page.getByTestId('drawing').focus();
  await byName(page, 'group what is chosen');
  await stored(page);
  expect((await recordsOf(page, id)).find((record) => record.name === 'Tide glass')).toMatchObject({ group: expect.any(String) });
  await page.getByRole('link', { name: /^Patch/ }).click();
  await page.keyboard.press('9');
  await page.getByRole('button', { name: 'Take it off' }).click();
  await page.getByRole('button', { name: 'Stand it on the stage' }).click();
  await expect(page.getByTestId('card').getByLabel('Upstage')).toHaveValue('8.00');
});

test('loads stand against their limits; a limit that is passed is a stop; phases are balanced on request', async ({ page }) => {
  await openDemo(page, 'patch');
  await page.getByRole('button', { name: 'Circuits and power' }).click();
  const panel = page.getByRole('region', { name: 'Circuits and power' });
  await expect(panel.getByTestId('power-sum')).toContainText('102,520 W');
  await panel.getByLabel('Limit of dimmer 1', { exact: true }).fill('2');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('row', { name: /^1 750 W/ })).toContainText('over');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('the list of snags');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('snag-list')).toContainText('Dimmer 1 carries 750 W, 3.3 A at 230 V: 1.3 A more than its 2.0 A.');
  await page.getByRole('button', { name: 'Close Snags' }).click();
  await page.getByRole('button', { name: 'Circuits and power' }).click();
  await panel.getByLabel('Voltage of the house').fill('20');
  await page.keyboard.press('Enter');
  await expect(panel.getByRole('alert')).toContainText('The voltage is between 50 and 1000.');
  for (const n of [1, 2, 4, 5]) await panel.getByLabel(`Phase of dimmer ${n}`, { exact: true }).selectOption('3');
  await panel.getByRole('button', { name: 'Balance the phases' }).click();
  await expect(panel).toContainText('1 % off balance');
});

test('a snag is accepted with a reason and rests until it changes', async ({ page }) => {
  const id = await openDemo(page, 'patch');
  await page.keyboard.press('i');
  const list = page.getByTestId('snag-list');
  await list.getByRole('button', { name: /Channel 25 and channel 26 share/ }).click();
  await expect(page.getByRole('heading', { name: '2 fixtures' })).toBeVisible();
  await list.getByRole('button', { name: 'Accept it' }).click();
  await list.getByLabel('Why it is accepted').fill('one cable for both');
  await list.getByRole('button', { name: 'Accept', exact: true }).click();
  await expect(list).not.toContainText('Channel 25');
  await expect(page.getByText('1 snag accepted')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Patch/ })).toContainText('no snags');
  await stored(page);
  // The address changes: it is another snag, and it is back.
  const records = await recordsOf(page, id);
  const pair = records.filter(
    (record) => record.kind === 'fixture' && ['25', '26'].includes((record.parts as { channel: string }[])[0]!.channel),
  );
  await page.request.post(`/api/shows/${id}/changes`, {
    data: {
      key: crypto.randomUUID(),
      author: 'test',
      label: 'Elsewhere',
      change: {
        added: [],
        removed: [],
        updated: pair.map((record) => [
          record,
          { ...record, parts: (record.parts as { address: number }[]).map((part) => ({ ...part, address: 200 })) },
        ]),
      },
    },
  });
  await expect(list).toContainText('Channel 25 and channel 26 share 1.200.');
});

test('the Ledger as a spreadsheet: choices, filters off and on and kept, groups, a series, find and replace, a paste that does not fit', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const id = await openDemo(page, 'hang');
  const rows = page.getByTestId('ledger').getByRole('row');
  const count = page.getByTestId('ledger-count');
  await page.getByRole('button', { name: 'Column Purpose' }).click();
  await page
    .getByRole('dialog', { name: /^Purpose/ })
    .getByLabel(/^Front warm/)
    .check();
  await page.keyboard.press('Escape');
  await expect(count).toHaveText('12 of 144 fixtures');
  await page.getByLabel('Filter Address').fill('u2');
  await expect(count).toHaveText('0 of 144 fixtures');
  await page.getByLabel('Filter Address').fill('1.1-1.6, 1.9');
  await expect(count).toHaveText('7 of 144 fixtures');
  await page.getByRole('button', { name: 'Filters off (2)' }).click();
  await expect(count).toHaveText('144 fixtures');
  await page.getByRole('button', { name: 'Filters on' }).click();
  await expect(count).toHaveText('7 of 144 fixtures');
  await page.getByLabel('View of the Ledger').fill('Warm ones');
  await page.getByRole('button', { name: 'Filters only' }).click();
  await page.getByRole('button', { name: 'Clear filters' }).click();
  await page.getByLabel('View of the Ledger').fill('');
  await page.getByLabel('View of the Ledger').fill('Warm ones');
  await expect(count).toHaveText('7 of 144 fixtures');
  await page.getByLabel('dim drawing').check();
  await page.getByLabel('Filter Channel', { exact: true }).fill('9-1');
  await expect(page.getByLabel('Filter Channel', { exact: true })).toHaveAttribute('title', /runs backwards/);
  await page.getByRole('button', { name: 'Clear filters' }).click();

  // A series: two values, then Ctrl Shift D.
  await rows.nth(0).getByRole('gridcell').nth(8).click();
  await page.keyboard.type('Note 1');
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowUp');
  for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+Shift+d');
  await expect(rows.nth(4).getByRole('gridcell').nth(8)).toHaveText('Note 5');
  await page.getByRole('button', { name: /^Undo: Fill a series in 5 cells/ }).click();
  await expect(rows.nth(4).getByRole('gridcell').nth(8)).toHaveText('');

  await page.getByRole('button', { name: 'Find', exact: true }).click();
  const find = page.getByRole('form', { name: 'Find and replace' });
  await find.getByLabel('Find', { exact: true }).fill('front');
  await find.getByLabel('Replace by').fill('Face');
  await find.getByLabel('Find in').selectOption('purpose');
  await find.getByRole('button', { name: 'Replace 36' }).click();
  await stored(page);
  expect((await recordsOf(page, id)).filter((record) => /^Face /.test(String(record.purpose)))).toHaveLength(36);
  await page.getByRole('button', { name: 'Find', exact: true }).click();

  await rows.nth(0).getByRole('gridcell').nth(2).click();
  await page.evaluate(() => navigator.clipboard.writeText('801\t1.900\n802\t20.12'));
  await page.keyboard.press('Control+v');
  const paste = page.getByRole('region', { name: 'Paste' });
  await expect(paste).toContainText('3 of 4 cells fit.');
  await expect(paste).toContainText('Slot 900 does not exist');
  await paste.getByRole('button', { name: 'Paste the 3 that fit' }).click();
  await expect(rows.nth(1).getByRole('gridcell').nth(3)).toHaveText('20.12');

  await page.getByLabel('Group by').selectOption('position');
  await expect(rows.first()).toContainText('FOH 1');
  await expect(rows.first()).toContainText(/\d W/);
  await page.getByRole('button', { name: 'Column Channel' }).click();
  await page.getByRole('button', { name: 'Pin it' }).click();
  await page.keyboard.press('Escape');
  // Position is pinned by itself and stays before it.
  await expect(page.getByRole('columnheader').nth(1)).toContainText('Channel');
  await page.getByRole('button', { name: 'Set all' }).click();
  await page.getByLabel('Filter Position').fill('LX 3');
  await page.getByLabel('Column to set').selectOption('notes');
  await page.getByLabel('Value for all').fill('check safety');
  await page.getByRole('button', { name: /^Set \d+ cells of the rows shown/ }).click();
  await stored(page);
  const pipe = (await recordsOf(page, id)).find((record) => record.name === 'LX 3')!;
  const noted = (await recordsOf(page, id)).filter((record) => record.notes === 'check safety');
  expect(noted.length).toBeGreaterThan(5);
  expect(noted.every((record) => record.position === pipe.id)).toBe(true);
});

test('columns are widened, dragged and left out; two rows swap; a run begins with the fixture that is clicked', async ({
  page,
}) => {
  const id = await openDemo(page, 'hang');
  const rows = page.getByTestId('ledger').getByRole('row');
  const heading = (name: string) =>
    page.getByRole('columnheader').filter({ has: page.getByRole('button', { name: new RegExp(`^${name}`) }) });
  const names = async () => (await page.getByRole('columnheader').allTextContents()).join(' ');
  const before = (await heading('Purpose').boundingBox())!;
  await page.mouse.move(before.x + before.width - 1, before.y + 8);
  await page.mouse.down();
  await page.mouse.move(before.x + before.width + 60, before.y + 8, { steps: 4 });
  await page.mouse.up();
  expect((await heading('Purpose').boundingBox())!.width).toBeGreaterThan(before.width + 40);
  await page
    .getByRole('button', { name: /^Colour/ })
    .first()
    .dragTo(heading('Unit'), { steps: 12 });
  expect(await names()).toMatch(/^Position Colour Unit/);
  // A heading that is far to the right brings the rows along when its field takes the focus.
  await page.getByLabel('Filter Gobo').focus();
  const [head, cell] = await Promise.all([
    heading('Gobo').boundingBox(),
    rows.first().getByRole('gridcell').last().boundingBox(),
  ]);
  expect(Math.abs(head!.x - cell!.x)).toBeLessThan(3);
  await page.getByRole('button', { name: 'Column Colour' }).click();
  await page.getByRole('button', { name: 'Leave out' }).click();
  expect(await names()).not.toContain('Colour');
  await page.getByRole('button', { name: 'Columns', exact: true }).click();
  await page.getByRole('button', { name: 'The usual ones' }).click();
  await page.getByRole('button', { name: 'Columns', exact: true }).click();

  const texts = () => Promise.all([0, 1].map((i) => rows.nth(i).getByRole('gridcell').nth(2).textContent()));
  const [first, second] = await texts();
  await rows.nth(0).getByRole('gridcell').nth(2).click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+e');
  await expect.poll(texts).toEqual([second, first]);

  const records = await recordsOf(page, id);
  const ring = records.find((record) => record.name === 'Ring truss')!;
  const riding = records.filter((record) => record.kind === 'fixture' && record.position === ring.id);
  await page.getByRole('link', { name: /^Number/ }).click();
  await page.getByLabel('Filter Purpose').fill('=Ring down');
  await rows.first().click();
  for (let i = 0; i < 7; i++) await page.getByTestId('ledger').press('Shift+ArrowDown');
  await page.getByLabel('Order', { exact: true }).selectOption('round');
  await page.getByLabel('Start', { exact: true }).fill('881');
  await page.getByRole('button', { name: 'Thread by hand' }).click();
  const wanted = riding[3]!;
  const at = await page.evaluate((fixture) => {
    const { dessinSurface } = globalThis as unknown as {
      dessinSurface: {
        view: { k: number; tx: number; ty: number };
        find: (id: string, kind: string) => { hit: { at: [number, number] } };
      };
    };
    const [x, y] = dessinSurface.find(fixture, 'fixture').hit.at;
    const { k, tx, ty } = dessinSurface.view;
    return { x: x * k + tx, y: ty - y * k };
  }, wanted.id);
  const drawing = (await page.getByTestId('drawing').boundingBox())!;
  await page.mouse.click(drawing.x + at.x, drawing.y + at.y);
  await expect(page.getByRole('form', { name: 'Number' })).toContainText(`Begins with unit ${String(wanted.unit)}.`);
  await page.getByRole('button', { name: 'Apply the numbers' }).click();
  await stored(page);
  const after = (await recordsOf(page, id)).find((record) => record.id === wanted.id)!;
  expect((after.parts as { channel: string }[])[0]!.channel).toBe('881');
});
