/** Positions of every body in every shape, rooms of walls, setting out apart, and units that face forward. */
import { expect, type Page, test } from './base.js';
import { newShow, openDemo, recordsOf, showIdOf, stored } from './helpers.js';

interface Probe {
  readonly view: { readonly k: number; readonly tx: number; readonly ty: number };
  readonly find: (id: string, kind: string) => { readonly hit: { readonly at: readonly [number, number] } };
}
const card = (page: Page) => page.getByTestId('card');
async function typed(page: Page, form: string, figures: Readonly<Record<string, string>>, body?: string): Promise<void> {
  await page.getByLabel('Form', { exact: true }).selectOption(form);
  await page.getByRole('button', { name: 'Type it' }).click();
  const fields = page.getByRole('form', { name: 'The new position' });
  if (body) await fields.getByLabel('Made of').selectOption(body);
  for (const [label, text] of Object.entries(figures)) await fields.getByLabel(label, { exact: true }).fill(text);
  await fields.getByRole('button', { name: 'Draw it' }).click();
  await expect(fields).toBeHidden();
}

test('a ring, an arc and a tower of truss, a pipe from its middle; a racetrack gets another radius; its form says its own', async ({
  page,
}) => {
  const show = await newShow(page, `Forms ${Date.now()}`);
  await page.getByLabel('Form', { exact: true }).selectOption('ring');
  await expect(page.getByRole('button', { name: 'Click its centre, then a point of it' })).toBeVisible();
  await typed(page, 'ring', { 'Trim height': '5', Centre: '0, 4', Radius: '2', Width: '0.4', Depth: '0.35' }, 'box');
  await expect(card(page).getByLabel('Made of')).toHaveValue('box');
  await typed(page, 'tower', { 'Trim height': '0', 'Foot at': '-4, 1' });
  await typed(page, 'arc', { 'Trim height': '6', Centre: '0, 0', Radius: '3', 'Start angle': '45' }, 'triangle down');
  await page.getByLabel('Form', { exact: true }).selectOption('pipe');
  await page.getByRole('button', { name: 'Type it' }).click();
  const fields = page.getByRole('form', { name: 'The new position' });
  await expect(fields).toContainText('or click its other end');
  await fields.getByLabel('Drawn from').selectOption('middle');
  await fields.getByLabel('Trim height').fill('6.5');
  await fields.getByLabel('Middle').fill('1, 3');
  await fields.getByLabel('Pipe length').fill('6');
  await fields.getByRole('button', { name: 'Draw it' }).click();
  await typed(page, 'racetrack', { 'Trim height': '5', Centre: '0, 5', 'Pipe length': '4', Radius: '1' });
  for (const [label, text] of [
    ['Radius', '1.5'],
    ['Straights', '6'],
  ] as const) {
    await card(page).getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Enter');
  }
  await stored(page);
  const positions = (await recordsOf(page, show)).filter(({ kind }) => kind === 'position');
  const named = (name: string) => positions.find((position) => position.name === name);
  expect(named('Ring 1')).toMatchObject({ use: 'ring', section: 'box', width: 400, depth: 350, from: 'lower' });
  expect(named('Tower 1')).toMatchObject({ use: 'boom', section: 'box', base: 600, curve: { form: 'vertical', height: 6000 } });
  expect(named('Arc 1')).toMatchObject({ section: 'triangle down', curve: { form: 'arc', start: 45, sweep: 90 } });
  expect(named('LX 1')).toMatchObject({ curve: { a: [-2000, 3000], b: [4000, 3000] } });
  expect(named('Racetrack 1')).toMatchObject({
    curve: { pieces: [{ a: [-3000, 3500], b: [3000, 3500] }, { centre: [3000, 5000], radius: 1500 }, {}, {}] },
  });
});

test('a whole room in one gesture, its walls of a thickness; what is drawn becomes something else', async ({ page }) => {
  const show = await newShow(page, `Room ${Date.now()}`);
  await page.getByRole('link', { name: /^Stage/ }).click();
  await page.getByRole('button', { name: 'Outline', exact: true }).click();
  await page.getByLabel('Shape').selectOption('room');
  const stage = page.getByRole('region', { name: 'Stage' });
  for (const [label, text] of [
    ['Width', '20'],
    ['Depth', '14'],
    ['Height to', '6'],
  ] as const)
    await stage.getByLabel(label, { exact: true }).fill(text);
  await stage.getByRole('button', { name: 'Make the room' }).click();
  await expect(card(page).getByLabel('Thickness')).toHaveValue('0.20');
  await stored(page);
  const room = (await recordsOf(page, show)).find((record) => record.kind === 'outline' && record.thickness)!;
  expect(room).toMatchObject({ use: 'wall', closed: true, thickness: 200, zFrom: 0, zTo: 6000 });
  expect((room.points as number[][])[0]).toEqual([-10200, -7200]);
  await card(page).getByLabel('What the outline is').selectOption('scenery');
  await expect(card(page).getByLabel('Thickness')).toBeHidden();
});

