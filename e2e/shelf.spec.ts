/** The Shelf: a type with its symbol from nothing, taken by another show, changed, the difference taken, swept. Files in, filters, own columns, stock. */

import { strToU8, zipSync } from 'fflate';
import { expect, type Page, test } from './base.js';
import { byName, chooseType, clickAt, demoIdOf, dragFrom, drawPipe, newShow, recordsOf, stored } from './helpers.js';

const items = (page: Page) => page.getByTestId('items').getByRole('option');
const field = async (page: Page, label: string, text: string) => {
  const input = page.locator(`input[aria-label="${label}"]`);
  await input.fill(text);
  await input.press('Enter');
};
async function openShelf(page: Page, kind?: RegExp): Promise<void> {
  await page.goto('/shelf');
  await expect(items(page).first()).toBeVisible();
  if (kind) await page.getByRole('navigation', { name: 'Kinds and folders' }).getByRole('button', { name: kind }).click();
}
const shelfItems = async (page: Page) =>
  (
    (await (await page.request.get('/api/shelf')).json()) as {
      items: { id: string; kind: string; version: number; folder: string; summary: { name: string } }[];
    }
  ).items;

test('a type with a new symbol from nothing, kept, hung in another show, changed, its difference taken, swept', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await test.step('a type is made: figures with units, errors beside the field, modes in one go', async () => {
    await openShelf(page);
    await page.getByRole('button', { name: 'New type' }).click();
    await page.getByLabel('Family', { exact: true }).selectOption('LED wash');
    await page.getByLabel('Kind of light').selectOption('LED');
    await field(page, 'Name', 'Bittern 12');
    await field(page, 'Maker', 'Quillon');
    await field(page, 'Power', 'strong');
    await expect(page.getByRole('alert')).toContainText('"strong" is not a figure.');
    await field(page, 'Power', '310');
    await field(page, 'Field angle', '18-45');
    await field(page, 'Weight', '8,4 kg');
    await field(page, 'Power factor', '0.95');
    // Only what the family needs: no colour frame for LED, no pan for what does not move.
    await expect(page.locator('input[aria-label="Colour frame"]')).toHaveCount(0);
    await expect(page.getByLabel('Pan range')).toHaveCount(0);
    await field(page, 'Channels in one go', 'Dimmer 16, ColorAdd_R, ColorAdd_G, ColorAdd_B');
    await expect(page.getByRole('table', { name: 'Channels' }).getByRole('row')).toHaveCount(5);
  });
  await test.step('its symbol: from the outline of the family, refined by hand', async () => {
    await page.getByRole('button', { name: 'Draw its own symbol' }).click();
    await field(page, 'Measure length', '280');
    await field(page, 'Measure nose', '90');
    const board = page.getByRole('application', { name: 'Drawing board' });
    const box = (await board.boundingBox())!;
    await page.getByRole('button', { name: /^Circle/ }).click();
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 4 });
    await page.mouse.up();
    await page.getByLabel('Stroke').selectOption('fine');
    await expect(page.getByText('3 shapes', { exact: false }).first()).toBeVisible();
    await field(page, 'Radius', '60');
    await page.getByRole('button', { name: 'Where an accessory sits' }).click();
    await page.mouse.click(box.x + box.width / 2, box.y + box.height * 0.25);
    await expect(page.getByLabel('Anchor of barn doors')).toBeVisible();
    await page.getByRole('button', { name: 'Undo in the symbol' }).click();
    await expect(page.getByLabel('Anchor of barn doors')).toHaveCount(0);
    await page.getByRole('button', { name: 'Redo in the symbol' }).click();
    for (const scale of [25, 50, 100])
      await expect(page.getByRole('img', { name: `At 1 to ${scale}`, exact: true })).toBeVisible();
    await expect(page.getByRole('img', { name: 'Among neighbours' })).toBeVisible();
    await page.getByRole('button', { name: 'Use this symbol' }).click();
    await page.getByRole('button', { name: 'Put it on the Shelf' }).click();
    await expect(page.getByRole('heading', { name: 'Bittern 12' })).toBeVisible();
  });
  const mine = (await shelfItems(page)).find((item) => item.summary.name === 'Bittern 12' && item.kind === 'type')!;

  const show = await newShow(page, 'Another show');
  await test.step('another show takes it, symbol and modes with it, and hangs ten', async () => {
    await drawPipe(page, [-4500, 3000], [4500, 3000], '6', 'LX 1');
    await page.getByRole('link', { name: /Hang/ }).click();
    await chooseType(page, 'bittern');
    await dragFrom(page, [-4050, 3000], [4050, 3000], async () => {
      await page.keyboard.type('10');
    });
    await expect(page.getByRole('heading', { name: '10 fixtures on LX 1' })).toBeVisible();
    await stored(page);
    const records = await recordsOf(page, show);
    const type = records.find((record) => record.kind === 'type')!;
    expect(type).toMatchObject({
      id: mine.id,
      name: 'Bittern 12',
      watts: 310,
      weight: 8.4,
      field: 18,
      zoom: { field: 45 },
      shelf: { item: mine.id, version: 1 },
    });
    const symbol = records.find((record) => record.kind === 'symbol')!;
    expect(type.symbol).toBe(symbol.id);
    expect((symbol.shapes as unknown[]).length).toBe(3);
    expect(records.filter((record) => record.kind === 'fixture')).toHaveLength(10);
  });
  await test.step('the Shelf’s version is changed; the show stays as it is, says so, and shows the difference', async () => {
    await openShelf(page);
    await page.getByLabel('Search the Shelf').fill('bittern');
    await items(page).filter({ hasText: 'Bittern 12' }).dblclick();
    await field(page, 'Power', '330');
    await page.getByRole('button', { name: 'Store the new version' }).click();
    await expect(page.getByText('LED wash, Quillon, version 2')).toBeVisible();
    await page.goto(`/shows/${show}/hang`);
    await stored(page);
    expect((await recordsOf(page, show)).find((record) => record.kind === 'type')!.watts).toBe(310);
    // The show says so by itself.
    await page.getByRole('button', { name: '1 newer' }).click();
    const row = page.getByRole('table', { name: 'Differences of Bittern 12' }).getByRole('row', { name: /watts/ });
    await expect(row).toContainText('310');
    await expect(row).toContainText('330');
    await page.getByRole('button', { name: 'Take Bittern 12' }).click();
    await expect(page.getByRole('region', { name: 'Nothing newer on the Shelf' })).toBeVisible();
    await stored(page);
    expect((await recordsOf(page, show)).find((record) => record.kind === 'type')).toMatchObject({
      watts: 330,
      shelf: { version: 2 },
    });
  });
  await test.step('sweep: what is not used goes in one step and comes back in one', async () => {
    const unused = page.getByRole('region', { name: /no longer used/ });
    await expect(unused).toContainText('It hangs on no fixture.');
    const before = (await recordsOf(page, show)).length;
    // What is only here is not ticked by itself: the tag sets, for one.
    const tick = (reason: string) => unused.getByRole('listitem').filter({ hasText: reason }).first().getByRole('checkbox');
    await expect(tick('No plate and no fixture uses these tags.')).not.toBeChecked();
    await expect(tick('It hangs on no fixture.')).toBeChecked();
    const left = unused.getByRole('checkbox', { checked: false });
    for (let n = await left.count(); n > 0; n--) await left.first().click();
    await expect(left).toHaveCount(0);
    await page.getByRole('button', { name: /^Sweep out/ }).click();
    await expect(page.getByRole('region', { name: 'Everything in the show is used' })).toBeVisible();
    // Undone where it was done, and done again.
    await page.keyboard.press('Control+z');
    await expect(unused).toBeVisible();
    await page.keyboard.press('Control+y');
    await expect(unused).toHaveCount(0);
    await page.getByRole('button', { name: 'Close' }).click();
    await stored(page);
    const after = await recordsOf(page, show);
    expect(after.length).toBeLessThan(before);
    expect(after.filter((record) => record.kind === 'fixture')).toHaveLength(10);
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await recordsOf(page, show)).length).toBe(before);
  });
  await test.step('a change of the show’s own copy goes back to the Shelf', async () => {
    await page.getByRole('button', { name: 'Types of this show' }).click();
    await page.getByRole('button', { name: 'Edit Bittern 12 in this show' }).click();
    await field(page, 'Weight', '9');
    await page.getByRole('button', { name: 'Change it in this show' }).click();
    await page.getByRole('button', { name: 'Put Bittern 12 on the Shelf' }).click();
    await expect.poll(async () => (await shelfItems(page)).find((item) => item.id === mine.id)!.version).toBe(3);
  });
});

