/** npm run bench: prints ratios against plain baselines measured in the same run. */

import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { extname, join, resolve } from 'node:path';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import { v4 } from 'uuid';
import { overlappingTags, tagsAt } from '#core/draw/place-tags';
import { allTags, tagLayouts } from '#core/draw/plan';
import { boxOfTag } from '#core/draw/tags';
import { readMvr } from '#core/formats/mvr/read';
import { mvrEntries, writeMvr } from '#core/formats/mvr/write';
import { firstOf, present } from '#core/measure/list';
import { edit } from '#core/model/change';
import type { all } from '#core/model/show';
import { start } from '../server/start.js';
import { big } from './big.js';
import { openBrowser } from './browser.js';
import { handover } from './handover.js';
import { hold } from './hold.js';
import { measurePage } from './interface.js';
import { light } from './light.js';
import { numbers } from './numbers.js';
import { offline } from './offline.js';
import { paper } from './paper.js';
import { people } from './people.js';
import { makeRig, median } from './rig.js';
import { opens, season, windows } from './season.js';
import { gdtf, shelf } from './shelf.js';
import { space } from './space.js';
import { soak, wires } from './wires.js';

const counts = [300, 1000, 3000, 10_000];
const ms = (value: number): string => value.toFixed(value < 10 ? 2 : 0);
const line = (name: string, text: string): void => console.log(`  ${name.padEnd(34)} ${text}`);
const pairText = ([middle, late]: readonly number[]): string => `median ${ms(middle ?? 0)} ms, 95 % ${ms(late ?? 0)} ms`;

async function browser(): Promise<void> {
  const folder = resolve('dist/bench-page');
  const types: Record<string, string> = { '.html': 'text/html', '.js': 'text/javascript' };
  const chrome = await openBrowser();
  const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
  await page.route('http://bench.test/**', async (route) => {
    const path = new URL(route.request().url()).pathname;
    const file = join(folder, path === '/' ? 'index.html' : path);
    await route.fulfill({
      body: await readFile(file).catch(() => Buffer.from('')),
      contentType: types[extname(file)] ?? 'text/plain',
    });
  });
  await page.goto('http://bench.test/');
  await page.waitForFunction(() => 'runBench' in globalThis);
  console.log('Drawing (Chromium in software, 1280 x 800)');
  for (const count of counts) {
    const result = await page.evaluate(
      (n) =>
        (
          globalThis as unknown as {
            runBench: (n: number) => Promise<{
              first: number;
              marked: number;
              rebuild: number;
              draws: { name: string; ours: number; bare: number }[];
              pan: number[];
              zoom: number[];
              drag: number[];
              dragFrame: number;
              full: number;
            }>;
          }
        ).runBench(n),
      count,
    );
    console.log(` ${count} fixtures`);
    line(
      'display list, from nothing',
      `${ms(result.first)} ms, ${ms(result.marked)} more with what the audit marks; after an edit of 50: ${ms(result.rebuild)} ms`,
    );
    for (const draw of result.draws)
      line(
        `full draw, ${draw.name}`,
        `${ms(draw.ours)} ms against ${ms(draw.bare)} ms plain: ${(draw.ours / draw.bare).toFixed(2)} times`,
      );
    line('pan', pairText(result.pan));
    line('zoom', pairText(result.zoom));
    line('drag step of 50, script', `${pairText(result.drag)}; frame ${ms(result.dragFrame)} ms`);
  }
  const venue = await page.evaluate(() =>
    (
      globalThis as unknown as {
        runVenue: (
          n: number,
          segments: number,
        ) => Promise<{ segments: number } & Record<'pan' | 'setOut' | 'frame' | 'baseline', number[]>>;
      }
    ).runVenue(1000, 20_000),
  );
  console.log(` 1000 fixtures in a venue of ${venue.segments} segments`);
  line('pan', pairText(venue.pan));
  line('set out 500, script a step', pairText(venue.setOut));
  line(
    'set out 500, frame',
    `${pairText(venue.frame)}; against the same ghosts moved plainly: ${pairText(venue.baseline)}: ${(firstOf(venue.frame) / firstOf(venue.baseline)).toFixed(2)} times`,
  );
  const dxf = await page.evaluate(() =>
    (
      globalThis as unknown as {
        runDxf: (
          n: number,
        ) => Promise<Record<'size' | 'bare' | 'read' | 'place' | 'shown' | 'lines' | 'longest' | 'frames', number>>;
      }
    ).runDxf(50_000),
  );
  console.log(` DXF of 50000 entities, ${(dxf.size / 1e6).toFixed(1)} MB, ${dxf.lines} segments`);
  line(
    'read in the worker',
    `${ms(dxf.read)} ms against ${ms(dxf.bare)} ms for splitting its lines: ${(dxf.read / dxf.bare).toFixed(0)} times`,
  );
  line('made into records in the worker', `${ms(dxf.place)} ms`);
  line('laid on the stage and drawn', `${ms(dxf.shown)} ms`);
  line('window meanwhile', `frame median ${ms(dxf.frames)} ms, longest ${ms(dxf.longest)} ms`);
  await chrome.close();
}

