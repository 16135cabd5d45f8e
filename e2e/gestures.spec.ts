/**
 * The jobs of the week of drafting, again, with gestures counted: one press until release, one entry or choice, one key.
 * How many the same jobs took before stands in the issue that they were found in.
 */
import { expect, type Locator, type Page, test } from './base.js';
import { recordsOf, screenOf, settled, showIdOf, stored } from './helpers.js';

/** A user's hands: whatever they do is counted. */
class Hands {
  count = 0;
  constructor(readonly page: Page) {}
  async click(what: Locator, options: Parameters<Locator['click']>[0] = {}): Promise<void> {
    this.count++;
    await what.click(options);
  }
  async enter(what: Locator, text: string): Promise<void> {
    this.count++;
    await what.fill(text);
  }
  async choose(what: Locator, value: Parameters<Locator['selectOption']>[0]): Promise<void> {
    this.count++;
    await what.selectOption(value);
  }
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.count++;
      await this.page.keyboard.press(key);
    }
  }
  /** Typed where the focus is. */
  async type(text: string): Promise<void> {
    this.count++;
    await this.page.keyboard.type(text);
  }
  async clickAt(x: number, y: number): Promise<void> {
    this.count++;
    const at = await screenOf(this.page, x, y);
    await this.page.mouse.click(at.x, at.y);
  }
  /** By name: three gestures. */
  async byName(text: string): Promise<void> {
    await this.press('Control+k');
    await expect(this.page.getByPlaceholder('Do anything by name').last()).toBeFocused();
    await this.type(text);
    await this.page.locator('[cmdk-item][aria-selected="true"]').first().waitFor();
    await this.press('Enter');
    await expect(this.page.getByPlaceholder('Do anything by name')).toHaveCount(0);
  }
  /** The form of the start page. */
  async newShow(name: string, units?: 'Feet and inches'): Promise<string> {
    await this.page.goto('/');
    const form = this.page.getByRole('form', { name: 'New show' });
    await this.enter(form.getByLabel('Name'), name);
    if (units) await this.click(form.getByLabel(units));
    await this.press('Enter');
    await this.page.waitForURL(/\/positions$/);
    await settled(this.page);
    return showIdOf(this.page);
  }
  /** A position by its figures. */
  async position(form: string, figures: Readonly<Record<string, string>>): Promise<void> {
    await this.choose(this.page.getByLabel('Form', { exact: true }), form);
    await this.click(this.page.getByRole('button', { name: 'Type it' }));
    const fields = this.page.getByRole('form', { name: 'The new position' });
    for (const [label, text] of Object.entries(figures)) await this.enter(fields.getByLabel(label, { exact: true }), text);
    await this.press('Enter');
    await expect(fields).toBeHidden();
  }
  /** A row of a type on what was drawn or chosen last. */
  async row(type: string, many: number, from?: string, to?: string): Promise<void> {
    await this.press('h');
    await expect(this.page.getByLabel("Search the show's types")).toBeFocused();
    await this.type(type);
    await expect(this.page.getByRole('list', { name: 'Types' }).getByRole('button').first()).toBeVisible();
    await this.press('Enter');
    await expect(this.page.getByRole('list', { name: 'Types' }).locator('[aria-pressed="true"]')).toBeVisible();
    await this.press('Enter');
    await expect(this.page.getByLabel('Units in a row')).toBeFocused();
    await this.type(String(many));
    if (from && to) {
      await this.enter(this.page.getByLabel('Row from'), from);
      await this.enter(this.page.getByLabel('Row to'), to);
    }
    await this.press('Enter');
    await expect(this.page.getByRole('heading', { name: many === 1 ? /^Unit/ : `${many} fixtures` })).toBeVisible();
  }
  told(job: string, before: number, most: number): void {
    console.log(`      ${job}: ${this.count} gestures, ${before} before, at most ${most} asked`);
    expect(this.count).toBeLessThanOrEqual(most);
  }
}
const of = async (page: Page, show: string, kind: string) => {
  await stored(page);
  return (await recordsOf(page, show)).filter((record) => record.kind === kind);
};

