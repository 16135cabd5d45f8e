/** Reads CSV by reference formats 8.2: encoding, delimiter, headings; papaparse takes the rows apart. */

import { strFromU8 } from 'fflate';
import Papa from 'papaparse';
import { itemAt } from '../../measure/list.js';
import { FormatError, type Read, Report } from '../report.js';
import { unguarded } from './write.js';

export interface Table {
  /** Rows above the headings. */
  readonly title: readonly string[];
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly delimiter: string;
}
const MOST_ROWS = 200_000;
const MOST_COLUMNS = 500;
/** Cells of a table, and letters in one of them: far more than a list of fixtures has. */
const [MOST_CELLS, LONGEST] = [4_000_000, 1_000_000];

/**
 * Counts of a table before it is taken apart, in one pass. A quote means something at the beginning of a cell only (RFC 4180, 2.5): elsewhere it may be inches.
 * @throws FormatError CSV_SIZE with what there is too much of
 */
function measure(text: string, delimiter: string, where: string): void {
  const over = (what: string) => new FormatError('CSV_SIZE', `${where} has ${what}: it is refused. Is it the right file?`, where);
  const sign = delimiter.charCodeAt(0);
  let [rows, columns, cells, begin] = [0, 0, 0, 0];
  let quoted = false;
  for (let at = 0; at <= text.length; at++) {
    const code = text.charCodeAt(at);
    if (at - begin > LONGEST) throw over(`a cell of more than ${LONGEST} letters in row ${rows + 1}`);
    if (code === 34 && at === begin) quoted = true;
    else if (code === 34 && quoted) {
      if (text.charCodeAt(at + 1) === 34) at++;
      else quoted = false;
    } else if (!quoted && (code === sign || code === 10 || at === text.length)) {
      const isEmpty = at === begin && columns === 0;
      begin = at + 1;
      columns++;
      if (++cells > MOST_CELLS) throw over(`more than ${MOST_CELLS} cells`);
      if (columns > MOST_COLUMNS) throw over(`more than ${MOST_COLUMNS} columns`);
      if (code === sign) continue;
      if (!isEmpty) rows++;
      columns = 0;
      if (rows > MOST_ROWS + 11) throw over(`more than ${MOST_ROWS} rows`);
    }
  }
}

function decoded(bytes: Uint8Array, report: Report, where: string): string {
  if (bytes[0] === 0x50 && bytes[1] === 0x4b)
    throw new FormatError('CSV_ZIP', `${where} is a zip archive (perhaps a spreadsheet). Save it as CSV first.`, where);
  const wide = (little: boolean, from: number) => {
    const parts: string[] = [];
    for (let i = from; i + 1 < bytes.length; i += 2)
      parts.push(
        String.fromCharCode(
          little ? itemAt(bytes, i) | (itemAt(bytes, i + 1) << 8) : (itemAt(bytes, i) << 8) | itemAt(bytes, i + 1),
        ),
      );
    return parts.join('');
  };
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return wide(true, 2);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return wide(false, 2);
  const some = bytes.subarray(0, 4000);
  const nul = (rest: number) =>
    some.reduce((n, byte, i) => n + Number(byte === 0 && i % 2 === rest), 0) / Math.max(1, some.length / 2);
  if (nul(1) > 0.3) return wide(true, 0);
  if (nul(0) > 0.3) return wide(false, 0);
  const text = strFromU8(bytes);
  if (!text.includes('\uFFFD')) return text.replace(/^\uFEFF/, '');
  report.add('warning', 'CSV_ENCODING', 'The file is not UTF-8; it was read letter by letter, so accents may be wrong.', where);
  return strFromU8(bytes, true);
}

/** The sign between fields: the one that cuts most rows alike; ties go to tab, semicolon, comma, bar. */
function delimiterOf(text: string): string {
  let best = { sign: ',', score: 0, count: 0 };
  for (const sign of ['\t', ';', ',', '|']) {
    const rows = Papa.parse<string[]>(text.slice(0, 200_000), { delimiter: sign, preview: 20 }).data;
    const counts = new Map<number, number>();
    for (const row of rows) counts.set(row.length, (counts.get(row.length) ?? 0) + 1);
    const [count, n] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [0, 0];
    const score = count > 1 ? n / rows.length : 0;
    if (score > best.score + 1e-9 || (Math.abs(score - best.score) < 1e-9 && count > best.count)) best = { sign, score, count };
  }
  return best.sign;
}

/** Heading as it is compared: folded, without signs and units in brackets. */
export const foldedHeading = (text: string): string =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/\([^)]*\)/g, ' ')
    .replace(/[.#()_\-/]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/**
 * @param isHeading  whether a text is a heading that the reader knows; the first of ten rows with two or more of them is the heading row
 * @throws FormatError CSV_BINARY, CSV_SIZE or CSV_EMPTY
 */
export function readCsv(bytes: Uint8Array, where: string, isHeading: (folded: string) => boolean): Read<Table> {
  const report = new Report();
  let text = decoded(bytes, report, where);
  if (text.includes('\0')) throw new FormatError('CSV_BINARY', `${where} holds NUL characters: it is no table of text.`, where);
  const said = /^sep=(.)\r?\n/i.exec(text);
  if (said) text = text.slice(said[0].length);
  const delimiter = said?.[1] ?? delimiterOf(text);
  measure(text, delimiter, where);
  const parsed = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: 'greedy' });
  for (const error of parsed.errors.slice(0, 20))
    if (error.type === 'Quotes') report.add('error', 'CSV_QUOTE', `Row ${(error.row ?? 0) + 1}: ${error.message}.`, where);
  const rows = parsed.data.map((row) =>
    row.map((cell) =>
      unguarded(cell)
        .replace(/[\u200B\uFEFF]/g, '')
        .trim(),
    ),
  );
  if (!rows.length) throw new FormatError('CSV_EMPTY', `${where} holds no rows.`, where);
  if (rows.length > MOST_ROWS) throw new FormatError('CSV_SIZE', `${where} has more than ${MOST_ROWS} rows.`, where);
  if (rows.some((row) => row.length > MOST_COLUMNS))
    throw new FormatError('CSV_SIZE', `${where} has more than ${MOST_COLUMNS} columns.`, where);
  const at = rows.slice(0, 10).findIndex((row) => row.filter((cell) => isHeading(foldedHeading(cell))).length >= 2);
  const top = Math.max(0, at);
  if (at < 0) report.add('warning', 'CSV_HEADING', 'No row of known headings was found; the first row was taken for one.', where);
  const headings = itemAt(rows, top);
  const ragged = rows.slice(top + 1).filter((row) => row.length !== headings.length).length;
  if (ragged) report.add('warning', 'CSV_RAGGED', `${ragged} rows have more or fewer fields than there are headings.`, where);
  return {
    value: {
      title: rows.slice(0, top).map((row) => row.filter(Boolean).join(' ')),
      headings,
      rows: rows.slice(top + 1).map((row) => headings.map((_, i) => row[i] ?? '')),
      delimiter,
    },
    report: report.list,
  };
}
