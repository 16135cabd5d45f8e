/** Tables that go out and come back. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, edit, isEmpty } from '../model/change.js';
import { idOf } from '../model/show.arb.js';
import { all } from '../model/show.js';
import { editCells } from './edits.js';
import { column, crew, plainColumns, show } from './ledger.arb.js';
import { rowsOf } from './rows.js';
import { compareTable, hasIds, ID_HEADING, isStrange, MOST_BACK, type OutTable, outTable } from './table.js';

describe('out and back', () => {
  const rules = { filters: [], sort: null, groups: [] };
  const columns = [...plainColumns, 'height' as const, `own ${crew.id}` as const].map(column);
  const table = outTable(show, rowsOf(show, rules).rows, columns);
  const back = (change: (rows: string[][]) => void = () => undefined, exported: OutTable | null = table) => {
    const rows = table.rows.map((row) => [...row]);
    change(rows);
    return { headings: [...table.headings], rows, exported };
  };
  const put = (rows: string[][], row: number, title: string, text: string) => {
    rows[row]![table.headings.indexOf(title)] = text;
  };
  const compared = (...args: Parameters<typeof back>) => {
    const result = compareTable(show, back(...args), 'id');
    if (!result.ok) throw new Error(result.why);
    return result.comparison;
  };
  test('what went out and was not touched has no difference, whatever its order', () => {
    expect(compared()).toMatchObject({ differences: [], strangers: [], missing: 0, matched: 8 });
    expect(compared((rows) => rows.reverse()).differences).toEqual([]);
    expect(table.headings[0]).toBe(ID_HEADING);
    expect(hasIds(table.headings, table.rows)).toBe(true);
  });
  test('blanks round a value, capitals and accents are no difference; another figure is', () => {
    expect(compared((rows) => put(rows, 1, 'Purpose', '  Front cool ')).differences).toEqual([]);
    expect(compared((rows) => put(rows, 1, 'Purpose', 'Front Cool 2')).differences).toHaveLength(1);
  });
  test('one changed cell is one difference, of one field; taking it changes that alone', () => {
    const { differences } = compared((rows) => put(rows, 1, 'Purpose', 'Moonlight'));
    expect(differences).toMatchObject([
      { where: 'LX 1 unit 2', title: 'Purpose', from: 'Front cool', to: 'Moonlight', why: null, since: null },
    ]);
    const after = apply(
      show,
      editCells(
        show,
        differences.map((item) => item.edit),
      ).change,
    );
    expect(all(after, 'fixture').filter((fixture, i) => fixture !== all(show, 'fixture')[i])).toHaveLength(1);
  });
  test("a cell of a part is a part's; what cannot be taken says why; calculated columns are passed over", () => {
    const { differences } = compared((rows) => {
      put(rows, 6, 'Address', '1.700');
      put(rows, 6, 'Channel', '777');
      put(rows, 0, 'Height', '99');
    });
    expect(differences.map((item) => `${item.where} ${item.title} ${item.to} ${item.why === null}`)).toEqual([
      'Floor unit 5, cell 2 Channel 777 true',
      'Floor unit 5, cell 2 Address 1.700 false',
    ]);
  });
  test('a cell that nobody touched never overwrites what was changed here since; one that both changed says so', () => {
    const now = apply(show, edit([all(show, 'fixture')[0]!], { purpose: 'New' }));
    expect(compareTable(now, back(), 'id')).toMatchObject({ ok: true, comparison: { differences: [] } });
    const both = compareTable(
      now,
      back((rows) => put(rows, 0, 'Purpose', 'Other')),
      'id',
    );
    expect(both).toMatchObject({ ok: true, comparison: { differences: [{ from: 'New', to: 'Other', since: 'Front warm' }] } });
    // Without the copy of what went out, every cell counts.
    expect(compareTable(now, back(undefined, null), 'id')).toMatchObject({
      ok: true,
      comparison: { differences: [{ from: 'New', to: 'Front warm' }] },
    });
  });
  test('two rows with one id are refused in words; strangers and missing ones are counted', () => {
    const twice = compareTable(
      show,
      back((rows) => rows.push([...rows[0]!])),
      'id',
    );
    expect(twice).toMatchObject({
      ok: false,
      why: expect.stringMatching(/^Rows 2 and 10 of the file have one id .* Nothing was changed\.$/),
    });
    const { strangers, missing } = compared((rows) => {
      rows.splice(0, 1);
      rows.push([idOf(999), 'LX 9', '1']);
      // Added without an id; a subtotal, and a blank row.
      rows.push(['', 'LX 9', '2'], ['', 'LX 9 (3)'], ['', '', '']);
    });
    expect([strangers, missing]).toEqual([['row 9: LX 9, 1', 'row 10: LX 9, 2'], 1]);
  });
  test('without ids it is matched by a column that both have; several of one name are refused', () => {
    const bare = () => {
      const { headings, rows } = back((list) => put(list, 2, 'Purpose', 'Found'));
      return { headings: headings.slice(1), rows: rows.map((row) => row.slice(1)) };
    };
    expect(hasIds(bare().headings, bare().rows)).toBe(false);
    expect(compareTable(show, bare(), 'id')).toMatchObject({ ok: false, why: expect.stringContaining('no column "Dessin id"') });
    for (const by of ['channel', 'position and unit'] as const)
      expect(compareTable(show, bare(), by)).toMatchObject({ ok: true, comparison: { differences: [{ to: 'Found' }] } });
    expect(compareTable(show, { headings: ['Crew', 'Purpose'], rows: [['Deck', 'x']] }, `own ${crew.id}`)).toMatchObject({
      ok: true,
      comparison: { differences: [{ from: 'Warm back' }] },
    });
    const alike = apply(
      show,
      edit(all(show, 'fixture').slice(0, 2), { parts: [{ ...all(show, 'fixture')[0]!.parts[0]!, channel: '1' }] }),
    );
    expect(compareTable(alike, { headings: ['Channel', 'Purpose'], rows: [['1', 'x']] }, 'channel')).toMatchObject({
      ok: false,
      why: expect.stringContaining('Several fixtures'),
    });
    expect(compareTable(show, { headings: ['Purpose'], rows: [['x']] }, 'channel')).toMatchObject({ ok: false });
  });
  test('100,000 rows are answered in words', () => {
    const rows = Array.from({ length: 100_000 }, (_, i) => [String(i)]);
    expect(compareTable(show, { headings: ['Channel'], rows }, 'channel')).toMatchObject({
      ok: false,
      why: expect.stringContaining('100,000 rows'),
    });
    expect(MOST_BACK).toBeLessThan(100_000);
  });
  test('20,000 rows are looked at, and not one more; each says its place in the file', () => {
    const rows = Array.from({ length: MOST_BACK }, () => ['']);
    expect(compareTable(show, { headings: ['Channel'], rows }, 'channel').ok).toBe(true);
    expect(compareTable(show, { headings: ['Channel'], rows: [...rows, ['']] }, 'channel')).toMatchObject({
      ok: false,
      why: expect.stringContaining('20,001 rows'),
    });
    const long = 'abcdefgh-4000';
    const ids = compareTable(
      show,
      {
        headings: [ID_HEADING, 'Channel'],
        rows: [
          [long, '1'],
          [long, '2'],
        ],
      },
      'id',
    );
    expect(ids).toMatchObject({ ok: false, why: expect.stringContaining('have one id (abcdefgh...)') });
    for (const headings of [
      ['Position', 'Channel'],
      ['Unit', 'Channel'],
    ])
      expect(compareTable(show, { headings, rows: [['LX 1', '1']] }, 'position and unit').ok).toBe(false);
    const twice = compareTable(show, { headings: ['Channel'], rows: [['900'], ['901'], ['900']] }, 'channel');
    expect(twice).toMatchObject({ ok: false, why: expect.stringMatching(/^Rows 2 and 4 of the file are both "900"/) });
  });
  test('whatever is typed into cells outside, taking it all back never throws, and taking it twice changes nothing more', () => {
    const junk = fc.constantFrom('', '7', '1.20', 'abc', '64000.1', 'LX 1', 'Floor', '=1+1', 'Sm 2b', 'Deck', 'c', '0');
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            row: fc.integer({ min: 0, max: 7 }), // Positions and units are left alone: while a plot is drafted, units follow by themselves.
            column: fc.integer({ min: 3, max: 12 }),
            text: junk,
          }),
          {
            maxLength: 12,
          },
        ),
        (cells) => {
          const file = back((rows) => {
            for (const { row, column: c, text } of cells) if (c < rows[row]!.length) rows[row]![c] = text;
          });
          const first = compareTable(show, file, 'id');
          if (!first.ok) throw new Error(first.why);
          const taken = first.comparison.differences.filter((item) => item.why === null).map((item) => item.edit);
          const after = apply(show, editCells(show, taken).change);
          const again = editCells(after, taken);
          expect(isEmpty(again.change) || again.misfits.length > 0).toBe(true);
        },
      ),
    );
  });
});

test('a heading under another word is the column that it means; one that is the name of a column is that column', () => {
  expect(['Remarks', 'Gel', 'Channel', ID_HEADING, 'Weather'].map((heading) => isStrange(show, heading))).toEqual([
    false,
    false,
    false,
    false,
    true,
  ]);
  const compared = compareTable(show, { headings: ['Channel', 'Remarks'], rows: [['401', 'tested']] }, 'channel');
  expect(compared.ok && compared.comparison.differences.map(({ edit }) => [edit.field, edit.text])).toEqual([
    ['notes', 'tested'],
  ]);
});
