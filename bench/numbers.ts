/** Numbers at 3000 fixtures: the audit from edit to edit, filters, plans of addresses, spans; and the Ledger scrolled in the window. */

import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fullAudit, makeAudit } from '#core/audit/audit';
import { rowsOf } from '#core/ledger/rows';
import { firstOf, itemAt, present } from '#core/measure/list';
import { apply, edit } from '#core/model/change';
import { all, type Show } from '#core/model/show';
import { orderedBy } from '#core/number/ordering';
import { plainField, plainOrder } from '#core/number/plain';
import { previewRun } from '#core/number/run';
import { plainRules, planAddresses } from '#core/patch/plan';
import { overlaps } from '#core/patch/spans';
import { start } from '../server/start.js';
import { openBrowser } from './browser.js';
import { makeRig, median, percentile } from './rig.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 2 : 0);
const line = (name: string, text: string): void => console.log(`  ${name.padEnd(34)} ${text}`);
const pair = (values: readonly number[]): string => `median ${ms(median(values))} ms, 95 % ${ms(percentile(values, 0.95))} ms`;
function time<T>(work: (i: number) => T, n = 15): number[] {
  work(-1);
  return Array.from({ length: n }, (_, i) => {
    const started = performance.now();
    work(i);
    return performance.now() - started;
  });
}
/** A copy without anything remembered: every record is another object. */
const afresh = (show: Show): Show => ({
  id: show.id,
  records: new Map([...show.records].map(([id, record]) => [id, structuredClone(record)])),
});

const N = 3000;

/** One fixture after the other is moved and readdressed: what an audit that runs along takes for each, ms. */
function auditAfterEdits(show: Show): { times: number[]; groups: number } {
  const audit = makeAudit();
  audit.of(show);
  let now = show;
  const times: number[] = [];
  for (let i = 0; i < 60; i++) {
    const fixtures = all(now, 'fixture');
    const fixture = itemAt(fixtures, (i * 89 + 11) % fixtures.length);
    const part = firstOf(fixture.parts);
    now = apply(
      now,
      edit([fixture], {
        along: fixture.along + 5,
        parts: [{ ...part, address: (part.address ?? 0) + 1 }, ...fixture.parts.slice(1)],
      }),
    );
    const started = performance.now();
    audit.of(now);
    times.push(performance.now() - started);
  }
  return { times, groups: audit.looked() };
}

export async function numbers(): Promise<void> {
  console.log(`Numbers at ${N} fixtures`);
  const show = makeRig(N);
  const fixtures = all(show, 'fixture');
  // What is remembered by record is thrown away for the full audit: it is a show that was just opened.
  const opened = Array.from({ length: 7 }, () => afresh(show));
  const full = opened.map((fresh) => {
    const started = performance.now();
    fullAudit(fresh);
    return performance.now() - started;
  });
  const again = time(() => fullAudit(show), 9);
  line('full audit', `just opened ${pair(full)}; once more ${pair(again)}`);
  const { times: alone, groups } = auditAfterEdits(show);
  line(
    'audit after one edit',
    `${pair(alone)}, ${groups} groups; ${(median(again) / median(alone)).toFixed(0)} times quicker than in full`,
  );

  line('at 10,000 fixtures', pair(auditAfterEdits(makeRig(10_000)).times));

  // As dense as a full patch, a few of them wider than they should be.
  const spans = Array.from({ length: 10_000 }, (_, i) => ({
    from: 1 + ((i * 7919) % 20_000) * 5,
    to: 4 + ((i * 7919) % 20_000) * 5 + (i % 50 === 0 ? 6 : 0),
  }));
  const sweep = time(() => overlaps(spans));
  const sort = time(() => [...spans].sort((a, b) => a.from - b.from || a.to - b.to));
  line(
    'overlaps of 10,000 spans',
    `${ms(median(sweep))} ms, ${overlaps(spans).length} pairs; ${(median(sweep) / median(sort)).toFixed(2)} times sorting them`,
  );

  const filters = [
    { field: 'channel', text: '100-2500, not 700-720', on: true },
    { field: 'type', text: 'a', on: true },
    { field: 'height', text: '>2', on: true },
    { field: 'address', text: '1.1-30.512', on: true },
  ];
  const rules = { filters, sort: null, groups: [] };
  const filter = time(() => rowsOf(show, rules), 25);
  const bare = time(
    () =>
      fixtures.filter(
        (fixture) => Number(firstOf(fixture.parts).channel) >= 100 && Number(firstOf(fixture.parts).channel) <= 2500,
      ),
    25,
  );
  line(
    'four filters',
    `${pair(filter)}; ${(median(filter) / Math.max(0.001, median(bare))).toFixed(0)} times one comparison of plain numbers`,
  );
  line('grouped twice, with sums', pair(time(() => rowsOf(show, { filters: [], sort: null, groups: ['position', 'type'] }), 15)));

  const plain = time(() => planAddresses(show, fixtures, plainRules), 9);
  const holes = time(() => planAddresses(show, fixtures, { ...plainRules, order: 'largest first', fit: 'smallest hole' }), 5);
  const ordered = time(
    () => [...fixtures].sort((a, b) => Number(firstOf(a.parts).channel) - Number(firstOf(b.parts).channel)),
    9,
  );
  line('address plan, in order', `${pair(plain)}; ${(median(plain) / median(ordered)).toFixed(0)} times sorting them by channel`);
  line('address plan, smallest holes', pair(holes));
  const run = {
    legs: [[plainField('channel', '1'), plainField('address', '1.1'), plainField('dimmer', '1')]],
    parts: 'each by itself',
    taken: 'skip',
  } as const;
  line(
    'run in three fields',
    pair(
      time(() => previewRun(show, orderedBy(show, fixtures, { ...plainOrder, by: 'left to right', rows: 'serpentine' }), run), 7),
    ),
  );
  await scrolled(show);
}

