/**
 * A whole house at one server that others can reach: the owner at a desk, a designer, an electrician and a viewer at once. The server listens on a second address
 * of this machine, asks everybody to sign in, and is ended and started meanwhile.
 */
import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer, type IncomingMessage, request, type Server } from 'node:http';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, type Page, test } from './base.js';
import { chooseType, clickAt, dragFrom, drawPipe, newShow, recordsOf, stored } from './helpers.js';
import { makeHouse } from './houses.js';

const house = makeHouse(30);
const { home, word, port, begin, end, come, signIn } = house;
test.use({ baseURL: home });
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  test.setTimeout(120_000);
  await house.open('Ines Falk');
});
test.afterAll(() => house.close());

const note = async (page: Page, text: string): Promise<void> => {
  await page.getByRole('row', { name: /^LX 1/ }).first().getByRole('gridcell').nth(8).dblclick();
  await page.getByLabel('Edit Notes').fill(text);
  await page.keyboard.press('Enter');
};
const people: Record<'designer' | 'electrician' | 'viewer', Page> = {} as never;
let show = '';

test('the owner signs in and makes accounts, all by the keyboard', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('form', { name: 'Sign in' }).getByLabel('Name')).toBeFocused();
  await page.keyboard.type('ines falk');
  await page.keyboard.press('Tab');
  await page.keyboard.type('not the words');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveText('There is no account with this name and this password.');
  await page.getByLabel('Password').focus();
  await page.keyboard.type(word);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Shows', exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Ines Falk' }).click();
  const form = page.getByRole('form', { name: 'New account' });
  await form.getByLabel('Name').focus();
  for (const [name, password] of [
    ['Tomas Reed', 'short'],
    ['Tomas Reed', word],
    ['Lena Vos', word],
    ['Odd Brandt', word],
  ] as const) {
    await form.getByLabel('Name').fill(name);
    await form.getByLabel('Password').fill(password);
    await form.getByLabel('Standing').selectOption({ index: name === 'Tomas Reed' ? 1 : 2 });
    await form.getByLabel('Standing').press('Tab');
    await page.keyboard.press('Enter');
    if (password === 'short') await expect(form.getByRole('alert')).toContainText('at least 10');
    else await expect(page.getByRole('listitem', { name })).toBeVisible();
  }
  await expect(page.getByLabel('Standing of Tomas Reed')).toHaveValue('member');
  await expect(page.getByRole('listitem', { name: 'Ines Falk' })).toContainText('you');
  // The last owner stays one, and the page says why.
  await page.getByLabel('Standing of Ines Falk').selectOption('guest');
  await expect(page.getByText('This is the only owner of the house.')).toBeVisible();
  await expect(page.getByLabel('Standing of Ines Falk')).toHaveValue('owner');
});

