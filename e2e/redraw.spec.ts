/**
 * The Boathouse and its rig, drawn again from an empty show by hand, and compared with the demo that is made by code.
 *
 * A gesture is one press of the pointer until it is let go (with a figure typed while it is held), one entry ended by Enter or by
 * leaving its field, one choice from a list, or one key. They are counted apart for the house, the positions and the fixtures.
 */
import { expect, type Page, test } from './base.js';
import { chooseType, demoIdOf, recordsOf, screenOf, settled, showIdOf, stored } from './helpers.js';

interface Rec {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly [field: string]: unknown;
}

class Hand {
  count = 0;
  constructor(readonly page: Page) {}
  async key(key: string): Promise<void> {
    this.count++;
    await this.page.keyboard.press(key);
  }
  async press(role: 'button' | 'link' | 'tab' | 'checkbox', name: string | RegExp): Promise<void> {
    this.count++;
    await this.page.getByRole(role, { name, exact: true }).first().click();
  }
  async fill(label: string, text: string): Promise<void> {
    this.count++;
    await this.page.getByLabel(label, { exact: true }).first().fill(text);
  }
  async choose(label: string, option: string): Promise<void> {
    this.count++;
    await this.page.getByLabel(label, { exact: true }).first().selectOption(option);
  }
  /** A point typed on the drawing. */
  async point(text: string): Promise<void> {
    this.count++;
    const field = this.page.getByLabel('Next point');
    await field.fill(text);
    await field.press('Enter');
  }
  async click(x: number, y: number, shift = false): Promise<void> {
    this.count++;
    const at = await screenOf(this.page, x, y);
    if (shift) await this.page.keyboard.down('Shift');
    await this.page.mouse.click(at.x, at.y);
    if (shift) await this.page.keyboard.up('Shift');
  }
  async drag(
    from: readonly [number, number],
    to: readonly [number, number],
    typed = '',
    by: readonly (readonly [number, number])[] = [],
  ): Promise<void> {
    this.count++;
    const [a, b] = [await screenOf(this.page, ...from), await screenOf(this.page, ...to)];
    await this.page.mouse.move(a.x, a.y);
    await this.page.mouse.down();
    for (const way of by) {
      const at = await screenOf(this.page, ...way);
      await this.page.mouse.move(at.x, at.y, { steps: 3 });
    }
    if (!by.length) await this.page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 2 });
    await this.page.mouse.move(b.x, b.y, { steps: 2 });
    for (const figure of typed) await this.page.keyboard.press(figure);
    await this.page.mouse.up();
  }
  async type(search: string): Promise<void> {
    this.count++;
    await chooseType(this.page, search);
  }
}

const named = (records: readonly Rec[], kind: string) => records.filter((record) => record.kind === kind);
const round = (value: unknown): unknown =>
  typeof value === 'number'
    ? Math.round(value * 10) / 10 + 0
    : Array.isArray(value)
      ? value.map(round)
      : value !== null && typeof value === 'object'
        ? Object.fromEntries(Object.entries(value).map(([key, item]) => [key, round(item)]))
        : value;