/** The Ledger scrolled through in the window, and a filter typed: frames as the browser gives them. */
async function scrolled(show: Show): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'dessin-bench-'));
  const server = await start({ port: 0, host: '127.0.0.1', data: folder, databaseUrl: undefined, demo: false });
  const chrome = await openBrowser();
  try {
    const page = await chrome.newPage({ viewport: { width: 1280, height: 800 } });
    const made = (await (
      await page.request.post(`${server.url}/api/shows`, {
        data: { name: 'Bench', units: 'metric', stageWidth: 24000, stageDepth: 20000 },
      })
    ).json()) as { id: string };
    const there = (await (await page.request.get(`${server.url}/api/shows/${made.id}`)).json()) as {
      records: { kind: string; id: string; role?: string }[];
    };
    const layers = new Map(there.records.filter((record) => record.kind === 'layer').map((record) => [record.role, record.id]));
    const old = new Map(all(show, 'layer').map((layer) => [layer.id, present(layers.get(layer.role))]));
    const records = [...show.records.values()]
      .filter((record) => record.kind === 'type' || record.kind === 'position' || record.kind === 'fixture')
      .map((record) => ('layer' in record ? { ...record, layer: present(old.get(record.layer)) } : record));
    await page.request.post(`${server.url}/api/shows/${made.id}/changes`, {
      data: { key: crypto.randomUUID(), author: 'bench', label: 'Rig', change: { added: records, updated: [], removed: [] } },
    });
    await page.goto(`${server.url}/shows/${made.id}/hang`);
    await page.getByTestId('ledger').getByRole('row').first().waitFor();
    await page.waitForTimeout(1500);
    const frames = (work: string) =>
      page.evaluate(
        (script) =>
          new Promise<number[]>((resolve) => {
            const step = new Function('i', script) as (i: number) => void;
            const out: number[] = [];
            let last = performance.now();
            let i = 0;
            const tick = () => {
              const at = performance.now();
              out.push(at - last);
              last = at;
              if (i++ < 90) {
                step(i);
                requestAnimationFrame(tick);
              } else resolve(out.slice(2));
            };
            requestAnimationFrame(tick);
          }),
        work,
      );
    const still = await frames('');
    const moving = await frames('document.querySelector("[data-testid=ledger]").scrollTop += 240');
    line('Ledger scrolled, frame', `${pair(moving)}; standing still ${ms(median(still))} ms`);
    const typed = await page.evaluate(async () => {
      const input = document.querySelector<HTMLInputElement>('input[aria-label="Filter Channel"]')!;
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!;
      const out: number[] = [];
      for (const text of ['1', '12', '120', '1200', '1200-', '1200-2', '1200-20', '1200-200', '1200-2000', '']) {
        const started = performance.now();
        set.call(input, text);
        input.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        out.push(performance.now() - started);
      }
      return out;
    });
    line('key of a filter to second frame', pair(typed));
  } finally {
    await chrome.close();
    await server.stop();
    await rm(folder, { recursive: true, force: true });
  }
}
