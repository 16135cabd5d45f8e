/** Workbooks of ours opened by another office program, where one is installed (LibreOffice, of Debian's packages): it says what we wrote. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import Papa from 'papaparse';
import { columnsOf } from '#core/ledger/columns';
import { rowsOf } from '#core/ledger/rows';
import { outTable } from '#core/ledger/table';
import { scheduleOf } from '#core/paper/lists';
import { makeDemo } from '#demo/show';
import { scheduleXlsx, writeXlsx } from './xlsx.js';

const demo = makeDemo();
const office = ['soffice', 'libreoffice'].find((name) => spawnSync(name, ['--version'], { timeout: 60_000 }).status === 0);
const withOffice = office ? test : test.skip;

/** The first sheet as the office program has it, cell by cell as text. */
function asRead(bytes: Uint8Array): string[][] {
  const folder = mkdtempSync(join(tmpdir(), 'dessin-office-'));
  try {
    writeFileSync(join(folder, 'book.xlsx'), bytes);
    const ran = spawnSync(
      office ?? '',
      [
        `-env:UserInstallation=file://${join(folder, 'profile')}`,
        '--headless',
        '--convert-to',
        // Commas, quotes, UTF-8, the first sheet, cells as they are shown.
        'csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,true,false,false,false,1',
        '--outdir',
        folder,
        join(folder, 'book.xlsx'),
      ],
      { timeout: 120_000 },
    );
    expect(String(ran.stderr)).not.toMatch(/error/i);
    const made = readdirSync(folder).find((name) => name.endsWith('.csv'));
    return Papa.parse<string[]>(readFileSync(join(folder, made ?? ''), 'utf8').replace(/^\uFEFF/, ''), { skipEmptyLines: true })
      .data;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
const trimmed = (rows: readonly (readonly string[])[]) => rows.map((row) => row.map((cell) => cell.replace(/\s+/g, ' ').trim()));

withOffice(
  'the patch of the demo: every cell, texts as texts',
  async () => {
    const { rows } = rowsOf(demo, { filters: [], sort: null, groups: [] });
    const table = outTable(demo, rows, columnsOf(demo));
    const read = asRead(await writeXlsx(table, 'Ledger'));
    const wanted = trimmed([table.headings, ...table.rows]);
    expect(read[0]?.map((cell) => cell.trim())).toEqual(wanted[0]);
    expect(read).toHaveLength(wanted.length);
    const plain = table.headings.flatMap((_, i) => (table.numbers.includes(i) ? [] : [i]));
    trimmed(read).forEach((row, r) => {
      for (const i of plain) expect([r, i, row[i] ?? '']).toEqual([r, i, wanted[r]?.[i] ?? '']);
      for (const i of table.numbers) if (r) expect(Number(row[i] || 0)).toBeCloseTo(Number(wanted[r]?.[i] || 0), 6);
    });
  },
  180_000,
);
withOffice(
  'the hookup opens with as many rows',
  async () => {
    const list = scheduleOf(demo, 'hookup');
    if (!list) throw new Error('there is a hookup');
    const read = asRead(await scheduleXlsx(list));
    expect(read.flat()).toEqual(expect.arrayContaining(list.columns.map(({ heading }) => heading)));
    expect(read.length).toBeGreaterThanOrEqual(list.groups.reduce((sum, { rows }) => sum + rows.length, 0));
  },
  180_000,
);
test('it is said whether such a program is there', () => {
  expect([undefined, 'soffice', 'libreoffice']).toContain(office);
});
