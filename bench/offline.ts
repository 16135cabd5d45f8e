/** The first page over a slow line: as a browser has it that was never here, as one that has its files, and from what the service worker keeps. */
import type { Browser, Page } from '@playwright/test';
import { openBrowser } from './browser.js';
import { openHouse } from './house.js';
import { median } from './rig.js';

const line = (name: string, text: string): void => console.log(`  ${name.padEnd(44)} ${text}`);
/** Bits a second and ms: a telephone with one bar, behind the wall of a theatre. */
const [DOWN, UP, DELAY] = [1_600_000, 750_000, 150];
const TIMES = 5;

async function slowly(page: Page): Promise<void> {
  const to = await page.context().newCDPSession(page);
  await to.send('Network.enable');
  await to.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: DELAY,
    downloadThroughput: DOWN / 8,
    uploadThroughput: UP / 8,
  });
}
/** ms until the list of shows stands. */
async function opened(page: Page, url: string): Promise<number> {
  const from = performance.now();
  await page.goto(url, { waitUntil: 'commit' });
  await page.getByRole('link', { name: 'The Salt Orchard', exact: true }).waitFor();
  return performance.now() - from;
}
const context = (chrome: Browser, serviceWorkers: 'allow' | 'block') =>
  chrome.newContext({ serviceWorkers, viewport: { width: 1280, height: 800 } });

export async function offline(): Promise<void> {
  console.log(`The first page over a slow line (${DOWN / 1e6} Mbit/s, ${DELAY} ms)`);
  const house = await openHouse(undefined, { DESSIN_DEMO: 'yes' });
  const chrome = await openBrowser();
  const fresh: number[] = [];
  for (let i = 0; i < TIMES; i++) {
    const there = await context(chrome, 'block');
    const page = await there.newPage();
    await slowly(page);
    fresh.push(await opened(page, house.url));
    await there.close();
  }
  line('nothing kept', `${median(fresh).toFixed(0)} ms`);
  const again = async (serviceWorkers: 'allow' | 'block'): Promise<number[]> => {
    const there = await context(chrome, serviceWorkers);
    const page = await there.newPage();
    await opened(page, house.url);
    if (serviceWorkers === 'allow')
      await page.waitForFunction(
        async () => (await navigator.serviceWorker.getRegistration())?.active?.state === 'activated',
        null,
        { timeout: 60_000, polling: 500 },
      );
    const out: number[] = [];
    for (let i = 0; i < TIMES; i++) {
      const next = await there.newPage();
      await slowly(next);
      out.push(await opened(next, house.url));
      await next.close();
    }
    await there.close();
    return out;
  };
  const [files, worker] = [median(await again('block')), median(await again('allow'))];
  line('files in the cache of the browser', `${files.toFixed(0)} ms`);
  line(
    'kept by the service worker',
    `${worker.toFixed(0)} ms: ${(worker / files).toFixed(2)} times that, ${(worker / median(fresh)).toFixed(2)} times nothing kept`,
  );
  await chrome.close();
  await house.done();
}
