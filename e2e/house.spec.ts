/**
 * A whole house at one server that others can reach: the owner at a desk, a designer, an electrician and a viewer at once. The server listens on a second address
 * of this machine, asks everybody to sign in, and is ended and started meanwhile.
 */
import { expect, type Page, test } from './base.js';
import { chooseType, dragFrom, drawPipe, newShow, recordsOf, stored } from './helpers.js';
import { makeHouse, noteIn } from './houses.js';

const house = makeHouse(30);
const { home, word, begin, end, come, signIn } = house;
test.use({ baseURL: home });
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  test.setTimeout(120_000);
  await house.open('Ines Falk');
});
test.afterAll(() => house.close());

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
  await noteIn(electrician, 'iris');
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
  // Nor does a thing go along with the pointer: it is chosen, and stays. The designer's own does.
  await expect(viewer.getByText('and may not write notes')).toHaveCount(0);
  const alongs = async () => (await fixtures()).map(({ along }) => along);
  const stood = await alongs();
  for (const page of [viewer, electrician]) {
    await dragFrom(page, [2000, 3000], [3000, 3000]);
    await expect(page.getByTestId('card')).toContainText('Unit 1 on LX 1');
    await expect(page.getByText(/may not draft/)).toHaveCount(0);
  }
  expect(await alongs()).toEqual(stood);
  await people.designer.goto(`/shows/${show}/hang`);
  await expect(people.designer.getByRole('row', { name: /^LX 1/ }).first()).toBeVisible();
  await dragFrom(people.designer, [2000, 3000], [2500, 3000]);
  await stored(people.designer);
  expect(await alongs()).not.toEqual(stood);
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
  await noteIn(electrician, 'while it was gone');
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
  await noteIn(electrician, 'back again');
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
