/** From a tablet held upright to a wide desk, and at 200 % text: nothing covers anything, and everything is reached. */
import { expect, type Page, test } from './base.js';
import { byName, openDemo, settled } from './helpers.js';

/** Buttons, fields and links that lie under something else, or outside the window, by their names. */
const unreachable = (page: Page) =>
  page.evaluate(() => {
    const out: string[] = [];
    for (const element of document.querySelectorAll<HTMLElement>('header *, main *, aside *, nav *')) {
      if (!element.matches('button, a, select, input, [role="tab"]') || !element.checkVisibility({ visibilityProperty: true }))
        continue;
      // What is scrolled within its own list is reached by scrolling.
      if (element.closest('aside, [data-scope="ledger"], [role="columnheader"], .sr-only')) continue;
      const { left, top, width, height } = element.getBoundingClientRect();
      if (width < 2 || height < 2) continue;
      const hit = document.elementFromPoint(left + width / 2, top + height / 2);
      if (!hit || !(element.contains(hit) || hit.contains(element) || hit.closest('label')?.contains(element)))
        out.push(element.getAttribute('aria-label') ?? element.textContent ?? element.tagName);
    }
    return out;
  });

for (const [width, height, what] of [
  [768, 1024, 'a tablet upright'],
  [1024, 768, 'a small laptop'],
  [1280, 800, 'the size it is drawn for'],
  [2560, 1440, 'a wide desk'],
  [640, 400, '1280 x 800 at 200 % text'],
] as const)
  test(`${what}, ${width} x ${height}: drawing and Ledger have room, nothing lies on anything, panel and Card are reached`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height });
    await openDemo(page, 'hang');
    await settled(page);
    const size = async (locator: ReturnType<Page['locator']>) => (await locator.boundingBox())!;
    const drawing = await size(page.getByTestId('drawing'));
    const ledger = await size(page.locator('[data-scope="ledger"]'));
    expect(drawing.width).toBeGreaterThan(width * 0.5);
    expect(drawing.height).toBeGreaterThan(height * 0.25);
    expect(ledger.height).toBeGreaterThan(50);
    expect(ledger.width).toBeGreaterThan(width * 0.5);
    expect(await unreachable(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);

    const card = page.getByRole('complementary', { name: 'Card' });
    if (width > 900) await expect(card).toBeVisible();
    else {
      await expect(card).toBeHidden();
      await page.getByRole('button', { name: 'Card', exact: true }).click();
      await expect(card).toBeVisible();
      await page.getByLabel("Search the show's types").focus();
      // Escape leaves the field, and the drawer is closed by its button.
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Card', exact: true }).click();
      await expect(card).toBeHidden();
    }
    // A panel that is opened is seen, and has the focus.
    await byName(page, 'All keys, to look up and to change');
    await expect(page.getByLabel('Search the keys')).toBeFocused();
    await expect(page.getByLabel('Search the keys')).toBeInViewport();
  });
