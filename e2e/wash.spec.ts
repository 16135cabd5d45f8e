/** Two fronts of ten: areas, aims in order, evenness by figure, a shutter off the masking, a look from a seat, and what is taken away. */
import { expect, type Locator, type Page, test } from './base.js';
import {
  byName,
  chooseType,
  chosen,
  clickAt,
  dragFrom,
  drawPipe,
  newShow,
  opened,
  recordsOf,
  saved,
  screenOf,
  settled,
  spaceLit,
  stored,
} from './helpers.js';

const panel = (page: Page) => page.getByRole('region', { name: 'Focus' });
const card = (page: Page) => page.getByTestId('card');
/** A point on a line of a cloth that lies in the field and off its middle, where the lens shows it. */
const onCloth = (lens: Locator): Promise<{ x: number; y: number } | null> =>
  lens.evaluate((pane) => {
    const svg = pane.querySelector('svg')!;
    const field = pane.querySelector<SVGCircleElement>('circle')!.r.baseVal.value;
    for (const line of pane.querySelectorAll<SVGPolylineElement>('[data-use=cloth]')) {
      const [a, b] = [line.points.getItem(0), line.points.getItem(1)];
      for (let k = 0; k <= 1; k += 0.02) {
        const [x, y] = [a.x + (b.x - a.x) * k, a.y + (b.y - a.y) * k];
        const r = Math.hypot(x, y) / field;
        if (r < 0.25 || r > 0.8) continue;
        const at = new DOMPoint(x, y).matrixTransform(svg.getScreenCTM()!);
        if (document.elementFromPoint(at.x, at.y) === line) return { x: at.x, y: at.y };
      }
    }
    return null;
  });

