/** CSV for spreadsheets: RFC 4180, UTF-8 with BOM, CRLF, safe against formula injection (reference formats 8.1). */
import type { Schedule } from '../../paper/schedule.js';

const plainNumber = /^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/;
/**
 * What a spreadsheet may run: a sign of a formula at the beginning, in its own form or in the full-width one that some take for the same
 * (Unicode: FF1D, FF0B, FF0D, FF20), behind blanks, line breaks or what cannot be seen, which they leave away.
 */
const formula = String.raw`(?:[\t\r]|[\s\u200B-\u200D\u2060]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20])`;
const risky = new RegExp(`^'*${formula}`);
const wasGuarded = new RegExp(`^''*${formula}`);

/** Text of one cell as it is written: an apostrophe keeps a spreadsheet from running it. */
export const guarded = (text: string): string => (risky.test(text) && !plainNumber.test(text) ? `'${text}` : text);
/** The inverse of `guarded`. */
export const unguarded = (text: string): string => (wasGuarded.test(text) ? text.slice(1) : text);

const cell = (text: string): string => {
  const safe = guarded(text);
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
};

export const csvRows = (rows: readonly (readonly string[])[]): string =>
  rows.map((row) => `${row.map(cell).join(',')}\r\n`).join('');

/** A file that spreadsheets open as what it is: UTF-8 with its mark. */
export const csvFile = (rows: readonly (readonly string[])[]): string => `\uFEFF${csvRows(rows)}`;

/** A schedule as one flat table with a heading row. @param grouped  the heading of its group before each row, where there are any */
export function scheduleCsv({ columns, groups }: Schedule, grouped = false): string {
  const led = grouped && groups.some(({ heading }) => heading);
  return csvFile([
    [...(led ? ['Group'] : []), ...columns.map(({ heading }) => heading)],
    ...groups.flatMap(({ heading, rows }) => rows.map((row) => (led ? [heading, ...row] : row))),
  ]);
}