function tags(): void {
  console.log('Tags placed, against the same boxes placed without looking');
  for (const count of counts) {
    const rig = makeRig(count);
    const options = { denominator: 50, tags: allTags, marks: null };
    // The symbols once, so that only the placing is timed.
    tagLayouts(rig, options);
    let from = performance.now();
    const { layouts, choices } = tagLayouts(rig, options);
    const ours = performance.now() - from;
    from = performance.now();
    for (const layout of layouts) for (const chain of layout.chains.keys()) tagsAt(layout, chain, 0).map(boxOfTag);
    const bare = performance.now() - from;
    const memory = new Map();
    tagLayouts(rig, { ...options, memory });
    from = performance.now();
    tagLayouts(rig, { ...options, memory });
    const again = performance.now() - from;
    line(
      `${count} fixtures`,
      `${ms(ours)} ms against ${ms(bare)} ms: ${(ours / bare).toFixed(0)} times; from memory ${ms(again)} ms; overlapping ${overlappingTags(layouts, choices)}`,
    );
  }
}

async function roundTrip(): Promise<void> {
  console.log('Change round trip (post to confirmed, over HTTP) against a bare PGlite transaction with the same rows');
  const data = await mkdtemp(join(tmpdir(), 'dessin-bench-'));
  const running = await start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: false });
  const { PGlite } = await import('@electric-sql/pglite');
  const bare = new PGlite(join(data, 'bare'));
  await bare.exec(
    'create table records (show uuid, id uuid, kind text, data jsonb, revision int, primary key (show, id)); create table changes (show uuid, revision int, change jsonb, primary key (show, revision)); create table shows (id uuid primary key, revision int)',
  );
  for (const count of counts) {
    const rig = makeRig(count);
    const { id } = (await (
      await fetch(`${running.url}/api/imports/mvr?name=Bench`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: writeMvr(rig) as unknown as string,
      })
    ).json()) as { id: string };
    const started = performance.now();
    const loaded = (await (await fetch(`${running.url}/api/shows/${id}`)).json()) as { records: unknown[] };
    const load = performance.now() - started;
    await bare.query('insert into shows values ($1, 0) on conflict do nothing', [id]);
    const fixtures = (loaded.records as { id: string; kind: string }[])
      .filter((record) => record.kind === 'fixture')
      .slice(0, 50) as unknown as ReturnType<typeof all<'fixture'>>[number][];
    const [ours, plain]: [number[], number[]] = [[], []];
    let now = fixtures;
    for (let round = 0; round < 25; round++) {
      const change = edit(now, { notes: `round ${round}` });
      now = change.updated.map(([, to]) => to as (typeof fixtures)[number]);
      const body = JSON.stringify({ key: v4(), label: 'bench', change });
      let from = performance.now();
      const response = await fetch(`${running.url}/api/shows/${id}/changes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      if (!response.ok) throw new Error(await response.text());
      await response.json();
      ours.push(performance.now() - from);
      from = performance.now();
      await bare.transaction(async (tx) => {
        const values = now.map((_, i) => `($${i * 5 + 1}, $${i * 5 + 2}, $${i * 5 + 3}, $${i * 5 + 4}, $${i * 5 + 5})`).join(',');
        await tx.query(
          `insert into records values ${values} on conflict (show, id) do update set data = excluded.data, revision = excluded.revision`,
          now.flatMap((record) => [id, record.id, record.kind, JSON.stringify(record), round]),
        );
        await tx.query('insert into changes values ($1, $2, $3)', [id, round, JSON.stringify(change)]);
        await tx.query('update shows set revision = $2 where id = $1', [id, round]);
      });
      plain.push(performance.now() - from);
    }
    console.log(` ${count} fixtures`);
    line(
      '50 changed',
      `${ms(median(ours))} ms against ${ms(median(plain))} ms bare: ${(median(ours) / median(plain)).toFixed(2)} times`,
    );
    line('show load', `${ms(load)} ms for ${loaded.records.length} records`);
  }
  await bare.close();
  await running.stop();
  await rm(data, { recursive: true, force: true });
}

function mvr(): void {
  console.log('MVR against bare zip and XML of the same bytes');
  const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false, processEntities: false });
  for (const count of counts) {
    const rig = makeRig(count);
    const time = (work: () => unknown): number => {
      const times = Array.from({ length: 3 }, () => {
        const started = performance.now();
        work();
        return performance.now() - started;
      });
      return median(times);
    };
    const bytes = writeMvr(rig);
    const entries = Object.fromEntries(mvrEntries(rig));
    const scene = strFromU8(present(entries['GeneralSceneDescription.xml']));
    // The bare build glues the same elements together again, and zips them.
    const pieces = scene.split('>');
    const write = time(() => writeMvr(rig));
    const bareWrite = time(() =>
      zipSync({ ...entries, 'GeneralSceneDescription.xml': new TextEncoder().encode(pieces.join('>')) }),
    );
    const read = time(() => readMvr(bytes, { showId: v4(), name: 'x', validate: () => null }));
    const bareRead = time(() => parser.parse(strFromU8(present(unzipSync(bytes)['GeneralSceneDescription.xml']))));
    console.log(` ${count} fixtures, ${Math.round(bytes.length / 1024)} kB`);
    line('write', `${ms(write)} ms against ${ms(bareWrite)} ms bare: ${(write / bareWrite).toFixed(2)} times`);
    line('read', `${ms(read)} ms against ${ms(bareRead)} ms bare: ${(read / bareRead).toFixed(2)} times`);
  }
}

/** `npm run bench -- numbers` measures that alone. */
if (process.argv.includes('numbers')) {
  await numbers();
  process.exit(0);
}
/** `npm run bench -- page` measures that alone. */
if (process.argv.includes('page')) {
  await measurePage();
  process.exit(0);
}
/** `npm run bench -- drawing` measures that alone. */
if (process.argv.includes('drawing')) {
  await browser();
  process.exit(0);
}
/** `npm run bench -- space` measures that alone. */
if (process.argv.includes('space')) {
  await space();
  process.exit(0);
}
/** `npm run bench -- light` measures that alone. */
if (process.argv.includes('light')) {
  light();
  process.exit(0);
}
/** `npm run bench -- paper` measures that alone. */
if (process.argv.includes('paper')) {
  await paper();
  process.exit(0);
}
/** `npm run bench -- hand-over` measures that alone. */
if (process.argv.includes('hand-over')) {
  await handover();
  process.exit(0);
}
/** `npm run bench -- wires` measures that alone. */
if (process.argv.includes('wires')) {
  await wires();
  process.exit(0);
}
/** `npm run bench -- hold` measures that alone. */
if (process.argv.includes('hold')) {
  await hold();
  process.exit(0);
}
/** `npm run bench -- season` measures that alone. */
if (process.argv.includes('season')) {
  await season();
  process.exit(0);
}
/** `npm run bench -- people` measures alone what it costs to sign in, and fifty windows. */
/** `npm run bench -- big` measures alone thirty shows, one of them with ten thousand fixtures. */
if (process.argv.includes('big')) {
  await big();
  process.exit(0);
}
/** `npm run bench -- offline` measures alone the first page over a slow line. */
if (process.argv.includes('offline')) {
  await offline();
  process.exit(0);
}
if (process.argv.includes('people')) {
  await people();
  process.exit(0);
}
/** `npm run bench -- past` measures alone how a house with a hundred thousand edits opens. */
if (process.argv.includes('past')) {
  await opens();
  process.exit(0);
}
/** `npm run bench -- hour` has twenty windows on one show for an hour. */
if (process.argv.includes('hour')) {
  await windows(60);
  process.exit(0);
}
/** `npm run bench -- soak` listens for ten minutes. */
if (process.argv.includes('soak')) {
  await soak();
  process.exit(0);
}
await browser();
await measurePage();
tags();
light();
await space();
await roundTrip();
mvr();
await shelf();
await numbers();
await paper();
await handover();
await wires();
await hold();
await season();
gdtf();
