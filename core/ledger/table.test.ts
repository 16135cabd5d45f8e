/** The Ledger as a table that goes out. */
import { describe, expect, test } from '@jest/globals';
import { column, crew, plainColumns, show } from './ledger.arb.js';
import { rowsOf } from './rows.js';
import { ID_HEADING, outTable } from './table.js';

describe('out', () => {
  const rules = { filters: [], sort: null, groups: [] };
  const columns = [...plainColumns, 'height' as const, `own ${crew.id}` as const].map(column);
  const table = outTable(show, rowsOf(show, rules).rows, columns);
  test('what is seen goes out with the id first; a part is a row of its own', () => {
    expect(table.headings.slice(0, 2)).toEqual([ID_HEADING, columns[0]?.title]);
    expect(table.rows).toHaveLength(8);
    expect(table.rows.filter(([id]) => id?.includes('/'))).toHaveLength(3);
    // The head of several parts says no address: each part has its own.
    const head = table.rows.find(([id]) => id === table.rows.find(([other]) => other?.includes('/'))?.[0]?.split('/')[0]);
    expect(head?.[table.headings.indexOf('Address')]).toBe('');
  });
  test('a group goes out by its name and count, without an id', () => {
    const grouped = outTable(show, rowsOf(show, { ...rules, groups: ['position'] }).rows, columns);
    expect(grouped.rows.filter(([id]) => id === '')[0]?.[1]).toMatch(/ \(\d+\)$/);
  });
});
