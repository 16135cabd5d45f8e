/** Lists that come home: seen before they are taken, taken by field and by row, and what hangs nowhere yet. */
import { expect, type Page, test } from './base.js';
import { byName, clickAt, openDemo, recordsOf, settled, stored } from './helpers.js';

interface FixtureLike {
  readonly id: string;
  readonly kind: string;
  readonly position: string;
  readonly purpose: string;
  readonly unit: string;
  readonly type: string;
  readonly wanted?: string;
  readonly parts: readonly { readonly channel: string; readonly address: number | null; readonly colour: string }[];
}
const fixturesOf = async (page: Page, id: string): Promise<FixtureLike[]> =>
  ((await recordsOf(page, id)) as unknown as FixtureLike[]).filter(({ kind }) => kind === 'fixture');
const panel = (page: Page) => page.getByRole('region', { name: 'What came in' });
const bring = (page: Page, name: string, text: string) =>
  page.getByTestId('back-file').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
const byChannel = (fixtures: readonly FixtureLike[], channel: string) =>
  fixtures.find(({ parts }) => parts.some((part) => part.channel === channel))!;

/** A list of the console's: other headings, in another order, two types that nobody knows, three heads repatched, and a row left out. */
const fromDesk = (rows: readonly string[]) => ['Device;Patch;Fixture ID;Cable bag', ...rows].join('\r\n');

test('a list from a desk: exactly its differences are shown, two of three are taken, and again it brings none', async ({
  page,
}) => {
  const id = await openDemo(page, 'hang');
  const before = await fixturesOf(page, id);
  const type = new Map(
    (await recordsOf(page, id)).filter(({ kind }) => kind === 'type').map((record) => [record.id, record.name as string]),
  );
  const single = before.filter(
    ({ parts, unit }) => unit && parts.length === 1 && parts[0]!.channel && parts[0]!.address !== null,
  );
  const said = (fixture: FixtureLike, patch?: string) => {
    const [part] = fixture.parts;
    const address = part!.address!;
    return `${type.get(fixture.type)};${patch ?? `${Math.ceil(address / 512)}/${((address - 1) % 512) + 1}`};${part!.channel};`;
  };
  const moved = new Map(single.slice(0, 3).map((fixture, i) => [fixture.id, `7/${100 + i * 40}`]));
  const rows = [
    ...single.slice(0, -1).map((fixture) => said(fixture, moved.get(fixture.id))),
    'Beamer 7 mk II;8/1;901;red',
    'Pixel tube 150;8/101;902;blue',
  ];
  await bring(page, 'desk.csv', fromDesk(rows));
  await expect(panel(page).getByTestId('back-summary')).toContainText(`3 changes in ${single.length - 1} rows`);
  await expect(panel(page).getByLabel('Rows are known by')).toHaveValue('channel');
  await expect(panel(page).getByRole('heading', { name: '2 types not known here' })).toBeVisible();
  // In the Ledger old and new stand side by side, on the drawing a ring.
  const first = single[0]!;
  await expect(page.getByTestId('ledger')).toContainText('\u2192 7.100');
  await panel(page).getByLabel('Beamer 7 mk II is').selectOption({ label: 'make a plain one' });
  await panel(page).getByLabel('Pixel tube 150 is').selectOption({ label: 'leave its rows out' });
  await panel(page).getByLabel('Cable bag is').selectOption({ label: 'a column of its own' });
  await panel(page).getByLabel('From whom').fill('The desk');
  // Two of the three are taken.
  await panel(page)
    .getByRole('checkbox', { name: /^Take Address of/ })
    .nth(1)
    .uncheck();
  await panel(page)
    .getByRole('button', { name: /^Take 3 changes/ })
    .click();
  await stored(page);
  const after = await fixturesOf(page, id);
  const changed = after.filter((fixture) => {
    const was = before.find((other) => other.id === fixture.id);
    return was && JSON.stringify(was) !== JSON.stringify(fixture);
  });
  expect(changed).toHaveLength(2);
  expect(byChannel(after, first.parts[0]!.channel).parts[0]!.address).toBe(6 * 512 + 100);
  const fresh = after.filter((fixture) => !before.some((other) => other.id === fixture.id));
  expect(fresh.map(({ parts }) => [parts[0]!.channel, parts[0]!.address])).toEqual([['901', 7 * 512 + 1]]);
  // Nothing was struck, though a row is missing there.
  expect(after).toHaveLength(before.length + 1);
  // Again, from the same sender: what was taught is known, and only what was not taken is told.
  await bring(page, 'desk.csv', fromDesk(rows));
  await panel(page).getByLabel('From whom').fill('The desk');
  await expect(panel(page).getByTestId('back-summary')).toContainText('1 change in');
  await expect(panel(page).getByRole('heading', { name: /not known here/ })).toBeHidden();
  await panel(page).getByRole('checkbox', { name: 'Take all', exact: true }).uncheck();
  await expect(panel(page).getByRole('button', { name: 'Take 0 changes' })).toBeDisabled();
  await panel(page).getByRole('button', { name: 'Take none' }).click();
  // One step takes it all back, and what was taught stays.
  await page.getByRole('button', { name: /^Undo: Take 3 changes/ }).click();
  await stored(page);
  expect((await fixturesOf(page, id)).map(({ parts }) => parts[0]!.address)).toEqual(
    before.map(({ parts }) => parts[0]!.address),
  );
  expect((await recordsOf(page, id)).filter(({ kind }) => kind === 'sender').map(({ name }) => name)).toEqual(['The desk']);
});

