/** Schedules as data: what each row says, in which order, and what is summed. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../../model/change.js';
import { makeFixture } from '../../model/make.js';
import type { Fixture, FixtureType, Part, Position } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { type Show, settingsOf, showOf } from '../../model/show.js';
import { focusChart } from './focus.js';
import { channelHookup } from './hookup.js';
import { schedules } from './index.js';
import { instrumentSchedule } from './instruments.js';

const cyc: FixtureType = {
  ...plainType,
  id: idOf(5),
  name: 'Cyc',
  watts: 0,
  weight: 12.4,
  modes: [{ name: 'c', channels: [1, 2].map((n) => ({ attribute: 'Dimmer', offset: [3], break: n })) }],
};
const second: Position = {
  ...pipe,
  id: idOf(3),
  name: 'LX 2',
  order: 2,
  curve: { form: 'straight', a: [-5000, 5000], b: [5000, 5000], z: 6000 },
};
const hung = (
  n: number,
  along: number,
  parts: Partial<Part>[],
  more: Partial<Fixture> = {},
  type = plainType,
  position = pipe,
): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, type, position, along, {
    unit: String(n),
    purpose: `P${n}`,
    notes: `N${n}`,
    ...more,
  });
  return { ...fixture, parts: fixture.parts.map((part, i) => ({ ...part, ...parts[i] })) };
};
const show = showOf(SHOW, [
  ...baseRecords,
  cyc,
  second,
  hung(1, 9000, [{ channel: '10', address: 1, colour: 'A' }], { gobo: 'leaves' }),
  hung(2, 5000, [{ channel: '2', address: 600, colour: 'B' }], { drop: 250 }),
  hung(3, 1000, [{}], {}, plainType, second),
  hung(
    4,
    2000,
    [
      { channel: '3', address: 7 },
      { channel: '', address: null },
    ],
    {},
    cyc,
    second,
  ),
  hung(5, 3000, [{ channel: '1' }], { spare: true }),
]);
const rows = (of: Show) => channelHookup(of).groups[0]!.rows;

test('schedules are told apart by name and place', () => {
  expect(schedules.map(({ id }) => id)).toEqual([
    'hookup',
    'schedule',
    'focus',
    'dimmers',
    'addresses',
    'multicables',
    'cables',
    'cuts',
    'small',
    'equipment',
    'weights',
    'areas',
    'magic',
    'faults',
  ]);
  expect(new Set(schedules.map(({ order }) => order)).size).toBe(schedules.length);
});

describe('channel hookup', () => {
  test('a row a part in the order of channels as they are counted, those without at the end; spares are left out', () => {
    expect(rows(show).map((row) => [row[0], row[1], row[3], row[4]])).toEqual([
      ['2', '2.88', '2', 'Test 26'],
      ['3', '1.7', '4', 'Cyc, cell 1'],
      ['10', '1.1', '1', 'Test 26'],
      ['', '', '4', 'Cyc, cell 2'],
      ['', '', '3', 'Test 26'],
    ]);
    expect(rows(show)[0]).toEqual(['2', '2.88', 'LX 1', '2', 'Test 26', '1 slot', 'P2', 'B', 'N2']);
    expect(channelHookup(show).summary).toBe('3 rows with a channel, 2 without.');
  });
});

describe('instrument schedule', () => {
  const { groups, columns, summary } = instrumentSchedule(show);
  test('by position in the order of paperwork, each with its units and trim', () => {
    expect(groups.map(({ heading, rows: list }) => [heading, list.map((row) => row[1])])).toEqual([
      ['LX 1, 2 units, trim 6.50 m', ['1', '2']],
      ['LX 2, 2 units, trim 6.00 m', ['4', '3']],
    ]);
    const one = apply(
      show,
      edit(
        [...show.records.values()].filter((record): record is Fixture => record.id === idOf(103)),
        { spare: true },
      ),
    );
    expect(instrumentSchedule(one).groups[1]!.heading).toBe('LX 2, 1 unit, trim 6.00 m');
  });
  test('each row: watts, purpose, colour, gobo, channel, address, slots, height of its clamp', () => {
    expect(groups[0]!.rows[0]).toEqual(['LX 1', '1', 'Test 26', '750', 'P1', 'A', 'leaves', '10', '1.1', '1', '6.50', 'N1']);
    expect(groups[0]!.rows[1]![10]).toBe('6.25');
    // Two breaks of three slots; no watts is no figure.
    expect([groups[1]!.rows[0]![3], groups[1]!.rows[0]![9]]).toEqual(['', '6']);
    const bare = { ...plainType, modes: [{ name: '1 slot', channels: [] }] };
    const none = showOf(SHOW, [...[...show.records.values()].filter((record) => record.id !== plainType.id), bare]);
    expect(instrumentSchedule(none).groups[0]!.rows[0]![9]).toBe('');
  });
  test('units, positions and weight are summed: 3 x 7 kg and 12.4 kg are 33 kg', () => {
    expect(summary).toBe('4 units on 2 positions, 33 kg.');
    const feet = apply(show, edit([settingsOf(show)], { units: 'imperial' }));
    expect(instrumentSchedule(feet).groups[1]!.heading).toBe(`LX 2, 2 units, trim 19'-8 1/4"`);
    const one = showOf(SHOW, [...baseRecords, hung(1, 9000, [{}])]);
    expect(instrumentSchedule(one).summary).toBe('1 unit on 1 position, 7 kg.');
  });
  test('shares of both fill the page, and every row has as many cells as there are columns', () => {
    for (const schedule of [channelHookup(show), instrumentSchedule(show)]) {
      const sum = schedule.columns.reduce((total, { share }) => total + share, 0);
      expect(sum).toBeGreaterThanOrEqual(100);
      expect(sum).toBeLessThanOrEqual(115);
      for (const group of schedule.groups) for (const row of group.rows) expect(row).toHaveLength(schedule.columns.length);
    }
    expect(columns.filter(({ align }) => align === 'right')).toHaveLength(6);
  });
});

describe('the focus chart', () => {
  test('a row an area, a column each purpose that serves one; a hole in a wash is a dash; what is aimed nowhere is not counted', () => {
    const demo = focusChart(makeDemo());
    expect(demo.columns.map(({ heading }) => heading).slice(0, 3)).toEqual(['Area', 'Front warm', 'Front cool']);
    const [row] = demo.groups[0]!.rows.filter(([name]) => name === 'A');
    expect(row!.slice(0, 3)).toEqual(['A', '5', '25']);
    expect(demo.summary).toMatch(/^17 areas, \d+ units aimed at them\.$/);
    expect(focusChart(show).groups[0]!.rows).toEqual([]);
    expect(focusChart(show).columns).toHaveLength(1);
  });
});