test('a designer makes a show and asks others in; each is offered what the role may', async ({ browser }) => {
  test.setTimeout(180_000);
  people.designer = await come(browser);
  await people.designer.goto('/');
  await signIn(people.designer, 'Tomas Reed');
  await expect(people.designer.getByText('No shows yet.')).toBeVisible();
  show = await newShow(people.designer, 'Low Tide');
  await drawPipe(people.designer, [-5000, 3000], [5000, 3000], '6', 'LX 1');
  await people.designer.getByRole('link', { name: /Hang/ }).click();
  await chooseType(people.designer, 'aster 36');
  await dragFrom(people.designer, [-2000, 3000], [2000, 3000]);
  await people.designer.keyboard.press('Escape');
  await stored(people.designer);
  await people.designer.getByRole('link', { name: 'Dessin' }).click();

  for (const [role, name] of [
    ['electrician', 'Lena Vos'],
    ['viewer', 'Odd Brandt'],
  ] as const) {
    people[role] = await come(browser);
    await people[role].goto(`/shows/${show}/hang`);
    await signIn(people[role], name);
    // Not asked in yet: there is no such show.
    await expect(people[role].getByText('This show does not exist')).toBeVisible();
    const part = people.designer.getByRole('region', { name: 'People of Low Tide' });
    if (!(await part.isVisible())) await people.designer.getByRole('button', { name: 'People of Low Tide' }).click();
    await part.getByLabel('As', { exact: true }).selectOption(role);
    await part.getByLabel('Ask in').selectOption({ label: name });
    await expect(part.getByLabel(`Role of ${name}`)).toHaveValue(role);
    await people[role].reload();
    await expect(people[role].getByRole('row', { name: /^LX 1/ }).first()).toBeVisible();
    await expect(people[role].getByRole('banner').getByText(role, { exact: true })).toBeVisible();
  }

  // The electrician writes a note, and no channel.
  const { electrician, viewer } = people;
  await note(electrician, 'iris');
  await stored(electrician);
  const fixtures = async () => (await recordsOf(people.designer, show)).filter(({ kind }) => kind === 'fixture');
  expect((await fixtures()).map(({ notes }) => notes)).toContain('iris');

  // The viewer is offered neither tools nor commands that draft, and a key for one does nothing.
  const tools = viewer.getByRole('toolbar', { name: 'Tools' });
  await expect(tools.getByRole('button', { name: 'Select', exact: true })).toBeVisible();
  for (const name of ['Hang fixtures', 'Draw a pipe', 'Set out the selection'])
    await expect(tools.getByRole('button', { name })).toHaveCount(0);
  await viewer.keyboard.press('Control+k');
  await viewer.getByPlaceholder('Do anything by name').last().fill('Draw a pipe');
  await expect(viewer.getByRole('option', { name: 'Draw a pipe' })).toHaveCount(0);
  await viewer.keyboard.press('Escape');
  await viewer.getByRole('row', { name: /^LX 1/ }).first().getByRole('gridcell').nth(8).dblclick();
  await expect(viewer.getByText('You are a viewer in this show, and may not write notes.')).toBeVisible();
  await expect(viewer.getByLabel('Edit Notes')).toHaveCount(0);
  await viewer.getByRole('row', { name: /^LX 1/ }).first().click();
  await expect(viewer.getByTestId('card').getByLabel('Channel')).not.toBeEditable();
  await electrician.getByRole('row', { name: /^LX 1/ }).first().click();
  await expect(electrician.getByTestId('card').getByLabel('Channel')).not.toBeEditable();
  await expect(electrician.getByTestId('card').getByLabel('Circuit').first()).toBeEditable();
});

test('the server goes and comes: everybody is still signed in, and nothing is lost', async () => {
  test.setTimeout(120_000);
  const { designer, electrician } = people;
  await designer.goto(`/shows/${show}/hang`);
  await expect(designer.getByRole('row', { name: /^LX 1/ }).first()).toBeVisible();
  await end();
  await note(electrician, 'while it was gone');
  await expect(electrician.getByTestId('stored')).toContainText('waiting for the server');
  await begin();
  await stored(electrician);
  await expect(designer.getByRole('gridcell', { name: 'while it was gone' })).toBeVisible();
  // Who is here, where, and what they have chosen: said at the top and in the Ledger, and a click chooses the same.
  await electrician.getByRole('row', { name: /^LX 1/ }).nth(1).click();
  const here = designer.getByRole('list', { name: 'Also here' });
  const lena = here.getByRole('button', { name: 'Lena Vos is in Hang, 1 thing chosen' });
  await expect(lena).toBeVisible();
  await expect(here.getByRole('button', { name: /^Odd Brandt is in Hang/ })).toBeVisible();
  await expect(designer.getByRole('row', { name: /^LX 1/ }).nth(1)).toContainText('LV');
  await lena.click();
  await expect(designer.getByRole('row', { name: /^LX 1/ }).nth(1)).toHaveAttribute('aria-selected', 'true');
  await electrician.getByRole('link', { name: /^Patch/ }).click();
  await expect(here.getByRole('button', { name: 'Lena Vos is in Patch, 1 thing chosen' })).toBeVisible();
  await electrician.getByRole('link', { name: /^Hang/ }).click();
});