test('without a mouse: placed, duplicated, turned, numbered 1, 11, 21, purpose, colour, gobo, a spare, another type', async ({
  page,
}) => {
  const hands = new Hands(page);
  await page.goto('/');
  const name = page.getByRole('form', { name: 'New show' }).getByLabel('Name');
  await expect(name).toBeVisible();
  while (!(await name.evaluate((node) => node === document.activeElement))) await hands.press('Tab');
  await hands.type('No mouse at all');
  await hands.press('Enter');
  await page.waitForURL(/\/positions$/);
  await settled(page);
  const show = showIdOf(page);
  // A pipe: its first end, its trim, its length.
  await hands.press('e');
  await expect(page.getByLabel('Next point')).toBeVisible();
  await hands.type('-5, 3');
  await hands.press('Enter');
  await expect(page.getByLabel('Trim height')).toBeFocused();
  await hands.type('6.5');
  await hands.press('Tab');
  await hands.type('10');
  await hands.press('Enter');
  await expect(page.getByRole('heading', { name: 'LX 1' })).toBeVisible();
  await hands.row('aster 26', 3);
  await hands.press('Escape', 'Control+d');
  await expect(page.getByRole('button', { name: /Undo: Duplicate 3 fixtures/ })).toBeVisible();
  await hands.press(',');
  await hands.press('q');
  await expect(page.getByLabel('Figures', { exact: true })).toBeFocused();
  await hands.type('1, 11');
  await hands.press('Enter');
  await hands.byName('purpose: Back light; colour: Sm 8a; gobo: 41');
  await expect(page.getByRole('button', { name: /Undo: Write Purpose Back light/ })).toBeVisible();
  await hands.byName('21');
  await hands.byName('spare');
  await hands.byName('11');
  await hands.byName('type: heron');
  await expect(page.getByRole('button', { name: /Undo: Write Type heron/ })).toBeVisible();
  const fixtures = await of(page, show, 'fixture');
  const part = (fixture: (typeof fixtures)[number]) => (fixture.parts as { channel: string; colour: string }[])[0]!;
  const numbered = fixtures.filter((fixture) => part(fixture).channel || fixture.spare);
  expect(fixtures).toHaveLength(6);
  expect(numbered).toHaveLength(3);
  expect(numbered.map((fixture) => [part(fixture).colour, fixture.purpose, fixture.gobo, fixture.spin])).toEqual(
    Array(3).fill(['Sm 8a', 'Back light', '41', 45]),
  );
  expect(numbered.map((fixture) => part(fixture).channel).sort()).toEqual(expect.arrayContaining(['1', '11']));
  expect(fixtures.filter((fixture) => fixture.spare)).toHaveLength(1);
  const heron = (await of(page, show, 'type')).find((type) => type.name === 'Heron')!;
  expect(fixtures.filter((fixture) => fixture.type === heron.id).map((fixture) => part(fixture).channel)).toEqual(['11']);
  hands.told('The whole of it without a mouse', 200, 60);
});

