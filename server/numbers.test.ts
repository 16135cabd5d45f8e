/** What numbering, patch, Ledger and audit keep: taken when it is sound, refused in a sentence when it is not; and any table survives a workbook. */

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { compareIncoming, plainReading } from '#core/back/compare';
import type { Incoming } from '#core/back/incoming';
import { readCsv } from '#core/formats/csv/read';
import { csvFile } from '#core/formats/csv/write';
import { columnsOf } from '#core/ledger/columns';
import { rowsOf } from '#core/ledger/rows';
import { outTable } from '#core/ledger/table';
import { adding, apply } from '#core/model/change';
import { makeWall } from '#core/model/make';
import type { Tile } from '#core/model/records';
import { faults } from '#core/model/references';
import type { Show } from '#core/model/show';
import { idOf, showArb } from '#core/model/show.arb';
import { makeDemo } from '#demo/show';
import { readXlsx, writeXlsx } from './print/xlsx.js';
import { faultOfRecord } from './validate.js';

const tile: Tile = { rows: 16, columns: 16, at: [0, 0], width: 500, height: 500, turn: 0, mirrored: false, place: 0 };
const sound = {
  universe: { id: idOf(1), kind: 'universe', number: 1, name: 'Dimmers', protocol: 'E1.31', node: 'Node', port: '1' },
  feed: { id: idOf(2), kind: 'feed', of: 'dimmer', name: '12', phase: 1, limit: null },
  wall: makeWall(idOf(3), 'Wall', { address: 1, tiles: [tile] }),
  run: {
    id: idOf(4),
    kind: 'run',
    name: 'Booms',
    order: {
      by: 'top to bottom',
      second: 'left to right',
      tolerance: 300,
      rows: 'serpentine',
      way: 'clockwise',
      from: 'outside in',
    },
    fields: [{ field: 'channel', start: '101', step: '1', prefix: '', suffix: '', pad: 0, same: false, each: 1, last: '' }],
    parts: 'with the head',
    taken: 'skip',
  },
  view: {
    id: idOf(5),
    kind: 'view',
    name: 'Patch',
    order: 0,
    columns: [{ field: 'channel', width: 80, pinned: true }],
    groups: ['position'],
    sort: { field: 'channel', down: true },
    sieves: [{ field: 'address', text: 'u2', on: true }],
  },
  accepted: {
    id: idOf(6),
    kind: 'accepted',
    key: 'address shared|a',
    state: 'Channel 1 and channel 2 share 1.1.',
    reason: 'one cable',
  },
} as const;

describe('records', () => {
  test.each(Object.entries(sound))('a sound %s is taken', (_, record) => expect(faultOfRecord(record)).toBeNull());
  test.each<[keyof typeof sound, string, unknown]>([
    ['universe', 'number', 0],
    ['universe', 'number', 64_000],
    ['universe', 'number', 1.5],
    ['feed', 'phase', 4],
    ['feed', 'limit', 0],
    ['feed', 'of', 'generator'],
    ['feed', 'name', ''],
    ['wall', 'slots', 0],
    ['wall', 'width', -1],
    ['wall', 'address', 0],
    ['wall', 'address', 63_999 * 512 + 1],
    ['wall', 'corner', 'middle'],
    ['wall', 'most', 513],
    ['wall', 'tiles', [{ ...tile, rows: 257 }]],
    ['wall', 'tiles', [{ ...tile, turn: 4 }]],
    ['wall', 'tiles', [{ ...tile, more: 1 }]],
    ['wall', 'tiles', Array(2001).fill(tile)],
    ['run', 'fields', []],
    ['run', 'fields', [{ ...sound.run.fields[0], field: '__proto__' }]],
    ['run', 'fields', [{ ...sound.run.fields[0], each: 0 }]],
    ['run', 'order', { ...sound.run.order, by: 'at random' }],
    ['run', 'taken', 'overwrite'],
    ['view', 'groups', ['a', 'b', 'c', 'd']],
    ['view', 'columns', [{ field: '', width: 80, pinned: false }]],
    ['view', 'sieves', [{ field: 'a', text: 'x'.repeat(1001), on: true }]],
    ['accepted', 'reason', ''],
    ['accepted', 'key', ''],
  ])('a %s whose %s is %j is refused in a sentence', (kind, field, value) =>
    expect(faultOfRecord({ ...sound[kind], [field]: value })).toMatch(/\.$/),
  );
  test('a part may say how it is fed, in texts', () => {
    const [fixture] = [...makeDemo().records.values()].filter((record) => record.kind === 'fixture');
    const part = (more: object) => ({
      ...fixture,
      parts: [{ name: '', channel: '1', address: null, circuit: '', colour: '', ...more }],
    });
    expect(faultOfRecord(part({ dimmer: '1', circuitNumber: '2', multicable: 'A', way: '3' }))).toBeNull();
    expect(faultOfRecord(part({ dimmer: 1 }))).toMatch(/\.$/);
    expect(faultOfRecord(part({ phase: 1 }))).toMatch(/\.$/);
  });
  test('the demo and all of these are one sound show', () => {
    const show = makeDemo();
    expect(faults(apply(show, adding(...(Object.values(sound) as unknown as Parameters<typeof adding>))))).toEqual([]);
    for (const record of show.records.values()) expect(faultOfRecord(record)).toBeNull();
  });
});

