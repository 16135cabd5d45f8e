/**
 * What the interface costs: components rendered per hover and per edit at 1000 fixtures, and the time until the first page can be used against an empty page of the
 * same build. `npm run bench -- page`; with BENCH_URL another server is measured, such as that of an older build.
 */

import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, Page } from '@playwright/test';
import { csvFile } from '#core/formats/csv/write';
import { writeMvr } from '#core/formats/mvr/write';
import { columnsOf } from '#core/ledger/columns';
import { rowsOf } from '#core/ledger/rows';
import { outTable } from '#core/ledger/table';
import { firstOf, itemAt } from '#core/measure/list';
import { start } from '../server/start.js';
import { openBrowser } from './browser.js';
import { makeRig, median } from './rig.js';

interface Seen {
  readonly total: number;
  readonly names: Readonly<Record<string, number>>;
}

/** Stands in for React's developer tools: counts function components that did work in a commit, by the same flags. */
function countRenders(): void {
  interface Fiber {
    readonly tag: number;
    readonly flags: number;
    readonly type: unknown;
    readonly child: Fiber | null;
    readonly sibling: Fiber | null;
    readonly alternate: Fiber | null;
  }
  const counts = { total: 0, names: {} as Record<string, number> };
  const functions = new Set([0, 11, 14, 15]);
  const performed = 1;
  const note = (fiber: Fiber) => {
    if (!functions.has(fiber.tag) || !(fiber.flags & performed)) return;
    const type = fiber.type as { name?: string; render?: { name?: string }; type?: { name?: string } } | null;
    const name = type?.name ?? type?.render?.name ?? type?.type?.name ?? '?';
    counts.total++;
    counts.names[name] = (counts.names[name] ?? 0) + 1;
  };
  const mounted = (fiber: Fiber) => {
    note(fiber);
    for (let child = fiber.child; child; child = child.sibling) mounted(child);
  };
  const updated = (next: Fiber, before: Fiber) => {
    note(next);
    if (next.child === before.child) return;
    for (let child = next.child; child; child = child.sibling) {
      if (child.alternate && child.alternate !== child) updated(child, child.alternate);
      else mounted(child);
    }
  };
  Object.assign(globalThis, {
    renders: counts,
    __REACT_DEVTOOLS_GLOBAL_HOOK__: {
      supportsFiber: true,
      renderers: new Map(),
      inject: () => 1,
      checkDCE: () => undefined,
      onCommitFiberUnmount: () => undefined,
      onPostCommitFiberRoot: () => undefined,
      onCommitFiberRoot: (_: number, root: { current: Fiber }) => {
        if (root.current.alternate) updated(root.current, root.current.alternate);
      },
    },
  });
}

async function rendersIn(page: Page, work: () => Promise<void>): Promise<Seen> {
  await page.evaluate(() => {
    Object.assign((globalThis as unknown as { renders: object }).renders, { total: 0, names: {} });
  });
  await work();
  // Two frames and what came with the server's answer.
  await page.waitForTimeout(400);
  return page.evaluate(() => (globalThis as unknown as { renders: Seen }).renders);
}

const words = ({ total, names }: Seen, rounds: number): string => {
  const most = Object.entries(names).sort((a, b) => b[1] - a[1]);
  return `${(total / rounds).toFixed(1)} (${most
    .slice(0, 5)
    .map(([name, n]) => `${name} ${(n / rounds).toFixed(1)}`)
    .join(', ')})`;
};

async function renders(browser: Browser, url: string): Promise<void> {
  const made = await fetch(`${url}/api/imports/mvr?name=Renders`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: writeMvr(makeRig(1000)) as unknown as string,
  });
  const { id } = (await made.json()) as { id: string };
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(countRenders);
  await page.goto(`${url}/shows/${id}/hang`);
  await page.waitForFunction(() => 'dessinSurface' in globalThis);
  // Until what comes in the quiet moment after the page has come.
  await page.waitForTimeout(5000);
  type Standing = {
    readonly view: { readonly k: number; readonly tx: number; readonly ty: number };
    all: (kind: string) => readonly { readonly hit: { readonly at: readonly [number, number] } }[];
  };
  const spots = await page.evaluate(() => {
    const { view, all } = (globalThis as unknown as { dessinSurface: Standing }).dessinSurface;
    const box = document.querySelector('[data-testid="drawing"]')!.getBoundingClientRect();
    return all('fixture')
      .map(({ hit: { at } }) => [box.left + at[0] * view.k + view.tx, box.top + view.ty - at[1] * view.k] as const)
      .filter(([x, y]) => x > box.left + 150 && x < box.right - 150 && y > box.top + 150 && y < box.bottom - 100)
      .slice(0, 40);
  });
  const far = [firstOf(spots), itemAt(spots, 12), itemAt(spots, 25), itemAt(spots, 38)];
  await page.mouse.move(...(far[3] as [number, number]));
  console.log('Components rendered at 1000 fixtures');
  const hover = await rendersIn(page, async () => {
    for (const [x, y] of far) {
      await page.mouse.move(x, y);
      await page.waitForTimeout(120);
    }
  });
  console.log(`  per hover                 ${words(hover, far.length)}`);
  await page.mouse.click(...(far[0] as [number, number]));
  await page.waitForTimeout(600);
  const edits = await rendersIn(page, async () => {
    for (let round = 0; round < 4; round++) {
      await page.keyboard.press('ArrowRight');
      await page.waitForTimeout(500);
    }
  });
  console.log(`  per edit, till stored     ${words(edits, 4)}`);
  const chosen = await rendersIn(page, async () => {
    for (const [x, y] of far) {
      await page.mouse.click(x, y);
      await page.waitForTimeout(200);
    }
  });
  console.log(`  per selection by click    ${words(chosen, far.length)}`);
  await page.close();
}

