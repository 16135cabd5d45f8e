/** Tables as XLSX, out and in (ECMA-376 through exceljs; reference formats 10.1). */
import ExcelJS from 'exceljs';
import { FormatError, Report } from '#core/formats/report';
import { openZip } from '#core/formats/zip/read';
import type { OutTable } from '#core/ledger/table';
import type { Schedule } from '#core/paper/schedule';
import { soundWorkbook } from './workbook.js';

/** Hidden sheet with what the table said when it went out. */
const AS_EXPORTED = 'Dessin as exported';
const MOST_CELL = 32_767;

/** Sheet names: at most 31 letters, none of : \ / ? * [ ], no apostrophe at an end. */
export const sheetName = (name: string): string =>
  name
    .replace(/[:\\/?*[\]\p{Cc}]/gu, ' ')
    .replace(/^'+|'+$/g, '')
    .trim()
    .slice(0, 31)
    .trim() || 'Ledger';

/** Texts that look like escapes of the format are escaped themselves: _x0041_ would be read as A. */
const text = (value: string): string =>
  value
    .replace(/_x(?=[0-9a-f]{4}_)/gi, '_x005F_x')
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/g, '')
    .slice(0, MOST_CELL);

/** A workbook with the table; the id column is hidden, the headings stay, and every column has a filter. Figures that are names are texts, no cell is a formula. */
export async function writeXlsx(table: OutTable, name: string): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(sheetName(name), { views: [{ state: 'frozen', ySplit: 1 }] });
  const numbers = new Set(table.numbers);
  sheet.columns = table.headings.map((heading, i) => ({
    header: text(heading),
    width: Math.max(8, (table.widths[i] ?? 80) / 7),
    hidden: i === 0,
    style: { numFmt: numbers.has(i) ? '0.##' : '@' },
  }));
  sheet.getRow(1).font = { bold: true };
  for (const row of table.rows)
    sheet.addRow(
      row.map((cell, i) => (numbers.has(i) && cell !== '' && Number.isFinite(Number(cell)) ? Number(cell) : text(cell))),
    );
  sheet.autoFilter = {
    from: { row: 1, column: 1 },
    to: { row: Math.max(1, table.rows.length + 1), column: table.headings.length },
  };
  const kept = book.addWorksheet(AS_EXPORTED, { state: 'veryHidden' });
  kept.addRow(table.headings.map(text));
  for (const row of table.rows) kept.addRow(row.map(text));
  return new Uint8Array(await book.xlsx.writeBuffer());
}

export interface SheetRows {
  readonly headings: string[];
  readonly rows: string[][];
}
export interface ReadBook extends SheetRows {
  readonly exported: SheetRows | null;
}

/** What a cell says: of a formula its result, of rich text its letters, of a merged cell the first one's value. */
function said(cell: ExcelJS.Cell): string {
  const { value } = cell;
  if (value === null || value === undefined) return '';
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? '' : value.toISOString().slice(0, 10);
  if (typeof value === 'object') {
    if ('richText' in value) return value.richText.map((run) => run.text).join('');
    if ('error' in value) return '';
    if ('result' in value || 'formula' in value || 'sharedFormula' in value) {
      const { result } = value as { result?: unknown };
      return result === undefined || result === null || typeof result === 'object' ? '' : String(result);
    }
    if ('text' in value) return String((value as { text: unknown }).text);
    return '';
  }
  return String(value);
}

const MOST_COLUMNS = 500;
function rowsOf(sheet: ExcelJS.Worksheet, most: number, where: string): SheetRows {
  const out: string[][] = [];
  sheet.eachRow({ includeEmpty: false }, (row) => {
    if (out.length > most) return;
    const cells: string[] = [];
    row.eachCell({ includeEmpty: false }, (cell, column) => {
      if (column > MOST_COLUMNS) return;
      // What is skipped on the way is empty.
      while (cells.length < column - 1) cells.push('');
      cells[column - 1] = said(cell).trim();
    });
    if (cells.some(Boolean)) out.push(cells);
  });
  if (!out.length) throw new FormatError('XLSX_EMPTY', `${where} holds no rows.`, where);
  const [headings, ...rows] = out as [string[], ...string[][]];
  return { headings, rows };
}

