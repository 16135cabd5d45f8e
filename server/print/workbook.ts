/** What of a workbook another library may see: the parts that hold cells, with every figure in them checked first (ECMA-376 part 1, 18.2 and 18.3). */
import { strToU8, zipSync } from 'fflate';
import { FormatError } from '#core/formats/report';
import type { Archive } from '#core/formats/zip/read';

/** Limits of a sheet (ECMA-376 part 1, 18.3.1.73 and 18.3.1.4 leave them open; these are common practice, no source). */
const ROWS = 1_048_576;
const COLUMNS = 16_384;
const SHEETS = 65_535;
/** Rows and cells of a whole workbook: what comes back into a show has far fewer. */
const CELLS = 2_000_000;
/** Places that a reader must step over to come to the last cell of each row. */
const PLACES = 20_000_000;
/** Cells that are joined; each becomes one of its own when it is read. */
const MERGED = 100_000;

/** Parts that are read. Tables, drawings, comments, names and links say nothing that a row of a table needs. */
const wanted =
  /^(\[Content_Types\]\.xml|_rels\/\.rels|xl\/(workbook|sharedStrings|styles)\.xml|xl\/_rels\/workbook\.xml\.rels|xl\/worksheets\/[^/]+\.xml)$/i;

/** An element with its attributes, from its "<" on. Values hold no "<", so that no start of an element is looked at twice. */
const tag = /<(row|c|mergeCell|sheet)(?=[\s/>])((?:\s+[\w:.-]+\s*=\s*(?:"[^"<]*"|'[^'<]*'))*)\s*\/?>/y;
const named = /<(?:row|c|mergeCell|sheet)(?=[\s/>])/g;

const attribute = {
  r: /\sr\s*=\s*(?:"([^"]*)"|'([^']*)')/,
  ref: /\sref\s*=\s*(?:"([^"]*)"|'([^']*)')/,
  sheetId: /\ssheetId\s*=\s*(?:"([^"]*)"|'([^']*)')/,
};

const columnOf = (letters: string): number =>
  [...letters.toUpperCase()].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
const cell = (text: string): { row: number; column: number } | null => {
  const found = /^\$?([A-Za-z]{1,3})\$?(\d{1,7})$/.exec(text);
  const at = found && { column: columnOf(found[1] ?? ''), row: Number(found[2]) };
  return at && at.column <= COLUMNS && at.row >= 1 && at.row <= ROWS ? at : null;
};

/**
 * The workbook again, with nothing in it that is not needed, as an archive that every reader sees alike.
 * @throws FormatError XLSX_DTD, XLSX_BAD or XLSX_SIZE, each with the sheet and the figure
 */
export function soundWorkbook(archive: Archive, where: string): Uint8Array {
  const parts: Record<string, Uint8Array> = {};
  const counted = { cells: 0, places: 0, merged: 0 };
  const decoder = new TextDecoder();
  for (const name of archive.names) {
    const bytes = wanted.test(name) ? archive.read(name) : null;
    if (!bytes) continue;
    const text = decoder.decode(bytes);
    if (text.includes('<!DOCTYPE'))
      throw new FormatError('XLSX_DTD', `${where} holds a document type, which no spreadsheet needs. It was not read.`, where);
    checkFigures(text, name, where, counted);
    parts[name] = name.toLowerCase() === 'xl/workbook.xml' ? strToU8(without(text, 'definedNames')) : bytes;
  }
  return zipSync(parts, { level: 0 });
}

/** Text without an element and what is in it. Names of ranges are spread out cell by cell by the reader, and no row needs them. */
function without(text: string, name: string): string {
  const from = text.indexOf(`<${name}`);
  const end = `</${name}>`;
  const to = text.lastIndexOf(end);
  return from >= 0 && to > from ? text.slice(0, from) + text.slice(to + end.length) : text;
}

function checkFigures(
  text: string,
  part: string,
  where: string,
  counted: { cells: number; places: number; merged: number },
): void {
  const bad = (what: string) =>
    new FormatError(
      'XLSX_BAD',
      `${where} was not read: ${part} ${what}. Save it again as .xlsx, or as CSV.`,
      `${where}, ${part}`,
    );
  const large = (what: string) =>
    new FormatError(
      'XLSX_SIZE',
      `${where} was not read: ${what}. Take that out, or save the rows alone as CSV.`,
      `${where}, ${part}`,
    );
  /** Columns up to the last cell of the row that is being read. */
  let width = 0;
  for (const { index } of text.matchAll(named)) {
    tag.lastIndex = index;
    const found = tag.exec(text);
    if (!found) throw bad(`holds an element that is not sound, at character ${index + 1}`);
    const [, name, attributes = ''] = found;
    const value = (key: keyof typeof attribute): string | undefined => {
      const at = attribute[key].exec(attributes);
      return at?.[1] ?? at?.[2];
    };
    if (name === 'sheet') {
      const id = value('sheetId');
      if (id !== undefined && !(/^\d{1,5}$/.test(id) && Number(id) <= SHEETS)) throw bad(`numbers a sheet "${id.slice(0, 20)}"`);
    } else if (name === 'mergeCell') {
      const ends = (value('ref') ?? '').split(':').map(cell);
      const [a, b = a] = ends;
      if (!a || !b || ends.length > 2) throw bad(`joins the cells "${(value('ref') ?? '').slice(0, 40)}", which are none`);
      counted.merged += (Math.abs(b.column - a.column) + 1) * (Math.abs(b.row - a.row) + 1);
      if (counted.merged > MERGED) throw large(`it joins more than ${MERGED.toLocaleString('en')} cells into one`);
    } else {
      if (++counted.cells > CELLS) throw large(`it holds more than ${CELLS.toLocaleString('en')} rows and cells`);
      const at = value('r');
      if (name === 'row') {
        if (at !== undefined && !(/^\d{1,7}$/.test(at) && Number(at) >= 1 && Number(at) <= ROWS))
          throw bad(`has a row "${at.slice(0, 20)}"; a sheet has ${ROWS.toLocaleString('en')} rows`);
        width = 0;
      } else {
        const place = at === undefined ? { column: width + 1 } : cell(at);
        if (!place) throw bad(`has a cell "${at!.slice(0, 20)}", which is none`);
        counted.places += Math.max(0, place.column - width);
        width = Math.max(width, place.column);
        if (counted.places > PLACES) throw large('its cells lie too far apart');
      }
    }
  }
}
