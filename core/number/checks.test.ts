/** Check values of reference calculations 1, 3 and 11 that belong to no single feature; sources beside each. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pens } from '../draw/list.js';
import { formatFeet, parseLength } from '../measure/lengths.js';
import { fitScale, papers, parseScale } from '../measure/scales.js';
import { ringsOf, rowsOf, type Standing } from './order.js';
import { sequence } from './sequence.js';
import { letters } from './units.js';

const mm = (text: string): number | string => {
  const parsed = parseLength(text, 'metric');
  return parsed.ok ? parsed.mm : parsed.why;
};
const rounded = (values: readonly number[], places = 4): number[] =>
  values.map((value) => Math.round(value * 10 ** places) / 10 ** places + 0);

describe('1 coordinates and lengths', () => {
  test('1.1 to 1.4 feet, inches, fractions, metres, a minus before all (yard and pound agreement of 1959)', () =>
    expect(['18\'-6 1/2"', '18\' 6.5"', '5.652m', '5652 mm', '-2\'-6"'].map(mm)).toEqual([5651.5, 5651.5, 5652, 5652, -762]));
  test('1.5 and 1.6 to the nearest sixteenth, with the carry', () =>
    expect([5652, 304.7].map((value) => formatFeet(value))).toEqual(['18\'-6 1/2"', '1\'-0"']));
  test('1.7 denominators of drawn scales', () =>
    expect(['1/2"=1\'-0"', '1/4"=1\'-0"', '3/8"=1\'-0"', '1"=1\'-0"'].map(parseScale)).toEqual([24, 48, 32, 12]));
  test('1.9 5652 mm at 1:25, 1:50 and 1:24', () =>
    expect([25, 50, 24].map((denominator) => 5652 / denominator)).toEqual([226.08, 113.04, 235.5]));
});

describe('3 arranging and numbering', () => {
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
  const at = (id: string, degrees: number, r: number): Standing => ({
    id,
    at: [r * Math.cos((degrees * Math.PI) / 180), r * Math.sin((degrees * Math.PI) / 180)],
  });
  const rings = [
    at('o0', 0, 3000),
    at('o1', 90, 3000),
    at('o2', 180, 3000),
    at('o3', 270, 3000),
    at('i0', 90, 1010),
    at('i1', 210, 1010),
    at('i2', 330, 1010),
  ];
  test('3.12 ring by ring from outside in, clockwise from o1; and the other way', () => {
    const names = (way: 'clockwise' | 'anticlockwise') =>
      ringsOf(rings, [0, 0], rings[1]!, 200, way).map((ring) => ring.map((item) => item.id).join(' '));
    expect(names('clockwise')).toEqual(['o1 o0 o3 o2', 'i0 i2 i1']);
    expect(names('anticlockwise')).toEqual(['o1 o2 o3 o0', 'i0 i1 i2']);
  });
  test('3.13 rows with a tolerance of 200', () => {
    const things: Standing[] = [
      { id: 'a', at: [500, 0] },
      { id: 'b', at: [-500, 100] },
      { id: 'c', at: [0, 1000] },
      { id: 'd', at: [900, 1120] },
      { id: 'e', at: [-900, 960] },
    ];
    expect(rowsOf(things, 200).map((row) => row.map((item) => item.id).join(' '))).toEqual(['e c d', 'b a']);
  });
});

describe('11 drawing', () => {
  test('11.1 A0 is a square metre in the proportion of root 2 (ISO 216); A1 is half of it', () => {
    expect((841 * 1189) / 1e6).toBeCloseTo(0.9999, 4);
    expect(1189 / 841).toBeCloseTo(1.4138, 4);
    const a1 = papers.find((paper) => paper.name === 'A1')!;
    expect(a1.width * a1.height * 2).toBeCloseTo(841 * 1189, -3.5);
  });
  test('11.2 14 x 18 m on A2 at 1:50, on A1 at 1:25', () => {
    const metric = [20, 25, 50, 100, 200];
    expect(fitScale(14000, 18000, [574, 400], metric)?.denominator).toBe(50);
    expect(fitScale(14000, 18000, [821, 574], metric)?.denominator).toBe(25);
    expect(fitScale(500_000, 10, [574, 400], metric)).toBeNull();
  });
  test('11.7 pens are of the ladder of root 2 (ISO 128); units are drawn with the heaviest of the drawing', () => {
    const steps = [1, 2, 3].map((k) => 0.25 * Math.SQRT2 ** k);
    expect(steps.map((width) => width.toFixed(4))).toEqual(['0.3536', '0.5000', '0.7071']);
    for (const [i, width] of [0.35, 0.5, 0.7].entries()) expect(Math.abs(steps[i]! - width)).toBeLessThan(0.01);
    const ladder = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1];
    for (const pen of Object.values(pens)) expect(ladder).toContain(pen.width);
    for (const name of ['position', 'masking', 'house', 'scenery', 'dimension'] as const)
      expect(pens[name].width).toBeLessThan(pens.fixture.width);
  });
});