test('setting out says nothing before anything is typed; fixtures go apart to both sides; a unit faces forward', async ({
  page,
}) => {
  await openDemo(page, 'positions');
  const positions = page.getByRole('region', { name: 'Positions' });
  await positions.getByRole('button', { name: /^LX 2/ }).click();
  await page.getByRole('button', { name: 'Select its units' }).click();
  const before = (await recordsOf(page, showIdOf(page))).filter(({ kind }) => kind === 'fixture');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('set out the selection');
  await page.keyboard.press('Enter');
  const form = page.getByRole('form', { name: 'Set out' });
  await form.getByLabel('Rule').selectOption('away from the centre line');
  await expect(form.getByRole('status')).toHaveCount(0);
  await form.getByLabel('By').fill('0.05');
  await form.getByRole('button', { name: 'Set out', exact: true }).click();
  await stored(page);
  const after = await recordsOf(page, showIdOf(page));
  const moved = before.flatMap((fixture) => {
    const now = after.find(({ id }) => id === fixture.id)!;
    return now.along === fixture.along ? [] : [Math.round((now.along as number) - (fixture.along as number))];
  });
  expect(moved.filter((by) => by === 50).length).toBeGreaterThan(3);
  expect(moved.filter((by) => by === -50).length).toBeGreaterThan(3);
  expect(moved.every((by) => Math.abs(by) === 50)).toBe(true);
  await page.keyboard.press('Escape');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+z');
  await card(page).getByLabel('Hangs').selectOption('forward');
  await stored(page);
  const forward = (await recordsOf(page, showIdOf(page))).filter(({ hang }) => hang === 'forward');
  // All that was chosen, and nothing else.
  const on = before.filter(({ position }) => position === forward[0]?.position);
  expect(forward.map(({ id }) => id).sort()).toEqual(on.map(({ id }) => id).sort());
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('Control+z');
  await stored(page);
});

test('a unit has a name that counts and a pen of its own; who points at it reads what it is', async ({ page }) => {
  await openDemo(page, 'hang');
  const show = showIdOf(page);
  const records = await recordsOf(page, show);
  const position = records.find(({ kind, name }) => kind === 'position' && name === 'LX 4')!;
  await page.getByRole('link', { name: /^Positions/ }).click();
  await page.getByRole('region', { name: 'Positions' }).getByRole('button', { name: /^LX 4/ }).click();
  await page.getByRole('button', { name: 'Select its units' }).click();
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('q');
  const figures = page.getByRole('form', { name: 'Type figures' });
  await figures.getByLabel('Field to type').selectOption('name');
  await figures.getByLabel('Figures').fill('Gobo door 1');
  await page.keyboard.press('Enter');
  await card(page).getByLabel('Pen', { exact: true }).fill('plum');
  await page.keyboard.press('Enter');
  await stored(page);
  const units = (await recordsOf(page, show)).filter((record) => record.kind === 'fixture' && record.position === position.id);
  expect(units.every(({ pen }) => pen === 'plum')).toBe(true);
  expect(units.map(({ name }) => name).sort()).toEqual(units.map((_, i) => `Gobo door ${i + 1}`).sort());
  await expect(page.getByRole('columnheader', { name: /^Name/ })).toBeVisible();
  const spot = await page.evaluate((id) => {
    const surface = (globalThis as unknown as { dessinSurface: Probe }).dessinSurface;
    const { k, tx, ty } = surface.view;
    const [x, y] = surface.find(id, 'fixture').hit.at;
    return [x * k + tx, ty - y * k] as const;
  }, units[0]!.id);
  const box = (await page.getByTestId('drawing').boundingBox())!;
  await page.mouse.move(box.x + spot[0], box.y + spot[1]);
  await expect(page.getByTestId('pointed-at')).toContainText(/LX 4 \d+ {2}Gobo door \d+ {2}· {2}[\d-]+ {2}· {2}\d+\.\d+/);
  await page.getByTestId('drawing').focus();
  for (let n = 0; n < 2; n++) await page.keyboard.press('Control+z');
  await stored(page);
});