/** Milliseconds from asking for the first page until its first button stands and can be pressed, and the same for the page without its script. */
async function interactive(browser: Browser, url: string): Promise<void> {
  const index = await (await fetch(url)).text();
  const empty = index.replace(/<script[^>]*>\s*<\/script>/g, '').replace(/<link[^>]*modulepreload[^>]*>/g, '');
  const once = async (path: string, ready: () => boolean): Promise<number> => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.route('**/nothing-here', (route) => route.fulfill({ body: empty, contentType: 'text/html' }));
    await page.goto('about:blank');
    const from = performance.now();
    await page.goto(`${url}${path}`, { waitUntil: 'commit' });
    await page.waitForFunction(ready);
    const took = performance.now() - from;
    await context.close();
    return took;
  };
  const [bare, first]: [number[], number[]] = [[], []];
  for (let round = 0; round < 9; round++) {
    bare.push(await once('/nothing-here', () => document.readyState === 'complete'));
    first.push(await once('/', () => document.querySelector('main button') !== null));
  }
  console.log(
    `Until the first page can be used: ${median(first).toFixed(0)} ms against ${median(bare).toFixed(0)} ms for an empty page: ${(median(first) / median(bare)).toFixed(2)} times`,
  );
}

/** A list of 5000 rows dropped on a show of 5000: until its differences stand in the panel, and the longest that the window did not answer meanwhile. */
async function listShown(browser: Browser, url: string): Promise<void> {
  const rig = makeRig(5000);
  const made = await fetch(`${url}/api/imports/mvr?name=List`, {
    method: 'POST',
    body: writeMvr(rig) as Uint8Array<ArrayBuffer>,
    headers: { 'content-type': 'application/octet-stream' },
  });
  const { id } = (await made.json()) as { id: string };
  const columns = columnsOf(rig).filter(({ field }) => ['channel', 'purpose', 'address', 'colour', 'type'].includes(field));
  const { headings, rows } = outTable(rig, rowsOf(rig, { filters: [], sort: null, groups: [] }).rows, columns);
  const purpose = headings.indexOf('Purpose');
  const text = csvFile([
    headings,
    ...rows.map((row, i) => (i % 10 ? row : row.map((cell, c) => (c === purpose ? `Other ${i}` : cell)))),
  ]);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${url}/shows/${id}/hang`);
  await page.getByTestId('back-file').waitFor({ state: 'attached', timeout: 60_000 });
  await page.waitForTimeout(3000);
  const times: number[] = [];
  const gaps: number[] = [];
  let said = '';
  for (let round = 0; round < 5; round++) {
    await page.evaluate(() => {
      const seen = { last: performance.now(), gap: 0, on: true };
      Object.assign(globalThis, { beat: seen });
      const tick = () => {
        const now = performance.now();
        seen.gap = Math.max(seen.gap, now - seen.last);
        seen.last = now;
        if (seen.on) setTimeout(tick, 0);
      };
      tick();
    });
    const from = performance.now();
    await page
      .getByTestId('back-file')
      .setInputFiles({ name: `list ${round}.csv`, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByTestId('back-summary').waitFor();
    times.push(performance.now() - from);
    said = (await page.getByTestId('back-summary').textContent()) ?? '';
    await page.waitForTimeout(500);
    gaps.push(
      await page.evaluate(() => {
        const { beat } = globalThis as unknown as { beat: { gap: number; on: boolean } };
        beat.on = false;
        return beat.gap;
      }),
    );
    await page.getByRole('button', { name: 'Close What came in' }).click();
  }
  await page.close();
  console.log(
    `A list of 5000 rows on a show of 5000 (${said}): shown after ${median(times).toFixed(0)} ms; the window did not answer for ${median(gaps).toFixed(0)} ms at most`,
  );
}

export async function measurePage(): Promise<void> {
  const data = await mkdtemp(join(tmpdir(), 'dessin-bench-'));
  const given = process.env.BENCH_URL;
  const running = given ? null : await start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: false });
  const browser = await openBrowser();
  try {
    await renders(browser, given ?? running!.url);
    await interactive(browser, given ?? running!.url);
    await listShown(browser, given ?? running!.url);
  } finally {
    await browser.close();
    await running?.stop();
    await rm(data, { recursive: true, force: true });
  }
}
