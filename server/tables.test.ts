/** XLSX out and in over HTTP: what exceljs reads of ours, what we read of others, and hostile files (reference formats 10). */
import { expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { strToU8, zipSync } from 'fflate';
import type { OutTable } from '#core/ledger/table';
import { makeApp } from './app.js';
import type { Hub } from './live/hub.js';
import { sheetName } from './print/xlsx.js';
import type { ShelfStore } from './store/shelf.js';
import type { Store } from './store/store.js';

const app = makeApp({ store: {} as Store, shelf: {} as ShelfStore, hub: {} as Hub, web: null, hosts: ['localhost'] });
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
  const response = await post(`read?name=${encodeURIComponent(name)}`, bytes);
  return {
    status: response.status,
    body: (await response.json()) as {
      headings: string[];
      rows: string[][];
      exported: { rows: string[][] } | null;
      detail?: string;
      code?: string;
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
  ['no workbook', () => zipSync({ 'a.txt': strToU8('x') }), 'no workbook'],
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
    expect((await post('xlsx', body)).status).toBe(400);
  expect(['a:b/c', "'x'", '', 'y'.repeat(50)].map(sheetName)).toEqual(['a b c', 'x', 'Ledger', 'y'.repeat(31)]);
});