test('folders, favourites and search: nothing is lost between a folder and the thing in it', async ({ page }) => {
  await openShelf(page);
  await page.getByRole('list', { name: 'Folders' }).getByRole('button', { name: 'LED', exact: true }).click();
  await page.getByLabel('Search the Shelf').fill('lowmoor');
  await expect(page.getByText('2 more in other folders.')).toBeVisible();
  await page.getByRole('button', { name: 'Look in all folders' }).click();
  await expect(items(page)).toHaveCount(2);
  // The star of a line is for the pointer; for everybody else there is the button of the preview.
  await items(page)
    .first()
    .getByTitle(/favourite/)
    .click();
  await expect(items(page).first().getByTitle('Lowmoor 1k is a favourite')).toBeVisible();
  // By keys: down the list, the preview follows.
  await page.getByTestId('items').focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { name: 'Lowmoor 500' })).toBeVisible();
  await page.getByRole('button', { name: 'New folder in All folders' }).click();
  await page.getByLabel('Name of the folder').fill('Small ones');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Look in all folders' }).click();
  await items(page)
    .filter({ hasText: 'Lowmoor 500' })
    .dragTo(page.getByRole('list', { name: 'Folders' }).getByRole('button', { name: 'Small ones', exact: true }), { steps: 12 });
  await expect
    .poll(async () => (await shelfItems(page)).find((item) => item.summary.name === 'Lowmoor 500')!.folder)
    .toBe('Small ones');
  await items(page).filter({ hasText: 'Lowmoor 500' }).click();
  await page.getByRole('button', { name: 'Off the Shelf' }).click();
  await expect(items(page)).toHaveCount(1);
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(items(page)).toHaveCount(2);
});

