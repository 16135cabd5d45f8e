/** What the outlines of families are drawn with. */
import { expect, test } from '@jest/globals';
import { CLOSE, LINE, MOVE } from '../measure/path.js';
import { grid, poly, span } from './family.js';
import { familyList } from './index.js';

test('from the back to the front the length is whole, the clamp nearer the back', () => {
  expect(span(1000)).toEqual([-450, 550]);
});
test('an outline is closed', () => expect(poly([0, 0], [10, 0], [10, 5])).toEqual([MOVE, 0, 0, LINE, 10, 0, LINE, 10, 5, CLOSE]));
test('a row of n cells is divided by n - 1 lines, evenly', () => {
  expect(grid(0, 90, -1, 1, 3)).toEqual([MOVE, 30, -1, LINE, 30, 1, MOVE, 60, -1, LINE, 60, 1]);
  expect(grid(0, 90, -1, 1, 1)).toEqual([]);
});
test.each(familyList.map((entry) => [entry.name, entry] as const))('the outline of a %s is closed', (_, { draw }) =>
  expect(draw(400, 300, { field: 26, cells: 4 }).outline.at(-1)).toBe(CLOSE),
);
