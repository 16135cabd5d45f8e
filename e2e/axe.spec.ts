/** Every view asked by axe-core, in both themes and at two sizes: no violation, no rule off that is on by itself; target size (WCAG 2.2, 2.5.8) is on too. */
import { AxeBuilder } from '@axe-core/playwright';
import axeCore from 'axe-core';
import { expect, type Page, test } from './base.js';
import { byName, openDemo, settled } from './helpers.js';

const axe = (page: Page) =>
  // It lies in the page (`enter`); sent each time, it would take as long as the asking.
  new AxeBuilder({ page, axeSource: 'void 0' })
    // One page without frames of others: its quick way, and only what is wrong is worked out in full.
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'], rules: { 'target-size': { enabled: true } } });

const enter = (page: Page): Promise<unknown> => page.evaluate(axeCore.source);

/** What axe finds, in words that a person can follow. */
async function found(page: Page, where: string, without: string | null): Promise<string[]> {
  const out: string[] = [];
  const asked = without ? axe(page).exclude(without) : axe(page);
  for (const { id, nodes } of (await asked.analyze()).violations)
    for (const { target } of nodes) {
      const [selector] = target;
      // A field that the edge of a list cuts through is as large as it is when it is scrolled to.
      if (id === 'target-size' && typeof selector === 'string') {
        await page.locator(selector).evaluate((element) => element.scrollIntoView({ block: 'center' }));
        const again = await axe(page).include(selector).analyze();
        if (!again.violations.some((item) => item.id === id)) continue;
      }
      out.push(`${where}: ${id}: ${target.join(' ')}`.slice(0, 160));
    }
  return out;
}
type Visit = (page: Page) => Promise<void>;
const step =
  (name: RegExp): Visit =>
  async (page) => {
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('link', { name }).click();
  };
/** With the word, the Ledger stands as it did at a visit before, and is not asked again: its cells are most of the page. */
const visits: readonly [string, Visit, 'same Ledger'?][] = [
  ['Hang', step(/^Hang/)],
  ['Stage', step(/^Stage/), 'same Ledger'],
  ['Positions', step(/^Positions/), 'same Ledger'],
  ['Number', step(/^Number/)],
  ['Patch', step(/^Patch/)],
  ['Paper', step(/^Paper/), 'same Ledger'],
  ['Hand-over', step(/^Hand-over/), 'same Ledger'],
  ['unit chosen', async (page) => byName(page, 'LX 2 5')],
  ['position chosen', async (page) => byName(page, 'LX 2')],
  ['several chosen', async (page) => byName(page, 'Front warm')],
  ['section', async (page) => byName(page, 'Show the section'), 'same Ledger'],
  ['plan and section', async (page) => byName(page, 'Show plan and section side by side'), 'same Ledger'],
  ['plate', async (page) => byName(page, 'plate'), 'same Ledger'],
  ['universes', async (page) => byName(page, 'universes'), 'same Ledger'],
  ['plan again', async (page) => byName(page, 'Show the plan'), 'same Ledger'],
  ['snags', async (page) => byName(page, 'The list of snags'), 'same Ledger'],
  ['tag sets', async (page) => byName(page, 'Edit the tag sets'), 'same Ledger'],
  ['key', async (page) => byName(page, 'The key: what hangs'), 'same Ledger'],
  ['own columns', async (page) => byName(page, 'Own columns and pick lists')],
  ['set out', async (page) => byName(page, 'Set out the selection'), 'same Ledger'],
  ['copies', async (page) => byName(page, 'Copies: at an offset'), 'same Ledger'],
  ['keys', async (page) => byName(page, 'All keys, to look up'), 'same Ledger'],
  ['notes to each other', async (page) => byName(page, 'Notes to each other'), 'same Ledger'],
  ['guide', async (page) => byName(page, 'The guide: first steps'), 'same Ledger'],
  ['Shelf', async (page) => byName(page, 'Open the Shelf')],
];

const looks = [
  ['vellum', 1280, 800],
  ['blackout', 1024, 768],
] as const;

test('axe finds nothing in any view, in both themes and at two sizes', async ({ page }) => {
  test.setTimeout(240_000);
  const all: string[] = [];
  /** The view that stands, in both looks; the page hears of the theme as it does from the button. */
  const ask = async (name: string, without: string | null = null) => {
    for (const [theme, width, height] of looks) {
      await page.setViewportSize({ width, height });
      await page.evaluate((chosen) => {
        document.documentElement.dataset.theme = chosen;
      }, theme);
      all.push(...(await found(page, `${name}, ${theme}`, without)));
    }
  };
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Dessin' })).toBeVisible();
  await enter(page);
  await ask('start');
  await page.goto('/people');
  await expect(page.getByRole('form', { name: 'New account' })).toBeVisible();
  await enter(page);
  await ask('people');
  await page.goto('/no/such/page');
  await enter(page);
  await ask('not found');
  await openDemo(page, 'hang');
  await settled(page);
  await enter(page);
  for (const [name, visit, same] of visits) {
    await visit(page);
    // Panels come a moment later.
    await page.evaluate(() => new Promise((done) => setTimeout(done, 150)));
    await ask(name, same ? '[data-testid="ledger"]' : null);
  }
  await page.goto(`/shows/${/shows\/([0-9a-f-]{36})/.exec(page.url())?.[1]}/on-stage`);
  await page.getByRole('button', { name: /^LX 1/ }).click();
  await expect(page.getByRole('list', { name: 'Units on LX 1' })).toBeVisible();
  await enter(page);
  await ask('on stage');
  expect(all).toEqual([]);
});