test('types of this family, angle and power; a measured light; its polar chart and its table', async ({ page }) => {
  await openShelf(page);
  await page.getByLabel('Family', { exact: true }).selectOption('PAR');
  await expect(items(page)).toHaveCount(3);
  await page.getByLabel('Beam angle').selectOption('15° to 25°');
  await expect(items(page)).toHaveCount(1);
  await items(page).first().click();
  await page.getByRole('button', { name: 'As a new one' }).click();
  await field(page, 'Name', 'Can measured');
  await page.getByTestId('photometric-file').setInputFiles({
    name: 'can.ies',
    mimeType: 'text/plain',
    // The small test file of reference formats 7: beam 32.0, field 52.9, 3381 lm.
    buffer: Buffer.from(
      'IESNA:LM-63-2002\n[TEST] made-up\n[MANUFAC] Example\nTILT=NONE\n1 -1 1 10 1 1 2 0 0 0\n1 1 750\n0 5 10 15 20 25 30 45 60 90\n0\n10000 9500 8000 5500 3000 1200 500 100 0 0\n',
    ),
  });
  await expect(page.getByLabel('Beam angle')).toHaveValue('32');
  await expect(page.getByLabel('Field angle')).toHaveValue('52.86');
  const light = page.getByRole('region', { name: 'Light' }).last();
  await expect(light.getByRole('figure', { name: 'Polar chart' })).toBeVisible();
  await expect(light).toContainText('3,381 lm');
  // 10 000 cd at 6 m: 277.8 lx.
  await expect(light.getByRole('table', { name: 'Illuminance over distance' }).getByRole('row', { name: /^lx/ })).toContainText(
    '278',
  );
  const href = await page.getByRole('link', { name: 'Write LM-63' }).getAttribute('href');
  expect(decodeURIComponent(href!)).toContain('1 -1 1 10 1 1 2 0 0 0');
  await page.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Can measured' })).toBeVisible();
});