test('the Boathouse and its 144 fixtures are drawn again from an empty show', async ({ page }) => {
  test.setTimeout(240_000);
  const demo = (await recordsOf(page, await demoIdOf(page))) as unknown as Rec[];

  const house = new Hand(page);
  await page.goto('/');
  const form = page.getByRole('form', { name: 'New show' });
  await form.getByLabel('Name').fill('Boathouse again');
  await form.getByLabel('Stage width').fill('14');
  await form.getByLabel('Stage depth').fill('9');
  await form.getByRole('button', { name: 'Make the show' }).click();
  await page.waitForURL(/\/positions$/);
  house.count += 4;
  const id = showIdOf(page);
  const records = async () => {
    await stored(page);
    return (await recordsOf(page, id)) as unknown as Rec[];
  };

  await test.step('the house', async () => {
    await house.press('link', /^Stage/);
    await house.key('o');
    await house.choose('Shape', 'rectangle');
    await house.choose('What the outline is', 'wall');
    await house.fill('Height to', '9');
    for (const [a, b] of [
      ['-7.35, -12.5', '-7, 9.35'],
      ['-7, -0.4', '-5.2, 0'],
      ['-7, 9', '7, 9.35'],
    ] as const) {
      await house.point(a);
      await house.point(b);
    }
    await house.choose('What the outline is', 'border');
    await house.fill('Height from', '6');
    await house.point('-5.2, -0.4');
    await house.point('5.2, 0');
    // The walls of stage right, mirrored.
    await house.key('Escape');
    await house.key('Escape');
    await house.key('f');
    await settled(page);
    await house.click(-7350, -5000);
    await house.click(-6000, -400, true);
    await house.key('m');
    // What the key does may still be on its way.
    await expect.poll(async () => named(await records(), 'outline').filter((outline) => outline.use === 'wall').length).toBe(5);
    // A row of seats, eight more behind it, and all of them again at stage left.
    await house.key('o');
    await house.choose('What the outline is', 'seats');
    await house.fill('Height from', '-0.6');
    await house.fill('Height to', '-0.15');
    await house.fill('Name of the outline', 'Row 1 SR');
    await house.point('-5.7, -4.05');
    await house.point('-0.6, -3.6');
    await house.key('c');
    await house.fill('Upstage', '-0.9');
    await house.fill('Higher', '0.25');
    await house.fill('How many', '8');
    await house.press('button', 'Copy');
    await house.key('Escape');
    await house.key('Escape');
    await house.key('f');
    await settled(page);
    await house.drag([-6400, -11900], [-200, -3200]);
    await house.key('m');
    // What the key does may still be on its way.
    await expect.poll(async () => named(await records(), 'outline').filter((outline) => outline.use === 'seats').length).toBe(18);
    // The apron: an arc through its foremost point.
    await house.key('o');
    await house.choose('Shape', 'arc');
    await house.choose('What the outline is', 'stage edge');
    await house.fill('Height from', '0');
    await house.fill('Height to', '0');
    await house.point('-5.2, -1.4');
    await house.point('5.2, -1.4');
    await house.point('0, -2');
    // Legs, borders and the cyc: one of each, two more upstage, the legs mirrored.
    await house.press('button', 'Masking');
    const cloth = async (from: string, to: string, bottom: string, height: string, name: string) => {
      await house.point(from);
      await house.point(to);
      await house.fill('Bottom edge', bottom);
      await house.fill('Cloth height', height);
      await house.fill('Cloth name', name);
      await house.key('Enter');
    };
    const twoMore = async () => {
      await house.key('c');
      await house.fill('Upstage', '2.4');
      await house.fill('Higher', '0');
      await house.fill('How many', '2');
      await house.press('button', 'Copy');
      await house.key('Escape');
      await house.key('Escape');
    };
    await cloth('-6.4, 1.5', '-4.7, 1.5', '0', '6.5', 'Leg 1 SR');
    await twoMore();
    await house.drag([-6700, 1000], [-4400, 6800]);
    await house.key('m');
    await house.press('button', 'Masking');
    await house.choose('What the cloth is', 'border');
    // They do not stand evenly: each before its pipe.
    for (const [i, y] of ['0.6', '1.9', '5.3'].entries()) {
      if (i) {
        await house.press('button', 'Masking');
        await house.choose('What the cloth is', 'border');
      }
      await cloth(`-6.4, ${y}`, `6.4, ${y}`, '5.5', '1.5', `Border ${i + 1}`);
    }
    await house.press('button', 'Masking');
    await house.choose('What the cloth is', 'cyc');
    await cloth('-5.4, 8.6', '5.4, 8.6', '0', '6.5', 'Cyc');

    const mine = await records();
    const box = (record: Rec) => {
      const points = record.points as [number, number][];
      const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
      return round([record.use, Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys), record.zFrom, record.zTo]);
    };
    const sorted = (list: unknown[]) => list.map((item) => JSON.stringify(item)).sort();
    // The apron is a parabola there and an arc here: it is looked at by itself.
    const straight = (list: readonly Rec[]) =>
      named(list, 'outline').filter((outline) => outline.name !== 'Apron' && !outline.bulges);
    expect(sorted(straight(mine).map(box))).toEqual(sorted(straight(demo).map(box)));
    const apron = named(mine, 'outline').find((outline) => outline.bulges)!;
    expect(apron.points).toEqual([
      [-5200, -1400],
      [5200, -1400],
    ]);
    const cloths = (list: readonly Rec[]) =>
      sorted(named(list, 'masking').map(({ use, at, width, turn, z, height }) => round([use, at, width, turn, z, height])));
    expect(cloths(mine)).toEqual(cloths(demo));
  });

  const positions = new Hand(page);
  await test.step('the positions', async () => {
    await positions.press('link', /^Positions/);
    const draw = async (form: string, fields: Readonly<Record<string, string>>, body?: string) => {
      await positions.choose('Form', form);
      await positions.press('button', 'Type it');
      if (body) await positions.choose('Made of', body);
      for (const [label, text] of Object.entries(fields)) await positions.fill(label, text);
      await positions.key('Enter');
      await expect(page.getByRole('heading', { name: fields['Pipe name']!, exact: true })).toBeVisible();
    };
    const copy = async (upstage: string, higher: string, copies = '1') => {
      await positions.key('c');
      await positions.fill('Upstage', upstage);
      await positions.fill('Higher', higher);
      await positions.fill('How many', copies);
      await positions.press('button', 'Copy');
      await positions.key('Escape');
    };
    const pick = (name: string) => positions.press('button', new RegExp(`^${name}`));
    await draw('bridge', { 'Trim height': '7.2', From: '-6, -5.2', To: '6, -5.2', Width: '0.5', 'Pipe name': 'FOH 1' });
    await copy('-3.4', '0.6');
    await draw('pipe', { 'Trim height': '6.4', From: '-6.2, 0.9', To: '6.2, 0.9', 'Pipe name': 'LX 1' });
    await copy('1.4', '0.1');
    await pick('LX 1');
    await copy('5.4', '0.1');
    await pick('LX 1');
    await copy('6.4', '0.2');
    await draw('ring', { 'Trim height': '5.2', Centre: '0, 4.35', Radius: '1.5', 'Pipe name': 'Ring truss' }, 'box');
    await draw('floor', { From: '-5.2, 8.15', To: '5.2, 8.15', 'Pipe name': 'Floor cyc' });
    await draw('floor', { From: '-4.8, 0.3', To: '4.8, 0.3', 'Pipe name': 'Floor' });
    await draw('ladder', { 'Trim height': '2.5', 'Pipe length': '3.5', At: '-6.5, -2.6', 'Pipe name': 'Ladder SR' });
    await draw('boom', { 'Pipe length': '4.5', 'Foot at': '-5.9, 2.1', 'Pipe name': 'Boom 1 SR' });
    await positions.key('f');
    await settled(page);
  });

  const units = new Hand(page);
  await test.step('the fixtures', async () => {
    await units.press('link', /^Hang/);
    const find = async (name: string): Promise<{ at: readonly [number, number]; foot: number } | null> => {
      const position = named(await records(), 'position').find((item) => item.name === name)!;
      const hit = await page.evaluate(
        (key) =>
          (
            globalThis as unknown as {
              dessinSurface: { find: (id: string, kind: string) => { hit: { points: [number, number][] } } | null };
            }
          ).dessinSurface.find(key, 'detail')?.hit.points ?? null,
        position.id,
      );
      return hit
        ? {
            at: hit[1]!,
            foot:
              hit[1]![1] - (position.curve as { z: number; height: number }).z - (position.curve as { height: number }).height,
          }
        : null;
    };
    const ladder = (await find('Ladder SR'))!;
    const boom = (await find('Boom 1 SR'))!;
    const on = (spot: { at: readonly [number, number]; foot: number }, height: number): [number, number] => [
      spot.at[0],
      spot.foot + height,
    ];
    const pipes: Readonly<Record<string, number>> = {
      'FOH 1': -5200,
      'FOH 2': -8600,
      'LX 1': 900,
      'LX 2': 2300,
      'LX 3': 6300,
      'LX 4': 7300,
      'Floor cyc': 8150,
      Floor: 300,
    };
    const row = (name: string, from: number, to: number, n: number) =>
      units.drag([from, pipes[name]!], [to, pipes[name]!], String(n));
    const one = (name: string, at: number) => units.click(at, pipes[name]!);
    await units.type('aster 26');
    await row('FOH 1', -5600, 5600, 10);
    await row('FOH 2', -5000, 5000, 12);
    await units.type('aster 36');
    await row('FOH 1', -500, 800, 2);
    await units.drag(on(ladder, 3100), on(ladder, 5500), '4');
    await row('LX 1', -5100, 5500, 8);
    await units.drag(on(boom, 2600), on(boom, 2600));
    await units.type('aster 19');
    await row('FOH 2', -5600, 500, 2);
    await units.type('heronsight');
    await one('FOH 2', 5500);
    await units.type('heron quillon');
    await row('LX 1', -4200, 4700, 2);
    await row('LX 3', -4300, 4300, 2);
    await units.type('lowmoor 500');
    await row('LX 1', -5800, 5900, 4);
    await row('LX 3', -5800, 5800, 6);
    await units.type('aster 50');
    await row('LX 1', -2400, 2300, 3);
    await units.drag(on(boom, 500), on(boom, 1500), '2');
    // Seven eighths of the way round the ring, both ends included: eight of them stand evenly.
    await units.drag([0, 5850], [1060, 5410], '8', [
      [-1060, 5410],
      [-1500, 4350],
      [0, 2850],
      [1500, 4350],
    ]);
    await units.type('can wide');
    await row('LX 2', -5700, 5700, 4);
    await units.drag(on(boom, 4200), on(boom, 4200));
    await units.type('lowmoor 1k');
    await row('LX 2', -4200, 4200, 5);
    await units.type('tidewell');
    await row('LX 2', -5100, 5500, 6);
    await units.type('egret');
    await row('LX 2', -3300, 3300, 3);
    await units.type('tide ombrelle led');
    await row('LX 3', -5200, 5200, 7);
    await row('Floor', -1800, 1800, 2);
    await units.type('can narrow');
    await row('LX 3', -2600, 2600, 2);
    await units.type('can medium');
    await row('LX 3', -900, 900, 2);
    await units.type('skyline');
    await row('LX 4', -4500, 4500, 4);
    await units.type('reedbed');
    await row('LX 4', -5700, 5700, 5);
    await row('Floor cyc', -4500, 4500, 7);
    await units.type('broadside');
    await row('Floor cyc', -5100, 5100, 2);
    await units.type('estuary');
    await one('Floor cyc', 3700);
    await units.type('gutter');
    await row('Floor', -3600, 3600, 2);
    // Booms and the ladder with their units: two more upstage, then all of them again at stage left.
    await units.press('link', /^Positions/);
    await units.press('button', /^Boom 1 SR/);
    await units.key('c');
    await units.fill('Upstage', '2.4');
    await units.fill('How many', '2');
    await units.press('button', 'Copy');
    await units.click(-5900, 2000, true);
    await units.click(-6500, -2600, true);
    await units.key('m');
  });

  await test.step('it is the same rig', async () => {
    const mine = await records();
    const rig = (list: readonly Rec[]) =>
      named(list, 'position')
        .map(({ name, use, curve, width }) => JSON.stringify([name, use, width, Object.entries(round(curve) as object).sort()]))
        .sort();
    expect(rig(mine)).toEqual(rig(demo));
    const counts = (list: readonly Rec[]) => {
      const names = new Map(list.map((record) => [record.id, record.name]));
      const tally = new Map<string, number>();
      for (const fixture of named(list, 'fixture')) {
        const key = `${names.get(fixture.position as string)}: ${names.get(fixture.type as string)}`;
        tally.set(key, (tally.get(key) ?? 0) + 1);
      }
      return [...tally].map(([key, n]) => `${key} x ${n}`).sort();
    };
    expect(counts(mine)).toEqual(counts(demo));
    expect(named(mine, 'fixture')).toHaveLength(144);
    process.stdout.write(`\ngestures: house ${house.count}, positions ${positions.count}, fixtures ${units.count}\n`);
    expect(units.count).toBeLessThanOrEqual(60);
    const ring = named(mine, 'position').find((item) => item.name === 'Ring truss')!;
    const round8 = named(mine, 'fixture')
      .filter((fixture) => fixture.position === ring.id)
      .map((fixture) => fixture.along as number)
      .sort((p, q) => p - q);
    for (let i = 1; i < 8; i++) expect(Math.abs(round8[i]! - round8[i - 1]! - (2 * Math.PI * 1500) / 8)).toBeLessThan(20);
  });
});
