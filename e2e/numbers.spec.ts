/** Numbers that can be trusted: runs, patch and a workbook that goes out and comes back, as a user does it. */
import { readFile } from 'node:fs/promises';
import ExcelJS from 'exceljs';
import { expect, type Page, test } from './base.js';
import { dragFrom, openDemo, recordsOf, stored } from './helpers.js';

interface Part {
  readonly channel: string;
  readonly address: number | null;
  readonly [field: string]: unknown;
}
interface Fixture {
  readonly id: string;
  readonly unit: string;
  readonly purpose: string;
  readonly position: string;
  readonly parts: readonly Part[];
  readonly [field: string]: unknown;
}
const fixturesOf = async (page: Page, show: string): Promise<Fixture[]> =>
  (await recordsOf(page, show)).filter((record) => record.kind === 'fixture') as unknown as Fixture[];
const rows = (page: Page) => page.getByTestId('ledger').getByRole('row');

/** Takes every number off a copy of the demo, as the server would take it from anybody. */
async function stripped(page: Page, step: string): Promise<string> {
  const list = (await (await page.request.get('/api/shows')).json()) as { shows: { id: string; name: string }[] };
  const demo = list.shows.find((show) => show.name === 'The Salt Orchard')!;
  const { id } = (await (
    await page.request.post('/api/shows', { data: { copyOf: demo.id, name: `Stripped ${Date.now()}` } })
  ).json()) as { id: string };
  const records = await recordsOf(page, id);
  const updated = records
    .filter((record) => record.kind === 'fixture')
    .map((record) => {
      const fixture = record as unknown as Fixture;
      const parts = fixture.parts.map(({ circuitNumber: _a, dimmer: _b, multicable: _c, way: _d, ...part }) => ({
        ...part,
        channel: '',
        address: null,
        circuit: '',
      }));
      return [fixture, { ...fixture, unit: '', parts }];
    });
  const answer = await page.request.post(`/api/shows/${id}/changes`, {
    data: {
      key: crypto.randomUUID(),
      author: 'test',
      label: 'Strip',
      change: { added: [], updated, removed: records.filter((record) => record.kind === 'feed') },
    },
  });
  expect(answer.ok()).toBe(true);
  await page.goto(`/shows/${id}/${step}`);
  await expect(page.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
  return id;
}

test('the demo without a number is numbered, patched and free of stops in under 40 gestures; a block moves; a workbook comes back', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const id = await stripped(page, 'hang');
  let gestures = 0;
  /** One press until release, one entry or choice, one key. */
  const gesture = async (done: Promise<unknown>) => {
    gestures++;
    await done;
  };
  await expect(page.getByRole('link', { name: /^Number/ })).toContainText('144 have no channel');
  // The follow spot is worked by hand and has no slots.
  await expect(page.getByRole('link', { name: /^Patch/ })).toContainText('143 have no address');

  await test.step('units by their positions', async () => {
    await gesture(page.keyboard.press('Control+k'));
    await gesture(page.keyboard.type('renumber the units'));
    await gesture(page.keyboard.press('Enter'));
    await expect(page.getByRole('button', { name: /Undo: Renumber the units/ })).toBeVisible();
  });
  await test.step('channels, circuits and dimmers in runs, each seen before it is applied', async () => {
    await gesture(page.getByRole('link', { name: /^Number/ }).click());
    // The drawing has the keys: all fixtures.
    await gesture(page.keyboard.press('Control+a'));
    await gesture(page.getByLabel('Order', { exact: true }).selectOption('by position'));
    await gesture(page.getByLabel('Cells').selectOption('each by itself'));
    await expect(page.getByTestId('run-summary')).toHaveText(/^Channels 1 to \d+ for 144 fixtures\.$/);
    await gesture(page.getByRole('button', { name: 'Another field' }).click());
    await gesture(page.getByLabel('Field of Unit').selectOption('dimmer'));
    await gesture(page.getByRole('button', { name: 'Apply the numbers' }).click());
    await expect(page.getByRole('link', { name: /^Number/ })).toContainText('all numbered');
  });
  await test.step('addresses for the whole rig', async () => {
    await gesture(page.getByRole('link', { name: /^Patch/ }).click());
    await gesture(page.getByLabel('For', { exact: true }).selectOption('all'));
    await gesture(page.getByRole('button', { name: 'Give addresses' }).click());
    await expect(page.getByRole('link', { name: /^Patch/ })).toContainText('no snags');
  });
  await test.step('nothing stops the show', async () => {
    await gesture(page.keyboard.press('Escape'));
    await gesture(page.getByRole('button', { name: 'Snags', exact: true }).click());
    await expect(page.getByLabel('Severity of the snags')).toContainText('Stops the show (0)');
    await expect(page.getByTestId('snag-list')).not.toContainText(/no (channel|address)/);
  });
  console.log(`numbered and patched in ${gestures} gestures`);
  expect(gestures).toBeLessThan(40);
  await stored(page);
  const done = await fixturesOf(page, id);
  expect(done.every((fixture) => fixture.unit && fixture.parts.every((part) => part.channel && part.dimmer))).toBe(true);
  expect(new Set(done.flatMap((fixture) => fixture.parts.map((part) => part.channel))).size).toBe(
    done.reduce((sum, fixture) => sum + fixture.parts.length, 0),
  );

  await test.step('a block of 24 is shifted to another universe', async () => {
    await page.getByRole('button', { name: 'Close Snags' }).click();
    // The follow spot has no address to be shifted.
    await page.getByLabel('Filter Address').fill('not empty');
    await page.getByTestId('ledger').press('Control+Home');
    await rows(page).first().click();
    for (let i = 0; i < 23; i++) await page.getByTestId('ledger').press('Shift+ArrowDown');
    const block = page.getByRole('form', { name: 'Block' });
    await expect(block).toContainText('The block of 24 fixtures');
    const before = new Map((await fixturesOf(page, id)).map((fixture) => [fixture.id, fixture.parts[0]!.address]));
    await page.getByLabel('Move the block to').fill('+8 universes');
    await page.getByLabel('Move the block to').press('Enter');
    await stored(page);
    const moved = (await fixturesOf(page, id)).filter((fixture) => fixture.parts[0]!.address !== before.get(fixture.id));
    expect(moved).toHaveLength(24);
    expect(moved.every((fixture) => fixture.parts[0]!.address! - before.get(fixture.id)! === 8 * 512)).toBe(true);
  });

  await page.getByRole('button', { name: 'Clear filters' }).click();

  await test.step('a workbook goes out, is changed elsewhere, and comes back field by field', async () => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'XLSX' }).click()]);
    const book = new ExcelJS.Workbook();
    const bytes = await readFile(await download.path());
    await book.xlsx.load(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
    const sheet = book.worksheets[0]!;
    const heading = (name: string) => (sheet.getRow(1).values as string[]).indexOf(name);
    expect(sheet.getColumn(1).hidden).toBe(true);
    sheet.getCell(2, heading('Purpose')).value = 'Storm light';
    sheet.getCell(3, heading('Channel')).value = 901;
    sheet.getCell(4, heading('Address')).value = '1.700';
    const changed = Buffer.from(await book.xlsx.writeBuffer());
    await page
      .getByTestId('back-file')
      .setInputFiles({ name: 'from the electrician.xlsx', mimeType: 'application/octet-stream', buffer: changed });
    const panel = page.getByRole('region', { name: 'What came in' });
    await expect(panel.getByTestId('back-summary')).toContainText('3 changes');
    await expect(panel).toContainText('Slot 700 does not exist');
    await panel.getByRole('checkbox', { name: /Take Channel of/ }).uncheck();
    await panel.getByRole('button', { name: 'Take 1 change' }).click();
    await stored(page);
    const after = await fixturesOf(page, id);
    expect(after.filter((fixture) => fixture.purpose === 'Storm light')).toHaveLength(1);
    expect(after.some((fixture) => fixture.parts.some((part) => part.channel === '901'))).toBe(false);
    // Two rows with one id: it is said which, and neither is taken.
    sheet.getCell(5, 1).value = sheet.getCell(2, 1).value;
    await page.getByTestId('back-file').setInputFiles({
      name: 'copied.xlsx',
      mimeType: 'application/octet-stream',
      buffer: Buffer.from(await book.xlsx.writeBuffer()),
    });
    await panel.getByText('2 rows of which it cannot be said which is meant').click();
    await expect(panel).toContainText('Rows 2 and 5 of the file are both of one id.');
    await panel.getByRole('button', { name: 'Close What came in' }).click();
    // A CSV of 100,000 lines, the same.
    await page.getByTestId('back-file').setInputFiles({
      name: 'long.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`Channel,Purpose\n${'1,x\n'.repeat(100_000)}`),
    });
    await expect(page.getByText(/long.csv has 100,000 rows/)).toBeVisible();
    expect(await fixturesOf(page, id)).toEqual(after);
  });
});

