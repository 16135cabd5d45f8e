/** Drafting in earnest: stage, positions, hanging and seeing, tried as a user would. */
import { expect, type Page, test } from './base.js';
import {
  byName,
  clickAt,
  demoIdOf,
  dragFrom,
  lookInSpace,
  newShow,
  recordsOf,
  screenOf,
  seenInSpace,
  settled,
  showIdOf,
  stored,
} from './helpers.js';

interface Rec {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly [field: string]: unknown;
}
const all = async (page: Page, kind: string, id = showIdOf(page)): Promise<Rec[]> => {
  await stored(page);
  return ((await recordsOf(page, id)) as unknown as Rec[]).filter((record) => record.kind === kind);
};
/** A copy of the demo, so that the stories do not stand in each other's way. */
async function openDemo(page: Page, step: string): Promise<string> {
  const response = await page.request.post(`/api/shows`, { data: { copyOf: await demoIdOf(page), name: `Demo for ${step}` } });
  const { id } = (await response.json()) as { id: string };
  await page.goto(`/shows/${id}/${step}`);
  await expect(page.getByTestId('drawing')).toBeVisible();
  await settled(page);
  return id;
}
const card = (page: Page) => page.getByTestId('card');
const positions = (page: Page) => page.getByRole('region', { name: 'Positions' });
async function point(page: Page, text: string): Promise<void> {
  const field = page.getByLabel('Next point');
  await field.fill(text);
  await field.press('Enter');
}
/** Where a record is drawn, world mm. */
const drawn = (page: Page, id: string, kind: string) =>
  page.evaluate(
    ([key, what]) => {
      const surface = (globalThis as unknown as { dessinSurface: { find: (id: string, kind: string) => unknown } }).dessinSurface;
      return surface.find(key!, what!) as {
        hit: { at: [number, number]; points: [number, number][] };
        tagBoxes: { tag: string; box: [number, number, number, number]; moved: boolean }[];
        locked: boolean;
      } | null;
    },
    [id, kind] as const,
  );