test('two fronts of ten units: areas, aims in order, evenness, a shutter, a look from a seat, a picture and a film', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const id = await newShow(page, 'Ebb');
  const records = () => recordsOf(page, id);
  const units = async (purpose: string) => (await records()).filter((record) => record.purpose === purpose);

  await test.step('two pipes in the house with ten units each, numbered, with purpose and colour in one line', async () => {
    // The house is beyond the paper: the wheel brings it in.
    const top = await screenOf(page, 0, 8000);
    await page.mouse.move(top.x, top.y);
    for (let i = 0; i < 6; i++) await page.mouse.wheel(0, 120);
    await settled(page);
    await drawPipe(page, [-6000, -2600], [6000, -2600], '6.5', 'FOH 1');
    await drawPipe(page, [-6000, -3400], [6000, -3400], '6.5', 'FOH 2');
    await page.keyboard.press('Escape');
    await page.keyboard.press('h');
    for (const [y, said] of [
      [-2600, 'purpose: Front warm; channel: 1; colour: #ffdca8'],
      [-3400, 'purpose: Front cool; channel: 21; colour: #bcd8ff'],
    ] as const) {
      await chooseType(page, 'aster 36');
      await dragFrom(page, [-5000, y], [5000, y], async () => {
        await page.keyboard.press('1');
        await page.keyboard.press('0');
      });
      await expect(page.getByRole('heading', { name: /^10 fixtures on FOH/ })).toBeVisible();
      await byName(page, said);
      await stored(page);
    }
    expect((await units('Front warm')).map(({ parts }) => (parts as { channel: string }[])[0]!.channel).sort()).toHaveLength(10);
    await page.keyboard.press('Escape');
  });

  await test.step('ten areas in one drag, and each system aimed at them in order', async () => {
    await page.goto(`/shows/${id}/focus`);
    await settled(page);
    await panel(page).getByRole('button', { name: 'Grid of areas' }).click();
    await panel(page).getByLabel('Across').fill('5');
    await panel(page).getByLabel('Rows').fill('2');
    await panel(page).getByLabel('Overlap').fill('5');
    await dragFrom(page, [-4500, 600], [4500, 3200]);
    await expect.poll(async () => (await records()).filter(({ kind }) => kind === 'area').length).toBe(10);
    const area = (await records()).find(({ kind, name }) => kind === 'area' && name === 'A')!;
    for (const purpose of ['Front warm', 'Front cool']) {
      await chosen(page, `purpose = ${purpose}`);
      await page.getByTestId('drawing').focus();
      await page.keyboard.press('f');
      await settled(page);
      await page.keyboard.press('a');
      await panel(page).getByLabel('Several units').selectOption('each in order');
      const at = await screenOf(page, ...((area.at as number[]).slice(0, 2) as [number, number]));
      await page.mouse.move(at.x + 4, at.y, { steps: 3 });
      await page.mouse.click(at.x, at.y);
      await stored(page);
      const aims = (await units(purpose)).map(({ aim }) => (aim as { area: string } | null)?.area);
      expect(new Set(aims).size).toBe(10);
    }
  });

  const matrix = page.getByRole('table', { name: 'Matrix of areas and purposes' });
  const even = async (name: string) =>
    Number(
      await matrix
        .getByRole('row')
        .filter({ has: page.getByRole('rowheader', { name, exact: true }) })
        .getByRole('cell')
        .nth(3)
        .textContent(),
    );
  const cellOf = (purpose: string, area: string) =>
    page.getByTestId('matrix').getByRole('button', { name: new RegExp(`^${purpose} at ${area}:`) });

  await test.step('an area without its own light is uneven; its unit is brought there, and the figure follows', async () => {
    await page.getByRole('tab', { name: 'Matrix' }).click();
    await page.getByLabel('Light of').selectOption('purpose: Front warm');
    const own = cellOf('Front warm', 'A').getByRole('button');
    await expect(own).toHaveCount(1);
    const channel = (await own.textContent())!.trim();
    // Its unit is aimed elsewhere: what is left there is the edge of its neighbours' light.
    await chosen(page, `channel = ${channel}`);
    await card(page).getByLabel('Aim', { exact: true }).fill('J');
    await card(page).getByLabel('Aim', { exact: true }).press('Enter');
    await stored(page);
    await expect.poll(() => even('A')).toBeLessThan(0.3);
    await expect(cellOf('Front warm', 'A')).toContainText('nothing');
    // Dragged to where it is missed.
    const chip = cellOf('Front warm', 'J').getByRole('button', { name: channel, exact: true });
    await expect(async () => {
      await chip.dragTo(cellOf('Front warm', 'A'), { steps: 12 });
      await expect(cellOf('Front warm', 'A')).not.toContainText('nothing', { timeout: 2000 });
    }).toPass();
    await stored(page);
    await expect.poll(() => even('A')).toBeGreaterThan(0.6);
    const before = await even('A');
    // Hung elsewhere along its pipe it gives another figure, and back again the same.
    await chosen(page, `channel = ${channel}`);
    await card(page).getByLabel('Along').fill('-1');
    await card(page).getByLabel('Along').press('Enter');
    await stored(page);
    await expect.poll(() => even('A')).not.toBe(before);
    await page.getByTestId('drawing').focus();
    await page.keyboard.press('Control+z');
    await expect.poll(() => even('A')).toBe(before);
  });

  await test.step('a cloth comes into a beam: it is said, and a blade is cut to its edge in the lens', async () => {
    await page.goto(`/shows/${id}/stage`);
    await settled(page);
    await page.getByRole('button', { name: 'Masking' }).first().click();
    await clickAt(page, -5200, 900);
    const end = await screenOf(page, -3700, 900);
    await page.mouse.move(end.x, end.y, { steps: 3 });
    await page.mouse.click(end.x, end.y);
    await page.getByLabel('Cloth height').fill('6');
    await page.getByRole('button', { name: 'Hang the cloth' }).click();
    await stored(page);
    expect((await records()).filter(({ kind }) => kind === 'masking')).toHaveLength(1);
    await page.goto(`/shows/${id}/focus`);
    await settled(page);
    const corner = await matrixChannel(page, 'F');
    await chosen(page, `channel = ${corner}`);
    await page.getByLabel('Second view').selectOption('lens');
    const lens = page.getByTestId('lens');
    await expect(lens).toContainText(`In the lens of ${corner}`);
    await expect.poll(() => onCloth(lens)).not.toBeNull();
    const at = (await onCloth(lens))!;
    await page.mouse.dblclick(at.x, at.y);
    await stored(page);
    const cut = (await records()).find(({ parts }) => (parts as { channel: string }[] | undefined)?.[0]?.channel === corner)!;
    const { shutters } = cut.optics as { shutters: { depth: number }[] };
    expect(Math.max(...shutters.map(({ depth }) => depth))).toBeGreaterThan(0.02);
    await page.getByLabel('Second view').selectOption('none');
  });

  await test.step('two looks by purpose', async () => {
    await page.getByRole('tab', { name: 'Looks' }).click();
    for (const [name, purpose, level] of [
      ['Morning', 'Front warm', '80'],
      ['Dusk', 'Front cool', '60'],
    ] as const) {
      await page.getByRole('button', { name: 'New look' }).click();
      await page.getByLabel('Name of the look New look').fill(name);
      await page.getByLabel('Name of the look New look').press('Enter');
      const form = page.getByRole('form', { name: 'Set a level' });
      await expect(form).toContainText(`in ${name}`);
      await form.getByLabel('Whose level').selectOption(purpose);
      await form.getByLabel('Level', { exact: true }).fill(level);
      await form.getByLabel('Level', { exact: true }).press('Enter');
      await stored(page);
    }
  });

  await test.step('shown from a seat; a picture, and a film in which one look becomes the other', async () => {
    await page.getByTestId('drawing').focus();
    await byName(page, 'from a seat');
    await page.keyboard.press('f');
    await clickAt(page, 600, -4300);
    await expect(page.getByTestId('three')).toHaveAttribute('data-drawn', 'a seat', { timeout: 30_000 });
    await page.getByLabel('Light of', { exact: true }).selectOption({ label: 'look: Morning' });
    await spaceLit(page);
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByLabel('Size of the picture').selectOption('1280 x 720');
    const picture = await opened(page, await saved(page, 'Save the picture'), 'image/png');
    expect([picture.width, picture.height]).toEqual([1280, 720]);
    expect(picture.bright).toBeGreaterThan(8);
    await page.getByLabel('Size of the film').selectOption('640 x 360');
    await page.getByLabel('Seconds of the film').fill('1');
    await page.getByLabel('Degrees of the film').fill('20');
    await page.getByLabel('Look that the film changes to').selectOption({ label: 'Dusk' });
    const film = await opened(page, await saved(page, 'Save the film'), 'video/webm');
    expect([film.width, film.height]).toEqual([640, 360]);
    expect(film.length).toBeGreaterThan(0.9);
    expect(film.length).toBeLessThan(1.1);
    expect(film.bright).toBeGreaterThan(4);
  });
});

/** The channel of the first unit of the warm front at an area. */
async function matrixChannel(page: Page, area: string): Promise<string> {
  await page.getByRole('tab', { name: 'Matrix' }).click();
  const cell = page.getByTestId('matrix').getByRole('button', { name: new RegExp(`^Front warm at ${area}:`) });
  return (await cell.getByRole('button').first().textContent())!.trim();
}