test('a note on a fixture, a place and a sheet is seen by the others, answered where they are, and ticked off', async () => {
  test.setTimeout(120_000);
  const { designer, electrician, viewer } = people;
  await electrician.getByRole('row', { name: /^LX 1/ }).first().click();
  await electrician.getByTestId('card').getByRole('button', { name: 'A note to the others' }).click();
  const notes = (page: Page) => page.getByRole('region', { name: 'Notes to each other' });
  await expect(notes(electrician)).toContainText('About LX 1 1');
  await electrician.getByLabel('What the note says').fill('Is this a 26?\nThere is a 36 in the case.');
  await electrician.getByRole('button', { name: 'Write it' }).click();
  await stored(electrician);

  // At the top and on the Card of the designer; the viewer reads it and is offered nothing to write with.
  await designer.getByRole('banner').getByRole('button', { name: '1 note', exact: true }).click();
  await expect(notes(designer)).toContainText('Is this a 26?');
  await expect(notes(designer)).toContainText('Lena Vos, today');
  await viewer.getByRole('banner').getByRole('button', { name: '1 note', exact: true }).click();
  await expect(notes(viewer)).toContainText('There is a 36 in the case.');
  await expect(notes(viewer).getByRole('textbox')).toHaveCount(0);
  await expect(notes(viewer).getByRole('button', { name: 'Tick off' })).toHaveCount(0);
  await notes(designer).getByRole('button', { name: 'LX 1 1', exact: true }).click();
  await expect(designer.getByTestId('card')).toContainText('Unit 1 on LX 1');
  await designer.getByLabel('Answer to the note on LX 1 1').fill('The 36 is right.');
  await designer.keyboard.press('Enter');
  await expect(notes(electrician)).toContainText('The 36 is right.');
  await expect(electrician.getByTestId('notes-to-each-other')).toContainText('Tomas Reed: The 36 is right.');
  await notes(electrician).getByRole('button', { name: 'Tick off' }).click();
  await expect(notes(designer)).toContainText('1 note ticked off');
  await expect(designer.getByRole('banner').getByRole('button', { name: '1 note', exact: true })).toHaveCount(0);
  await notes(designer).getByText('1 note ticked off').click();
  await expect(notes(designer)).toContainText('Ticked off by Lena Vos');

  // On a place of the plan, and on a sheet.
  await notes(designer).getByRole('button', { name: 'On a place' }).click();
  await clickAt(designer, 1500, 1200);
  await expect(notes(designer)).toContainText('About 1.50 SL 1.20 US');
  await designer.getByLabel('What the note says').fill('No scaffold here');
  await designer.keyboard.press('Enter');
  await expect(notes(electrician).getByRole('button', { name: '1.50 SL 1.20 US' })).toBeVisible();
  await designer.getByRole('link', { name: /^Paper/ }).click();
  await designer.getByTestId('plate').waitFor();
  if (!(await notes(designer).isVisible()))
    await designer.getByRole('banner').getByRole('button', { name: '1 note', exact: true }).click();
  await expect(notes(designer)).toContainText('About Light plot, plan');
  await designer.getByLabel('What the note says').fill('Smaller title');
  await designer.keyboard.press('Enter');
  await notes(electrician).getByRole('button', { name: 'Light plot, plan', exact: true }).click();
  await expect(electrician.getByTestId('plate')).toBeVisible();
  await electrician.getByRole('link', { name: /^Hang/ }).click();
});

