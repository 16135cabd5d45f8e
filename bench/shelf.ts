/** The Shelf at 5000 types, and a GDTF of 40 modes with 100 channels each. */

import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { v4 } from 'uuid';
import { readGdtf } from '#core/formats/gdtf/read';
import { writeGdtf } from '#core/formats/gdtf/write';
import { itemAt, present } from '#core/measure/list';
import type { FixtureType, Mode } from '#core/model/records';
import { families } from '#core/model/records';
import { newType } from '#core/shelf/new-type';
import { type Listed, searchShelf, summaryOf } from '#core/shelf/search';
import { start } from '../server/start.js';
import { openBrowser } from './browser.js';
import { median } from './rig.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 2 : 0);
const line = (name: string, text: string): void => console.log(`  ${name.padEnd(34)} ${text}`);
const time = (work: () => unknown, n = 9): number[] =>
  Array.from({ length: n }, () => {
    const started = performance.now();
    work();
    return performance.now() - started;
  }).sort((a, b) => a - b);

const N = 5000;
const makers = ['Cinderpath', 'Ombrelle', 'Quillon', 'Marrow', 'Tarnside', 'Fennimore'];
const stems = ['Aster', 'Heron', 'Lowmoor', 'Tide', 'Skyline', 'Reedbed', 'Egret', 'Curlew', 'Sedge', 'Marl'];
/** Types with names, figures and modes as a large house has them. */
const manyTypes = (): FixtureType[] =>
  Array.from({ length: N }, (_, i) => ({
    ...newType(v4(), itemAt(families, i % families.length)),
    name: `${stems[i % stems.length]} ${10 + (i % 70)} mark ${1 + Math.floor(i / 700)}`,
    maker: itemAt(makers, i % makers.length),
    watts: 100 + (i % 40) * 50,
  }));

/** Every key of a search in turn, in core and in the window. */
export async function shelf(): Promise<void> {
  console.log(`Shelf of ${N} types`);
  const types = manyTypes();
  const items = types.map(
    (record): Listed => ({
      id: record.id,
      kind: 'type',
      folder: 'A/B',
      favourite: false,
      version: 1,
      summary: summaryOf(record),
    }),
  );
  const words = 'heron 26 quillon';
  const keys = Array.from(words, (_, i) => words.slice(0, i + 1));
  searchShelf(items, { text: '' });
  const ours = keys.map((text) => median(time(() => searchShelf(items, { text, kind: 'type', folder: 'A' }))));
  // The baseline looks for the same words in the same texts, and does nothing else.
  const bare = keys.map((text) =>
    median(time(() => items.filter((item) => text.split(' ').every((word) => item.summary.words.includes(word))))),
  );
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  line(
    'a key of a search',
    `median ${ms(median(ours))} ms, worst ${ms(Math.max(...ours))} ms; ${(sum(ours) / sum(bare)).toFixed(1)} times looking for the words alone`,
  );

  const data = await mkdtemp(join(tmpdir(), 'dessin-bench-'));
  const running = await start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: false });
  let from = performance.now();
  for (let at = 0; at < N; at += 500)
    await fetch(`${running.url}/api/shelf/items`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ put: types.slice(at, at + 500).map((record) => ({ record, base: null, folder: 'A/B' })) }),
    });
  line('stored', `${ms(performance.now() - from)} ms`);
  from = performance.now();
  const list = await (await fetch(`${running.url}/api/shelf`)).text();
  line('list over HTTP', `${ms(performance.now() - from)} ms, ${(list.length / 1e6).toFixed(1)} MB`);
  const chrome = await openBrowser();
  const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${running.url}/shelf`);
  await page.getByTestId('items').getByRole('option').first().waitFor();
  const input = page.getByLabel('Search the Shelf');
  await input.focus();
  // From the key until the frame after the list has changed.
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(globalThis, { keyTimes: times });
    document.querySelector('input[aria-label="Search the Shelf"]')!.addEventListener('keydown', () => {
      const started = performance.now();
      requestAnimationFrame(() => requestAnimationFrame(() => times.push(performance.now() - started)));
    });
  });
  for (const key of words) {
    await page.keyboard.press(key === ' ' ? 'Space' : key);
    await page.waitForTimeout(120);
  }
  const frames = (await page.evaluate(() => (globalThis as unknown as { keyTimes: number[] }).keyTimes)).sort((a, b) => a - b);
  line(
    'in the window, key to second frame',
    `median ${ms(median(frames))} ms, worst ${ms(frames.at(-1) ?? 0)} ms (two frames are 33 ms)`,
  );
  await chrome.close();
  await running.stop();
  await rm(data, { recursive: true, force: true });
}

/** Forty modes of a hundred channels, read against the bare parsing of the same text. */
export function gdtf(): void {
  const modes = Array.from(
    { length: 40 },
    (_, m): Mode => ({
      name: `Mode ${m + 1}`,
      channels: Array.from({ length: 100 }, (__, i) => ({
        attribute: i === 0 ? 'Dimmer' : `Control${i}`,
        offset: [2 * i + 1, 2 * i + 2],
        break: 1,
      })),
    }),
  );
  const type = { ...newType(v4(), 'moving spot'), modes };
  const bytes = writeGdtf(type);
  const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false, processEntities: false });
  const read = median(time(() => readGdtf(bytes, 'x.gdtf')));
  const bare = median(time(() => parser.parse(strFromU8(present(unzipSync(bytes)['description.xml'])))));
  console.log('GDTF of 40 modes with 100 channels each');
  line('read', `${ms(read)} ms against ${ms(bare)} ms for bare XML parsing: ${(read / bare).toFixed(1)} times`);
  line('written into its own file', `${ms(median(time(() => writeGdtf({ ...type, watts: 1 }, bytes), 5)))} ms`);
}
