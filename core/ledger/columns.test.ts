/** What is seen in a cell, and what goes out of it. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { snagsByFixture } from '../audit/snags.js';
import { idOf, plainType, SHOW } from '../model/show.arb.js';
import { all, showOf } from '../model/show.js';
import { columnsOf, columnText, shownText } from './columns.js';
import { at, column, hung, show } from './ledger.arb.js';
import { rowsOf } from './rows.js';
import { lendAudit } from './snag-codes.js';
import { outTable } from './table.js';

beforeAll(() => lendAudit(snagsByFixture));

describe('what is seen in a cell, and what goes out', () => {
  const head = all(show, 'fixture')[4]!;
  test('a part shows its own address, and the head of several none; one part shows its span', () => {
    const wide = hung(
      9,
      { address: at('3.10') },
      {},
      { ...plainType, id: idOf(6), modes: [{ name: 'w', channels: [{ attribute: 'Dimmer', offset: [1, 2, 3], break: 1 }] }] },
    );
    const more = showOf(SHOW, [
      ...show.records.values(),
      { ...plainType, id: idOf(6), modes: [{ name: 'w', channels: [{ attribute: 'Dimmer', offset: [1, 2, 3], break: 1 }] }] },
      wide,
    ]);
    expect(shownText(more, wide, null, column('address'))).toBe('3.10 - 3.12');
    const parted = { ...head, parts: head.parts.map((part, i) => ({ ...part, address: 100 + i })) };
    expect(shownText(show, parted, 1, column('address'))).toBe('1.101');
  });
  test('what follows from others is not typed into', () => {
    expect(columnsOf(show).find(({ field }) => field === 'snags')).toMatchObject({ typed: false, ofParts: false });
  });
  test('a row of a group goes out with its count first and its sums under their headings', () => {
    const grouped = { filters: [], sort: null, groups: ['position'] };
    const columns = ['unit', 'watts', 'weight'].map(column);
    const out = outTable(show, rowsOf(show, grouped).rows, columns);
    const summed = columns.flatMap((item, i) => (item.sum ? [i + 1] : []));
    expect(out.numbers).toEqual(summed);
    const [group] = rowsOf(show, grouped).rows.flatMap((row, i) => (row.kind === 'group' ? [{ row, cells: out.rows[i]! }] : []));
    expect(group!.cells[1]).toBe(`${group!.row.title} (${group!.row.count})`);
    for (const i of summed) expect(group!.cells[i]).toBe(String(group!.row.sums[columns[i - 1]!.field]));
  });
});

test('snags are of the fixture: a part says none', () => {
  const five = all(show, 'fixture').find((fixture) => fixture.unit === '5');
  if (!five) throw new Error('the rig has no unit 5');
  expect(columnText(show, five, null, 'snags')).not.toBe('');
  expect(columnText(show, five, 0, 'snags')).toBe('');
});