test('on stage: two tick one list in the hand, undo nothing of each other, and the designer sees how far it is', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const { designer } = people;
  await designer.getByRole('link', { name: /^Hang/ }).click();
  await designer.getByRole('tab', { name: 'Work' }).click();
  const [position] = (await recordsOf(designer, show)).filter(({ kind }) => kind === 'position') as { id: string }[];
  // What the code of the list holds, and that of a hanging card with its position.
  await designer.getByText('Hand this to a telephone').click();
  await expect(designer.getByAltText(`Code of ${home}/shows/${show}/on-stage`)).toBeVisible();
  const phones: Page[] = [];
  for (const name of ['Lena Vos', 'Ines Falk']) {
    const phone = await come(browser, 390, 844);
    await phone.goto(`/shows/${show}/on-stage?at=${position?.id}`);
    await signIn(phone, name);
    await expect(phone.getByRole('heading', { name: 'LX 1' })).toBeVisible();
    phones.push(phone);
  }
  const [lena, ines] = phones as [Page, Page];
  // And somebody without an account, who looks at the same show by a link.
  const made = await designer.request.post(`/api/shows/${show}/links`, {
    headers: { origin: home },
    data: { role: null, what: 'show', days: 1 },
  });
  const look = await come(browser);
  await look.goto(`/look#${((await made.json()) as { token: string }).token}`);
  await look.getByRole('tab', { name: 'Work' }).click();
  const seen = look.getByRole('table', { name: 'Work' }).getByRole('row', { name: /^LX 1/ });
  const tick = (page: Page, unit: number, what: string) => page.getByRole('button', { name: `unit ${unit} on LX 1: ${what}` });
  await Promise.all([tick(lena, 1, 'hung').click(), tick(ines, 2, 'hung').click()]);
  await tick(ines, 1, 'cabled').click();
  for (const page of phones) {
    for (const [unit, what] of [
      [1, 'hung'],
      [2, 'hung'],
      [1, 'cabled'],
    ] as const)
      await expect(tick(page, unit, what)).toHaveAttribute('aria-pressed', 'true');
    await expect(tick(page, 3, 'hung')).toHaveAttribute('aria-pressed', 'false');
  }
  // With the server gone: each goes on, the same light among them; both are there when it is back.
  await end();
  await Promise.all([tick(lena, 3, 'hung').click(), tick(ines, 3, 'hung').click()]);
  await tick(lena, 2, 'cabled').click();
  await expect(lena.getByRole('status')).toContainText('wait for the server');
  await begin();
  for (const page of phones) {
    await expect(tick(page, 3, 'hung')).toHaveAttribute('aria-pressed', 'true');
    await expect(tick(page, 2, 'cabled')).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByRole('status')).toHaveCount(0, { timeout: 20_000 });
  }
  await expect(seen).toContainText('3 of 5');
  await expect(look.getByTestId('stored')).toHaveText('stored');
  const table = designer.getByRole('table', { name: 'Work' });
  await expect(table.getByRole('row', { name: /^LX 1/ })).toContainText('3 of 5');
  await expect(table.getByRole('row', { name: /^LX 1/ })).toContainText('2 of 5');
  // What the designer moves since is hung no more as the plot has it: said on the ladder and at the desk.
  await designer.getByRole('tab', { name: 'Ledger' }).click();
  await designer.getByRole('row', { name: /^LX 1/ }).first().click();
  await expect(designer.getByTestId('card').getByRole('button', { name: 'hung' })).toHaveAttribute('aria-pressed', 'true');
  await designer.getByTestId('card').getByLabel('Along').fill('+1');
  await designer.keyboard.press('Enter');
  await expect(lena.getByRole('listitem', { name: 'Unit 1' })).toContainText('the plot was changed since');
  await expect(tick(lena, 1, 'hung')).toHaveAttribute('aria-pressed', 'false');
  await tick(lena, 1, 'hung').click();
  await expect(designer.getByTestId('card').getByRole('button', { name: 'hung' })).toHaveAttribute('aria-pressed', 'true');
  // What is left is what a list on a ladder shows.
  await lena.getByLabel('What is shown').selectOption('hung');
  await expect(lena.getByRole('listitem', { name: /^Unit/ })).toHaveCount(2);
  await lena.getByRole('button', { name: 'All hung' }).click();
  await expect(lena.getByText('All of it is hung.')).toBeVisible();
  await lena.getByRole('button', { name: 'All positions' }).click();
  await expect(lena.getByTestId('progress of the rig')).toContainText('5/5');
  expect(await lena.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await expect(seen).toContainText('all');
  for (const page of [...phones, look]) await page.context().close();
});

