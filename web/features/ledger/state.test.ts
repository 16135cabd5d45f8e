/** How the Ledger is looked at: filters that are switched off are not lost, columns keep their widths, a view brings back what it was kept with. */
import { beforeEach, describe, expect, test } from '@jest/globals';
import { adding, apply } from '#core/model/change';
import { makeFixture } from '#core/model/make';
import type { CustomField, LedgerView } from '#core/model/records';
import { all, showOf } from '#core/model/show';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../state/show.arb';
import { editColumns, setFilter, showNewColumns, shownColumns, switchFilter, takeView, useLedger, widthFrom } from './state';

const [fixture] = [makeFixture(idOf(100), fixtureLayer, plainType, pipe, 1000)];
const show = showOf(SHOW, [
  ...baseRecords,
  plainType,
  pipe,
  { ...fixture, parts: fixture.parts.map((part) => ({ ...part, circuit: 'E1', dimmer: '4', multicable: 'M 1' })) },
]);
const state = () => useLedger.getState();
const fields = () => shownColumns(show, state()).map((column) => column.field);
beforeEach(() => useLedger.setState({ columns: null, filters: [], groups: [], sort: null }));

describe('filters', () => {
  test('typed, switched off and on, cleared', () => {
    setFilter('channel', '1-10');
    setFilter('purpose', 'warm');
    setFilter('channel', '1-20');
    expect(state().filters).toEqual([
      { field: 'channel', text: '1-20', on: true },
      { field: 'purpose', text: 'warm', on: true },
    ]);
    switchFilter('channel');
    expect(state().filters[0]).toEqual({ field: 'channel', text: '1-20', on: false });
    // Typing into one that is off means it.
    setFilter('channel', '5');
    expect(state().filters[0]!.on).toBe(true);
    setFilter('channel', '');
    expect(state().filters.map((filter) => filter.field)).toEqual(['purpose']);
  });
});

describe('columns', () => {
  test('a new column of the own is seen at once among chosen ones, and comes by itself where none were chosen', () => {
    const column: CustomField = { id: idOf(950), kind: 'field', name: 'Store', type: 'text', order: 1, choices: [] };
    const more = apply(show, adding(column));
    showNewColumns(show, more);
    expect(state().columns).toBeNull();
    editColumns(show, (columns) => columns.slice(0, 3));
    showNewColumns(show, more);
    showNewColumns(show, more);
    expect(state().columns!.map(({ field }) => field)).toEqual([...fields().slice(0, 3), `own ${column.id}`]);
    expect(
      state()
        .columns!.slice(3)
        .map(({ field }) => field),
    ).toEqual([`own ${column.id}`]);
    // One that was there before, and was left out, stays out.
    editColumns(more, (columns) => columns.slice(0, 3));
    showNewColumns(more, more);
    expect(state().columns).toHaveLength(3);
  });
  test('the usual ones, and those in which something stands', () => {
    expect(fields()).toEqual(
      expect.arrayContaining(['position', 'unit', 'channel', 'address', 'circuit', 'dimmer', 'multicable']),
    );
    expect(fields()).not.toContain('rental');
    expect(fields()).not.toContain('height');
  });
  test('own columns are among them', () => {
    const crew: CustomField = {
      id: '00000000-0000-4000-8000-000000000077',
      kind: 'field',
      name: 'Crew',
      type: 'text',
      order: 1,
      choices: [],
    };
    expect(shownColumns(apply(show, adding(crew)), state()).at(-1)).toMatchObject({ title: 'Crew' });
  });
  test('chosen ones keep order and width; pinned ones stand first; what the show does not have is passed over', () => {
    editColumns(show, (columns) =>
      columns
        .filter((column) => column.field === 'channel' || column.field === 'purpose')
        .map((column) => ({ ...column, width: 222, pinned: column.field === 'purpose' })),
    );
    expect(shownColumns(show, state()).map(({ field, width, pinned }) => ({ field, width, pinned }))).toEqual([
      { field: 'purpose', width: 222, pinned: true },
      { field: 'channel', width: 222, pinned: false },
    ]);
    useLedger.setState({ columns: [{ field: 'own gone', width: 90, pinned: false }, ...state().columns!] });
    expect(fields()).toEqual(['purpose', 'channel']);
  });
});

describe('views', () => {
  const view: LedgerView = {
    id: '00000000-0000-4000-8000-000000000078',
    kind: 'view',
    name: 'Patch',
    order: 0,
    sieves: [{ field: 'address', text: 'u2', on: true }],
    columns: [{ field: 'address', width: 120, pinned: true }],
    groups: ['universe'],
    sort: { field: 'address', down: true },
  };
  test('a view brings columns, groups, order and filters', () => {
    takeView(view);
    expect(state()).toMatchObject({ groups: ['universe'], sort: { field: 'address', down: true }, filters: view.sieves });
    expect(fields()).toEqual(['address']);
  });
  test('filters that were kept alone leave the columns as they are', () => {
    editColumns(show, (columns) => columns.slice(0, 2));
    const { columns: _c, groups: _g, sort: _s, ...alone } = view;
    takeView(alone);
    expect(fields()).toEqual(['position', 'unit']);
    expect(state().filters).toEqual(view.sieves);
    expect(all(show, 'view')).toEqual([]);
  });
});

test.each([
  ['120', 120],
  ['120 px', 120],
  ['+20', 108],
  ['_20', 68],
  ['30', 30],
  ['1200', 1200],
  ['29', null],
  ['1201', null],
  ['_80', null],
  ['-20', null],
  ['wide', null],
])('a width typed as %j over 88 is %p', (text, width) => expect(widthFrom(text, 88)).toBe(width));