test('a ballroom rig in feet: the room, four trusses, a ring, four towers, ninety lights with numbers and addresses', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const hands = new Hands(page);
  const show = await hands.newShow('Winter ball', 'Feet and inches');
  await hands.click(page.getByRole('link', { name: /^Stage/ }));
  await hands.click(page.getByRole('button', { name: 'Outline', exact: true }));
  await hands.choose(page.getByLabel('Shape'), 'room');
  const stage = page.getByRole('region', { name: 'Stage' });
  await hands.enter(stage.getByLabel('Width', { exact: true }), "100'");
  await hands.enter(stage.getByLabel('Depth', { exact: true }), "60'");
  await hands.enter(stage.getByLabel('Height to', { exact: true }), "20'");
  await hands.click(stage.getByRole('button', { name: 'Make the room' }));
  await hands.click(page.getByRole('link', { name: /^Positions/ }));
  // One truss with its twelve lights, and three more beside it.
  await hands.position('truss', { 'Trim height': "18'", From: "-20', -15'", 'Pipe length': "40'" });
  await hands.row('aster 36', 12);
  await hands.byName('purpose: Tables; colour: Sm 3a');
  await hands.byName('Truss 1');
  await hands.press('c');
  const copies = page.getByRole('form', { name: 'Copies' });
  await hands.enter(copies.getByLabel('Upstage'), "10'");
  await hands.enter(copies.getByLabel('How many'), '3');
  await hands.press('Enter');
  await expect(copies).toBeHidden();
  // A ring over the floor for dancing.
  await hands.click(page.getByRole('link', { name: /^Positions/ }));
  await hands.position('ring', { 'Trim height': "16'", Centre: '0, 0', Radius: "6'" });
  await hands.row('tide', 12);
  await hands.byName('purpose: Floor');
  // A tower with six in a corner, one upstage of it, and both on the other side.
  await hands.click(page.getByRole('link', { name: /^Positions/ }));
  await hands.position('tower', { 'Trim height': '0', 'Foot at': "-45', -25'", 'Pipe length': "14'" });
  await hands.row('heron', 6, "4'", "13'");
  await hands.byName('purpose: Band');
  await hands.byName('Tower 1');
  await hands.press('c');
  await hands.enter(copies.getByLabel('Upstage'), "50'");
  await hands.enter(copies.getByLabel('How many'), '1');
  await hands.press('Enter');
  await expect(copies).toBeHidden();
  await hands.click(page.getByRole('link', { name: /^Positions/ }));
  const list = page.getByRole('region', { name: 'Positions' });
  await hands.click(list.getByRole('button', { name: /^Tower 1/ }));
  await hands.click(list.getByRole('button', { name: /^Tower 2/ }), { modifiers: ['Shift'] });
  await hands.press('m');
  // All channels, then all addresses.
  await hands.byName('select all fixtures');
  await hands.byName('channel: 1');
  await hands.click(page.getByRole('link', { name: /^Patch/ }));
  await hands.click(page.getByRole('button', { name: 'Give addresses' }));
  await expect(page.getByRole('button', { name: /Undo: Give addresses|Undo: Patch/ })).toBeVisible();
  const fixtures = await of(page, show, 'fixture');
  expect(fixtures).toHaveLength(4 * 12 + 12 + 4 * 6);
  const parts = fixtures.flatMap((fixture) => fixture.parts as { channel: string; address: number | null }[]);
  expect(new Set(parts.map((part) => part.channel)).size).toBe(parts.length);
  expect(parts.every((part) => part.address !== null)).toBe(true);
  const positions = await of(page, show, 'position');
  expect(positions.map((position) => position.name).sort()).toEqual(
    ['Ring 1', 'Tower 1', 'Tower 2', 'Tower 3', 'Tower 4', 'Truss 1', 'Truss 2', 'Truss 3', 'Truss 4'].sort(),
  );
  hands.told('Ballroom rig in feet', 165, 90);
});

test('a boom with details: its heights figured, arms to both sides, its detail larger and where it is wanted', async ({
  page,
}) => {
  const hands = new Hands(page);
  const show = await hands.newShow('One boom');
  await hands.position('boom', { 'Trim height': '0', 'Foot at': '-6, 2', 'Pipe length': '4.5' });
  await hands.row('aster 26', 4, '0.8', '3.8');
  await hands.byName('channel: 101, 111; purpose: Side; colour: Sm 8a');
  // Every second one on the other arm.
  const card = page.getByTestId('card');
  await hands.choose(card.getByLabel('Hangs'), 'arm left');
  const cell = (channel: string) => page.getByTestId('ledger').getByRole('gridcell', { name: channel, exact: true });
  await hands.click(cell('111'));
  await hands.click(cell('131'), { modifiers: ['Control'] });
  await hands.choose(card.getByLabel('Hangs'), 'arm right');
  await hands.byName('Boom 1');
  await hands.choose(card.getByLabel('Tick marks'), 'start figures');
  await hands.enter(card.getByLabel('Size of the detail'), '2');
  await hands.enter(card.getByLabel('Where the detail lies'), '-11, 4');
  await hands.press('Enter');
  await expect(page.getByRole('button', { name: /Undo: Place the detail/ })).toBeVisible();
  const [boom] = await of(page, show, 'position');
  expect(boom).toMatchObject({
    curve: { form: 'vertical', at: [-6000, 2000], height: 4500 },
    ticks: { from: 'start', figures: true },
    detail: { shown: true, at: [-11000, 4000], size: 2 },
  });
  const units = (await of(page, show, 'fixture')).sort((a, b) => (a.along as number) - (b.along as number));
  expect(units.map((unit) => [unit.along, unit.hang])).toEqual([
    [800, 'arm left'],
    [1800, 'arm right'],
    [2800, 'arm left'],
    [3800, 'arm right'],
  ]);
  expect(units.map((unit) => [(unit.parts as { channel: string }[])[0]!.channel, unit.purpose])).toEqual(
    ['101', '111', '121', '131'].map((channel) => [channel, 'Side']),
  );
  hands.told('Boom with details', 61, 30);
});

