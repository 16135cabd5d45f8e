/** Check values 3.7 to 3.11 of the reference calculations (numbering sequence); laws. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { letters } from '../order/units.js';
import { sequence } from './sequence.js';

describe('sequences', () => {
  test('3.7 and 3.8 letters of 0, 25, 26, 701, 702; without I and O of 8, 23, 24', () => {
    expect([0, 25, 26, 701, 702].map((i) => letters(i))).toEqual(['A', 'Z', 'AA', 'ZZ', 'AAA']);
    expect([8, 23, 24].map((i) => letters(i, 'ABCDEFGHJKLMNPQRSTUVWXYZ'))).toEqual(['J', 'Z', 'AA']);
  });
  const units = (n: number) => Array.from({ length: n }, () => 1);
  test('3.9 seven units, two a value, up to 103', () =>
    expect(sequence(units(7), { start: 101, step: 1, repeat: 2, last: 103 })).toEqual({
      values: ['101', '101', '102', '102', '103', '103'],
      left: [6],
    }));
  test('3.10 E01 upward past E02 and E03', () =>
    expect(sequence(units(4), { start: 1, step: 1, prefix: 'E', pad: 2, taken: new Set(['E02', 'E03']) }).values).toEqual([
      'E01',
      'E04',
      'E05',
      'E06',
    ]));
  test('3.11 addresses by footprint up to 12: what does not fit stops it, a smaller one is not squeezed in', () =>
    expect(sequence([1, 1, 4, 4, 4, 1], { start: 1, step: null, last: 12 })).toEqual({
      values: ['1', '2', '3', '7'],
      left: [4, 5],
    }));
  test('letters without I and O, downward runs, and what never ends', () => {
    expect(sequence(units(3), { start: 7, step: 1, alphabet: 'ABCDEFGHJKLMNPQRSTUVWXYZ' }).values).toEqual(['H', 'J', 'K']);
    expect(sequence(units(4), { start: 12, step: -5, last: 1 })).toEqual({ values: ['12', '7', '2'], left: [3] });
    expect(() => sequence(units(2), { start: 1, step: 0, taken: new Set(['1']) })).toThrow('never comes past');
  });
  test('nothing is lost: values and leftovers are all units, in order, and values outside the repeats are different', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 30 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 1, max: 400 }),
        (footprints, repeat, last) => {
          const { values, left } = sequence(footprints, { start: 1, step: null, repeat, last });
          expect(values.length + left.length).toBe(footprints.length);
          expect(left).toEqual(footprints.map((_, i) => i).slice(values.length));
          expect(new Set(values).size).toBe(Math.ceil(values.length / repeat));
        },
      ),
    );
  });
  test('a pad, a suffix, several units to a value, a last value that is reached exactly', () => {
    expect(sequence(units(3), { start: 8, step: 1, prefix: 'LX', suffix: 'a', pad: 3 }).values).toEqual([
      'LX008a',
      'LX009a',
      'LX010a',
    ]);
    expect(sequence(units(5), { start: 1, step: 2, repeat: 2, last: 3 })).toEqual({ values: ['1', '1', '3', '3'], left: [4] });
    expect(sequence(units(3), { start: 3, step: -1, last: 2 })).toEqual({ values: ['3', '2'], left: [2] });
    expect(sequence([2, 3], { start: 1, step: null, last: 5 }).values).toEqual(['1', '3']);
    expect(sequence([2, 3], { start: 1, step: null, last: 4 })).toEqual({ values: ['1'], left: [1] });
  });
  test('below the least it is an error and not a pause; the least itself is a value', () => {
    expect(sequence(units(2), { start: 2, step: -1, least: 1 }).values).toEqual(['2', '1']);
    expect(() => sequence(units(3), { start: 2, step: -1, least: 1 })).toThrow('would reach 0');
    expect(() => sequence(units(1), { start: 1, step: 1, repeat: 0 })).toThrow('At least one unit');
    expect(() => sequence(units(1), { start: 1, step: 1, repeat: 1.5 })).toThrow('At least one unit');
  });
  test('taken values are passed over by the step, by footprints one by one, and by unit where one unit is not another', () => {
    expect(sequence(units(2), { start: 1, step: 10, taken: new Set(['11', '21']) }).values).toEqual(['1', '31']);
    expect(sequence([4, 4], { start: 1, step: null, taken: new Set(['5', '6']) }).values).toEqual(['1', '7']);
    expect(sequence(units(2), { start: 1, step: 1, taken: (text, unit) => unit === 1 && text === '2' }).values).toEqual([
      '1',
      '3',
    ]);
    // What the sequence gave itself it does not give again, downward and back.
    expect(sequence(units(2), { start: 1, step: 0 }).values).toEqual(['1', '1']);
    expect(() => sequence(units(2), { start: 1, step: 0, taken: () => false })).toThrow('never comes past');
    expect(() => sequence(units(2), { start: 1, step: 0, taken: new Set() })).toThrow('never comes past');
  });
});
