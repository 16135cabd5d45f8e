/** The Ledger without a window: filters, groups, edits, and tables that go out and come back. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, edit, invert, isEmpty } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { CustomField, Fixture, FixtureType, Part, Position } from '../model/records.js';
import { baseRecords, contentOf, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, type Show, showOf } from '../model/show.js';
import { parseAddress } from '../patch/address.js';
import { type Column, columnFor, columnsOf, columnText, shownText } from './columns.js';
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
import { choicesOf, exactTerm, readFilter, termsOf } from './filter.js';
import { type FixtureRow, filtered, type Row, rowsOf } from './rows.js';
import { compareTable, hasIds, ID_HEADING, MOST_BACK, type OutTable, outTable } from './table.js';

const cyc: FixtureType = {
  ...plainType,
  id: idOf(5),
  name: 'Cyc',
  family: 'cyc',
  watts: 3000,
  cells: 3,
  modes: [{ name: 'c', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) }],
};
const floor: Position = {
  ...pipe,
  id: idOf(3),
  name: 'Floor',
  use: 'floor',
  order: 9,
  curve: { form: 'straight', a: [-5000, 300], b: [5000, 300], z: 0 },
};
const crew: CustomField = { id: idOf(800), kind: 'field', name: 'Crew', type: 'choice', order: 1, choices: ['Deck', 'Fly'] };
const at = (text: string) => {
  const parsed = parseAddress(text);
  return parsed.ok ? parsed.address : null;
};
const hung = (n: number, part: Partial<Part> = {}, more: Partial<Fixture> = {}, type = plainType, position = pipe): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, type, position, 10000 - n * 700, { unit: String(n), ...more });
  return {
    ...fixture,
    parts: fixture.parts.map((own, i) => ({
      ...own,
      ...part,
      ...(i && part.channel ? { channel: String(Number(part.channel) + i) } : {}),
    })),
  };
};
const show = showOf(SHOW, [
  ...baseRecords,
  cyc,
  floor,
  crew,
  hung(1, { channel: '401', address: at('1.101'), colour: 'L 201' }, { purpose: 'Front warm', notes: 'check the shutter' }),
  hung(2, { channel: '412', address: at('1.512'), colour: 'L 202' }, { purpose: 'Front cool' }),
  hung(3, { channel: '420', address: at('2.1') }, { purpose: 'Warm back', own: { [crew.id]: 'Deck' } }),
  hung(4, { channel: '4A' }, { purpose: '' }),
  hung(5, { channel: '500', colour: 'L 201' }, { purpose: 'Cyc' }, cyc, floor),
]);
const plainColumns = columnsOf(show).flatMap(({ field, comes }) =>
  comes === 'always' && !field.startsWith('own ') ? [field] : [],
);
const column = (field: string): Column => columnFor(show, field)!;
const names = (fixtures: readonly Fixture[]) => fixtures.map((fixture) => fixture.unit).join('');
const shown = (...filters: (readonly [string, string])[]) =>
  names(
    filtered(
      show,
      all(show, 'fixture'),
      filters.map(([field, text]) => ({ field, text, on: true })),
    ).shown,
  );

describe('filters by what the column is', () => {
  test.each<[string, string, string]>([
    ['channel', '401-412, 420', '123'],
    ['channel', '>412', '35'],
    ['channel', '<=412', '124'],
    ['channel', '>=412', '235'],
    ['channel', '<412', '14'],
    ['channel', '<4A', ''],
    ['channel', '>=500', '5'],
    ['channel', '>502', ''],
    ['channel', '>=502', '5'],
    ['channel', '401 to 412', '12'],
    ['channel', '400..401', '1'],
    ['channel', '412-412', '2'],
    ['channel', '420', '3'],
    ['channel', '4A', '4'],
    ['channel', '501', '5'],
    ['channel', 'not 401-420', '45'],
    // A letter before the stroke makes it no span.
    ['channel', 'A-500', ''],
    ['channel', '401-A', ''],
    ['address', '1.100-1.512', '12'],
    ['address', 'u2', '3'],
    ['address', '2.', '3'],
    ['address', '613', ''],
    ['address', '513', '3'],
    ['address', 'empty', '45'],
    ['address', 'not empty', '123'],
    ['universe', '1', '12'],
    ['purpose', 'warm', '13'],
    ['purpose', '=front warm', '1'],
    ['purpose', 'front, back', '123'],
    ['purpose', 'front, not cool', '1'],
    ['purpose', 'empty', '4'],
    ['colour', '=L 201', '15'],
    ['notes', 'SHUTTER', '1'],
    ['height', '0', '5'],
    ['height', '6.5', '1234'],
    ['height', '2-7', '1234'],
    ['height', '>6.5', ''],
    ['height', '>=6.5', '1234'],
    ['height', '<=6.5', '12345'],
    ['height', '<6.5', '5'],
    ['height', '>6.49', '1234'],
    ['height', '>6.495', ''],
    ['height', '<6.51', '12345'],
    ['height', '6.505', '1234'],
    ['height', '6.506', ''],
    ['height', '7-2', '1234'],
    ['height', '6.505 to 7', '1234'],
    ['height', '6.506 to 7', ''],
    ['height', '2-6.495', '1234'],
    ['height', '2-6.494', ''],
    ['address', '1.101', '1'],
    ['address', '1.102-1.511', ''],
    ['address', '1.102-1.512', '2'],
    ['address', '2', ''],
    ['height', '<1', '5'],
    ['position', 'lx', '1234'],
    ['layer', 'fixtures', '12345'],
    ['snags', 'any', '345'],
    ['snags', 'no colour', '34'],
    ['snags', 'none', '12'],
    [`own ${crew.id}`, 'deck', '3'],
    ['type', '=cyc', '5'],
  ])('%s %s', (field, text, units) => expect(shown([field, text])).toBe(units));
  test.each<[string, string]>([
    ['channel', '412-401'],
    ['address', '1.600'],
    ['address', 'abc'],
    ['address', '0'],
    ['height', 'high'],
    ['address', '2.1-1.1'],
  ])('%s %s is answered with a sentence, and filters nothing', (field, text) => {
    const read = readFilter(show, column(field), text);
    expect(read).toMatchObject({ ok: false, why: expect.stringMatching(/\.$/) });
    const { shown: rows, faults } = filtered(show, all(show, 'fixture'), [{ field, text, on: true }]);
    expect([rows.length, Object.keys(faults)]).toEqual([5, [field]]);
  });
  test('filters combine; one that is switched off is not lost and does nothing', () => {
    expect(shown(['purpose', 'warm'], ['channel', '>410'])).toBe('3');
    expect(filtered(show, all(show, 'fixture'), [{ field: 'purpose', text: 'warm', on: false }]).shown).toHaveLength(5);
  });
  test('parts never stand without their head, and a filter of parts must be met by one part', () => {
    const rules = { filters: [{ field: 'channel', text: '501', on: true }], sort: null, groups: [] };
    expect(rowsOf(show, rules).rows.map((row) => (row.kind === 'fixture' ? `${row.fixture.unit}.${row.part}` : ''))).toEqual([
      '5.null',
      '5.1',
    ]);
    expect(shown(['channel', '500'], ['colour', 'empty'])).toBe('');
  });
  test('a choice with a comma, or quotes, is one choice; every value is found by its own filter', () => {
    expect(termsOf('a, "b, c"; not d')).toEqual(['a', '"b, c"', 'not d']);
    expect(termsOf('="Front, warm", =x')).toEqual(['="Front, warm"', '=x']);
    fc.assert(
      fc.property(
        fc
          .string({ minLength: 1, maxLength: 12 })
          .map((text) => text.trim())
          .filter(Boolean),
        (text) => {
          const named = apply(show, edit([all(show, 'fixture')[0]!], { purpose: text }));
          const read = readFilter(named, column('purpose'), exactTerm(text));
          expect(read.ok && read.wants(all(named, 'fixture')[0]!, null)).toBe(true);
        },
      ),
    );
  });
  test('choices with counts', () => {
    expect(choicesOf(show, column('colour'))).toEqual([
      { value: 'L 201', count: 2 },
      { value: 'L 202', count: 1 },
      { value: '', count: 2 },
    ]);
    expect(choicesOf(show, column('snags')).find(({ value }) => value === 'no colour')).toEqual({ value: 'no colour', count: 2 });
  });
  test('what is filtered is what comparing each one by hand finds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 300, max: 600 }), fc.integer({ min: 0, max: 200 }), (from, n) => {
        const wanted = all(show, 'fixture').filter((fixture) =>
          fixture.parts.some(
            (part) => /^\d+$/.test(part.channel) && Number(part.channel) >= from && Number(part.channel) <= from + n,
          ),
        );
        expect(shown(['channel', `${from}-${from + n}`])).toBe(names(wanted));
      }),
    );
  });
});

describe('rows', () => {
  const plain = { filters: [], sort: null, groups: [] };
  test('in the order of the paperwork, or sorted with what is empty last', () => {
    const order = (sort: { field: string; down: boolean } | null) =>
      [
        ...new Set(rowsOf(show, { ...plain, sort }).rows.flatMap((row) => (row.kind === 'fixture' ? [row.fixture.unit] : []))),
      ].join('');
    expect(order(null)).toBe('12345');
    expect(order({ field: 'purpose', down: false })).toBe('52134');
    expect(order({ field: 'purpose', down: true })).toBe('31254');
  });
  test('groups with counts and sums, one inside the other', () => {
    const rows = rowsOf(show, { ...plain, groups: ['position', 'purpose'] }).rows;
    expect(
      rows.flatMap((row) => (row.kind === 'group' ? [`${row.depth} ${row.title} ${row.count} ${row.sums.watts}`] : [])),
    ).toEqual([
      '0 LX 1 4 3000',
      '1 Front cool 1 750',
      '1 Front warm 1 750',
      '1 Warm back 1 750',
      '1 none 1 750',
      '0 Floor 1 3000',
      '1 Cyc 1 3000',
    ]);
    expect(rows.filter((row) => row.kind === 'fixture')).toHaveLength(8);
  });
  test('every column says something for every row, and own columns are among them', () => {
    expect(columnsOf(show).at(-1)).toMatchObject({ title: 'Crew', kind: 'choice', typed: true });
    for (const item of columnsOf(show))
      for (const fixture of all(show, 'fixture'))
        for (const part of [null, 0]) expect(typeof columnText(show, fixture, part, item.field)).toBe('string');
    for (const field of plainColumns) expect(column(field)).toBeDefined();
    const [first] = all(show, 'fixture');
    expect([
      columnText(show, first!, null, 'height'),
      columnText(show, first!, null, 'slots'),
      columnText(show, first!, null, 'universe'),
    ]).toEqual(['6.50', '1', '1']);
    expect(shownText(show, all(show, 'fixture')[4]!, 1, column('position'))).toBe('');
  });
});

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
    expect(values(done(fillDown(show, rows, [column('colour')])), 'colour').at(-1)).toBe('L 201');
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
    expect(canType({ ...head, part: 1 }, column('address'))).toBe(true);
    expect(canType({ ...head, part: 1 }, column('purpose'))).toBe(false);
    expect(canType(head, column('height'))).toBe(false);
    expect(editCells(show, [{ fixture: idOf(999), part: null, field: 'purpose', text: 'x' }]).misfits).toHaveLength(1);
  });
});

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
  test('whatever is typed into cells outside, taking it all back never throws, and taking it twice changes nothing more', () => {
    const junk = fc.constantFrom('', '7', '1.20', 'abc', '64000.1', 'LX 1', 'Floor', '=1+1', 'L 202', 'Deck', 'c', '0');
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