test('the stage: typed outlines, a dimension that stays attached, a note with its leader, a cloth; layers locked, hidden, restacked', async ({
  page,
}) => {
  await newShow(page, 'Stage story');
  await page.getByRole('link', { name: /^Stage/ }).click();
  await page.keyboard.press('o');
  await page.getByLabel('Height to').first().fill('0.4');
  await page.getByLabel('Name of the outline').fill('Platform');
  // Absolute, relative, by length and angle; the first corner closes.
  await point(page, '1, 2');
  await point(page, 'by 3, 0');
  await point(page, '2 at 90');
  await point(page, 'by -3, 0');
  await point(page, '1, 2');
  await expect(page.getByRole('heading', { name: 'Platform' })).toBeVisible();
  const [platform] = (await all(page, 'outline')).filter((outline) => outline.name === 'Platform');
  expect(platform).toMatchObject({ closed: true, zFrom: 0, zTo: 400, use: 'scenery' });
  expect((platform!.points as number[][]).map((p) => p.map(Math.round))).toEqual([
    [1000, 2000],
    [4000, 2000],
    [4000, 4000],
    [1000, 4000],
  ]);
  await point(page, 'nonsense');
  await expect(page.getByRole('alert')).toContainText('Type a point as');
  await page.keyboard.press('Escape');

  // Measured by its corners; moving a corner moves the figure.
  await byName(page, 'measure');
  await clickAt(page, 1000, 2000);
  await clickAt(page, 4000, 2000);
  await clickAt(page, 2500, 1300);
  await expect(card(page)).toContainText('Both ends are attached');
  await expect(card(page)).toContainText('3.00');
  const [dimension] = await all(page, 'dimension');
  expect(dimension).toMatchObject({
    from: { to: { id: platform!.id, point: 'c0' } },
    to: { to: { id: platform!.id, point: 'c1' } },
  });
  await page.keyboard.press('Escape');
  await clickAt(page, 4000, 3000);
  await card(page).getByLabel('Corner 2').fill('5, 2');
  await page.keyboard.press('Enter');
  await stored(page);
  await clickAt(page, 2500, 1300);
  await expect(card(page)).toContainText('4.00');

  // A note about the platform.
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await clickAt(page, 4000, 4000);
  await clickAt(page, 4500, 5500);
  await page.getByLabel('Text of the note').fill('Platform\n400 mm high');
  await page.keyboard.press('Enter');
  const [note] = await all(page, 'note');
  expect(note).toMatchObject({ text: 'Platform\n400 mm high', leader: { to: { id: platform!.id } } });

  // Given heights it stands in the elevation too.
  await card(page).getByLabel('Height from').fill('2');
  await page.keyboard.press('Enter');
  await card(page).getByLabel('Height to').fill('3');
  await page.keyboard.press('Enter');
  expect((await all(page, 'note'))[0]).toMatchObject({ zFrom: 2000, zTo: 3000 });

  // A leg: its bottom and height are asked.
  await page.getByRole('button', { name: 'Masking' }).first().click();
  await clickAt(page, -5000, 3000);
  await clickAt(page, -3500, 3000);
  await page.getByRole('button', { name: 'Hang the cloth' }).click();
  await expect(page.getByRole('alert')).toContainText('how high the cloth is');
  await page.getByLabel('Cloth height').fill('21\'4"');
  await page.keyboard.press('Enter');
  expect((await all(page, 'masking'))[0]).toMatchObject({ use: 'leg', width: 1500, height: 6502.4, z: 0, at: [-4250, 3000] });

  // Layers: locked is not to be picked, hidden is not drawn; a drag restacks; the selection goes to another.
  const layers = page.getByRole('region', { name: 'Layers' });
  await layers.getByRole('button', { name: /^Scenery is shown/ }).click();
  await settled(page);
  expect((await drawn(page, platform!.id, 'outline'))!.locked).toBe(true);
  await page.keyboard.press('Escape');
  await clickAt(page, 4500, 2000);
  await expect(card(page).or(page.getByText('Nothing is selected.'))).toContainText(/Nothing is selected|Leg|Stage floor/);
  await layers.getByRole('button', { name: /^Scenery is locked/ }).click();
  await settled(page);
  expect(await drawn(page, platform!.id, 'outline')).toBeNull();
  await layers.getByRole('button', { name: /^Scenery is hidden/ }).click();
  await layers
    .getByRole('listitem', { name: /^Layer Masking/ })
    .dragTo(layers.getByRole('listitem', { name: /^Layer Fixtures/ }), { steps: 12 });
  const order = (await all(page, 'layer')).sort((a, b) => Number(b.order) - Number(a.order)).map((layer) => layer.name);
  expect(order[0]).toBe('Masking');
  await layers.getByRole('button', { name: 'House higher' }).click();
  await clickAt(page, 2500, 4000);
  await page.getByLabel('Move the selection to the layer').selectOption({ label: 'House' });
  const house = (await all(page, 'layer')).find((layer) => layer.name === 'House')!;
  expect((await all(page, 'outline')).find((outline) => outline.id === platform!.id)!.layer).toBe(house.id);
  await layers.getByRole('button', { name: 'New house go to House' }).click();
  await expect(page.getByText('new house go to House')).toBeVisible();
});

test('a venue is read from DXF: layers, unit and origin on a preview, then it lies on locked layers; a broken file says where', async ({
  page,
}) => {
  await newShow(page, 'DXF story');
  await byName(page, 'read a venue from dxf');
  const line = (layer: string, x0: number, y0: number, x1: number, y1: number) => [
    '0',
    'LINE',
    '8',
    layer,
    '10',
    `${x0}`,
    '20',
    `${y0}`,
    '11',
    `${x1}`,
    '21',
    `${y1}`,
  ];
  const body = [
    ...line('WALLS', 10, 5, 24, 5),
    ...line('WALLS', 24, 5, 24, 14),
    ...line('NOISE', 0, 0, 1, 1),
    '0',
    'HATCH',
    '8',
    'NOISE',
  ];
  const dxf = ['0', 'SECTION', '2', 'ENTITIES', ...body, '0', 'ENDSEC', '0', 'EOF'].join('\n');
  const upload = (name: string, text: string) =>
    page.getByTestId('dxf-file').setInputFiles({ name, mimeType: 'application/dxf', buffer: Buffer.from(text) });
  await upload('broken.dxf', dxf.replace('\nENTITIES', '\nENTITIES\nstray'));
  await expect(page.getByRole('alert')).toContainText('Line 5 should be a group code');
  await upload('venue.dxf', dxf);
  await expect(page.getByTestId('dxf-size')).toContainText('The file does not say its unit. It is then 24.00 x 14.00 m large');
  await page.getByText('1 remark').click();
  await expect(page.getByRole('list', { name: 'Remarks' })).toContainText('1 HATCH entity was not read');
  await page.getByRole('checkbox', { name: /NOISE/ }).uncheck();
  // The origin: the corner of the walls, taken by a click near it.
  const box = (await page.getByTestId('dxf-preview').boundingBox())!;
  const k = Math.min((box.width - 40) / 24000, (box.height - 40) / 14000);
  const at = (x: number, y: number) =>
    [box.x + box.width / 2 + (x * 1000 - 12000) * k, box.y + box.height / 2 - (y * 1000 - 7000) * k] as const;
  await page.mouse.click(at(10, 5)[0] + 4, at(10, 5)[1] + 3);
  await page.getByRole('button', { name: 'Lay it on the stage' }).click();
  await expect(page.getByText(/venue.dxf lies on 1 locked layer/)).toBeVisible();
  const [backdrop] = await all(page, 'backdrop');
  expect(backdrop!.paths).toEqual([
    [0, 0, 14000, 0],
    [14000, 0, 14000, 9000],
  ]);
  expect((await all(page, 'layer')).find((layer) => layer.id === backdrop!.layer)).toMatchObject({
    name: 'DXF WALLS',
    state: 'locked',
  });
  // It is snapped to, though it is locked.
  await page.keyboard.press('o');
  await clickAt(page, 5900, 60);
  await expect(page.getByTestId('cursor')).toContainText('0.00');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Undo: Read venue.dxf/ }).click();
  expect(await all(page, 'backdrop')).toEqual([]);
});