test('a festival rig of a hundred heads: trusses with their heads, universes for each, serpentine numbers', async ({ page }) => {
  test.setTimeout(120_000);
  const hands = new Hands(page);
  const show = await hands.newShow('Field stage');
  await hands.position('truss', { 'Trim height': '9', From: '-9, 1', 'Pipe length': '18' });
  await hands.row('heron', 20);
  await hands.byName('purpose: Front wash');
  await hands.byName('Truss 1');
  await hands.press('c');
  const copies = page.getByRole('form', { name: 'Copies' });
  await hands.enter(copies.getByLabel('Upstage'), '2.5');
  await hands.enter(copies.getByLabel('How many'), '3');
  await hands.press('Enter');
  await expect(copies).toBeHidden();
  await hands.click(page.getByRole('link', { name: /^Positions/ }));
  await hands.position('tower', { 'Trim height': '0', 'Foot at': '-10, 5', 'Pipe length': '8' });
  await hands.row('heron', 10, '1', '7.5');
  await hands.byName('purpose: Side');
  await hands.byName('Tower 1');
  await hands.press('m');
  await hands.byName('select all fixtures');
  await hands.click(page.getByRole('link', { name: /^Number/ }));
  const number = page.getByRole('form', { name: 'Number' });
  await hands.choose(number.getByLabel('Order', { exact: true }), 'left to right');
  await hands.choose(number.getByLabel('Rows', { exact: true }), 'serpentine');
  await hands.enter(number.getByLabel('Start', { exact: true }), '201');
  await hands.press('Enter');
  await hands.click(page.getByRole('link', { name: /^Patch/ }));
  await hands.click(page.getByText('Gaps, round slots, blocks, universes'));
  await hands.choose(page.getByLabel('A universe', { exact: true }), 'position');
  await hands.click(page.getByRole('button', { name: 'Give addresses' }));
  const fixtures = await of(page, show, 'fixture');
  expect(fixtures).toHaveLength(100);
  const positions = await of(page, show, 'position');
  const heads = (name: string) => {
    const position = positions.find((one) => one.name === name)!;
    return fixtures
      .filter((fixture) => fixture.position === position.id)
      .sort((a, b) => (a.along as number) - (b.along as number))
      .map((fixture) => (fixture.parts as { channel: string; address: number }[])[0]!);
  };
  // There and back: what runs up on one truss runs down on the next.
  const ways = [1, 2, 3, 4].map((n) => {
    const channels = heads(`Truss ${n}`).map((part) => Number(part.channel));
    const way = Math.sign(channels[1]! - channels[0]!);
    expect(channels).toEqual(channels.map((_, i) => channels[0]! + i * way));
    return way;
  });
  // The towers stand between the second and the third truss, and are a row of their own.
  expect(ways).toEqual([ways[0], -ways[0]!, -ways[0]!, ways[0]]);
  expect(fixtures.map((fixture) => Number((fixture.parts as { channel: string }[])[0]!.channel)).sort()).toEqual(
    Array.from({ length: 100 }, (_, i) => 201 + i),
  );
  // A universe for each position, shared with no other.
  const universes = positions.map((position) => [
    ...new Set(heads(position.name as string).map(({ address }) => Math.floor((address - 1) / 512) + 1)),
  ]);
  expect(universes.map((list) => list.length)).toEqual(Array(6).fill(1));
  expect(new Set(universes.flat()).size).toBe(6);
  hands.told('Festival rig of a hundred heads', 180, 80);
});
