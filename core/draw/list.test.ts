/** Pens of the drawing. */
import { describe, expect, test } from '@jest/globals';
import { boxOf, path, pens } from './list.js';

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
});

test('a box round a path takes its control points in', () =>
  expect(boxOf([path([0, 1, 2, 1, 5, -3], 'thin')])).toEqual([1, -3, 5, 2]));