test('a GDTF, a list of types, a list of filters and a Shelf come in; what will come is seen first', async ({ page }) => {
  await openShelf(page);
  const bring = (name: string, buffer: Uint8Array | string) =>
    page
      .getByTestId('shelf-file')
      .setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(buffer as string) });
  const xml = `<?xml version="1.0" encoding="UTF-8"?><GDTF DataVersion="1.2"><FixtureType Name="Test Spot" LongName="Wader 1" Manufacturer="Quillon" FixtureTypeID="11111111-2222-4333-8444-55555555abcd"><AttributeDefinitions/><Geometries><Geometry Name="Base"><Beam Name="Lens" LampType="LED" BeamAngle="19" FieldAngle="26" BeamType="Spot"/></Geometry></Geometries><DMXModes><DMXMode Name="Default" Geometry="Base"><DMXChannels><DMXChannel DMXBreak="1" Offset="1" Geometry="Lens"><LogicalChannel Attribute="Dimmer"><ChannelFunction Attribute="Dimmer" DMXFrom="0/1"/></LogicalChannel></DMXChannel><DMXChannel DMXBreak="1" Offset="0" Geometry="Lens"><LogicalChannel Attribute="Iris"/></DMXChannel></DMXChannels></DMXMode></DMXModes></FixtureType></GDTF>`;
  await bring('wader.gdtf', zipSync({ 'description.xml': strToU8(xml) }));
  await expect(page.getByRole('list', { name: 'Report' })).toContainText('names no slots of 1 to 512');
  await page.getByRole('button', { name: 'Put it on the Shelf' }).click();
  await expect(items(page).filter({ hasText: 'Wader 1' })).toBeVisible();

  await bring(
    'house.csv',
    'Instrument;Manufacturer;Wattage;Beam;Qty\r\nOld profile 26;Cinderpath;1,2 kW;20;14\r\nOld fresnel;Cinderpath;650;;6\r\n;;;;\r\n',
  );
  await page.getByLabel('Column of Name').selectOption('Instrument');
  const table = page.getByRole('table', { name: 'What will come' });
  await expect(table.getByRole('row', { name: /Old profile 26/ })).toContainText('1200 W');
  await expect(table.getByRole('row', { name: /Old profile 26/ })).toContainText('14');
  await page.getByRole('button', { name: 'Put 2 types on the Shelf' }).click();
  await expect(items(page).filter({ hasText: 'Old fresnel' })).toBeVisible();

  await bring(
    'tide.csv',
    'Code,Name,400,420,440,460,480,500,520,540,560,580,600,620,640,660,680,700\nT 1,Pool,60,70,75,70,60,50,40,20,10,5,2,1,1,1,1,1\nT 2,Sand,1,1,1,2,5,20,50,70,80,85,88,88,88,88,88,88\n',
  );
  await expect(page.getByRole('table', { name: 'What will come' }).getByRole('row', { name: /T 2/ })).toContainText('16 points');
  await page.getByRole('button', { name: 'Put 2 filters on the Shelf' }).click();

  await page
    .getByRole('navigation', { name: 'Kinds and folders' })
    .getByRole('button', { name: /Filters/ })
    .click();
  await page.getByLabel('Search the Shelf').fill('t 2');
  await items(page).filter({ hasText: 'Sand' }).click();
  await page.getByRole('button', { name: 'lamp 5600 K' }).click();
  await expect(page.getByText(/under the lamp 5600 K/)).toBeVisible();
  await page.getByLabel('Book to look in').selectOption('Saltmarsh');
  await expect(page.getByRole('region', { name: 'Nearest' }).getByRole('listitem')).toHaveCount(5);

  const whole = await (await page.request.get('/api/shelf/export')).body();
  await bring('Shelf.dessin.zip', whole);
  await expect(page.getByText(/are here already, by their content/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take 0 items' })).toBeDisabled();
});

