/** The matrix of areas and purposes; in a small rig made here and in the demo. Trade practice: common practice, no source. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FocusArea } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, get, type Show, showOf } from '../model/show.js';
import { describedPurpose, intoCell, matrixOf, ofChannel, orderedPurposes, purposesOf, renamedPurpose } from './matrix.js';

let n = 5000;
const newId = () => idOf(n++);
const areas = ['A', 'B', 'C', 'Bench'].map(
  (name, i): FocusArea => ({
    id: idOf(50 + i),
    kind: 'area',
    layer: fixtureLayer,
    name,
    at: [i * 2000, 1000, 1500],
    size: 2000,
  }),
);
let made = 100;
const unit = (channel: string, purpose: string, area: number | null, more: Partial<Fixture> = {}): Fixture => {
  const fixture = makeFixture(idOf(made++), fixtureLayer, plainType, pipe, 3000, {
    purpose,
    aim: area === null ? null : { kind: 'area', area: areas[area]!.id },
    ...more,
  });
  return { ...fixture, parts: [{ ...fixture.parts[0]!, channel }] };
};
const show = showOf(SHOW, [
  ...baseRecords,
  ...areas,
  unit('1', 'Warm', 0),
  unit('2', 'Warm', 1),
  unit('3', 'Warm', 2),
  unit('10', 'Warm', 2),
  unit('21', 'Cool', 0),
  unit('22', 'Cool', 1),
  unit('23', 'Cool', null),
  unit('40', 'Special', 3),
  unit('99', 'Warm', 0, { spare: true }),
]);
const rows = (of: Show) => {
  const { areas: list, purposes, cells } = matrixOf(of);
  return list.map(({ id, name }) => [
    name,
    ...purposes.map((column) => {
      const cell = cells.get(id)!.get(column.name)!;
      return `${cell.fixtures.map(({ parts }) => parts[0]!.channel).join(' ')}${cell.state === 'usual' ? '' : ` ${cell.state}`}`.trim();
    }),
  ]);
};

describe('the matrix', () => {
  test('who does what where; a hole where a wash leaves an area out, a double where one has more; a special makes no holes', () =>
    expect([['', ...purposesOf(show).map(({ name }) => name)], ...rows(show)]).toEqual([
      ['', 'Warm', 'Cool', 'Special'],
      ['A', '1', '21', ''],
      ['B', '2', '22', ''],
      ['Bench', '', '', '40'],
      ['C', '3 10 double', 'hole', ''],
    ]));
  test('what serves half of the areas, and no more, is no wash: it leaves no holes', () => {
    const all4 = [0, 1, 2, 3].flatMap((area) => [unit(`${area}`, 'Warm', area), unit(`2${area}`, 'Cool', area)]);
    const side = (...at: number[]) => at.map((area) => unit(`5${area}`, 'Side', area));
    const holes = (...at: number[]) =>
      rows(showOf(SHOW, [...baseRecords, ...areas, ...all4, ...side(...at)]))
        .flat()
        .filter((text) => text === 'hole').length;
    expect([holes(0, 1), holes(0, 1, 2)]).toEqual([0, 1]);
  });
  test('an area that a wash serves wants the others, also beside a special; one that a special alone serves wants none', () => {
    const more = apply(show, intoCell(ofChannel(show, '40'), areas[2]!, 'Special'));
    expect(rows(more).find(([name]) => name === 'C')).toEqual(['C', '3 10 double', 'hole', '40']);
  });
  test('every aimed unit that is no spare stands in one cell, its own (law)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.constantFrom('Warm', 'Cool', 'Side'), fc.boolean()), {
          maxLength: 12,
        }),
        (list) => {
          const units = list.map(([area, purpose, spare], i) => unit(String(i), purpose, area, { spare }));
          const { cells } = matrixOf(showOf(SHOW, [...baseRecords, ...areas, ...units]));
          const found = [...cells].flatMap(([area, row]) =>
            [...row].flatMap(([purpose, cell]) => cell.fixtures.map(({ id }) => `${id} ${area} ${purpose}`)),
          );
          expect(found.sort()).toEqual(
            units
              .filter(({ spare }) => !spare)
              .map((fixture) => `${fixture.id} ${fixture.aim?.kind === 'area' ? fixture.aim.area : ''} ${fixture.purpose}`)
              .sort(),
          );
        },
      ),
    ));
  test('in the demo every acting area has a warm and a cool front', () => {
    const { areas: list, cells } = matrixOf(makeDemo());
    for (const { id, name } of list.filter((item) => /^[A-L]$/.test(item.name)))
      for (const purpose of ['Front warm', 'Front cool'])
        expect([name, purpose, cells.get(id)!.get(purpose)!.fixtures.length]).toEqual([name, purpose, expect.any(Number)]);
    expect(cells.get(list[0]!.id)!.get('Front warm')!.fixtures.length).toBeGreaterThan(0);
  });
  test('a unit given to a cell is aimed there and does that; channels are found, spares not', () => {
    expect(ofChannel(show, ' 23 ').map(({ purpose }) => purpose)).toEqual(['Cool']);
    expect(ofChannel(show, '99')).toEqual([]);
    const after = apply(show, intoCell(ofChannel(show, '23'), areas[2]!, 'Cool'));
    expect(rows(after).find(([name]) => name === 'C')![2]).toBe('23');
  });
});

describe('purposes', () => {
  test('renamed once, renamed everywhere: its units and what is said of it; the old name is gone', () => {
    const told = apply(show, describedPurpose(show, 'Warm', { colour: '#ffcc66', angle: 45 }, newId));
    const after = apply(told, renamedPurpose(told, 'Warm', ' Front warm '));
    expect(purposesOf(after).map(({ name, count }) => [name, count])).toEqual([
      ['Front warm', 4],
      ['Cool', 3],
      ['Special', 1],
    ]);
    expect(all(after, 'purpose')).toMatchObject([{ name: 'Front warm', colour: '#ffcc66', angle: 45 }]);
    expect(
      all(after, 'fixture')
        .filter(({ spare }) => spare)
        .map(({ purpose }) => purpose),
    ).toEqual(['Front warm']);
    expect(() => renamedPurpose(show, 'Warm', '  ')).toThrow(/needs a name/);
    expect(renamedPurpose(show, 'Warm', 'Warm').updated).toEqual([]);
  });
  test('by a name that is there both become one', () => {
    let now = apply(show, describedPurpose(show, 'Warm', { angle: 45 }, newId));
    now = apply(now, describedPurpose(now, 'Cool', { angle: 50 }, newId));
    now = apply(now, renamedPurpose(now, 'Warm', 'Cool'));
    expect(purposesOf(now).map(({ name, count, record }) => [name, count, record?.angle])).toEqual([
      ['Cool', 7, 50],
      ['Special', 1, undefined],
    ]);
  });
  test('what is said is kept, and taken back it is left out', () => {
    let now = apply(show, describedPurpose(show, 'Cool', { lux: 500, even: 0.6 }, newId));
    now = apply(now, describedPurpose(now, 'Cool', { lux: undefined }, newId));
    const [record] = all(now, 'purpose');
    expect(record).toMatchObject({ name: 'Cool', even: 0.6 });
    expect(record && 'lux' in record).toBe(false);
    expect(get(now, 'purpose', record!.id)).toBe(record);
  });
  test('an order that was given holds, whoever serves more areas (law)', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(['Warm', 'Cool', 'Special'], { minLength: 3 }), (names) => {
        const now = apply(show, orderedPurposes(show, names, newId));
        expect(purposesOf(now).map(({ name }) => name)).toEqual(names);
        expect(orderedPurposes(now, names, newId)).toEqual({ added: [], updated: [], removed: [] });
        expect(find(now, 'purpose', idOf(1))).toBeUndefined();
      }),
    ));
});