test('a run pauses at its last value, goes on with new ones, and is one undoable step; a kept run comes again', async ({
  page,
}) => {
  const id = await openDemo(page, 'number');
  await page.getByLabel('Filter Position').fill('LX 1');
  await rows(page).first().click();
  for (let i = 0; i < 16; i++) await page.getByTestId('ledger').press('Shift+ArrowDown');
  await page.getByLabel('Field', { exact: true }).selectOption('circuit');
  await page.getByLabel('Start', { exact: true }).fill('E1');
  await page.getByRole('button', { name: 'More about Circuit name' }).click();
  await page.getByLabel('the same for all').check();
  await page.getByRole('button', { name: 'Another field' }).click();
  await page.getByLabel('Field of Channel').selectOption('circuitNumber');
  await page.getByRole('button', { name: 'More about Circuit number' }).click();
  await page.getByLabel('Last of Circuit number').fill('6');
  await expect(page.getByTestId('run-rest')).toContainText('11 are left');
  await page.getByRole('button', { name: 'Go on with the rest' }).click();
  await expect(page.getByRole('region', { name: 'Leg 2' }).getByLabel('Start of Circuit name')).toHaveValue('E2');
  await expect(page.getByTestId('run-rest')).toContainText('5 are left');
  await page.getByRole('button', { name: 'Go on with the rest' }).click();
  await expect(page.getByTestId('run-rest')).toBeHidden();
  await page.getByLabel('Name of the run').fill('Six to a circuit');
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await page.getByRole('button', { name: 'Apply the numbers' }).click();
  await stored(page);
  const circuits = (list: readonly Fixture[]) =>
    list.flatMap((fixture) =>
      fixture.parts.filter((part) => /^E\d$/.test(String(part.circuit))).map((part) => `${part.circuit}.${part.circuitNumber}`),
    );
  expect(circuits(await fixturesOf(page, id)).sort()).toEqual([
    ...[1, 2, 3, 4, 5, 6].map((n) => `E1.${n}`),
    ...[1, 2, 3, 4, 5, 6].map((n) => `E2.${n}`),
    ...[1, 2, 3, 4, 5].map((n) => `E3.${n}`),
  ]);
  await page.getByRole('button', { name: /^Undo: Number/ }).click();
  await stored(page);
  expect(circuits(await fixturesOf(page, id))).toEqual([]);
  await page.getByRole('button', { name: 'Begin anew' }).click();
  await page.getByLabel('Name of the run').fill('');
  await page.getByLabel('Name of the run').fill('Six to a circuit');
  await expect(page.getByLabel('Last of Circuit number')).toHaveValue('6');
});

