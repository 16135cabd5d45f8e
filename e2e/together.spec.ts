/** Several on one show of a house: notes to each other, the work on stage in two hands, and a list that a programmer sends back. */
import { expect, type Page, test } from './base.js';
import { chooseType, clickAt, dragFrom, drawPipe, newShow, recordsOf, stored } from './helpers.js';
import { makeHouse } from './houses.js';

const house = makeHouse(50);
const { home, word, begin, end, come, signIn } = house;
test.use({ baseURL: home });
test.describe.configure({ mode: 'serial' });
const people: Record<'designer' | 'electrician' | 'viewer', Page> = {} as never;
let show = '';

test.beforeAll(async ({ browser }) => {
  test.setTimeout(180_000);
  await house.open('Ines Falk');
  const owner = await come(browser);
  await owner.goto('/');
  await signIn(owner, 'Ines Falk');
  await expect(owner.getByRole('link', { name: 'Open The Salt Orchard' })).toBeVisible();
  show = await newShow(owner, 'Low Tide');
  await drawPipe(owner, [-5000, 3000], [5000, 3000], '6', 'LX 1');
  await owner.getByRole('link', { name: /Hang/ }).click();
  await chooseType(owner, 'aster 36');
  await dragFrom(owner, [-2000, 3000], [2000, 3000]);
  await owner.keyboard.press('Escape');
  await stored(owner);
  for (const [role, name] of [
    ['designer', 'Tomas Reed'],
    ['electrician', 'Lena Vos'],
    ['viewer', 'Odd Brandt'],
    ['programmer', 'Jon Ale'],
  ] as const) {
    const made = await owner.request.post('/api/people', {
      headers: { origin: home },
      data: { name, password: word, standing: 'guest' },
    });
    const { id } = (await made.json()) as { id: string };
    await owner.request.patch(`/api/shows/${show}/people/${id}`, { headers: { origin: home }, data: { role } });
    if (role === 'programmer') continue;
    people[role] = await come(browser);
    await people[role].goto(`/shows/${show}/hang`);
    await signIn(people[role], name);
    await expect(people[role].getByRole('row', { name: /^LX 1/ }).first()).toBeVisible();
  }
  await owner.context().close();
});
test.afterAll(async () => {
  for (const page of Object.values(people)) await page.context().close();
  await house.close();
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
  const made = await ines.request.post(`/api/shows/${show}/links`, {
    headers: { origin: home },
    data: { role: null, what: 'show', days: 1 },
  });
  const look = await come(browser);
  await look.goto(`/look#${((await made.json()) as { token: string }).token}`);
  await look.getByRole('tab', { name: 'Work' }).click();
  const seen = look.getByRole('table', { name: 'Work' }).getByRole('row', { name: /^LX 1/ });
  await expect(seen).toBeVisible();
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