test('an SVG becomes a symbol, cleaned; a PNG is traced; a DXF block is taken; each scaled by a typed width', async ({
  page,
}) => {
  await openShelf(page, /Symbols/);
  await page.getByRole('button', { name: 'New symbol' }).click();
  const bring = (name: string, buffer: Buffer, mimeType: string) =>
    page.getByTestId('symbol-picture').setInputFiles({ name, mimeType, buffer });
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 40 80"><script>alert(1)</script><rect width="40" height="80" onclick="alert(2)"/><circle cx="20" cy="20" r="10" fill="none"/></svg>';
  await bring('can.svg', Buffer.from(svg), 'image/svg+xml');
  await page.getByLabel('Width of the picture in mm').fill('200');
  await expect(page.getByRole('list', { name: 'Report' })).toContainText('only plain shapes were taken');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText('200 by 400 mm, 2 shapes')).toBeVisible();

  // A black disc on white, drawn by the page itself.
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [120, 120];
    const c = canvas.getContext('2d')!;
    c.fillStyle = '#fff';
    c.fillRect(0, 0, 120, 120);
    c.fillStyle = '#000';
    c.arc(60, 60, 40, 0, 7);
    c.fill();
    return canvas.toDataURL('image/png').slice(22);
  });
  await bring('disc.png', Buffer.from(png, 'base64'), 'image/png');
  await page.getByLabel('Width of the picture in mm').fill('300');
  await expect(page.getByText('1 shapes. Then click where the clamp is.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it' }).click();
  // 80 of 120 dots at 300 mm: 200 mm across.
  await expect(page.getByText(/^(199|20[0-2]) by (199|20[0-2]) mm, 1 shapes/)).toBeVisible();
  const board = page.getByRole('application', { name: 'Drawing board' });
  const box = (await board.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2 + 60);
  await expect(page.getByLabel('Clamp', { exact: true })).not.toHaveValue('0, 0');

  const dxf = [
    '0',
    'SECTION',
    '2',
    'BLOCKS',
    '0',
    'BLOCK',
    '8',
    '0',
    '2',
    'PAR',
    '70',
    '0',
    '10',
    '0',
    '20',
    '0',
    '3',
    'PAR',
    '0',
    'LINE',
    '8',
    '0',
    '10',
    '0',
    '20',
    '0',
    '11',
    '100',
    '21',
    '0',
    '0',
    'LINE',
    '8',
    '0',
    '10',
    '100',
    '20',
    '0',
    '11',
    '100',
    '21',
    '50',
    '0',
    'ENDBLK',
    '8',
    '0',
    '0',
    'ENDSEC',
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    '0',
    'LINE',
    '8',
    '0',
    '10',
    '0',
    '20',
    '0',
    '11',
    '9',
    '21',
    '0',
    '0',
    'ENDSEC',
    '0',
    'EOF',
  ].join('\r\n');
  await bring('stock.dxf', Buffer.from(dxf), 'application/dxf');
  await page.getByLabel('Block').selectOption('PAR');
  await page.getByLabel('Width of the picture in mm').fill('240');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByText('240 by 120 mm, 2 shapes')).toBeVisible();
  await bring('no.png', Buffer.from('hello'), 'image/png');
  await expect(page.getByRole('alert')).toContainText('cannot be read as a picture');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Store the symbol' }).click();
  await expect(items(page).filter({ hasText: 'New profile symbol' })).toBeVisible();
});