test('a thread is drawn through fixtures by hand, and one is dragged to another place in it', async ({ page }) => {
  const id = await openDemo(page, 'number');
  const records = await recordsOf(page, id);
  const pipe = records.find((record) => record.name === 'LX 2')!;
  const surface = () =>
    page.evaluate((position) => {
      const { dessinSurface } = globalThis as unknown as {
        dessinSurface: { all: (kind: string) => { id: string; hit: { at: [number, number] } }[] };
      };
      void position;
      return dessinSurface.all('fixture').map((chunk) => ({ id: chunk.id, at: chunk.hit.at }));
    }, pipe.id);
  const riding = new Set(
    records.filter((record) => record.kind === 'fixture' && record.position === pipe.id).map((record) => record.id),
  );
  const drawn = (await surface()).filter((chunk) => riding.has(chunk.id)).sort((a, b) => a.at[0] - b.at[0]);
  await page.getByRole('button', { name: 'Thread by hand' }).click();
  const [first, last] = [drawn[0]!.at, drawn.at(-1)!.at];
  await dragFrom(page, [first[0] - 400, first[1]], [last[0] + 400, last[1]]);
  await expect(page.getByTestId('run-summary')).toContainText(`for ${drawn.length} fixtures`);
  // The last one is dragged to the first place.
  await dragFrom(page, drawn.at(-1)!.at, drawn[0]!.at);
  await page.getByLabel('Start', { exact: true }).fill('701');
  await page.getByRole('button', { name: 'Apply the numbers' }).click();
  await stored(page);
  const byId = new Map((await fixturesOf(page, id)).map((fixture) => [fixture.id, fixture.parts[0]!.channel]));
  expect(byId.get(drawn.at(-1)!.id)).toBe('701');
  expect(byId.get(drawn[0]!.id)).toBe('702');
  expect(byId.get(drawn.at(-2)!.id)).toBe(String(700 + drawn.length));
  // What goes below 1 is said, and cannot be applied.
  await page.getByLabel('Start', { exact: true }).fill('3');
  await page.getByLabel('Step', { exact: true }).fill('-1');
  await expect(page.getByRole('form', { name: 'Number' }).getByRole('alert')).toContainText('Channels begin at 1');
  await expect(page.getByRole('button', { name: 'Apply the numbers' })).toBeDisabled();
});

test('figures without a panel: the first two, Tab to the next field, a shift of the block', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  await page.getByLabel('Filter Purpose').fill('=Ring down');
  await rows(page).first().click();
  for (let i = 0; i < 7; i++) await page.getByTestId('ledger').press('Shift+ArrowDown');
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('q');
  await page.getByLabel('Figures', { exact: true }).fill('601, 611');
  await expect(page.getByTestId('quick-said')).toHaveText('Channel 601 to 671');
  await page.keyboard.press('Tab');
  await page.keyboard.type('A');
  await expect(page.getByTestId('quick-said')).toHaveText('Channel 601 to 671; Unit A to H');
  await page.keyboard.press('Enter');
  await stored(page);
  const ring = async () =>
    (await fixturesOf(page, id))
      .filter((fixture) => fixture.purpose === 'Ring down')
      .map((fixture) => `${fixture.parts[0]!.channel}${fixture.unit}`)
      .sort();
  expect(await ring()).toEqual(['601A', '611B', '621C', '631D', '641E', '651F', '661G', '671H']);
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('q');
  await page.keyboard.type('-700');
  await expect(page.getByTestId('quick-said')).toContainText('Nothing was shifted.');
  await page.getByLabel('Figures', { exact: true }).fill('+100');
  await page.keyboard.press('Enter');
  await stored(page);
  expect((await ring())[0]).toBe('701A');
});