/** Elements of a sheet beside its cells: widths of a trillion columns, rules and links say nothing that is read here. */
const unread = [
  'sheetPr',
  'dimension',
  'sheetViews',
  'sheetFormatPr',
  'cols',
  'autoFilter',
  'rowBreaks',
  'hyperlinks',
  'pageMargins',
  'dataValidations',
  'pageSetup',
  'headerFooter',
  'printOptions',
  'picture',
  'drawing',
  'sheetProtection',
  'tableParts',
  'conditionalFormatting',
  'extLst',
];

/**
 * Reads the first sheet that is shown. Hidden and filtered rows are read too.
 * @param most  rows that are read at most
 * @throws FormatError for what is no workbook, is encrypted, a bomb, or holds no rows
 */
export async function readXlsx(bytes: Uint8Array, where: string, most: number): Promise<ReadBook> {
  if (bytes[0] === 0xd0 && bytes[1] === 0xcf)
    throw new FormatError(
      'XLSX_ENCRYPTED',
      `${where} is encrypted, or of the old kind. Save it without a password as .xlsx.`,
      where,
    );
  const report = new Report();
  // Every entry is inflated under our own limits before another library does it.
  const archive = openZip(bytes, report, where, { left: 200_000_000 });
  if (!archive.names.some((name) => /workbook\.xml$/i.test(name)))
    throw new FormatError('XLSX_BAD', `${where} is an archive, but no workbook.`, where);
  const sound = soundWorkbook(archive, where);
  const book = new ExcelJS.Workbook();
  try {
    await book.xlsx.load(sound.buffer as ArrayBuffer, { ignoreNodes: [...unread] });
  } catch {
    throw new FormatError('XLSX_BAD', `${where} could not be read as a workbook. Save it again as .xlsx, or as CSV.`, where);
  }
  const sheet = book.worksheets.find((item) => item.state === 'visible' || item.state === undefined) ?? book.worksheets[0];
  if (!sheet) throw new FormatError('XLSX_EMPTY', `${where} has no sheet.`, where);
  const kept = book.getWorksheet(AS_EXPORTED);
  return { ...rowsOf(sheet, most, where), exported: kept && kept !== sheet ? rowsOf(kept, most, where) : null };
}

/** A schedule as a workbook: headings, groups as lines of their own, sums and remarks. Cells are texts, but for columns of figures. */
export async function scheduleXlsx(schedule: Schedule): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(sheetName(schedule.title), { views: [{ state: 'frozen', ySplit: 1 }] });
  const grouped = schedule.groups.some(({ heading }) => heading);
  sheet.columns = [
    ...(grouped ? [{ header: 'Group', width: 18, style: { numFmt: '@' } }] : []),
    ...schedule.columns.map(({ heading, share }) => ({
      header: text(heading),
      width: Math.max(8, Math.min(40, share)),
      style: { numFmt: '@' },
    })),
  ];
  sheet.getRow(1).font = { bold: true };
  const figure = (cell: string, right: boolean): string | number =>
    right && /^-?\d+(\.\d+)?$/.test(cell) ? Number(cell) : text(cell);
  for (const { heading, rows, sums, marked } of schedule.groups) {
    const add = (row: readonly string[], bold: boolean, changed = false) => {
      const line = sheet.addRow([
        ...(grouped ? [text(heading)] : []),
        ...schedule.columns.map(({ align }, i) => figure(row[i] ?? '', align === 'right')),
      ]);
      if (bold) line.font = { bold: true };
      if (changed) line.getCell(1).border = { left: { style: 'thick' } };
    };
    rows.forEach((row, i) => {
      add(row, false, marked?.has(i));
    });
    if (sums) add(sums, true);
  }
  for (const said of [schedule.changed, schedule.summary, ...(schedule.remarks ?? [])]) if (said) sheet.addRow([text(said)]);
  return new Uint8Array(await book.xlsx.writeBuffer());
}
