/** Colours of the screen. */
import { describe, expect, test } from '@jest/globals';
import Color from 'colorjs.io';
import fc from 'fast-check';
import { near } from './colour.arb.js';
import { planck } from './spectrum.js';
import { adapted, D65, hexOfXyz, linearOf, rgbOfXyz, xyzOfHex } from './srgb.js';
import { type Xyz, xyzOf, xyzOfXyy } from './xyz.js';

describe('sRGB', () => {
  test('7.15 to 7.17', () => {
    expect(rgbOfXyz([41.246, 21.267, 1.933])).toEqual([255, 0, 0]);
    expect(rgbOfXyz(xyzOfHex('#3380cc'))).toEqual([51, 128, 204]);
    near(linearOf([5, 10, 60]), [-0.2908, 0.164, 0.6166], 4);
    expect(rgbOfXyz([5, 10, 60])).toEqual([0, 96, 132]);
  });
  test('7.21: x, y, Y to XYZ', () => {
    near(xyzOfXyy(0.3127, 0.329, 100), [95.05, 100, 108.91], 2);
    expect(xyzOfXyy(0.3, 0, 50)).toEqual([0, 0, 0]);
  });
  test('every colour of the screen comes back, as colorjs.io has it', () => {
    const byte = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(byte, byte, byte, (r, g, b) => {
        const hex = `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
        const xyz = xyzOfHex(hex);
        expect(hexOfXyz(xyz)).toBe(hex);
        near(
          xyz,
          new Color(hex).to('xyz-d65').coords.map((v) => 100 * (v ?? 0)),
          1,
        );
      }),
    );
  });
  test('the adapted source is white, by Bradford as colorjs.io has it', () => {
    const white = xyzOf(planck(3200));
    near(adapted(white, white), D65, 3);
    const d50 = new Color('xyz-d65', [0.3, 0.4, 0.2]).to('xyz-d50').coords.map((v) => 100 * (v ?? 0)) as unknown as Xyz;
    near(adapted([30, 40, 20], D65, [96.42956, 100, 82.51046]), d50, 1);
  });
});
