/** Values of GDTF: DMX, matrices, colours. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, unzipSync } from 'fflate';
import { types } from '#demo/types';
import type { FixtureType } from '../../model/records.js';
import { within } from '../../space/places.js';
import { Report } from '../report.js';
import { gdtfXml } from './describe.js';
import { said } from './gdtf.arb.js';
import { readGdtf } from './read.js';
import { cieOf, dmxValue, matrixOf, resized } from './values.js';
import { writeGdtf } from './write.js';

describe('values', () => {
  const report = () => new Report();
  test('DMX values in other resolutions (check values of the reference)', () => {
    const at = (text: string, bytes: number) => dmxValue(text, bytes, report(), '');
    expect([at('255/1', 2), at('255/1s', 2)]).toEqual([65535, 65280]);
    expect([at('127/1', 2), at('127/1s', 2)]).toEqual([32639, 32512]);
    expect([at('128/1', 2), at('128/1', 3), at('128/1s', 2), at('128/1s', 3)]).toEqual([32896, 8421504, 32768, 8388608]);
    expect([at('32639/2', 1), at('32769/2', 3)]).toEqual([127, 0x800180]);
    expect([at('1/1', 2), at('1/1', 4)]).toEqual([257, 16843009]);
    expect(at('None', 1)).toBeNull();
  });
  test('what is wrong with a value is said with the value', () => {
    const said = (text: string) => {
      const found = report();
      dmxValue(text, 1, found, 'here');
      return found.list.map(({ message }) => message);
    };
    expect(said('5/9')).toEqual(['"5/9" names 9 bytes, and must name 1 to 4; 0 was taken.']);
    expect(said('5/0')).toEqual(['"5/0" names 0 bytes, and must name 1 to 4; 0 was taken.']);
    expect(said('300/1')).toEqual(['"300/1" is more than 1 byte hold; the greatest value was taken.']);
    expect(said('70000/2')).toEqual(['"70000/2" is more than 2 bytes hold; the greatest value was taken.']);
    expect([said('5/1'), said('5/4')]).toEqual([[], []]);
  });
  test('resolution up and down again gives the value back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 4 }), fc.nat(0xffffff), (n, m, raw) => {
        const value = raw % 256 ** n;
        if (m >= n) expect(resized(resized(value, n, m), m, n)).toBe(value);
        expect(resized(256 ** n - 1, n, m)).toBe(256 ** m - 1);
      }),
    );
  });
  test.each([
    ['300/1', 'warning', 255],
    ['1/0', 'error', 0],
    ['5/9', 'error', 0],
    ['x', 'error', 0],
  ])('the DMX value "%s" is a %s and counts as %i', (text, severity, value) => {
    const found = report();
    expect(dmxValue(text, 1, found, '')).toBe(value);
    expect(found.list.map((item) => [item.severity, item.code])).toEqual([[severity, 'GDTF_DMX_VALUE']]);
  });
  test('a matrix maps points as the reference says, in mm', () => {
    const m = matrixOf('{0,-1,0,1}{1,0,0,2}{0,0,1,3}{0,0,0,1}', report(), '');
    const point = [0, 1, 2].map((i) => m[4 * i]! * 1000 + m[4 * i + 3]!);
    expect(point).toEqual([1000, 3000, 3000]);
    expect(within(m, matrixOf(undefined, report(), ''))).toEqual([...m]);
  });
  test.each([
    ['{1,0,0,0}{0,1,0,0}{0,0,1,0}', 'GDTF_MATRIX'],
    ['{1,0,0,NaN}{0,1,0,0}{0,0,1,0}{0,0,0,1}', 'GDTF_MATRIX'],
    ['{1,0,0}{0,1,0}{0,0,1}{0,0,0}', 'GDTF_MATRIX'],
    ['{1,0,0,0}{1,0,0,0}{0,0,1,0}{0,0,0,1}', 'GDTF_MATRIX'],
    ['{1,0,0,0}{0,1,0,0}{0,0,1,0}{0,0,-0.4,1}', 'MATRIX_TRANSPOSED'],
  ])('the matrix %s is reported as %s', (text, code) => {
    const found = report();
    const m = matrixOf(text, found, '');
    expect(found.list[0]!.code).toBe(code);
    expect(m[11]).toBe(code === 'MATRIX_TRANSPOSED' ? -400 : 0);
  });
  test.each([
    // Flat: each row is made of the two others, whichever it is.
    ['{1,2,3,0}{4,5,6,0}{5,7,9,0}{0,0,0,1}', true],
    ['{1,2,3,0}{3,6,9,0}{0,1,4,0}{0,0,0,1}', true],
    ['{0,0,2,0}{1,0,0,0}{0,3,0,0}{0,0,0,1}', false],
    ['{1,2,3,0}{0,1,4,0}{5,6,0,0}{0,0,0,1}', false],
  ])('the matrix %s is flat: %s', (text, flat) => {
    const found = report();
    matrixOf(text, found, '');
    expect(found.list.some(({ message }) => message.includes('is flat'))).toBe(flat);
  });
  test('flat is what has no determinant, by the rule of Sarrus, whatever the figures', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -2, max: 2 }), { minLength: 9, maxLength: 9 }), (n) => {
        const at = (r: number, c: number) => n[3 * r + (c % 3)]!;
        const det = [0, 1, 2].reduce(
          (sum, c) => sum + at(0, c) * at(1, c + 1) * at(2, c + 2) - at(2, c) * at(1, c + 1) * at(0, c + 2),
          0,
        );
        const found = report();
        matrixOf(`{${n.slice(0, 3)},0}{${n.slice(3, 6)},0}{${n.slice(6)},0}{0,0,0,1}`, found, '');
        expect(found.list.some(({ message }) => message.includes('is flat'))).toBe(det === 0);
      }),
    ));
  test('colours', () => {
    expect(cieOf('0.3127,0.3290,100')).toEqual([0.3127, 0.329, 100]);
    for (const text of [undefined, '', '1,2', '0.3;0.3;1', '2,0.3,5', 'nan,0,0']) expect(cieOf(text)).toBeNull();
  });
});

test.each(Object.values(types as Record<string, FixtureType>).map((type) => [type.name, type] as const))(
  '%s: write, read, compare; and with its own file as the original it is that file',
  (_, type) => {
    const bytes = writeGdtf(type);
    const { value } = readGdtf(bytes, 'x.gdtf');
    expect({ ...said(value), hang: Math.round(value.hang) }).toEqual({ ...said(type), field: Math.max(type.field, type.beam) });
    expect(writeGdtf(value, bytes)).toEqual(bytes);
    expect(gdtfXml(type)).toBe(strFromU8(unzipSync(bytes)['description.xml']!));
  },
);