/** What a table that came back would change, by its ids. */
const told = (show: Show, table: Pick<Incoming, 'headings' | 'rows' | 'exported'>) => {
  const incoming: Incoming = { name: 'a', kind: 'table', ...table };
  const found = compareIncoming(show, incoming, plainReading(show, incoming, { by: 'id' }));
  if (!found.ok) throw new Error(found.why);
  const { differences, added, unclear, missing } = found.came;
  return { differences, strangers: [...added, ...unclear], missing: missing.length };
};
describe('tables', () => {
  const cell = fc.oneof(
    fc.string({ maxLength: 12 }),
    fc.constantFrom('007', '1.10', '=1+1', '-3', 'a;b', '"x"', 'line\nbreak', '2.101', '  ', '_x0041_', '1e5'),
  );
  const plain = (text: string) =>
    text
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')
      .replace(/\r\n?/g, '\n')
      .trim();
  test('any texts survive a workbook, as texts', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 8 }), async (rows) => {
        const table = {
          headings: ['Dessin id', 'Channel', 'Notes'],
          rows: rows.map((row) => [`k${row[0]}`, row[1], row[2]]),
          widths: [80, 80, 80],
          numbers: [],
        };
        const back = await readXlsx(await writeXlsx(table, 'T'), 'a.xlsx', 100);
        const filled = (list: readonly string[]) => [0, 1, 2].map((i) => plain(list[i] ?? ''));
        expect(back.rows.map(filled)).toEqual(table.rows.map(filled));
        expect(back.exported!.rows.map(filled)).toEqual(table.rows.map(filled));
      }),
      { numRuns: 25 },
    );
  });
  test('what goes out as CSV or workbook and comes back untouched changes nothing, for any rig', async () => {
    await fc.assert(
      fc.asyncProperty(showArb, async (show) => {
        const table = outTable(show, rowsOf(show, { filters: [], sort: null, groups: ['position'] }).rows, columnsOf(show));
        if (table.rows.length === 0) return;
        const csv = readCsv(new TextEncoder().encode(csvFile([table.headings, ...table.rows])), 'a.csv', (text) =>
          /^(dessin id|channel|unit)$/.test(text),
        ).value;
        expect(told(show, csv)).toEqual({ differences: [], strangers: [], missing: 0 });
        const book = await readXlsx(await writeXlsx(table, 'T'), 'a.xlsx', 1000);
        expect(told(show, book)).toEqual({ differences: [], strangers: [], missing: 0 });
      }),
      { numRuns: 12 },
    );
  });
  test('the whole demo goes out and comes back: no difference; one cell changed is one', async () => {
    const show = makeDemo();
    const table = outTable(
      show,
      rowsOf(show, { filters: [], sort: { field: 'channel', down: true }, groups: ['position', 'type'] }).rows,
      columnsOf(show),
    );
    const back = await readXlsx(await writeXlsx(table, 'Demo'), 'demo.xlsx', 20_000);
    expect(told(show, back)).toEqual({ differences: [], strangers: [], missing: 0 });
    const rows = back.rows.map((row) => [...row]);
    const at = rows.findIndex((row) => row[0]);
    rows[at]![back.headings.indexOf('Notes')] = 'seen';
    expect(told(show, { ...back, rows }).differences).toMatchObject([{ title: 'Notes', to: 'seen' }]);
  });
});
