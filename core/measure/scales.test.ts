/** Papers and scales: ISO 216 (A sizes), ISO 5455 (scales), ANSI/ASME Y14.1 (ARCH), reference calculations 11. */
import { describe, expect, test } from '@jest/globals';
import { fitScale, paperNamed, papers, parseScale, scaleName, scales, usualScales } from './scales.js';

describe('papers', () => {
  test('11.1 A0 is a square metre in the proportion of root 2, and each next one half of the one before, rounded down (ISO 216)', () => {
    let [width, height] = [1189, 841];
    expect((width * height) / 1e6).toBeCloseTo(0.9999, 4);
    expect(width / height).toBeCloseTo(Math.SQRT2, 2);
    for (const name of ['A1', 'A2', 'A3', 'A4']) {
      [width, height] = [height, Math.floor(width / 2)];
      expect(paperNamed(name)).toEqual({ name, width, height });
    }
  });
  test('ARCH D is 36 by 24 in, ARCH C 24 by 18 in (ANSI/ASME Y14.1)', () => {
    expect([paperNamed('ARCH D')!, paperNamed('ARCH C')!].map(({ width, height }) => [width / 25.4, height / 25.4])).toEqual([
      [expect.closeTo(36, 9), expect.closeTo(24, 9)],
      [expect.closeTo(24, 9), expect.closeTo(18, 9)],
    ]);
    expect(papers.every(({ width, height }) => width > height)).toBe(true);
    expect(paperNamed('B1')).toBeUndefined();
  });
});

describe('scales', () => {
  test('1.7 denominators of drawn scales', () =>
    expect([`1/2"=1'-0"`, `1/4"=1'-0"`, `3/8"=1'-0"`, `1"=1'-0"`, `1 / 2 in = 1'`].map(parseScale)).toEqual([
      24, 48, 32, 12, 24,
    ]));
  test('1:50 and nonsense', () =>
    expect(['1:50', ' 1 : 33.3 ', '1:0', 'fifty', `0"=1'-0"`, `1/0"=1'-0"`].map(parseScale)).toEqual([
      50,
      33.3,
      null,
      null,
      null,
      null,
    ]));
  test('every listed scale names its own denominator, and is called by it', () => {
    expect(scales.map((scale) => parseScale(scale.name))).toEqual(scales.map((scale) => scale.denominator));
    expect([scaleName(48), scaleName(75), scaleName(33)]).toEqual([`1/4" = 1'-0"`, '1:75', '1:33']);
  });
  test('the usual ones of either kind, the largest drawing first', () => {
    expect(usualScales(false)).toEqual([20, 25, 50, 75, 100, 200, 500]);
    expect(usualScales(true)).toEqual([24, 48, 96, 192]);
  });
});

describe('fitting', () => {
  const metric = [200, 20, 25, 50, 100];
  test('11.2 14 x 18 m on A2 at 1:50, on A1 at 1:25, the sheet turned', () => {
    expect(fitScale(14000, 18000, [574, 400], metric)).toEqual({ denominator: 50, turned: false });
    expect(fitScale(14000, 18000, [821, 574], metric)).toEqual({ denominator: 25, turned: true });
    expect(fitScale(18000, 14000, [821, 574], metric)).toEqual({ denominator: 25, turned: false });
    expect(fitScale(500_000, 10, [574, 400], metric)).toBeNull();
  });
  test('what fits to the millimetre fits, in width and height; what is a millimetre too large does not', () => {
    expect(fitScale(10000, 8000, [200, 160], [50])).toEqual({ denominator: 50, turned: false });
    expect(fitScale(10051, 8000, [200, 160], [50])).toBeNull();
    expect(fitScale(10000, 8051, [200, 160], [50])).toBeNull();
    // A square sheet is not turned for nothing.
    expect(fitScale(8000, 8000, [160, 160], [50])).toEqual({ denominator: 50, turned: false });
  });
});
