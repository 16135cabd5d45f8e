/** Lists that come in: what they would change, before anything is taken. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { fieldText } from '../fields/index.js';
import { consoleTable } from '../formats/ascii/table.js';
import { consoleData } from '../handover/console.js';
import { column, crew, plainColumns, show } from '../ledger/ledger.arb.js';
import { rowsOf } from '../ledger/rows.js';
import { ID_HEADING, outTable } from '../ledger/table.js';
import { apply, edit, isEmpty } from '../model/change.js';
import { idOf, plainType } from '../model/show.arb.js';
import { all, find, get } from '../model/show.js';
import { isHung, trayOf, waiting } from '../order/tray.js';
import { came, changed, comparedAs, list, same } from './back.arb.js';
import { plainReading } from './compare.js';
import { deskShift } from './identify.js';
import { MOST_BACK } from './incoming.js';
import { takeIncoming } from './take.js';
import { plainTypeFor, unknownTypes } from './types.js';

const rules = { filters: [], sort: null, groups: [] };
const columns = [...plainColumns, 'height' as const, `own ${crew.id}` as const].map(column);
const table = outTable(show, rowsOf(show, rules).rows, columns);
const back = (change: (rows: string[][]) => void = () => undefined, exported: typeof table | null = table) => {
  const rows = table.rows.map((row) => [...row]);
  change(rows);
  return list([...table.headings], rows, { exported });
};
const put = (rows: string[][], row: number, title: string, text: string) => {
  rows[row]![table.headings.indexOf(title)] = text;
};
const bare = (rows: Parameters<typeof back>[0]) => {
  const { headings, rows: all } = back(rows);
  return list(
    headings.slice(1),
    all.map((row) => row.slice(1)),
  );
};

describe('a table that went out and comes back', () => {
  test('what was not touched has no difference, whatever its order', () => {
    expect(changed(came(show, back()))).toEqual(same);
    expect(came(show, back()).matched).toBe(8);
    expect(
      changed(
        came(
          show,
          back((rows) => rows.reverse()),
        ),
      ),
    ).toEqual(same);
    expect(plainReading(show, back()).by).toBe('id');
  });
  test('blanks round a value, capitals and accents are no difference; another figure is', () => {
    expect(
      came(
        show,
        back((rows) => put(rows, 1, 'Purpose', '  Front cool ')),
      ).differences,
    ).toEqual([]);
    expect(
      came(
        show,
        back((rows) => put(rows, 1, 'Purpose', 'Front Cool 2')),
      ).differences,
    ).toHaveLength(1);
  });
  test('one changed cell is one difference, of one field; taking it changes that alone', () => {
    const found = came(
      show,
      back((rows) => put(rows, 1, 'Purpose', 'Moonlight')),
    );
    expect(found.differences).toMatchObject([
      { where: 'LX 1 unit 2', title: 'Purpose', from: 'Front cool', to: 'Moonlight', why: null, since: null, row: 1 },
    ]);
    const after = apply(show, takeIncoming(show, found, { differences: found.differences, added: [], struck: [] }).change);
    expect(all(after, 'fixture').filter((fixture, i) => fixture !== all(show, 'fixture')[i])).toHaveLength(1);
    expect(after.records.size).toBe(show.records.size);
  });
  test("a cell of a part is a part's; what cannot be taken says why; calculated columns are passed over", () => {
    const { differences } = came(
      show,
      back((rows) => {
        put(rows, 6, 'Address', '1.700');
        put(rows, 6, 'Channel', '777');
        put(rows, 0, 'Height', '99');
      }),
    );
    expect(differences.map((item) => `${item.where} ${item.title} ${item.to} ${item.why === null}`)).toEqual([
      'Floor unit 5, cell 2 Channel 777 true',
      'Floor unit 5, cell 2 Address 1.700 false',
    ]);
  });
  test('a cell that nobody touched never overwrites what was changed here since; one that both changed is a conflict', () => {
    const now = apply(show, edit([all(show, 'fixture')[0]!], { purpose: 'New' }));
    expect(came(now, back()).differences).toEqual([]);
    const other = back((rows) => put(rows, 0, 'Purpose', 'Other'));
    expect(came(now, other).differences).toMatchObject([{ from: 'New', to: 'Other', since: 'Front warm' }]);
    // Without the copy of what went out every cell counts; with the issue that it went out with, its cells are told again.
    const plain = back(undefined, null);
    expect(came(now, plain).differences).toMatchObject([{ from: 'New', to: 'Front warm', since: null }]);
    expect(came(now, plain, undefined, { base: show }).differences).toEqual([]);
    expect(came(now, { ...other, exported: null }, undefined, { base: show }).differences).toMatchObject([
      { from: 'New', to: 'Other', since: 'Front warm' },
    ]);
  });
  test('two rows of one id are told and not guessed; new ones and missing ones are counted; a subtotal is neither', () => {
    const twice = came(
      show,
      back((rows) => rows.push([...rows[0]!])),
    );
    expect(twice.unclear.map(({ row }) => row)).toEqual([0, 8]);
    expect(twice.unclear[0]?.why).toBe('Rows 2 and 10 of the file are both of one id.');
    expect([twice.matched, twice.missing.length]).toEqual([7, 0]);
    const { added, missing } = came(
      show,
      back((rows) => {
        rows.splice(0, 1);
        rows.push([idOf(999), 'LX 9', '1'], ['', 'LX 9', '2'], ['', 'LX 9 (3)'], ['', '', '']);
      }),
    );
    expect(added.map(({ text }) => text)).toEqual(['row 9: LX 9, 1', 'row 10: LX 9, 2']);
    expect(missing).toHaveLength(1);
  });
  test('without ids rows are known by a column that both have; of several of one name none is meant', () => {
    const found = bare((rows) => put(rows, 2, 'Purpose', 'Found'));
    for (const by of ['channel', 'position and unit']) expect(came(show, found, by).differences).toMatchObject([{ to: 'Found' }]);
    expect(comparedAs(show, found, 'id')).toMatchObject({ ok: false, why: expect.stringContaining('the hidden id') });
    expect(came(show, list(['Crew', 'Purpose'], [['Deck', 'x']]), `own ${crew.id}`).differences).toMatchObject([
      { from: 'Warm back' },
    ]);
    const alike = apply(
      show,
      edit(all(show, 'fixture').slice(0, 2), { parts: [{ ...all(show, 'fixture')[0]!.parts[0]!, channel: '1' }] }),
    );
    expect(came(alike, list(['Channel', 'Purpose'], [['1', 'x']]), 'channel').unclear[0]?.why).toBe(
      'Several fixtures of the show are "1".',
    );
    expect(comparedAs(show, list(['Purpose'], [['x']]), 'channel').ok).toBe(false);
  });
  test('20,000 rows are looked at and not one more', () => {
    const rows = (n: number) => Array.from({ length: n }, () => ['']);
    expect(comparedAs(show, list(['Channel'], rows(MOST_BACK)), 'channel').ok).toBe(true);
    expect(comparedAs(show, list(['Channel'], rows(MOST_BACK + 1)), 'channel')).toMatchObject({
      ok: false,
      why: expect.stringContaining('20,001 rows'),
    });
  });
  test('law: whatever is typed outside, taking it never throws, and coming in twice is coming in once', () => {
    const junk = fc.constantFrom(
      '',
      '7',
      '1.20',
      'abc',
      '64000.1',
      'LX 1',
      'Floor',
      '=1+1',
      'Sm 2b',
      'Deck',
      'c',
      '0',
      'NC',
      '2-Jan',
    );
    fc.assert(
      fc.property(
        fc.array(
          // Positions and units are left alone: while a plot is drafted, units follow by themselves.
          fc.record({ row: fc.integer({ min: 0, max: 7 }), column: fc.integer({ min: 3, max: 12 }), text: junk }),
          { maxLength: 12 },
        ),
        (cells) => {
          const file = back((rows) => {
            for (const { row, column: c, text } of cells) if (c < rows[row]!.length) rows[row]![c] = text;
          });
          const first = came(show, file);
          const taken = takeIncoming(show, first, { differences: first.differences, added: first.added, struck: [] });
          const after = apply(show, taken.change);
          const again = came(after, file);
          const second = takeIncoming(after, again, { differences: again.differences, added: again.added, struck: [] });
          // Of two cells of one unit that do not go together, one is told again and not taken.
          expect(isEmpty(second.change) || second.misfits.length > 0 || taken.misfits.length > 0).toBe(true);
        },
      ),
    );
  });
});

describe('a list of others', () => {
  const theirs = list(
    ['Chan', 'Univ', 'DMX', 'Lantern', 'Gel', 'Use', 'Cable bag'],
    [
      ['(401)', '2', '101', 'Spot 26', 'N/C', 'Front', 'red'],
      ['900', 'A', '12', 'Spot 26', 'Sm 2b', 'Special', ''],
      ['901', '', '2/13', 'Beamer 7 mk II', 'Sm 2b', 'Special', 'blue'],
    ],
  );
  test('usual words are known; universe and slot are one address; what is no colour is none', () => {
    const reading = plainReading(show, theirs);
    expect(reading.columns.map(({ to }) => to)).toEqual(['channel', 'universe', 'address', 'type', 'colour', 'purpose', '']);
    expect(reading.columns.at(-1)?.by).toBe('nobody');
    const before = all(show, 'fixture').find(({ parts }) => parts[0]?.channel === '401')!;
    const found = came(show, theirs, 'channel');
    const told = new Map(found.differences.map(({ field, to }) => [field, to]));
    expect(told.get('address')).toBe('2.101');
    expect(fieldText(show, before, null, 'colour') === '' ? told.has('colour') : told.get('colour') === 'NC').toBe(
      fieldText(show, before, null, 'colour') !== '',
    );
  });
  test('a type that nobody knows is asked about once, and until then its rows are not added', () => {
    const reading = plainReading(show, theirs, { by: 'channel' });
    expect(unknownTypes(show, reading.columns, theirs.rows).map(({ text, count }) => [text, count])).toContainEqual([
      'Beamer 7 mk II',
      1,
    ]);
    const found = came(show, theirs, 'channel');
    const row = found.added.find(({ row }) => row === 2);
    expect([row?.fixture, row?.why]).toEqual([null, 'It is not said yet what "Beamer 7 mk II" is.']);
    const out = came(show, theirs, 'channel', { types: new Map([['beamer 7 mk ii', null]]) });
    expect(out.added.find(({ row }) => row === 2)?.why).toBe('Its type is left out.');
  });
  test('rows without a place land in the tray with their channel, address and what they want; the second time they are known', () => {
    const [unknown] = unknownTypes(show, plainReading(show, theirs).columns, theirs.rows);
    const plain = plainTypeFor({ text: 'Beamer 7 mk II', count: 1, modes: [], slots: 12 }, () => idOf(991));
    const types = new Map([
      ['beamer 7 mk ii', plain],
      [unknown!.text.toLowerCase(), unknown!.text === 'Beamer 7 mk II' ? plain : plainType],
    ]);
    const found = came(show, theirs, 'channel', { types });
    expect(found.added.map(({ fixture, hung }) => [fixture === null, hung])).toEqual([
      [false, false],
      [false, false],
    ]);
    const { change, misfits } = takeIncoming(show, found, { differences: [], added: found.added, struck: [] });
    expect(misfits).toEqual([]);
    const after = apply(show, change);
    expect(waiting(after).map((fixture) => fieldText(after, fixture, null, 'channel'))).toEqual(['900', '901']);
    expect(waiting(after).map((fixture) => fieldText(after, fixture, null, 'address'))).toEqual(['1.12', '2.13']);
    expect(trayOf(after)?.name).toBe('Not hung yet');
    expect(find(after, 'type', plain.id)?.modes[0]?.channels).toHaveLength(12);
    expect(all(show, 'fixture').map(({ id }) => get(after, 'fixture', id))).toEqual(all(show, 'fixture'));
    // Once more: nothing new.
    expect(changed(came(after, theirs, 'channel', { types })).added).toBe(0);
  });
  test('a row that says a position and how far across hangs there', () => {
    const found = came(
      show,
      list(['Channel', 'Position', 'X (m)', 'Type'], [['950', 'LX 1', '1,25', plainType.name]]),
      'channel',
    );
    const { fixture, hung } = found.added[0]!;
    expect(hung).toBe(true);
    const after = apply(show, takeIncoming(show, found, { differences: [], added: found.added, struck: [] }).change);
    expect(isHung(after, get(after, 'fixture', fixture!.id))).toBe(true);
    expect(fieldText(after, get(after, 'fixture', fixture!.id), null, 'position')).toBe('LX 1');
    const away = came(show, list(['Channel', 'Position', 'Type'], [['950', 'LX 7', plainType.name]]), 'channel');
    expect([away.added[0]?.hung, away.added[0]?.fixture?.wanted]).toEqual([false, 'LX 7']);
  });
  test('a unit that a list says is elsewhere on its position moves along it; off it that is said', () => {
    const [unit] = all(show, 'fixture');
    const channel = unit!.parts[0]!.channel;
    const at = (x: string, y: string) => came(show, list(['Channel', 'X (mm)', 'Y (mm)'], [[channel, x, y]]), 'channel');
    const { curve } = get(show, 'position', unit!.position);
    const y = curve.form === 'straight' ? String(curve.a[1]) : '0';
    const [moved] = at('-1234', y).differences;
    expect(moved).toMatchObject({ field: 'place', why: null });
    const found = at('-1234', y);
    const after = apply(show, takeIncoming(show, found, { differences: found.differences, added: [], struck: [] }).change);
    expect(changed(came(after, list(['Channel', 'X (mm)', 'Y (mm)'], [[channel, '-1234', y]]), 'channel')).differences).toBe(0);
    expect(at('-1234', '99000').differences[0]?.why).toMatch(/off LX 1: move it on the drawing\.$/);
  });
  test('a heading that nobody knows becomes a column of its own where that is wanted, once', () => {
    const reading = plainReading(show, theirs, { by: 'channel' });
    const own = {
      ...reading,
      columns: reading.columns.map((item) => (item.heading === 'Cable bag' ? { ...item, to: 'new', by: 'hand' as const } : item)),
    };
    const found = comparedAs(show, theirs, 'channel', own);
    if (!found.ok) throw new Error(found.why);
    const mine = found.came.differences.filter(({ title }) => title === 'Cable bag');
    expect(mine).toMatchObject([{ from: '', to: 'red', why: null }]);
    const after = apply(show, takeIncoming(show, found.came, { differences: mine, added: [], struck: [] }).change);
    expect(all(after, 'field').filter(({ name }) => name === 'Cable bag')).toHaveLength(1);
    const again = comparedAs(after, theirs, 'channel', own);
    expect(again.ok && again.came.differences.filter(({ title }) => title === 'Cable bag')).toEqual([]);
  });
  test('what is missing there is struck only where it was ticked', () => {
    const found = came(show, list(['Channel', 'Purpose'], [['401', 'Front warm']]), 'channel');
    expect(found.missing.length).toBe(all(show, 'fixture').length - 1);
    const none = apply(
      show,
      takeIncoming(show, found, { differences: found.differences, added: found.added, struck: [] }).change,
    );
    expect(all(none, 'fixture')).toHaveLength(all(show, 'fixture').length);
    const one = apply(show, takeIncoming(show, found, { differences: [], added: [], struck: found.missing.slice(0, 1) }).change);
    expect(all(one, 'fixture')).toHaveLength(all(show, 'fixture').length - 1);
  });
  test('of a desk an empty cell says nothing; of a table it says that nothing is there', () => {
    const rows = [['401', '']];
    expect(came(show, list(['Channel', 'Purpose'], rows, { kind: 'desk' }), 'channel').differences).toEqual([]);
    expect(came(show, list(['Channel', 'Purpose'], rows), 'channel').differences).toMatchObject([{ to: '' }]);
  });
  test('a desk says the slot of the intensity: its own patch back has no difference, and a head that it moves goes as a whole', () => {
    const demo = makeDemo();
    const { data } = consoleData(demo, {});
    const desk = list(consoleTable(data).headings, consoleTable(data).rows, { kind: 'desk' });
    expect(came(demo, desk).differences).toEqual([]);
    expect(came(demo, desk, 'address').differences).toEqual([]);
    const head = all(demo, 'fixture').find(
      (fixture) => fixture.parts.length === 1 && fixture.parts[0]?.address && deskShift(demo, fixture, 0) > 0,
    );
    if (!head) throw new Error('the demo has a head whose intensity is not its first slot');
    const channel = head.parts[0]?.channel ?? '';
    const shift = deskShift(demo, head, 0);
    const [moved] = came(
      demo,
      list(['Channel', 'Address'], [[channel, `9.${101 + shift}`]], { kind: 'desk' }),
      'channel',
    ).differences;
    expect(moved).toMatchObject({ title: 'Address', to: '9.101', why: null });
  });
  test('addresses whose zeros were cut are told as a whole', () => {
    const rows = Array.from({ length: 25 }, (_, i) => [String(2000 + i), `1.${i * 2 + 1}`]);
    expect(came(show, list(['Channel', 'Address'], rows), 'channel').remarks[0]).toMatch(/cut 1\.10 to 1\.1/);
    expect(came(show, list(['Channel', 'Address'], [...rows, ['3000', '1.30']]), 'channel').remarks).toEqual([]);
  });
});
test('the hidden id is named alike going out and coming in', () => {
  expect(plainReading(show, list([ID_HEADING.toUpperCase()], [])).columns[0]?.to).toBe('id');
});