test('colours by code, stacked, straight for LED and from the Shelf; own columns; questions; stock; symbol sets; devices as parts', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const id = await newShow(page, 'Colours and columns');
  await drawPipe(page, [-4000, 3000], [4000, 3000], '6', 'LX 1');
  await page.getByRole('link', { name: /Hang/ }).click();
  await chooseType(page, 'aster 36');
  await dragFrom(page, [-3000, 3000], [3000, 3000], async () => {
    await page.keyboard.press('4');
  });
  await stored(page);
  await page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name: 'Select', exact: true }).click();
  const fixtures = async () =>
    (await recordsOf(page, id)).filter((record) => record.kind === 'fixture') as unknown as {
      parts: { colour: string; name: string; slots?: number; channel: string }[];
      own?: Record<string, string>;
      rental?: string;
    }[];
  await test.step('a code that only the Shelf knows brings its filter along; two are multiplied', async () => {
    await field(page, 'Colour', 'sm2c + smn2');
    await expect.poll(async () => (await fixtures())[0]!.parts[0]!.colour).toBe('Sm 2c + Sm n2');
    expect(
      (await recordsOf(page, id))
        .filter((record) => record.kind === 'filter')
        .map((record) => record.code)
        .sort(),
    ).toEqual(['Sm 2c', 'Sm n2']);
    // Sm 2c alone passes twice as much.
    await expect(page.getByText(/^30\.\d %/)).toBeVisible();
    await field(page, 'Colour', 'X 99');
    await expect(page.getByText('X 99 stands in no book here or on the Shelf.')).toBeVisible();
    await field(page, 'Colour', 'Sm 2c');
    await page.getByRole('button', { name: 'Nearest in my book' }).click();
    await expect(page.getByRole('list', { name: 'Nearest in my book' }).getByRole('listitem')).toHaveCount(1);
  });
  await test.step('an own column with a pick list that folds capitals and blanks, renamed everywhere', async () => {
    await byName(page, 'own columns and');
    await page.getByLabel('Name of the new column').fill('Purpose');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('Every fixture has a purpose already');
    await page.getByLabel('Name of the new column').fill('Remarks');
    await expect(page.getByText('Every fixture has that already: it is called Notes.')).toBeVisible();
    await page.getByLabel('Name of the new column').fill('Store');
    await page.getByLabel('Kind of the new column').selectOption('choice');
    await page.getByLabel('Its choices').fill('Van, Loft');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByLabel('Choice Loft', { exact: true })).toBeVisible();
    await page.getByLabel('More choices for Store').fill('Annex');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Choice Annex', { exact: true })).toBeVisible();
    await field(page, 'Store', 'Scene dock');
    await clickAt(page, -3000, 3000);
    await field(page, 'Store', 'scene  DOCK');
    await expect(page.getByLabel('Choice Scene dock', { exact: true })).toBeVisible();
    await field(page, 'Store', 'Scene dcok');
    await field(page, 'Store', 'Scenes dock');
    await expect(page.getByText('"Scenes dock" is nearly "Scene dock".')).toBeVisible();
    await page.getByRole('button', { name: 'Merge into Scene dock' }).click();
    await expect(page.getByLabel('Choice Scenes dock')).toHaveCount(0);
    await field(page, 'Choice Scene dock', 'Dock');
    await expect
      .poll(async () => (await fixtures()).map((fixture) => Object.values(fixture.own ?? {})[0]))
      .toEqual(['Dock', 'Dock', 'Dock', 'Dock']);
    await expect(page.getByRole('columnheader', { name: /Store/ })).toBeVisible();
  });
  await test.step('fixtures are chosen by any field in the palette', async () => {
    await page.keyboard.press('Escape');
    await byName(page, 'store = dock and unit >= 3');
    await expect(page.getByRole('heading', { name: '2 fixtures on LX 1' })).toBeVisible();
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder(/Do anything by name/).fill('speed = 3');
    await expect(page.getByRole('alert')).toContainText('There is no field named "speed"');
    await page.keyboard.press('Escape');
  });
  await test.step('two of four are rented; the house owns one: one more must be rented', async () => {
    await field(page, 'Rented', 'Marrow Hire');
    await byName(page, 'stock of the house');
    await field(page, 'The house owns Aster 36', '1');
    await expect(page.getByText('1 Aster 36 must be rented.')).toBeVisible();
  });
  await test.step('a scroller with slots of its own is a part with channel and address, a child row in the Ledger', async () => {
    const [scroller] = (await shelfItems(page)).filter((item) => item.kind === 'accessory' && item.summary.name === 'scroller');
    await page.goto('/shelf');
    await page
      .getByRole('button', { name: /Accessories/ })
      .first()
      .click();
    await items(page).filter({ hasText: 'scroller' }).click();
    await field(page, 'Own slots', '3');
    await expect.poll(async () => (await shelfItems(page)).find((item) => item.id === scroller!.id)!.version).toBeGreaterThan(1);
    await page.goto(`/shows/${id}/hang`);
    await stored(page);
    // The show's scroller was taken from the Shelf when the show was made: it hears of the newer one.
    await page.getByRole('button', { name: 'Types of this show' }).click();
    await page.getByRole('button', { name: 'Take scroller' }).click();
    await page.getByRole('button', { name: 'Close' }).click();
    await clickAt(page, -3000, 3000);
    await page.getByTestId('card').locator('details summary').first().click();
    await page.getByTestId('card').getByRole('checkbox', { name: 'scroller' }).last().check();
    await expect(page.getByRole('region', { name: 'Parts' })).toBeVisible();
    await field(page, 'Chan of scroller', '901');
    await field(page, 'Address of scroller', '2.1');
    await expect(page.getByRole('gridcell', { name: '2.1 - 2.3' })).toBeVisible();
    await expect
      .poll(async () => (await fixtures()).find((fixture) => fixture.parts.length === 2)?.parts[1])
      .toMatchObject({ name: 'scroller', slots: 3, channel: '901' });
  });
  await test.step('the symbol set of the whole show in one step', async () => {
    const outline = await page.evaluate(
      () =>
        (globalThis as unknown as { dessinSurface: { find: (id: string, kind: string) => { body: unknown[] } | null } })
          .dessinSurface !== undefined,
    );
    expect(outline).toBe(true);
    await byName(page, 'bold set');
    await expect
      .poll(async () => (await recordsOf(page, id)).find((record) => record.kind === 'settings')!.symbolSet)
      .toBe('bold');
    await page.keyboard.press('Control+z');
    await expect
      .poll(async () => (await recordsOf(page, id)).find((record) => record.kind === 'settings')!.symbolSet)
      .toBeUndefined();
  });
});

