/** Check values of reference calculations 1 (international yard and pound agreement of 1959: 1 in = 25.4 mm). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { degreesFrom, formatFeet, formatLength, formatStagePoint, lengthUnit, parseLength } from './lengths.js';

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
    ['21-4 1/2', 6515.1],
    ['21-4-1/2', 6515.1],
    [`6-1/2"`, 165.1],
    [`11/2"`, 139.7],
    [`5' 1/2"`, 1536.7],
    [`5'6⅜"`, 1685.925],
    [`3/8 in`, 9.525],
    ['2,35', 2350],
    ['2,3500', 2350],
    [`21’4”`, 6502.4],
    ['6.5', 6500],
  ])('%s is %d mm (checks 1.1 to 1.4 and the grammar)', (text, wanted) => expect(mm(text)).toBeCloseTo(wanted, 6));
  test('a bare figure is metres or feet', () => expect([mm('6.5'), mm('6.5', 'imperial')]).toEqual([6500, 1981.2]));
  test('a plus makes it relative, and an underline so much less; a minus is a figure below nought', () => {
    expect(parseLength('+0.5', 'metric')).toEqual({ ok: true, mm: 500, relative: true });
    expect(parseLength('_0.5', 'metric')).toEqual({ ok: true, mm: -500, relative: true });
    expect(parseLength(`_ 1'6"`, 'imperial')).toEqual({ ok: true, mm: -457.2, relative: true });
    expect(parseLength('-0.5', 'metric')).toEqual({ ok: true, mm: -500, relative: false });
  });
  test('three figures behind a comma are thousands to some, and are refused where the language has no decimal comma', () => {
    expect(parseLength('6,500', 'metric', false)).toEqual({ ok: false, why: expect.stringMatching(/can be read in two ways/) });
    expect(parseLength('6,500', 'metric', true)).toEqual({ ok: true, mm: 6500, relative: false });
    expect(parseLength('6,50', 'metric', false)).toEqual({ ok: true, mm: 6500, relative: false });
    expect(mm('1,2,3')).toMatch(/not a length/);
  });
  test.each(['', 'six', '12abc', '5,652 m', '21-1/2', '1/2', `5'6/0`, '_', `1/0"`, '1e9', '--3', `'`])(
    '%p is refused with a sentence',
    (text) => expect(mm(text)).toMatch(/[.]$/),
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
  test('degrees: as they are, or from where it stands', () => {
    expect(['15', '+15', '_15', '-15', '22.5°', '22,5 deg', '+-5'].map((text) => degreesFrom(text, 100))).toEqual([
      15, 115, 85, -15, 22.5, 22.5, 95,
    ]);
    expect(['', 'x', '361', '1 2', '--5'].map((text) => degreesFrom(text, 0))).toEqual([null, null, null, null, null]);
  });
  test('as far as 10 km, and no farther', () => {
    expect(mm('10000')).toBe(1e7);
    expect(mm('10000.001')).toBe('"10000.001" is out of reach: the limit is 10 km.');
  });
  test('whole centimetres have two decimals, millimetres three; half a millimetre rounds', () => {
    expect([6500, 6501, 6505.4, 6505.5, 10, 1, -1234].map((length) => formatLength(length, 'metric'))).toEqual([
      '6.50',
      '6.501',
      '6.505',
      '6.506',
      '0.01',
      '0.001',
      '-1.234',
    ]);
  });
  test('1.5 to the nearest tick, of sixteenths or as asked; fractions are reduced, a minus before all', () => {
    // 0.49 of a sixteenth goes down, 0.51 up.
    expect(formatFeet(25.4 + (25.4 / 16) * 0.49)).toBe(`0'-1"`);
    expect(formatFeet(25.4 + (25.4 / 16) * 0.51)).toBe(`0'-1 1/16"`);
    expect([6.35, 12.7, 19.05, 3.175].map((length) => formatFeet(length))).toEqual([
      `0'-0 1/4"`,
      `0'-0 1/2"`,
      `0'-0 3/4"`,
      `0'-0 1/8"`,
    ]);
    expect(formatFeet(3.175, 4)).toBe(`0'-0 1/4"`);
    expect(formatFeet(-762)).toBe(`-2'-6"`);
    expect(formatFeet(11 * 25.4)).toBe(`0'-11"`);
  });
  test('figures are free of binary dust, feet and inches in either unit, with a dash too', () => {
    expect(mm('0.1', 'imperial')).toBe(30.48);
    expect([mm('21-4', 'imperial'), mm('21-4.5')]).toEqual([6502.4, 6515.1]);
    expect(mm('½"')).toBe(12.7);
    expect(mm('5 ¼"')).toBe(133.35);
    expect(mm('−2.5')).toBe(-2500);
  });
  test('metres carry their unit behind them, feet in them', () =>
    expect([lengthUnit('metric'), lengthUnit('imperial')]).toEqual(['m', '']));
  test('within half a millimetre of the centre line is on it; depth and height with their sides', () => {
    expect([0.4, -0.4, 0.6, -0.6].map((x) => formatStagePoint([x, 0], 'metric'))).toEqual([
      'CL  0.00 US',
      'CL  0.00 US',
      '0.001 SL  0.00 US',
      '0.001 SR  0.00 US',
    ]);
    expect([-0.4, -0.6, 0.6].map((y) => formatStagePoint([0, y], 'metric'))).toEqual([
      'CL  0.00 US',
      'CL  0.001 DS',
      'CL  0.001 US',
    ]);
    expect(formatStagePoint([1000, 2000, -500], 'metric')).toBe('1.00 SL  2.00 US  -0.50');
    expect(formatStagePoint([1000, 2000, 0], 'metric')).toBe('1.00 SL  2.00 US  +0.00');
    expect(formatStagePoint([-304.8, 609.6], 'imperial')).toBe(`1'-0" SR  2'-0" US`);
  });
});
