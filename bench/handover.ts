/** Hand-over in plain figures: the package of a large rig against its parts in a bare zip; two large shows compared against a walk over their records alone; DXF. */

import { unzipSync, zipSync } from 'fflate';
import Papa from 'papaparse';
import { compareIncoming, plainReading } from '#core/back/compare';
import { anyKnownHeading } from '#core/back/headings';
import { takeIncoming } from '#core/back/take';
import { compare } from '#core/compare/compare';
import { readCsv } from '#core/formats/csv/read';
import { csvFile } from '#core/formats/csv/write';
import { writeDxf } from '#core/formats/dxf/write';
import { columnsOf } from '#core/ledger/columns';
import { rowsOf } from '#core/ledger/rows';
import { outTable } from '#core/ledger/table';
import { itemAt } from '#core/measure/list';
import { apply, edit } from '#core/model/change';
import { equal } from '#core/model/equal';
import { all, type Show, showOf } from '#core/model/show';
import { plateTags } from '#core/paper/windows/stage';
import { packageOf, writePackage } from '../server/print/package.js';
import { makeRig, median, timed } from './rig.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 1 : 0);

/** A rig with so many fixtures changed, each in one of five ways. */
function changed(show: Show, many: number): Show {
  const fixtures = all(show, 'fixture');
  const step = Math.floor(fixtures.length / many);
  return Array.from({ length: many }, (_, i) => itemAt(fixtures, i * step)).reduce((now, fixture, i) => {
    const parts = (more: Partial<(typeof fixture.parts)[number]>) => fixture.parts.map((part) => ({ ...part, ...more }));
    const ways = [
      { along: fixture.along + 100 },
      { parts: parts({ channel: String(9000 + i) }) },
      { parts: parts({ colour: 'Sm 8a' }) },
      { notes: 'changed' },
      { purpose: 'Back light' },
    ] as const;
    return apply(now, edit([fixture], itemAt(ways, i % ways.length)));
  }, show);
}

export async function handover(): Promise<void> {
  console.log('Hand-over (Node)');
  const rig = makeRig(1000);
  const asked = { date: '2026-11-29', base: 'http://localhost', since: null, files: new Map<string, Uint8Array>() };
  const zip = await writePackage(rig, asked);
  const parts = unzipSync(zip);
  const whole = await timed(() => writePackage(rig, asked), 3);
  const made = await timed(() => packageOf(rig, asked), 3);
  const bare = await timed(() => zipSync(parts, { level: 6, mtime: new Date(1980, 0, 1) }), 3);
  const stored = (zip.length / 1000).toFixed(0);
  console.log(
    `  package of 1000: ${ms(whole)} ms, ${Object.keys(parts).length} files, ${stored} kB; its parts alone and a bare zip of them ${ms(made)} + ${ms(bare)} ms: ${(whole / (made + bare)).toFixed(2)} times; packing alone ${((whole - made) / bare).toFixed(2)} times`,
  );

  const from = makeRig(3000);
  const then = changed(from, 300);
  // As they come from a snapshot and from the store: no record is the same object.
  const copy = (show: Show) => showOf(show.id, structuredClone([...show.records.values()]));
  const pair = () => [copy(from), copy(then)] as const;
  const times: number[] = [];
  const walks: number[] = [];
  let found = 0;
  for (let i = -1; i < 7; i++) {
    const [a, b] = pair();
    let at = performance.now();
    let differ = 0;
    for (const [id, record] of a.records) if (!equal(record, b.records.get(id))) differ++;
    const walk = performance.now() - at;
    at = performance.now();
    found = compare(a, b).fixtures.length;
    const took = performance.now() - at;
    if (differ !== 300) throw new Error(`${differ} records differ where 300 were changed.`);
    if (i >= 0) times.push(took);
    if (i >= 0) walks.push(walk);
  }
  console.log(
    `  two shows of 3000 with 300 changes (${found} found): ${ms(median(times))} ms; a walk that only asks what is equal ${ms(median(walks))} ms: ${(median(times) / median(walks)).toFixed(2)} times`,
  );
  const dxf = await timed(() => writeDxf(rig, { denominator: 50, tags: plateTags(rig) }), 3);
  console.log(`  DXF of 1000: ${ms(dxf)} ms`);
  await listBack();
}

/** A list of 5000 rows, 500 of them changed: read, its columns and ways found, every cell compared, taken in a draft; against a parser alone that puts its rows into a map. */
async function listBack(): Promise<void> {
  const rig = makeRig(5000);
  const columns = columnsOf(rig).filter(({ typed }) => typed);
  const { headings, rows } = outTable(rig, rowsOf(rig, { filters: [], sort: null, groups: [] }).rows, columns);
  const purpose = headings.indexOf('Purpose');
  const bytes = new TextEncoder().encode(
    csvFile([headings, ...rows.map((row, i) => (i % 10 ? row : row.map((cell, c) => (c === purpose ? `Other ${i}` : cell))))]),
  );
  const times: Record<'read' | 'known' | 'compared' | 'taken', number[]> = { read: [], known: [], compared: [], taken: [] };
  let found = 0;
  for (let i = -1; i < 7; i++) {
    const clock = [performance.now()];
    const { value } = readCsv(bytes, 'list.csv', anyKnownHeading);
    clock.push(performance.now());
    const incoming = { name: 'list.csv', kind: 'table' as const, headings: value.headings, rows: value.rows };
    const how = plainReading(rig, incoming);
    clock.push(performance.now());
    const compared = compareIncoming(rig, incoming, how);
    if (!compared.ok) throw new Error(compared.why);
    clock.push(performance.now());
    const { differences, added } = compared.came;
    apply(rig, takeIncoming(rig, compared.came, { differences, added, struck: [] }).change);
    clock.push(performance.now());
    found = differences.length;
    if (i < 0) continue;
    (['read', 'known', 'compared', 'taken'] as const).forEach((step, n) => {
      times[step].push(itemAt(clock, n + 1) - itemAt(clock, n));
    });
  }
  const plain = await timed(() => {
    const { data } = Papa.parse<string[]>(new TextDecoder().decode(bytes));
    return new Map(data.map((row) => [row[0], row])).size;
  }, 7);
  const [read, known, compared, taken] = (['read', 'known', 'compared', 'taken'] as const).map((step) => median(times[step]));
  const sum = (read ?? 0) + (known ?? 0) + (compared ?? 0) + (taken ?? 0);
  console.log(
    `  list of 5000 rows (${found} cells changed): read ${ms(read ?? 0)}, columns and ways ${ms(known ?? 0)}, compared ${ms(compared ?? 0)}, taken in a draft ${ms(taken ?? 0)}: ${ms(sum)} ms; a parser and a map alone ${ms(plain)} ms: ${(sum / plain).toFixed(1)} times`,
  );
}
