/** The hand-over tried from end to end against a stand-in of a console: issue, package, what changed, acknowledgement, and its list back. */
import { randomUUID } from 'node:crypto';
import { startDesk } from '../stand-in/desk/main.js';
import type { DeskShow } from '../stand-in/desk/show.js';
import { expect, type Page, test } from './base.js';
import { openDemo, recordsOf, stored } from './helpers.js';

const panel = (page: Page, name: string) => page.getByRole('region', { name, exact: true });
/** A record as far as it is read here. */
interface Rec {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly unit: string;
  readonly spare: boolean;
  readonly position: string;
  readonly type: string;
  readonly along: number;
  readonly curve: { readonly z: number };
  readonly parts: readonly { readonly channel: string; readonly address: number | null; readonly colour: string }[];
}
const records = async (page: Page, id: string): Promise<Rec[]> => (await recordsOf(page, id)) as unknown as Rec[];
const issue = async (page: Page) => {
  await page.getByRole('link', { name: /^Paper/ }).click();
  await panel(page, 'Paper').getByRole('button', { name: 'Issue the plot', exact: true }).click();
  await stored(page);
};

/** Twelve kinds of change, one on a unit each, and what the list of changes calls them. */
async function twelveChanges(page: Page, id: string): Promise<string[]> {
  const all = await records(page, id);
  const on = (name: string) => {
    const position = all.find((record) => record.kind === 'position' && record.name === name)!;
    return all
      .filter(
        (record) => record.kind === 'fixture' && record.position === position.id && !record.spare && record.parts.length === 1,
      )
      .sort((a, b) => a.along - b.along);
  };
  const [lx1, lx3, foh] = [on('LX 1'), on('LX 3'), on('FOH 1')];
  const types = all.filter(({ kind }) => kind === 'type');
  const other = types.find(({ name }) => name === 'Aster 36')!;
  const part = (fixture: Rec, more: object) => ({ parts: fixture.parts.map((own) => ({ ...own, ...more })) });
  const pipe = all.find(({ kind, name }) => kind === 'position' && name === 'LX 2')!;
  const fresh = {
    ...foh[0]!,
    id: randomUUID(),
    along: foh[0]!.along + 1,
    unit: '99',
    ...part(foh[0]!, { channel: '399', address: null }),
  };
  const edits: (readonly [Rec, object, string])[] = [
    [lx1[1]!, { along: lx1[1]!.along + 200 }, 'Place'],
    [lx1[3]!, part(lx1[3]!, { colour: 'Sm 9z' }), 'Colour'],
    [lx1[5]!, part(lx1[5]!, { channel: '398' }), 'Channel'],
    [lx1[7]!, part(lx1[7]!, { address: 6 * 512 + 300 }), 'Address'],
    [foh[1]!, { type: other.id }, 'Type'],
    [foh[2]!, { purpose: 'Storm' }, 'Purpose'],
    [foh[3]!, { notes: 'safety on top' }, 'Notes'],
    [foh[4]!, { gobo: 'break-up' }, 'Gobo'],
    [foh[5]!, part(foh[5]!, { circuit: 'E 44' }), 'Circuit'],
    [pipe, { curve: { ...pipe.curve, z: pipe.curve.z + 300 } }, 'The position: Height'],
  ];
  const answer = await page.request.post(`/api/shows/${id}/changes`, {
    data: {
      key: randomUUID(),
      author: 'the assistant',
      label: 'Twelve kinds of change',
      change: {
        added: [fresh],
        updated: edits.map(([record, more]) => [record, { ...record, ...more }]),
        removed: [lx3[2]!],
      },
    },
  });
  expect(answer.status()).toBe(200);
  return [...edits.map(([, , word]) => word), 'Added', 'Struck'];
}