test('a programmer sends a list back; the designer finds it, looks at it and takes it', async ({ browser }) => {
  test.setTimeout(120_000);
  const { designer } = people;
  const owner = await come(browser);
  await owner.goto('/people');
  await signIn(owner, 'Ines Falk');
  await expect(owner.getByRole('listitem', { name: 'Odd Brandt' })).toBeVisible();
  const made = await owner.request.post('/api/people', { data: { name: 'Jon Ale', password: word, standing: 'guest' } });
  const { id } = (await made.json()) as { id: string };
  await owner.request.patch(`/api/shows/${show}/people/${id}`, { data: { role: 'programmer' } });
  await owner.context().close();
  const jon = await come(browser);
  await jon.goto(`/shows/${show}/hang`);
  await signIn(jon, 'Jon Ale');
  await expect(jon.getByRole('row', { name: /^LX 1/ }).first()).toBeVisible();
  await jon.getByTestId('back-file').setInputFiles({
    name: 'from the desk.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('Position,Unit,Channel\nLX 1,1,101\nLX 1,2,102\n'),
  });
  const came = (page: Page) => page.getByTestId('came-in');
  await expect(came(jon)).toContainText('2 changes in 2 rows that match');
  await came(jon).getByRole('button', { name: 'Send it to the designer' }).click();
  await expect(came(jon)).toHaveCount(0);
  await stored(jon);
  expect(
    (await recordsOf(designer, show))
      .filter(({ kind }) => kind === 'fixture')
      .map(({ parts }) => JSON.stringify(parts))
      .join(),
  ).not.toContain('"101"');

  await designer.getByRole('button', { name: '1 sent back' }).click();
  const back = designer.getByRole('region', { name: 'Sent back' });
  await expect(back).toContainText('Jon Ale, today');
  await back.getByRole('button', { name: 'Look at from the desk.csv' }).click();
  await came(designer).getByRole('button', { name: 'Take 2 changes' }).click();
  await expect(back).toHaveCount(0);
  await expect(designer.getByRole('button', { name: '1 sent back' })).toHaveCount(0);
  await expect(jon.getByRole('row', { name: /^LX 1/ }).first()).toContainText('101');
  await designer.getByRole('link', { name: /^Hang/ }).click();
  await jon.context().close();
});

test('who is signed out elsewhere signs in where he was, and what was not stored is stored then', async ({ browser }) => {
  test.setTimeout(120_000);
  const { electrician, viewer } = people;
  const other = await come(browser);
  await other.goto('/people');
  await signIn(other, 'Lena Vos');
  await other.getByRole('button', { name: 'Sign out everywhere else' }).click();
  await expect(electrician.getByRole('form', { name: 'Sign in' })).toContainText('You are signed out here');
  // Somebody else's password opens somebody else's pages; her own brings hers back as they were.
  await signIn(electrician, 'Lena Vos');
  await expect(electrician.getByRole('form', { name: 'Sign in' })).toHaveCount(0);
  await expect(electrician.getByRole('button', { name: /^Undo: / })).toBeEnabled();
  await note(electrician, 'back again');
  await stored(electrician);

  // A new password, set by the owner, ends what the viewer had open.
  const owner = await come(browser);
  await owner.goto('/people');
  await signIn(owner, 'Ines Falk');
  const row = owner.getByRole('listitem', { name: 'Odd Brandt' });
  await row.getByRole('button', { name: 'New password' }).click();
  await row.getByLabel('New password of Odd Brandt').fill('quite another four');
  await owner.keyboard.press('Enter');
  await expect(owner.getByText('Odd Brandt has a new password')).toBeVisible();
  await expect(viewer.getByRole('form', { name: 'Sign in' })).toBeVisible();
  await signIn(viewer, 'Odd Brandt');
  await expect(viewer.getByRole('alert')).toHaveText('There is no account with this name and this password.');
  await signIn(viewer, 'Odd Brandt', 'quite another four');
  await expect(viewer.getByRole('row', { name: /^LX 1/ }).first()).toBeVisible();
  for (const page of [...Object.values(people), other, owner]) await page.context().close();
});

