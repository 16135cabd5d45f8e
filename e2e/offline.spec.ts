/** Dessin in the browser: it opens without its server, keeps what is changed, merges it later, and takes a newer version when somebody says so. */
import { cp, mkdir, mkdtemp, readdir, readFile, rm, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, type Page, test } from './base.js';
import { chooseType, dragFrom, drawPipe, newShow, recordsOf, stored } from './helpers.js';
import { makeHouse, noteIn } from './houses.js';

const house = makeHouse(40, { saves: false });
const { begin, end, come, signIn } = house;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  test.setTimeout(120_000);
  await house.open('Ines Falk');
});
test.afterAll(() => house.close());

/** Until the browser has all of the interface, and the next page comes from there. */
const kept = (page: Page): Promise<void> =>
  expect
    .poll(() => page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.active?.state), { timeout: 60_000 })
    .toBe('activated');
const row = (page: Page, n: number) => page.getByRole('row', { name: /^LX 1/ }).nth(n);
const note = (page: Page, n: number, text: string) => noteIn(page, text, /^LX 1/, n);

test('two windows go on without the server, are opened anew, and what both changed is merged when it is back', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const one = await come(browser);
  await one.goto('/');
  await signIn(one, 'Ines Falk');
  await expect(one.getByRole('form', { name: 'New show' })).toBeVisible();
  const show = await newShow(one, 'Low Tide');
  await drawPipe(one, [-5000, 3000], [5000, 3000], '6', 'LX 1');
  await one.getByRole('link', { name: /Hang/ }).click();
  await chooseType(one, 'aster 36');
  await dragFrom(one, [-2000, 3000], [2000, 3000]);
  await one.keyboard.press('Escape');
  await stored(one);
  const two = await come(browser);
  await two.goto(`/shows/${show}/hang`);
  await signIn(two, 'Ines Falk');
  await expect(row(two, 0)).toBeVisible();
  for (const page of [one, two]) await kept(page);
  // Opened from what the browser has by now, while the server still answers.
  for (const page of [one, two]) {
    await page.goto(`/shows/${show}/hang`);
    await expect(row(page, 0)).toBeVisible();
    expect(await page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  }

  await end();
  await note(one, 0, 'of the first');
  await note(two, 1, 'of the second');
  for (const page of [one, two]) {
    await expect(page.getByTestId('stored')).toContainText('waiting for the server, 1');
    await page.reload();
    await expect(row(page, 0)).toBeVisible();
    await expect(page.getByTestId('stored')).toContainText('waiting for the server, 1');
  }
  await expect(one.getByRole('gridcell', { name: 'of the first' })).toBeVisible();
  // The list of shows, and a step, a view and a panel that nobody had opened yet.
  await one.goto('/');
  await expect(one.getByRole('status')).toContainText('The server does not answer.');
  await expect(one.getByRole('button', { name: 'Make the show' })).toHaveCount(0);
  await one.getByRole('list', { name: 'Shows kept in this browser' }).getByRole('link', { name: 'Low Tide' }).click();
  await one.getByRole('link', { name: /^Patch/ }).click();
  await one.getByRole('tab', { name: 'Section', exact: true }).click();
  await expect(one.getByRole('application', { name: /section/i })).toBeVisible();
  await one.getByRole('link', { name: /^Hang/ }).click();
  // The same field in both: one of the two is asked.
  await note(one, 2, 'mine');
  await note(two, 2, 'theirs');

  await begin();
  for (const page of [one, two]) await expect(page.getByTestId('stored')).not.toContainText('waiting', { timeout: 60_000 });
  const notes = async () =>
    (await recordsOf(one, show)).flatMap(({ kind, notes }) => (kind === 'fixture' && notes ? [notes] : []));
  await expect
    .poll(async () => (await notes()).filter((text) => /^of the/.test(String(text))).sort())
    .toEqual(['of the first', 'of the second']);
  expect((await notes()).filter((text) => ['mine', 'theirs'].includes(String(text)))).toHaveLength(1);
  const said = () => Promise.all([one, two].map((page) => page.getByTestId('stored').textContent()));
  await expect.poll(async () => (await said()).sort()).toEqual(['1 not stored', 'stored']);

  // Who signs out leaves no show behind.
  await two.goto('/people');
  await two.getByRole('form', { name: 'Your account' }).getByRole('button', { name: 'Sign out' }).click();
  await expect(two.getByRole('form', { name: 'Sign in' })).toBeVisible();
  const shows = (page: Page) =>
    page.evaluate(
      () =>
        new Promise<string[]>((done) => {
          const opening = indexedDB.open('dessin-shows');
          opening.onsuccess = () => {
            const keys = opening.result.transaction('shows').objectStore('shows').getAllKeys();
            keys.onsuccess = () => done(keys.result.map(String).filter((key) => key.startsWith('show ')));
          };
        }),
    );
  expect((await shows(one)).length).toBe(1);
  await expect.poll(() => shows(two)).toEqual([]);
  await end();
  await two.goto(`/shows/${show}/hang`);
  await expect(two.getByRole('form', { name: 'Sign in' })).toBeVisible();
  await expect(row(two, 0)).toHaveCount(0);
  await begin();
  for (const page of [one, two]) await page.context().close();
});

test('a newer version is announced and taken when somebody says so; until then the one that is here goes on', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  // The Dessin that comes to lie there: the same, under another sum.
  const root = await mkdtemp(join(tmpdir(), 'dessin-newer-'));
  for (const name of await readdir('.'))
    if (!/^(dist|\.git|test-results)$/.test(name) && !name.startsWith('.dessin')) await symlink(resolve(name), join(root, name));
  await mkdir(join(root, 'dist'));
  await cp('dist', join(root, 'dist'), { recursive: true });
  const web = join(root, 'dist', 'web');
  await writeFile(join(web, 'index.html'), `${await readFile(join(web, 'index.html'), 'utf8')}<!-- newer -->`);
  await writeFile(
    join(web, 'service.js'),
    `${await readFile(join(web, 'service.js'), 'utf8')}`.replace(/(url:[`"']\.\/[`"'],revision:[`"'])\w+/, '$1newer'),
  );

  const page = await come(browser);
  await page.goto('/');
  await signIn(page, 'Ines Falk');
  await expect(page.getByRole('form', { name: 'New show' })).toBeVisible();
  await kept(page);
  await page.goto('/');
  const build = () => page.evaluate(() => document.querySelector<HTMLMetaElement>('meta[name="dessin-build"]')?.content);
  const before = await build();
  expect(before).toMatch(/^\w{16}$/);
  await end();
  await begin(root);
  await page.reload();
  const told = page.getByRole('status').filter({ hasText: 'Dessin was updated' });
  await expect(told).toBeVisible();
  // Never forced: what is open goes on, also when it is opened again.
  await told.getByRole('button', { name: 'Later' }).click();
  await page.getByRole('link', { name: 'Guide' }).click();
  expect(await build()).toBe(before);
  await page.goto('/');
  expect(await build()).toBe(before);
  await told.getByRole('button', { name: 'Reload' }).click();
  await expect.poll(() => build().catch(() => before), { timeout: 40_000 }).not.toBe(before);
  await expect(page.getByRole('link', { name: 'The Salt Orchard', exact: true })).toBeVisible();
  await expect(told).toHaveCount(0);
  await page.context().close();
  await end();
  await begin();
  await rm(root, { recursive: true, force: true });
});
