/** What is typed, filled, pasted and replaced in the Ledger. */
import { describe, expect, test } from '@jest/globals';
import { apply, invert } from '../model/change.js';
import { contentOf, idOf } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import { columnText } from './columns.js';
import {
  type CellEdit,
  canType,
  editCells,
  fillDown,
  fillSeries,
  pasteBlock,
  replaceIn,
  seriesAfter,
  setAll,
  swapCells,
} from './edits.js';
import { column, show } from './ledger.arb.js';
import { type FixtureRow, type Row, rowsOf } from './rows.js';

describe('edits', () => {
  const rows = rowsOf(show, { filters: [], sort: null, groups: [] }).rows;
  const heads = rows.filter((row): row is FixtureRow => row.kind === 'fixture' && row.part === null);
  const values = (after: Show, field: string) => all(after, 'fixture').map((fixture) => columnText(after, fixture, null, field));
  const done = (edits: readonly CellEdit[]) => apply(show, editCells(show, edits).change);
  test('fill down takes the first row; parts are filled in their own rows', () => {
    expect(values(done(fillDown(show, heads.slice(0, 3), [column('purpose')])), 'purpose')).toEqual([
      'Front warm',
      'Front warm',
      'Front warm',
      '',
      'Cyc',
    ]);
    expect(values(done(fillDown(show, rows, [column('colour')])), 'colour').at(-1)).toBe('Sm 2a');
  });
  test('a series goes on from one value or two, in letters too; what does not count gives none', () => {
    expect(seriesAfter('101', '111', 4)).toEqual(['101', '111', '121', '131']);
    expect(seriesAfter('E09', undefined, 3)).toEqual(['E09', 'E10', 'E11']);
    expect(seriesAfter('A', 'C', 3)).toEqual(['A', 'C', 'E']);
    expect(seriesAfter('warm', undefined, 3)).toBeNull();
    expect(seriesAfter('1', 'A', 3)).toBeNull();
    const edits = fillSeries(show, rows, [column('channel')]);
    // Heads of several parts are passed over: their cells go on with the count.
    expect(values(done(edits), 'channel')).toEqual(['401', '412', '423', '434', '445-467']);
  });
  test('a pasted block says what does not fit, and takes the rest as one step', () => {
    const block = [
      ['Sun', '7'],
      ['Moon', '1.900'],
      ['Rain', '1.9'],
    ];
    const { edits, outside } = pasteBlock(heads, [column('purpose'), column('address')], block);
    const result = editCells(show, edits);
    expect(outside).toBe(0);
    expect(result.misfits.map((misfit) => `${misfit.where}: ${misfit.why}`)).toEqual([
      'LX 1 unit 2: Slot 900 does not exist: a universe has slots 1 to 512.',
    ]);
    const after = apply(show, result.change);
    expect(values(after, 'purpose').slice(0, 3)).toEqual(['Sun', 'Moon', 'Rain']);
    expect(values(after, 'address').slice(0, 3)).toEqual(['1.7', '1.512', '1.9']);
    expect(contentOf(apply(after, invert(result.change)))).toEqual(contentOf(show));
    expect(pasteBlock(heads, [column('height'), column('purpose')], [['9', 'x', 'outside']])).toMatchObject({
      outside: 2,
      edits: [{ text: 'x' }],
    });
    expect(pasteBlock(heads, [column('purpose')], [['Same']], 4).edits).toHaveLength(4);
    expect(pasteBlock(heads, [column('purpose')], [['A'], ['B']], 4).edits.map(({ text }) => text)).toEqual(['A', 'B']);
    expect(pasteBlock(heads, [column('purpose')], [['Alone']], 1).edits).toHaveLength(1);
  });
  test.each(['0', '1.513', '64000.1', 'abc'])('the address "%s" is refused in words', (text) =>
    expect(editCells(show, [{ fixture: idOf(101), part: null, field: 'address', text }])).toMatchObject({
      changed: 0,
      misfits: [{ why: expect.stringMatching(/\.$/) }],
    }),
  );
  test('513 is 2.1, as 613 is 2.101 (reference practice 3)', () =>
    expect(values(done([{ fixture: idOf(101), part: null, field: 'address', text: '513' }]), 'address')[0]).toBe('2.1'));
  test('find and replace: part of a value or the whole, capitals or not; signs are signs', () => {
    const run = (rules: Partial<Parameters<typeof replaceIn>[3]>) =>
      values(
        done(
          replaceIn(show, rows, [column('purpose')], { find: 'warm', replace: 'amber', whole: false, exact: false, ...rules }),
        ),
        'purpose',
      ).slice(0, 3);
    expect(run({})).toEqual(['Front amber', 'Front cool', 'amber back']);
    expect(run({ exact: true })).toEqual(['Front amber', 'Front cool', 'Warm back']);
    expect(run({ find: 'front warm', whole: true, replace: '$&' })).toEqual(['$&', 'Front cool', 'Warm back']);
    expect(run({ find: '' })).toEqual(['Front warm', 'Front cool', 'Warm back']);
    expect(run({ find: '.*' })).toEqual(['Front warm', 'Front cool', 'Warm back']);
  });
  test('one value for all rows that are shown; two rows swap', () => {
    expect(values(done(setAll(heads, column('gobo'), 'G 11')), 'gobo')).toEqual(['G 11', 'G 11', 'G 11', 'G 11', 'G 11']);
    expect(
      values(done(swapCells(show, heads[0]!, heads[1]!, [column('channel'), column('purpose')])), 'channel').slice(0, 2),
    ).toEqual(['412', '401']);
  });
  test('what is no cell is not typed into: heads of addresses, columns that are calculated, parts of what the fixture has', () => {
    const head: Row = { kind: 'fixture', fixture: all(show, 'fixture')[4]!, part: null };
    expect(canType(head, column('address'))).toBe(false);
    const two = { ...head, fixture: { ...head.fixture, parts: head.fixture.parts.slice(0, 2) } };
    const one = { ...head, fixture: { ...head.fixture, parts: head.fixture.parts.slice(0, 1) } };
    expect([canType(two, column('address')), canType(one, column('address'))]).toEqual([false, true]);
    expect(canType({ ...head, part: 1 }, column('address'))).toBe(true);
    expect(canType({ ...head, part: 1 }, column('purpose'))).toBe(false);
    expect(canType(head, column('height'))).toBe(false);
    expect(editCells(show, [{ fixture: idOf(999), part: null, field: 'purpose', text: 'x' }]).misfits).toHaveLength(1);
  });
});