test('positions: a truss and a racetrack by typed figures, one above the grid is said; groups go together; straights and arcs are joined', async ({
  page,
}) => {
  await newShow(page, 'Forms');
  const type = async (form: string, fields: Readonly<Record<string, string>>) => {
    await positions(page).getByLabel('Form').selectOption(form);
    await positions(page).getByRole('button', { name: 'Type it' }).click();
    const draft = page.getByRole('form', { name: 'The new position' });
    for (const [label, text] of Object.entries(fields)) await draft.getByLabel(label, { exact: true }).fill(text);
    await draft.getByRole('button', { name: 'Draw it' }).click();
  };
  await type('truss', { From: '-4, 2', To: '4, 2', Width: '0.4', Depth: "1'" });
  await expect(page.getByRole('alert')).toContainText('Type the trim height');
  await page.getByLabel('Trim height').fill('9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Truss 1' })).toBeVisible();
  expect((await all(page, 'position'))[0]).toMatchObject({
    use: 'truss',
    width: 400,
    depth: 304.8,
    from: 'lower',
    curve: { z: 9000 },
  });
  await page.getByRole('link', { name: /^Stage/ }).click();
  await page.getByLabel('Height of the grid').fill('8.5');
  await page.keyboard.press('Enter');
  await expect(card(page)).toContainText('0.50 above the grid, which is at 8.50');
  await page.getByRole('link', { name: /^Positions/ }).click();
  await card(page).getByLabel('Units hang from').selectOption('lower upstage');

  await type('racetrack', { Centre: '0, 5', 'Pipe length': '4', Radius: '1', 'Trim height': '5' });
  const track = (await all(page, 'position')).find((position) => position.name === 'Racetrack 1')!;
  expect((track.curve as { pieces: unknown[] }).pieces).toHaveLength(4);
  await type('half circle', { Centre: '-3, 8', Radius: '1', 'Start angle': '90', 'Trim height': '6' });
  await type('pipe', { From: '-3, 9', To: '1, 9', 'Trim height': '6', 'Pipe name': 'Straight' });
  await positions(page)
    .getByRole('button', { name: /^Arc 1/ })
    .click();
  await positions(page)
    .getByRole('button', { name: /^Straight/ })
    .click({ modifiers: ['Shift'] });
  await card(page).getByRole('button', { name: 'Join' }).click();
  await expect(page.getByRole('button', { name: /Undo: Join 2 positions into Arc 1/ })).toBeVisible();
  const joined = (await all(page, 'position')).find((position) => position.name === 'Arc 1')!;
  expect((joined.curve as { form: string; pieces: unknown[] }).pieces).toHaveLength(2);

  // A group is picked as one, and moves as one.
  await positions(page)
    .getByRole('button', { name: /^Truss 1/ })
    .click();
  await positions(page)
    .getByRole('button', { name: /^Racetrack 1/ })
    .click({ modifiers: ['Shift'] });
  await page.keyboard.press('g');
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await settled(page);
  await clickAt(page, 3000, 2000);
  await expect(page.getByRole('heading', { name: '2 positions' })).toBeVisible();
  await dragFrom(page, [3000, 2000], [3000, 2500]);
  const moved = await all(page, 'position');
  expect((moved.find((position) => position.name === 'Truss 1')!.curve as { a: number[] }).a[1]).toBe(2500);
  expect(
    (moved.find((position) => position.name === 'Racetrack 1')!.curve as { pieces: { a: number[] }[] }).pieces[0]!.a[1],
  ).toBe(4500);
});

