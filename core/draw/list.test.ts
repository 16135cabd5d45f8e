/** Pens of the drawing. */
import { describe, expect, test } from '@jest/globals';
import { boxOf, path, penColours, pens } from './list.js';

describe('pens', () => {
  test('11.7 pens are of the ladder of root 2 (ISO 128); units are drawn with the heaviest of the drawing', () => {
    const steps = [1, 2, 3].map((k) => 0.25 * Math.SQRT2 ** k);
    expect(steps.map((width) => width.toFixed(4))).toEqual(['0.3536', '0.5000', '0.7071']);
    for (const [i, width] of [0.35, 0.5, 0.7].entries()) expect(Math.abs(steps[i]! - width)).toBeLessThan(0.01);
    const ladder = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1];
    for (const pen of Object.values(pens)) expect(ladder).toContain(pen.width);
    for (const name of ['position', 'masking', 'house', 'scenery', 'dimension'] as const)
      expect(pens[name].width).toBeLessThan(pens.fixture.width);
  });

  test('the pens of fixtures are apart in a grey print too, and seen on paper', () => {
    // Lightness by CIE 15 from sRGB (IEC 61966-2-1); 3 : 1 against white (WCAG 2.2, 1.4.11).
    const luminance = (hex: string) =>
      [1, 3, 5]
        .map((i) => Number.parseInt(hex.slice(i, i + 2), 16) / 255)
        .map((v) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4))
        .reduce((sum, v, i) => sum + v * [0.2126, 0.7152, 0.0722][i]!, 0);
    const lightness = Object.values(penColours).map((hex) => 116 * Math.cbrt(luminance(hex)) - 16);
    const steps = lightness.map((value, i) => value - (i ? lightness[i - 1]! : 0));
    for (const step of steps) expect(step).toBeGreaterThan(10);
    for (const hex of Object.values(penColours)) expect(1.05 / (luminance(hex) + 0.05)).toBeGreaterThan(3);
  });
});

test('a box round a path takes its control points in', () =>
  expect(boxOf([path([0, 1, 2, 1, 5, -3], 'thin')])).toEqual([1, -3, 5, 2]));
