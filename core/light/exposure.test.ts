/** From light to a picture. Half precision: IEEE 754 (binary16), its table of examples. White: Bradford, as tested in srgb. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { exposureOf, halfs, hexSeen, lampColour, through, toned, whiteBalance, workExposure } from './exposure.js';
import { planck } from './spectrum.js';
import { xyzOf } from './xyz.js';

describe('white', () => {
  test('the lamp that counts as white is white, of the same brightness (law)', () =>
    fc.assert(
      fc.property(fc.integer({ min: 2000, max: 10000 }), (kelvin) => {
        const [r, g, b] = through(whiteBalance(kelvin), lampColour(kelvin));
        expect(r / g).toBeCloseTo(1, 1);
        expect(b / g).toBeCloseTo(1, 1);
        expect(0.2126 * r + 0.7152 * g + 0.0722 * b).toBeCloseTo(1, 1);
      }),
    ));
  test('a bluer white makes the same lamp redder; about 6500 K nothing is changed', () => {
    const ratio = (white: number) => {
      const [r, , b] = through(whiteBalance(white), lampColour(3200));
      return r / b;
    };
    expect(ratio(5600)).toBeGreaterThan(ratio(4000) * 1.2);
    whiteBalance(6504).forEach((value, i) => {
      expect(Math.abs(value - (i % 4 === 0 ? 1 : 0))).toBeLessThan(0.035);
    });
  });
});

describe('exposure', () => {
  const one = (luminance: number, size = 1) => ({ luminance, size });
  test('twice the light is half the exposure; nothing lit is the one of the work light (law)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: 0.1, max: 500, noNaN: true }), fc.integer({ min: 1, max: 9 })), { minLength: 1 }),
        (list) => {
          const at = (k: number) => exposureOf(list.map(([luminance, size]) => one(luminance * k, size)));
          expect(at(2) * 2).toBeCloseTo(at(1), 8);
          expect(exposureOf([one(0), one(0)])).toBe(workExposure);
        },
      ),
    ));
  test('an even surface comes out at 0.3; a few glaring spots and much shadow change little', () => {
    const even = Array.from({ length: 100 }, () => one(50));
    expect(exposureOf(even)).toBeCloseTo(0.3 / 50, 9);
    expect(exposureOf([...even, one(1e6), one(1e6)]) / exposureOf(even)).toBeCloseTo(1, 1);
    expect(exposureOf([...even, ...Array.from({ length: 500 }, () => one(0.1))])).toBeCloseTo(exposureOf(even), 9);
  });
  test('tone keeps dark parts, rises always and never passes 1', () => {
    expect(toned(0.01)).toBeCloseTo(0.01, 4);
    expect([toned(-1), toned(0)]).toEqual([0, 0]);
    expect(toned(2)).toBeGreaterThan(toned(1));
    expect(toned(50)).toBeLessThanOrEqual(1);
  });
});

test('half precision: the examples of the standard, signs, what is too large and what is too small', () => {
  const values = [1, -2, 65504, 2 ** -24, 2 ** -14, 1 / 3, 0, 1e6, -1e6, 2 ** -26, 0.1];
  expect([...halfs(Float32Array.from(values))]).toEqual([
    0x3c00, 0xc000, 0x7bff, 0x0001, 0x0400, 0x3555, 0x0000, 0x7bff, 0xfbff, 0x0000, 0x2e66,
  ]);
});
test('a lamp is white to eyes that take it for white, and warmer or cooler ones are seen so', () => {
  for (const kelvin of [2700, 3200, 5600]) expect(hexSeen(xyzOf(planck(kelvin)), kelvin)).toMatch(/^#f[c-f]f[c-f]f[c-f]$/);
  const parts = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));
  const [warm, , blue] = parts(hexSeen(xyzOf(planck(2700))));
  expect(warm! - blue!).toBeGreaterThan(10);
  const [red, , cool] = parts(hexSeen(xyzOf(planck(5600))));
  expect(cool! - red!).toBeGreaterThan(40);
});