test('the keyboard alone hangs a row and moves it', async ({ page }) => {
  await newShow(page, 'No mouse');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await byName(page, 'draw a pipe');
  await page.getByRole('button', { name: 'Type it' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Trim height')).toBeFocused();
  await page.keyboard.type('6.5');
  await page.keyboard.press('Tab');
  await page.keyboard.type('10');
  await page.keyboard.press('Tab');
  await page.keyboard.type('-5, 3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'LX 1' })).toBeVisible();
  await byName(page, 'hang fixtures');
  await page.getByLabel("Search the show's types").focus();
  await page.keyboard.type('aster 26');
  // A show has no types to begin with: this one comes from the Shelf.
  await expect(page.getByRole('button', { name: /^Aster 26/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('list', { name: 'Types' }).locator('[aria-pressed="true"]')).toBeVisible();
  await page.getByLabel('Row from').focus();
  await page.keyboard.type('-2');
  await page.keyboard.press('Tab');
  await page.keyboard.type('2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: '5 fixtures on LX 1' })).toBeVisible();
  // Keys belong to the field until it is left.
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowRight');
  const alongs = (await all(page, 'fixture')).map((fixture) => fixture.along as number).sort((a, b) => a - b);
  expect(alongs).toEqual([3100, 4100, 5100, 6100, 7100]);
  await page.keyboard.press('u');
  await page.getByLabel('Rule').focus();
  await page.keyboard.type('nudge');
  await page.getByLabel('By', { exact: true }).fill('-0.1');
  await page.keyboard.press('Enter');
  expect((await all(page, 'fixture')).map((fixture) => fixture.along as number).sort((a, b) => a - b)[0]).toBe(3000);
});

test('set out shows ghosts and figures first; overlaps are said; then it is one step', async ({ page }) => {
  await openDemo(page, 'positions');
  await positions(page).getByRole('button', { name: /^LX 3/ }).click();
  await page.getByRole('button', { name: 'Select its units' }).click();
  await page.keyboard.press('u');
  const panel = page.getByRole('form', { name: 'Set out' });
  await panel.getByLabel('Rule').selectOption('by spacing');
  await panel.getByLabel('Spacing').fill('0.15');
  await expect(panel.getByTestId('set-out-figures')).toContainText(/0.15 apart. \d+ overlaps, the worst by/);
  const before = (await all(page, 'fixture')).map((fixture) => fixture.along);
  await panel.getByLabel('Spacing').fill('0.6');
  await expect(panel.getByTestId('set-out-figures')).toContainText('0.60 apart.');
  expect((await all(page, 'fixture')).map((fixture) => fixture.along)).toEqual(before);
  await panel.getByRole('button', { name: 'Set out', exact: true }).click();
  const lx3 = (await all(page, 'position')).find((position) => position.name === 'LX 3')!;
  const along = (await all(page, 'fixture'))
    .filter((fixture) => fixture.position === lx3.id)
    .map((fixture) => fixture.along as number)
    .sort((a, b) => a - b);
  for (let i = 1; i < along.length; i++) expect(along[i]! - along[i - 1]!).toBeCloseTo(600, 6);
  await expect(page.getByRole('button', { name: /Undo: Set out 19 fixtures: by spacing/ })).toBeVisible();
});

test('ways to hang, accessories, painting, a change of type that says what it loses, and pasting into another show', async ({
  page,
}) => {
  await openDemo(page, 'positions');
  await positions(page).getByRole('button', { name: /^LX 2/ }).click();
  await page.getByRole('button', { name: 'Select its units' }).click();
  await card(page).getByLabel('Hangs').selectOption('arm left');
  await card(page).getByLabel('Arm').fill('0.5');
  await page.keyboard.press('Enter');
  await card(page).getByText('Accessories', { exact: true }).click();
  await card(page).getByRole('checkbox', { name: 'top hat', exact: true }).check();
  const lx2 = (await all(page, 'position')).find((position) => position.name === 'LX 2')!;
  let units = (await all(page, 'fixture')).filter((fixture) => fixture.position === lx2.id);
  expect(
    units.every(
      (fixture) => fixture.hang === 'arm left' && fixture.arm === 500 && (fixture.accessories as string[]).length === 1,
    ),
  ).toBe(true);
  // The tick that was set has the keys until the drawing gets them back.
  await page.keyboard.press('Escape');
  await page.keyboard.press('k');
  await expect(page.getByRole('region', { name: 'Key' })).toContainText('18');
  // An entry that is renamed is renamed in the Ledger too.
  await page.getByRole('region', { name: 'Key' }).getByLabel('Name of Can wide').fill('Can broad');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('ledger').getByText('Can broad').first()).toBeVisible();
  await page.keyboard.press('k');

  await card(page).getByText('Paint from the first chosen').click();
  await card(page)
    .getByRole('button', { name: /^Paint 17 others/ })
    .click();
  await expect(page.getByText(/17 fixtures took colour, purpose from unit/)).toBeVisible();
  units = (await all(page, 'fixture')).filter((fixture) => fixture.position === lx2.id);
  expect(new Set(units.map((fixture) => fixture.purpose)).size).toBe(1);

  await card(page)
    .getByLabel('Type')
    .selectOption({ label: 'Aster 26, Cinderpath' })
    .catch(() => card(page).getByLabel('Type').selectOption({ index: 3 }));
  await expect(page.getByText(/Changed to .*changed to the mode/)).toBeVisible();

  await page.keyboard.press('Control+c');
  await expect(page.getByText(/18 fixtures copied/)).toBeVisible();
  await newShow(page, 'Another show');
  await page.keyboard.press('e');
  await clickAt(page, -5000, 3000);
  await page.getByLabel('Trim height').fill('6');
  await page.getByLabel('Pipe length').fill('12');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'LX 1' })).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('heading', { name: '18 fixtures on LX 1' })).toBeVisible();
  const pasted = await all(page, 'fixture');
  expect(pasted).toHaveLength(18);
  expect((await all(page, 'type')).length).toBeGreaterThan(0);
  expect(
    pasted.every((fixture) =>
      (fixture.parts as { channel: string; address: null }[]).every((part) => part.channel === '' && part.address === null),
    ),
  ).toBe(true);
});

test('once issued, numbers are frozen and an addition becomes 4A; a renumber is offered', async ({ page }) => {
  await openDemo(page, 'positions');
  await page.getByRole('link', { name: /^Paper/ }).click();
  await page.getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await expect(page.getByText('Unit numbers are frozen')).toBeVisible();
  await page.getByRole('link', { name: /^Positions/ }).click();
  await positions(page).getByRole('button', { name: /^LX 3/ }).click();
  const lx3 = (await all(page, 'position')).find((position) => position.name === 'LX 3')!;
  const riding = (await all(page, 'fixture')).filter((fixture) => fixture.position === lx3.id);
  const four = riding.find((fixture) => fixture.unit === '4')!;
  const five = riding.find((fixture) => fixture.unit === '5')!;
  const half = ((four.along as number) + (five.along as number)) / 2 - 6200;
  await page.getByRole('link', { name: /^Hang/ }).click();
  await page.getByLabel("Search the show's types").fill('can narrow');
  await page.keyboard.press('Enter');
  await page.getByLabel('Position of the row').selectOption({ label: 'LX 3' });
  await page.getByLabel('Row from').fill(`${half}mm`);
  await page.keyboard.press('Enter');
  await expect(card(page)).toContainText('Unit 4A on LX 3');
  const after = (await all(page, 'fixture')).filter((fixture) => fixture.position === lx3.id);
  for (const fixture of riding) expect(after.find((item) => item.id === fixture.id)!.unit).toBe(fixture.unit);
  await page.getByRole('link', { name: /^Positions/ }).click();
  await positions(page).getByRole('button', { name: /^LX 3/ }).click();
  await expect(card(page)).toContainText('Numbers are frozen since issue A');
  await card(page).getByRole('button', { name: 'Renumber by the rule' }).click();
  await expect(page.getByRole('button', { name: /Undo: Renumber the units of 1 position/ })).toBeVisible();
  expect(
    (await all(page, 'fixture')).filter((fixture) => fixture.position === lx3.id).some((fixture) => fixture.unit === '4A'),
  ).toBe(false);
});

test('details: what is dragged in one is the real fixture; a detail goes where it is put, at its own size', async ({ page }) => {
  await openDemo(page, 'positions');
  await page.keyboard.press('f');
  await settled(page);
  const boom = (await all(page, 'position')).find((position) => position.name === 'Boom 1 SL')!;
  const unit = (await all(page, 'fixture')).find((fixture) => fixture.position === boom.id && fixture.along === 2600)!;
  const at = (await drawn(page, unit.id, 'fixture'))!.hit.at;
  await dragFrom(page, [at[0], at[1]], [at[0], at[1] + 700]);
  expect((await all(page, 'fixture')).find((fixture) => fixture.id === unit.id)!.along).toBe(3300);
  // By its name it is taken and put elsewhere.
  const before = (await drawn(page, boom.id, 'detail'))!.hit.points[0]!;
  await dragFrom(page, [before[0], before[1] + 150], [before[0] + 1500, before[1] - 2000]);
  const moved = (await all(page, 'position')).find((position) => position.id === boom.id)!;
  expect((moved.detail as { at: number[] }).at[0]).toBeGreaterThan(before[0] + 1000);
  await card(page).getByLabel('Size of the detail').fill('1.5');
  await page.keyboard.press('Enter');
  await card(page).getByLabel('Tick marks').selectOption({ label: 'from stage right or below, with figures' });
  expect((await all(page, 'position')).find((position) => position.id === boom.id)).toMatchObject({
    detail: { size: 1.5 },
    ticks: { from: 'start', figures: true },
  });
  await card(page).getByLabel('Show a detail').uncheck();
  await settled(page);
  expect(await drawn(page, boom.id, 'detail')).toBeNull();
});

test('section beside the plan: one selection, a trim dragged, sight lines, a line of one\u2019s own; the elevation too', async ({
  page,
}) => {
  await openDemo(page, 'positions');
  await page.keyboard.press('7');
  await expect(page.getByTestId('section')).toBeVisible();
  await positions(page).getByRole('button', { name: /^LX 1/ }).click();
  const place = async (x: number, z: number) => {
    const box = (await page.getByTestId('section').boundingBox())!;
    const { k, tx, ty } = await page.evaluate(() => ({
      ...(globalThis as unknown as { dessinSection: { view: { k: number; tx: number; ty: number } } }).dessinSection.view,
    }));
    return { x: box.x + x * k + tx, y: box.y + ty - z * k };
  };
  // LX 1 hangs 0.9 m upstage at 6.4 m; its name stands over it. Dragged a metre down by the pipe between two units.
  const from = await place(900, 6400);
  await page.mouse.move(from.x, from.y);
  const hovered = await page.evaluate(() =>
    (
      globalThis as unknown as { dessinSection: { pick: (x: number, y: number, kinds: string[]) => { id: string } | null } }
    ).dessinSection.pick(900, 6400, ['position']),
  );
  expect(hovered!.id).toBe((await all(page, 'position')).find((position) => position.name === 'LX 1')!.id);
  await page.keyboard.press('6');
  await settled(page, 'section');
  // In the elevation FOH 2 is the highest: taken where no unit hangs.
  const free = await page.evaluate(() => {
    const surface = (
      globalThis as unknown as {
        dessinSection: { pick: (x: number, y: number, kinds: string[]) => { id: string; kind: string } | null };
      }
    ).dessinSection;
    for (let x = -5900; x < 5900; x += 100) if (surface.pick(x, 7800, ['fixture', 'position'])?.kind === 'position') return x;
    return null;
  });
  const [end, lower] = [await place(free!, 7800), await place(free!, 7300)];
  await page.mouse.move(end.x, end.y);
  await page.mouse.down();
  await page.mouse.move(end.x, (end.y + lower.y) / 2, { steps: 3 });
  await page.mouse.move(end.x, lower.y, { steps: 3 });
  await page.mouse.up();
  const foh2 = (await all(page, 'position')).find((position) => position.name === 'FOH 2')!;
  expect(Math.abs((foh2.curve as { z: number }).z - 7300)).toBeLessThanOrEqual(50);
  await expect(page.getByRole('button', { name: /Undo: Trim of FOH 2 to 7.3/ })).toBeVisible();
  // A section on a line that is drawn, looking either way.
  await byName(page, 'draw the line of a section');
  await clickAt(page, -6000, 4000);
  await clickAt(page, 6000, 4000);
  await expect(page.getByText(/on the drawn line, looking upstage/)).toBeVisible();
  await page.getByRole('button', { name: 'Turn round' }).click();
  await expect(page.getByText(/on the drawn line, looking downstage/)).toBeVisible();
  await page.getByRole('button', { name: 'Centre line', exact: true }).click();
  await expect(page.getByText(/on the centre line, looking to stage right/)).toBeVisible();
  // What hangs end on stands apart over the drawing, and is picked there as at its pipe.
  await settled(page, 'section');
  const apart = await page.evaluate(() => {
    const surface = (
      globalThis as unknown as { dessinSection: { pick: (x: number, y: number, kinds: string[]) => { id: string } | null } }
    ).dessinSection;
    // The middle of where each is hit: a pointer takes what is near.
    const seen = new Map<string, { x: number; z: number; n: number }>();
    for (let z = 9000; z < 17000; z += 100)
      for (let x = -15000; x < 15000; x += 100) {
        const found = surface.pick(x, z, ['fixture']);
        if (!found) continue;
        const sum = seen.get(found.id) ?? { x: 0, z: 0, n: 0 };
        seen.set(found.id, { x: sum.x + x, z: sum.z + z, n: sum.n + 1 });
      }
    return [...seen].map(([id, { x, z, n }]) => [id, x / n, z / n] as const);
  });
  const fixtures = await all(page, 'fixture');
  const hangs = (await all(page, 'position')).find(({ name }) => name === 'LX 1')!.id;
  const mine = apart.filter(([id]) => fixtures.some((fixture) => fixture.id === id && fixture.position === hangs));
  expect(mine.length).toBeGreaterThan(6);
  const [id, x, z] = mine[2]!;
  const there = await place(x, z);
  await page.mouse.click(there.x, there.y);
  const { unit } = fixtures.find((fixture) => fixture.id === id)!;
  await expect(page.getByRole('heading', { name: `Unit ${unit} on LX 1` })).toBeVisible();
});

test('tag sets: switched in one click, edited, printed; a tag moved by hand stays and is marked', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  const [fixture] = (await all(page, 'fixture')).filter((item) => item.purpose === 'Back light');
  const tags = async () => (await drawn(page, fixture!.id, 'fixture'))!.tagBoxes.map((tag) => tag.tag);
  const at = (await drawn(page, fixture!.id, 'fixture'))!.hit.at;
  // Near enough that all lines of a chain are drawn.
  const screen = await screenOf(page, at[0], at[1]);
  await page.mouse.move(screen.x, screen.y);
  for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -240);
  await settled(page);
  await page.getByRole('button', { name: 'Programmer' }).click();
  await expect.poll(tags).toEqual(['channel', 'address']);
  await page.keyboard.press('t');
  await expect.poll(tags).toEqual(['channel', 'purpose']);
  await page.getByRole('button', { name: 'Edit the tag sets' }).click();
  const panel = page.getByRole('region', { name: 'Tag sets' });
  await panel.getByLabel('Enclosure 2').selectOption('hexagon');
  await panel.getByLabel('Field 2').selectOption('watts');
  await expect.poll(tags).toEqual(['watts', 'purpose']);
  // The sample says what the drawing says, and follows the choice.
  const sample = panel.getByRole('img', { name: /^Sample/ });
  await expect(sample).toHaveAttribute('data-says', /750 W/);
  await panel.getByLabel('Field 2').selectOption('channel');
  await expect(sample).not.toHaveAttribute('data-says', /750 W/);
  await panel.getByLabel('Field 2').selectOption('watts');
  await panel.getByRole('button', { name: 'Add a line' }).click();
  await panel.getByRole('button', { name: 'Print these on plates' }).click();
  const sets = await all(page, 'tagset');
  const design = sets.find((set) => set.name === 'Design')!;
  expect((design.lines as unknown[]).length).toBe(5);
  expect((await page.request.get(`/api/shows/${id}/out/plot.svg`)).ok()).toBe(true);
  const svg = await (await page.request.get(`/api/shows/${id}/out/plot.svg`)).text();
  expect(svg).toContain('750 W');

  const box = (await drawn(page, fixture!.id, 'fixture'))!.tagBoxes[0]!.box;
  const middle = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2] as const;
  await dragFrom(page, middle, [middle[0] + 600, middle[1] + 500]);
  await expect
    .poll(async () => (await drawn(page, fixture!.id, 'fixture'))!.tagBoxes.find((tag) => tag.tag === 'watts')!.moved)
    .toBe(true);
  const kept = (await all(page, 'fixture')).find((item) => item.id === fixture!.id)!;
  expect(kept.tagMoves).toHaveLength(1);
  await byName(page, 'put tags that were moved by hand back');
  expect((await all(page, 'fixture')).find((item) => item.id === fixture!.id)!.tagMoves).toBeUndefined();
});