test('rows without a place wait in the tray, and are hung by pointing, set out, and taken down again', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  const before = await fixturesOf(page, id);
  await bring(page, 'more.csv', 'Type,Channel,Position\nAster 26,911,LX 2\nAster 26,912,LX 2\nAster 36,913,\n');
  await expect(panel(page)).toContainText('3 units without a place');
  await panel(page).getByRole('button', { name: 'Take 3 changes' }).click();
  const tray = page.getByRole('region', { name: 'Not hung yet' });
  await expect(tray.getByRole('heading')).toHaveText('Not hung yet, 3 units');
  await expect(tray).toContainText('channel 911, Aster 26, for LX 2');
  await stored(page);
  // They are in the Ledger, and can be numbered; on the drawing they are not.
  await expect(page.getByTestId('ledger-count')).toHaveText(`${before.length + 3} fixtures`);
  const waits = (await fixturesOf(page, id)).filter(({ parts }) => /^91[123]$/.test(parts[0]!.channel));
  const drawn = await page.evaluate(
    (ids) => {
      const surface = (globalThis as unknown as { dessinSurface: { find: (id: string, kind: string) => unknown } }).dessinSurface;
      return ids.filter((one) => surface.find(one, 'fixture'));
    },
    waits.map((fixture) => fixture.id),
  );
  expect(drawn).toEqual([]);
  // The first by pointing, on LX 1.
  await tray.getByRole('button', { name: 'Hang all in order' }).click();
  await settled(page);
  await clickAt(page, 5600, 900);
  await expect(tray.getByRole('heading')).toHaveText('Not hung yet, 2 units');
  await page.keyboard.press('v');
  // The others are set out where the list wanted the first of them.
  await expect(tray.getByLabel('Set out on')).toHaveValue(
    (await recordsOf(page, id)).find(({ name }) => name === 'LX 2')!.id as string,
  );
  await tray.getByRole('button', { name: 'Set out 2' }).click();
  await stored(page);
  const hung = await fixturesOf(page, id);
  const names = new Map(
    (await recordsOf(page, id)).filter(({ kind }) => kind === 'position').map((record) => [record.id, record.name]),
  );
  expect(['911', '912', '913'].map((channel) => names.get(byChannel(hung, channel).position))).toEqual(['LX 1', 'LX 2', 'LX 2']);
  expect(hung.some(({ wanted }) => wanted)).toBe(false);
  // What is chosen can be taken down, and keeps what is its own.
  await tray.getByRole('button', { name: 'Take down 2 chosen units' }).click();
  await expect(tray.getByRole('heading')).toHaveText('Not hung yet, 2 units');
  await page.keyboard.press('Control+z');
});

test('a rig comes back into its own show: nothing differs; what hangs elsewhere there is told, and taken', async ({ page }) => {
  const id = await openDemo(page, 'hang');
  const mvr = Buffer.from(await (await page.request.get(`/api/shows/${id}/out/handover.mvr`)).body());
  // Dropped on the window as from a folder.
  const drop = (bytes: Buffer, name: string) =>
    page.evaluate(
      ([data, called]) => {
        const transfer = new DataTransfer();
        transfer.items.add(new File([Uint8Array.from(atob(data!), (letter) => letter.charCodeAt(0))], called!));
        for (const type of ['dragenter', 'dragover', 'drop'])
          document.body.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer: transfer }));
      },
      [bytes.toString('base64'), name],
    );
  await drop(mvr, 'rig.mvr');
  await expect(panel(page).getByTestId('back-summary')).toContainText('0 changes');
  await expect(panel(page).getByRole('button', { name: 'Take 0 changes' })).toBeDisabled();
  await panel(page).getByRole('button', { name: 'Close What came in' }).click();
  // A unit is moved and repatched here; the rig that went out says how it was.
  await page.getByRole('row', { name: /^FOH 1 3 / }).click();
  await page.getByTestId('drawing').focus();
  await page.keyboard.press('ArrowRight');
  await page.getByRole('textbox', { name: 'Address', exact: true }).fill('9.9');
  await page.keyboard.press('Enter');
  await stored(page);
  await drop(mvr, 'rig.mvr');
  await expect(panel(page).getByTestId('back-summary')).toContainText('2 changes in');
  await expect(panel(page).getByRole('list', { name: 'Changes' })).toContainText('Place');
  await panel(page).getByRole('button', { name: 'Take 2 changes' }).click();
  await stored(page);
  await drop(mvr, 'rig.mvr');
  await expect(panel(page).getByTestId('back-summary')).toContainText('0 changes');
  await panel(page).getByRole('button', { name: 'Close What came in' }).click();
  // What belongs elsewhere is said in a sentence.
  await drop(Buffer.from('%PDF-1.7'), 'plot.pdf');
  await expect(page.getByText('A PDF is read by people only.')).toBeVisible();
  await byName(page, 'bring a file into this show');
});