test('issued, changed in twelve ways, issued again: the desk reads exactly that, acknowledges it, and its list comes home', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const desk = await startDesk(0);
  try {
    const id = await openDemo(page, 'paper');
    await issue(page);
    const expected = await twelveChanges(page, id);
    await issue(page);
    const link = new URL(`/api/shows/${id}/out/package.zip?since=A`, page.url()).href;
    const board = await page.context().newPage();
    await board.goto(desk.url);
    await board.getByLabel('Link of a package').fill(link);
    await board.getByRole('button', { name: 'Fetch it' }).click({ timeout: 60_000 });
    const { show } = (await (await page.request.get(`${desk.url}/state.json`)).json()) as { show: DeskShow };
    expect(show.issue?.name).toBe('B');
    // Exactly those changes, in the words of the trade.
    const [head, ...told] = show.changes;
    expect(head?.[3]).toBe('What');
    expect(told.map(([, , , what]) => what).sort()).toEqual([...expected].sort());
    await expect(board.getByTestId('read')).toHaveText(`${show.read} of ${show.of}`);
    expect(show.read).toBe(show.of);
    // The one stop of the demo: a slot can be of one channel only.
    expect(show.faults).toEqual([
      expect.stringMatching(/^Channel 26 is at 1\.17 in the list, and in the console data nowhere\.$/),
    ]);
    expect(show.groups.length).toBeGreaterThan(10);
    expect(show.looks.length).toBeGreaterThan(2);
    // It answers, and Dessin files that with the issue.
    await board.getByLabel('Address of Dessin').fill(new URL(page.url()).origin);
    await board.getByRole('button', { name: 'Acknowledge' }).click();
    await expect(board.getByRole('status')).toHaveText(`Acknowledged: ${show.read} of ${show.of}.`);
    await page.keyboard.press('Control+K');
    await page.keyboard.type('revisions');
    await page.keyboard.press('Enter');
    await expect(panel(page, 'Revisions').getByText(`read by Stand-in desk, ${show.read} of ${show.of}, on`)).toBeVisible();
    await page.getByRole('button', { name: 'Close Revisions' }).click();
    // The desk patches three heads otherwise; its list has headings of its own, in its own order.
    const heads = show.heads.filter(({ address, id: of }) => address && !of.includes('/')).slice(0, 3);
    for (const [i, { channel }] of heads.entries()) {
      await board.getByLabel('Channel', { exact: true }).fill(String(channel));
      await board.getByLabel('Address', { exact: true }).fill(`5/${101 + i * 60}`);
      await board.getByRole('button', { name: 'Patch', exact: true }).click();
      await expect(board.getByRole('status')).toHaveText(`Channel ${channel} is at 5/${101 + i * 60}.`);
    }
    const list = Buffer.from(await (await page.request.get(`${desk.url}/list.csv`)).body());
    await page
      .getByRole('link', { name: /^Hang$|^Hang / })
      .first()
      .click();
    await page.getByTestId('back-file').setInputFiles({ name: 'desk list.csv', mimeType: 'text/csv', buffer: list });
    const came = panel(page, 'What came in');
    await expect(came.getByTestId('back-summary')).toContainText('3 changes in');
    await expect(came.getByRole('list', { name: 'Changes' }).getByText('Address')).toHaveCount(3);
    await came.getByRole('button', { name: 'Take 3 changes' }).click();
    await stored(page);
    const after = await records(page, id);
    for (const [i, { id: of }] of heads.entries())
      expect(after.find((record) => record.id === of)!.parts[0]!.address).toBe(4 * 512 + 101 + i * 60);
    // Rubbish is answered in a sentence, and the desk goes on.
    await board.getByLabel('Link of a package').fill('http://example.org/package.zip');
    await board.getByRole('button', { name: 'Fetch it' }).click();
    await expect(board.getByRole('status')).toContainText('nobody but this machine');
    await board
      .getByLabel('Package', { exact: true })
      .setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from('PK nothing') });
    await board.getByRole('button', { name: 'Open the package' }).click();
    await expect(board.getByRole('status')).toHaveText('This is no zip, or a damaged one.');
    await expect(board.getByTestId('read')).toHaveText(`${show.read} of ${show.of}`);
  } finally {
    desk.stop();
  }
});
