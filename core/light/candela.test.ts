/** Measured light: exact integrals and directions that calculus knows, beside the check values of the formats (reference formats 7.3 and 7.4; IES LM-63, EULUMDAT). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { aFromC, angleAt, bFromC, candelaAt, foldedH, lumensOf, offAxis, peakOfTable } from './candela.js';
import { steps, table } from './table.arb.js';

const rad = (degrees: number) => (degrees * Math.PI) / 180;

describe('lumens', () => {
  test('a uniform ball of 1 cd gives 4 pi lm, half of it 2 pi, a Lambertian disc of 1 cd pi (calculus)', () => {
    expect(lumensOf(table('C', steps(0, 180, 5), [0], () => 1))).toBeCloseTo(4 * Math.PI, 9);
    expect(lumensOf(table('C', steps(0, 90, 5), [0], () => 1))).toBeCloseTo(2 * Math.PI, 9);
    expect(lumensOf(table('C', steps(0, 90, 1), [0], (v) => Math.cos(rad(v))))).toBeCloseTo(Math.PI, 3);
  });
  test('planes count by the angle that they stand for, and a table that stops short of 360 closes on its first plane', () => {
    // 1 cd in the planes of 0 and 90, 3 in those of 180 and 270, uneven: the mean over the turn.
    const lit = (h: number) => (h >= 180 && h < 360 ? 3 : 1);
    const whole = lumensOf(table('C', steps(0, 180, 5), [0, 90, 180, 270, 360], (_, h) => lit(h)));
    expect(lumensOf(table('C', steps(0, 180, 5), [0, 90, 180, 270], (_, h) => lit(h)))).toBeCloseTo(whole, 9);
    expect(whole).toBeCloseTo(4 * Math.PI * 2, 9);
    // Mean of 1, 1 to 4 over 90: trapezoids.
    expect(lumensOf(table('C', [0, 180], [0, 30, 90], (_, h) => (h === 90 ? 4 : 1)))).toBeCloseTo(
      4 * Math.PI * ((30 * 1 + 60 * 2.5) / 90),
      9,
    );
    expect(lumensOf(table('C', [0, 180], [0, 180], (_, h) => (h ? 3 : 1)))).toBeCloseTo(4 * Math.PI * 2, 9);
  });
  test('tables of A and B: a cell is dH times the difference of sines, and a half or a quarter stands for the whole', () => {
    // A patch of 20 by 40 degrees about the axis; solid angle of the A patch: 40 deg in H by sin 10 - sin -10.
    const patch = rad(40) * 2 * Math.sin(rad(10));
    expect(lumensOf(table('A', [-10, 0, 10], [-20, 0, 20], () => 5))).toBeCloseTo(5 * patch, 9);
    expect(lumensOf(table('A', [0, 10], [0, 20], () => 5))).toBeCloseTo(5 * patch, 9);
    expect(lumensOf(table('A', [-10, 10], [0, 20], () => 5))).toBeCloseTo(5 * patch, 9);
    const turned = rad(20) * 2 * Math.sin(rad(20));
    expect(lumensOf(table('B', [-10, 0, 10], [-20, 0, 20], () => 5))).toBeCloseTo(5 * turned, 9);
    expect(lumensOf(table('B', [0, 10], [-20, 20], () => 5))).toBeCloseTo(5 * turned, 9);
    expect(lumensOf(table('A', [-10, 10], [-20, 20], (v, h) => (v > 0 && h > 0 ? 4 : 0)))).toBeCloseTo(patch, 9);
  });
});

describe('candela in a direction', () => {
  test('between the angles of the table it is a straight line, both ways; outside there is no light', () => {
    const light = table('C', [0, 10, 30], [0, 90, 180, 270, 360], (v, h) => v * 10 + h);
    expect([0, 5, 10, 20, 30].map((v) => candelaAt(light, v, 0))).toEqual([0, 50, 100, 200, 300]);
    expect([45, 135, 315].map((h) => candelaAt(light, 10, h))).toEqual([145, 235, 415]);
    expect([candelaAt(light, 31, 0), candelaAt(light, -1, 0)]).toEqual([0, 0]);
    // Without the plane of 360 the last one goes on to the first.
    const open = table('C', [0, 10], [0, 90, 180, 270], (_, h) => h);
    expect([270, 315, 350].map((h) => candelaAt(open, 0, h))).toEqual([270, 135, 30].map((value) => expect.closeTo(value, 9)));
  });
  test('one angle is all there is to a table of one', () => {
    expect(
      candelaAt(
        table('C', [0], [0], () => 7),
        0,
        123,
      ),
    ).toBe(7);
    expect(
      candelaAt(
        table('C', [0, 90], [0], (v) => v),
        45,
        200,
      ),
    ).toBe(45);
  });
  test('A and B: tables from 0 are mirrored, those with both signs are not; beyond the last there is no light', () => {
    const half = table('B', [0, 30], [0, 40], (v, h) => v + h);
    expect([candelaAt(half, -15, -20), candelaAt(half, 15, 20), candelaAt(half, 0, 41), candelaAt(half, 31, 0)]).toEqual([
      35, 35, 0, 0,
    ]);
    const whole = table('B', [-30, 30], [-40, 40], (v, h) => 100 + v + h);
    expect([candelaAt(whole, -15, -20), candelaAt(whole, 15, 20), candelaAt(whole, 30, 40), candelaAt(whole, 0, -41)]).toEqual([
      65, 135, 170, 0,
    ]);
  });
  test('the turn is folded into what is tabulated: all, a half, a quarter, or the half from 90 to 270', () => {
    const fold = (horizontal: number[], h: number) => foldedH({ form: 'C', horizontal }, h);
    expect([-10, 370, 190].map((h) => fold([0, 120, 360], h))).toEqual([350, 10, 190]);
    expect([-10, 190, 350, 180].map((h) => fold([0, 90, 180], h))).toEqual([10, 170, 10, 180]);
    expect([100, 200, 300, 91].map((h) => fold([0, 45, 90], h))).toEqual([80, 20, 60, 89]);
    expect([90, 270, 0, 89, 271, 180, 45].map((h) => fold([90, 180, 270], h))).toEqual([90, 270, 180, 91, 269, 180, 135]);
    expect([fold([0], 77), fold([0, 0], 77)]).toEqual([0, 0]);
    expect([foldedH({ form: 'B', horizontal: [0, 40] }, -7), foldedH({ form: 'B', horizontal: [-40, 40] }, -7)]).toEqual([7, -7]);
  });
  test('mirrored halves are alike whatever the direction', () => {
    const light = table('C', [0, 20, 60], [0, 60, 180], (v, h) => 1000 - 3 * v + h);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), fc.double({ min: -360, max: 720, noNaN: true }), (v, h) => {
        expect(candelaAt(light, v, h)).toBeCloseTo(candelaAt(light, v, -h), 6);
        expect(candelaAt(light, v, h)).toBeCloseTo(candelaAt(light, v, h + 360), 6);
      }),
    );
  });
});

describe('peak and angles', () => {
  test('the peak, and whether it lies on the axis', () => {
    expect(peakOfTable(table('C', [0, 10], [0, 90], (v, h) => (v === 0 && h === 90 ? 9 : 1)))).toEqual({ peak: 9, onAxis: true });
    expect(peakOfTable(table('C', [0, 10], [0, 90], (v) => 1 + v))).toEqual({ peak: 11, onAxis: false });
    expect(peakOfTable(table('B', [-10, 0, 10], [-5, 0, 5], (v, h) => 100 - Math.abs(v) - Math.abs(h)))).toEqual({
      peak: 100,
      onAxis: true,
    });
    expect(peakOfTable(table('B', [-10, 0], [-5, 0], (v, h) => (v === 0 && h === -5 ? 9 : 1)))).toEqual({
      peak: 9,
      onAxis: false,
    });
    expect(peakOfTable(table('A', [-10, 0], [-5, 0], (v, h) => (v === -10 && h === 0 ? 9 : 1)))).toEqual({
      peak: 9,
      onAxis: false,
    });
  });
  test('a triangle of light 30 degrees to either side: half at 30 in all, a tenth at 54', () => {
    const light = table('C', [0, 30, 90], [0], (v) => Math.max(0, 1000 * (1 - v / 30)));
    expect([angleAt(light, 0.5), angleAt(light, 0.1), angleAt(light, 0.5, 90)]).toEqual(
      [30, 54, 30].map((value) => expect.closeTo(value, 9)),
    );
    // Off to one side the two halves add up.
    const aside = table(
      'B',
      [-30, 0, 30],
      [-40, 0, 20],
      (v, h) => 1000 * (1 - Math.max(Math.abs(v) / 30, h < 0 ? -h / 40 : h / 20)),
    );
    expect([angleAt(aside, 0.5, 0), angleAt(aside, 0.5, 90)]).toEqual([30, 30].map((value) => expect.closeTo(value, 9)));
    expect(
      angleAt(
        table('C', [0, 90], [0], () => 7),
        0.5,
      ),
    ).toBeNull();
    // Dark on the axis, or never below the level to one side.
    expect(
      angleAt(
        table('C', [0, 30, 90], [0], (v) => (v === 30 ? 9 : 1)),
        0.5,
      ),
    ).toBeNull();
    expect(
      angleAt(
        table('B', [0, 30], [-40, 0, 40], (_, h) => (h > 0 ? 10 : 100 + h * 2)),
        0.5,
        0,
      ),
    ).toEqual(expect.any(Number));
    // At the level exactly it has not yet fallen below.
    expect(
      angleAt(
        table('C', [0, 10, 20], [0], (v) => [100, 50, 0][v / 10]!),
        0.5,
      ),
    ).toBeCloseTo(20, 9);
  });
  test('crossed planes: of C the other half is opposite, of A and B it is the other sign', () => {
    const turned = table('C', [0, 10], [0, 90, 180, 270, 360], (v, h) => (v ? h + 1 : 0));
    expect([offAxis(turned, 0, 10), offAxis(turned, 0, -10), offAxis(turned, 90, 10), offAxis(turned, 90, -10)]).toEqual([
      1, 181, 91, 271,
    ]);
    const crossed = table('B', [-10, 0, 10], [-20, 0, 20], (v, h) => 100 + v + 3 * h);
    expect([offAxis(crossed, 0, 20), offAxis(crossed, 0, -20), offAxis(crossed, 90, 10), offAxis(crossed, 90, -10)]).toEqual([
      160, 40, 110, 90,
    ]);
  });
});

describe('directions of C in A and B', () => {
  test('are the same direction: unit vectors agree', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 360, noNaN: true }), fc.double({ min: 0, max: 89, noNaN: true }), (C, gamma) => {
        const [x, y, z] = [
          Math.sin(rad(gamma)) * Math.cos(rad(C)),
          Math.sin(rad(gamma)) * Math.sin(rad(C)),
          Math.cos(rad(gamma)),
        ];
        const a = aFromC(C, gamma);
        expect([Math.sin(rad(a.X)) * Math.cos(rad(a.Y)), Math.sin(rad(a.Y)), Math.cos(rad(a.X)) * Math.cos(rad(a.Y))]).toEqual(
          [x, y, z].map((value) => expect.closeTo(value, 9)),
        );
        const b = bFromC(C, gamma);
        expect([Math.sin(rad(b.H)), Math.sin(rad(b.V)) * Math.cos(rad(b.H)), Math.cos(rad(b.V)) * Math.cos(rad(b.H))]).toEqual(
          [x, y, z].map((value) => expect.closeTo(value, 9)),
        );
      }),
    );
  });
});