test('a link lets somebody look without an account until it is taken back; another one lets somebody join', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const owner = await come(browser);
  await owner.goto('/');
  await signIn(owner, 'Ines Falk');
  await owner.getByRole('button', { name: 'People of The Salt Orchard' }).click();
  const part = owner.getByRole('region', { name: 'Links into The Salt Orchard' });
  const make = async (what: string): Promise<string> => {
    await part.getByLabel('Link', { exact: true }).selectOption({ label: what });
    const before = await part.getByRole('listitem').count();
    await part.getByRole('button', { name: 'Make a link' }).click();
    await expect(part.getByRole('listitem')).toHaveCount(before + 1);
    return part.getByLabel('The link', { exact: true }).inputValue();
  };
  const look = await come(browser);
  await look.goto(await make('to look at the show'));
  await expect(look.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
  await expect(look.getByRole('banner').getByText('viewer', { exact: true })).toBeVisible();
  await part.getByRole('button', { name: 'Take back the link to look at the show' }).click();
  await expect(look.getByRole('form', { name: 'Sign in' })).toBeVisible();

  // A token for a script: made, used and taken back in the same place.
  await part.getByLabel('Link', { exact: true }).selectOption({ label: 'for a script, as electrician' });
  await part.getByLabel('Name of the script').fill('Hookup watch');
  await part.getByRole('button', { name: 'Make a token' }).click();
  await expect(part.getByLabel('The link', { exact: true })).toHaveValue(/^[\w-]{43}$/);
  const token = await part.getByLabel('The link', { exact: true }).inputValue();
  const { shows } = (await (await owner.request.get('/api/shows')).json()) as { shows: { id: string; name: string }[] };
  const orchard = shows.find(({ name }) => name === 'The Salt Orchard')?.id;
  const asScript = async () =>
    (await fetch(`${home}/api/shows/${orchard}/log`, { headers: { authorization: `Bearer ${token}` } })).status;
  expect(await asScript()).toBe(200);
  await part.getByRole('button', { name: 'Take back the link for the script Hookup watch, as electrician' }).click();
  await expect.poll(asScript).toBe(401);

  const fresh = await come(browser, 390, 844);
  await fresh.goto(await make('to join as electrician'));
  await expect(fresh.getByText('Ines Falk asks you into The Salt Orchard as electrician.')).toBeVisible();
  await fresh.getByLabel('Name').fill('Jon Arle');
  await fresh.getByLabel('Password').fill(word);
  await fresh.getByRole('button', { name: 'Make the account and join' }).click();
  await expect(fresh).toHaveURL(/\/shows\/[0-9a-f-]{36}\/hang$/);
  await expect(fresh.getByRole('banner').getByText('electrician', { exact: true })).toBeVisible();
  // What he does is told to the others with his name.
  await owner.getByRole('link', { name: 'Open The Salt Orchard' }).click();
  await expect(owner.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
  const show = /shows\/([0-9a-f-]{36})/.exec(owner.url())![1]!;
  const fixture = (await recordsOf(fresh, show)).find(({ kind, unit }) => kind === 'fixture' && unit === '1')!;
  await fresh.request.post(`/api/shows/${show}/changes`, {
    headers: { origin: home },
    data: {
      key: crypto.randomUUID(),
      label: 'Notes lens cap',
      change: { added: [], updated: [[fixture, { ...fixture, notes: 'lens cap' }]], removed: [] },
    },
  });
  await owner.getByRole('button', { name: 'Jon Arle Notes lens cap' }).click();
  const edits = owner.getByRole('region', { name: 'Edits' });
  await expect(edits.getByRole('listitem').first()).toContainText('Notes lens cap');
  await expect(edits.getByRole('listitem').first()).toContainText('Jon Arle');
  await owner.getByRole('row').filter({ hasText: 'lens cap' }).first().click();
  await expect(owner.getByTestId('last-edit')).toContainText(/Notes lens cap, by Jon Arle, today \d\d:\d\d/);
  for (const page of [owner, look, fresh]) await page.context().close();
});

test('behind a proxy, under a part of its address: pages, edits and what is heard of others go through it', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const [front, back] = [port + 3, port + 4];
  const folder = await mkdtemp(join(tmpdir(), 'dessin-behind-'));
  const { ownerCommand } = (await import(pathToFileURL('dist/start/commands.js').href)) as {
    ownerCommand: (house: { data: string; databaseUrl: undefined }, name: string, password: string) => Promise<string>;
  };
  await ownerCommand({ data: folder, databaseUrl: undefined }, 'Ines Falk', word);
  const behind = spawn(process.execPath, ['dist/start/main.js'], {
    env: {
      ...process.env,
      PORT: String(back),
      HOST: '127.0.0.1',
      TRUST_PROXY: '127.0.0.1',
      BASE_PATH: '/dessin/',
      DESSIN_DATA: folder,
      DATABASE_URL: '',
    },
    stdio: 'ignore',
  });
  const proxy = proxyTo(back, '/dessin');
  await new Promise<void>((open) => proxy.listen(front, '127.0.0.1', open));
  try {
    const at = `http://127.0.0.1:${front}/dessin`;
    await expect
      .poll(async () => (await fetch(`${at}/api/health`).catch(() => null))?.ok ?? false, { timeout: 60_000 })
      .toBe(true);
    const page = await come(browser);
    const outside: string[] = [];
    page.on('request', (request) => {
      const { pathname, protocol } = new URL(request.url());
      if (/^(http|ws)/.test(protocol) && !pathname.startsWith('/dessin/')) outside.push(request.url());
    });
    await page.goto(`${at}/`);
    await signIn(page, 'Ines Falk');
    await page.getByRole('link', { name: 'Open The Salt Orchard' }).click();
    await expect(page).toHaveURL(/\/dessin\/shows\/[0-9a-f-]{36}\/hang$/);
    await expect(page.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
    await page.reload();
    await expect(page.getByRole('row', { name: /^FOH 1/ }).first()).toBeVisible();
    await page
      .getByRole('row', { name: /^FOH 1/ })
      .first()
      .getByRole('gridcell')
      .nth(8)
      .dblclick();
    await page.getByLabel('Edit Notes').fill('through the proxy');
    await page.keyboard.press('Enter');
    await stored(page);
    // Another window hears of it, by its WebSocket.
    const other = await page.context().newPage();
    await other.goto(page.url());
    await expect(other.getByRole('gridcell', { name: 'through the proxy' })).toBeVisible();
    await other
      .getByRole('row', { name: /^FOH 1/ })
      .first()
      .getByRole('gridcell')
      .nth(8)
      .dblclick();
    await other.getByLabel('Edit Notes').fill('and back');
    await other.keyboard.press('Enter');
    await expect(page.getByRole('gridcell', { name: 'and back' })).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      (async () => {
        await page.getByRole('link', { name: 'Dessin' }).click();
        await page.getByRole('link', { name: 'The Salt Orchard as one file', exact: true }).click();
      })(),
    ]);
    expect(download.suggestedFilename()).toMatch(/\.dessin$/);
    expect(outside).toEqual([]);
    await page.context().close();
  } finally {
    proxy.close();
    proxy.closeAllConnections();
    behind.kill('SIGTERM');
    await new Promise((done) => behind.once('exit', done));
    await rm(folder, { recursive: true, force: true });
  }
});

/** A proxy as a house has one: it takes its part of the address away, says who asked, and passes WebSockets on. */
function proxyTo(back: number, part: string): Server {
  const inner = (path = '/') => (path.startsWith(part) ? path.slice(part.length) || '/' : path);
  const told = (from: IncomingMessage) => ({ ...from.headers, 'x-forwarded-for': from.socket.remoteAddress ?? '' });
  const proxy = createServer((from, to) => {
    const passed = request(
      { port: back, host: '127.0.0.1', method: from.method, path: inner(from.url), headers: told(from) },
      (answer) => {
        to.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(to);
      },
    );
    passed.on('error', () => to.writeHead(502).end());
    from.pipe(passed);
  });
  proxy.on('upgrade', (from: IncomingMessage, socket: Socket, head: Buffer) => {
    const passed = connect(back, '127.0.0.1', () => {
      const lines = Object.entries(told(from)).map(([name, value]) => `${name}: ${value}`);
      passed.write(`${from.method} ${inner(from.url)} HTTP/1.1\r\n${lines.join('\r\n')}\r\n\r\n`);
      passed.write(head);
      passed.pipe(socket).pipe(passed);
    });
    for (const end of [socket, passed]) end.on('error', () => undefined);
  });
  return proxy;
}
