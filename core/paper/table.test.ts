/** Tables on paper: nothing is lost, nothing leaves its room, no row stands alone. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CAP } from '../draw/list.js';
import { widthOf } from '../measure/advance.js';
import type { Schedule } from './schedule.js';
import { columnWidths, tableOf, tablePrims } from './table.js';

const cell = fc.stringMatching(/^[A-Za-z0-9 .]{0,24}$/);
const schedules: fc.Arbitrary<Schedule> = fc.integer({ min: 1, max: 7 }).chain((n) =>
  fc.record({
    title: fc.constant('List'),
    columns: fc.array(
      fc.record({
        heading: fc.constantFrom('Unit', 'Channel', 'What to bring', 'Address'),
        share: fc.integer({ min: 1, max: 30 }),
        align: fc.constantFrom('left' as const, 'right' as const),
      }),
      { minLength: n, maxLength: n },
    ),
    groups: fc.array(
      fc.record({
        heading: fc.constantFrom('', 'LX 1', 'FOH'),
        rows: fc.array(fc.array(cell, { minLength: n, maxLength: n }), { maxLength: 30 }),
      }),
      { maxLength: 5 },
    ),
    summary: fc.constantFrom('', 'Ten units.'),
  }),
);
const room = [200, 120] as const;

describe('any list', () => {
  test('columns fill the room and none is nothing (law)', () =>
    fc.assert(
      fc.property(schedules, (schedule) => {
        const widths = columnWidths(schedule, room[0]);
        expect(widths.reduce((sum, width) => sum + width, 0)).toBeCloseTo(room[0], 6);
        for (const width of widths) expect(width).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    ));
  test('each row once, in its order; no page is higher than its room; no heading ends a page (law)', () =>
    fc.assert(
      fc.property(schedules, (schedule) => {
        const { pages, tall } = tableOf(schedule, room);
        const rows = pages.flatMap(({ items }) => items.filter(({ kind }) => kind === 'row'));
        expect(rows).toHaveLength(schedule.groups.reduce((sum, group) => sum + group.rows.length, 0));
        for (const { items } of pages) {
          expect(items.reduce((sum, item) => sum + item.tall, 0)).toBeLessThanOrEqual(Math.max(20, room[1] - tall) + 1e-6);
          const last = items.at(-1);
          const empty = schedule.groups.some((group) => !group.rows.length);
          if (!empty) expect(last?.kind).not.toBe('heading');
        }
      }),
      { numRuns: 60 },
    ));
  test('no text leaves the table or runs into the next column, and all of it can be read (law)', () =>
    fc.assert(
      fc.property(schedules, (schedule) => {
        const table = tableOf(schedule, room);
        for (const page of table.pages)
          for (const prim of tablePrims(table, page, [20, 30, ...room])) {
            if (prim.op !== 'text') continue;
            const wide = widthOf(prim.text, prim.size);
            const from = prim.align === 'right' ? prim.x - wide : prim.x;
            expect(prim.size * CAP).toBeGreaterThanOrEqual(1.8);
            expect(from).toBeGreaterThanOrEqual(20 - 0.3);
            expect(from + wide).toBeLessThanOrEqual(220 + 0.3);
            expect(prim.y).toBeGreaterThanOrEqual(30 - 0.1);
            expect(prim.y + prim.size * CAP).toBeLessThanOrEqual(150 + 0.1);
          }
      }),
      { numRuns: 40 },
    ));
});

describe('pages', () => {
  const rows = (n: number) => Array.from({ length: n }, (_, i) => [String(i + 1)]);
  const list = (groups: Schedule['groups'], more: Partial<Schedule> = {}): Schedule => ({
    title: 'List',
    columns: [{ heading: 'Unit', share: 1, align: 'left' }],
    groups,
    summary: '',
    ...more,
  });
  const kinds = (schedule: Schedule) =>
    tableOf(schedule, [100, 60]).pages.map(({ items }) => items.map(({ kind }) => kind[0]).join(''));
  test('a group that goes on says so; the last two rows of it stay together', () => {
    const pages = tableOf(list([{ heading: 'LX 1', rows: rows(20) }]), [100, 60]).pages;
    expect(pages.length).toBeGreaterThan(1);
    expect(pages[1]!.items[0]).toMatchObject({ kind: 'heading', text: 'LX 1, continued' });
    for (let n = 2; n < 30; n++) {
      const last = tableOf(list([{ heading: '', rows: rows(n) }]), [100, 60]).pages.at(-1)!;
      expect(last.items.length).toBeGreaterThanOrEqual(2);
    }
  });
  test('where it is wished every group begins a page', () => {
    const groups = [
      { heading: 'A', rows: rows(2) },
      { heading: 'B', rows: rows(2) },
    ];
    expect(kinds(list(groups))).toEqual(['hrrhrr']);
    expect(kinds(list(groups, { breaks: true }))).toEqual(['hrr', 'hrr']);
  });
  test('sums stand under their group, sentences under all; a changed row has a bar', () => {
    const made = list([{ heading: 'A', rows: rows(2), sums: ['3'], marked: new Set([1]) }], {
      summary: 'Two.',
      remarks: ['One without weight.'],
    });
    expect(kinds(made)).toEqual(['hrrss']);
    const table = tableOf(made, [100, 60]);
    const prims = tablePrims(table, table.pages[0]!, [0, 0, 100, 60]);
    expect(prims.filter((prim) => prim.op === 'path' && prim.pen === 'border')).toHaveLength(1);
    const words = prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : []));
    expect(words).toEqual(expect.arrayContaining(['Two.', 'One without weight.', '3']));
  });
  test('a text that is too long for four lines is cut with an ellipsis; three lines are whole', () => {
    const long = 'one two three four five six seven eight nine ten eleven twelve thirteen';
    const schedule = {
      ...list([{ heading: '', rows: [[long, 'x'.repeat(200)]] }]),
      columns: [
        { heading: 'A', share: 1, align: 'left' as const },
        { heading: 'B', share: 1, align: 'left' as const },
      ],
    };
    const table = tableOf(schedule, [60, 60]);
    const [row] = table.pages[0]!.items;
    expect(row!.kind === 'row' && row!.lines[1]!.at(-1)).toMatch(/…$/);
  });
});