test('LED fixtures take a colour directly; it is the colour of their light', async ({ page }) => {
  await page.goto(`/shows/${await demoIdOf(page)}/hang`);
  await stored(page);
  await byName(page, 'type = tide');
  await page.getByLabel('Colour of the light').fill('#3366ff');
  await expect(page.getByLabel('Colour', { exact: true })).toHaveValue('#3366ff');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo: Colour/ }).click();
  await expect(page.getByLabel('Colour', { exact: true })).not.toHaveValue('#3366ff');
});

test('what another window does to the Shelf is seen at once; nobody asks for it every few seconds', async ({ page, context }) => {
  await page.clock.install();
  await openShelf(page);
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/api/shelf/revision')) asked.push(request.url());
  });
  const other = await context.newPage();
  await openShelf(other);
  const folders = page.getByRole('navigation', { name: 'Kinds and folders' });
  const [item] = await shelfItems(page);
  for (const name of ['From elsewhere', 'And another']) {
    await other.request.post('/api/shelf/folders', { data: { add: name } });
    await expect(folders.getByText(name)).toBeVisible({ timeout: 2000 });
  }
  // Longer than it was asked before, with nothing to be told; by the clock of the page.
  await page.clock.fastForward(20_000);
  expect((await shelfItems(page)).find(({ id }) => id === item!.id)).toEqual(item);
  expect(asked).toEqual([]);
  await other.close();
});
