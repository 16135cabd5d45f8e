/** The Ledger as a table that goes out: what is seen, and a hidden column by which each row is known again. How it comes back is in `back`. */

import type { Show } from '../model/show.js';
import { type Column, columnText } from './columns.js';
import type { Row } from './rows.js';

/** Heading of the column by which rows are known again. */
export const ID_HEADING = 'Dessin id';

export interface OutTable {
  readonly headings: readonly string[];
  /** Cells of each row; the id stands first. Rows of groups have no id. */
  readonly rows: readonly (readonly string[])[];
  readonly widths: readonly number[];
  /** Indices of columns that hold quantities; channels, units and addresses are texts, so that 1.10 and 007 survive. */
  readonly numbers: readonly number[];
}
const idOf = (row: Row): string =>
  row.kind === 'group' ? '' : row.part === null ? row.fixture.id : `${row.fixture.id}/${row.part + 1}`;

/** Rows and columns as they are seen. Parts are rows of their own, so that their heads say nothing for them. */
export function outTable(show: Show, rows: readonly Row[], columns: readonly Column[]): OutTable {
  return {
    headings: [ID_HEADING, ...columns.map((column) => column.title)],
    rows: rows.map((row) => [
      idOf(row),
      ...columns.map((column, i) => {
        if (row.kind === 'group')
          return i === 0 ? `${row.title} (${row.count})` : column.sum ? String(row.sums[column.field] ?? '') : '';
        if (row.part !== null && !column.ofParts && column.field !== 'type') return '';
        if (row.part === null && row.fixture.parts.length > 1 && column.field === 'address') return '';
        return columnText(show, row.fixture, row.part, column.field);
      }),
    ]),
    widths: [240, ...columns.map((column) => column.width)],
    numbers: columns.flatMap((column, i) => (column.sum ? [i + 1] : [])),
  };
}