test('colours of the drawing with a legend; a line of it selects', async ({ page }) => {
  await openDemo(page, 'hang');
  await page.getByLabel('Colour by').selectOption('purpose');
  const legend = page.getByRole('region', { name: 'Coloured by purpose' });
  await legend.getByRole('button', { name: /Back wash/ }).click();
  await expect(page.getByRole('heading', { name: '5 fixtures on LX 2' })).toBeVisible();
});

test('in 3D a unit goes along its position and a boom up and down; one walks and turns by keys', async ({ page }) => {
  test.slow();
  await openDemo(page, 'positions');
  await page.keyboard.press('3');
  const three = page.getByTestId('three');
  await expect(three).toHaveAttribute('data-drawn', 'from the house', { timeout: 30_000 });
  await lookInSpace(page, 'from the wings');
  // Under LX 2 one looks up at it.
  await three.focus();
  for (let i = 0; i < 9; i++) await page.keyboard.press('Shift+ArrowUp');
  await expect(three).toHaveAttribute('data-drawn', 'moved');
  await expect(three).toHaveAttribute('data-quality', 'rest', { timeout: 30_000 });
  const drag = async (from: readonly [number, number, number], to: readonly [number, number, number], name: RegExp) => {
    const [a, b] = [await seenInSpace(page, from), await seenInSpace(page, to)];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
    await page.mouse.move(b.x, b.y, { steps: 3 });
    await page.mouse.up();
    await expect(page.getByRole('button', { name })).toBeVisible();
  };
  const before = await all(page, 'fixture');
  await drag([-3000, 2300, 6500], [-1800, 2300, 6500], /^Undo: Move unit 13 on LX 2/);
  await drag([5900, 2100, 2000], [5900, 2100, 2400], /^Undo: Trim of Boom 1 SL/);
  await stored(page);
  const boom = (await all(page, 'position')).find(({ name }) => name === 'Boom 1 SL')!;
  expect((boom.curve as { z: number }).z).toBeGreaterThan(100);
  const moved = (await all(page, 'fixture')).filter(({ id, along }) => before.find((one) => one.id === id)!.along !== along);
  expect(moved).toHaveLength(1);
});

