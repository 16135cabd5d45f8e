/** Matrices of MVR. */
import { describe, expect, test } from '@jest/globals';
import { matrixCases } from './matrix.arb.js';
import { parseMatrix, placedIn, unmoved, writeMatrix } from './matrix.js';

describe('MVR matrices (formats 2.3)', () => {
  test.each(matrixCases)('%s', (_, text, wanted) => expect(parseMatrix(text) === null).toBe(wanted === null));
  test('a group turned by 90 degrees carries (0,200,0) to (-100,0,0)', () => {
    const outer = parseMatrix('{0,1,0}{-1,0,0}{0,0,1}{100,0,0}')!;
    expect(placedIn(outer, { ...unmoved, o: [0, 200, 0] }).o.map((value) => value + 0)).toEqual([-100, 0, 0]);
  });
  test('what is written is read', () =>
    expect(parseMatrix(writeMatrix({ ...unmoved, o: [1.25, -2, 3e6] }))).toEqual({ ...unmoved, o: [1.25, -2, 3e6] }));
});
