/** Check values of reference calculations 1 (international yard and pound agreement of 1959: 1 in = 25.4 mm). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatFeet, formatLength, formatStagePoint, parseLength } from './lengths.js';
import { parseScale, scales } from './scales.js';

const mm = (text: string, units: 'metric' | 'imperial' = 'metric') => {
  const parsed = parseLength(text, units);
  return parsed.ok ? parsed.mm : parsed.why;
};

describe('lengths', () => {
  test.each([
    [`18'-6 1/2"`, 5651.5],
    [`18' 6.5"`, 5651.5],
    ['5.652m', 5652],
    ['5652 mm', 5652],
    ['565.2cm', 5652],
    [`-2'-6"`, -762],
    [`18'6`, 5638.8],
    ['18ft 6in', 5638.8],
    [`6 1/2"`, 165.1],
    [`1/2"`, 12.7],
    [`5'`, 1524],
    ['21-4', 6502.4],
    [`21’4”`, 6502.4],
    ['6.5', 6500],
  ])('%s is %d mm (checks 1.1 to 1.4 and the grammar)', (text, wanted) => expect(mm(text)).toBeCloseTo(wanted, 6));
  test('a bare figure is metres or feet', () => expect([mm('6.5'), mm('6.5', 'imperial')]).toEqual([6500, 1981.2]));
  test('a plus makes it relative', () => expect(parseLength('+0.5', 'metric')).toEqual({ ok: true, mm: 500, relative: true }));
  test.each(['', 'six', '12abc', '5,652 m', `1/0"`, '1e9', '--3', `'`])('%p is refused with a sentence', (text) =>
    expect(mm(text)).toMatch(/[.]$/),
  );
  test('check 1.5: 5652 mm to the nearest 1/16', () => expect(formatFeet(5652)).toBe(`18'-6 1/2"`));
  test('check 1.6: 304.7 mm carries', () => expect(formatFeet(304.7)).toBe(`1'-0"`));
  test('no -0 in either unit', () =>
    expect([formatLength(-0.2, 'metric'), formatLength(-0.2, 'imperial')]).toEqual(['0.00', `0'-0"`]));
  test('what is formatted in feet and inches is read back to the tick', () => {
    fc.assert(
      fc.property(fc.integer({ min: -4000, max: 4000 }), (ticks) => {
        const length = (ticks * 25.4) / 16;
        expect(mm(formatFeet(length))).toBeCloseTo(length, 5);
      }),
    );
  });
  test('what is formatted in metres is read back to the millimetre', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100000, max: 100000 }), (length) =>
        expect(mm(formatLength(length, 'metric'))).toBe(length + 0),
      ),
    );
  });
  test('the cursor speaks as the trade does', () =>
    expect(formatStagePoint([2400, 3100, 6500], 'metric')).toBe('2.40 SL  3.10 US  +6.50'));
  test('stage right, downstage, centre', () =>
    expect([formatStagePoint([-1000, -500], 'metric'), formatStagePoint([0, 0], 'metric')]).toEqual([
      '1.00 SR  0.50 DS',
      'CL  0.00 US',
    ]));
});

describe('scales', () => {
  test('check 1.7: denominators', () =>
    expect([`1/2"=1'-0"`, `1/4"=1'-0"`, `3/8"=1'-0"`, `1"=1'-0"`].map(parseScale)).toEqual([24, 48, 32, 12]));
  test('1:50 and nonsense', () => expect([parseScale('1:50'), parseScale('1:0'), parseScale('fifty')]).toEqual([50, null, null]));
  test('every listed scale names its own denominator', () =>
    expect(scales.map((scale) => parseScale(scale.name))).toEqual(scales.map((scale) => scale.denominator)));
});