test('in the section alone Escape closes the panel, then lets go of the selection; what is hovered is lit in both panes', async ({
  page,
}) => {
  await openDemo(page, 'positions');
  await positions(page).getByRole('button', { name: /^LX 1/ }).click();
  await page.keyboard.press('5');
  await page.keyboard.press('c');
  await expect(page.getByRole('form', { name: 'Copies' })).toBeVisible();
  // It takes the focus to its first field: Escape leaves that, and then the panel.
  await expect(page.getByRole('form', { name: 'Copies' }).locator(':focus')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('form', { name: 'Copies' })).toBeHidden();
  await expect(page.getByRole('heading', { name: 'LX 1' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Nothing is selected.')).toBeVisible();
  // Selected in the section, selected on the plan.
  await page.keyboard.press('7');
  await settled(page, 'section');
  const boom = (await all(page, 'position')).find((position) => position.name === 'Boom 1 SR')!;
  const unit = (await all(page, 'fixture')).find((fixture) => fixture.position === boom.id && fixture.along === 1500)!;
  const at = await page.evaluate(
    (id) =>
      (
        globalThis as unknown as {
          dessinSection: {
            view: { k: number; tx: number; ty: number };
            find: (id: string, kind: string) => { hit: { at: [number, number] } };
          };
        }
      ).dessinSection.find(id, 'fixture').hit.at,
    unit.id,
  );
  const box = (await page.getByTestId('section').boundingBox())!;
  const { k, tx, ty } = await page.evaluate(() => ({
    ...(globalThis as unknown as { dessinSection: { view: { k: number; tx: number; ty: number } } }).dessinSection.view,
  }));
  await page.mouse.click(box.x + at[0] * k + tx, box.y + ty - at[1] * k);
  await expect(page.getByRole('heading', { name: 'Unit 3 on Boom 1 SR' })).toBeVisible();
});

test('a section that is opened shows every unit, below its bar and inside the pane', async ({ page }) => {
  await openDemo(page, 'hang');
  await page.getByRole('tab', { name: 'Section', exact: true }).click();
  await expect(page.getByTestId('section')).toBeVisible();
  const bar = await page.getByRole('button', { name: 'Sight lines' }).boundingBox();
  const pane = await page.getByTestId('section').boundingBox();
  const heights = () =>
    page.evaluate(() => {
      const { all, view } = (
        globalThis as unknown as {
          dessinSection: { all: (kind: string) => { box: number[] }[]; view: { ty: number; k: number } };
        }
      ).dessinSection;
      return all('fixture').map(({ box }) => [view.ty - (box[3] ?? 0) * view.k, view.ty - (box[1] ?? 0) * view.k] as const);
    });
  await expect
    .poll(async () => Math.min(...(await heights()).map(([top]) => top)))
    .toBeGreaterThan(bar!.y + bar!.height - pane!.y);
  expect(Math.max(...(await heights()).map(([, bottom]) => bottom))).toBeLessThan(pane!.height);
});
