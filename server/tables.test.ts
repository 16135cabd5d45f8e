/** XLSX out and in over HTTP: what exceljs reads of ours, what we read of others, and hostile files (reference formats 10). */
import { expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { OutTable } from '#core/ledger/table';
import { makeApp } from './app.js';
import type { Hub } from './live/hub.js';
import { sheetName } from './print/xlsx.js';
import type { Database } from './store/database.js';
import type { ShelfStore } from './store/shelf.js';
import type { Store } from './store/store.js';

const app = makeApp({
  store: {} as Store,
  shelf: {} as ShelfStore,
  database: { db: { execute: async () => ({}) } } as unknown as Database,
  hub: {} as Hub,
  web: null,
  hosts: ['localhost'],
});
const post = (path: string, body: string | Uint8Array) =>
  app.request(`http://localhost/api/tables/${path}`, {
    method: 'POST',
    headers: {
      host: 'localhost',
      'content-type': typeof body === 'string' && path === 'xlsx' ? 'application/json' : 'application/octet-stream',
    },
    body: body as string,
  });
const table: OutTable & { name: string } = {
  name: 'The Salt Orchard: Ledger',
  headings: ['Dessin id', 'Channel', 'Address', 'Watts', 'Notes'],
  rows: [
    ['a-1', '007', '1.10', '750', '=SUM(A1)'],
    ['a-2', '8', '2.101', '1000', 'Größe "42" \u0001'],
  ],
  widths: [240, 80, 110, 60, 200],
  numbers: [3],
};
const out = async (body: unknown = table) => new Uint8Array(await (await post('xlsx', JSON.stringify(body))).arrayBuffer());
const read = async (bytes: Uint8Array | string, name = 'back.xlsx') => {
  const response = await app.request(`http://localhost/api/incoming?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
    body: bytes as string,
  });
  const answer = (await response.json()) as { what?: string; incoming?: object; detail?: string; code?: string };
  return {
    status: response.status,
    body: { ...answer.incoming, ...answer } as typeof answer & {
      headings: string[];
      rows: string[][];
      exported: { rows: string[][] } | null;
    },
  };
};
const load = async (bytes: Uint8Array) => {
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer);
  return book;
};

test('names are texts, quantities figures, the id hidden, headings frozen and filtered, no cell a formula', async () => {
  const book = await load(await out());
  const sheet = book.worksheets[0]!;
  expect(sheet.name).toBe('The Salt Orchard  Ledger');
  expect(sheet.getRow(2).values).toEqual([undefined, 'a-1', '007', '1.10', 750, '=SUM(A1)']);
  expect([sheet.getColumn(1).hidden, sheet.views[0]!.state, sheet.autoFilter !== null]).toEqual([true, 'frozen', true]);
  expect(sheet.getCell('E2').type).toBe(ExcelJS.ValueType.String);
  expect(book.worksheets[1]).toMatchObject({ state: 'veryHidden' });
});
test('written and read it is the same; changed by another program it says what changed', async () => {
  const bytes = await out();
  expect((await read(bytes)).body).toMatchObject({
    headings: table.headings,
    rows: [table.rows[0], ['a-2', '8', '2.101', '1000', 'Größe "42"']],
  });
  const book = await load(bytes);
  book.worksheets[0]!.getCell('B3').value = 9;
  book.worksheets[0]!.getCell('E3').value = { richText: [{ text: 'in ' }, { text: 'two' }] };
  const { body } = await read(new Uint8Array(await book.xlsx.writeBuffer()));
  expect(body.rows[1]).toEqual(['a-2', '9', '2.101', '1000', 'in two']);
  expect(body.exported!.rows[1]![1]).toBe('8');
});
test('formulas give their results, dates their day, gaps nothing', async () => {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('x');
  sheet.addRow(['Channel', 'Notes', 'Unit']);
  sheet.addRow([{ formula: '1+1', result: 2 }, new Date(Date.UTC(2024, 0, 1))]);
  sheet.getCell('C40').value = 5;
  const { body } = await read(new Uint8Array(await book.xlsx.writeBuffer()));
  expect(body.rows).toEqual([
    ['2', '2024-01-01'],
    ['', '', '5'],
  ]);
  expect(body.exported).toBeNull();
});
test('a cell at the far corner is no dense table', async () => {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('x');
  sheet.addRow(['Channel', 'Unit']);
  sheet.getCell('A1048576').value = 'far';
  const { body } = await read(new Uint8Array(await book.xlsx.writeBuffer()));
  expect(body.rows).toEqual([['far']]);
});
const workbook = strToU8('<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheets/></workbook>');
test.each<[string, () => Uint8Array | string, string]>([
  ['encrypted', () => new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, ...Array(60).fill(0)]), 'encrypted'],
  ['no workbook', () => zipSync({ 'a.txt': strToU8('x') }), 'does not know'],
  ['empty book', () => zipSync({ 'xl/workbook.xml': workbook }), 'has no sheet'],
  ['document type', () => zipSync({ 'xl/workbook.xml': strToU8('<!DOCTYPE x [<!ENTITY a "b">]><workbook/>') }), 'document type'],
  ['cut', () => zipSync({ 'xl/workbook.xml': workbook }).slice(0, 40), 'zip'],
  ['bomb', () => zipSync({ 'xl/workbook.xml': workbook, 'xl/big.xml': new Uint8Array(60_000_000) }), '.'],
  ['nothing', () => '', 'is empty'],
  ['binary', () => new Uint8Array([1, 2, 0, 0, 3, 4, 0, 0, 9, 7]), '.'],
])('%s is answered with a sentence', async (_, make, part) => {
  const { status, body } = await read(make());
  expect(status).toBe(422);
  expect(body.detail).toContain(part);
});
test('CSV comes back too; 100,000 lines are answered in words', async () => {
  expect((await read('Channel;Purpose\r\n1;Front\r\n', 'a.csv')).body).toMatchObject({
    headings: ['Channel', 'Purpose'],
    rows: [['1', 'Front']],
  });
  const { status, body } = await read(`Channel,Purpose\n${'1,x\n'.repeat(100_000)}`, 'long.csv');
  expect([status, body.detail]).toEqual([
    422,
    'long.csv has 100,000 rows; what comes back into a show has at most 20,000. Nothing was changed. Is it the right file?',
  ]);
});
test('a table that is none is refused', async () => {
  for (const body of ['{}', 'x', JSON.stringify({ ...table, rows: [[1]] }), JSON.stringify({ ...table, more: 1 })])
    expect((await post('xlsx', body)).status).toBe(422);
  expect(['a:b/c', "'x'", '', 'y'.repeat(50)].map(sheetName)).toEqual(['a b c', 'x', 'Ledger', 'y'.repeat(31)]);
});

/** A workbook whose one sheet holds this XML; everything else is as exceljs writes it. */
const hostile = async (alter: (xml: string) => string, book?: (workbook: string) => string): Promise<Uint8Array> => {
  const made = new ExcelJS.Workbook();
  made.addWorksheet('x').addRow(['Channel', 'Notes']);
  const parts = unzipSync(new Uint8Array(await made.xlsx.writeBuffer()));
  const [sheet, workbook] = ['xl/worksheets/sheet1.xml', 'xl/workbook.xml'];
  parts[sheet] = strToU8(alter(strFromU8(parts[sheet]!)));
  if (book) parts[workbook] = strToU8(book(strFromU8(parts[workbook]!)));
  return zipSync(parts);
};
const beforeData = (xml: string) => (sheet: string) => sheet.replace('<sheetData>', `${xml}<sheetData>`);
const afterData = (xml: string) => (sheet: string) => sheet.replace('</sheetData>', `</sheetData>${xml}`);
const inData = (xml: string) => (sheet: string) => sheet.replace('</sheetData>', `${xml}</sheetData>`);
const same = (text: string) => text;
/** Small files that kept the server busy for good: each is answered, and health in between (not timed: it would never come). */
test.each<[string, () => Promise<Uint8Array>, string]>([
  [
    'a row beyond the sheet',
    () => hostile(inData('<row r="4000000000"><c r="A4000000000"><v>1</v></c></row>')),
    'a row "4000000000"',
  ],
  ['a row as an entity', () => hostile(inData('<row r="&#52;000000000"/>')), 'has a row'],
  ['a row behind a ">"', () => hostile(inData('<row x=">" r="4000000000"/>')), 'has a row'],
  ['a row as a fraction', () => hostile(inData('<row r="1e9"/>')), 'has a row'],
  ['a cell beyond the sheet', () => hostile(inData('<row r="2"><c r="ZZZZZZZ2"/></row>')), 'a cell "ZZZZZZZ2"'],
  [
    'a merge of the whole sheet',
    () => hostile(afterData('<mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>')),
    'joins more than',
  ],
  [
    'a merge of nothing',
    () => hostile(afterData("<mergeCells><mergeCell ref='A1:ZZZ99999999'/></mergeCells>")),
    'which are none',
  ],
  ['many rows out to the last column', () => hostile(inData('<row><c r="XFD9"/></row>'.repeat(2000))), 'too far apart'],
  ['two million cells', () => hostile(inData(`<row>${'<c/>'.repeat(2_000_001)}</row>`)), 'more than 2,000,000'],
  ['an element that never ends', () => hostile(inData(`<row ${'r="1" '.repeat(5000)}`)), '.'],
  [
    'a sheet of a wild number',
    () => hostile(same, (book) => book.replace(/sheetId="\d+"/, 'sheetId="4000000000"')),
    'numbers a sheet',
  ],
])('%s is answered with a sentence, and health meanwhile', async (_, make, part) => {
  const [{ status, body }, health] = await Promise.all([
    read(await make()),
    app.request('http://localhost/api/health', { headers: { host: 'localhost' } }),
  ]);
  expect([status, health.status]).toEqual([422, 200]);
  expect(body.detail).toContain(part);
});
test.each<[string, () => Promise<Uint8Array>]>([
  ['a trillion columns of one width', () => hostile(beforeData('<cols><col min="1" max="999999999999" width="9"/></cols>'))],
  [
    'a name for the whole sheet',
    () =>
      hostile(same, (book) =>
        book.replace(
          '</sheets>',
          '</sheets><definedNames><definedName name="a">x!$A$1:$XFD$1048576</definedName></definedNames>',
        ),
      ),
  ],
  [
    'rules and links without an end',
    () =>
      hostile(
        afterData(
          '<hyperlinks><hyperlink ref="A1" r:id="rId9"/></hyperlinks><tableParts count="1"><tablePart r:id="rId7"/></tableParts>',
        ),
      ),
  ],
])('%s says nothing about cells, and is left out', async (_, make) => {
  expect((await read(await make())).body.headings).toEqual(['Channel', 'Notes']);
});
test('joined cells are read as one value each, as before', async () => {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet('x');
  sheet.addRow(['Channel', 'Notes']);
  sheet.addRow(['1', 'a']);
  sheet.addRow(['2', '']);
  sheet.mergeCells('B2:B3');
  expect((await read(new Uint8Array(await book.xlsx.writeBuffer()))).body.rows).toEqual([
    ['1', 'a'],
    ['2', 'a'],
  ]);
});
