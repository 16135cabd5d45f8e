/** Rows of the Ledger: order, groups, sums. */
import { describe, expect, test } from '@jest/globals';
import { all } from '../model/show.js';
import { columnsOf, columnText, shownText } from './columns.js';
import { column, plainColumns, show } from './ledger.arb.js';
import { rowsOf } from './rows.js';

describe('rows', () => {
  const plain = { filters: [], sort: null, groups: [] };
  test('in the order of the paperwork, or sorted with what is empty last', () => {
    const order = (sort: { field: string; down: boolean } | null) =>
      [
        ...new Set(rowsOf(show, { ...plain, sort }).rows.flatMap((row) => (row.kind === 'fixture' ? [row.fixture.unit] : []))),
      ].join('');
    expect(order(null)).toBe('12345');
    expect(order({ field: 'purpose', down: false })).toBe('52134');
    expect(order({ field: 'purpose', down: true })).toBe('31254');
  });
  test('groups with counts and sums, one inside the other', () => {
    const rows = rowsOf(show, { ...plain, groups: ['position', 'purpose'] }).rows;
    expect(
      rows.flatMap((row) => (row.kind === 'group' ? [`${row.depth} ${row.title} ${row.count} ${row.sums.watts}`] : [])),
    ).toEqual([
      '0 LX 1 4 3000',
      '1 Front cool 1 750',
      '1 Front warm 1 750',
      '1 Warm back 1 750',
      '1 none 1 750',
      '0 Floor 1 3000',
      '1 Cyc 1 3000',
    ]);
    expect(rows.filter((row) => row.kind === 'fixture')).toHaveLength(8);
  });
  test('every column says something for every row, and own columns are among them', () => {
    expect(columnsOf(show).at(-1)).toMatchObject({ title: 'Crew', kind: 'choice', typed: true });
    for (const item of columnsOf(show))
      for (const fixture of all(show, 'fixture'))
        for (const part of [null, 0]) expect(typeof columnText(show, fixture, part, item.field)).toBe('string');
    for (const field of plainColumns) expect(column(field)).toBeDefined();
    const [first] = all(show, 'fixture');
    expect([
      columnText(show, first!, null, 'height'),
      columnText(show, first!, null, 'slots'),
      columnText(show, first!, null, 'universe'),
    ]).toEqual(['6.50', '1', '1']);
    expect(shownText(show, all(show, 'fixture')[4]!, 1, column('position'))).toBe('');
  });
});
